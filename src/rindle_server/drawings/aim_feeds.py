"""The feeds on their bar, seen from behind the dish: where each sits, and how far it is turned."""

from __future__ import annotations

import math

from rindle_core.kernel.units import format_quantity
from rindle_core.stations.aim.spare_feeds import NamedFeed, SpareFeedsResult
from rindle_server.drawings.svg import NARROW, Drawing, Look, circle, folded, line, polar, sheet, words

_W, _MARGIN, _LINE = 780.0, 90.0, 19.0
_LEAST_PX = 9.0  # a feed's radius, however far apart they are
_WRAP = 22  # letters of a label's line


def _said(one: NamedFeed, look: Look) -> str:
    aside, over, turned = one.feed.along_bar_mm, one.feed.height_mm, one.feed.skew_deg
    return (
        f"{format_quantity(abs(aside), 'mm', look.system)} {'right' if aside >= 0 else 'left'}, "
        f"{format_quantity(abs(over), 'mm', look.system)} {'up' if over >= 0 else 'down'}, "
        f"turned {turned:.1f}°".replace("-", "−")
    )


def feed_bar(found: SpareFeedsResult, main: str, diameter_mm: float, look: Look) -> Drawing:
    """To scale: the main feed in the middle, a stroke through each feed as it is turned from upright."""
    width = NARROW if look.narrow else _W
    reach_mm = max([diameter_mm, *(abs(one.feed.along_bar_mm) for one in found.feeds)]) + diameter_mm / 2
    px = (width - 2 * (40.0 if look.narrow else _MARGIN)) / (2 * reach_mm)
    high_mm = max([0.0, *(abs(one.feed.height_mm) for one in found.feeds)]) + diameter_mm
    middle = (width / 2, 44.0 + high_mm * px)
    radius = max(_LEAST_PX, diameter_mm * px / 2)
    foot = middle[1] + high_mm * px + 26
    parts = [
        line((16, middle[1]), (width - 16, middle[1]), "rule", 5),
        words((width - 16, 22), "seen from behind", 14, "quiet", "end"),
        circle(middle, radius, "ink", 2.5, "var(--paper)"),
        words((middle[0], middle[1] - radius - 8), main, 15, "ink", weight=600),
    ]
    rows = [(one.satellite, _said(one, look)) for one in found.feeds]
    bottom = foot - _LINE
    # The innermost first, each label beside its own leader towards the middle: none is crossed by another's leader.
    for one in sorted(found.feeds, key=lambda each: abs(each.feed.along_bar_mm)):
        x, y = middle[0] + one.feed.along_bar_mm * px, middle[1] - one.feed.height_mm * px
        parts += [
            circle((x, y), radius, "stream", 2.5, "var(--stream-tint)"),
            line(polar((x, y), radius, one.feed.skew_deg), polar((x, y), radius, one.feed.skew_deg + 180), "stream", 2),
        ]
        lines = [one.satellite, *folded(_said(one, look), _WRAP if look.narrow else 60)]
        top = bottom + _LINE
        bottom = top + (len(lines) - 1) * _LINE
        parts.append(line((x, y + radius), (x, bottom), "rule", 1))
        left = one.feed.along_bar_mm < 0
        for row, text in enumerate(lines):
            at = (x + (8 if left else -8), top + row * _LINE)
            parts.append(
                words(at, text, 14 if row else 15, "ink", "start" if left else "end", weight=400 if row else 600)
            )
        bottom += 6
    return sheet("feeds", "Feeds on their bar, to scale", width, math.ceil(bottom + 16), parts, rows)


__all__ = ["feed_bar"]
