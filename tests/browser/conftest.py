"""The real application, started as a user starts it, and a real browser."""

import contextlib
import os
import shutil
import signal
import sqlite3
import subprocess
import sys
import time
import urllib.request
from pathlib import Path

import pytest
from playwright.sync_api import expect, sync_playwright

from rindle_server.launch import free_port
from tests.once import made_once

# Debian's Chromium without the parts that a screen needs is a quarter quicker; where it is missing the whole one does.
_QUICK, _WHOLE_CHROMIUM = Path("/usr/bin/chromium-headless-shell"), Path("/usr/bin/chromium")
CHROMIUM = {
    "executable_path": str(_QUICK if _QUICK.exists() else _WHOLE_CHROMIUM),
    "args": [
        "--no-sandbox",
        "--disable-gpu",
        "--disable-background-networking",
        "--disable-component-update",
        "--no-first-run",
        "--process-per-site",  # a page that is opened anew finds what the one before has compiled
        "--use-fake-device-for-media-stream",  # a camera that shows a made-up picture, and is given when asked for
        "--use-fake-ui-for-media-stream",
    ],
}
UP_WITHIN_S = 120
_FIRST_PORT, _PORTS_EACH = 9500, 50  # away from the ports of other tests, and of the other half of these
# What fades and slides on the screen is waited for by every press, and is no part of what is tried.
_STILL = """document.addEventListener('DOMContentLoaded', () => {
  const style = document.createElement('style')
  style.textContent = '*, *::before, *::after { transition: none !important; animation: none !important }'
  document.head.append(style)
})"""
expect.set_options(timeout=30_000)  # a busy machine is slow, not wrong
_LONGEST = ("test_axe", "test_journey", "test_families")
_BARE = "/api/health"  # a page that stays open, so that the browser's process does
_HERE = Path(__file__).parent
_DATABASE = "rindle.sqlite3"
_LOAD = (
    "from rindle_server.launch import _setup; _setup(); from django.conf import settings; "
    "from rindle_server.demo import load_demo; load_demo(settings.DEMO_DIR)"
)


def pytest_collection_modifyitems(items):
    """Each takes its turn. The longest files first: the workers end at about the same time."""
    for item in items:
        if _HERE in item.path.parents and not item.get_closest_marker("turns"):
            item.add_marker(pytest.mark.turns(days=12))
    items.sort(key=lambda item: item.path.stem not in _LONGEST)


@pytest.fixture(scope="session")
def loaded(tmp_path_factory):
    """The demo's data folder, loaded once for all workers and only ever copied."""

    def load(home):
        environment = {**os.environ, "RINDLE_HOME": str(home), "RINDLE_DEMO": "1"}
        subprocess.run([sys.executable, "-c", _LOAD], env=environment, check=True)

    return made_once(tmp_path_factory, "demo-home", load)


@pytest.fixture(scope="session")
def server(loaded, tmp_path_factory):
    """The worker's own server, on a copy of the demo: its address and its data folder."""
    home = tmp_path_factory.mktemp("copy") / "home"
    shutil.copytree(loaded, home)
    port = free_port(_FIRST_PORT + _PORTS_EACH * int(os.environ.get("PYTEST_XDIST_WORKER", "gw0")[2:]))
    environment = {
        **os.environ,
        "RINDLE_HOME": str(home),
        "RINDLE_DEMO": "1",
        "RINDLE_BENCH_TIME_SCALE": "100",
    }
    log = tmp_path_factory.mktemp("log") / "server.log"
    command = [sys.executable, "-m", "rindle_server.launch", "serve", "--with-bench", "--port", str(port)]
    with log.open("w") as out:
        process = subprocess.Popen(command, env=environment, stdout=out, stderr=subprocess.STDOUT)
    url = f"http://127.0.0.1:{port}"
    assert came_up(url, process), f"the server did not come up:\n{log.read_text()}"
    yield url, home
    process.send_signal(signal.SIGINT)
    assert process.wait(timeout=60) == 0, log.read_text()


@pytest.fixture(scope="module")
def address(server, loaded):
    """The server's address, with all of the demo's data as it was: no file sees what another one changed."""
    url, home = server
    with (
        contextlib.closing(sqlite3.connect(loaded / _DATABASE)) as was,
        contextlib.closing(sqlite3.connect(home / _DATABASE, timeout=60)) as now,
    ):
        was.backup(now)
    return url


def came_up(url, process):
    until = time.monotonic() + UP_WITHIN_S
    while time.monotonic() < until and process.poll() is None:
        try:
            urllib.request.urlopen(f"{url}/api/health", timeout=5).close()
            return True
        except OSError:
            time.sleep(0.1)
    return False


@pytest.fixture(scope="session")
def browser():
    with sync_playwright() as playwright:
        chromium = playwright.chromium.launch(**CHROMIUM)
        yield chromium
        chromium.close()


@pytest.fixture(scope="module")
def context(browser, address):
    """The file's browser: what it has loaded once it keeps, as a crew's does."""
    context = browser.new_context(
        viewport={"width": 1280, "height": 800}, base_url=address, locale="en-GB", service_workers="block"
    )
    context.add_init_script(_STILL)
    context.new_page().goto(_BARE)
    yield context
    context.close()


@pytest.fixture
def page(context, address):
    """A signed-in page that fails its test on any script error, failure of the server or request to an outside host.

    Nothing that an earlier page kept is there.
    """
    opened = context.new_page()
    troubles = []
    opened.on("pageerror", lambda error: troubles.append(str(error)))
    opened.on(
        "request",
        lambda request: None if request.url.startswith((address, "data:", "blob:")) else troubles.append(request.url),
    )
    opened.on(
        "response", lambda answer: troubles.append(f"{answer.status} {answer.url}") if answer.status >= 500 else None
    )
    opened.set_default_timeout(30_000)
    assert context.request.post("/api/session/demo").ok
    yield opened
    context.set_offline(False)  # a test that failed without the network takes no other one with it
    for one in [other for other in context.pages if not other.url.endswith(_BARE)]:
        one.set_viewport_size({"width": 1280, "height": 800})
        one.evaluate("localStorage.clear()")
        one.close()
    context.clear_cookies()
    assert troubles == []
