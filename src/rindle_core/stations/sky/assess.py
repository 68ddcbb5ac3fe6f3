"""Sky put together: the skyline in use, the candidates compared, the trial, and what each says."""

from __future__ import annotations

import datetime as dt
from collections.abc import Sequence

from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.registry import Outcome
from rindle_core.science.skyline import scanned_percent
from rindle_core.stations.cable.wall import passing_mm
from rindle_core.stations.entries import JobInput
from rindle_core.stations.sky.compare import CompareInput, CompareResult, compare
from rindle_core.stations.sky.findings import LOW_ORBIT, PLANNED, SCAN
from rindle_core.stations.sky.mock_up import MockUpInput, MockUpResult, mock_up
from rindle_core.stations.sky.part import SkyAssessment, SkyPart
from rindle_core.stations.sky.plan_picture import placed_picture
from rindle_core.stations.sky.plan_seen import plan_of
from rindle_core.stations.sky.positions import bearings_that_matter, position_of
from rindle_core.stations.sky.read_error import judge_read_error
from rindle_core.stations.sky.seen import (
    has_skyline,
    low_orbit_of,
    set_for,
    sky_of,
    surroundings,
)
from rindle_core.stations.sky.sky_trace import stretches
from rindle_core.stations.sky.surroundings import Surroundings
from rindle_core.stations.sky.tried import judge_marginal, judge_wanted, of_the_plan, trial_of
from rindle_core.stations.sky.unseen import judge_unseen
from rindle_core.stations.sky.ways import ways_for
from rindle_core.stations.station import WAITS_FOR_BRIEF, Context


def _passing_mm(job: JobInput) -> float | None:
    """What has to pass an old hole: no cable is chosen here yet, so the thinnest of the stores lies beside the plug."""
    if job.picks.terminal is None:
        return None
    limits = job.picks.terminal.cable
    thinnest_mm = min((one.diameter_mm for one in job.picks.cables), default=0.0)
    return passing_mm(limits.plug_mm, thinnest_mm, limits.runs)


def mock_up_of(job: JobInput) -> MockUpResult | None:
    """The antenna in the photo; None while a mark, a figure or the direction is missing."""
    terminal, aimed, simulated = job.picks.terminal, sky_of(job), low_orbit_of(job)
    if terminal is None or job.sky.mock_up.document_id is None or (aimed is None and simulated is None):
        return None
    panel = terminal.panel
    azimuth = aimed.result.satellite.azimuth_deg if aimed else 0.0
    elevation = aimed.result.satellite.elevation_deg if aimed else 0.0
    if panel is not None and simulated is not None:
        azimuth, elevation = simulated.result.boresight_azimuth_deg, 90.0 - panel.tilt_deg
    try:
        return mock_up(
            MockUpInput(
                marks=job.sky.mock_up,
                aperture_mm=terminal.aperture_mm,
                shape="disc" if panel is None else "square",
                azimuth_true_deg=azimuth % 360.0,
                elevation_deg=max(-5.0, elevation),
            )
        ).result
    except InputError:
        return None  # what is still to be marked is asked for where it is marked


def _look_again_by(job: JobInput) -> dt.date | None:
    """The day on which growth breaks the rule that holds today: the free angle, else the tube."""
    found = sky_of(job)
    if found is None:
        return None
    years = next((one for one in (found.result.clearance_years, found.result.tube_years) if one), None)
    return None if years is None else job.brief.date + dt.timedelta(days=int(years * 365.25))


