"""The repair card and the re-peak card: how a job was left, for the colleague who opens it again."""

from __future__ import annotations

from rindle_core.catalogue.parts import JOINT_ENDS
from rindle_core.job import JobAssessment, JobInput
from rindle_core.kernel.units import System, format_quantity
from rindle_core.papers.sheet import Sheet, SheetBlock, block, lines
from rindle_core.stations.aim.dial_figures import clinometer_words
from rindle_core.stations.peak.rows import by_day

Rows = list[tuple[str, str]]
_SLACK = ("loop", "slack")


def _told(value: float | None, unit: str, system: System) -> str:
    return "" if value is None else format_quantity(value, unit, system)


def _counted(turns: float) -> str:
    return f"{turns:.2f}".replace("-", "−")


def _turns(value: float | None, way: str) -> str:
    """Turns of a screw from its middle, in words."""
    if value is None:
        return ""
    return f"{abs(value):.2f} turns {way if value >= 0 else 'the other way'} from its middle"


def aim_rows(facts: JobInput, result: JobAssessment, system: System = "metric") -> Rows:
    """The aim as it was locked: levels, instruments as they showed on the peak, screws and marks."""
    peak = facts.peak
    rows: Rows = [
        ("Level after the lock", _told(peak.lock_after_db, "db", system)),
        ("Compass on the peak", _told(peak.compass_at_peak_deg, "compass_deg", system)),
        ("Clinometer on the peak", _told(peak.clinometer_at_peak_deg, "deg", system)),
        ("Skew as locked, clockwise from behind", _told(peak.skew_set_deg, "deg", system)),
        ("Elevation screw at the preset", _turns(peak.elevation_mid_turns, "up")),
        ("Azimuth screw at the preset", _turns(peak.azimuth_mid_turns, "clockwise")),
    ]
    for name, view in (("Elevation", result.elevation_peak), ("Azimuth", result.azimuth_peak)):
        if view is not None and view.fit is not None:
            sure = "" if view.proved else ", not proved"
            rows.append((f"{name}, counter at the top", f"{_counted(view.fit.top_turns)} turns{sure}"))
    if result.dial is not None:
        rows += [
            ("Compass as reckoned", format_quantity(result.dial.compass_deg, "compass_deg")),
            ("Clinometer as reckoned", clinometer_words(result.dial)),
        ]
    if result.panel_aim is not None:
        true = format_quantity(result.panel_aim.azimuth_true_deg, "compass_deg")
        rows.append(("Panel as planned", f"{true} true, tilt {format_quantity(result.panel_aim.tilt_deg, 'deg')}"))
        # How it was left is what was read of it last; the plan says nothing of that.
        if peak.attitudes:
            last = by_day(peak.attitudes)[-1]
            bearing = format_quantity(last.azimuth_deg, "compass_deg")
            read = f"{bearing} true, tilt {format_quantity(last.tilt_deg, 'deg')}, on {last.on:%Y-%m-%d}"
            rows.append(("Panel as it was read last", read))
    rows += [
        ("Witness marks", peak.witness_text),
        ("Isolation that the desk read", _told(peak.desk_isolation_db, "db", system)),
    ]
    return [row for row in rows if row[1]]


_BY = {"maker": "the maker’s", "reckoned": "reckoned", "feel": "by feel"}


def _joints(result: JobAssessment, system: System) -> Rows:
    if result.joints is None:
        return []
    return [
        (
            one.joint.name,
            ", ".join(
                part
                for part in (
                    f"{one.joint.count} ×" if one.joint.count > 1 else "",
                    one.spanner or (f"key {one.hex_key}" if one.hex_key else ""),
                    ""
                    if one.torque_nm is None
                    else f"{format_quantity(one.torque_nm, 'nm', system)}, {_BY[one.torque_by]}",
                    f"ends {JOINT_ENDS[one.joint.ends]}",
                    "" if one.finished else "NOT finished",
                )
                if part
            ),
        )
        for one in result.joints.joints
    ]


_SEALED = {
    "foam": "Foam: cut out, not pulled",
    "sealant": "Sealant: cut round, made anew",
    "putty": "Putty: opens by hand",
    "none": "No hole was made",
}


