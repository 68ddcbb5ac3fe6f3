"""Radio figures by stage: noted before the code is entered, as the page may be gone afterwards; how near its end."""

from __future__ import annotations

import itertools

from pydantic import AwareDatetime, Field

from rindle_core.catalogue.cables import Supply
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.stations.bringup.findings import (
    RADIO,
    RADIO_FELL,
    RADIO_ONLINE,
    RADIO_RUN,
    RADIO_SUPPLY,
    RADIO_TIMES,
    TRANSMIT_LEVEL,
)
from rindle_core.stations.bringup.rows import RADIO_STAGES, RadioMark, RadioStage

_BEFORE_PEAK: tuple[RadioStage, ...] = ("preset", "locked")
_BEFORE_CODE: tuple[RadioStage, ...] = ("locked_down", "on_network")


class RadioInput(Model):
    """The marks in the order in which they were made."""

    marks: list[RadioMark] = Field(default_factory=list, max_length=60)
    has_code: bool = Field(default=True, description="Whether a code or account ends the bring-up")
    code_told: bool = False
    stage: RadioStage = Field(default="locked", description="As far as the job has come")
    online: bool = False
    pictures: list[str] = Field(
        default_factory=list,
        max_length=400,
        description="Names of the job's papers: what is not there is no picture",
    )
    transmit_most_dbm: float | None = None
    supply: Supply | None = Field(default=None, description="What goes up the cable by the terminal's sheet")
    locked_db: float | None = Field(
        default=None,
        description="At Peak after tightening, as the terminal itself showed it; a meter's scale is another",
    )
    now_db: float | None = Field(default=None, description="What it shows now, of one that is online")
    reckoned_loss_db: float | None = Field(
        default=None, description="Of the run at Cable, at the top of the IF; None: not all of it is measured"
    )
    work_from: AwareDatetime | None = Field(default=None, description="When the day of the work began at the site")
    rules: HouseRules = DEFAULT_RULES


class RadioRow(Model):
    """A stage with its last figures, and what changed since the stage before that has some."""

    stage: RadioStage
    name: str
    mark: RadioMark | None
    es_n0_change_db: float | None
    transmit_left_db: float | None = Field(description="Under the top of its transmit level")


class RadioResult(Model):
    """Every stage."""

    rows: list[RadioRow]
    next_stage: RadioStage = Field(default="locked", description="Of a reading that is made now")
    noted: bool = Field(default=False, description="Es/N0 of the lock-down, or on the network, is there")
    code_waits: bool = Field(description="The code is not to be entered yet: no figures of the lock-down are noted")


@register("radio_figures", "Radio figures by stage, and whether the code may be entered", RadioInput, RadioResult)
def radio_figures(given: RadioInput) -> Outcome[RadioResult]:
    """The last mark of each stage beside the one before it."""
    last = {mark.stage: mark for mark in given.marks}
    rows, before = [], None
    for stage, name in RADIO_STAGES.items():
        mark = last.get(stage)
        change = left = None
        if mark is not None:
            if mark.es_n0_db is not None and before is not None:
                change = mark.es_n0_db - before
            if mark.transmit_dbm is not None and given.transmit_most_dbm is not None:
                left = given.transmit_most_dbm - mark.transmit_dbm
            before = mark.es_n0_db if mark.es_n0_db is not None else before
        rows.append(RadioRow(stage=stage, name=name, mark=mark, es_n0_change_db=change, transmit_left_db=left))
    noted = any(last[one].es_n0_db is not None for one in _BEFORE_CODE if one in last)
    waits = given.has_code and not noted
    return Outcome(
        RadioResult(rows=rows, next_stage=given.stage, noted=noted, code_waits=waits), _judge(given, rows, noted)
    )


def _judge(given: RadioInput, rows: list[RadioRow], noted: bool) -> list[Finding]:
    found: list[Finding] = []
    if not noted and given.has_code and given.code_told:
        found.append(
            RADIO(
                Level.HOLD if not given.online else Level.MIND,
                "The code is entered, and the radio figures are not noted",
                "After the restart that follows the code, its page may not show them any more.",
                clears_by="Read them off its page now and take a picture; note that they came late.",
            )
        )
    elif not noted:
        found.append(
            RADIO.missing(
                "The radio figures are not noted",
                "Read Es/N0 and transmit level off its page once it is locked down, with a picture, before any code.",
            )
        )
    else:
        by_stage = {row.stage: row.mark for row in rows if row.mark}
        pictured = any(by_stage[one].photo in given.pictures for one in _BEFORE_CODE if one in by_stage)
        found.append(
            RADIO(
                Level.CLEAR if pictured else Level.MIND,
                "The radio figures are noted"
                if pictured
                else "The radio figures are noted without a picture of the page",
                "They can be compared later.",
                clears_by="" if pictured else "Take a picture of its page while it still shows them.",
            )
        )
    online = next(row for row in rows if row.stage == "activated")
    if given.online and (online.mark is None or online.mark.es_n0_db is None):
        found.append(RADIO_ONLINE.missing("No radio figures are noted since it is online", "Read them once more."))
    found += _judge_fall(given, rows) + _judge_supply(given) + _judge_run(given) + _judge_times(given, rows)
    near = [row for row in rows if row.transmit_left_db is not None]
    if near:
        assert near[-1].transmit_left_db is not None
        found.append(
            TRANSMIT_LEVEL.at_least(
                near[-1].transmit_left_db,
                given.rules.transmit_left_db,
                under="The transmit level is near its end",
                clear="The transmit level has something left",
                why="In rain it has to send louder, and cannot: the uplink goes first.",
                clears_by="Peak, polarization and the transmit cable first: what is lost there it makes up for here.",
                level=Level.MIND,
            )
        )
    return found


