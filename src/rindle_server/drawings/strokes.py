"""A signature as it was drawn: strokes as shares of the pad's width."""

from __future__ import annotations

from rindle_server.drawings.svg import ink


def strokes_svg(lines: list[list[tuple[float, float]]], title: str) -> str:
    """The drawn strokes as a picture; empty without any."""
    paths = "".join(
        f'<path d="M{"L".join(f"{100 * x:.2f} {100 * y:.2f}" for x, y in line)}"/>' for line in lines if len(line) > 1
    )
    if not paths:
        return ""
    return (
        f'<svg class="signature" viewBox="0 0 100 30" role="img" aria-label="{title}" fill="none" '
        f'stroke="{ink("ink")}" stroke-width="0.6" stroke-linecap="round">{paths}</svg>'
    )


__all__ = ["strokes_svg"]
