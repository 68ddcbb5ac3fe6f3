"""Words for templates."""

from __future__ import annotations

from django import template

from rindle_core.findings import Level

register = template.Library()
_WORDS = {Level.CLEAR: "Clear", Level.MIND: "Mind", Level.HOLD: "Hold", Level.UNKNOWN: "Not yet known"}


@register.filter
def verdict_word(level: Level) -> str:
    """The verdict as a word; the mark beside it is never alone."""
    return _WORDS[Level(level)]
