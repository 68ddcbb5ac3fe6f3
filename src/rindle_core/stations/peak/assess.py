"""Peak put together: both axes, whether another pass is worth it, and what held."""

from __future__ import annotations

from rindle_core.kernel.findings import Finding
from rindle_core.kernel.registry import Outcome
from rindle_core.stations.aim.aim import AimResult
from rindle_core.stations.aim.panel_aim import judge_panel_aim
from rindle_core.stations.aim.part import AimPart, PanelAim
from rindle_core.stations.entries import JobInput
from rindle_core.stations.peak.findings import AIM, ATTITUDE, RETEST
from rindle_core.stations.peak.panel_attitude import AttitudeInput, AttitudeResult, panel_attitude
from rindle_core.stations.peak.part import PeakPart
from rindle_core.stations.peak.passes import AXES, last_pass, peak_of, second_pass
from rindle_core.stations.peak.peaking import LockdownInput, LockdownResult, lockdown
from rindle_core.stations.station import Context


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
        ATTITUDE.missing(
            "The panel's attitude is not read", "Read bearing and tilt from its page or with the instruments."
        )
    ]


def _judge_retest(job: JobInput) -> list[Finding]:
    """The main link is measured again once spare feeds hang beside it; nothing where none are wanted."""
    held = job.peak
    if not job.aim.spare_satellites:
        return []
    if held.retest_db is None or held.lock_after_db is None:
        return [
            RETEST.missing(
                "The main link is not measured again after the spare feeds",
                "Lock the main link first, fit the spare feeds, then read its level once more.",
            )
        ]
    return [
        RETEST.at_most(
            held.lock_after_db - held.retest_db,
            job.picks.rules.hold_db,
            clear="The main link bears the spare feeds",
            over="The main link lost level by the spare feeds",
            why="Their weight turns the arm, or a feed shades the main one.",
            clears_by="Move or take off the spare feed, peak the main link again, then measure once more.",
        )
    ]


def _judge_seen(aimed: AimResult) -> list[Finding]:
    """Readings towards a satellite under the horizon are of something else, or belong to another place."""
    if aimed.visible:
        return []
    return [
        AIM.missing(
            "What was peaked is not this satellite",
            "It stands below the horizon here: mend place or satellite at Brief; what was read stays.",
        )
    ]


def assess(context: Context) -> Outcome[PeakPart]:
    """The newest pass of each axis, or a panel's attitude."""
    job, aim = context.job, context.result(AimPart)
    elevation, azimuth = (peak_of(job, axis, aim.aim, aim.predicted_level_db, last_pass(job, axis)) for axis in AXES)
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
    if job.picks.terminal is None or aim.aim is None:
        unknown = AIM.missing(
            "What is peaked, and towards what, is not known",
            "Choose terminal and satellite at Brief and enter the place; what was read stays.",
        )
        return Outcome(part, [unknown])
    axes = [one for found in (elevation, azimuth) if found for one in found.findings]
    return Outcome(part, [*_judge_seen(aim.aim), *axes, *again, *locked.findings, *_judge_retest(job)])


__all__ = ["assess"]
