"""Bring-up put together: from what is seen before power to the network behind it, with the causes where it is stuck."""

from __future__ import annotations

from rindle_core.catalogue.guides import MODEM_GUIDES
from rindle_core.catalogue.models import Terminal
from rindle_core.catalogue.modem import RHYTHMS, BringUpState, DeskContact
from rindle_core.catalogue.stuck_words import Sign
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.registry import Outcome
from rindle_core.stations.aim.part import AimPart
from rindle_core.stations.bringup.bringup import BringUpInput, BringUpResult, StaysFor, bringup
from rindle_core.stations.bringup.computer import ComputerInput, ComputerResult, computer
from rindle_core.stations.bringup.custom_carrier import judge_custom_carrier
from rindle_core.stations.bringup.entries_told import EntriesInput, EntriesResult, modem_entries
from rindle_core.stations.bringup.findings import (
    BENCH,
    BROWSE,
    DISH_END,
    FEED_HAND,
    METER,
    NO_STATES,
    POWER_CHECKS,
    SATELLITE,
    UNTOLD,
)
from rindle_core.stations.bringup.home import home_of, lines_of, moving_of, old_stays, service_of, wireless_of
from rindle_core.stations.bringup.injector import judge_injector, shown_by
from rindle_core.stations.bringup.known import call_sheet, known_of, told_of
from rindle_core.stations.bringup.ladder import ladder, transmits_from
from rindle_core.stations.bringup.lineup import LineupRunInput, LineupRunResult, lineup_run
from rindle_core.stations.bringup.may_power import judge_who_may, power_waits_for
from rindle_core.stations.bringup.part import BringUpPart, PowerCheckRow
from rindle_core.stations.bringup.radio import RadioInput, radio_figures
from rindle_core.stations.bringup.rows import RadioStage
from rindle_core.stations.bringup.shown import judge_desk_reached, judge_labels_shown, judge_settings
from rindle_core.stations.bringup.signs import hand_is_other, signs_of
from rindle_core.stations.bringup.transmit import Transmit, installing, judge_interlock, transmit_of
from rindle_core.stations.bringup.update import UpdateInput, update
from rindle_core.stations.bringup.wiring import wiring_of
from rindle_core.stations.build.before_power import before_power_open
from rindle_core.stations.cable.part import CablePart
from rindle_core.stations.entries import JobInput
from rindle_core.stations.peak.coarse import has_signal
from rindle_core.stations.peak.part import PeakPart
from rindle_core.stations.station import WAITS_FOR_BRIEF, Context

WITHOUT_STATES = NO_STATES.missing(
    "The stores have no states of this terminal’s way online",
    "Enter them from its guide in Stores: until then nobody can tell where it stands.",
)


def _judge_satellite(aim: AimPart) -> list[Finding]:
    """States that a terminal went through prove nothing of this job while it is not known over which satellite."""
    if aim.panel_aim is not None or (aim.aim is not None and aim.aim.visible):
        return []
    return [
        SATELLITE.missing(
            "Over which satellite it comes online is not known",
            "Choose at Brief a place and a satellite that stands above its horizon.",
        )
    ]


def desk_of(job: JobInput) -> DeskContact | None:
    """The operations desk of the job's network."""
    network = job.picks.satellite or job.picks.constellation
    return network.desk if network else None


def checks_of(job: JobInput, terminal: Terminal) -> list[PowerCheckRow]:
    """What is seen before power of this terminal: by family, number of cables, panel or dish, injector."""
    fitting = [
        one
        for one in job.picks.words.power_checks
        if (not one.families or terminal.family in one.families)
        and one.runs in (None, terminal.cable.runs)
        and one.panels in (None, terminal.panel is not None)
        and one.injector in (None, terminal.has_injector)
    ]
    return [
        PowerCheckRow(code=one.code, name=one.name, text=one.text, seen=one.code in job.bringup.power_checks)
        for one in fitting
    ]


