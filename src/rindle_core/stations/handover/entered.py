"""What is refused at Hand over: what is on no list."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from rindle_core.catalogue.house_words import by_code
from rindle_core.kernel.model import parse
from rindle_core.stations.belongs import Belongs
from rindle_core.stations.entries import JobInput
from rindle_core.stations.handover.facts import HandOverFacts
from rindle_core.stations.handover.findings import PROVED_OF
from rindle_core.stations.words import refuse_unknown

# What a customer signs for: where it changes, the signature under it counts no more.
_SIGNED_FOR = ("runs", "needs_proved", "old_line_proved", "items_given", "customer_name", "customer_objects")


def _of_the_new_line(row: Any) -> bool:
    """What was measured or shown of the line that the job brings; the old line's runs are of no terminal of the job."""
    when = row.get("when") if isinstance(row, Mapping) else getattr(row, "when", None)
    return when != "before"


BELONGS = Belongs(
    room="handover",
    kind=PROVED_OF,
    what="What was measured, shown and signed for",
    rows=("runs", "shown_to", "items_given", "needs_proved", "customer_signed_at"),
    told={
        "proved_terminal_code": "terminal_code",
        "proved_satellite_code": "satellite_code",
        "proved_constellation_code": "constellation_code",
        "proved_mount_code": "mount_code",
    },
    counts=_of_the_new_line,
    is_one=True,
)


def _changed(change: Mapping[str, Any], job: JobInput) -> bool:
    """Whether the change means another thing than what stands there; sent again as it is it changes nothing."""
    told = {name: change[name] for name in _SIGNED_FOR if change.get(name) is not None}
    news = parse(HandOverFacts, told)
    return any(name in change and getattr(news, name) != getattr(job.handover, name) for name in _SIGNED_FOR)


def entered(change: Mapping[str, Any], job: JobInput) -> dict[str, Any]:
    """The change; a signature under what changes is taken away. Raises InputError."""
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
    whole = dict(change)
    if job.handover.customer_signed_at is not None and "customer_signed_at" not in change and _changed(change, job):
        whole |= {"customer_signed_at": None, "customer_lines": None}  # signed was what was shown then
    return whole | BELONGS.stamped(whole, job)


__all__ = ["BELONGS", "entered"]
