"""The readings of each axis, pass by pass."""

from __future__ import annotations

from functools import lru_cache
from typing import NamedTuple

from rindle_core.catalogue.models import Screw, Terminal
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.registry import Outcome
from rindle_core.kernel.ties import no_more
from rindle_core.stations.aim.aim import AimResult
from rindle_core.stations.aim.dial_figures import DialFigures
from rindle_core.stations.aim.instruments import SCALES, standing_deg
from rindle_core.stations.entries import JobInput
from rindle_core.stations.peak.findings import SECOND_PASS
from rindle_core.stations.peak.peaking import PeakView, peak
from rindle_core.stations.peak.preset import TurnsInput, TurnsResult, screw_turns
from rindle_core.stations.peak.readings import Axis, PeakInput, PeakReading

AXES: tuple[Axis, Axis] = ("elevation", "azimuth")
_SURE_SHARE = 0.05  # of the degrees a turn, under which what was learnt goes before the catalogue


def readings(job: JobInput, axis: Axis, pass_number: int) -> list[PeakReading]:
    """The readings of an axis on a pass, oldest first."""
    return [
        PeakReading(turns=r.turns, level_db=r.level_db, turning=r.turning, mark=r.mark)
        for r in job.peak.readings
        if r.axis == axis and r.pass_number == pass_number
    ]


def last_pass(job: JobInput, axis: Axis) -> int:
    """Number of the axis's newest pass; 1 before any reading."""
    return max((r.pass_number for r in job.peak.readings if r.axis == axis), default=1)


def screw_of(terminal: Terminal, axis: Axis) -> Screw:
    """The fine screw of an axis as the stores have it."""
    return terminal.elevation_screw if axis == "elevation" else terminal.azimuth_screw


def from_middle(job: JobInput, axis: Axis) -> float | None:
    """Where the screw stood from its mid-travel at the count of 0; None where nobody said."""
    return job.peak.elevation_mid_turns if axis == "elevation" else job.peak.azimuth_mid_turns


def turns_learnt(
    job: JobInput, axis: Axis, wanted_deg: float | None, dial: DialFigures | None = None
) -> Outcome[TurnsResult] | None:
    """The `screw_turns` calculator on one axis; None where nothing was shown at a count of it.

    A clinometer's readings are unfolded first: on the far side of level or plumb they fall as the beam rises. Where a
    row does not say to which side the face leant, it is the one to which it has to lean.
    """
    terminal = job.picks.terminal
    if terminal is None or not any(one.axis == axis for one in job.peak.screw_checks):
        return None
    screw = screw_of(terminal, axis)
    checks, wanted_side = job.peak.screw_checks, dial.clinometer_side if dial else ""
    if axis == "elevation" and terminal.clinometer.kind not in SCALES:
        checks = [
            one.model_copy(update={"shown_deg": standing_deg(one.shown_deg, one.leans or wanted_side)})
            for one in checks
        ]
        wanted_deg = None if wanted_deg is None else standing_deg(wanted_deg, wanted_side)
    return screw_turns(
        TurnsInput(
            checks=checks,
            axis=axis,
            catalogue_deg_per_turn=screw.deg_per_turn,
            play_turns=screw.backlash_turns,
            span_turns=screw.span_turns,
            from_middle_turns=from_middle(job, axis) or 0.0,
            wanted_deg=wanted_deg,
            reading_sd_deg=job.picks.rules.clinometer_deg if axis == "elevation" else job.picks.rules.compass_deg,
        )
    )


def _screw(job: JobInput, terminal: Terminal, axis: Axis) -> Screw:
    """With the degrees a turn that were learnt, once they are known better than the catalogue's."""
    screw, found = screw_of(terminal, axis), turns_learnt(job, axis, None)
    if found is None or found.result.deg_per_turn is None or found.result.sd_deg_per_turn is None:
        return screw
    learnt, sd = abs(found.result.deg_per_turn), found.result.sd_deg_per_turn
    sure = learnt > 0 and sd / learnt < _SURE_SHARE and screw.link is None
    return screw.model_copy(update={"deg_per_turn": learnt}) if sure else screw


