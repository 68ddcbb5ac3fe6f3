"""Before the sweep: each figure against its tolerance in the order of school, travel of the screws, turns learnt."""

from __future__ import annotations

import math

import numpy as np
from pydantic import Field

from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.geometry import wrap_180
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.science.lobe_fit import head_positions
from rindle_core.stations.aim.instruments import AS_USUAL, Side, SidesTold, off_by_side_deg
from rindle_core.stations.peak.findings import PRESET, STANDS, TRAVEL
from rindle_core.stations.peak.readings import Axis
from rindle_core.stations.peak.rows import ScrewCheck

_ORDER = ("elevation", "skew", "azimuth")
_MANY_TURNS = 60.0


class PresetItem(Model):
    """A figure to set: what the instrument has to show, what it shows, and how near is near enough."""

    what: str = Field(pattern="^(elevation|skew|azimuth)$")
    instrument: str
    wanted_deg: float
    shown_deg: float | None = None
    tolerance_deg: float = Field(gt=0)
    wanted_side: Side = Field(default="", description="To which side the face has to lean, of an elevation")
    shown_side: SidesTold = Field(default="", description="To which it does; empty: not told, as usual where plain")
    side_matters: bool = Field(default=False, description="Near level or plumb, so that the side has to be told")


class PresetInput(Model):
    """Figures in any order; they are judged in the order of school."""

    items: list[PresetItem] = Field(max_length=6)
    scale_zero_deg: float = Field(default=0.0, ge=-45, le=45, description="What the scale shows with the head level")
    arrow_deg: float | None = Field(default=None, ge=-20, le=20, description="Offset arrow after the coarse azimuth")
    elevation_deg: float = Field(default=0.0, ge=-5, le=90, description="Of the beam, as planned")


class PresetRow(Model):
    """A figure as it stands. `off_deg` is shown less wanted."""

    what: str
    instrument: str
    wanted_deg: float
    shown_deg: float | None
    off_deg: float | None
    tolerance_deg: float
    ok: bool | None = Field(description="None: not read yet, or to a side that was not told")
    wanted_side: Side = ""
    side_wanted: bool = Field(default=False, description="Read, and only the side to which the face leans is missing")


class PresetResult(Model):
    """What to set next; None once all is right. The new elevation is the plan's with the offset arrow added."""

    rows: list[PresetRow]
    next_what: str | None
    ready: bool = Field(description="Elevation and skew are right: a sweep can hit")
    new_elevation_deg: float | None


@register(
    "preset", "Figures set before the sweep against their tolerances, in the order of school", PresetInput, PresetResult
)
def preset(given: PresetInput) -> Outcome[PresetResult]:
    """Shown less wanted, on the circle; a scale's zero error is added to what it has to show. A sweep only hits at the
    right height, and the compass is the least certain: elevation first, then skew, azimuth last.
    """
    rows = []
    for item in sorted(given.items, key=lambda one: _ORDER.index(one.what)):
        wanted = item.wanted_deg + (given.scale_zero_deg if item.what == "elevation" else 0.0)
        off = None if item.shown_deg is None else _off_deg(item, item.shown_deg, wanted)
        rows.append(
            PresetRow(
                what=item.what,
                instrument=item.instrument,
                wanted_deg=wanted,
                shown_deg=item.shown_deg,
                off_deg=off,
                tolerance_deg=item.tolerance_deg,
                ok=None if off is None else abs(off) <= item.tolerance_deg + 1e-9,
                wanted_side=item.wanted_side,
                side_wanted=off is None and item.shown_deg is not None,
            )
        )
    waiting = next((row.what for row in rows if row.ok is not True), None)
    result = PresetResult(
        rows=rows,
        next_what=waiting,
        ready=all(row.ok is True for row in rows if row.what != "azimuth"),
        new_elevation_deg=None if given.arrow_deg is None else given.elevation_deg + given.arrow_deg,
    )
    return Outcome(result, [_judge(row) for row in rows])


def _off_deg(item: PresetItem, shown_deg: float, wanted_deg: float) -> float | None:
    if item.what != "elevation" or not (item.side_matters or item.shown_side or item.wanted_side):
        return float(wrap_180(shown_deg - wanted_deg))
    within = item.tolerance_deg if item.side_matters else None
    return off_by_side_deg(shown_deg, item.shown_side, wanted_deg, item.wanted_side, untold_within_deg=within)


_ENTERED = {
    "elevation": "aim.preset_measured_deg",
    "skew": "peak.preset_skew_deg",
    "azimuth": "peak.preset_compass_deg",
}


def _judge(row: PresetRow) -> Finding:
    at = "aim.preset_side" if row.side_wanted else _ENTERED[row.what]
    return _told(row).model_copy(update={"at": at})


def _told(row: PresetRow) -> Finding:
    if row.side_wanted:
        return PRESET.of(row.what).missing(
            f"Whether the {row.what} is preset is not known: to which side the face leans was not told",
            f"It has to stand {row.wanted_side or AS_USUAL}: look at it from the side, and say how it leans.",
        )
    if row.off_deg is None:
        return PRESET.of(row.what).missing(
            f"Nothing was read of the preset {row.what} yet",
            f"Set it until {row.instrument} shows the figure, and enter what it shows.",
        )
    return PRESET.of(row.what).at_most(
        abs(row.off_deg),
        row.tolerance_deg,
        clear=f"The {row.what} is preset well enough",
        over=f"The {row.what} is not preset well enough",
        why="A sweep only hits at the right height, and with the right skew.",
        clears_by=f"Set it until {row.instrument} shows the figure.",
    )


