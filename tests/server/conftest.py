import threading

import pytest
from django.conf import settings
from django.contrib.auth import get_user_model

from rindle_bench.http import make_server
from rindle_server.demo import load_demo


@pytest.fixture(scope="session")
def django_db_setup(django_db_setup, django_db_blocker):
    """The demo data once; each test works in a transaction of its own."""
    with django_db_blocker.unblock():
        load_demo(settings.DEMO_DIR)


@pytest.fixture
def crew(db, client):
    client.force_login(get_user_model().objects.get(username="naledi"))
    return client


@pytest.fixture
def bench(settings):
    server = make_server()
    threading.Thread(target=server.serve_forever, daemon=True).start()
    settings.BENCH_TIME_SCALE = 100
    settings.BENCH_URL = f"http://127.0.0.1:{server.server_address[1]}"
    yield settings.BENCH_URL
    server.shutdown()
    server.server_close()
