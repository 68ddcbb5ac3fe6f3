import threading
from pathlib import Path

import pytest
from django.conf import settings
from django.contrib.auth import get_user_model

from rindle_bench.http import make_server
from rindle_server.demo import load_demo
from rindle_server.jobs.models import Job
from rindle_server.stores.models import Firm, StoreItem

HERE = Path(__file__).parent


def pytest_collection_modifyitems(items):
    """Each test starts from the demo, so each needs the database, alone and in any choice of tests too."""
    for item in items:
        if item.path.is_relative_to(HERE):
            item.add_marker(pytest.mark.django_db)


@pytest.fixture(scope="session")
def django_db_setup(django_db_setup, django_db_blocker):
    """The demo data once; each test works in a transaction of its own."""
    with django_db_blocker.unblock():
        load_demo(settings.DEMO_DIR)


@pytest.fixture(autouse=True)
def _demo_is_there(request, django_db_setup, django_db_blocker):
    """A test with real transactions empties the tables when it ends: the next one finds the demo again."""
    with django_db_blocker.unblock():
        if not Job.objects.exists():
            for kept in (StoreItem, Firm, get_user_model()):
                kept.objects.all().delete()
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
