"""What a report tells of each station beside its findings: who, with what, when, computed, set and measured."""

from __future__ import annotations

import datetime as dt
from collections.abc import Callable

from rindle_core.catalogue.house_words import by_code
from rindle_core.catalogue.parts import JOINT_STATES
from rindle_core.job import JobAssessment, JobInput
from rindle_core.kernel.units import System, format_quantity
from rindle_core.papers.sheet import SheetBlock, block, lines, table
from rindle_core.science.site_clock import told_at
from rindle_core.stations.brief.old_line import old_line_of
from rindle_core.stations.bringup.entries_told import masked
from rindle_core.stations.bringup.rows import DESK_STEPS, RADIO_STAGES

Blocks = list[SheetBlock]


def _q(value: float | None, unit: str, system: System) -> str:
    return "" if value is None else format_quantity(value, unit, system)


def _at(moment: dt.datetime | None, zone: str) -> str:
    return "" if moment is None else told_at(moment, zone)


def _names(codes: list[str], phrases: object) -> str:
    known = by_code(phrases)  # type: ignore[arg-type,var-annotated]  # any list of words
    return ", ".join(known[code].name if code in known else code for code in codes)


def brief_blocks(facts: JobInput, result: JobAssessment, system: System) -> Blocks:
    """Ids and codes of the order, people with their roles, what was wanted, hazards with who released them."""
    brief, words = facts.brief, facts.picks.words
    old = old_line_of(brief.old_line, words)
    agreed = f"{brief.approved_by}, position {brief.approved_letter}" if brief.approved_by else ""
    return [
        *block(
            "order",
            "Order",
            [
                ("Site id", brief.site_id),
                ("Terminal id", brief.terminal_id),
                ("Customer reference", brief.customer_reference),
                ("Location code", brief.site_code),
                ("Cluster code", brief.cluster_code),
                ("Hardware address", brief.hardware_address),
                ("Beam letter", result.beam.letter if result.beam else ""),
                ("Repairs job", brief.follows),
                ("Why it was opened", brief.repair_reason),
                ("What was seen of the fault", _names(brief.repair_seen, words.repair_seen)),
            ],
        ),
        *block(
            "wanted",
            "What was asked for",
            [
                ("Needs", _names(brief.needs, words.needs)),
                ("Reasons", _names(brief.reasons, words.reasons)),
                ("The old line", old.name if old else ""),
                ("Position agreed to", agreed),
                ("Agreed beside it", brief.approval_note),
                ("Settled before the visit", _names(brief.settled, words.settled)),
            ],
        ),
        *table(
            "people",
            "People",
            ("Name", "May do", "Shown by"),
            [
                (
                    one.name,
                    ", ".join(role.name for role in one.roles if role.holds),
                    "; ".join(paper for role in one.roles for paper in role.papers),
                )
                for one in result.crew
            ],
        ),
        *table(
            "hazards",
            "Hazards of the site",
            ("Hazard", "Caution read", "Released by", "It rests on", "Day"),
            [
                (
                    hazard.name,
                    "yes" if hazard.code in brief.cautions_seen else "no",
                    *next(
                        (
                            (one.by, one.how, one.on.isoformat() if one.on else "")
                            for one in brief.releases
                            if one.hazard == hazard.code
                        ),
                        ("", "", ""),
                    ),
                )
                for hazard in words.hazards
                if hazard.code in brief.hazards
            ],
        ),
    ]


def aim_blocks(facts: JobInput, result: JobAssessment, system: System) -> Blocks:
    """Each angle as computed, as set and as measured, and the instruments with their corrections."""
    rows: list[tuple[str, str, str, str, str]] = []
    preset = result.pointing.preset.rows if result.pointing else []
    measured = {
        "elevation": facts.peak.clinometer_at_peak_deg,
        "azimuth": facts.peak.compass_at_peak_deg,
        "skew": facts.peak.skew_set_deg,
    }
    for one in preset:
        rows.append(
            (
                one.what.capitalize(),
                one.instrument,
                format_quantity(one.wanted_deg, "deg"),
                _q(one.shown_deg, "deg", system),
                _q(measured.get(one.what), "deg", system),
            )
        )
    figures = result.instruments.figures if result.instruments else []
    return [
        *table("angles", "Angles", ("Angle", "Read on", "Computed", "Set before the peak", "On the peak"), rows),
        *table(
            "instruments",
            "Instruments",
            ("Instrument", "Reading wanted", "Correction inside it", "It can do"),
            [
                (
                    one.instrument,
                    format_quantity(one.reading, one.unit),
                    f"{one.correction_deg:+.1f}°".replace("-", "−") if one.correction_deg else "none",
                    _q(one.instrument_tolerance_deg, "deg", system),
                )
                for one in figures
            ],
        ),
    ]


