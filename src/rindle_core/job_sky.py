"""A job's sky: which skyline is in use for which position, and what it comes to for a fixed satellite or a panel."""

from __future__ import annotations

import datetime as dt
import math
from functools import lru_cache
from typing import Any

import numpy as np
from pydantic import Field

from rindle_core.job_facts import JobFacts, SkylineSet
from rindle_core.kernel.findings import Finding, Level, missing, worst
from rindle_core.kernel.geometry import Array, wrap_180
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome
from rindle_core.kernel.units import format_quantity
from rindle_core.science.magnetism import magnetic_field
from rindle_core.science.skyline import scanned_percent
from rindle_core.science.sun import zone_of_longitude_h
from rindle_core.stations.peak.panel_attitude import AttitudeInput, AttitudeResult, panel_attitude
from rindle_core.stations.sky.compare import CompareInput, CompareResult, PositionSky, compare
from rindle_core.stations.sky.fixed_sky import SkyInput, SkyResult, sky
from rindle_core.stations.sky.low_orbit import LowOrbitResult, bearings_of, low_orbit
from rindle_core.stations.sky.passes import LowOrbitInput
from rindle_core.stations.sky.trial import TrialInput, TrialResult, trial
from rindle_core.stations.sky.ways_out import WayOutcome, WaysOutInput, WaysOutResult, ways_out

_ABOUT_DEG = 45.0  # of the skyline about a fixed satellite that has to be read
_USUAL_RAISE_M = 8.0  # beyond this a mast is another kind of work
_GAIN = 0.05  # degrees or percent: what is less is no gain
_FAR_M = 1000.0  # a skyline that was read further off is not moved to a position


class PanelAim(Model):
    """What a panel's mount is set to. A self-aiming one needs no more than its sky."""

    self_aiming: bool
    azimuth_true_deg: float = Field(description="Of the boresight: as planned, else where the satellites are")
    azimuth_magnetic_deg: float
    declination_deg: float
    tilt_deg: float


class PositionView(Model):
    """A candidate's sky, for the table and the small strips."""

    letter: str
    own: bool = Field(description="Whether a skyline was read there; else it is moved from another place")
    sky: SkyResult | None
    low_orbit: LowOrbitResult | None


class SkyAssessment(Model):
    """All that the Sky station shows beside the margin itself."""

    set_index: int | None = Field(description="The skyline in use")
    set_name: str
    terminal_height_m: float
    read_height_m: float | None
    scanned_percent: float = Field(description="Of the bearings that matter, how many have a read point near")
    unread: bool = Field(default=False, description="Whether too few of those were read to call the sky free")
    sun_zone_h: int | None = Field(
        default=None, description="Zone of the clock that goes with the sun here, hours before UTC"
    )
    positions: list[PositionView]
    compared: CompareResult | None
    trial: TrialResult | None
    ways: WaysOutResult | None = Field(default=None, description="What can be done about a sky that is not clear")
    look_again_by: dt.date | None = Field(default=None, description="When growth breaks a rule that holds today")


def _candidate(facts: JobFacts, letter: str) -> Any:
    return next((one for one in facts.positions if one.letter == letter), None)


def _offset(facts: JobFacts, letter: str) -> tuple[float, float]:
    """East and north of a candidate from the job's place, metres;

    the place itself where the letter is empty or not placed.
    """
    one = _candidate(facts, letter)
    if one is None or facts.latitude_deg is None or facts.longitude_deg is None:
        return 0.0, 0.0
    return one.offset_m(facts.latitude_deg, facts.longitude_deg) or (0.0, 0.0)