def _judge_checks(job: JobInput, checks: list[PowerCheckRow], powered: bool) -> list[Finding]:
    found = []
    still = [one.name for one in checks if not one.seen]
    if still and powered:
        found.append(
            POWER_CHECKS(
                Level.MIND,
                "It has power, and not all that comes before was seen",
                f"Not ticked: {'; '.join(still)}.",
                clears_by="Go through them with its plug out, and tick them.",
            )
        )
    elif still:
        found.append(POWER_CHECKS.missing("Not all is seen before power", f"Go through it: {'; '.join(still)}."))
    elif checks:
        found.append(POWER_CHECKS(Level.CLEAR, "All that comes before power is seen", "Ticked one by one."))
    if job.bringup.meter_fitted == "yes":
        found.append(
            METER(
                Level.MIND,
                "A meter is in the line",
                "Left in, it and its short cables cost level, let water in, and block the transmit side.",
                clears_by="Modem off, meter out, plugs closed again; then say so.",
            )
        )
    return found


def _judge_volts(job: JobInput, terminal: Terminal) -> list[Finding]:
    """What was measured goes before what the cable was reckoned to leave."""
    volts = job.bringup.dish_end_v
    if volts is None or terminal.panel is not None:
        return []
    return [
        DISH_END.at_least(
            volts,
            terminal.supply.least_v,
            clear="Enough voltage was measured at the dish’s end",
            under="Too little voltage was measured at the dish’s end",
            why="The outdoor unit starts again and again, or never, once it sends.",
            clears_by="Look at the supply, the ends, the joints and the length of the cable; measure again under load.",
        )
    ]


def _judge_feed(job: JobInput, aim: AimPart, online: bool) -> list[Finding]:
    """A feed that is marked for the other hand or plane: it receives little, and sends into somebody else's."""
    other = hand_is_other(job, aim.beam)
    if other is None or aim.beam is None:
        return []
    told, wanted = job.bringup.hand_set, aim.beam.hand or aim.beam.plane
    if not other:
        return [FEED_HAND(Level.CLEAR, f"The feed is set as beam {aim.beam.letter} asks: {wanted}", "By its mark.")]
    if online:
        return [
            FEED_HAND(
                Level.MIND,
                f"It is online, and the feed is said to be set {told}",
                f"Beam {aim.beam.letter} is received {wanted}: one of the two is wrong.",
                clears_by="Read the mark of the feed again, and the beam at Aim.",
            )
        ]
    return [
        FEED_HAND(
            Level.HOLD,
            f"The feed is set {told}, and beam {aim.beam.letter} is received {wanted}",
            "It hears next to nothing so, and what it sends falls on somebody else’s channel.",
            clears_by="With its plug out, set the feed as the guide shows, then say what its mark says; or mend the "
            "beam at Aim.",
        )
    ]


def _judge_bench(job: JobInput) -> list[Finding]:
    """What was tried on the bench proves nothing of the place where it stays."""
    if job.bringup.powered_where != "bench" or not job.bringup.states_entered:
        return []
    return [
        BENCH.missing(
            "It was tried on the bench only",
            "Entries, plugs and cable are tried; switch it off, mount it, and switch it on in its place.",
        )
    ]


def _judge_untold(entries: EntriesResult, online: bool) -> list[Finding]:
    """A terminal that is online was told something: what is not entered here, the next colleague does not know."""
    still = [row.label for row in entries.rows if row.typed and not row.value]
    if not online or not still:
        return []
    return [UNTOLD.missing("What the modem was told is not all entered", f"Enter it: {', '.join(still)}.")]


def _judge_browse(job: JobInput, online: bool) -> list[Finding]:
    if not online:
        return []
    told = job.bringup.page_works
    if told == "yes":
        return [BROWSE(Level.CLEAR, "A page far away opens", "Traffic passes, not only the lights.")]
    if told == "no":
        return [
            BROWSE(
                Level.HOLD,
                "It says online, and no page opens",
                "Is the browser caught by the operator’s own page, or a name not found?",
                clears_by="Open an address by its number; see if the operator’s page asks for something; then look "
                "at the name server of the computer.",
            )
        ]
    return [BROWSE.missing("Whether a page far away opens is not tried", "Open one that was not opened before.")]


def _lineup(context: Context, terminal: Terminal, entries: EntriesResult) -> Outcome[LineupRunResult]:
    job, peak = context.job, context.result(PeakPart)
    ready = []
    if peak.pointing is not None and not peak.pointing.peaked:
        ready.append("prove the peak on both axes")
    if entries.open_count:
        ready.append("enter what the modem is told")
    return lineup_run(
        LineupRunInput(
            log=job.bringup.lineup_log,
            sheet=call_sheet(job, context.result(AimPart), terminal),
            desk=desk_of(job),
            least_db=job.peak.desk_least_db,
            wanted=terminal.needs_lineup,
            slot_at=job.brief.lineup_at,
            slot_min=job.picks.rules.lineup_min,
            ready_for_call=ready,
        )
    )


