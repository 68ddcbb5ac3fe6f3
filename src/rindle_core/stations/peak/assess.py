"""Peak put together: preset and search, both axes, whether another pass is worth it, skew, and what held."""

from __future__ import annotations

from rindle_core.catalogue.guides import GuideKind, PeakGuide
from rindle_core.catalogue.models import Terminal
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.registry import Outcome
from rindle_core.kernel.units import as_written
from rindle_core.stations.aim.aim import AimResult
from rindle_core.stations.aim.dial_figures import skew_to_set_deg
from rindle_core.stations.aim.panel_aim import judge_panel_aim
from rindle_core.stations.aim.part import AimPart, PanelAim
from rindle_core.stations.bringup.transmit import cover_waits_for
from rindle_core.stations.entries import JobInput
from rindle_core.stations.peak.coarse import (
    guide_of,
    has_signal,
    helper_of,
    judge_aid,
    judge_can_tell,
    judge_coarse,
    judge_identity,
    judge_instruments,
    judge_screws,
    preset_of,
    sweep_of,
    uses_aid,
)
from rindle_core.stations.peak.findings import AIM, ATTITUDE, PAIR, RETEST, TURNED
from rindle_core.stations.peak.helper import HelperRow
from rindle_core.stations.peak.lockdown import SIDES, LockdownInput, LockdownResult, lockdown
from rindle_core.stations.peak.panel_attitude import AttitudeInput, AttitudeResult, panel_attitude
from rindle_core.stations.peak.part import FreeJoint, PeakPart, Pointing
from rindle_core.stations.peak.passes import AXES, last_pass, peak_of, second_pass, turns_in_time, turns_learnt
from rindle_core.stations.peak.readings import Axis
from rindle_core.stations.peak.rows import by_day
from rindle_core.stations.peak.skew import SkewInput, SkewResult, skew_null
from rindle_core.stations.peak.trouble import Views, judge_memory, judge_minimum, means_of
from rindle_core.stations.station import Context

_MOMENTS = ("", "_during")


def attitude_of(job: JobInput, aimed: PanelAim | None) -> Outcome[AttitudeResult] | None:
    """The `panel_attitude` calculator; None until a hand-set panel's attitude was read."""
    panel = job.picks.terminal.panel if job.picks.terminal else None
    if panel is None or panel.self_aiming or aimed is None or not job.peak.attitudes:
        return None
    read_by_day = by_day(job.peak.attitudes)
    first, read = read_by_day[0], read_by_day[-1]
    again = len(job.peak.attitudes) > 1
    return panel_attitude(
        AttitudeInput(
            wanted_azimuth_deg=aimed.azimuth_true_deg,
            wanted_tilt_deg=panel.tilt_deg,
            measured_azimuth_deg=read.azimuth_deg,
            measured_tilt_deg=read.tilt_deg,
            azimuth_error_deg=read.azimuth_error_deg,
            tolerance_deg=panel.tolerance_deg,
            first_azimuth_deg=first.azimuth_deg if again else None,
            first_tilt_deg=first.tilt_deg if again else None,
        )
    )


def _lockdown(job: JobInput) -> Outcome[LockdownResult]:
    held, terminal = job.peak, job.picks.terminal
    dish = terminal is not None and terminal.panel is None
    names = {one.key: one.name for one in terminal.joints} if terminal else {}
    pushes = {f"{side}{during}_db": getattr(held, f"push_{side}{during}_db") for side in SIDES for during in _MOMENTS}
    return lockdown(
        LockdownInput(
            before_db=held.lock_before_db,
            after_db=held.lock_after_db,
            **pushes,
            steps=[one.model_copy(update={"joint": names.get(one.joint, one.joint)}) for one in held.lock_steps],
            beamwidth_deg=terminal.beamwidth_deg() if terminal and dish else None,
            elevation_beamwidth_deg=terminal.beamwidth_deg("elevation") if terminal and dish else None,
            rules=job.picks.rules,
        )
    )


def _panel(panel_aim: PanelAim, attitude: Outcome[AttitudeResult] | None, *, online: bool) -> list[Finding]:
    """A panel is not peaked: it turns itself, or its attitude is brought into its tolerance."""
    if attitude is not None:
        return attitude.findings
    if panel_aim.self_aiming:
        if online:
            return judge_panel_aim(panel_aim)
        return [TURNED.missing("Whether the panel has turned itself is not known", "It shows once it is online.")]
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


