"""The figures that a crew's own instruments show."""

from __future__ import annotations

from rindle_core.catalogue.models import Instrument
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.registry import Outcome
from rindle_core.stations.aim.aim import AimResult
from rindle_core.stations.aim.dial_figures import DialFigures, dial_figures
from rindle_core.stations.aim.findings import CHECKS, LEAN_SIDE
from rindle_core.stations.aim.instruments import MOST_OFF_DEG, instrument_bias
from rindle_core.stations.aim.plumb import PlumbInput, PlumbResult, plumb
from rindle_core.stations.entries import JobInput


def correction(own: Instrument | None, typed_deg: float) -> float:
    """The chosen instrument's correction where it was ever checked, else the typed one. Checks that put it further off
    than any instrument errs are of something else, and correct nothing.
    """
    known = instrument_bias(own).result.correction_deg if own else None
    return typed_deg if own is None or known is None or abs(known) > MOST_OFF_DEG[own.kind] else known


def judge_checks(job: JobInput) -> list[Finding]:
    """Whether the checks of the chosen instruments tell how far each reads off; nothing where none or one was made."""
    rules = job.picks.rules
    chosen = ((job.picks.compass, rules.compass_deg), (job.picks.clinometer, rules.clinometer_deg))
    return [one for own, within_deg in chosen if own is not None for one in _of_checks(own, within_deg)]


def _of_checks(own: Instrument, within_deg: float) -> list[Finding]:
    told, most_deg = instrument_bias(own).result, MOST_OFF_DEG[own.kind]
    kind, at = CHECKS.of(own.kind), f"aim.{own.kind}_code"
    if told.correction_deg is not None and abs(told.correction_deg) > most_deg:
        return [
            kind(
                Level.MIND,
                f"The checks of {own.name} put it further off than any {own.kind} is",
                "Something else was read, or typed. They are left out: what it shows is taken as true.",
                figure=abs(told.correction_deg),
                limit=most_deg,
                bound="at_most",
                at=at,
                clears_by="Take the wrong check out in the stores, or check the instrument anew.",
            )
        ]
    if told.spread_deg is None or told.check_count < 2:
        return []
    agree = kind.at_most(
        told.spread_deg,
        within_deg,
        level=Level.MIND,
        clear=f"The checks of {own.name} agree",
        over=f"The checks of {own.name} lie far from each other",
        why="Its correction is the middle of them, and no surer than they are.",
        clears_by="Take out in the stores what was misread, or check the instrument anew.",
    )
    return [agree.model_copy(update={"at": at})]


def plumb_of(job: JobInput, aimed: AimResult | None) -> Outcome[PlumbResult] | None:
    """The `plumb` calculator; None while no lean was measured, or not to which side; none at all has no side."""
    leans = job.aim.lean_deg
    if aimed is None or not aimed.visible or leans is None or (leans and job.aim.lean_towards_deg is None):
        return None
    return plumb(
        PlumbInput(
            azimuth_true_deg=aimed.azimuth_true_deg,
            elevation_deg=aimed.elevation_apparent_deg,
            lean_deg=leans,
            lean_towards_deg=job.aim.lean_towards_deg or 0.0,
            rules=job.picks.rules,
        )
    )


def judge_lean_side(job: JobInput, aimed: AimResult | None) -> list[Finding]:
    """A lean to a side that nobody told corrects nothing, and is not left out in silence."""
    if aimed is None or not aimed.visible or not job.aim.lean_deg or job.aim.lean_towards_deg is not None:
        return []
    return [
        LEAN_SIDE.missing(
            "The mast leans, and to which side is not told",
            "Enter the bearing to which its top leans; until then no figure here is corrected for it.",
        )
    ]


def dial_of(job: JobInput, aimed: AimResult | None) -> DialFigures | None:
    """What the chosen instruments show; None while nothing is aimed at."""
    if aimed is None or not aimed.visible:
        return None
    leaning = plumb_of(job, aimed)
    others = job.picks.terminal.other_faces if job.picks.terminal else []
    return dial_figures(
        aimed,
        correction(job.picks.compass, job.aim.compass_correction_deg),
        correction(job.picks.clinometer, job.aim.clinometer_correction_deg),
        leaning.result if leaning else None,
        job.peak.scale_zero_deg or 0.0,
        job.picks.rules.fold_asked_deg,
        next((one for one in others if one.kind == "scale"), None),
    )


__all__ = ["correction", "dial_of", "judge_checks", "judge_lean_side", "plumb_of"]