@lru_cache(maxsize=64)
def _reckoned(given: str) -> Outcome[PeakView]:
    """An axis is reckoned anew only where something of it changed, not at every keystroke elsewhere."""
    return peak(PeakInput.model_validate_json(given))


def peak_of(
    job: JobInput,
    axis: Axis,
    aimed: AimResult | None,
    predicted_db: float | None,
    pass_number: int,
    *,
    other_proved: bool = False,
) -> Outcome[PeakView] | None:
    """The `peak` calculator on one axis and pass; None without a terminal."""
    terminal = job.picks.terminal
    if terminal is None or terminal.panel is not None:
        return None
    return _reckoned(
        PeakInput(
            axis=axis,
            readings=readings(job, axis, pass_number),
            screw=_screw(job, terminal, axis),
            elevation_deg=min(90.0, max(0.0, aimed.elevation_apparent_deg)) if aimed else 0.0,
            beamwidth_deg=terminal.beamwidth_deg(axis),
            from_middle_turns=from_middle(job, axis) or 0.0,
            predicted_level_db=predicted_db,
            other_axis_proved=other_proved,
            rules=job.picks.rules,
        ).model_dump_json()
    )


class Turn(NamedTuple):
    """An axis's pass as it came in time."""

    axis: Axis
    pass_number: int


def turns_in_time(job: JobInput) -> list[Turn]:
    """The passes of both axes in the order in which they were finished."""
    last: dict[Turn, int] = {}
    for number, one in enumerate(job.peak.readings):
        last[Turn(one.axis, one.pass_number)] = number
    return sorted(last, key=last.__getitem__)


def second_pass(
    job: JobInput, aimed: AimResult | None, views: dict[Axis, PeakView | None]
) -> tuple[float | None, list[Finding]]:
    """Gain of the last pass over the one before it in time, fitted top against fitted top, and whether another is
    worth it.

    A mast out of plumb couples the axes: after both were peaked the first one is peaked again, until a pass gains less
    than the house rule. By ear alone there is no level, and the second pass itself is the proof.
    """
    if not all(view is not None and view.fit is not None and view.fit.bracketed for view in views.values()):
        return None, []
    order = turns_in_time(job)
    if len(order) < 3:
        again = "azimuth" if order and order[-1].axis == "elevation" else "elevation"
        waits = SECOND_PASS.missing(
            "No second pass yet",
            f"Begin a second pass of the {again}: on a mast out of plumb each axis moves the other a little.",
        )
        return None, [waits]
    levels = []
    for axis, number in order[-2:]:
        found = peak_of(job, axis, aimed, None, number)
        fit = found.result.fit if found else None
        if fit is None or not fit.bracketed:
            half = SECOND_PASS.missing(
                "The last pass is not finished",
                f"Read the {axis} until it has fallen on both sides, then go to its top.",
            )
            return None, [half]
        levels.append(fit.top_level_db if found and found.result.best_level_db is not None else None)
    if levels[0] is None or levels[1] is None:
        by_ear = SECOND_PASS(
            Level.CLEAR,
            "Both axes were passed again",
            "By ear there is no figure of what it gained; both falls were heard on each axis.",
        )
        return None, [by_ear]
    gain_db = levels[1] - levels[0]
    level = Level.CLEAR if no_more(gain_db, job.picks.rules.second_pass_db) else Level.UNKNOWN
    finding = SECOND_PASS(
        level,
        "Another pass is not worth it" if level is Level.CLEAR else "The last pass still gained",
        "On a mast out of plumb each axis moves the other a little.",
        figure=gain_db,
        limit=job.picks.rules.second_pass_db,
        bound="at_most",
        clears_by="" if level is Level.CLEAR else "Peak elevation and azimuth once more.",
    )
    return gain_db, [finding]


__all__ = [
    "AXES",
    "Turn",
    "from_middle",
    "last_pass",
    "peak_of",
    "readings",
    "screw_of",
    "second_pass",
    "turns_in_time",
    "turns_learnt",
]
