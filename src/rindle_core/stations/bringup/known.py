"""What a job already knows of what its modem is told, and what is read out to the operations desk."""

from __future__ import annotations

from rindle_core.catalogue.models import Terminal
from rindle_core.catalogue.modem import ModemEntry
from rindle_core.kernel.units import as_written
from rindle_core.stations.aim.part import AimPart
from rindle_core.stations.bringup.entries_told import OWN
from rindle_core.stations.entries import JobInput

_NOBODY_SET_DEG = 9.0


def told_of(job: JobInput) -> dict[str, str]:
    """Entry code -> what a person entered."""
    return {**job.bringup.modem_entries, **{name: getattr(job.bringup, name) for name in OWN}}


def _known(job: JobInput, aim: AimPart, entry: ModemEntry) -> str:
    brief, beam, satellite, terminal = job.brief, aim.beam, job.picks.satellite, job.picks.terminal
    match entry.source:
        case "beam.letter":
            return beam.letter if beam else ""
        case "beam.carrier_mhz":
            return as_written(beam.carrier_mhz) if beam else ""
        case "satellite.name":
            return satellite.name if satellite else ""
        case "terminal.aperture_mm":
            return f"{terminal.aperture_mm:g}" if terminal else ""
        case "brief.position":
            return (
                f"{brief.latitude_deg:.5f}, {brief.longitude_deg:.5f}"
                if brief.latitude_deg is not None and brief.longitude_deg is not None
                else ""
            )
        case "settings":
            row = next((one for one in job.bringup.settings if one.name.casefold() == entry.label.casefold()), None)
            return row.value if row else ""
        case "brief.site_code" | "brief.cluster_code" | "brief.site_id" | "brief.terminal_id":
            return str(getattr(brief, entry.source.partition(".")[2]))
    extra = {name.casefold(): value for name, value in brief.order_extra.items()}
    return extra.get(entry.label.casefold(), "")


def known_of(job: JobInput, aim: AimPart, terminal: Terminal) -> dict[str, str]:
    """Entry code -> what the job knows of it; those that are not known are left out."""
    found = {one.code: _known(job, aim, one) for one in terminal.entries}
    return {code: value for code, value in found.items() if value}


def _position(latitude_deg: float | None, longitude_deg: float | None) -> str:
    """As it is read out: degrees with the side of the equator and of Greenwich."""
    if latitude_deg is None or longitude_deg is None:
        return ""
    sides = "S" if latitude_deg < 0 else "N", "W" if longitude_deg < 0 else "E"
    return f"{abs(latitude_deg):.4f} {sides[0]}, {abs(longitude_deg):.4f} {sides[1]}"


def call_sheet(job: JobInput, aim: AimPart, terminal: Terminal) -> list[tuple[str, str]]:
    """Label and value of what the desk asks for, in the order in which it asks."""
    brief, radio = job.brief, job.bringup.radio
    last = radio[-1] if radio else None
    rows = [
        ("Terminal id", brief.terminal_id or job.bringup.modem_entries.get("terminal_id", "")),
        ("Hardware address", brief.hardware_address),
        ("Site id", brief.site_id),
        ("Satellite", job.picks.satellite.name if job.picks.satellite else ""),
        ("Beam", aim.beam.letter if aim.beam else ""),
        ("Carrier", f"{as_written(aim.beam.carrier_mhz)} MHz" if aim.beam else ""),
        ("Position", _position(brief.latitude_deg, brief.longitude_deg)),
        ("Dish", f"{terminal.aperture_mm:g} mm"),
        ("Es/N0", f"{last.es_n0_db:.1f} dB" if last and last.es_n0_db is not None else ""),
        ("Transmit level", f"{last.transmit_dbm:.1f} dBm" if last and last.transmit_dbm is not None else ""),
        ("Cable loss", f"{last.run_loss_db:.1f} dB" if last and last.run_loss_db is not None else ""),
        ("Installer", brief.lineup_person),
    ]
    return [row for row in rows if row[1]]


def skew_error_deg(job: JobInput, planned_deg: float | None) -> float:
    """How far the feed stands from the skew worked out, clockwise positive from behind, for the simulated desk. A feed
    that nobody set stands somewhere; without a skew worked out there is none to be off.
    """
    set_deg = job.peak.skew_set_deg if job.peak.skew_set_deg is not None else job.peak.preset_skew_deg
    if planned_deg is None:
        return 0.0
    if set_deg is None:
        return _NOBODY_SET_DEG
    return (set_deg - planned_deg + 90.0) % 180.0 - 90.0


__all__ = ["call_sheet", "known_of", "skew_error_deg", "told_of"]
