"""How often the true cause is named: faults made on the stand-ins. `.venv/bin/python benchmarks/stuck.py [seeds]`.

Every fault of every terminal of the demo's stores, put through a whole job of the demo. Prints each case whose true
cause is not the first, then the shares: first, and among the first three.
"""

from __future__ import annotations

import sys
from pathlib import Path

sys.path.insert(0, str(Path(__file__).parent.parent))

from tests.made_jobs import ranked  # the demo's jobs with a case's facts in them


def main() -> None:
    """Prints the figures."""
    seeds = int(sys.argv[1]) if len(sys.argv) > 1 else 5
    first = third = count = 0
    for seed in range(1, seeds + 1):
        for case, causes in ranked(seed):
            count += 1
            place = next((at for at, code in enumerate(causes) if code in case.truth), 99)
            first, third = first + (place == 0), third + (place < 3)
            if place:
                print(f"{case.terminal.code:12} {case.name:22} at {case.state:14} place {place + 1:3} of {causes[:4]}")
    print(f"{count} made faults: true cause first in {first / count:.1%}, among the first three in {third / count:.1%}")


if __name__ == "__main__":
    main()
