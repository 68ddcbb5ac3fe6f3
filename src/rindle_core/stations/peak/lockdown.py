"""Lock-down and push: whether the aim held, and which way it is off where a push makes it better."""

from __future__ import annotations

import math
from typing import Any

from pydantic import Field

from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.kernel.ties import no_more
from rindle_core.stations.peak.facts import PeakFacts
from rindle_core.stations.peak.findings import HOLD, LOCKDOWN, PUSHED
from rindle_core.stations.peak.rows import LockStep

SIDES = ("top", "bottom", "left", "right")
_PAIRS = {"elevation": ("top", "bottom"), "azimuth": ("left", "right")}
_LEAST_PUSH_DB = 0.1  # together the two pushes must cost this, or nothing is learnt from them


class LockdownInput(Model):
    """Levels before and after the nuts are tightened; while the rim is pushed at each side from behind, and after it.

    Left and right as seen from behind the dish.
    """

    before_db: float | None = Field(default=None, ge=-60, le=60)
    after_db: float | None = Field(default=None, ge=-60, le=60)
    top_db: float | None = Field(default=None, ge=-60, le=60)
    bottom_db: float | None = Field(default=None, ge=-60, le=60)
    left_db: float | None = Field(default=None, ge=-60, le=60)
    right_db: float | None = Field(default=None, ge=-60, le=60)
    top_during_db: float | None = Field(default=None, ge=-60, le=60)
    bottom_during_db: float | None = Field(default=None, ge=-60, le=60)
    left_during_db: float | None = Field(default=None, ge=-60, le=60)
    right_during_db: float | None = Field(default=None, ge=-60, le=60)
    steps: list[LockStep] = Field(default_factory=list, max_length=40, description="Level after each joint, by name")
    beamwidth_deg: float | None = Field(default=None, gt=0, le=90, description="To say how far the aim is off")
    elevation_beamwidth_deg: float | None = Field(default=None, gt=0, le=90, description="Empty: as the other")
    rules: HouseRules = DEFAULT_RULES


class LockdownResult(Model):
    """Losses in dB, positive where the level fell; None where not read."""

    tightening_loss_db: float | None
    push_loss_db: dict[str, float | None]
    during_loss_db: dict[str, float | None] = Field(default_factory=dict)
    elevation_off_deg: float | None = Field(
        default=None, description="By what the beam should go up for the top, from the two pushes; None: not known"
    )
    azimuth_off_deg: float | None = Field(default=None, description="By what it should go clockwise, seen from above")
    complete: bool


def off_by_pushes_deg(low_db: float, high_db: float, still_db: float, beamwidth_deg: float) -> float | None:
    """How far the beam should go towards the side of the second push, from the levels in two equal and opposite pushes.

    With the main lobe's parabola (Rec. ITU-R S.1428-1), k = 12/θ3², an aim off by e and pushes by ∓d:
    low = A - k (e + d)², high = A - k (e - d)², still = A - k e². Hence d² = (still - (low + high)/2)/k and
    e = (high - low)/(4 k d). None where the pushes together cost too little to tell.
    """
    cost_db = still_db - (low_db + high_db) / 2.0
    if cost_db < _LEAST_PUSH_DB:
        return None
    k = 12.0 / beamwidth_deg**2
    return (high_db - low_db) / (4.0 * k * math.sqrt(cost_db / k))


@register(
    "lockdown",
    "Whether the aim held while the nuts were tightened and the rim was pushed",
    LockdownInput,
    LockdownResult,
)
def lockdown(given: LockdownInput) -> Outcome[LockdownResult]:
    """Differences against the level before tightening and, for the pushes, against the level after it."""
    held = None if given.before_db is None or given.after_db is None else given.before_db - given.after_db
    pushes = {side: _under(given.after_db, getattr(given, f"{side}_db")) for side in SIDES}
    during = {side: _under(given.after_db, getattr(given, f"{side}_during_db")) for side in SIDES}
    # Pushed from behind, the top rim goes forward and the beam down; the left rim goes forward and the beam clockwise.
    off = {
        "elevation": _off(given, "top", "bottom", given.elevation_beamwidth_deg or given.beamwidth_deg),
        "azimuth": _off(given, "right", "left", given.beamwidth_deg),
    }
    result = LockdownResult(
        tightening_loss_db=held,
        push_loss_db=pushes,
        during_loss_db=during,
        elevation_off_deg=off["elevation"],
        azimuth_off_deg=off["azimuth"],
        complete=held is not None and None not in pushes.values(),
    )
    findings = [_judge_held(name, loss, given.rules) for name, loss in {"tightening": held, **pushes}.items()]
    if given.before_db is not None:
        findings += [_judge_nut(one, given.before_db - one.level_db, given.rules) for one in given.steps]
    findings += [_judge_during(side, loss, result, given.rules) for side, loss in during.items()]
    if not result.complete:
        findings.append(
            LOCKDOWN.missing(
                "Lock-down is not proved yet", "Read before, after, and after a push on each of four sides."
            )
        )
    return Outcome(result, [one for one in findings if one is not None])


