"""What a report tells of sky, mount and cable beside their findings and drawings: who read, tried and measured what."""

from __future__ import annotations

from rindle_core.catalogue.fixings import SHEET_PROFILES
from rindle_core.catalogue.mounts import MountKind
from rindle_core.job import JobAssessment, JobInput
from rindle_core.kernel.units import System, format_quantity
from rindle_core.papers.sheet import SheetBlock, block, table
from rindle_core.papers.told import moment, names, quantity
from rindle_core.stations.cable.earth import BUILDING
from rindle_core.stations.cable.wall import WALL_THINGS
from rindle_core.stations.mount.footing import STAGES
from rindle_core.stations.mount.hardware import AIRS, HARDWARES, UNDERS
from rindle_core.stations.mounting import mount_side

Blocks = list[SheetBlock]
_STATES = {"": "not said", "good": "good", "bad": "bad"}
_MEETS = {"": "not known", "structure": "structure", "skin": "boards or sheet only"}


def sky_blocks(facts: JobInput, result: JobAssessment, system: System) -> Blocks:
    """The skylines by how they were read, and the trial."""
    sky, trial = facts.sky, facts.sky.trial
    return [
        *table(
            "skylines",
            "Skylines",
            ("Name", "Read at", "Points", "Of them with a distance", "Bearings off by", "Heights off by", "Read with"),
            [
                (
                    one.name or "Skyline",
                    f"position {one.letter}" if one.letter else "the job’s place",
                    str(len(one.points)),
                    str(sum(point.distance_m is not None for point in one.points)),
                    quantity(one.bearing_error_deg, "deg", system),
                    quantity(one.height_error_deg, "deg", system),
                    "a simulated telephone: of no site" if one.simulated else "a telephone" if one.by_telephone else "",
                )
                for one in sky.skylines
            ],
        ),
        *block(
            "trial",
            "Trial",
            [
                ("Begun", moment(trial.started_at, result.zone)),
                ("Ended", moment(trial.ended_at, result.zone)),
                ("Log", trial.log_name),
            ]
            if trial.started_at is not None
            else [],
        ),
    ]


def mount_blocks(facts: JobInput, result: JobAssessment, system: System) -> Blocks:
    """The mast as it was measured, what each hole meets, brackets, plumb readings, checks and what was altered."""
    told, words, kind = facts.mount, facts.picks.words, result.mount_kind
    return [
        *block(
            "mast",
            "Mast, as it was measured",
            [
                ("Wall", quantity(told.mast_wall_mm, "mm", system)),
                ("Free length", quantity(told.mast_free_length_m, "m", system)),
                ("Centre above ground", quantity(told.height_above_ground_m, "m", system)),
                ("Side", mount_side(facts)),
                ("Screws and brackets", HARDWARES[told.hardware] if told.hardware else ""),
                ("Air there", AIRS[told.air] if told.air else ""),
                ("Under it", UNDERS[told.under] if told.under else ""),
                ("Shape of the sheet", SHEET_PROFILES[told.sheet_profile] if told.sheet_profile else ""),
                ("Signs of timber", names(told.timber_signs, words.timber_signs)),
                ("Pulled on site", quantity(told.pulled_n, "n", system)),
                ("Seen to at the pour", names(told.pour_checks, words.pour_checks)),
                ("Asked of the old mount", names(told.reuse_checks, words.reuse_checks)),
                ("A tether secures it", "yes" if told.tethered else ""),
            ],
        ),
        *table(
            "holes",
            "What each hole meets",
            ("Hole", "Meets", "To the nearest edge"),
            [(str(one.number), _MEETS[one.reaches], quantity(one.edge_mm, "mm", system)) for one in told.holes],
        ),
        *table(
            "seats",
            "How each bracket sits",
            ("Bracket", "Off the plumb line", "Turned by", "Note"),
            [
                (
                    one.name,
                    quantity(one.off_line_mm, "mm", system),
                    quantity(one.turned_deg, "deg", system),
                    one.note,
                )
                for one in told.bracket_seats
            ],
        ),
        *table(
            "plumb",
            "Plumb",
            ("When", "First face", "Second face", "Read at"),
            [
                (
                    STAGES[one.stage],
                    format_quantity(one.first_deg, "deg"),
                    format_quantity(one.second_deg, "deg"),
                    f"{one.read_at:%Y-%m-%d %H:%M}" if one.read_at else "",
                )
                for one in told.plumb
            ],
        ),
        *table(
            "mount-checks",
            "Tried once it stood",
            ("Check", "Came out", "Play or lean", "Second face", "Gap", "By", "Note"),
            [
                (
                    _check_name(kind, one.code),
                    _STATES[one.state],
                    quantity(one.play_deg, "deg", system, 1),
                    quantity(one.second_deg, "deg", system, 1),
                    quantity(one.gap_mm, "mm", system),
                    one.by,
                    one.note,
                )
                for one in told.checks
            ],
        ),
        *table(
            "alterations",
            "Altered",
            ("What", "Why", "Decided by", "Until"),
            [
                (one.what, one.reason, one.decided_by, one.until.isoformat() if one.until else "")
                for one in told.alterations
            ],
        ),
    ]