def assess_sky(job: JobInput) -> tuple[SkyAssessment, list[Finding]]:
    """The skyline in use, the candidates compared, the trial; and the findings of both."""
    index, used = set_for(job, job.sky.position_letter)
    plan = plan_of(job)
    letters = [one.letter for one in job.sky.positions]
    rows = [position_of(job, letter) for letter in dict.fromkeys(letters)] if job.picks.terminal is not None else []
    most_cable_m = job.picks.terminal.cable.most_m if job.picks.terminal else None
    compared = None
    if rows:
        compared = compare(
            CompareInput(
                positions=[ranked for _, ranked in rows],
                most_cable_m=most_cable_m,
                plug_mm=_passing_mm(job),
                ground_checks=job.brief.ground_checks,
                entry_checks=job.brief.entry_checks,
                reasons=job.brief.reasons,
                needs_still_air=job.picks.terminal is not None and job.picks.terminal.panel is None,
                rules=job.picks.rules,
                words=job.picks.words,
            )
        )
    tried = trial_of(job)
    around = surroundings(job, job.sky.position_letter)
    read_percent = scanned_percent(Surroundings(**around).read_bearings_deg(), bearings_that_matter(job))
    watched = low_orbit_of(job)
    unread = has_skyline(job) and read_percent < job.picks.rules.scan_least_percent
    result = SkyAssessment(
        set_index=index,
        set_name=used.name,
        terminal_height_m=around["terminal_height_m"],
        read_height_m=around["read_height_m"],
        scanned_percent=read_percent,
        matter=stretches(bearings_that_matter(job)),
        unread=unread,
        sun_zone_h=job.brief.clock_ahead_h,
        positions=[view for view, _ in rows],
        compared=compared.result if compared else None,
        trial=tried.result if tried else None,
        ways=ways_for(job, [view for view, _ in rows], compared.result if compared else None),
        look_again_by=_look_again_by(job),
        plan=plan.result if plan else None,
        mock_up=mock_up_of(job),
        picture=placed_picture(job.sky.plan_picture, job.brief.place),
    )
    findings = [
        *_judge_scan(job, read_percent),
        *(compared.findings if compared and len(rows) > 1 else []),
        *_judge_planned(job, compared.result if compared else None),
        *(of_the_plan(job, tried.findings) if tried else []),
        *judge_wanted(job),
        *(judge_marginal(job, watched.result) if watched is not None and not unread else []),
        *judge_unseen(job, around, used, bearings_that_matter(job)),
        *judge_read_error(job, job.sky.position_letter, used),
        *(plan.findings if plan else []),
    ]
    return result, findings


def _judge_planned(job: JobInput, compared: CompareResult | None) -> list[Finding]:
    """A position that is on hold cannot be planned: what holds it holds the station. What has to be minded of it is
    said, unless it is the one to take and that says so already.
    """
    planned = next((one for one in compared.ranks if one.letter == job.sky.position_letter), None) if compared else None
    if compared is None or planned is None:
        return []
    told = len(compared.ranks) > 1 and compared.recommended == planned.letter
    if planned.level is Level.MIND and not told:
        return [
            PLANNED(
                Level.MIND,
                f"The planned position {planned.letter} has something against it",
                f"{'; '.join(planned.bad[:3]).capitalize()}.",
                clears_by="See whether it can be mended or measured there, or plan for another position.",
            )
        ]
    if planned.level is not Level.HOLD:
        return []
    return [
        PLANNED(
            Level.HOLD,
            f"The planned position {planned.letter} is on hold",
            f"{'; '.join(planned.bad[:3]).capitalize()}.",
            clears_by="Clear what holds it, or plan for another position.",
        )
    ]


def _judge_scan(job: JobInput, read_percent: float) -> list[Finding]:
    """What was not read cannot be called free. A fixed satellite's thin readings are minded by its own calculator."""
    rules, panel = job.picks.rules, job.picks.terminal is not None and job.picks.terminal.panel is not None
    few = read_percent < rules.scan_least_percent
    if (
        not has_skyline(job)
        or (sky_of(job) is None and not panel)
        or not (few or (panel and read_percent < rules.scan_wanted_percent))
    ):
        return []
    return [
        SCAN(
            Level.UNKNOWN if few else Level.MIND,
            "Too little of the sky that matters is read" if few else "Some of the sky that matters is not read",
            "Where nothing was read Rindle draws a straight line between the neighbours: a tree there would not "
            "be seen.",
            figure=read_percent,
            limit=rules.scan_least_percent if few else rules.scan_wanted_percent,
            bound="at_least",
            clears_by="Read a point every 15° or so where the terminal looks, free stretches too.",
        )
    ]


def _believed(told: Sequence[Finding], unread: bool, findings: Sequence[Finding]) -> list[Finding]:
    """What a calculator says of a skyline, as far as that was read: nothing clear of one that hardly was, and what is
    clear of one that was in part says so.
    """
    rows = [one for one in told if not (unread and one.level is Level.CLEAR)]
    if not any(one.code == SCAN.code for one in findings):
        return rows
    return [_as_far_as_read(one) if one.code == LOW_ORBIT.code and one.level is Level.CLEAR else one for one in rows]


def _as_far_as_read(one: Finding) -> Finding:
    return one.model_copy(update={"message": f"As far as it is read, {one.message[0].lower()}{one.message[1:]}"})


def assess(context: Context) -> Outcome[SkyPart]:
    """The sky of the planned position; nothing is called clear while too little of it was read."""
    job = context.job
    fixed, simulated = sky_of(job), low_orbit_of(job)
    more, findings = assess_sky(job)
    watched = fixed or simulated
    part = SkyPart(
        sky=fixed.result if fixed else None, low_orbit=simulated.result if simulated else None, sky_more=more
    )
    if watched is None:
        return Outcome(part, [WAITS_FOR_BRIEF])
    return Outcome(part, [*_believed(watched.findings, more.unread, findings), *findings])


__all__ = ["assess"]