def _under(before_db: float | None, level_db: float | None) -> float | None:
    return None if before_db is None or level_db is None else before_db - level_db


def _off(given: LockdownInput, low: str, high: str, beamwidth_deg: float | None) -> float | None:
    levels = getattr(given, f"{low}_during_db"), getattr(given, f"{high}_during_db")
    if beamwidth_deg is None or given.after_db is None or None in levels:
        return None
    return off_by_pushes_deg(levels[0], levels[1], given.after_db, beamwidth_deg)


def _judge_held(name: str, loss: float | None, rules: HouseRules) -> Finding | None:
    if loss is None:
        return None
    after = "tightening" if name == "tightening" else f"the push at the {name}"
    rose = loss < -rules.hold_db
    return HOLD.of(name).at_most(
        abs(loss),
        rules.hold_db,
        clear=f"The level held after {after}",
        over=f"The level rose by {after}" if rose else f"The level did not come back after {after}",
        why="It was not on its top, and a joint let it move: the next gust moves it again."
        if rose
        else "A joint that moves under a hand moves in the first gale.",
        clears_by="Loosen, peak again, and tighten the nuts in turn while watching the level: quarter turns across, "
        "with the other spanner held against it.",
    )


def lock_taken_back(held: PeakFacts) -> dict[str, Any]:
    """The facts once the nuts were loosened again: no proof of the lock, and one more time counted."""
    gone = dict.fromkeys(("lock_before_db", "lock_after_db"))
    gone |= dict.fromkeys(f"push_{side}{during}_db" for side in SIDES for during in ("", "_during"))
    return {**gone, "lock_steps": [], "loosened_count": min(99, held.loosened_count + 1)}


def _judge_nut(one: LockStep, loss: float, rules: HouseRules) -> Finding | None:
    """Only the nut at which the level went is said: the others held."""
    if no_more(abs(loss), rules.hold_db):
        return None
    return HOLD.of("nut")(
        Level.HOLD,
        f"The level went at {one.joint}",
        "Tightening drew the head aside there.",
        figure=abs(loss),
        limit=rules.hold_db,
        bound="at_most",
        clears_by="Loosen it, peak again, and tighten it in quarter turns across, the other spanner held against it.",
    )


_TURN = {"top": "down", "bottom": "up", "left": "clockwise seen from above", "right": "anticlockwise seen from above"}


def _judge_during(side: str, loss: float | None, result: LockdownResult, rules: HouseRules) -> Finding | None:
    """A push that makes it better says that the aim is off that way; one that costs is as it should be."""
    if loss is None:
        return None
    calm = no_more(-loss, rules.hold_db / 2.0)
    off = result.elevation_off_deg if side in _PAIRS["elevation"] else result.azimuth_off_deg
    far = "" if off is None else f" by about {abs(off):.2f}°"
    return PUSHED.of(side)(
        Level.CLEAR if calm else Level.HOLD,
        f"Nothing gained under the push at the {side}"
        if calm
        else f"Better under the push at the {side}: the aim is off that way",
        "On the top every push costs; what a push gains, the aim lacks.",
        figure=max(0.0, -loss),
        limit=rules.hold_db / 2.0,
        bound="at_most",
        clears_by="" if calm else f"Loosen, turn the beam {_TURN[side]}{far}, peak that axis again, and lock.",
    )


__all__ = ["SIDES", "LockdownInput", "LockdownResult", "lock_taken_back", "lockdown", "off_by_pushes_deg"]
