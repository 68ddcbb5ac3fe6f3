"""Whether the codes of the order are in hand before anybody drives."""

from __future__ import annotations

import re

from rindle_core.catalogue.modem import EntrySource, ModemEntry
from rindle_core.kernel.findings import Finding, Level
from rindle_core.stations.aim.part import AimPart
from rindle_core.stations.brief.findings import CODES, HARDWARE_ADDRESS
from rindle_core.stations.bringup.entries_told import entry_value
from rindle_core.stations.bringup.known import known_of
from rindle_core.stations.entries import JobInput

# What follows from place, satellite and terminal, or comes in a file, is no code that an order brings.
_NOT_ORDERED = ("beam_letter", "position", "site_file")
_FOLLOWS: tuple[EntrySource, ...] = (
    "beam.letter",
    "beam.carrier_mhz",
    "brief.position",
    "satellite.name",
    "terminal.aperture_mm",
)
_ADDRESS = re.compile(r"[0-9A-F]{2}([:-]?[0-9A-F]{2}){5}", re.IGNORECASE)


def _ordered(job: JobInput) -> list[ModemEntry]:
    entries = job.picks.terminal.entries if job.picks.terminal else []
    return [one for one in entries if one.typed and one.code not in _NOT_ORDERED and one.source not in _FOLLOWS]


def codes_to_come(job: JobInput, aim: AimPart) -> list[str]:
    """What is typed into the terminal's modem, comes by order or settings sheet, and is nowhere entered: labels."""
    brief, terminal = job.brief, job.picks.terminal
    known = known_of(job, aim, terminal) if terminal else {}
    known |= {"site_id": brief.site_id, "terminal_id": brief.terminal_id}
    told = {**job.bringup.modem_entries, "activation_code": job.bringup.activation_code}
    return [one.label for one in _ordered(job) if not known.get(one.code) and not entry_value(one, told)]


def judge_codes(job: JobInput, aim: AimPart) -> list[Finding]:
    """Whether the codes are in hand; nothing where the terminal, or no terminal, asks for none."""
    if not _ordered(job):
        return []
    still = codes_to_come(job, aim)
    if not still:
        return [CODES(Level.CLEAR, "The codes of the order are in hand", "")]
    return [
        CODES(
            Level.MIND,
            "Codes that the modem will ask for are not in hand",
            f"Still to come: {', '.join(still)}. On site there is no line yet to ask for them.",
            figure=float(len(still)),
            limit=0.0,
            clears_by="Get them from the operator and enter them before the visit.",
        )
    ]


def judge_hardware_address(address: str) -> list[Finding]:
    """The form of the hardware address; nothing while it is not entered."""
    if not address or _ADDRESS.fullmatch(address.strip()):
        return []
    return [
        HARDWARE_ADDRESS(
            Level.MIND,
            "The hardware address has not the usual form",
            f"“{address}” is not six pairs of hexadecimal digits, such as 02:00:5E:10:00:01.",
            clears_by="Read it again from the label; 0 and O, 8 and B are easily swapped.",
        )
    ]


__all__ = ["codes_to_come", "judge_codes", "judge_hardware_address"]
