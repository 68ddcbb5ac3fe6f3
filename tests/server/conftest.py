import contextlib
import os
import sqlite3
import threading
from collections.abc import Callable
from pathlib import Path

import pytest
from django.conf import settings
from django.contrib.auth import get_user_model
from django.db import connection
from django.test.client import Client, ClientHandler

from rindle_bench.http import make_server
from rindle_server.demo import load_demo
from tests.once import made_once

HERE = Path(__file__).parent
_DEMO: pytest.StashKey[Callable[[], None]] = pytest.StashKey()  # fills the tests' database with the demo anew


_OF_THE_FILE = {
    "test_launcher.py",
    "test_keeping.py",
    "test_migration.py",
    "test_a_rubbish_database_and_one_of_a_later_version_are_said_in_a_sentence",
    "test_a_first_password_that_is_guessed_at_once_is_refused",
}


def pytest_collection_modifyitems(items):
    """Each test starts from the demo, so each needs the database, alone and in any choice of tests too."""
    elsewhere = pytest.mark.skip(reason="about the data folder's own file, and DATABASE_URL names another database")
    for item in items:
        if item.path.is_relative_to(HERE):
            item.add_marker(pytest.mark.django_db)
            if os.environ.get("DATABASE_URL") and {item.path.name, item.name.partition("[")[0]} & _OF_THE_FILE:
                item.add_marker(elsewhere)


@pytest.fixture(scope="session")
def django_db_setup(django_db_setup, django_db_blocker, request, tmp_path_factory):
    """The demo data, loaded once for all workers; each test works in a transaction of its own."""
    if connection.vendor != "sqlite":
        yield from _other_database(request, django_db_blocker)
        return
    copy = sqlite3.connect(":memory:", check_same_thread=False)

    def fill_anew():
        with django_db_blocker.unblock():
            connection.ensure_connection()
            copy.backup(connection.connection)

    def load(place):
        with django_db_blocker.unblock(), contextlib.closing(sqlite3.connect(place)) as kept:
            load_demo(settings.DEMO_DIR)
            connection.connection.backup(kept)

    with contextlib.closing(sqlite3.connect(made_once(tmp_path_factory, "demo-loaded.sqlite3", load))) as told:
        told.backup(copy)
    fill_anew()
    request.config.stash[_DEMO] = fill_anew
    yield
    copy.close()


def _other_database(request, django_db_blocker):
    """Where DATABASE_URL names a server of databases the demo is loaded anew after a test with real transactions."""

    def fill_anew():
        with django_db_blocker.unblock():
            load_demo(settings.DEMO_DIR)

    fill_anew()
    request.config.stash[_DEMO] = fill_anew
    yield


@pytest.hookimpl(wrapper=True)
def pytest_runtest_teardown(item):
    """A test with real transactions empties the tables when it ends: the next one finds the demo again."""
    yield
    if any(marker.kwargs.get("transaction") for marker in item.iter_markers("django_db")):
        item.config.stash[_DEMO]()


@pytest.fixture(autouse=True)
def quick_passwords(settings):
    """What is slow on purpose would be most of the time of these tests. The launcher's tests use the real one."""
    settings.PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]


@pytest.fixture(scope="session")
def _way_in():
    """What every request goes through: the screens' files are looked at once, not for each test."""
    handler = ClientHandler(enforce_csrf_checks=False)
    handler.load_middleware()
    return handler


@pytest.fixture
def client(_way_in):
    client = Client()
    client.handler = _way_in
    return client


@pytest.fixture
def crew(db, client):
    client.force_login(get_user_model().objects.get(username="naledi"))
    return client


@pytest.fixture
def bench(settings):
    server = make_server()
    threading.Thread(target=server.serve_forever, args=(0.02,), daemon=True).start()
    settings.BENCH_TIME_SCALE = 100
    settings.BENCH_URL = f"http://127.0.0.1:{server.server_address[1]}"
    yield settings.BENCH_URL
    server.shutdown()
    server.server_close()
