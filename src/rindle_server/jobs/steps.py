"""Marking build steps done, and taking marks back."""

from __future__ import annotations

from rindle_core.catalogue.models import Terminal
from rindle_core.stations.build.steps import BuildInput, StepMark, build
from rindle_server.errors import Conflict, NotThere
from rindle_server.jobs import models
from rindle_server.jobs.edit import Write, void, whole
from rindle_server.jobs.facts import assessed, facts_of


@whole
def mark_step(job: models.Job, code: str, by: str) -> Write:
    """Marks a step done. Raises Conflict where it is held, and says for what it waits."""
    result = assessed(job).result.build
    view = next((one for one in result.steps if one.step.code == code), None) if result else None
    if view is None:
        raise NotThere.one("code", f"{code!r} is not a step of this job's terminal.")
    if view.state == "locked":
        raise Conflict.one("code", f"“{view.step.title}” is held: it waits for {', '.join(view.waits_for)}.")
    news = {"by": by, "position": job.step_marks.count()}
    return lambda: void(models.StepMark.objects.get_or_create(job=job, code=code, defaults=news))


@whole
def unmark_step(job: models.Job, code: str) -> Write:
    """Takes a mark back, unless a later mark rests on it. Raises Conflict."""
    facts = facts_of(job)
    terminal = facts.picks.terminal
    left = [mark for mark in facts.build.step_marks if mark.code != code]
    if terminal is not None:
        resting = _resting_on(terminal, left, code)
        if resting:
            raise Conflict.one("code", f"“{resting}” rests on this step; take that mark back first.")
    return lambda: void(job.step_marks.filter(code=code).delete())


def _resting_on(terminal: Terminal, left: list[StepMark], code: str) -> str | None:
    """Title of a marked step that would be held were `code` not done."""
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