def cable_blocks(facts: JobInput, result: JobAssessment, system: System) -> Blocks:
    """The cable by its name, its pieces and its ends."""
    told = facts.cable
    name = next((one.name for one in facts.picks.cables if one.code == told.cable_code), told.cable_code)
    ends = "" if told.connectors is None else f"{told.connectors} of one run"
    places = {
        "living": "on a living floor", "attic": "in the attic", "basement": "in the basement",
        "cupboard": "in a cupboard", "outside": "outdoors", "not_needed": "none is needed",
    }  # fmt: skip
    return [
        *block(
            "cable",
            "Cable",
            [
                ("Cable", name),
                ("Connectors", ends),
                ("Joints on the way", str(told.joint_count) if told.joint_count else ""),
                ("Joints that stay removable", told.removable),
                ("Seen to at the entry", _names(told.entry_steps, facts.picks.words.entry_steps)),
                ("Injector or modem sits", places.get(told.injector_place, "")),
                ("Way to earth", _names(told.earth_path, facts.picks.words.earth_path)),
                ("Earth wire", f"{told.earth_wire_mm2:g} mm²" if told.earth_wire_mm2 else ""),
            ],
        )
    ]


def build_blocks(facts: JobInput, result: JobAssessment, system: System) -> Blocks:
    """Joints as they were left, waits, what was done before its turn, what stays for a time, what came damaged."""
    zone, build = result.zone, facts.build
    joints = result.joints.joints if result.joints else []
    titles = {view.step.code: view.step.title for view in result.build.steps} if result.build else {}
    waits = result.waits.waits if result.waits else []
    return [
        *table(
            "joints",
            "Joints",
            ("Joint", "It is", "By", "Torque"),
            [(one.joint.name, JOINT_STATES[one.state], one.since, _q(one.torque_nm, "nm", system)) for one in joints],
        ),
        *table(
            "waits",
            "Waits",
            ("Wait", "Begun", "Over", "Let pass because"),
            [
                (one.wait.name, _at(one.started_at, zone), _at(one.ended_at or one.over_at, zone), one.let_pass)
                for one in waits
                if one.started_at is not None or one.let_pass
            ],
        ),
        *table(
            "passes",
            "Done before its turn, or left out",
            ("Step", "How", "Why", "Decided by"),
            [
                (
                    titles.get(one.code, one.code),
                    {"early": "done all the same", "left_out": "left out"}[one.how],
                    one.reason,
                    one.by,
                )
                for one in build.passes
            ],
        ),
        *table(
            "measures",
            "Left for a time",
            ("What", "Until", "Who sees to it"),
            [
                (one.what, one.until.isoformat() if one.until else "no day said", one.by)
                for one in (result.measures.measures if result.measures else [])
            ],
        ),
        *table(
            "damages",
            "Came damaged",
            ("Part", "What", "Packing"),
            [(one.part, one.what, one.packing) for one in build.damages],
        ),
        *block("closing", "Before leaving", [("Seen to", _names(build.closing, facts.picks.words.closing))]),
    ]