def _judge_seen() -> list[Finding]:
    """Readings towards a satellite under the horizon are of something else, or belong to another place."""
    return [
        AIM.missing(
            "What was peaked is not this satellite",
            "It stands below the horizon here: mend place or satellite at Brief; what was read stays.",
        )
    ]


def _judge_speed(job: JobInput) -> list[Finding]:
    """Speed before and after aligning, as a pair."""
    before, after = job.peak.speed_before_mbps, job.peak.speed_after_mbps
    if before is None or after is None:
        return []
    better = after >= before
    return [
        PAIR(
            Level.CLEAR if better else Level.MIND,
            "Aligning brought speed" if better else "It is slower than before aligning",
            "A panel that looks aside steers further and loses gain; the hour of the day changes speed too.",
            figure=after,
            limit=before,
            bound="usual",
            clears_by="" if better else "Look whether it has settled, then measure both once more at the same hour.",
        )
    ]


def _online(job: JobInput) -> bool:
    """Whether the last state of the terminal was entered: it is through."""
    terminal, entered = job.picks.terminal, job.bringup.states_entered
    states = terminal.bringup_states if terminal is not None else []
    return bool(states) and bool(entered) and entered[-1].code == states[-1].code


_AXIS_OF_SPOT: dict[str, Axis] = {"elevation": "elevation", "clamp": "azimuth"}


def _free_joints(terminal: Terminal) -> list[FreeJoint]:
    """The joints that a move wants free and those of the lock; how they stand says the register at Build."""
    rows = [one for one in terminal.joints if one.lock_number or one.free_until]
    return [
        FreeJoint(
            key=one.key,
            name=one.name,
            count=one.count,
            axis=_AXIS_OF_SPOT.get(one.spot),
            lock_number=one.lock_number,
            tighten=one.tighten,
        )
        for one in sorted(rows, key=lambda one: one.lock_number or 99)
    ]


_BY_GUIDE: dict[GuideKind, str] = {
    "sound": "",
    "meter": "the meter with its leads, charged",
    "page": "a telephone or tablet with the modem’s page",
    "analyser": "the analyser with its receiving aid and strap",
}


def _set_to(tuned: HelperRow) -> str:
    """What the analyser is set to, in a few words."""
    volts = f", {tuned.supply_v} V" if tuned.supply_v is not None else ""
    tone = "" if tuned.tone_on is None else f", tone {'on' if tuned.tone_on else 'off'}"
    return f", on {as_written(tuned.if_mhz)} MHz{volts}{tone}" if tuned.if_mhz is not None else ""


def take_along(terminal: Terminal, guide: PeakGuide | None, tuned: HelperRow | None = None) -> list[str]:
    """Instruments, what turns each nut at the head, what it is pointed by, a pen for the marks."""
    turned = [one for one in terminal.joints if one.lock_number or one.free_until]
    nuts = sorted({one.turned_with for one in turned if one.turned_with})
    by = _BY_GUIDE[guide.kind] if guide else ""
    if guide is not None and guide.kind == "analyser" and tuned is not None:
        by += _set_to(tuned)
    told = ["clinometer", "compass", *nuts, by, "a paint pen for the witness marks"]
    return [one for one in [*told, "this job on a telephone, or the pocket card"] if one]


def _views(job: JobInput, aim: AimPart) -> tuple[Views, list[Finding]]:
    """Both axes, each judged against the link only once the other one is proved."""
    plain = {axis: peak_of(job, axis, aim.aim, aim.predicted_level_db, last_pass(job, axis)) for axis in AXES}
    proved = {axis: bool(one and one.result.fit and one.result.fit.bracketed) for axis, one in plain.items()}
    order = turns_in_time(job)
    judged = order[-1].axis if order else None
    views: Views = {}
    findings: list[Finding] = []
    for axis, one in plain.items():
        other = AXES[1 - AXES.index(axis)]
        if one is not None and axis == judged and proved[other]:
            one = peak_of(job, axis, aim.aim, aim.predicted_level_db, last_pass(job, axis), other_proved=True)
        views[axis] = one.result if one else None
        findings += one.findings if one else []
    return views, findings


def _next_axis(job: JobInput, views: Views) -> Axis:
    """The axis in hand until its top is proved; azimuth first, then elevation, then azimuth again."""
    in_hand = job.peak.readings[-1].axis if job.peak.readings else "azimuth"
    for axis in (in_hand, "azimuth", "elevation"):
        view = views[axis]
        if view is None or not view.proved:
            return axis
    return "azimuth"


