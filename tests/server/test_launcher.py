"""The launcher: what is missing is said, the first account is asked for, and stopping stops everything."""

import json
import os
import signal
import socket
import subprocess
import sys
import time
import tomllib
import urllib.error
import urllib.request
from pathlib import Path

import pytest

from rindle_server import launch, where
from rindle_server.launch import free_port

ROOT = Path(__file__).parents[2]


def run(*command, path=None, text="", **environment):
    env = {**os.environ, **environment}
    if path is not None:
        env["PATH"] = path
    return subprocess.run(
        [str(ROOT / "rindle"), *command], env=env, input=text, capture_output=True, text=True, timeout=120
    )


@pytest.fixture
def tools(tmp_path):
    """A PATH with the common tools but neither Python nor Node."""
    for name in ("sh", "dirname", "cat", "cksum", "sed", "cd", "find", "sort", "xargs", "mktemp", "env"):
        found = next((Path(folder) / name for folder in ("/bin", "/usr/bin") if (Path(folder) / name).exists()), None)
        if found:
            (tmp_path / name).symlink_to(found)
    return tmp_path


def fake(folder, name, script):
    (folder / name).write_text(f"#!/bin/sh\n{script}\n")
    (folder / name).chmod(0o755)


def test_a_missing_node_is_one_sentence(tools):
    done = run("demo", path=str(tools))
    assert done.returncode == 1
    assert done.stderr.startswith("rindle: Node 20 or newer with npm is needed")
    assert done.stderr.count("\n") == 1


def test_an_old_node_is_one_sentence(tools):
    fake(tools, "node", "echo v18.19.0")
    fake(tools, "npm", "exit 0")
    assert "Node 20 or newer" in run("demo", path=str(tools)).stderr


def test_a_missing_or_old_python_is_one_sentence(tools):
    fake(tools, "node", "echo v20.1.0")
    fake(tools, "npm", "exit 0")
    fake(tools, "python3", "exit 1")  # an interpreter that fails the version check
    done = run("demo", path=str(tools), RINDLE_PYTHON="")
    assert done.returncode == 1
    assert done.stderr.startswith("rindle: Python 3.11 or newer with venv is needed")
    assert done.stderr.count("\n") == 1


def test_a_missing_pango_is_one_sentence(tools):
    fake(tools, "node", "echo v20.1.0")
    fake(tools, "npm", "exit 0")
    # Passes the version check, fails when it is asked to load Pango.
    fake(tools, "python3", 'case "$2" in *ctypes*) exit 1;; esac; exit 0')
    done = run("demo", path=str(tools), RINDLE_PYTHON="")
    assert (
        done.stderr
        == "rindle: Pango is needed for the PDF report; on Debian: sudo apt install libpango-1.0-0 libpangoft2-1.0-0\n"
    )


def test_an_unknown_command_shows_the_usage_and_fails():
    done = run("fly")
    assert done.returncode == 2
    assert "./rindle demo" in done.stdout


def test_calc_reads_and_writes_json():
    site = {"latitude_deg": 0, "longitude_deg": 10, "satellite_longitude_deg": 10, "date": "2026-11-24"}
    done = run("calc", "aim", text=json.dumps(site))
    assert json.loads(done.stdout)["result"]["elevation_deg"] == pytest.approx(90)
    bad = run("calc", "aim", text=json.dumps({**site, "longitude_deg": 300}))
    assert (bad.returncode, json.loads(bad.stderr)["error"]["field"]) == (2, "longitude_deg")


def launched(*arguments, **environment):
    return subprocess.Popen(
        [sys.executable, "-m", "rindle_server.launch", *arguments],
        env={**os.environ, **environment},
        stdin=subprocess.DEVNULL,
        stdout=subprocess.PIPE,
        stderr=subprocess.STDOUT,
        text=True,
    )


def answers(port):
    with socket.socket() as probe:
        return probe.connect_ex(("127.0.0.1", port)) == 0


def health(port):
    for _ in range(600):
        try:
            with urllib.request.urlopen(f"http://127.0.0.1:{port}/api/health", timeout=5) as answer:
                return json.load(answer)
        except OSError:  # not up yet, or still loading
            time.sleep(0.1)
    raise AssertionError("the server did not start")


@pytest.mark.turns(days=6)
def test_stopping_the_demo_stops_the_stand_ins_too(tmp_path):
    port = free_port(9300)
    process = launched("demo", "--port", str(port), RINDLE_DEMO_HOME=str(tmp_path / "demo"))
    assert health(port)["demo"] is True
    stop_and_see_it_gone(process, port, signal.SIGINT)


