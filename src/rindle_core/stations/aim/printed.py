"""Angles that somebody else gives for this site, against ours: the work order's and the modem's own."""

from __future__ import annotations

from typing import Literal

from rindle_core.kernel.registry import Outcome
from rindle_core.stations.aim.work_order import NorthSaid, WorkOrderInput, WorkOrderResult, work_order
from rindle_core.stations.entries import JobInput


def printed_angles(
    job: JobInput,
    azimuth_deg: float | None,
    elevation_deg: float | None,
    skew_deg: float | None,
    said_by: Literal["order", "modem"],
    north: NorthSaid = "",
) -> Outcome[WorkOrderResult] | None:
    """The `work_order` calculator on what was printed or shown; None while nothing of it was entered."""
    placed = job.brief.latitude_deg is not None and job.brief.longitude_deg is not None
    if (
        not placed
        or job.picks.satellite is None
        or (azimuth_deg is None and elevation_deg is None and skew_deg is None)
    ):
        return None
    return work_order(
        WorkOrderInput(
            latitude_deg=job.brief.latitude_deg or 0.0,
            longitude_deg=job.brief.longitude_deg or 0.0,
            height_m=job.brief.above_sea_m,
            date=job.brief.date,
            satellite=job.picks.satellite,
            others=job.picks.others,
            clinometer=job.picks.terminal.clinometer if job.picks.terminal else None,
            printed_azimuth_deg=azimuth_deg,
            printed_north=north,
            printed_elevation_deg=elevation_deg,
            printed_skew_deg=skew_deg,
            said_by=said_by,
            tolerance_deg=job.picks.rules.printed_tolerance_deg,
        )
    )
