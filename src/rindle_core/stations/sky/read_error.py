"""What a skyline may be off by, and whether the verdict still holds then; and one that is of no site."""

from __future__ import annotations

from rindle_core.kernel.findings import Finding, Level
from rindle_core.science.sight import about, margins
from rindle_core.science.skyline import SkylinePoint
from rindle_core.stations.entries import JobInput
from rindle_core.stations.sky.facts import SkylineSet
from rindle_core.stations.sky.findings import BEARINGS, READ_ERROR, SIMULATED
from rindle_core.stations.sky.fixed_sky import SkyInput, sight_of
from rindle_core.stations.sky.seen import sky_input

_READ = 0  # the layer of what people read


def judge_read_error(job: JobInput, letter: str, used: SkylineSet) -> list[Finding]:
    """Of the skyline that serves a position: a fixed beam's tube with the points moved by their own errors, a panel's
    bearings against the house rule. Where no error is told, nothing is reckoned with.
    """
    if used.simulated and used.points:
        return [
            SIMULATED(
                Level.HOLD,
                "This skyline was traced with a simulated telephone",
                "It was traced to practise: nothing of it stands at the site.",
                clears_by="Choose another skyline, or take this one out and read the site's own.",
            )
        ]
    bearing_deg, height_deg = _errors_deg(job, used)
    if not any(one.layer == _READ for one in used.points) or not (bearing_deg or height_deg):
        return []
    if job.picks.terminal is not None and job.picks.terminal.panel is not None:
        return _of_panel(job, bearing_deg)
    given = sky_input(job, letter)
    return [] if given is None or not given.skyline else _of_fixed(given, bearing_deg or 0.0, height_deg or 0.0)


def _errors_deg(job: JobInput, used: SkylineSet) -> tuple[float | None, float | None]:
    """Of bearings and heights: as told, else of what was traced with a telephone those of the house; None: not told."""
    rules = job.picks.rules
    usual = (rules.handset_compass_deg, rules.handset_level_deg) if used.by_telephone else (None, None)
    told = (used.bearing_error_deg, used.height_error_deg)
    return (usual[0] if told[0] is None else told[0], usual[1] if told[1] is None else told[1])


def _of_panel(job: JobInput, bearing_deg: float | None) -> list[Finding]:
    if bearing_deg is None:
        return []
    return [
        BEARINGS.at_most(
            bearing_deg,
            job.picks.rules.skyline_bearing_deg,
            level=Level.MIND,
            clear="The bearings of the skyline are known well enough",
            over="The bearings of the skyline are as rough as a telephone's compass",
            why="Turned by so much, other passes are hidden than those that were counted.",
            clears_by="Bring a landmark of known bearing to the middle, say so, and trace it anew.",
        )
    ]


def moved_by(point: SkylinePoint, turn_deg: float, raise_deg: float) -> SkylinePoint:
    """A read point as it would be if it was off by so much; what was traced or computed stays."""
    if point.layer != _READ:
        return point
    return point.model_copy(
        update={
            "azimuth_deg": (point.azimuth_deg + turn_deg) % 360.0 % 360.0,
            "elevation_deg": min(90.0, max(-20.0, point.elevation_deg + raise_deg)),
        }
    )


def _of_fixed(given: SkyInput, turn_deg: float, raise_deg: float) -> list[Finding]:
    """The least that is left beyond the tube with the readings turned to either side and raised by their errors."""
    sight = sight_of(given)

    def left_deg(turned_deg: float, raised_deg: float) -> float:
        moved = [moved_by(one, turned_deg, raised_deg) for one in given.skyline]
        return margins(sight, given.model_copy(update={"skyline": moved}).profile(about=about(sight))).tube_deg

    if left_deg(0.0, 0.0) < 0:
        return []  # the tube is touched as it was read: that is told
    return [
        READ_ERROR.at_least(
            min(left_deg(side * turn_deg, raise_deg) for side in (-1.0, 0.0, 1.0)),
            0.0,
            level=Level.MIND,
            clear="The beam's tube is free even where the skyline is off by its errors",
            under="The beam's tube is free only if the skyline is right",
            why="Turned and raised by what its readings may be off, something stands in the tube.",
            clears_by="Set the bearings by a landmark and read again, or measure what stands nearest with compass and "
            "clinometer.",
        )
    ]


__all__ = ["judge_read_error", "moved_by"]
