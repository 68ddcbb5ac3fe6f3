"""What a person does with the parts of the interface that are not plain inputs."""

from __future__ import annotations

import contextlib

from playwright.sync_api import Error, Locator, TimeoutError


def pick(field: Locator, option: str) -> None:
    """Picks from a list. What comes late can move the list away from under a press: then it is open still."""
    page = field.page
    field.click()
    if field.locator("input").count():
        page.keyboard.type(option)  # a long list is narrowed by what is typed
    offered = page.locator(".n-base-select-option", has_text=option).first
    for patience_ms in (2_000, 10_000, 30_000):
        with contextlib.suppress(TimeoutError, Error):
            offered.click(timeout=patience_ms)
        with contextlib.suppress(TimeoutError):
            offered.wait_for(state="hidden", timeout=patience_ms)
            break