def _entries(job: JobInput, aim: AimPart, terminal: Terminal) -> Outcome[EntriesResult]:
    told = job.bringup
    return modem_entries(
        EntriesInput(
            entries=terminal.entries,
            told=told_of(job),
            known=known_of(job, aim, terminal),
            back=told.told_back,
            latitude_deg=job.brief.latitude_deg,
            longitude_deg=job.brief.longitude_deg,
            config_name=told.config_name,
            config_sum=told.config_sum,
            config_sum_wanted=told.config_sum_wanted,
            config_restarted=told.config_restarted,
        )
    )


def _on_the_way(
    context: Context, terminal: Terminal, entries: EntriesResult, lineup: LineupRunResult, plugs_open: bool
) -> Outcome[BringUpResult]:
    job, aim, told = context.job, context.result(AimPart), context.job.bringup
    current = ladder(terminal.bringup_states, told.states_entered, told.device_now_s).current
    needs = current.state.needs if current else []
    bench = told.powered_where == "bench"
    signs = signs_of(context, entries, lineup, needs, plugs_open)
    found = bringup(
        BringUpInput(
            states=terminal.bringup_states,
            entered=told.states_entered,
            now_s=told.device_now_s,
            signs=signs,
            beam_letter_entered=told.beam_letter,
            beam_letter_expected=aim.beam.letter if aim.beam else "",
            before_power_open=[] if bench else before_power_open(job),
            self_restart_count=told.self_restart_count,
            stays_for=_stays_for(context, terminal, current.state if current else None, signs),
            words=job.picks.words,
            rules=job.picks.rules,
        )
    )
    return found


def assess(context: Context) -> Outcome[BringUpPart]:
    """Each part of the bring-up with what the other stations know."""
    job, aim = context.job, context.result(AimPart)
    terminal, told = job.picks.terminal, job.bringup
    if terminal is None:
        return Outcome(BringUpPart(bringup=None), [WAITS_FOR_BRIEF])
    transmit = transmit_of(job)
    checks = checks_of(job, terminal)
    entries = _entries(job, aim, terminal)
    lineup = _lineup(context, terminal, entries.result)
    way = _on_the_way(context, terminal, entries.result, lineup.result, any(not one.seen for one in checks))
    online = way.result.online
    radio = radio_figures(
        RadioInput(
            marks=told.radio,
            has_code=any("code" in one.feeds or "account" in one.feeds for one in terminal.entries)
            and terminal.panel is None,
            code_told=bool(told.activation_code),
            stage=_stage(context, online, transmit),
            online=online,
            pictures=[one.name for one in job.picks.documents],
            transmit_most_dbm=terminal.transmit_most_dbm,
            supply=terminal.supply,
            locked_db=_locked_db(context),
            now_db=told.device_level_db if online else None,
            reckoned_loss_db=_reckoned_loss_db(context),
            work_from=job.brief.day_begins(),
            rules=job.picks.rules,
        )
    )
    laptop = _laptop(job, terminal, online)
    home, lines, wifi, moving = home_of(job, service_of(job)), lines_of(job), wireless_of(job), moving_of(job)
    software = update(
        UpdateInput(
            seen=told.update_seen,
            choice=told.update_choice,
            reason=told.update_reason,
            updated_at=told.updated_at,
            settled_at=told.settled_at,
            online=online,
            rules=job.picks.rules,
        )
    )
    light = shown_by(terminal.injector_lights, told.injector_light)
    part = BringUpPart(
        bringup=way.result,
        transmit=transmit,
        power_waits_for=power_waits_for(job),
        checks_before_power=checks,
        go_out=_go_out(context, way.result),
        injector_means=f"{RHYTHMS[light.rhythm]}: {light.means}" if light else "",
        told_entries=entries.result,
        laptop=laptop.result if laptop else None,
        radio_stages=radio.result,
        lineup_run=lineup.result if terminal.needs_lineup or told.lineup_log else None,
        home=home.result,
        wiring=wiring_of(
            terminal, told.router_plan or home.result.proposed, told.own_router_name, old_stays(job), told.home_devices
        ),
        lines=lines.result,
        wifi=wifi.result,
        moving=moving.result,
        updating=software.result,
    )
    return Outcome(
        part,
        [
            *_judge_satellite(aim),
            *lineup.findings,  # a carrier that is on comes before all else
            *([] if terminal.bringup_states else [WITHOUT_STATES]),
            *way.findings,
            *_judge_feed(job, aim, online),
            *_judge_bench(job),
            *judge_interlock(job, transmit),
            *judge_who_may(job),
            *_judge_checks(job, checks, transmit.powered),
            *_judge_volts(job, terminal),
            *judge_injector(terminal.injector_lights, told.injector_light),
            *(laptop.findings if laptop else []),
            *entries.findings,
            *_judge_untold(entries.result, online),
            *judge_settings(job),
            *judge_labels_shown(job),
            *judge_desk_reached(job),
            *judge_custom_carrier(job, terminal),
            *(radio.findings if terminal.panel is None else []),
            *_judge_browse(job, online),
            *home.findings,
            *lines.findings,
            *wifi.findings,
            *moving.findings,
            *software.findings,
        ],
    )