def set_for(facts: JobFacts, letter: str) -> tuple[int | None, SkylineSet]:
    """The skyline that serves a position: the chosen one if it was read there, else another that was, else the chosen
    one moved.
    """
    if not facts.skylines:
        return None, SkylineSet(points=facts.skyline)
    chosen = min(facts.sky_set, len(facts.skylines) - 1)
    if facts.skylines[chosen].letter == letter:
        return chosen, facts.skylines[chosen]
    own = next(
        (at for at, one in enumerate(facts.skylines) if one.letter == letter and (one.points or one.obstacles)), None
    )
    at = chosen if own is None else own
    return at, facts.skylines[at]


def has_skyline(facts: JobFacts) -> bool:
    """Whether anything was read for the planned position."""
    around = surroundings(facts, facts.position_letter)
    return bool(around["skyline"] or around["obstacles"])


def terminal_height(facts: JobFacts, letter: str) -> float | None:
    """Height of the terminal over the ground at a position; None while nobody said it."""
    one = _candidate(facts, letter)
    if one is not None and one.height_above_ground_m is not None:
        return float(one.height_above_ground_m)
    return facts.height_above_ground_m


def surroundings(facts: JobFacts, letter: str) -> dict[str, Any]:
    """The skyline fields of a calculator's input for a position: read where it was read, seen from where the terminal
    will be.
    """
    _, used = set_for(facts, letter)
    (to_east, to_north), (from_east, from_north) = _offset(facts, letter), _offset(facts, used.letter)
    height = terminal_height(facts, letter)
    if used.letter != letter and math.hypot(to_east - from_east, to_north - from_north) > _FAR_M:
        used = SkylineSet()  # another valley: nothing that was read there says anything here
        from_east, from_north = to_east, to_north
    return {
        "skyline": used.points,
        "obstacles": used.obstacles,
        "read_height_m": used.read_height_m if height is not None else None,
        "terminal_height_m": height if height is not None else (used.read_height_m or 0.0),
        "east_m": to_east - from_east,
        "north_m": to_north - from_north,
        "ahead_years": facts.ahead_years,
        "rules": facts.rules,
    }


@lru_cache(maxsize=256)
def _fixed(given_json: str) -> Outcome[SkyResult]:
    """The same input has the same answer: an assessment asks for it many times."""
    return sky(SkyInput.model_validate_json(given_json))


def sky_of(facts: JobFacts, letter: str | None = None) -> Outcome[SkyResult] | None:
    """The `sky` calculator at a position (the planned one by default);

    None while place, satellite or dish is missing.
    """
    terminal = facts.terminal
    if (
        facts.latitude_deg is None
        or facts.longitude_deg is None
        or facts.satellite is None
        or terminal is None
        or terminal.panel is not None
    ):
        return None
    given = SkyInput(
        latitude_deg=facts.latitude_deg,
        longitude_deg=facts.longitude_deg,
        height_m=facts.height_m,
        satellite_longitude_deg=facts.satellite.longitude_deg,
        date=facts.date,
        aperture_mm=terminal.aperture_mm,
        receive_ghz=terminal.receive_ghz,
        **surroundings(facts, facts.position_letter if letter is None else letter),
    )
    return _fixed(given.model_dump_json())


@lru_cache(maxsize=64)
def _remembered(given_json: str) -> Outcome[LowOrbitResult]:
    """The same input has the same answer: it is worked out once."""
    return low_orbit(LowOrbitInput.model_validate_json(given_json))


def low_orbit_input(facts: JobFacts, letter: str | None = None) -> LowOrbitInput | None:
    """The `low_orbit` input at a position; None while place, panel or constellation is missing."""
    panel = facts.terminal.panel if facts.terminal else None
    if facts.latitude_deg is None or facts.longitude_deg is None or panel is None or facts.constellation is None:
        return None
    at = facts.position_letter if letter is None else letter
    by_elements = bool(facts.constellation.elements)
    return LowOrbitInput(
        latitude_deg=facts.latitude_deg,
        longitude_deg=facts.longitude_deg,
        height_m=facts.height_m,
        panel=panel,
        boresight_azimuth_deg=facts.panel_azimuth_deg,
        shells=[] if by_elements else facts.constellation.shells,
        elements=facts.constellation.elements,
        start_at=facts.noon() if by_elements else None,
        season=facts.season,
        needs=facts.needs,
        bearings=at == facts.position_letter,
        **surroundings(facts, at),
    )


