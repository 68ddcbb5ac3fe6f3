"""Starting the server: the demo with fresh data each time, or the firm's own data folder."""

from __future__ import annotations

import argparse
import contextlib
import fcntl
import gc
import io
import json
import os
import shutil
import signal
import socket
import subprocess
import sys
import time
import urllib.error
import urllib.request
from collections.abc import Callable, Iterator
from pathlib import Path
from typing import TYPE_CHECKING, Any, NoReturn

import segno

from rindle_core import __version__
from rindle_server.where import KEPT

if TYPE_CHECKING:
    from django.db.migrations.loader import MigrationLoader

_DEMO_MARK = ".rindle-demo"  # only a folder that has this may be emptied
# New objects, and rounds, after which garbage is looked for: assessments are kept by the dozen and hold next to no
# circles. By Python's own measure one change in ten waited up to 0.2 s until all of them had been looked through.
_COLLECTED_AFTER = (50_000, 20, 100)


def free_port(wanted: int) -> int:
    """The wanted port on loopback, or the next free one."""
    for port in range(wanted, wanted + 50):
        with socket.socket() as probe, contextlib.suppress(OSError):
            probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
            probe.bind(("127.0.0.1", port))
            return port
    raise SystemExit(
        f"No free port between {wanted} and {wanted + 49}: stop another program, or choose one with --port."
    )


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


@contextlib.contextmanager
def held(home: Path) -> Iterator[None]:
    """Holds the data folder for this server alone.

    Raises SystemExit where another one has it, or it cannot be written.
    """
    try:
        home.mkdir(parents=True, exist_ok=True, mode=0o700)
        home.chmod(0o700)
        lock = (home / "lock").open("w")
    except OSError as error:
        raise SystemExit(
            f"The data folder {home} cannot be written ({error.strerror}): choose another in RINDLE_HOME."
        ) from error
    with lock:
        try:
            fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except OSError as error:
            raise SystemExit(
                f"Another Rindle already uses {home}. Stop it first, or choose another folder in "
                "RINDLE_HOME (for the demo: RINDLE_DEMO_HOME)."
            ) from error
        yield


def empty_demo(home: Path) -> None:
    """Empties the demo's own folder, and no other. Raises SystemExit for a folder that holds something else."""
    holds = [path.name for path in home.iterdir() if path.name != "lock"]
    if holds and not (home / _DEMO_MARK).exists() and home != KEPT / "demo":
        raise SystemExit(
            f"{home} holds data that is not the demo's ({', '.join(sorted(holds)[:3])}). The demo would empty it: "
            "choose another folder in RINDLE_DEMO_HOME."
        )
    for path in home.iterdir():
        if path.is_dir() and not path.is_symlink():
            shutil.rmtree(path)
        elif path.name != "lock":
            path.unlink()
    (home / _DEMO_MARK).write_text("Emptied at each start of ./rindle demo.\n", "utf-8")


def _copied_before(loader: MigrationLoader, home: Path) -> str:
    """A verified copy of what an earlier version wrote, before it is taken over. Gives where it lies, in a sentence."""
    from rindle_server import keeping

    fresh = [one for one in loader.graph.leaf_nodes() if one not in loader.applied_migrations]
    if not fresh or not loader.applied_migrations:
        return ""
    kept = keeping.backup(home, home / f"before-{__version__}-{_stamp()}.zip")
    told = f"What was there lies in {kept.path}."
    print(f"The data of an earlier version is taken over. {told}")
    return told


@contextlib.contextmanager
def _loading() -> Iterator[None]:
    """What is loaded here stays until the end: the collector of garbage looks through it neither now nor later."""
    gc.disable()
    try:
        yield
    finally:
        gc.freeze()
        gc.set_threshold(*_COLLECTED_AFTER)
        gc.enable()


