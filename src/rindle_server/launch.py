"""Starting the server: the demo with fresh data each time, or the firm's own data folder."""

from __future__ import annotations

import argparse
import contextlib
import getpass
import importlib
import json
import os
import shutil
import signal
import socket
import subprocess
import sys
import threading
import time
import urllib.error
import urllib.request
from collections.abc import Iterator
from pathlib import Path
from typing import NoReturn

ROOT = Path(__file__).resolve().parents[2]
WARM_AFTER_S = 3.0


def free_port(wanted: int) -> int:
    """The wanted port on loopback, or the next free one."""
    for port in range(wanted, wanted + 50):
        with socket.socket() as probe, contextlib.suppress(OSError):
            probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
            probe.bind(("127.0.0.1", port))
            return port
    raise SystemExit(f"No free port between {wanted} and {wanted + 49}: stop another program, or choose one with --port.")


@contextlib.contextmanager
def bench(port: int) -> Iterator[str]:
    """Runs the simulated terminals in a process of their own, and stops them at the end. Gives their address."""
    url = f"http://127.0.0.1:{port}"
    process = subprocess.Popen([sys.executable, "-m", "rindle_bench", "--port", str(port)])
    try:
        for _ in range(100):
            with contextlib.suppress(OSError):
                urllib.request.urlopen(f"{url}/health", timeout=1).close()
                break
            time.sleep(0.05)
        yield url
    finally:
        process.terminate()
        with contextlib.suppress(subprocess.TimeoutExpired):
            process.wait(timeout=5)


def _stop(signum: int, frame: object) -> NoReturn:
    raise KeyboardInterrupt


def _setup() -> None:
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "rindle_server.settings")
    import django
    from django.core.management import call_command

    django.setup()
    call_command("migrate", verbosity=0)


def _warm() -> None:
    """Loads the rain package in the background: it takes seconds, and the first job with a beam asks for it."""
    time.sleep(WARM_AFTER_S)  # the first page comes first
    with contextlib.suppress(ImportError):
        importlib.import_module("itur")


def _serve(listen: str, port: int, said: str) -> None:
    from waitress import create_server

    from rindle_server import gazetteer
    from rindle_server.wsgi import application

    gazetteer.places()
    server = create_server(application, host=listen, port=port, threads=8, ident="rindle")
    print(said, flush=True)
    threading.Thread(target=_warm, daemon=True).start()
    try:
        server.run()
    finally:
        server.close()


def run_demo(port: int) -> None:
    """A fresh copy of the demo data, the stand-ins, and the server on loopback."""
    home = Path(os.environ.get("RINDLE_DEMO_HOME", ROOT / ".rindle" / "demo"))
    shutil.rmtree(home, ignore_errors=True)
    os.environ |= {"RINDLE_HOME": str(home), "RINDLE_DEMO": "1"}
    with bench(free_port(port + 1000)) as url:
        os.environ["RINDLE_BENCH_URL"] = url
        _setup()
        from django.conf import settings

        from rindle_server.demo import load_demo

        load_demo(settings.DEMO_DIR)
        chosen = free_port(port)
        _serve("127.0.0.1", chosen, f"Rindle's demo is ready at http://127.0.0.1:{chosen}/   (Ctrl+C stops everything)")


def _first_account() -> None:
    """Asks for the first account at the terminal, or takes it from the environment where nobody can answer."""
    from django.contrib.auth import get_user_model

    if get_user_model().objects.exists():
        return
    name, password = os.environ.get("RINDLE_FIRST_NAME", ""), os.environ.get("RINDLE_FIRST_PASSWORD", "")
    if not name and sys.stdin.isatty():
        print("This data folder has no account yet.")
        name = input("Name to sign in with: ").strip()
        password = getpass.getpass("Password (8 characters or more): ")
    if not name or len(password) < 8:
        raise SystemExit(
            "The first account needs a name and a password of 8 characters or more: start at a terminal that can ask, "
            "or set RINDLE_FIRST_NAME and RINDLE_FIRST_PASSWORD."
        )
    get_user_model().objects.create_user(name, password=password)


def run_serve(listen: str, port: int, with_bench: bool) -> None:
    """The firm's own data."""
    if listen != "127.0.0.1":
        os.environ.setdefault("RINDLE_HOSTS", "*")
    os.environ["RINDLE_LISTEN"] = listen
    with bench(free_port(port + 1000)) if with_bench else contextlib.nullcontext("") as url:
        if url:
            os.environ["RINDLE_BENCH_URL"] = url
        _setup()
        _first_account()
        from django.conf import settings

        _serve(listen, port, f"Rindle serves {settings.HOME} at http://{listen}:{port}/   (Ctrl+C stops it)")


def import_stores(files: list[str]) -> None:
    """Adds or replaces entries of the stores from JSON lists; the file's name says the kind (satellites.json…)."""
    _setup()
    from django.db import transaction

    from rindle_core.errors import InputError
    from rindle_server.stores.models import StoreItem, put_item

    with transaction.atomic():
        for name in files:
            kind = Path(name).stem.removesuffix("s")
            if kind not in StoreItem.KINDS:
                raise SystemExit(f"{name}: the file's name says the kind; {', '.join(f'{k}s.json' for k in StoreItem.KINDS)} are accepted.")
            try:
                entries = json.loads(Path(name).read_text("utf-8"))
                for entry in entries:
                    put_item(kind, entry)
            except (OSError, json.JSONDecodeError, InputError) as error:
                raise SystemExit(f"{name}: {error}. Nothing was imported.") from error
            print(f"{name}: {len(entries)} {kind}s")


def main() -> None:
    """`demo`, `serve` or `stores`."""
    parser = argparse.ArgumentParser(prog="rindle")
    commands = parser.add_subparsers(dest="command", required=True)
    demo = commands.add_parser("demo", help="the demo, with fresh data each start")
    demo.add_argument("--port", type=int, default=8765)
    serve = commands.add_parser("serve", help="the firm's own data, in RINDLE_HOME")
    serve.add_argument("--port", type=int, default=8765)
    serve.add_argument("--listen", default="127.0.0.1", help="0.0.0.0 lets a tablet on the same network in")
    serve.add_argument("--with-bench", action="store_true", help="start the simulated terminals too")
    stores = commands.add_parser("stores", help="import satellites.json, terminals.json, cables.json")
    stores.add_argument("files", nargs="+")
    options = parser.parse_args()
    for stop in (signal.SIGINT, signal.SIGTERM):  # a shell may have started us with SIGINT ignored
        signal.signal(stop, _stop)
    with contextlib.suppress(KeyboardInterrupt):
        if options.command == "demo":
            run_demo(options.port)
        elif options.command == "serve":
            run_serve(options.listen, options.port, options.with_bench)
        else:
            import_stores(options.files)


if __name__ == "__main__":
    main()
