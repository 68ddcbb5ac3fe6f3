"""The terminal's build steps in order, and what holds each of them back."""

from __future__ import annotations

import datetime as dt
from typing import Literal

from pydantic import Field

from rindle_core.catalogue.build_steps import BuildStep
from rindle_core.catalogue.house_words import Work
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.model import Model, Row
from rindle_core.kernel.registry import Outcome, register
from rindle_core.stations.build.findings import NEXT, ORDER_ANGLE

StepState = Literal["done", "ready", "locked"]


class StepMark(Row):
    """A step that somebody has marked done."""

    code: str
    at: dt.datetime
    by: str


class BuildInput(Model):
    """Steps of the terminal, the marks made so far, and the entries that the job has."""

    steps: list[BuildStep]
    marks: list[StepMark] = Field(default_factory=list)
    entries: dict[str, bool] = Field(
        default_factory=dict, description="Entry name -> whether it is there and not on hold"
    )
    stopped: dict[Work, list[str]] = Field(
        default_factory=dict, description="Work that hazards of the site stop -> their names"
    )


class StepView(Model):
    """A step with its state, and in words what it still waits for."""

    step: BuildStep
    state: StepState
    waits_for: list[str]
    mark: StepMark | None


class BuildResult(Model):
    """All steps in order."""

    steps: list[StepView]
    done_count: int
    next_code: str | None


_ENTRY_WORDS = {
    "place": "the place (Brief)",
    "aim": "figures for the aim with nothing on hold (Aim)",
    "sky": "a sky that was read and holds nothing up (Sky)",
    "mount": "a mast that fits and holds (Mount)",
    "owner": "the owner’s consent (Brief, Site)",
    "located": "buried services found and marked (Mount, Concrete)",
    "cured": "concrete that is hard enough (Mount, Concrete)",
    "cable": "a cable that the terminal allows (Cable)",
}


def _waits_for(step: BuildStep, done: set[str], titles: dict[str, str], entries: dict[str, bool]) -> list[str]:
    waits = []
    for need in step.needs:
        kind, _, name = need.partition(":")
        if kind == "step" and name not in done:
            waits.append(f"step “{titles.get(name, name)}”")
        elif kind == "entry" and not entries.get(name, False):
            waits.append(_ENTRY_WORDS.get(name, name))
    return waits


def _with_hold_points(steps: list[BuildStep], done: set[str]) -> dict[str, str]:
    """For each step the first open hold point before it, by code."""
    blocked: dict[str, str] = {}
    open_hold: BuildStep | None = None
    for step in steps:
        if open_hold is not None:
            blocked[step.code] = open_hold.code
        if step.hold_point and step.code not in done and open_hold is None:
            open_hold = step
    return blocked


@register("build", "Build steps with their states and what each still waits for", BuildInput, BuildResult)
def build(given: BuildInput) -> Outcome[BuildResult]:
    """A step is ready when all that it needs is there and every hold point before it is passed."""
    done = {mark.code for mark in given.marks}
    marks = {mark.code: mark for mark in given.marks}
    titles = {step.code: step.title for step in given.steps}
    behind = _with_hold_points(given.steps, done)
    views = []
    for step in given.steps:
        waits = _waits_for(step, done, titles, given.entries)
        stopping = dict.fromkeys(name for work in step.work for name in given.stopped.get(work, []))
        waits += [f"a release of “{name}” (Brief, Crew and risks)" for name in stopping]
        if step.code in behind and f"step “{titles[behind[step.code]]}”" not in waits:
            waits.append(f"hold point “{titles[behind[step.code]]}”")
        state: StepState = "done" if step.code in done else "locked" if waits else "ready"
        views.append(
            StepView(step=step, state=state, waits_for=waits if state == "locked" else [], mark=marks.get(step.code))
        )
    upcoming = next((view for view in views if view.state != "done"), None)
    count = sum(view.state == "done" for view in views)
    result = BuildResult(steps=views, done_count=count, next_code=upcoming.step.code if upcoming else None)
    return Outcome(result, _judge(result))


def _judge(result: BuildResult) -> list[Finding]:
    locked = [view for view in result.steps if view.state == "locked"]
    upcoming = next((view for view in result.steps if view.state != "done"), None)
    if upcoming is None:
        message, level, why, clears = "Every step is done", Level.CLEAR, "All hold points are passed.", ""
    elif upcoming.state == "locked":
        message, level = f"“{upcoming.step.title}” is held", Level.HOLD
        why = f"It waits for {', '.join(upcoming.waits_for)}."
        clears = "Supply what it waits for; no later step can be marked before it."
    else:
        message, level = f"Next: {upcoming.step.title}", Level.UNKNOWN
        why = upcoming.step.detail or "It is the next step in order."
        clears = "Do it, then mark it done."
    findings = [NEXT(level, message, why, clears_by=clears)]
    skipped = [
        view for view in locked if any(later.state == "done" for later in result.steps[result.steps.index(view) :])
    ]
    if skipped:
        findings.append(
            ORDER_ANGLE(
                Level.MIND,
                f"“{skipped[0].step.title}” was passed over",
                "A later step is marked although this one still waits.",
                clears_by="Go back to it before going on.",
            )
        )
    return findings


__all__ = ["BuildInput", "BuildResult", "StepMark", "StepView", "build"]
