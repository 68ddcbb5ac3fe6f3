"""Words for templates."""

from __future__ import annotations

from django import template
from django.utils.safestring import SafeString, mark_safe

from rindle_core.kernel.findings import Level

register = template.Library()
_WORDS = {Level.CLEAR: "Clear", Level.MIND: "Mind", Level.HOLD: "Hold", Level.UNKNOWN: "Not yet known"}


@register.filter
def css_string(text: str) -> SafeString:
    """Text as a CSS string, for what a page prints at its foot. Source: CSS Syntax Module Level 3, 4.3.5 (escapes)."""
    told = "".join(char if char.isalnum() or char in " .,-·" else f"\\{ord(char):x} " for char in text)
    return mark_safe(f'"{told}"')  # every other character is written as its number


@register.filter
def verdict_word(level: Level) -> str:
    """The verdict as a word; the mark beside it is never alone."""
    return _WORDS[Level(level)]
