"""The real application, started as a user starts it, and a real browser."""

import os
import signal
import subprocess
import sys
import time
import urllib.request

import pytest
from playwright.sync_api import sync_playwright

from rindle_server.launch import free_port

CHROMIUM = {
    "executable_path": "/usr/bin/chromium",
    "args": ["--no-sandbox", "--disable-gpu", "--disable-background-networking", "--disable-component-update", "--no-first-run"],
}


@pytest.fixture(scope="session")
def address(tmp_path_factory):
    port = free_port(8900)
    environment = {
        **os.environ,
        "RINDLE_DEMO_HOME": str(tmp_path_factory.mktemp("demo") / "home"),
        "RINDLE_BENCH_TIME_SCALE": "100",
    }
    log = tmp_path_factory.mktemp("log") / "demo.log"
    with log.open("w") as out:
        command = [sys.executable, "-m", "rindle_server.launch", "demo", "--port", str(port)]
        process = subprocess.Popen(command, env=environment, stdout=out, stderr=subprocess.STDOUT)
    url = f"http://127.0.0.1:{port}"
    for _ in range(300):
        try:
            urllib.request.urlopen(f"{url}/api/health", timeout=1).close()
            break
        except OSError:
            assert process.poll() is None, log.read_text()
            time.sleep(0.1)
    yield url
    process.send_signal(signal.SIGINT)
    assert process.wait(timeout=15) == 0, log.read_text()


@pytest.fixture(scope="session")
def browser():
    with sync_playwright() as playwright:
        chromium = playwright.chromium.launch(**CHROMIUM)
        yield chromium
        chromium.close()


@pytest.fixture
def page(browser, address):
    """A signed-in page that fails its test on any script error, failure of the server or request to an outside host."""
    context = browser.new_context(viewport={"width": 1280, "height": 800}, base_url=address, locale="en-GB")
    opened = context.new_page()
    troubles = []
    opened.on("pageerror", lambda error: troubles.append(str(error)))
    opened.on("request", lambda request: None if request.url.startswith((address, "data:", "blob:")) else troubles.append(request.url))
    opened.on("response", lambda answer: troubles.append(f"{answer.status} {answer.url}") if answer.status >= 500 else None)
    opened.set_default_timeout(15_000)
    assert context.request.post("/api/session/demo").ok
    opened.goto("/")
    opened.get_by_role("heading", name="Jobs").wait_for()
    yield opened
    context.close()
    assert troubles == []