def peak_blocks(facts: JobInput, result: JobAssessment, system: System) -> Blocks:
    """The fitted tops with both falls, the skew and the level after each nut."""
    tops = []
    for name, view in (("Azimuth", result.azimuth_peak), ("Elevation", result.elevation_peak)):
        if view is not None and view.fit is not None:
            tops.append(
                (
                    name,
                    f"{view.fit.top_turns:.2f} turns".replace("-", "−"),
                    format_quantity(view.fit.top_level_db, "db"),
                    "fell on both sides" if view.fit.bracketed else "not seen to fall on both sides",
                    "proved" if view.proved else "not proved",
                )
            )
    return [
        *table("tops", "Tops", ("Axis", "Counter", "Level", "Falls", "It is"), tops),
        *table(
            "skew",
            "Skew readings",
            ("Clockwise from behind", "Unwanted", "Wanted"),
            [
                (
                    format_quantity(one.angle_deg, "deg"),
                    format_quantity(one.unwanted_db, "db"),
                    _q(one.wanted_db, "db", system),
                )
                for one in facts.peak.skew_readings
            ],
        ),
        *table(
            "nuts",
            "After each nut",
            ("Nuts", "Level"),
            [(one.joint, format_quantity(one.level_db, "db")) for one in facts.peak.lock_steps],
        ),
        *table(
            "attitudes",
            "Attitude of the panel by day",
            ("Day", "Bearing, true", "Tilt from the zenith", "Note"),
            [
                (
                    one.on.isoformat(),
                    format_quantity(one.azimuth_deg, "compass_deg"),
                    format_quantity(one.tilt_deg, "deg"),
                    one.note,
                )
                for one in facts.peak.attitudes
            ],
        ),
    ]


def bringup_blocks(facts: JobInput, result: JobAssessment, system: System) -> Blocks:
    """States with their times, radio figures by stage, the line-up with its approval, the network."""
    told, zone = facts.bringup, result.zone
    names = {one.code: one.name for one in facts.picks.terminal.bringup_states} if facts.picks.terminal else {}
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
            [(names.get(one.code, one.code), format_quantity(one.at_s, "s")) for one in told.states_entered],
        ),
        *table(
            "radio",
            "Radio figures by stage",
            ("Stage", "Read at", "Es/N0", "At its input", "Transmit", "Cable loss", "Software"),
            [
                (
                    RADIO_STAGES[one.stage],
                    _at(one.at, zone),
                    _q(one.es_n0_db, "db", system),
                    _q(one.input_dbm, "dbm", system),
                    _q(one.transmit_dbm, "dbm", system),
                    _q(one.run_loss_db, "db", system),
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
                    _at(one.at, zone),
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
                ("Name of the wireless net", told.wifi_name),
                ("Addresses of the home net", told.home_net),
                ("Moved", _names(told.moved_stages, facts.picks.words.move_stages)),
                ("Confirmed by", told.move_confirmed),
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
                ("Seen steady again", _at(told.settled_at, zone)),
            ],
        ),
    ]


def handover_blocks(facts: JobInput, result: JobAssessment, system: System) -> Blocks:
    """Every run, the interval of the gain, the watch, the uses, what was proved, given and shown, and objections."""
    told, zone, words = facts.handover, result.zone, facts.picks.words
    accepted, watched = result.acceptance, result.watched
    ratio = accepted.ratio
    gain = (
        ""
        if ratio is None
        else f"{ratio.times_factor:.1f} times the old, between {ratio.low_factor:.1f} and "
        f"{'any multiple' if ratio.high_factor is None else f'{ratio.high_factor:.1f}'}, "
        f"at least {ratio.coverage_percent:.0f} % sure"
    )
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
                    _q(one.loss_percent, "percent", system),
                    one.source,
                    one.device,
                    links[one.link],
                    _at(one.measured_at, zone),
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
                    ("From", _at(told.watch.started_at, zone)),
                    ("Until", _at(told.watch.ended_at, zone)),
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
                ("Proved of what was asked", _names(told.needs_proved, words.needs)),
                ("Proved of the old line", _names(told.old_line_proved, words.old_lines)),
                ("Shown", _names(told.shown_to, words.shown_to)),
                ("Handed over", _names(told.items_given, words.items_given)),
                ("The customer does not agree with", told.customer_objects),
            ],
        ),
    ]


BLOCKS: dict[str, Callable[[JobInput, JobAssessment, System], Blocks]] = {
    "brief": brief_blocks,
    "aim": aim_blocks,
    "cable": cable_blocks,
    "build": build_blocks,
    "peak": peak_blocks,
    "bringup": bringup_blocks,
    "handover": handover_blocks,
}

__all__ = ["BLOCKS"]