_AT_PEAK = {"elevation": "peak.clinometer_at_peak_deg", "azimuth": "peak.compass_at_peak_deg"}


def judge_stands(row: PresetRow, *, kept: bool) -> list[Finding]:
    """What an instrument shows with the beam on the peak; nothing where it was not read."""
    if row.side_wanted:
        untold = STANDS.of(row.what).missing(
            "What the clinometer shows on the peak is no one angle: to which side the face leans was not told",
            f"It has to stand {row.wanted_side or AS_USUAL}: look at it from the side, and say how it leans.",
        )
        return [untold.model_copy(update={"at": "aim.preset_side"})]
    if row.off_deg is None:
        return []
    becomes = "At sign-off it becomes a check of the instrument." if kept else "It is not kept as a check of it."
    found = STANDS.of(row.what).at_most(
        abs(row.off_deg),
        row.tolerance_deg,
        level=Level.MIND,
        clear=f"On the peak {row.instrument} shows its figure",
        over=f"On the peak {row.instrument} shows another figure than Aim",
        why=f"Either it is off or was misread, or this is a side lobe or another satellite. {becomes}",
        clears_by="Read it once more, off the steel, and look at network and level; take out what was misread.",
    )
    return [found.model_copy(update={"at": _AT_PEAK[row.what]})]


class TurnsInput(Model):
    """What an instrument or scale showed at counts of one screw, and what it has to show."""

    checks: list[ScrewCheck] = Field(max_length=60)
    axis: Axis
    catalogue_deg_per_turn: float = Field(gt=0)
    play_turns: float = Field(default=0.0, ge=0, le=5)
    span_turns: float = Field(default=12.0, gt=0)
    from_middle_turns: float = Field(default=0.0, ge=-100, le=100)
    wanted_deg: float | None = Field(default=None, ge=-360, le=360)
    reading_sd_deg: float = Field(default=0.2, gt=0, le=5)


class TurnsResult(Model):
    """Degrees a turn as learnt; None with fewer than two counts."""

    deg_per_turn: float | None
    sd_deg_per_turn: float | None
    remaining_turns: float | None = Field(description="From the last count to the wanted figure, up positive")
    to_stop_turns: float = Field(description="From the last count to the nearer end stop")
    reaches: bool | None = Field(description="Whether the screw gets there before its stop; None: not known")


@register("screw_turns", "Degrees a turn learnt from readings, and turns that remain", TurnsInput, TurnsResult)
def screw_turns(given: TurnsInput) -> Outcome[TurnsResult]:
    """A straight line by least squares through the places of the head; its standard error by the readings' own."""
    own = [one for one in given.checks if one.axis == given.axis]
    count = np.array([one.turns for one in own])
    shown = np.array([one.shown_deg for one in own])
    last = float(count[-1]) if len(own) else 0.0
    stops = [side * given.span_turns - given.from_middle_turns - last for side in (-1, 1)]
    slope = sd = None
    if len({one.turns for one in own}) >= 2:
        down = np.concatenate([[False], np.diff(count) < 0])
        at = head_positions(count, down, given.play_turns)
        spread = float(((at - at.mean()) ** 2).sum())
        slope = float(((at - at.mean()) * (shown - shown.mean())).sum() / spread)
        sd = given.reading_sd_deg / math.sqrt(spread)
    by = slope if slope is not None and abs(slope) > 1e-6 else given.catalogue_deg_per_turn
    remaining = None
    if given.wanted_deg is not None and len(own):
        remaining = (given.wanted_deg - float(shown[-1])) / by
    reaches = None if remaining is None else bool(stops[0] <= remaining <= stops[1])
    result = TurnsResult(
        deg_per_turn=slope,
        sd_deg_per_turn=sd,
        remaining_turns=None if remaining is None or abs(remaining) > _MANY_TURNS else remaining,
        to_stop_turns=min(abs(one) for one in stops),
        reaches=reaches,
    )
    findings = []
    if reaches is False:
        findings.append(
            TRAVEL.of(given.axis)(
                Level.HOLD,
                f"The {given.axis} screw ends before the figure",
                "It has fewer turns left than it needs.",
                figure=result.to_stop_turns,
                clears_by="Set the screw to its middle and turn the head itself by the rest.",
            )
        )
    return Outcome(result, findings)


def judge_travel(axis: Axis, span_turns: float, from_middle_turns: float | None, beam_turns: float) -> Finding:
    """Whether a fine screw has its way to both sides; unknown while nobody said where it stands."""
    told = _travel(axis, span_turns, from_middle_turns, beam_turns)
    return told.model_copy(update={"at": f"peak.{axis}_mid_turns"})


def _travel(axis: Axis, span_turns: float, from_middle_turns: float | None, beam_turns: float) -> Finding:
    if from_middle_turns is None:
        return TRAVEL.of(axis).missing(
            f"Where the {axis} screw stands is not known",
            "Set it to the middle of its travel and enter 0, or count its turns from there.",
        )
    return TRAVEL.of(axis).at_least(
        span_turns - abs(from_middle_turns),
        beam_turns,
        clear=f"The {axis} screw has travel to both sides",
        under=f"The {axis} screw stands near its end",
        why="Fine pointing has to pass the top to both sides.",
        clears_by="Set it to its middle before the coarse pointing.",
    )


__all__ = [
    "PresetInput",
    "PresetItem",
    "PresetResult",
    "TurnsInput",
    "TurnsResult",
    "judge_travel",
    "preset",
    "screw_turns",
]
