"""What all tests share: hypothesis without a deadline, so that a busy machine fails nothing;

fewer examples when asked.
"""

import gc
import os

import pytest
from hypothesis import settings

from tests.parts import turns_of_today

# The browser's driver keeps an event loop in its thread; server tests that follow it in one process are none the worse.
os.environ.setdefault("DJANGO_ALLOW_ASYNC_UNSAFE", "true")
settings.register_profile("usual", deadline=None, max_examples=30, print_blob=True)
settings.register_profile("quick", deadline=None, max_examples=10)
settings.load_profile(os.environ.get("HYPOTHESIS_PROFILE", "usual"))


@pytest.hookimpl(trylast=True)
def pytest_collection_modifyitems(config, items):
    """What takes long takes turns."""
    items[:], away = turns_of_today(items)
    if away:
        config.hook.pytest_deselected(items=away)


def pytest_collection_finish():
    """What is loaded by now stays: the collector of garbage need not walk through it again and again."""
    gc.freeze()
    gc.set_threshold(50_000, 20, 20)
