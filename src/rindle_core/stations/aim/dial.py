"""The figures that a crew's own instruments show."""

from __future__ import annotations

from rindle_core.catalogue.models import Instrument
from rindle_core.stations.aim.aim import AimResult
from rindle_core.stations.aim.instruments import DialFigures, dial_figures, instrument_bias
from rindle_core.stations.entries import JobInput


def correction(own: Instrument | None, typed_deg: float) -> float:
    """The chosen instrument's correction where it was ever checked, else the typed one."""
    known = instrument_bias(own).result.correction_deg if own else None
    return typed_deg if known is None else known


def dial_of(job: JobInput, aimed: AimResult | None) -> DialFigures | None:
    """What the chosen instruments show; None while nothing is aimed at."""
    if aimed is None or not aimed.visible:
        return None
    return dial_figures(
        aimed,
        correction(job.picks.compass, job.aim.compass_correction_deg),
        correction(job.picks.clinometer, job.aim.clinometer_correction_deg),
    )


__all__ = ["correction", "dial_of"]
