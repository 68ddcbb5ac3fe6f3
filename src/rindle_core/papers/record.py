"""What a report tells of each station beside its findings: who, with what, when, computed, set and measured."""

from __future__ import annotations

from collections.abc import Callable

from rindle_core.catalogue.parts import JOINT_STATES, PART_KINDS
from rindle_core.job import JobAssessment, JobInput
from rindle_core.kernel.units import System, format_quantity
from rindle_core.papers.record_service import bringup_blocks, handover_blocks
from rindle_core.papers.record_site import cable_blocks, mount_blocks, sky_blocks
from rindle_core.papers.sheet import SheetBlock, block, table
from rindle_core.papers.told import moment, names, quantity
from rindle_core.stations.brief.competence import Release, release_of
from rindle_core.stations.brief.old_line import old_line_of
from rindle_core.stations.peak.rows import HEARD, by_day

Blocks = list[SheetBlock]


def brief_blocks(facts: JobInput, result: JobAssessment, system: System) -> Blocks:
    """Ids and codes of the order, people with their roles, what was wanted, hazards with who released them."""
    brief, words = facts.brief, facts.picks.words
    old = old_line_of(brief.old_line, words)
    climber = [said for said in (brief.climber, brief.climber_contact) if said]
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
                ("What was seen of the fault", names(brief.repair_seen, words.repair_seen)),
            ],
        ),
        *block(
            "wanted",
            "What was asked for",
            [
                ("Needs", names(brief.needs, words.needs)),
                ("Reasons", names(brief.reasons, words.reasons)),
                ("The old line", old.name if old else ""),
                ("Position agreed to", agreed),
                ("Agreed on", f"{brief.approved_at:%Y-%m-%d %H:%M}" if brief.approved_at else ""),
                ("Agreed beside it", brief.approval_note),
                ("Settled before the visit", names(brief.settled, words.settled)),
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
            "kit",
            "Kit by its labels",
            ("Part", "Model", "Serial number", "Hardware address", "Approval shown by"),
            [
                (PART_KINDS[one.kind], one.model, one.serial or "not entered", one.address, one.evidence)
                for one in brief.kit
            ],
        ),
        *block("height", "Work at height", [("Competent for this height", ", ".join(climber))]),
        *table(
            "hazards",
            "Hazards of the site",
            ("Hazard", "Caution read", "Released by", "It rests on", "Holds on"),
            [
                (
                    hazard.name,
                    "yes" if hazard.code in brief.cautions_seen else "no",
                    *_released(release_of(hazard.code, brief.releases, brief.date)),
                )
                for hazard in words.hazards
                if hazard.code in brief.hazards
            ],
        ),
    ]


def _released(one: Release | None) -> tuple[str, str, str]:
    return ("", "", "") if one is None else (one.by, one.how, one.on.isoformat() if one.on else "any")


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
                ", ".join(said for said in (format_quantity(one.wanted_deg, "deg"), one.wanted_side) if said),
                quantity(one.shown_deg, "deg", system),
                quantity(measured.get(one.what), "deg", system),
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
                    quantity(one.instrument_tolerance_deg, "deg", system),
                )
                for one in figures
            ],
        ),
    ]


def build_blocks(facts: JobInput, result: JobAssessment, system: System) -> Blocks:
    """Joints, marks that were seen, waits, what was done before its turn, what stays for a time, what came damaged."""
    zone, build = result.zone, facts.build
    joints = result.joints.joints if result.joints else []
    titles = {view.step.code: view.step.title for view in result.build.steps} if result.build else {}
    waits = result.waits.waits if result.waits else []
    return [
        *table(
            "joints",
            "Joints",
            ("Joint", "It is", "By", "Torque"),
            [
                (one.joint.name, JOINT_STATES[one.state], one.since, quantity(one.torque_nm, "nm", system))
                for one in joints
            ],
        ),
        *table(
            "seen",
            "Looked at before it was out of reach",
            ("What", "At", "By", "When"),
            [
                (mark.text, view.step.title, mark.seen.by, moment(mark.seen.at, zone))
                for view in (result.build.steps if result.build else [])
                for mark in view.marks
                if mark.seen is not None
            ],
        ),
        *table(
            "waits",
            "Waits",
            ("Wait", "Begun", "Over", "Let pass because"),
            [
                (one.wait.name, moment(one.started_at, zone), moment(one.ended_at or one.over_at, zone), one.let_pass)
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
            "repeats",
            "Done once more",
            ("Step", "When", "Why", "By"),
            [(titles.get(one.code, one.code), moment(one.at, zone), one.why, one.by) for one in build.repeats],
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
        *block("delivery", "Delivery", [("Delivered by", build.delivered_by)]),
        *table(
            "damages",
            "Came damaged",
            ("Part", "What", "Packing"),
            [(one.part, one.what, one.packing) for one in build.damages],
        ),
        *block("closing", "Before leaving", [("Seen to", names(build.closing, facts.picks.words.closing))]),
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
        *table(
            "sweeps",
            "Swept to find it",
            ("At elevation", "From, true", "To, true", "Took", "Heard or seen"),
            [
                (
                    format_quantity(one.elevation_deg, "deg"),
                    format_quantity(one.from_deg, "compass_deg"),
                    format_quantity(one.to_deg, "compass_deg"),
                    quantity(one.took_s, "s", system),
                    HEARD[one.heard],
                )
                for one in facts.peak.sweeps
            ],
        ),
        *table("tops", "Tops", ("Axis", "Counter", "Level", "Falls", "It is"), tops),
        *table(
            "skew",
            "Skew readings",
            ("Clockwise from behind", "Unwanted", "Wanted"),
            [
                (
                    format_quantity(one.angle_deg, "deg"),
                    format_quantity(one.unwanted_db, "db"),
                    quantity(one.wanted_db, "db", system),
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
                for one in by_day(facts.peak.attitudes)
            ],
        ),
    ]


BLOCKS: dict[str, Callable[[JobInput, JobAssessment, System], Blocks]] = {
    "brief": brief_blocks,
    "aim": aim_blocks,
    "sky": sky_blocks,
    "mount": mount_blocks,
    "cable": cable_blocks,
    "build": build_blocks,
    "peak": peak_blocks,
    "bringup": bringup_blocks,
    "handover": handover_blocks,
}

__all__ = ["BLOCKS"]