def assess(context: Context) -> Outcome[PeakPart]:
    """Preset, search, the newest pass of each axis, skew and lock of a dish; or a panel's attitude."""
    job, aim = context.job, context.result(AimPart)
    locked, attitude = _lockdown(job), attitude_of(job, aim.panel_aim)
    views, axes = _views(job, aim)
    gain_db, again = second_pass(job, aim.aim, views)
    base = PeakPart(
        attitude=attitude.result if attitude else None,
        elevation_peak=views["elevation"],
        azimuth_peak=views["azimuth"],
        second_pass_gain_db=gain_db,
        lockdown=locked.result,
    )
    if aim.panel_aim is not None:
        return Outcome(base, [*_panel(aim.panel_aim, attitude, online=_online(job)), *_judge_speed(job)])
    terminal = job.picks.terminal
    if terminal is None or aim.aim is None:
        unknown = AIM.missing(
            "What is peaked, and towards what, is not known",
            "Choose terminal and satellite at Brief and enter the place; what was read stays.",
        )
        return Outcome(base, [unknown])
    if not aim.aim.visible:
        return Outcome(base, _judge_seen())
    set_before = preset_of(job, terminal, aim, aim.aim)
    sweep = sweep_of(job, terminal, aim.aim, set_before.result.new_elevation_deg)
    turns = {
        "elevation": turns_learnt(job, "elevation", set_before.result.rows[0].wanted_deg, aim.dial),
        "azimuth": turns_learnt(job, "azimuth", None),
    }
    means, likely = means_of(context, terminal, views, set_before.result, sweep)
    online = _online(job)
    proved = all(view is not None and view.proved for view in views.values())
    peaked = proved and all(one.level is Level.CLEAR for one in again) and bool(again)
    null = _skew(job, terminal, aim.aim, aim) if terminal.polarization == "linear" and terminal.panel is None else None
    # What comes before the fine stage is proved by a peak on both axes; until then it holds the next step up.
    before = (
        []
        if proved
        else [
            *set_before.findings,
            *(one for told in turns.values() if told for one in told.findings),
            *judge_screws(job, terminal),
            *judge_can_tell(job, online=online),
            *judge_coarse(job),
        ]
    )
    helper = helper_of(job, guide_of(job))
    pointing = Pointing(
        guide=guide_of(job),
        helper=helper.result if helper and uses_aid(job) else None,
        preset=set_before.result,
        sweep=sweep,
        elevation_turns=turns["elevation"].result if turns["elevation"] else None,
        azimuth_turns=turns["azimuth"].result if turns["azimuth"] else None,
        next_axis=_next_axis(job, views),
        stage="network" if online else "peaked" if peaked else "locked" if has_signal(job) else "preset",
        peaked=peaked,
        means=means,
        may_cover=job.peak.transmit_off == "yes" and not cover_waits_for(job),
        cover_waits_for=cover_waits_for(job),
        skew=null.result if null else None,
        joints=_free_joints(terminal),
        take_along=take_along(terminal, guide_of(job), helper.result.tuned if helper else None),
    )
    part = base.model_copy(update={"pointing": pointing})
    findings = [
        *before,
        *judge_aid(job),
        *(helper.findings if helper and not online else []),  # its network tells more than any carrier
        *judge_identity(job, online=online, helper=helper.result if helper else None),
        *axes,
        *judge_memory(job, views),
        *judge_minimum(job, aim.beam.least_es_n0_db if aim.beam else None, views),
        *likely,
        *(judge_instruments(job, terminal, aim, aim.aim) if proved else []),
        *again,
        *(null.findings if null else []),
        *locked.findings,
        *_judge_retest(job),
    ]
    return Outcome(part, findings)


def _skew(job: JobInput, terminal: Terminal, aimed: AimResult, aim: AimPart) -> Outcome[SkewResult]:
    return skew_null(
        SkewInput(
            readings=job.peak.skew_readings,
            set_deg=job.peak.skew_set_deg,
            planned_deg=skew_to_set_deg(aimed, aim.dial),
            feed_isolation_db=terminal.feed_isolation_db,
            desk_db=job.peak.desk_isolation_db,
            desk_least_db=job.peak.desk_least_db,
            rules=job.picks.rules,
        )
    )


__all__ = ["assess"]