def _setup() -> None:
    """Opens the database. Raises SystemExit that says what is wrong with it."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "rindle_server.settings")
    with _loading():
        import django
        from django.conf import settings
        from django.core.management import call_command
        from django.db import DatabaseError, connection
        from django.db.migrations.loader import MigrationLoader

        django.setup()
    database = settings.DATABASES["default"]["NAME"]
    try:
        loader = MigrationLoader(connection)
        known = set(loader.disk_migrations).union(*(one.replaces for one in loader.disk_migrations.values()))
        strange = sorted(".".join(one) for one in loader.applied_migrations if one not in known)
        if strange:
            raise SystemExit(
                f"{database} was written by a later version of Rindle ({strange[-1]}). Start that version; "
                "this one would not understand what it holds."
            )
        copy = _copied_before(loader, Path(settings.HOME)) if connection.vendor == "sqlite" else ""
        try:
            call_command("migrate", verbosity=0)
        except ValueError as error:  # a value that no version may have written
            raise SystemExit(
                f"{database} holds what this version cannot take over, and nothing was changed. {copy}\n{error}"
            ) from error
    except DatabaseError as error:
        raise SystemExit(
            f"{database} cannot be opened as a database ({error}). Restore it from a copy, or move it away to begin "
            f"anew."
        ) from error
    from rindle_server.files import clear_parts

    clear_parts(Path(settings.HOME))


# Half-open connections of a stranger are let go soon and cannot use up all places; a body is kept up to a tile's size.
_SERVER: dict[str, Any] = {
    "threads": 12,
    "connection_limit": 1000,
    "channel_timeout": 20,
    "cleanup_interval": 5,
    "asyncore_use_poll": True,
    "max_request_body_size": 70_000_000,
    "max_request_header_size": 32_768,
    "ident": "rindle",
}


def _plain_server(listen: str, port: int) -> tuple[Callable[[], object], Callable[[], object]]:
    """Waitress on this address: what runs it, and what ends it. Raises OSError where the address cannot be had."""
    from waitress import create_server

    from rindle_server.wsgi import application

    server = create_server(application, host=listen, port=port, **_SERVER)
    return server.run, server.close


def _tls_server(listen: str, port: int, folder: Path) -> tuple[Callable[[], object], Callable[[], object]]:
    """Cheroot with the folder's own certificate: waitress has no TLS."""
    import ssl

    from cheroot.ssl.builtin import BuiltinSSLAdapter
    from cheroot.wsgi import Server

    from rindle_server.tls import CERTIFICATE, KEY
    from rindle_server.wsgi import application

    server = Server((listen, port), application, numthreads=_SERVER["threads"], server_name=_SERVER["ident"])
    server.timeout = _SERVER["channel_timeout"]
    server.max_request_header_size = _SERVER["max_request_header_size"]
    server.max_request_body_size = _SERVER["max_request_body_size"]
    server.ssl_adapter = BuiltinSSLAdapter(str(folder / CERTIFICATE), str(folder / KEY))
    server.ssl_adapter.context.minimum_version = ssl.TLSVersion.TLSv1_2
    server.prepare()
    return server.serve, server.stop


def _serve(listen: str, port: int, said: str, tls: Path | None = None) -> None:
    with _loading():
        import rindle_server.urls  # noqa: F401  # else the first request waits for it
        from rindle_server import gazetteer

        gazetteer.places()
    try:
        run, end = _tls_server(listen, port, tls) if tls else _plain_server(listen, port)
    except OSError as error:
        raise SystemExit(
            f"Port {port} on {listen} cannot be used ({error.strerror}): stop the other program, or choose --port."
        ) from error
    print(said, flush=True)
    try:
        run()
    finally:
        end()


def run_demo(port: int) -> None:
    """A fresh copy of the demo data, the stand-ins, and the server on loopback."""
    home = Path(os.environ.get("RINDLE_DEMO_HOME", KEPT / "demo"))
    os.environ |= {"RINDLE_HOME": str(home), "RINDLE_DEMO": "1"}
    with held(home):
        empty_demo(home)
        with bench(free_port(port + 1000)) as url:
            os.environ["RINDLE_BENCH_URL"] = url
            _setup()
            from django.conf import settings

            with _loading():
                from rindle_server.demo import load_demo

            load_demo(settings.DEMO_DIR)
            chosen = free_port(port)
            said = f"Rindle's demo is ready at http://127.0.0.1:{chosen}/   (Ctrl+C stops everything)"
            _serve("127.0.0.1", chosen, said)


