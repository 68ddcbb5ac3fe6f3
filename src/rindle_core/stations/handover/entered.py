"""What is refused at Hand over: what is on no list."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from rindle_core.catalogue.house_words import by_code
from rindle_core.stations.entries import JobInput
from rindle_core.stations.words import refuse_unknown


def entered(change: Mapping[str, Any], job: JobInput) -> dict[str, Any]:
    """The change as it is. Raises InputError."""
    words = job.picks.words
    refuse_unknown(
        change,
        {
            "needs_proved": by_code(words.needs),
            "old_line_proved": by_code(words.old_lines),
            "items_given": by_code(words.items_given),
            "shown_to": by_code(words.shown_to),
        },
    )
    return dict(change)


__all__ = ["entered"]
