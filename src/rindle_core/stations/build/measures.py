"""What is left for a time: each with a last day and a name, from whatever room it was entered in."""

from __future__ import annotations

import datetime as dt
from collections.abc import Sequence
from typing import Annotated, Literal

from pydantic import ConfigDict, Field

from rindle_core.kernel.days import Day
from rindle_core.kernel.entry import Entry
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.model import Model, Row
from rindle_core.kernel.registry import Outcome, register
from rindle_core.stations.build.findings import MEASURE
from rindle_core.stations.names import NAMES

MeasureKind = Literal["putty", "stop_gap", "foot", "hung", "ties", "cover", "other"]
MEASURE_KINDS: dict[MeasureKind, str] = {
    "putty": "Putty instead of a seal",
    "stop_gap": "Stop-gap for a part that is not there",
    "foot": "Temporary foot",
    "hung": "Hung for the time being",
    "ties": "Loose ties instead of clips",
    "cover": "Cover or shelter",
    "other": "Something else",
}


class Measure(Row):
    """Something that is meant to go again."""

    model_config = ConfigDict(str_strip_whitespace=True)

    what: Annotated[str, Entry("What", placeholder="Panel on its foot beside the chimney")] = Field(
        min_length=1, max_length=200
    )
    kind: Annotated[MeasureKind, Entry("Kind", choices=MEASURE_KINDS)] = "other"
    until: Annotated[Day | None, Entry("Last day")] = None
    by: Annotated[str, Entry("Who sees to it")] = Field(default="", max_length=120)
    gone_on: Annotated[Day | None, Entry("Gone on", past=True)] = None


class MeasureElsewhere(Model):
    """One that another room knows."""

    station: str
    what: str
    until: dt.date | None = None


class MeasuresInput(Model):
    """The register, what other rooms know, and the day of the work."""

    measures: list[Measure] = Field(default_factory=list, max_length=60)
    elsewhere: list[MeasureElsewhere] = Field(default_factory=list, max_length=60)
    on: dt.date | None = None
    leaving: bool = Field(default=False, description="Whether the work is done: what has no last day holds then")


class MeasureView(Model):
    """A measure that still stands."""

    what: str
    kind: MeasureKind | None
    station: str = Field(description="Code of the room where it is entered")
    until: dt.date | None
    by: str
    late: bool = Field(description="Whether its last day has gone on the day of the work")
    left_days: int | None = Field(description="From the day of the work; None: no last day")


class MeasuresResult(Model):
    """Those that still stand, the one that ends first on top; without a last day before all."""

    measures: list[MeasureView]


@register("measures", "What is left for a time, with its last day", MeasuresInput, MeasuresResult)
def measures(given: MeasuresInput) -> Outcome[MeasuresResult]:
    """What has no last day, or is past it, holds once the work is done: what was meant for days stays for years."""
    views = [
        _view(one.what, one.kind, "build", one.until, one.by, given.on) for one in given.measures if one.gone_on is None
    ]
    views += [_view(one.what, None, one.station, one.until, "", given.on) for one in given.elsewhere]
    views.sort(key=lambda one: one.until or dt.date.min)
    return Outcome(MeasuresResult(measures=views), _judge(views, Level.HOLD if given.leaving else Level.MIND))


def _view(
    what: str, kind: MeasureKind | None, station: str, until: dt.date | None, by: str, on: dt.date | None
) -> MeasureView:
    left = (until - on).days if until is not None and on is not None else None
    late = left is not None and left < 0
    return MeasureView(what=what, kind=kind, station=station, until=until, by=by, late=late, left_days=left)


def _judge(views: Sequence[MeasureView], level: Level) -> list[Finding]:
    """What other rooms know, they judge: here it is only listed, but for what has no last day."""
    bare = [one for one in views if one.until is None]
    late = [one for one in views if one.late]
    dated = [one for one in views if one.until is not None and not one.late]
    if bare or late:
        first = (bare or late)[0]
        where = "" if first.station == "build" else f" ({NAMES.get(first.station, first.station)})"
        return [
            MEASURE(
                level,
                f"For a time, {'without a last day' if bare else 'and its last day has gone'}: {first.what}{where}",
                "What was meant for days stays for years.",
                clears_by="Give it the day by which it is done well, or say on which day it went.",
            )
        ]
    if dated:
        return [
            MEASURE(
                Level.MIND,
                f"Left for a time: {dated[0].what}",
                f"Until {dated[0].until:%Y-%m-%d}{f', and {len(dated) - 1} more' if len(dated) > 1 else ''}.",
                clears_by="Book the return visit before you leave.",
            )
        ]
    return []


__all__ = [
    "MEASURE_KINDS",
    "Measure",
    "MeasureElsewhere",
    "MeasureKind",
    "MeasureView",
    "MeasuresInput",
    "MeasuresResult",
    "measures",
]
