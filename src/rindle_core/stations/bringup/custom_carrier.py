"""A carrier that is set by hand: by somebody trained, with a reason, inside the terminal's band."""

from __future__ import annotations

from rindle_core.catalogue.models import Terminal
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.units import as_written
from rindle_core.stations.brief.competence import judge_competence, named
from rindle_core.stations.bringup.findings import CUSTOM_CARRIER
from rindle_core.stations.entries import JobInput

_BAND_SHARE = 0.1  # of the receive frequency to either side: wider than any band that one feed takes


def carrier_fault(value: str, terminal: Terminal) -> str:
    """Why a carrier in MHz can be none of this terminal's: outside its band and its cable's; empty where it can."""
    try:
        mhz = float(value.replace(",", "."))
    except ValueError:
        return f"“{value}” is no number of megahertz."
    low, high = (terminal.receive_ghz * 1000.0 * (1.0 + way * _BAND_SHARE) for way in (-1.0, 1.0))
    cable = terminal.cable
    if low <= mhz <= high or cable.if_low_mhz <= mhz <= cable.if_high_mhz:
        return ""
    return (
        f"{as_written(mhz)} MHz is neither in its band, {low:.0f} to {high:.0f} MHz, nor in its cable’s, "
        f"{cable.if_low_mhz:g} to {cable.if_high_mhz:g} MHz."
    )


def judge_custom_carrier(job: JobInput, terminal: Terminal) -> list[Finding]:
    """Asked only where somebody is named who set it, or a carrier is typed that cannot be the terminal's."""
    told = job.bringup
    value = told.modem_entries.get("carrier_mhz", "").strip()
    fault = carrier_fault(value, terminal) if value else ""
    if fault:
        return [
            CUSTOM_CARRIER(
                Level.HOLD, "The carrier cannot be this terminal’s", fault, clears_by="Read it from the order again."
            )
        ]
    if not told.carrier_by:
        return []
    if len(told.carrier_reason.strip()) < 5:
        return [
            CUSTOM_CARRIER.missing("Why the carrier was set by hand is not said", "Write who asked for it, and why.")
        ]
    people = [one for one in named(job.picks.members, job.brief.crew) if one.name == told.carrier_by]
    if not people:
        return [
            CUSTOM_CARRIER(
                Level.HOLD,
                "The carrier was set by somebody who is not of this job’s crew",
                f"{told.carrier_by}: {told.carrier_reason}.",
                clears_by="Name somebody of the crew who may switch the transmitter on.",
            )
        ]
    return [judge_competence(CUSTOM_CARRIER, "transmit", people, job.picks.words, job.brief.date)]


__all__ = ["carrier_fault", "judge_custom_carrier"]
