"""Marking build steps done, and taking marks back."""

from __future__ import annotations

import datetime as dt

from django.utils import timezone

from rindle_core.catalogue.models import Terminal
from rindle_core.kernel.errors import InputError
from rindle_core.stations.build.steps import BuildInput, StepMark, build
from rindle_server.errors import Conflict, NotThere
from rindle_server.jobs.facts import answer_to
from rindle_server.jobs.journal import Draft, whole

_LONGEST_AWAY = dt.timedelta(days=30)


def moment_of(at: dt.datetime | None) -> dt.datetime:
    """When a step was marked: now, or earlier where a device had no way here. Raises InputError for a moment without a
    zone or one that no crew is away for; a clock that goes before ours is taken for now.
    """
    now = timezone.now()
    if at is None:
        return now
    if at.tzinfo is None:
        raise InputError.one("at", "needs its zone, such as 2026-11-27T09:00:00Z")
    if now - at > _LONGEST_AWAY:
        raise InputError.one("at", f"is more than {_LONGEST_AWAY.days} days ago: mark it here")
    return min(at, now)


@whole
def mark_step(draft: Draft, code: str, by: str, at: dt.datetime | None = None) -> None:
    """Marks a step done. Raises Conflict where it is held, and says for what it waits."""
    result = answer_to(draft.facts).build
    view = next((one for one in result.steps if one.step.code == code), None) if result else None
    if view is None:
        raise NotThere.one("code", f"{code!r} is not a step of this job's terminal.")
    if view.state == "locked":
        raise Conflict.one("code", f"“{view.step.title}” is held: it waits for {', '.join(view.waits_for)}.")
    marks = [mark.model_dump(mode="json") for mark in draft.facts.build.step_marks]
    if code not in {mark["code"] for mark in marks}:
        draft.put("build", step_marks=[*marks, {"code": code, "at": (at or timezone.now()).isoformat(), "by": by}])


@whole
def unmark_step(draft: Draft, code: str) -> None:
    """Takes a mark back, unless a later mark rests on it. Raises Conflict."""
    terminal = draft.facts.picks.terminal
    left = [mark for mark in draft.facts.build.step_marks if mark.code != code]
    resting = _resting_on(terminal, left) if terminal else None
    if resting:
        raise Conflict.one("code", f"“{resting}” rests on this step; take that mark back first.")
    draft.put("build", step_marks=[mark.model_dump(mode="json") for mark in left])


def _resting_on(terminal: Terminal, left: list[StepMark]) -> str | None:
    """Title of a marked step that would be held with those marks alone."""
    codes = {mark.code for mark in left}
    every = {
        need.removeprefix("entry:"): True
        for step in terminal.build_steps
        for need in step.needs
        if need.startswith("entry:")
    }
    for step in terminal.build_steps:
        if step.code in codes:
            others = [mark for mark in left if mark.code != step.code]
            view = next(
                v
                for v in build(BuildInput(steps=terminal.build_steps, marks=others, entries=every)).result.steps
                if v.step.code == step.code
            )
            if view.state == "locked":
                return step.title
    return None