def _judge_supply(given: RadioInput) -> list[Finding]:
    """The last current that it showed: a load of constant power draws most at the least voltage at which it starts."""
    told = [mark.supply_ma for mark in given.marks if mark.supply_ma is not None]
    if not told or given.supply is None or given.supply.power_w <= 0:
        return []
    if told[-1] <= 0:
        return [
            RADIO_SUPPLY(
                Level.MIND,
                "No current goes up the cable",
                "The outdoor unit is fed by it.",
                clears_by="Power off; look for a break at each end of the cable.",
            )
        ]
    return [
        RADIO_SUPPLY.at_most(
            told[-1],
            1000.0 * given.supply.power_w / given.supply.least_v,
            over="More current goes up the cable than the outdoor unit takes",
            clear="The current up the cable is one that the outdoor unit takes",
            why="A wet or short connector takes the rest.",
            clears_by="Power off; dry and make anew what is wet, then measure the cable for a short.",
            level=Level.MIND,
        )
    ]


def _judge_times(given: RadioInput, rows: list[RadioRow]) -> list[Finding]:
    """The stages come one after the other, on the day of the work or later."""
    told = [(row.name, row.mark.at) for row in rows if row.mark is not None and row.mark.at is not None]
    begins = given.work_from
    wrong = [f"“{name}” is of before the day of the work" for name, at in told if begins is not None and at < begins]
    pairs = itertools.pairwise(told)
    wrong += [f"“{later}” is told earlier than “{name}”" for (name, at), (later, then) in pairs if then < at]
    if not wrong:
        return []
    return [
        RADIO_TIMES(
            Level.MIND,
            "Radio figures were read at another time than they stand for",
            f"{'; '.join(wrong[:3])}.",
            clears_by="Mend the time, the stage or the day of the work; else read them again.",
        )
    ]


def _judge_run(given: RadioInput) -> list[Finding]:
    """The loss that its page shows against the one that was reckoned of cable and ends."""
    told = [mark.run_loss_db for mark in given.marks if mark.run_loss_db is not None]
    if not told or given.reckoned_loss_db is None:
        return []
    return [
        RADIO_RUN.at_most(
            told[-1],
            given.reckoned_loss_db + given.rules.test_loss_db,
            over="Its page shows more loss in the cable than was reckoned",
            clear="Its page shows the loss that was reckoned of the cable",
            why="A bent, wet or badly made end: it gets worse.",
            clears_by="Power off; make the ends anew, look for a kink, and read it again.",
            level=Level.MIND,
        )
    ]


def _judge_fall(given: RadioInput, rows: list[RadioRow]) -> list[Finding]:
    """The last stage against the best before it, and any other stage too: a fall that was noted is a fall, though the
    level came back. What Peak left comes first, what it shows now last.
    """
    told = [(row.stage, row.name, row.mark.es_n0_db) for row in rows if row.mark and row.mark.es_n0_db is not None]
    early = [(name, level) for stage, name, level in told if stage in _BEFORE_PEAK]
    noted = [(name, level) for stage, name, level in told if stage not in _BEFORE_PEAK]
    ends = (("At Peak, tightened", given.locked_db), ("Now", given.now_db))
    first, last = ([(name, level)] if level is not None else [] for name, level in ends)
    levels = [*early, *first, *noted, *last]
    if len(levels) < 2:
        return []
    name, last_db = levels[-1]
    limit_db = given.rules.level_shortfall_db
    best = list(itertools.accumulate((level for _, level in levels), max))
    since_peak = list(zip(levels, best, strict=True))[len(early) : -1]
    dip_db, at = max(((top - level, at) for (at, level), top in since_peak), default=(0.0, ""))
    if dip_db > limit_db >= best[-2] - last_db:
        return [
            RADIO_FELL(
                Level.MIND,
                f"The level fell at “{at}”, and came back",
                "A contact that comes and goes, somebody in front of it, or a slip of the pen.",
                figure=dip_db,
                limit=limit_db,
                bound="at_most",
                clears_by="Move each connector and look at the level; put a wrong figure right.",
            )
        ]
    return [
        RADIO_FELL.at_most(
            best[-2] - last_db,
            limit_db,
            over=f"The level at “{name}” is under the best before it",
            clear=f"The level at “{name}” is that of the stages before it",
            why="Something moved, got wet or came loose since, or the weather changed.",
            clears_by="Push the rim and look at the level; then go along the cable.",
            level=Level.MIND,
        )
    ]


__all__ = ["RadioInput", "RadioResult", "RadioRow", "radio_figures"]