def low_orbit_of(facts: JobFacts, letter: str | None = None) -> Outcome[LowOrbitResult] | None:
    """The `low_orbit` calculator at a position (the planned one by default)."""
    given = low_orbit_input(facts, letter)
    return None if given is None else _remembered(given.model_dump_json())


def panel_aim_of(facts: JobFacts, simulated: LowOrbitResult | None) -> PanelAim | None:
    """Bearing and tilt of a panel's boresight; None without a panel or place."""
    panel = facts.terminal.panel if facts.terminal else None
    if panel is None or facts.latitude_deg is None or facts.longitude_deg is None:
        return None
    azimuth = facts.panel_azimuth_deg
    if azimuth is None or panel.self_aiming:
        azimuth = simulated.boresight_azimuth_deg if simulated else (180.0 if facts.latitude_deg < 0 else 0.0)
    field = magnetic_field(facts.latitude_deg, facts.longitude_deg, facts.height_m, facts.date)
    return PanelAim(
        self_aiming=panel.self_aiming,
        azimuth_true_deg=azimuth,
        azimuth_magnetic_deg=(azimuth - field.declination_deg) % 360.0,
        declination_deg=field.declination_deg,
        tilt_deg=panel.tilt_deg,
    )


def judge_panel_aim(aimed: PanelAim) -> list[Finding]:
    """What has to be set by hand, if anything."""
    how = (
        "It turns itself once it is on."
        if aimed.self_aiming
        else "Its page shows how far it is off; the compass only helps to begin."
    )
    return [
        Finding(
            level=Level.CLEAR,
            code="aim.panel",
            message="The panel aims itself" if aimed.self_aiming else "The panel is set to a bearing by hand",
            why=how,
            source="Terminal's catalogue entry",
        )
    ]


def attitude_of(facts: JobFacts, aimed: PanelAim | None) -> Outcome[AttitudeResult] | None:
    """The `panel_attitude` calculator; None until a hand-set panel's attitude was read."""
    panel = facts.terminal.panel if facts.terminal else None
    if panel is None or panel.self_aiming or aimed is None or not facts.attitudes:
        return None
    read = facts.attitudes[-1]
    return panel_attitude(
        AttitudeInput(
            wanted_azimuth_deg=aimed.azimuth_true_deg,
            wanted_tilt_deg=panel.tilt_deg,
            measured_azimuth_deg=read.azimuth_deg,
            measured_tilt_deg=read.tilt_deg,
            tolerance_deg=panel.tolerance_deg,
        )
    )


def trial_of(facts: JobFacts) -> Outcome[TrialResult] | None:
    """The `trial` calculator; None until a trial has ended and its log was read.

    The prediction is that for the trial's own position.
    """
    told = facts.trial
    if told.started_at is None or told.ended_at is None:
        return None
    given = low_orbit_input(facts, told.letter)
    if given is not None and told.height_m is not None:
        given = given.model_copy(
            update={"terminal_height_m": told.height_m, "read_height_m": set_for(facts, told.letter)[1].read_height_m}
        )
    predicted = None if given is None else _remembered(given.model_dump_json())
    sectors: list[float] = []
    if predicted is not None:
        blocked = [one.blocked_percent for one in predicted.result.sectors]
        sectors = [blocked[at] + blocked[at + 1] for at in range(0, len(blocked), 2)]
    (east, north), (to_east, to_north) = _offset(facts, told.letter), _offset(facts, facts.position_letter)
    up = 0.0
    planned = terminal_height(facts, facts.position_letter)
    if told.height_m is not None and planned is not None:
        up = planned - told.height_m
    return trial(
        TrialInput(
            events=told.events,
            started_at=told.started_at,
            ended_at=told.ended_at,
            predicted_blocked_percent=predicted.result.blocked_percent if predicted else None,
            predicted_interruptions_per_h=predicted.result.blocked_per_h if predicted else None,
            predicted_over_h=given.duration_h if given else None,
            predicted_sectors_percent=sectors,
            apart_m=float((to_east - east) ** 2 + (to_north - north) ** 2 + up**2) ** 0.5,
            rules=facts.rules,
        )
    )