def _check_name(kind: MountKind | None, code: str) -> str:
    return next((one.name for one in (kind.checks if kind else []) if one.code == code), code)


def _connector(facts: JobInput, code: str) -> str:
    return next((one.name for one in facts.picks.words.connectors if one.code == code), code)


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
                ("Connectors outdoors", _connector(facts, told.connector_out_code)),
                ("Connectors indoors", _connector(facts, told.connector_in_code)),
                ("Joints on the way", str(told.joint_count) if told.joint_count else ""),
                ("Joints that stay removable", told.removable),
                ("Looked at on every end", names(told.end_checks, facts.picks.words.end_checks)),
                ("Seen to at the entry", names(told.entry_steps, facts.picks.words.entry_steps)),
                ("Seen to as the conduit was laid", names(told.conduit_steps, facts.picks.words.conduit_steps)),
                ("Injector or modem sits", places.get(told.injector_place, "")),
                ("Way to earth", names(told.earth_path, facts.picks.words.earth_path)),
                ("Earth wire taken at", told.earth_point),
                ("Earth wire", quantity(told.earth_wire_mm2, "mm2", system)),
                ("Its length", quantity(told.earth_wire_length_m, "m", system)),
                ("Bond, transceiver to main earth", quantity(told.earth_bond_mohm, "mohm", system)),
                ("Main earth to ground", quantity(told.earth_ground_ohm, "ohm", system)),
                ("Building’s main earth", BUILDING[told.earth_building] if told.earth_building else ""),
            ],
        ),
        *block(
            "hole",
            "Where the hole is",
            [
                ("Drilled from", told.drilled_from),
                ("Measured from", told.wall_mark),
                ("Inside, from the mark", quantity(told.inside_mm, "mm", system)),
                ("Outside, from the mark", quantity(told.outside_mm, "mm", system)),
            ],
        ),
        *table(
            "near-hole",
            "Near the hole",
            ("What", "Where", "To the right", "Up"),
            [
                (
                    WALL_THINGS[one.kind],
                    one.side,
                    quantity(one.right_mm, "mm", system),
                    quantity(one.up_mm, "mm", system),
                )
                for one in told.wall_things
            ],
        ),
        *table(
            "cable-tests",
            "Cable tests",
            ("Cable", "Through", "Short", "Loss", "By"),
            [
                (
                    one.run,
                    {"good": "through", "bad": "open", "": "not tried"}[one.continuity],
                    {"none": "no short", "short": "short", "": "not tried"}[one.short],
                    quantity(one.loss_db, "db", system),
                    one.by,
                )
                for one in told.tests
            ],
        ),
    ]


__all__ = ["cable_blocks", "mount_blocks", "sky_blocks"]
