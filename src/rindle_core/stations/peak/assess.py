"""Peak put together: both axes, whether another pass is worth it, and what held."""

from __future__ import annotations

from rindle_core.kernel.findings import Finding, Level, missing
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome
from rindle_core.stations.aim.aim import AimResult
from rindle_core.stations.aim.assess import AimPart, PanelAim, judge_panel_aim
from rindle_core.stations.entries import JobInput
from rindle_core.stations.peak.panel_attitude import AttitudeInput, AttitudeResult, panel_attitude
from rindle_core.stations.peak.peaking import (
    Axis,
    LockdownInput,
    LockdownResult,
    PeakInput,
    PeakReading,
    PeakView,
    lockdown,
    peak,
)
from rindle_core.stations.station import Context

_AXES: tuple[Axis, Axis] = ("elevation", "azimuth")


class PeakPart(Model):
    """What Peak comes to; None where an entry is missing."""

    attitude: AttitudeResult | None = None
    elevation_peak: PeakView | None
    azimuth_peak: PeakView | None
    second_pass_gain_db: float | None
    lockdown: LockdownResult


def attitude_of(job: JobInput, aimed: PanelAim | None) -> Outcome[AttitudeResult] | None:
    """The `panel_attitude` calculator; None until a hand-set panel's attitude was read."""
    panel = job.picks.terminal.panel if job.picks.terminal else None
    if panel is None or panel.self_aiming or aimed is None or not job.peak.attitudes:
        return None
    read = job.peak.attitudes[-1]
    return panel_attitude(
        AttitudeInput(
            wanted_azimuth_deg=aimed.azimuth_true_deg,
            wanted_tilt_deg=panel.tilt_deg,
            measured_azimuth_deg=read.azimuth_deg,
            measured_tilt_deg=read.tilt_deg,
            tolerance_deg=panel.tolerance_deg,
        )
    )


def readings(job: JobInput, axis: Axis, pass_number: int) -> list[PeakReading]:
    """The readings of an axis on a pass, oldest first."""
    return [
        PeakReading(turns=r.turns, level_db=r.level_db, turning=r.turning)
        for r in job.peak.readings
        if r.axis == axis and r.pass_number == pass_number
    ]


def last_pass(job: JobInput, axis: Axis) -> int:
    """Number of the axis's newest pass; 1 before any reading."""
    return max((r.pass_number for r in job.peak.readings if r.axis == axis), default=1)


def peak_of(
    job: JobInput, axis: Axis, aimed: AimResult | None, predicted_db: float | None, pass_number: int
) -> Outcome[PeakView] | None:
    """The `peak` calculator on one axis and pass; None without a terminal."""
    terminal = job.picks.terminal
    if terminal is None or terminal.panel is not None:
        return None
    return peak(
        PeakInput(
            axis=axis,
            readings=readings(job, axis, pass_number),
            screw=terminal.elevation_screw if axis == "elevation" else terminal.azimuth_screw,
            elevation_deg=min(90.0, max(0.0, aimed.elevation_apparent_deg)) if aimed else 0.0,
            beamwidth_deg=terminal.beamwidth_deg(),
            predicted_level_db=predicted_db,
            rules=job.picks.rules,
        )
    )


def second_pass(
    job: JobInput, aimed: AimResult | None, views: list[PeakView | None]
) -> tuple[float | None, list[Finding]]:
    """Gain of the last full pass over the one before, fitted top against fitted top, and whether another is worth it.

    A tilted mast couples the axes, so the passes are repeated until one gains less than the house rule.
    """
    passes = [last_pass(job, axis) for axis in _AXES]
    tops = [view.fit.top_level_db for view in views if view is not None and view.fit is not None]
    if min(passes) < 2 or len(tops) < 2:
        return None, []
    earlier = [peak_of(job, axis, aimed, None, last - 1) for axis, last in zip(_AXES, passes, strict=True)]
    fits = [one.result.fit for one in earlier if one is not None]
    before = max((fit.top_level_db for fit in fits if fit is not None), default=None)
    if before is None:
        return None, []
    gain_db = max(tops) - before
    level = Level.CLEAR if gain_db <= job.picks.rules.second_pass_db else Level.MIND
    finding = Finding(
        level=level,
        code="peak.second_pass",
        message="Another pass is not worth it" if level is Level.CLEAR else "The last pass still gained",
        why="On a mast out of plumb each axis moves the other a little.",
        figure=gain_db,
        limit=job.picks.rules.second_pass_db,
        unit="db",
        clears_by="" if level is Level.CLEAR else "Peak elevation and azimuth once more.",
        source="House rule: second pass",
    )
    return gain_db, [finding]


def _lockdown(job: JobInput) -> Outcome[LockdownResult]:
    held = job.peak
    return lockdown(
        LockdownInput(
            before_db=held.lock_before_db,
            after_db=held.lock_after_db,
            top_db=held.push_top_db,
            bottom_db=held.push_bottom_db,
            left_db=held.push_left_db,
            right_db=held.push_right_db,
            rules=job.picks.rules,
        )
    )


def _panel(panel_aim: PanelAim, attitude: Outcome[AttitudeResult] | None) -> list[Finding]:
    """A panel is not peaked: it turns itself, or its attitude is brought into its tolerance."""
    if attitude is not None:
        return attitude.findings
    if panel_aim.self_aiming:
        return judge_panel_aim(panel_aim)
    return [
        missing(
            "peak.attitude",
            "The panel's attitude is not read",
            "Read bearing and tilt from its page or with the instruments.",
        )
    ]


def assess(context: Context) -> Outcome[PeakPart]:
    """The newest pass of each axis, or a panel's attitude."""
    job, aim = context.job, context.result(AimPart)
    elevation, azimuth = (peak_of(job, axis, aim.aim, aim.predicted_level_db, last_pass(job, axis)) for axis in _AXES)
    locked, attitude = _lockdown(job), attitude_of(job, aim.panel_aim)
    gain_db, again = second_pass(job, aim.aim, [one.result if one else None for one in (elevation, azimuth)])
    part = PeakPart(
        attitude=attitude.result if attitude else None,
        elevation_peak=elevation.result if elevation else None,
        azimuth_peak=azimuth.result if azimuth else None,
        second_pass_gain_db=gain_db,
        lockdown=locked.result,
    )
    if aim.panel_aim is not None:
        return Outcome(part, _panel(aim.panel_aim, attitude))
    axes = [one for found in (elevation, azimuth) if found for one in found.findings]
    return Outcome(part, [*axes, *again, *locked.findings])
