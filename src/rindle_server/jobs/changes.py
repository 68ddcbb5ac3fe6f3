"""The journal of a job as its people read it: entries by the words of the screens, codes and passwords masked."""

from __future__ import annotations

import datetime as dt
from typing import Any

from ninja import Schema
from pydantic import Field

from rindle_core.kernel.journal import Op
from rindle_core.stations.change_words import named
from rindle_core.stations.entries import JobInput
from rindle_core.stations.secrets import masked_change
from rindle_server.accounts.people import names_of
from rindle_server.jobs import journal
from rindle_server.jobs.facts import facts_of
from rindle_server.jobs.models import Change, Job


class ChangedOut(Schema):
    """One entry that was changed."""

    path: str
    at: str = Field(description="The path without ids: of an entry of `facts.json`, or before its columns")
    label: str = Field(description="What the screens call it")
    before: Any
    after: Any


class ChangeOut(Schema):
    """A change of the job: who changed what, when and from where."""

    seq: int
    at: dt.datetime
    by: str = Field(description="By name; empty: the program itself")
    device: str
    words: str
    ops: list[ChangedOut]
    undoes_seq: int | None
    taken_back: bool


def _changed(facts: JobInput, modem_words: dict[str, str], op: Op) -> ChangedOut:
    name = named(op.path, modem_words)
    before, after = (masked_change(facts, op.path, value) for value in (op.before, op.after))
    return ChangedOut(path=op.path, at=name.at, label=name.label, before=before, after=after)


def changes_of(job: Job, since: int, most: int) -> list[ChangeOut]:
    """The newest changes after the one numbered `since`, newest first, at most so many."""
    rows = Change.objects.filter(job=job, seq__gt=since).select_related("undoes", "undone_by").order_by("-seq")[:most]
    people = names_of(row.by for row in rows)
    facts = facts_of(job)
    terminal = facts.picks.terminal
    modem_words = {one.code: one.label for one in (terminal.entries if terminal else [])}
    return [
        ChangeOut(
            seq=row.seq,
            at=row.at,
            by=people[row.by],
            device=row.device,
            words=journal.words_of(row),
            ops=[_changed(facts, modem_words, op) for op in journal.ops_of(row)],
            undoes_seq=row.undoes.seq if row.undoes else None,
            taken_back=hasattr(row, "undone_by"),
        )
        for row in rows
    ]


__all__ = ["ChangeOut", "ChangedOut", "changes_of"]
