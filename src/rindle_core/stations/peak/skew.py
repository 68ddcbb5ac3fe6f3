"""Skew of a linear terminal: nulled on the unwanted polarization, since the wanted one is flat near its top."""

from __future__ import annotations

import numpy as np
from pydantic import Field

from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.science.isolation import fit_null, isolation_db, wanted_loss_db
from rindle_core.stations.peak.findings import NULL
from rindle_core.stations.peak.rows import SkewReading

_ENOUGH = 3
_SURE_DEG = 1.0  # a skew plate is not read better


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
    isolation_db: float | None = Field(description="At the setting, with the feed's own floor; by the desk if it read")
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
            wanted_loss_db=None,
            from_plan_deg=None,
            proved=False,
        )
        few = NULL.missing(
            "The skew is not nulled",
            "Read the unwanted polarization at three settings or more, to both sides of Aim's figure.",
        )
        return Outcome(empty, _judge_desk(given, given.desk_db) or [few])
    fit = fit_null(
        np.array([one.angle_deg for one in given.readings]),
        np.array([one.unwanted_db for one in given.readings]),
        given.feed_isolation_db,
    )
    floor = min(fit.floor_db, given.feed_isolation_db or fit.floor_db)
    off = None if given.set_deg is None else fit.null_deg - given.set_deg
    reached = None if off is None else float(isolation_db(off, floor))
    result = SkewResult(
        null_deg=fit.null_deg,
        null_sd_deg=fit.sd_deg,
        turn_deg=off,
        isolation_db=reached if given.desk_db is None else given.desk_db,
        wanted_loss_db=None if off is None else float(wanted_loss_db(off)),
        from_plan_deg=None if given.planned_deg is None else fit.null_deg - given.planned_deg,
        proved=fit.rose_both_sides and off is not None and abs(off) <= max(_SURE_DEG, 2.0 * fit.sd_deg),
    )
    return Outcome(result, _judge(given, result, fit.rose_both_sides))


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
