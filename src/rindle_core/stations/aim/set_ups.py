"""A set that travels: what its instruments show at each of its places, and the turn from where it stands."""

from __future__ import annotations

import math

from pydantic import Field

from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.geometry import wrapped_180
from rindle_core.kernel.model import Model
from rindle_core.stations.aim.aim import AimResult
from rindle_core.stations.aim.aimed import aim_at
from rindle_core.stations.aim.beams import beam_at
from rindle_core.stations.aim.dial import dial_of
from rindle_core.stations.aim.dial_figures import DialFigures
from rindle_core.stations.aim.findings import STANDS_ELSEWHERE
from rindle_core.stations.aim.instruments import standing_deg
from rindle_core.stations.entries import JobInput


class SetUpAim(Model):
    """The set at one of its places. Turns are from where it stands now: right, up, clockwise from behind positive."""

    letter: str
    visible: bool = Field(description="Whether its satellite is above the horizon there")
    beam_letter: str = Field(description="Of the beam that covers the place; empty: none does")
    dial: DialFigures | None = Field(description="What the crew's own instruments show there")
    skew_deg: float | None = Field(description="Clockwise from behind; None: nothing is turned")
    turn_right_deg: float | None
    turn_up_deg: float | None
    turn_skew_deg: float | None
    look_from_deg: float | None = Field(description="Compass bearing from which the sky has to be free")
    look_to_deg: float | None = Field(description="to this one")
    look_above_deg: float | None = Field(description="and higher than this")


def _signed(reading_deg: float | None, side: str) -> float | None:
    return None if reading_deg is None else standing_deg(reading_deg, side)


def worked_of(job: JobInput) -> dict[str, float | None]:
    """What the instruments showed on the peak, as a position keeps it; what was not read there as it was preset."""
    aim, peak = job.aim, job.peak
    side = job.aim.preset_side  # a signed angle tells by itself to which side the face leans
    at_peak = {
        "clinometer": _signed(peak.clinometer_at_peak_deg, side),
        "compass": peak.compass_at_peak_deg,
        "skew": peak.skew_set_deg,
    }
    preset = {
        "clinometer": _signed(aim.preset_measured_deg, side),
        "compass": peak.preset_compass_deg,
        "skew": peak.preset_skew_deg,
    }
    told = {name: preset[name] if read is None else read for name, read in at_peak.items()}
    return {f"worked_{name}_deg": read for name, read in told.items()} | {"worked_level_db": peak.lock_after_db}


def judge_stands(job: JobInput) -> list[Finding]:
    """Figures of Aim, beam and sky are those of the job's place: a position far from it has others."""
    place = job.brief.place
    one = next((one for one in job.sky.positions if one.letter == job.sky.position_letter), None)
    if place is None or one is None:
        return []
    try:
        away = one.placed(place).offset_m(*place)
    except InputError:
        return []
    off_m = math.hypot(*away) if away else 0.0
    if off_m <= job.picks.rules.figures_reach_m:
        return []
    return [
        STANDS_ELSEWHERE.at_most(
            off_m,
            job.picks.rules.figures_reach_m,
            level=Level.HOLD,
            clear="The figures are those of the planned position",
            over=f"The figures are not those of position {one.letter}, where it is planned",
            why="Compass, clinometer, skew, beam and sky are reckoned for the job’s place.",
            clears_by=f"Make {one.letter} the job’s place, at Brief.",
        )
    ]


def set_ups_of(job: JobInput) -> list[SetUpAim]:
    """Each place with coordinates of a job that travels, in their order. A place that cannot be read is left out, and
    so is a set that aims itself: nothing of it is set.
    """
    terminal, satellite, place = job.picks.terminal, job.picks.satellite, job.brief.place
    if job.brief.permanence != "portable" or terminal is None or terminal.panel is not None or satellite is None:
        return []
    aimed: dict[str, tuple[AimResult, tuple[float, float]]] = {}
    for one in job.sky.positions:
        try:
            at = one.placed(place)
        except InputError:
            continue
        if at.latitude_deg is not None and at.longitude_deg is not None:
            where = (at.latitude_deg, at.longitude_deg)
            found = aim_at(job, where)
            if found is not None:
                aimed[one.letter] = found.result, where
    here = aimed.get(job.sky.position_letter)
    return [_seen(job, letter, found, where, here[0] if here else None) for letter, (found, where) in aimed.items()]


def _beside_deg(elevation_deg: float, free_deg: float) -> float:
    """How far a ring of `free_deg` about a place in the sky reaches to either side in bearing: the meridians that touch
    the ring, spherical right triangle.
    """
    if abs(elevation_deg) + free_deg >= 90.0:
        return 180.0
    return math.degrees(math.asin(math.sin(math.radians(free_deg)) / math.cos(math.radians(elevation_deg))))


def _seen(job: JobInput, letter: str, found: AimResult, where: tuple[float, float], here: AimResult | None) -> SetUpAim:
    terminal = job.picks.terminal
    turns = terminal is not None and terminal.skew_mechanism != "none"
    known = here is not None and here.visible and found.visible
    covering = beam_at(job.picks.satellite.beams, *where) if job.picks.satellite else None
    free_deg = job.picks.rules.clearance_deg
    compass_deg, beside_deg = found.azimuth_magnetic_deg, _beside_deg(found.elevation_apparent_deg, free_deg)
    return SetUpAim(
        letter=letter,
        visible=found.visible,
        beam_letter=covering.letter if covering else "",
        dial=dial_of(job, found),
        skew_deg=found.skew_deg if turns and found.visible else None,
        turn_right_deg=wrapped_180(found.azimuth_true_deg - here.azimuth_true_deg) if known and here else None,
        turn_up_deg=found.elevation_apparent_deg - here.elevation_apparent_deg if known and here else None,
        turn_skew_deg=found.skew_deg - here.skew_deg if known and here and turns else None,
        look_from_deg=(compass_deg - beside_deg) % 360.0 if found.visible else None,
        look_to_deg=(compass_deg + beside_deg) % 360.0 if found.visible else None,
        look_above_deg=max(0.0, found.elevation_apparent_deg - free_deg) if found.visible else None,
    )


__all__ = ["SetUpAim", "judge_stands", "set_ups_of", "worked_of"]
