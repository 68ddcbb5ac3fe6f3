"""The figures that a crew's own instruments show."""

from __future__ import annotations

from rindle_core.catalogue.models import Instrument
from rindle_core.kernel.findings import Finding
from rindle_core.kernel.registry import Outcome
from rindle_core.stations.aim.aim import AimResult
from rindle_core.stations.aim.dial_figures import DialFigures, dial_figures
from rindle_core.stations.aim.findings import LEAN_SIDE
from rindle_core.stations.aim.instruments import instrument_bias
from rindle_core.stations.aim.plumb import PlumbInput, PlumbResult, plumb
from rindle_core.stations.entries import JobInput


def correction(own: Instrument | None, typed_deg: float) -> float:
    """The chosen instrument's correction where it was ever checked, else the typed one."""
    known = instrument_bias(own).result.correction_deg if own else None
    return typed_deg if known is None else known


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


__all__ = ["correction", "dial_of", "judge_lean_side", "plumb_of"]
