"""The stand-ins' HTTP interface on loopback, described in docs/bench.md."""

from __future__ import annotations

import json
import re
import threading
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer
from typing import Any
from urllib.parse import parse_qsl, urlsplit

from pydantic import BaseModel

from rindle_bench.config import (
    CoverFeed,
    DeskSaid,
    FaultsChange,
    ModemEntries,
    NutsChange,
    PowerChange,
    Push,
    ScrewTurn,
    Swing,
    TerminalConfig,
)
from rindle_bench.pages import Pages
from rindle_bench.router import RouterAsk
from rindle_bench.speed import Line, echo, fetched, taken
from rindle_bench.terminal import SimulatedTerminal
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.model import parse

_ACTIONS = "screw|swing|cover|nuts|push|power|entries|desk|page|faults|router"
_PATH = re.compile(rf"/terminals/([A-Za-z0-9_-]{{1,60}})(?:/({_ACTIONS}))?")


class Bench:
    """All terminals of this process, by name."""

    def __init__(self) -> None:
        self.terminals: dict[str, SimulatedTerminal] = {}
        self.pages = Pages()
        self._placing = threading.Lock()

    def put(self, name: str, config: TerminalConfig) -> SimulatedTerminal:
        """The terminal of that name, made anew where its configuration differs in more than what it is pointed by.

        Two who place the same one at once get one: the later would else stand in the place of one that was ordered.
        """
        with self._placing:
            known = self.terminals.get(name)
            if known is None or not known.retune(config):
                known = self.terminals[name] = SimulatedTerminal(config)
            return known

    def act(self, name: str, action: str, data: Any) -> BaseModel | None:
        """Carries out an order; None where there is no such terminal. Raises InputError."""
        terminal = self.terminals.get(name)
        if terminal is None:
            return None
        match action:
            case "screw":
                return terminal.turn(parse(ScrewTurn, data))
            case "nuts":
                return terminal.nuts(parse(NutsChange, data))
            case "push":
                return terminal.push(parse(Push, data))
            case "swing":
                return terminal.swing(parse(Swing, data))
            case "cover":
                return terminal.cover(parse(CoverFeed, data))
            case "power":
                return terminal.power(parse(PowerChange, data))
            case "desk":
                return terminal.say(parse(DeskSaid, data))
            case "faults":
                return terminal.set_faults(parse(FaultsChange, data))
            case "router":
                return terminal.ask_router(parse(RouterAsk, data))
            case "page":
                return self.pages.open(name, terminal)
            case _:
                return terminal.tell(parse(ModemEntries, data))


class _Handler(BaseHTTPRequestHandler):
    bench: Bench
    protocol_version = "HTTP/1.1"
    disable_nagle_algorithm = True  # else the body waits for the other side to acknowledge the head

    def log_message(self, format: str, *args: Any) -> None:  # the base class names it so
        """Stays quiet: the application reports what matters."""

    def _send(self, status: int, body: dict[str, Any]) -> None:
        payload = json.dumps(body).encode()
        self.send_response(status)
        self.send_header("Content-Type", "application/json")
        self.send_header("Content-Length", str(len(payload)))
        self.end_headers()
        self.wfile.write(payload)

    def _send_telemetry(self, telemetry: BaseModel | None) -> None:
        if telemetry is None:
            self._send(
                404, {"error": {"field": "terminal", "message": "no such terminal; PUT its configuration first"}}
            )
        else:
            self._send(200, telemetry.model_dump(mode="json"))

    def _body(self) -> Any:
        try:
            return json.loads(self.rfile.read(int(self.headers.get("Content-Length", "0"))) or b"{}")
        except json.JSONDecodeError as error:
            raise InputError.one("input", f"is not JSON: {error}") from error

    def _speed(self, method: str, way: str, asked: str) -> None:
        """The simulated speed server: `/speed/ping`, `/speed/down`, `/speed/up`, the line in the question."""
        line = parse(Line, dict(parse_qsl(asked)), "line")
        if way == "up" and method == "POST":
            length = int(self.headers.get("Content-Length", "0"))
            self._send(200, {"received_bytes": taken(line, self.rfile, length)})
        elif way == "ping" and method == "GET":
            echo(line)
            self._send(200, {"simulated": True})
        elif way == "down" and method == "GET":
            self.send_response(200)
            self.send_header("Content-Type", "application/octet-stream")
            self.send_header("Content-Length", str(line.size_bytes))
            self.end_headers()
            for chunk in fetched(line):
                self.wfile.write(chunk)
        else:
            self._send(404, {"error": {"field": "path", "message": "ping, down and up are known"}})

    def _answer(self, method: str) -> None:
        told = urlsplit(self.path)
        if told.path.startswith("/speed/"):
            self._speed(method, told.path.removeprefix("/speed/"), told.query)
            return
        body = self._body() if method != "GET" else None
        if method == "GET" and self.path == "/health":
            self._send(200, {"status": "ok", "simulated": True})
            return
        match = _PATH.fullmatch(self.path)
        if match is None:
            self._send(404, {"error": {"field": "path", "message": "unknown; see docs/bench.md"}})
            return
        name, action = match[1], match[2]
        if action is None and method == "PUT":
            self._send_telemetry(self.bench.put(name, parse(TerminalConfig, body)).telemetry())
        elif action is None and method == "GET":
            known = self.bench.terminals.get(name)
            self._send_telemetry(known.telemetry() if known else None)
        elif action is not None and method == "POST":
            self._send_telemetry(self.bench.act(name, action, body))
        else:
            self._send(405, {"error": {"field": "method", "message": f"{method} is not known here"}})

    def _safely(self, method: str) -> None:
        try:
            self._answer(method)
        except InputError as error:
            self._send(422, {"error": error.as_dict()})

    def do_GET(self) -> None:  # the base class names it so
        """Answers a question."""
        self._safely("GET")

    def do_PUT(self) -> None:
        """Places a terminal."""
        self._safely("PUT")

    def do_POST(self) -> None:
        """Takes an order."""
        self._safely("POST")


def make_server(port: int = 0) -> ThreadingHTTPServer:
    """A server on loopback; port 0 takes a free one."""
    handler = type("BenchHandler", (_Handler,), {"bench": Bench()})
    server = ThreadingHTTPServer(("127.0.0.1", port), handler)
    server.daemon_threads = True
    return server
