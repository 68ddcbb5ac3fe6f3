"""Skew of a linear terminal: nulled on the unwanted polarization, since the wanted one is flat near its top."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Literal

import numpy as np
from pydantic import Field

from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.geometry import fold_90
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.kernel.ties import no_more
from rindle_core.science.isolation import fit_null, isolation_db, wanted_loss_db
from rindle_core.stations.peak.findings import NULL, NULL_PLAN
from rindle_core.stations.peak.rows import SkewReading

_ENOUGH = 3
_SURE_DEG = 1.0  # a skew plate is not read better
_OTHER_DEG = 45.0  # halfway to the null of the other polarization, a quarter turn on


class SkewInput(Model):
    """Readings at several settings of the skew, where it is locked, and what the operations desk said."""

    readings: list[SkewReading] = Field(default_factory=list, max_length=60)
    set_deg: float | None = Field(default=None, ge=-180, le=180)
    planned_deg: float | None = Field(default=None, ge=-180, le=180, description="Aim's figure")
    feed_isolation_db: float | None = Field(default=None, gt=0, le=60)
    desk_db: float | None = Field(default=None, ge=0, le=80)
    desk_least_db: float | None = Field(default=None, ge=0, le=80)
    rules: HouseRules = DEFAULT_RULES


class SkewResult(Model):
    """The null; None while there are too few readings."""

    null_deg: float | None
    null_sd_deg: float | None
    turn_deg: float | None = Field(description="From where it is set to the null, clockwise positive from behind")
    isolation_db: float | None = Field(description="At the setting: by the desk, else measured, else reckoned")
    isolation_from: Literal["", "desk", "measured", "reckoned"] = ""
    wanted_loss_db: float | None = Field(description="What the wanted polarization loses there: hardly anything")
    from_plan_deg: float | None
    proved: bool = Field(description="Rose on both sides of the null, and the skew is set on it")


@register("skew_null", "Skew at which the unwanted polarization is least, and its isolation", SkewInput, SkewResult)
def skew_null(given: SkewInput) -> Outcome[SkewResult]:
    """Unwanted power as sin²(ψ - ψ0) over the feed's leak. Source: Malus's law; `rindle_core.science.isolation`."""
    if len({one.angle_deg for one in given.readings}) < _ENOUGH:
        empty = SkewResult(
            null_deg=None,
            null_sd_deg=None,
            turn_deg=None,
            isolation_db=given.desk_db,
            isolation_from="" if given.desk_db is None else "desk",
            wanted_loss_db=None,
            from_plan_deg=None,
            proved=False,
        )
        few = NULL.missing(
            "The skew is not nulled",
            "Read the unwanted polarization at three settings or more, to both sides of Aim's figure.",
        )
        return Outcome(empty, [*(_judge_desk(given, given.desk_db) or [few]), *_judge_set(given)])
    fit = fit_null(
        np.array([one.angle_deg for one in given.readings]),
        np.array([one.unwanted_db for one in given.readings]),
        given.feed_isolation_db,
    )
    floor = min(fit.floor_db, given.feed_isolation_db or fit.floor_db)
    off = None if given.set_deg is None else fit.null_deg - given.set_deg
    reached, told_by = _isolation(given, None if off is None else float(isolation_db(off, floor)))
    result = SkewResult(
        null_deg=fit.null_deg,
        null_sd_deg=fit.sd_deg,
        turn_deg=off,
        isolation_db=reached,
        isolation_from=told_by,
        wanted_loss_db=None if off is None else float(wanted_loss_db(off)),
        from_plan_deg=None if given.planned_deg is None else fit.null_deg - given.planned_deg,
        proved=fit.rose_both_sides and off is not None and abs(off) <= max(_SURE_DEG, 2.0 * fit.sd_deg),
    )
    planned = _judge_plan(given, result) if fit.rose_both_sides else []  # what is no null yet lies nowhere
    return Outcome(result, [*_judge(given, result, fit.rose_both_sides), *planned])


def _isolation(
    given: SkewInput, reckoned_db: float | None
) -> tuple[float | None, Literal["", "desk", "measured", "reckoned"]]:
    """The desk hears both as the satellite does; both levels read at the setting go before the formula."""
    if given.desk_db is not None:
        return given.desk_db, "desk"
    if given.set_deg is not None:
        here = [one for one in given.readings if abs(one.angle_deg - given.set_deg) <= _SURE_DEG]
        both = _nearest([one for one in here if one.wanted_db is not None], given.set_deg)
        if both is not None and both.wanted_db is not None:
            return both.wanted_db - both.unwanted_db, "measured"
    return reckoned_db, "" if reckoned_db is None else "reckoned"


def _nearest(readings: Sequence[SkewReading], angle_deg: float) -> SkewReading | None:
    return min(readings, key=lambda one: abs(one.angle_deg - angle_deg), default=None)


def _judge_set(given: SkewInput) -> list[Finding]:
    """Without a null the figure at which it is locked is held against Aim's."""
    if given.set_deg is None or given.planned_deg is None:
        return []
    off = abs(float(fold_90(given.set_deg - given.planned_deg)))
    if no_more(off, given.rules.null_from_plan_deg):
        return []  # near it nothing is proved either
    return [
        NULL_PLAN(
            Level.MIND,
            "The skew is locked far from Aim’s figure",
            "No null was read that would bear it out.",
            figure=off,
            limit=given.rules.null_from_plan_deg,
            bound="at_most",
            clears_by="Read the plate again, clockwise seen from behind; then null the unwanted polarization.",
        )
    ]


