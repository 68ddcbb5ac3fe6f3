"""The `aim` calculator on a job, at its place or at another one."""

from __future__ import annotations

from rindle_core.kernel.registry import Outcome
from rindle_core.stations.aim.aim import AimInput, AimResult, aim
from rindle_core.stations.aim.beams import beam_at
from rindle_core.stations.entries import JobInput


def _port_turned(job: JobInput, place: tuple[float, float]) -> bool:
    """Whether the beam comes in the plane that the terminal's receive port does not take while its feed is at zero."""
    terminal, satellite = job.picks.terminal, job.picks.satellite
    if terminal is None or satellite is None or terminal.receive_port is None:
        return False
    covering = beam_at(satellite.beams, *place)
    return covering is not None and covering.plane is not None and covering.plane != terminal.receive_port


def aim_at(job: JobInput, place: tuple[float, float] | None) -> Outcome[AimResult] | None:
    """What the job's satellite asks for from a place (latitude and longitude, degrees); None while one is missing."""
    if place is None or job.picks.satellite is None:
        return None
    return aim(
        AimInput(
            latitude_deg=place[0],
            longitude_deg=place[1],
            height_m=job.brief.above_sea_m,
            satellite_longitude_deg=job.picks.satellite.longitude_deg,
            satellite_tilt_deg=job.picks.satellite.tilt_deg,
            port_turned=_port_turned(job, place),
            date=job.brief.date,
            clinometer=job.picks.terminal.clinometer if job.picks.terminal else None,
            rules=job.picks.rules,
        )
    )


__all__ = ["aim_at"]
