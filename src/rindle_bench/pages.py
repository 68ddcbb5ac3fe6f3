"""The simulated modem's own pages, each on a loopback address of its own, so that a browser's steps are real.

Plain forms of our own: the state with its lights, what is entered, the installer's page behind its path.
"""

from __future__ import annotations

import html
import ipaddress
import threading
import zlib
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer
from typing import Any
from urllib.parse import parse_qs, urlsplit

from pydantic import Field

from rindle_bench.config import ModemEntries
from rindle_bench.terminal import SimulatedTerminal
from rindle_core.catalogue.modem import ModemEntry
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.model import Model, parse

_NET = int(ipaddress.IPv4Address("127.71.0.0"))
_OWN = {"beam_letter", "activation_code"}
_STYLE = """body{font:16px/1.5 sans-serif;max-width:44em;margin:2em auto;padding:0 1em;color:#222;background:#f4f1ea}
dt{font-weight:bold}dd{margin:0 0 .6em}label{display:block;margin:.8em 0}input{font:inherit;padding:.4em;width:16em}
button{font:inherit;padding:.5em 1.2em}.sim{border:1px dashed #777;padding:.5em 1em}"""


class PageAddress(Model):
    """Where a terminal's page is."""

    simulated: bool = True
    url: str
    install_url: str = Field(default="", description="Of the installer's page; empty: it has none")


def own_address(name: str) -> str:
    """A loopback address of 127.71.0.0/16 for a terminal, the same at every start."""
    return str(ipaddress.IPv4Address(_NET + 1 + zlib.crc32(name.encode()) % 65_000))


class Pages:
    """One small server a terminal, begun when somebody asks for its page."""

    def __init__(self) -> None:
        self._servers: dict[str, ThreadingHTTPServer] = {}
        self._lock = threading.Lock()

    def open(self, name: str, terminal: SimulatedTerminal) -> PageAddress:
        """Begins the server if need be, and says where it is. On a machine with one loopback address it takes that."""
        with self._lock:
            server = self._servers.get(name)
            if server is not None and server.RequestHandlerClass.terminal is not terminal:  # type: ignore[attr-defined]  # ours
                server.RequestHandlerClass.terminal = terminal  # type: ignore[attr-defined]  # placed anew
            if server is None:
                handler = type("PageHandler", (_Page,), {"terminal": terminal})
                try:
                    server = ThreadingHTTPServer((own_address(name), 0), handler)
                except OSError:
                    server = ThreadingHTTPServer(("127.0.0.1", 0), handler)
                server.daemon_threads = True
                threading.Thread(target=server.serve_forever, daemon=True).start()
                self._servers[name] = server
        access = terminal.config.access
        base = f"http://{server.server_address[0]!s}:{server.server_address[1]}"
        return PageAddress(
            url=base + (access.page if access else "/"),
            install_url=base + access.install_page if access and access.install_page else "",
        )


def _row(name: str, value: str) -> str:
    return f"<dt>{html.escape(name)}</dt><dd>{html.escape(value)}</dd>"


def _entries(terminal: SimulatedTerminal) -> list[ModemEntry]:
    return terminal.config.entries


class _Page(BaseHTTPRequestHandler):
    terminal: SimulatedTerminal

    def log_message(self, format: str, *args: Any) -> None:  # the base class names it so
        """Stays quiet."""

    def _send(self, status: int, title: str, body: str) -> None:
        page = (
            f"<!doctype html><html lang='en'><meta charset='utf-8'><title>{html.escape(title)}</title>"
            f"<style>{_STYLE}</style><p class='sim'>Simulated modem, a stand-in that ships with Rindle.</p>"
            f"<h1>{html.escape(title)}</h1>{body}</html>"
        ).encode()
        self.send_response(status)
        self.send_header("Content-Type", "text/html; charset=utf-8")
        self.send_header("Content-Length", str(len(page)))
        self.end_headers()
        self.wfile.write(page)

    def _state(self) -> str:
        told = self.terminal.telemetry()
        state = next((one for one in self.terminal.config.states if one.code == told.state), None)
        rows = [_row("State", state.name if state else "off")]
        if state:
            rows.append(_row("Lights", state.lights_text))
        rows.append(_row("Es/N0", "–" if told.level_db is None else f"{told.level_db:.1f} dB"))
        rows.append(_row("Level at the input", f"{told.input_dbm} dBm"))
        if told.transmit_dbm is not None:
            rows.append(_row("Transmit level", f"{told.transmit_dbm:.1f} dBm"))
        rows.append(_row("Network", told.network or "not locked"))
        rows += [_row(one.label, told.entries.get(one.code, "–")) for one in _entries(self.terminal) if not one.secret]
        return f"<dl>{''.join(rows)}</dl>"

    def _form(self) -> str:
        told = self.terminal.telemetry().entries
        fields = [
            f"<label>{html.escape(one.label)}<br><input name='{html.escape(one.code)}' "
            f"value='{html.escape('' if one.secret else told.get(one.code, ''), quote=True)}' "
            f"placeholder='{html.escape(one.example, quote=True)}'></label>"
            for one in _entries(self.terminal)
            if one.typed
        ]
        return f"<form method='post'>{''.join(fields)}<button>Save</button></form>"

    def _closed(self) -> bool:
        """Whether its installer's page is shut, as it is on some terminals once it is online."""
        access, told = self.terminal.config.access, self.terminal.telemetry()
        return bool(access and access.after == "none" and told.state == self.terminal.config.states[-1].code)

    def do_GET(self) -> None:  # the base class names it so
        """A page."""
        access, path = self.terminal.config.access, urlsplit(self.path).path
        if not self.terminal.telemetry().powered:
            self.close_connection = True  # no power, no page
            return
        if access and access.install_page and path == access.install_page:
            if self._closed():
                self._send(410, "Closed", "<p>After activation this page is not there any more.</p>")
            else:
                self._send(200, "For the installer", self._state() + self._form())
        elif path in ("/", access.page if access else "/"):
            self._send(200, self.terminal.config.name, self._state())
        else:
            self._send(404, "Not here", "<p>There is no page at this path.</p>")

    def do_POST(self) -> None:
        """Saves the installer's form."""
        length = min(int(self.headers.get("Content-Length", "0")), 20_000)
        told = {name: values[-1].strip() for name, values in parse_qs(self.rfile.read(length).decode()).items()}
        codes = {one.code for one in _entries(self.terminal) if one.typed}
        own = {code: value for code, value in told.items() if code in codes & _OWN and value}
        rest = {code: value for code, value in told.items() if code in codes - _OWN and value}
        try:
            self.terminal.tell(parse(ModemEntries, {**own, "others": rest}))
        except InputError as error:
            self._send(422, "Not saved", f"<p>{html.escape(str(error))}</p>")
            return
        self._send(200, "Saved", self._state() + self._form())


__all__ = ["PageAddress", "Pages", "own_address"]