def _position(facts: JobFacts, letter: str) -> tuple[PositionView, PositionSky]:
    used = set_for(facts, letter)[1]
    candidate = _candidate(facts, letter)
    fields = {
        name: getattr(candidate, name) for name in type(candidate).model_fields if name in PositionSky.model_fields
    }
    fixed, simulated = sky_of(facts, letter), low_orbit_of(facts, letter)
    found = fixed or simulated
    around = surroundings(facts, letter)
    read_percent = scanned_percent(used.points, used.obstacles, _bearings_that_matter(facts))
    known = bool(around["skyline"] or around["obstacles"]) and found is not None
    level = worst(found.findings) if known and found else Level.UNKNOWN
    if read_percent < facts.rules.scan_least_percent and level is not Level.HOLD:
        level = Level.UNKNOWN  # what was not read cannot be free
    tried = facts.trial.letter == letter and facts.trial.ended_at is not None
    ranked = PositionSky.model_validate(
        {
            **fields,
            "sky_level": level,
            "margin_deg": fixed.result.margin_deg if fixed else None,
            "tube_margin_deg": fixed.result.tube_margin_deg if fixed else None,
            "out_percent": simulated.result.out_percent if simulated and known else None,
            "interruptions_per_h": simulated.result.interruptions_per_h if simulated and known else None,
            "raise_by_m": fixed.result.raise_tube_m if fixed else None,
            "tried": tried,
        }
    )
    view = PositionView(
        letter=letter,
        own=used.letter == letter and bool(facts.skylines),
        sky=fixed.result if fixed else None,
        low_orbit=simulated.result.model_copy(update={"traffic": []}) if simulated else None,
    )
    return view, ranked


def _figures(fixed: SkyResult | None, simulated: LowOrbitResult | None) -> dict[str, float | None]:
    if fixed is not None:
        return {"margin_deg": fixed.margin_deg, "tube_margin_deg": fixed.tube_margin_deg}
    return {"out_percent": simulated.out_percent if simulated else None}


def _fixed_ways(found: SkyResult) -> list[WayOutcome]:
    """The least height at which all is good, and the obstacle whose going gains most."""
    ways, up = [], found.raise_best
    if up is not None:
        far = up.raise_m > _USUAL_RAISE_M
        what = f"Raise it by {format_quantity(up.raise_m, 'm')}{', more than a usual mast gives' if far else ''}"
        beside = Level.MIND if far else Level.CLEAR
        ways.append(
            WayOutcome(
                way="raise", what=what, margin_deg=up.margin_deg, tube_margin_deg=up.tube_margin_deg, beside=beside
            )
        )
    gone = found.removals[0] if found.removals else None
    if gone is not None and gone.margin_deg > (found.margin_deg or 0.0) + _GAIN:
        what = f"Have “{gone.name}” cut back or moved"
        ways.append(WayOutcome(way="trim", what=what, margin_deg=gone.margin_deg, tube_margin_deg=gone.tube_margin_deg))
    return ways


