"""`python -m rindle_bench --port 8766`: runs the stand-ins until stopped."""

from __future__ import annotations

import argparse
import contextlib

from rindle_bench.http import make_server


def main() -> None:
    """Serves until interrupted."""
    parser = argparse.ArgumentParser(prog="rindle_bench", description="Simulated terminals for Rindle, on loopback.")
    parser.add_argument("--port", type=int, default=8766)
    options = parser.parse_args()
    with contextlib.suppress(KeyboardInterrupt):
        make_server(options.port).serve_forever()


if __name__ == "__main__":
    main()
