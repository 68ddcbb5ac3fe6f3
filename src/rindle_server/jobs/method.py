"""The method statement: who does what in which order, what can hurt, what is stopped and who has released it."""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.template.loader import render_to_string

from rindle_core.catalogue.build_steps import BuildStep
from rindle_core.job import JobAssessment
from rindle_core.kernel.findings import Level
from rindle_core.kernel.units import System, format_quantity
from rindle_core.papers.told import quantity
from rindle_core.stations.brief.competence import Stop, release_of
from rindle_core.stations.entries import JobInput
from rindle_core.stations.planned import planned_height_m
from rindle_server.drawings.svg import tokens
from rindle_server.jobs.edit import place_on_paper
from rindle_server.jobs.facts import assessed, worded
from rindle_server.jobs.models import Job
from rindle_server.jobs.paper import pdf_of
from rindle_server.jobs.report import firm_of
from rindle_server.spa import font_url

# Where a hold means that somebody could be hurt: it stands on the page in full.
_SAFETY = (
    ".stopped.",
    "bringup.before_power",
    "sky.radiation",
    "sky.plan_",
    "mount.",
    "build.competent",
    "bringup.qualified",
)


def _hazards(facts: JobInput, stops: list[Stop]) -> list[dict[str, Any]]:
    works = {one.hazard: one.works for one in stops}
    return [
        {
            "name": one.name,
            "text": one.text,
            "seen": one.code in facts.brief.cautions_seen,
            "stops": works.get(one.code, ""),
            "release": release_of(one.code, facts.brief.releases, facts.brief.date),
        }
        for one in facts.picks.words.hazards
        if one.code in facts.brief.hazards
    ]


def method_html(job: Job, system: System = "metric", on_paper: bool = False) -> str:
    """The method statement as a page."""
    found = worded(assessed(job), system)
    facts, result = found.facts, found.result
    terminal, height_m = facts.picks.terminal, planned_height_m(facts)
    up = result.getting_up if result.getting_up and result.getting_up.by != "ground" else None
    held = [
        one
        for view in result.stations
        for one in view.findings
        if one.level is Level.HOLD and any(part in one.code for part in _SAFETY)
    ]
    return render_to_string(
        "method.html",
        {
            "job": job,
            "facts": facts,
            "brief": facts.brief,
            "place": place_on_paper(facts.brief),
            "firm": firm_of(job),
            "people": result.crew,
            "hazards": _hazards(facts, result.stops),
            "absent": [one.name for one in facts.picks.words.hazards if one.code not in facts.brief.hazards],
            "held": held,
            "weather": result.visit.weather.tasks if result.visit else [],
            "tasks": result.visit.days.rows if result.visit else [],
            "steps": _steps(result, system),
            "tools": [one.name for one in result.kit_list.rows if one.group == "tools"] if result.kit_list else [],
            "up": up,
            "ladder": format_quantity(up.ladder_m, "m", system) if up and up.ladder_m is not None else "",
            "foot_out": format_quantity(up.foot_out_m, "m", system) if up and up.foot_out_m is not None else "",
            "mass": format_quantity(terminal.mass_kg(), "kg", system) if terminal else "",
            "height": "" if height_m is None else format_quantity(height_m, "m", system),
            "colours": tokens()["day"],
            "font_url": font_url(on_paper),
        },
    )


def _steps(result: JobAssessment, system: System) -> list[tuple[BuildStep, str]]:
    """Each step with the figures that it is done by, in a line."""
    views = result.build.steps if result.build else []
    return [
        (
            view.step,
            "; ".join(
                f"{one.name}: {' '.join(part for part in (quantity(one.value, one.unit, system), one.text) if part)}"
                for one in view.figures
            ),
        )
        for view in views
    ]


def method_pdf(job: Job, system: System = "metric") -> bytes:
    """The method statement as PDF."""
    return pdf_of(method_html(job, system, on_paper=True), str(settings.PACKAGE))


__all__ = ["method_html", "method_pdf"]
