"""An update of its software: put in now or put off with a reason; nothing is judged before it has settled."""

from __future__ import annotations

import datetime as dt
from typing import Literal

from pydantic import AwareDatetime, Field

from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.stations.bringup.findings import UPDATE


class UpdateInput(Model):
    """What was seen and decided."""

    seen: Literal["", "none", "offered"] = ""
    choice: Literal["", "now", "later"] = ""
    reason: str = ""
    updated_at: AwareDatetime | None = None
    settled_at: AwareDatetime | None = None
    online: bool = False
    rules: HouseRules = DEFAULT_RULES


class UpdateResult(Model):
    """When it may be judged."""

    judge_from: AwareDatetime | None = Field(description="None: no update was put in")
    settled: bool


@register("update", "Update of a terminal: when anything may be judged after it", UpdateInput, UpdateResult)
def update(given: UpdateInput) -> Outcome[UpdateResult]:
    """From when it was put in, the house's minutes of settling, or when somebody saw it steady."""
    if given.updated_at is None:
        return Outcome(UpdateResult(judge_from=None, settled=given.seen == "none"), _judge_offer(given))
    after = given.updated_at + dt.timedelta(minutes=given.rules.settle_min)
    start = after
    if given.settled_at is not None and given.settled_at >= given.updated_at:
        start = min(after, given.settled_at)
    put_in = UPDATE(Level.CLEAR, "The update is put in", "Judge speed and alignment once it has settled.")
    return Outcome(UpdateResult(judge_from=start, settled=given.settled_at is not None), [put_in])


def _judge_offer(given: UpdateInput) -> list[Finding]:
    if given.seen == "none":
        return [UPDATE(Level.CLEAR, "No update is offered", "Looked at on its page.")]
    if given.seen == "":
        if not given.online:
            return []
        return [UPDATE.missing("Whether an update is offered is not looked at", "Look at its page once it is online.")]
    if given.choice == "later":
        if len(given.reason.strip()) < 5:
            return [UPDATE.missing("The update is put off without a reason", "Say why, and who puts it in later.")]
        return [
            UPDATE(
                Level.MIND,
                "The update is put off",
                f"{given.reason}. It will start again by itself one night, and may behave otherwise afterwards.",
                clears_by="Put it in on this visit if time allows.",
            )
        ]
    return [
        UPDATE.missing(
            "An update is offered" + (", and to be put in now" if given.choice == "now" else ""),
            "Put it in, let it start again, and say so here; or put it off with a reason.",
        )
    ]


__all__ = ["UpdateInput", "UpdateResult", "update"]