def _first_account() -> None:
    """Asks for the first account at the terminal, or takes it from the environment where nobody can answer."""
    from django.contrib.auth import get_user_model

    from rindle_server.accounts import command

    if get_user_model().objects.exists():
        return
    name, password = os.environ.get("RINDLE_FIRST_NAME", ""), os.environ.get("RINDLE_FIRST_PASSWORD", "")
    if not name and sys.stdin.isatty():
        print("This data folder has no account yet.")
        name = input("Name to sign in with: ").strip()
        password = command.asked_password()
    if not name:
        raise SystemExit(
            "The first account needs a name and a password: start at a terminal that can ask, or set RINDLE_FIRST_NAME "
            "and RINDLE_FIRST_PASSWORD."
        )
    command.told_off(lambda people: people.add(name, password, may_manage=True))


def _own_home() -> Path:
    """The firm's data folder, told to the settings."""
    home = Path(os.environ.get("RINDLE_HOME", KEPT / "data"))
    os.environ["RINDLE_HOME"] = str(home)
    return home


def _said(listen: str, port: int, home: Path, tls: Path | None = None) -> str:
    """Where it is served; where others may reach it, their address and a code that a telephone reads off the screen."""
    scheme = "https" if tls else "http"
    if listen in ("127.0.0.1", "localhost"):
        return (
            f"Rindle serves {home} at {scheme}://{listen}:{port}/   (Ctrl+C stops it)\n"
            "Only this machine reaches it; --listen 0.0.0.0 lets tablets and telephones on its network in."
        )
    from rindle_server.network import own_address

    url = f"{scheme}://{own_address() if listen in ('0.0.0.0', '::') else listen}:{port}/"
    drawn = io.StringIO()
    segno.make(url, error="m").terminal(out=drawn, compact=True, border=2)
    trust = f"Each device is told once to trust {tls / 'rindle-authority.crt'}: {url}api/authority.crt\n" if tls else ""
    return (
        f"Rindle serves {home} at {url}   (Ctrl+C stops it)\n{trust}"
        f"On a telephone in the same network:\n{drawn.getvalue()}"
    )


def run_serve(listen: str, port: int, with_bench: bool, with_tls: bool) -> None:
    """The firm's own data."""
    os.environ["RINDLE_LISTEN"] = listen
    if with_tls:
        os.environ["RINDLE_TLS"] = "1"
    home = _own_home()
    with held(home), bench(free_port(port + 1000)) if with_bench else contextlib.nullcontext("") as url:
        if url:
            os.environ["RINDLE_BENCH_URL"] = url
        _setup()
        _first_account()
        tls = None
        if with_tls:
            from rindle_server.network import own_address
            from rindle_server.tls import certificates

            tls = certificates(home / "tls", [own_address()])
        _serve(listen, port, _said(listen, port, home, tls), tls)


def run_account(act: str, username: str, name: str, may_manage: bool) -> None:
    """For whoever holds the laptop: needs no sign-in, and a server may be running."""
    _own_home()
    _setup()
    from rindle_server.accounts import command

    command.run(act, username, name, may_manage)


def import_stores(files: list[str]) -> None:
    """Adds or replaces entries of the stores from JSON lists; the file's name says the kind (satellites.json…)."""
    with held(_own_home()):
        _import_stores(files)


def _import_stores(files: list[str]) -> None:
    _setup()
    from django.db import transaction

    from rindle_core.kernel.errors import InputError
    from rindle_server.stores.models import StoreItem, put_item

    with transaction.atomic():
        for name in files:
            kind = Path(name).stem.removesuffix("s")
            if kind not in StoreItem.KINDS:
                raise SystemExit(
                    f"{name}: the file's name says the kind; {', '.join(f'{k}s.json' for k in StoreItem.KINDS)} are "
                    f"accepted."
                )
            try:
                entries = json.loads(Path(name).read_text("utf-8"))
                for entry in entries:
                    put_item(kind, entry)
            except (OSError, json.JSONDecodeError, InputError) as error:
                raise SystemExit(f"{name}: {error}. Nothing was imported.") from error
            print(f"{name}: {len(entries)} {kind}s")


def _asked(name: str) -> Path:
    """A path as it was typed: the launcher goes to the program's own folder first."""
    return Path(os.environ.get("RINDLE_FROM", ".")) / name


def _stamp() -> str:
    return time.strftime("%Y%m%d-%H%M%S")


