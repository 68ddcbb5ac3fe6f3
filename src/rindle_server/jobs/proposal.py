"""The proposal: one page on which the customer sees where it would stand, what speaks for and against, and agrees."""

from __future__ import annotations

import base64
from typing import Any

from django.conf import settings
from django.template.loader import render_to_string
from django.utils.safestring import mark_safe

from rindle_core.brief import NEEDS, OLD_LINE
from rindle_core.candidates import CandidateAt
from rindle_core.compare import POSITION_WORDS
from rindle_core.units import System, format_quantity
from rindle_core.visit import REASONS
from rindle_server.drawings import for_print, job_drawings
from rindle_server.drawings.svg import tokens
from rindle_server.errors import Conflict, NotThere
from rindle_server.jobs import documents
from rindle_server.jobs.edit import understood
from rindle_server.jobs.facts import assessed
from rindle_server.jobs.models import Job
from rindle_server.spa import font_url
from rindle_server.stores.models import Firm

_MOST_PHOTOS = 2


def _for_and_against(one: CandidateAt) -> tuple[list[str], list[str]]:
    """What is known of a position, in words, for it and against it."""
    good = [(one.discreet, "hardly seen"), (one.out_of_reach, "out of reach"), (one.exposure == "lee", POSITION_WORDS["lee"]), (one.access == "ground", POSITION_WORDS["ground"])]  # fmt: skip
    bad = [(one.walkway_in_front, "people walk in front of it"), (one.exposure in ("windward", "edge"), POSITION_WORDS.get(one.exposure, "")), (one.access in ("roof", "lift", "ladder"), POSITION_WORDS.get(one.access, ""))]  # fmt: skip
    return [text for there, text in good if there], [text for there, text in bad if there]


def _positions(positions: list[CandidateAt], system: System) -> list[dict[str, Any]]:
    rows = []
    for one in positions:
        good, bad = _for_and_against(one)
        rows.append(
            {
                "letter": one.letter,
                "note": one.note,
                "good": ", ".join(good),
                "bad": ", ".join(bad),
                "height": "" if one.height_above_ground_m is None else format_quantity(one.height_above_ground_m, "m", system),
                "cable": "" if one.cable_length_m is None else format_quantity(one.cable_length_m, "m", system),
            }
        )
    return rows


def _photos(job: Job) -> list[dict[str, str]]:
    """The first photos of the locker, written into the page."""
    found = []
    for row in job.documents.filter(kind="photo")[:_MOST_PHOTOS]:
        try:
            _, content = documents.read(job, row.pk)
        except (NotThere, Conflict):
            continue  # a photo that is lost must not cost the proposal
        kind = "png" if content[:4] == b"\x89PNG" else "jpeg"
        found.append({"name": row.name, "url": f"data:image/{kind};base64,{base64.b64encode(content).decode()}"})
    return found


def proposal_html(job: Job, system: System = "metric", on_paper: bool = False) -> str:
    """The proposal as one page."""
    found = assessed(job)
    facts, visit = found.facts, found.result.visit
    plan = next((one for one in job_drawings(facts, found.result, system) if one.name == "plan"), None)
    sign = facts.rules.currency
    money = [] if visit is None or not facts.visit.costs else [
        ("Once", visit.costs.once_money), ("Each month, new less old", visit.costs.month_difference_money),
        ("While both run", visit.costs.overlap_money), ("First year", visit.costs.first_year_money),
    ]  # fmt: skip
    return render_to_string(
        "proposal.html",
        {
            "job": job,
            "facts": facts,
            "place": understood(job.place_text),
            "plan": mark_safe(for_print(plan.svg)) if plan else "",  # our own drawing
            "positions": _positions(facts.positions, system),
            "needs": [NEEDS[code][0] for code in facts.needs if code in NEEDS],
            "reasons": [REASONS[code][0] for code in facts.visit.reasons if code in REASONS],
            "old_line": OLD_LINE.get(facts.visit.old_line, ("", ""))[0],
            "photos": _photos(job),
            "money": [(what, f"{sign} {amount:.2f}".strip()) for what, amount in money],
            "mount": next((one.kind for one in visit.mounts.options if one.suits), None) if visit else None,
            "firm": Firm.ours(),
            "colours": tokens()["day"],
            "font_url": font_url(on_paper),
        },
    )


def proposal_pdf(job: Job, system: System = "metric") -> bytes:
    """The proposal as PDF."""
    from weasyprint import HTML  # imported here: it is slow to load and only print needs it

    rendered: bytes = HTML(string=proposal_html(job, system, on_paper=True), base_url=str(settings.BASE_DIR)).write_pdf()
    return rendered