def stop_and_see_it_gone(process, port, sign):
    bench = next(p for p in range(port + 1000, port + 1050) if answers(p))
    process.send_signal(sign)
    assert process.wait(timeout=15) == 0
    assert not answers(port)
    assert not answers(bench)


@pytest.mark.turns(days=6)
def test_serve_needs_a_first_account_and_then_keeps_it(tmp_path):
    home = str(tmp_path / "firm")
    refused = launched("serve", RINDLE_HOME=home, RINDLE_FIRST_NAME="", RINDLE_FIRST_PASSWORD="")
    out, _ = refused.communicate(timeout=60)
    assert refused.returncode == 1
    assert "first account needs a name and a password" in out
    port = free_port(9400)
    first = {"RINDLE_FIRST_NAME": "lineo", "RINDLE_FIRST_PASSWORD": "long enough 9"}
    process = launched("serve", "--with-bench", "--port", str(port), RINDLE_HOME=home, **first)
    told = health(port)
    stop_and_see_it_gone(process, port, signal.SIGTERM)
    assert (told["demo"], told["has_accounts"]) == (False, True)
    assert (Path(home) / "rindle.sqlite3").exists()
    assert (Path(home) / "secret-key").stat().st_mode & 0o077 == 0


@pytest.mark.turns(days=6)
def test_stores_are_imported_whole_or_not_at_all(tmp_path):
    home = str(tmp_path / "firm")
    good = subprocess.run(
        [
            sys.executable,
            "-m",
            "rindle_server.launch",
            "stores",
            str(ROOT / "demo/satellites.json"),
            str(ROOT / "demo/cables.json"),
        ],
        env={**os.environ, "RINDLE_HOME": home},
        capture_output=True,
        text=True,
        timeout=60,
    )
    assert "4 satellites" in good.stdout
    bad_file = tmp_path / "satellites.json"
    bad_file.write_text(
        '[{"code": "owl-1", "name": "Owl 1", "longitude_deg": 20}, '
        '{"code": "owl-2", "name": "Owl 2", "longitude_deg": 999}]'
    )
    bad = subprocess.run(
        [sys.executable, "-m", "rindle_server.launch", "stores", str(bad_file)],
        env={**os.environ, "RINDLE_HOME": home},
        capture_output=True,
        text=True,
        timeout=60,
    )
    assert bad.returncode == 1
    assert "longitude_deg: 999 is too large: 180 or less is accepted" in bad.stderr
    assert "Nothing was imported" in bad.stderr


def test_what_others_can_reach_is_told_with_a_code_for_a_telephone(monkeypatch):
    monkeypatch.setattr("rindle_server.network.own_address", lambda: "192.168.7.20")
    told = launch._said("0.0.0.0", 8765, Path("data"))
    assert "http://192.168.7.20:8765/" in told
    code = [line for line in told.splitlines() if set(line) & set("\u2580\u2584\u2588")]
    assert len(code) > 10
    alone = launch._said("127.0.0.1", 8765, Path("data"))
    assert "--listen 0.0.0.0" in alone
    assert not set(alone) & set("\u2580\u2584\u2588")


def test_a_wheel_has_every_file_that_is_no_code():
    told = tomllib.loads((ROOT / "pyproject.toml").read_text("utf-8"))["tool"]["setuptools"]["package-data"]
    for package, patterns in told.items():
        home = ROOT / "src" / package
        data = [one for one in home.rglob("*") if one.is_file() and one.suffix not in (".py", ".pyc")]
        assert data, package
        missing = [one for one in data if not any(one.match(f"{package}/{pattern}") for pattern in patterns)]
        assert missing == [], package


def test_what_a_wheel_carries_inside_goes_before_what_a_checkout_has_beside_it(tmp_path, monkeypatch):
    monkeypatch.setattr(where, "PACKAGE", tmp_path)
    assert where.shipped("screens", tmp_path / "beside") == tmp_path / "beside"
    (tmp_path / "screens").mkdir()
    assert where.shipped("screens", tmp_path / "beside") == tmp_path / "screens"
    assert where.KEPT == ROOT / ".rindle"  # of a checkout
    staged = (ROOT / "rindle").read_text("utf-8")
    for inside in ("screens", "demo_data"):  # as the settings ask for them
        assert f'"$made/src/rindle_server/{inside}"' in staged
