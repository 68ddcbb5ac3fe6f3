"""What a report tells of Bring-up and Hand over: states, radio, line-up, network; runs, gaps, uses, what was proved."""

from __future__ import annotations

from rindle_core.catalogue.computers import SYSTEMS
from rindle_core.job import JobAssessment, JobInput
from rindle_core.kernel.units import System, format_quantity
from rindle_core.papers.sheet import SheetBlock, block, lines, table
from rindle_core.papers.told import moment, names, quantity
from rindle_core.stations.bringup.entries_told import masked
from rindle_core.stations.bringup.facts import LINE_PLANS, ROUTER_PLANS
from rindle_core.stations.bringup.rows import DESK_STEPS, RADIO_STAGES

Blocks = list[SheetBlock]


def bringup_blocks(facts: JobInput, result: JobAssessment, system: System) -> Blocks:
    """States with their times, radio figures by stage, the line-up with its approval, the network."""
    told, zone = facts.bringup, result.zone
    reached = {one.code: one.name for one in facts.picks.terminal.bringup_states} if facts.picks.terminal else {}
    checks = [one.name for one in result.checks_before_power if one.seen]
    entries = result.told_entries.rows if result.told_entries else []
    return [
        *block("power", "Before power", [("Seen", ", ".join(checks))]),
        *table(
            "entries",
            "Entries of the modem",
            ("Entry", "Value", "The modem shows"),
            [
                (
                    one.label,
                    masked(one.value) if one.secret else one.value,
                    masked(one.shown) if one.secret else one.shown,
                )
                for one in entries
                if one.value or one.shown
            ],
        ),
        *table(
            "states",
            "States",
            ("State", "Reached after"),
            [(reached.get(one.code, one.code), format_quantity(one.at_s, "s")) for one in told.states_entered],
        ),
        *table(
            "radio",
            "Radio figures by stage",
            (
                "Stage",
                "Read at",
                "Es/N0",
                "At its input",
                "Transmit",
                "Cable loss",
                "Temperature",
                "Supply",
                "Software",
            ),
            [
                (
                    RADIO_STAGES[one.stage],
                    moment(one.at, zone),
                    quantity(one.es_n0_db, "db", system),
                    quantity(one.input_dbm, "dbm", system),
                    quantity(one.transmit_dbm, "dbm", system),
                    quantity(one.run_loss_db, "db", system),
                    quantity(one.temperature_c, "c", system),
                    quantity(one.supply_ma, "ma", system),
                    one.software,
                )
                for one in told.radio
            ],
        ),
        *table(
            "lineup",
            "Line-up",
            ("Step", "At", "Figure", "Who", "Approval", "Note"),
            [
                (
                    DESK_STEPS[one.step],
                    moment(one.at, zone),
                    "" if one.figure is None else format_quantity(one.figure, "dbm" if one.step == "power" else "db"),
                    one.who,
                    one.number,
                    one.note,
                )
                for one in told.lineup_log
            ],
        ),
        *block(
            "network",
            "The customer's network",
            [
                ("Gateway", ROUTER_PLANS[told.router_plan] if told.router_plan else ""),
                ("Own router", told.own_router_name),
                ("Two lines", LINE_PLANS[told.line_plan] if told.line_plan else ""),
                ("Share of the new line", quantity(told.new_line_percent, "percent", system)),
                ("Name of the wireless net", told.wifi_name),
                ("Addresses of the home net", told.home_net),
                ("Moved", names(told.moved_stages, facts.picks.words.move_stages)),
                ("Confirmed by", told.move_confirmed),
            ],
        ),
        *table(
            "settings",
            "Settings sheet of the network",
            ("Field", "On the sheet", "The page shows"),
            [
                (one.name, "kept by the installer" if one.secret else one.value, one.shown)
                for one in told.settings
                if one.entered
            ],
        ),
        *block(
            "shown",
            "What its page says of itself",
            [
                ("Serial number", told.shown_serial),
                ("Hardware address", told.shown_address),
                ("Settings sheet read back with", told.settings_read_with),
                ("A call reaches the desk", told.desk_reached),
            ],
        ),
        *block(
            "computer",
            "The computer at the modem",
            [
                ("Computer", SYSTEMS[told.laptop_system] if told.laptop_system else ""),
                ("What was set before", told.laptop_before),
                ("Put back as it was", "yes" if told.laptop_back else "no" if told.laptop_before else ""),
            ],
        ),
        *table(
            "devices",
            "Devices",
            ("Device", "Always the address", "Line", "Must not stop", "Joined again"),
            [
                (
                    one.name,
                    one.fixed_ip,
                    {"": "either", "new": "new", "old": "old"}[one.line],
                    "yes" if one.critical else "",
                    "yes" if one.joined else "not yet",
                )
                for one in told.home_devices
            ],
        ),
        *block(
            "update",
            "Update",
            [
                ("Put in", {"": "", "now": "at once", "later": f"later: {told.update_reason}"}[told.update_choice]),
                ("Seen steady again", moment(told.settled_at, zone)),
            ],
        ),
    ]