def _judge_plan(given: SkewInput, result: SkewResult) -> list[Finding]:
    """A null far from Aim's figure is of another polarization, of a sign turned round, or of another satellite."""
    off, null = result.from_plan_deg, result.null_deg
    if off is None or null is None:
        return []
    off = abs(float(fold_90(off)))
    other = off >= _OTHER_DEG
    return [
        NULL_PLAN.at_most(
            off,
            given.rules.null_from_plan_deg,
            level=Level.HOLD if other else Level.MIND,
            clear="The null lies where Aim has it",
            over="The null is that of the other polarization" if other else "The null lies far from the planned skew",
            why="A quarter turn on there is another null: there the wanted one vanishes."
            if other
            else "A mast that leans and a plate that is read badly make a few degrees, not this.",
            clears_by="Look at the sign (clockwise seen from behind counts positive), at which port is read, at the "
            "satellite and at the mast.",
        )
    ]


def _judge_desk(given: SkewInput, reached: float | None) -> list[Finding]:
    """Against the desk's own limit, once both are told."""
    if given.desk_least_db is None or reached is None:
        return []
    return [
        NULL.at_least(
            reached,
            given.desk_least_db,
            clear="The isolation is what the desk asks for",
            under="The isolation is under what the desk asks for",
            why="What leaks into the other polarization disturbs somebody else.",
            clears_by="Turn towards the null and let the desk read again; if the null itself is too shallow, look at "
            "the feed, its seal and the arm.",
        )
    ]


def _judge(given: SkewInput, result: SkewResult, rose: bool) -> list[Finding]:
    if not rose:
        return [
            NULL(
                Level.UNKNOWN,
                "The null is not proved yet",
                "The unwanted polarization has to rise on both sides of it.",
                clears_by="Turn further to the side on which it has not risen by a decibel.",
            )
        ]
    null_deg = result.null_deg or 0.0
    # Halfway to the other null both are alike: farther off the wanted one is the weaker by right.
    near = [one for one in given.readings if abs(one.angle_deg - null_deg) < _OTHER_DEG]
    at_null = _nearest([one for one in near if one.wanted_db is not None], null_deg)
    if at_null is not None and at_null.wanted_db is not None and at_null.wanted_db <= at_null.unwanted_db:
        return [
            NULL(
                Level.HOLD,
                "At the null the wanted polarization is no stronger than the unwanted one",
                "It is the wanted one that was nulled, or the two columns are swapped.",
                figure=at_null.wanted_db - at_null.unwanted_db,
                limit=0.0,
                bound="at_least",
                clears_by="See which port and which polarization is read; the other null is a quarter turn on.",
            )
        ]
    if result.turn_deg is None:
        return [
            NULL(
                Level.UNKNOWN,
                "It is not said where the skew is locked",
                "The null is known; the plate's figure there is not.",
                clears_by="Turn to the null, lock it, and enter what the plate shows.",
            )
        ]
    if not result.proved:
        way = "clockwise" if result.turn_deg > 0 else "anticlockwise"
        return [
            NULL(
                Level.MIND,
                "The skew is locked off its null",
                "Each degree off lets more of the unwanted polarization in.",
                figure=result.isolation_db,
                clears_by=f"Turn by {abs(result.turn_deg):.1f}° {way} seen from behind, then peak both axes again.",
            ),
            *_judge_desk(given, given.desk_db),
        ]
    return _judge_desk(given, result.isolation_db) or [
        NULL(
            Level.CLEAR,
            "The skew stands on its null",
            "The unwanted polarization rises on both sides of it. The desk's own reading prevails.",
            figure=result.isolation_db,
        )
    ]


__all__ = ["SkewInput", "SkewResult", "skew_null"]