def _panel_ways(found: LowOrbitResult, wanted_percent: float) -> list[WayOutcome]:
    """The least height that is good enough, else the one that leaves least; and the obstacle whose going gains most."""
    ways = []
    enough = [one for one in found.raises if one.out_percent <= wanted_percent]
    up = enough[0] if enough else min(found.raises, key=lambda one: one.out_percent, default=None)
    if up is not None and up.out_percent < found.out_percent - _GAIN:
        ways.append(
            WayOutcome(way="raise", what=f"Raise it by {format_quantity(up.raise_m, 'm')}", out_percent=up.out_percent)
        )
    gone = found.removals[0] if found.removals else None
    if gone is not None and gone.gain_percent > _GAIN:
        ways.append(WayOutcome(way="trim", what=f"Have “{gone.name}” cut back or moved", out_percent=gone.out_percent))
    return ways


def _ways_of(facts: JobFacts, views: list[PositionView], compared: CompareResult | None) -> WaysOutResult | None:
    """The `ways_out` calculator for the planned position; None while its sky is not known, or clear."""
    fixed, simulated = sky_of(facts), low_orbit_of(facts)
    if (fixed is None and simulated is None) or not has_skyline(facts):
        return None
    here, panel = fixed.result if fixed else None, simulated.result if simulated else None
    outcomes = _fixed_ways(here) if here else _panel_ways(panel, facts.rules.browse_out_percent) if panel else []
    other = next((one for one in compared.ranks if one.letter != facts.position_letter), None) if compared else None
    view = next((one for one in views if other and one.letter == other.letter), None)
    if other is not None and view is not None and other.level is not Level.UNKNOWN:
        beside = Level.HOLD if other.level is Level.HOLD else Level.CLEAR
        outcomes.append(
            WayOutcome(
                way="move", what=f"Take position {other.letter}", **_figures(view.sky, view.low_orbit), beside=beside
            )
        )
    outcomes.append(WayOutcome(way="accept", what="Leave it as it is", **_figures(here, panel)))
    outcomes = [
        one.model_copy(update={"cost_money": getattr(facts.visit, f"{one.way}_cost_money")}) for one in outcomes
    ]
    found = ways_out(WaysOutInput(outcomes=outcomes, rules=facts.rules)).result
    now = next(one.level for one in found.ways if one.way == "accept")
    return None if now is Level.CLEAR else found


def _look_again_by(facts: JobFacts) -> dt.date | None:
    """The day on which growth breaks the rule that holds today: the free angle, else the tube."""
    found = sky_of(facts)
    if found is None:
        return None
    years = next((one for one in (found.result.clearance_years, found.result.tube_years) if one), None)
    return None if years is None else facts.date + dt.timedelta(days=int(years * 365.25))


def _bearings_that_matter(facts: JobFacts) -> Array:
    """About a fixed satellite: 45° to either side. For a panel: where its cone reaches its least elevation."""
    every = np.arange(0.0, 360.0, 1.0)
    panel = facts.terminal.panel if facts.terminal else None
    aimed = sky_of(facts)
    if panel is None:
        if aimed is None:
            return every
        return every[np.abs(wrap_180(every - aimed.result.satellite.azimuth_deg)) <= _ABOUT_DEG]
    simulated = low_orbit_of(facts)
    return every if simulated is None else bearings_of(panel, simulated.result.boresight_azimuth_deg, every)