def _go_out(context: Context, way: BringUpResult) -> list[str]:
    """While it searches the work goes on at the antenna, until that is locked down."""
    peak = context.result(PeakPart)
    current = next((one.state for one in way.rungs if one.standing == "current"), None)
    if current is None or "level" not in current.needs or peak.lockdown.complete or peak.pointing is None:
        return []
    return peak.pointing.take_along


def _stays_for(context: Context, terminal: Terminal, state: BringUpState | None, signs: dict[Sign, bool]) -> StaysFor:
    """In installation mode, or while nobody has found the satellite, a state lasts as long as the work does."""
    told, pointing = context.job.bringup, context.result(PeakPart).pointing
    untold = signs.get("letter_missing", False) or signs.get("entry_missing", False)
    if state is None or "level" not in state.needs or ("carrier" in state.needs and untold):
        return ""  # without what it is told it finds nothing, wherever it points
    if told.powered_where == "bench":
        return "bench"
    if pointing is None:
        return ""
    lock, level = terminal.lock_es_n0_db, told.device_level_db
    heard = has_signal(context.job) or (level is not None and lock is not None and level >= lock)
    if not heard:
        searched = bool(context.job.peak.symptom) or pointing.sweep.next_row is None
        return "" if searched else "aiming"
    sends_next = transmits_from(terminal.bringup_states, state.code) == "may"
    return "install" if installing(context.job) and sends_next and "carrier" not in state.needs else ""


def _locked_db(context: Context) -> float | None:
    """The level that Peak left, where the terminal itself showed it: a meter has another scale."""
    pointing = context.result(PeakPart).pointing
    own = pointing is not None and pointing.guide is not None and pointing.guide.kind in MODEM_GUIDES
    return context.job.peak.lock_after_db if own else None


def _reckoned_loss_db(context: Context) -> float | None:
    run = context.result(CablePart).cable
    return None if run is None or run.untold_count else run.loss_high_db


def _stage(context: Context, online: bool, transmit: Transmit) -> RadioStage:
    """Which stage a reading that is made now is of."""
    peak = context.result(PeakPart)
    if online:
        return "activated"
    if transmit.state == "on":
        return "on_network"
    if peak.lockdown.complete:
        return "locked_down"
    return "peaked" if peak.pointing is not None and peak.pointing.peaked else "locked"


def _laptop(job: JobInput, terminal: Terminal, online: bool) -> Outcome[ComputerResult] | None:
    told = job.bringup
    if terminal.access is None:
        return None
    return computer(
        ComputerInput(
            access=terminal.access,
            system=told.laptop_system,
            taken=[one.fixed_ip for one in told.home_devices if one.fixed_ip],
            before=told.laptop_before,
            shown_address=told.laptop_address,
            shown_mask=told.laptop_mask,
            wired=told.laptop_wired,
            wireless_off=told.laptop_wireless,
            page=told.laptop_page,
            activated=online,
            put_back=told.laptop_back or "laptop_back" in job.build.closing,
        )
    )


__all__ = ["assess", "checks_of", "desk_of", "service_of"]
