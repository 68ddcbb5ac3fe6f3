"""Marking build steps done, and taking marks back."""

from __future__ import annotations

import datetime as dt

from django.utils import timezone

from rindle_core.catalogue.build_steps import BuildStep
from rindle_core.kernel.errors import InputError
from rindle_core.stations.build.steps import BuildInput, StepMark, build
from rindle_core.stations.mounting import build_steps, listed_codes
from rindle_server.errors import Conflict, NotThere
from rindle_server.jobs.facts import answer_of
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
    """Marks a step done. Raises Conflict where it is held, its wait still runs or a mark of it was not seen."""
    result = answer_of(draft.facts, "build").build
    view = next((one for one in result.steps if one.step.code == code), None) if result else None
    if view is None:
        raise NotThere.one("code", f"{code!r} is not a step of this job's terminal.")
    if view.state == "locked":
        raise Conflict.one("code", f"“{view.step.title}” is held: it waits for {', '.join(view.waits_for)}.")
    if view.step.power_off and draft.facts.bringup.states_entered:
        raise Conflict.one(
            "code", f"“{view.step.title}” is never done while it has power: switch it off, pull its plug, and say so."
        )
    moment = at or timezone.now()
    if view.state == "waiting" and view.not_before is not None and moment < view.not_before:
        raise Conflict.one("code", f"“{view.step.title}” waits until {view.not_before:%Y-%m-%d %H:%M} UTC.")
    if view.unseen():
        raise Conflict.one("code", f"“{view.step.title}”: first see and tick {'; '.join(view.unseen())}.")
    marks = [mark.model_dump(mode="json") for mark in draft.facts.build.step_marks]
    if code not in {mark["code"] for mark in marks}:
        draft.put("build", step_marks=[*marks, {"code": code, "at": moment.isoformat(), "by": by}])


@whole
def unmark_step(draft: Draft, code: str) -> None:
    """Takes a mark back, unless a later mark rests on it. Raises Conflict."""
    left = [mark for mark in draft.facts.build.step_marks if mark.code != code]
    resting = _resting_on(build_steps(draft.facts), listed_codes(draft.facts), left)
    if resting:
        raise Conflict.one("code", f"“{resting}” rests on this step; take that mark back first.")
    draft.put("build", step_marks=[mark.model_dump(mode="json") for mark in left])


def _resting_on(steps: list[BuildStep], listed: list[str], left: list[StepMark]) -> str | None:
    """Title of a marked step that would be held with those marks alone, all its entries and waits left aside."""
    codes = {mark.code for mark in left}
    bare = [one.model_copy(update={"needs": [need for need in one.needs if need.startswith("step:")]}) for one in steps]
    for step in bare:
        if step.code in codes:
            others = [mark for mark in left if mark.code != step.code]
            views = build(BuildInput(steps=bare, listed=listed, marks=others)).result.steps
            if next(view for view in views if view.step.code == step.code).state == "locked":
                return step.title
    return None