def _cable(facts: JobInput, result: JobAssessment, system: System) -> Rows:
    told = facts.cable
    rows: Rows = [
        (
            f"Slack{': ' + one.note if one.note else ''}",
            f"{format_quantity(one.length_m or 0.0, 'm', system)}, {'loop' if one.kind == 'loop' else 'left over'}",
        )
        for one in told.cable_pieces
        if one.kind in _SLACK and one.length_m is not None
    ]
    rows += [
        ("Joints that open", told.removable),
        ("Hole in the wall", _SEALED.get(told.sealed_by, "")),
        ("Putty until", told.putty_until.isoformat() if told.putty_until else ""),
    ]
    rows += [
        (
            f"Test of {one.run}",
            ", ".join(
                part
                for part in (
                    {"good": "through", "bad": "open", "": ""}[one.continuity],
                    {"none": "no short", "short": "short", "": ""}[one.short],
                    _told(one.loss_db, "db", system),
                )
                if part
            ),
        )
        for one in told.tests
    ]
    rows += [
        ("Bond to the main earth", "" if told.earth_bond_mohm is None else f"{told.earth_bond_mohm:g} mΩ"),
        ("Main earth to ground", "" if told.earth_ground_ohm is None else f"{told.earth_ground_ohm:g} Ω"),
    ]
    return rows


def _kit(facts: JobInput) -> Rows:
    rows = [
        (
            one.kind.capitalize(),
            ", ".join(part for part in (one.model, f"serial {one.serial}" if one.serial else "") if part),
        )
        for one in facts.brief.kit
    ]
    return [*rows, ("Parts left over", facts.build.left_over_note)]


def _service(facts: JobInput, result: JobAssessment, system: System) -> Rows:
    after, radio = result.acceptance.after, [one for one in facts.bringup.radio if one.stage == "activated"]
    rows: Rows = []
    if after is not None:
        rows += [
            ("Download, median", format_quantity(after.down_mbps, "mbps", system)),
            ("Upload, median", format_quantity(after.up_mbps, "mbps", system)),
            ("Echo time, median", format_quantity(after.latency_ms, "ms", system)),
        ]
    for one in radio[-1:]:
        rows += [
            ("Es/N0 after activation", _told(one.es_n0_db, "db", system)),
            ("Transmit level", _told(one.transmit_dbm, "dbm", system)),
            ("Cable loss that the modem shows", _told(one.run_loss_db, "db", system)),
            ("Software", one.software),
        ]
    return rows


def again_lines(facts: JobInput, result: JobAssessment) -> list[str]:
    """The way back to the peak from what was counted and marked, in order. Nothing for a panel that aims itself."""
    peak, told = facts.peak, []
    if facts.picks.terminal is None or facts.picks.terminal.panel is not None:
        return []
    told.append("Transmitter off at the modem, and the word that nobody is in front of the antenna.")
    told.append("Plumb the mast first: with a leaning mast no count and no mark is right.")
    if peak.witness_text:
        told.append(f"Bring the witness marks together: {peak.witness_text}")
    for name, view in (("elevation", result.elevation_peak), ("azimuth", result.azimuth_peak)):
        if view is not None and view.fit is not None:
            told.append(
                f"Turn the {name} screw to {_counted(view.fit.top_turns)} on its counter, arriving turning up"
                + (f"; its play is {view.fit.backlash_turns:.2f} turns." if view.fit.backlash_turns else ".")
            )
    if peak.skew_set_deg is not None:
        told.append(f"Skew to {format_quantity(peak.skew_set_deg, 'deg')} clockwise from behind.")
    told.append("Find the fall on both sides of each axis again: a count alone proves no peak.")
    if peak.lock_after_db is not None:
        told.append(f"Lock in the order of the joints; wanted is {format_quantity(peak.lock_after_db, 'db')} again.")
    return told


def repair_sheet(facts: JobInput, result: JobAssessment, system: System = "metric") -> Sheet:
    """All of it: what opens, what is glued, where the slack lies, the counts at the peak, and what is built in."""
    blocks: list[SheetBlock] = [
        *lines("again", "Peak it again", again_lines(facts, result), numbered=True),
        *block("aim", "The aim as it was left", aim_rows(facts, result, system)),
        *block("joints", "Joints", _joints(result, system)),
        *block("cable", "Cable, hole and earth", _cable(facts, result, system)),
        *block("service", "Service as it was handed over", _service(facts, result, system)),
        *block("kit", "Built in", _kit(facts)),
        *lines(
            "mind",
            "Before you open anything",
            [
                "Power off at the modem, or at the panel’s plug, and keep it off: it sends as soon as it is on.",
                "A sealed plug is changed whole. It is never crimped again.",
                "Earth comes off last and goes on first. Licensed people see to mains and earth.",
            ],
        ),
    ]
    return Sheet(title="Repair card", blocks=blocks)


__all__ = ["again_lines", "aim_rows", "repair_sheet"]