def handover_blocks(facts: JobInput, result: JobAssessment, system: System) -> Blocks:
    """Every run, the interval of the gain, the watch, the uses, what was proved, given and shown, and objections."""
    told, zone, words = facts.handover, result.zone, facts.picks.words
    accepted, watched = result.acceptance, result.watched
    gain = accepted.ratio.said if accepted.ratio else ""
    links = {"": "", "wired": "wired", "wireless": "wireless"}
    return [
        *block("gain", "Gain", [("Download", gain)]),
        *table(
            "runs",
            "Every run",
            ("When", "Down", "Up", "Echo", "Lost", "Against", "Device", "Link", "At", "Note"),
            [
                (
                    one.when + {"": "", "found": ", unaligned", "aligned": ", aligned"}[one.aligning],
                    format_quantity(one.down_mbps, "mbps"),
                    format_quantity(one.up_mbps, "mbps"),
                    format_quantity(one.latency_ms, "ms"),
                    quantity(one.loss_percent, "percent", system),
                    one.source,
                    one.device,
                    links[one.link],
                    moment(one.measured_at, zone),
                    one.note,
                )
                for one in told.runs
            ],
        ),
        *lines("left_out", "Runs that are not counted", [f"Run {one.number}: {one.why}" for one in accepted.left_out]),
        *(
            block(
                "watch",
                "Watched for gaps",
                [
                    ("From", moment(told.watch.started_at, zone)),
                    ("Until", moment(told.watch.ended_at, zone)),
                    ("With service", format_quantity(watched.counted.available_percent, "percent")),
                    (
                        "Gaps an hour",
                        f"{watched.counted.interruptions_per_h:.1f}, 90 % sure between {watched.gaps_low_per_h:.1f} "
                        f"and {watched.gaps_high_per_h:.1f}",
                    ),
                    ("Longest", format_quantity(watched.counted.longest_s, "s")),
                    ("Log", told.watch.log_name),
                    ("What follows", watched.come_back),
                ],
            )
            if watched
            else []
        ),
        *table(
            "uses",
            "What the line is good for",
            ("Use", "It", "Gaps watched"),
            [
                (
                    one.name,
                    {"clear": "works", "mind": "suffers", "hold": "fails", "unknown": "is not known"}[one.level],
                    "yes" if one.watched else "no",
                )
                for one in result.uses_proved
            ],
        ),
        *block(
            "proved",
            "Proved, shown and handed over",
            [
                ("Proved of what was asked", names(told.needs_proved, words.needs)),
                ("Proved of the old line", names(told.old_line_proved, words.old_lines)),
                ("Shown", names(told.shown_to, words.shown_to)),
                ("Handed over", names(told.items_given, words.items_given)),
                ("The customer does not agree with", told.customer_objects),
            ],
        ),
    ]


__all__ = ["bringup_blocks", "handover_blocks"]