def run_backup(name: str) -> None:
    """A copy of the data folder in one file; a server may be running."""
    from rindle_server import keeping

    to = _asked(name or f"rindle-backup-{_stamp()}.zip")
    kept = keeping.backup(_own_home(), to)
    print(f"{kept.path}: {kept.job_count} jobs, {kept.document_count} documents, each read again and compared.")
    for one in kept.missing:
        print(f"Not in it, because the data folder does not hold it whole: {one}", file=sys.stderr)
    if kept.missing:
        raise SystemExit(1)


def run_restore(name: str) -> None:
    """Puts a copy in the place of the data folder's jobs and documents; what was there is kept beside."""
    from rindle_server import keeping

    home = _own_home()
    with held(home):
        aside = keeping.restore(_asked(name), home, _stamp())
    print(f"{name} is put back into {home}." + (f" What was there is in {aside}." if aside else ""))


def run_check() -> None:
    """Reads the whole data folder and says what is not as it should be."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "rindle_server.settings")
    home = _own_home()
    import django

    django.setup()
    from rindle_server import keeping

    found = keeping.look_through(home)
    print(f"{home}: {found.job_count} jobs ({found.signed_count} signed), {found.document_count} documents.")
    for one in found.troubles:
        print(one, file=sys.stderr)
    if found.troubles:
        raise SystemExit(1)
    print("All of it is as it should be.")


def _keep(options: argparse.Namespace) -> None:
    from rindle_server.keeping import CannotKeep

    if os.environ.get("DATABASE_URL"):
        raise SystemExit(
            "The jobs lie where DATABASE_URL says: copy them with that database's own tools, and with them the folder "
            "`documents` of the data folder."
        )

    try:
        match options.command:
            case "backup":
                run_backup(options.file)
            case "restore":
                run_restore(options.file)
            case _:
                run_check()
    except CannotKeep as error:
        raise SystemExit(str(error)) from error


def main() -> None:
    """`demo`, `serve`, `stores`, `account`, `backup`, `restore` or `check`."""
    parser = argparse.ArgumentParser(prog="rindle")
    commands = parser.add_subparsers(dest="command", required=True)
    demo = commands.add_parser("demo", help="the demo, with fresh data each start")
    demo.add_argument("--port", type=int, default=8765)
    serve = commands.add_parser("serve", help="the firm's own data, in RINDLE_HOME")
    serve.add_argument("--port", type=int, default=8765)
    serve.add_argument("--listen", default="127.0.0.1", help="0.0.0.0 lets a tablet on the same network in")
    serve.add_argument("--tls", action="store_true", help="its own certificate, for camera and position on a tablet")
    serve.add_argument("--with-bench", action="store_true", help="start the simulated terminals too")
    stores = commands.add_parser("stores", help="import satellites.json, terminals.json, cables.json")
    stores.add_argument("files", nargs="+")
    copy = commands.add_parser("backup", help="a copy of the data folder in one file; a server may be running")
    copy.add_argument("file", nargs="?", default="", help="rindle-backup-DAY-TIME.zip by default")
    back = commands.add_parser("restore", help="puts a copy back; what was there is kept beside")
    back.add_argument("file")
    account = commands.add_parser("account", help="who may sign in: for whoever holds this machine")
    account.add_argument("act", choices=["list", "add", "password", "stop", "start", "manage"])
    account.add_argument("username", nargs="?", default="", help="the name to sign in with")
    account.add_argument("--name", default="", help="as the records say it")
    account.add_argument("--may-manage", action="store_true", help="may add, change and stop others")
    commands.add_parser("check", help="reads the whole data folder and says what is not as it should be")
    options = parser.parse_args()
    os.umask(0o077)  # what is kept here is nobody else's to read
    for stop in (signal.SIGINT, signal.SIGTERM):  # a shell may have started us with SIGINT ignored
        signal.signal(stop, _stop)
    with contextlib.suppress(KeyboardInterrupt):
        if options.command == "demo":
            run_demo(options.port)
        elif options.command == "serve":
            run_serve(options.listen, options.port, options.with_bench, options.tls)
        elif options.command == "stores":
            import_stores([str(_asked(one)) for one in options.files])
        elif options.command == "account":
            run_account(options.act, options.username, options.name, options.may_manage)
        else:
            _keep(options)


if __name__ == "__main__":
    main()
