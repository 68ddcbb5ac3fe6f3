"""What was handed over and shown, and whether the customer signed for it or does not agree."""

from __future__ import annotations

import datetime as dt

from rindle_core.catalogue.phrase import Phrase
from rindle_core.kernel.findings import Finding, Kind, Level
from rindle_core.stations.entries import JobInput
from rindle_core.stations.handover.findings import CUSTOMER, EARLY, GIVEN, OBJECTS, SHOWN
from rindle_core.stations.lists import shortened


def _ticked(kind: Kind, words: list[Phrase], codes: list[str], message: str, why: str) -> list[Finding]:
    left = [one.name for one in words if one.code not in codes]
    if not words:
        return []
    done, all_ = float(len(words) - len(left)), float(len(words))
    if not left:
        return [kind(Level.CLEAR, message, "", figure=done, limit=all_, bound="at_least")]
    return [
        kind(
            Level.MIND,
            f"Not yet: {shortened(left)}",
            why,
            figure=done,
            limit=all_,
            bound="at_least",
            clears_by="Do it with the customer, then tick it.",
        )
    ]


def judge_early(job: JobInput, measured: bool) -> list[Finding]:
    """What is wrapped or clipped for good before aim and service were accepted is cut open again."""
    told = []
    dish = job.picks.terminal is not None and job.picks.terminal.panel is None
    if dish and "wrapped" in job.build.closing and job.peak.lock_after_db is None:
        told.append("connectors are wrapped, and no level was read after the lock")
    if (job.cable.dressed == "final" or "clipped" in job.build.closing) and not measured:
        told.append("the cable is clipped for good, and the new service is not measured")
    if "old_away" in job.build.closing and job.brief.old_line in ("backup", "balance"):
        told.append("the old antenna is away, and the old line was to stay")
    if not told:
        return []
    return [
        EARLY(
            Level.MIND,
            "Finished for good before it was accepted",
            f"{told[0][0].upper()}{told[0][1:]}{'; ' if told[1:] else ''}{'; '.join(told[1:])}.",
            clears_by="Accept the aim and the service first; what is closed too early is opened again.",
        )
    ]


def _signed(job: JobInput, at: dt.datetime) -> Finding:
    """Who signs for the service signs after the day of the work began, and after it was measured."""
    told = job.handover
    who = told.customer_name.strip()
    runs = [one.measured_at for one in told.runs if one.when == "after" and one.measured_at is not None]
    day = at.astimezone(dt.timezone(dt.timedelta(hours=job.brief.clock_ahead_h))).date()
    if day < job.brief.date or any(one > at for one in runs):
        return CUSTOMER(
            Level.MIND,
            f"{who} signed before there was anything to sign for",
            f"It was signed on {day:%Y-%m-%d}; the work is of {job.brief.date:%Y-%m-%d}"
            f"{', and the service was measured later' if any(one > at for one in runs) else ''}.",
            clears_by="Show what was measured, and have it signed anew; or mend the day of the work.",
        )
    return CUSTOMER(Level.CLEAR, f"{who} {'signed' if told.customer_lines else 'signed by name alone'}", "")


def judge_given(job: JobInput, measured: bool) -> list[Finding]:
    """Nothing is asked before the new service is measured: until then there is nothing to hand over."""
    if not measured:
        return []
    told, words = job.handover, job.picks.words
    found = _ticked(
        SHOWN,
        words.shown_to,
        told.shown_to,
        "All was shown to the customer",
        "What nobody showed is asked for by telephone, or climbed for.",
    )
    found += _ticked(
        GIVEN, words.items_given, told.items_given, "All was handed over", "What stays in the van is missed at night."
    )
    if told.customer_objects.strip():
        found.append(
            OBJECTS(
                Level.MIND,
                "The customer does not agree with something",
                told.customer_objects.strip(),
                clears_by="Mend it, or let it stand: it is printed in the report above the signature.",
            )
        )
    if job.brief.done_by == "owner":
        return found  # nobody signs to themselves
    if told.customer_name.strip() and told.customer_signed_at is not None:
        found.append(_signed(job, told.customer_signed_at))
    else:
        found.append(
            CUSTOMER.missing(
                "The customer has not signed yet",
                "Show the service, what it does not do and the report, then have name, time and signature entered; or "
                "let it pass with the reason, such as nobody being there.",
            )
        )
    return found


__all__ = ["judge_given"]