def assess_sky(facts: JobFacts) -> tuple[SkyAssessment, list[Finding]]:
    """The skyline in use, the candidates compared, the trial; and the findings of both."""
    index, used = set_for(facts, facts.position_letter)
    letters = [one.letter for one in facts.positions]
    rows = [_position(facts, letter) for letter in dict.fromkeys(letters)] if facts.terminal is not None else []
    most_cable_m = facts.terminal.cable.most_m if facts.terminal else None
    compared = None
    if rows:
        compared = compare(
            CompareInput(
                positions=[ranked for _, ranked in rows],
                most_cable_m=most_cable_m,
                plug_mm=facts.terminal.cable.plug_mm if facts.terminal else None,
                ground_checks=facts.visit.ground_checks,
                entry_checks=facts.visit.entry_checks,
                reasons=facts.visit.reasons,
                needs_still_air=facts.terminal is not None and facts.terminal.panel is None,
                rules=facts.rules,
            )
        )
    tried = trial_of(facts)
    around = surroundings(facts, facts.position_letter)
    read_percent = scanned_percent(used.points, used.obstacles, _bearings_that_matter(facts))
    unread = has_skyline(facts) and read_percent < facts.rules.scan_least_percent
    result = SkyAssessment(
        set_index=index,
        set_name=used.name,
        terminal_height_m=around["terminal_height_m"],
        read_height_m=around["read_height_m"],
        scanned_percent=read_percent,
        unread=unread,
        sun_zone_h=zone_of_longitude_h(facts.longitude_deg or 0.0),
        positions=[view for view, _ in rows],
        compared=compared.result if compared else None,
        trial=tried.result if tried else None,
        ways=_ways_of(facts, [view for view, _ in rows], compared.result if compared else None),
        look_again_by=_look_again_by(facts),
    )
    findings = [
        *_judge_scan(facts, read_percent),
        *(compared.findings if compared and len(rows) > 1 else []),
        *_judge_planned(facts, compared.result if compared else None),
        *(tried.findings if tried else []),
        *_judge_trial_wanted(facts),
    ]
    return result, findings


def _judge_planned(facts: JobFacts, compared: CompareResult | None) -> list[Finding]:
    """A position that is on hold cannot be planned: what holds it holds the station."""
    planned = next((one for one in compared.ranks if one.letter == facts.position_letter), None) if compared else None
    if planned is None or planned.level is not Level.HOLD:
        return []
    return [
        Finding(
            level=Level.HOLD,
            code="sky.planned",
            message=f"The planned position {planned.letter} is on hold",
            why=f"{'; '.join(planned.bad[:3]).capitalize()}.",
            clears_by="Clear what holds it, or plan for another position.",
            source="Comparison of the positions",
        )
    ]


def _judge_scan(facts: JobFacts, read_percent: float) -> list[Finding]:
    """What was not read cannot be called free. A fixed satellite's thin readings are minded by its own calculator."""
    rules, panel = facts.rules, facts.terminal is not None and facts.terminal.panel is not None
    few = read_percent < rules.scan_least_percent
    if (
        not has_skyline(facts)
        or (sky_of(facts) is None and not panel)
        or not (few or (panel and read_percent < rules.scan_wanted_percent))
    ):
        return []
    return [
        Finding(
            level=Level.UNKNOWN if few else Level.MIND,
            code="sky.scan",
            figure=read_percent,
            limit=rules.scan_least_percent if few else rules.scan_wanted_percent,
            unit="percent",
            message="Too little of the sky that matters is read" if few else "Some of the sky that matters is not read",
            why="Where nothing was read Rindle draws a straight line between the neighbours: a tree there would not "
            "be seen.",
            clears_by="Read a point every 15° or so where the terminal looks, free stretches too.",
            source="Bearings that matter with a read point within 15°",
        )
    ]


def _judge_trial_wanted(facts: JobFacts) -> list[Finding]:
    """A trial first is the usual choice where the job says so: it is asked for until its log is there."""
    if (
        facts.terminal is None
        or facts.terminal.panel is None
        or facts.visit.permanence != "trial"
        or facts.trial.events
        or facts.trial.ended_at
    ):
        return []
    if facts.trial.started_at is not None:
        return [missing("sky.trial", "The trial is running", "End it after its time, and read its log.")]
    return [
        missing(
            "sky.trial",
            "A trial is wanted before anything is drilled",
            "Put the panel on its tripod near the place, and start the trial.",
        )
    ]


__all__ = [
    "PanelAim",
    "PositionView",
    "SkyAssessment",
    "assess_sky",
    "attitude_of",
    "has_skyline",
    "judge_panel_aim",
    "low_orbit_input",
    "low_orbit_of",
    "panel_aim_of",
    "set_for",
    "sky_of",
    "surroundings",
    "terminal_height",
    "trial_of",
]
