"""The appointment with the operations desk: what the request must say, and whether the day leaves time for it."""

from __future__ import annotations

import datetime as dt

from pydantic import Field

from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.stations.brief.findings import LINEUP, LINEUP_DAY


class LineupInput(Model):
    """What the operations desk asks for. Times are of the site's clock."""

    firm: str = ""
    installer: str = ""
    customer: str = ""
    site_id: str = ""
    terminal_id: str = ""
    hardware_address: str = ""
    terminal: str = ""
    satellite: str = ""
    place: str = ""
    beam: str = ""
    wanted_at: dt.datetime | None = Field(default=None, description="Time asked for or booked")
    booked: bool = False
    visit_on: dt.date | None = None
    rules: HouseRules = DEFAULT_RULES


class LineupResult(Model):
    """The request, ready to paste or to read out."""

    request_text: str
    missing: list[str]
    coarse_done_by: dt.datetime | None = Field(description="When coarse pointing has to be finished")


_ASKED = (
    ("Terminal id", "terminal_id"),
    ("Hardware address", "hardware_address"),
    ("Site id", "site_id"),
    ("Terminal", "terminal"),
    ("Satellite", "satellite"),
    ("Beam", "beam"),
    ("Position", "place"),
    ("Customer", "customer"),
    ("Installer", "installer"),
    ("Firm", "firm"),
)
_NEEDED = ("terminal_id", "hardware_address", "installer")


@register(
    "lineup_request",
    "Text of the request for a line-up slot, and when coarse pointing must be done",
    LineupInput,
    LineupResult,
)
def lineup_request(given: LineupInput) -> Outcome[LineupResult]:
    """Puts the fields that a desk asks for into one text; what is still missing is named."""
    at = given.wanted_at
    when = f"{at:%Y-%m-%d %H:%M} site time" if at else "as soon as there is a slot"
    lines = [f"Line-up slot {'booked' if given.booked else 'requested'}: {when}"]
    lines += [f"{label}: {value}" for label, name in _ASKED if (value := getattr(given, name))]
    lacking = [label.casefold() for label, name in _ASKED if name in _NEEDED and not getattr(given, name)]
    if at is None:
        lacking.append("day and time")
    done_by = at - dt.timedelta(minutes=given.rules.lineup_lead_min) if at else None
    return Outcome(
        LineupResult(request_text="\n".join(lines), missing=lacking, coarse_done_by=done_by), _judge(given, lacking)
    )


def _judge(given: LineupInput, lacking: list[str]) -> list[Finding]:
    if lacking:
        return [LINEUP.missing("The line-up request is not complete", f"Still to be entered: {', '.join(lacking)}.")]
    at = given.wanted_at
    assert at is not None  # else it would be lacking
    if given.visit_on is not None and at.date() != given.visit_on:
        return [
            LINEUP_DAY(
                Level.MIND,
                "The line-up slot is not on the day of the work",
                f"The slot is on {at.date()}, the work on {given.visit_on}.",
                clears_by="Move one of the two.",
            )
        ]
    if not given.booked:
        return [
            LINEUP(
                Level.MIND,
                "The line-up slot is asked for, not booked",
                "Without a slot nobody measures the uplink.",
                clears_by="Wait for the desk's answer, then mark it as booked.",
                source="Appointment with the operations desk",
            )
        ]
    return [
        LINEUP(
            Level.CLEAR,
            f"Line-up booked for {at:%H:%M}",
            f"Coarse pointing has to be finished {given.rules.lineup_lead_min:g} minutes before.",
        )
    ]


__all__ = ["LineupInput", "LineupResult", "lineup_request"]
