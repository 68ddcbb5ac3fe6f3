"""Candidate positions side by side: the sky first, then how firm, how near, how safe; and which one, and why."""

from __future__ import annotations

import math

from pydantic import Field

from rindle_core.catalogue.house_words import DEFAULT_WORDS, HouseWords, Side
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.kernel.ties import no_more
from rindle_core.stations.sky.candidates import CandidateFacts
from rindle_core.stations.sky.findings import POSITION

_LEVELS = {Level.CLEAR: 0, Level.MIND: 1, Level.UNKNOWN: 2, Level.HOLD: 3}
_ACCESS_COST = {"": 1.0, "ground": 0.0, "ladder": 1.0, "lift": 1.5, "roof": 2.0}
_EXPOSURE_COST = {"": 0.5, "lee": 0.0, "side": 0.5, "windward": 1.0, "edge": 1.5}
_WEAK = {"chimney": "a chimney", "fence": "a fence", "thin_post": "a thin post", "gutter": "a gutter or fascia board"}
_STANDS_FREE = ("bare_ground", "flat_roof")  # nothing is there yet that could be shaken
_DOUBTFUL: dict[Level | None, str] = {
    Level.MIND: "its trial is to be minded",
    Level.UNKNOWN: "its trial cannot be believed",
}
POSITION_WORDS = {
    "ground": "reached from the ground",
    "ladder": "by ladder",
    "lift": "by a lift",
    "roof": "on the roof",
    "lee": "sheltered from the wind",
    "side": "half sheltered",
    "windward": "exposed to the wind",
    "edge": "at a ridge or corner, where the wind is turbulent",
}


class PositionSky(CandidateFacts):
    """A candidate with what its sky came to. Fixed satellite: margins; low orbit: time without service."""

    sky_level: Level = Level.UNKNOWN
    read_elsewhere: bool = Field(default=False, description="Whether its skyline was read too far from it")
    margin_deg: float | None = None
    tube_margin_deg: float | None = None
    out_percent: float | None = None
    interruptions_per_h: float | None = None
    raise_by_m: float | None = Field(default=None, description="Height that would clear it; 0: clear now")
    mount_against: list[str] = Field(default_factory=list, description="What speaks against its mount, or its surface")
    plan_holds: list[str] = Field(default_factory=list, description="What the site plan holds against it")
    plan_minds: list[str] = Field(default_factory=list, description="What the site plan has to be minded of it")
    trial_level: Level | None = Field(
        default=None, description="What a trial that stood there says of it; None: none has"
    )


class CompareInput(Model):
    """The positions, the terminal's cable, and why the work is done."""

    positions: list[PositionSky] = Field(max_length=50)
    most_cable_m: float | None = Field(default=None, gt=0)
    plug_mm: float | None = Field(default=None, gt=0, description="What has to pass an existing hole")
    ground_checks: list[str] = Field(
        default_factory=list, max_length=20, description="What was checked of positions on the ground"
    )
    entry_checks: list[str] = Field(default_factory=list, max_length=20, description="What was checked of an old hole")
    reasons: list[str] = Field(default_factory=list, max_length=20)
    needs_still_air: bool = Field(default=False, description="An aimed dish, which wind turns; a panel minds wind less")
    rules: HouseRules = DEFAULT_RULES
    words: HouseWords = DEFAULT_WORDS

    def weighs(self, side: Side) -> bool:
        """Whether one of the job's reasons makes this side of a position count more."""
        return any(side in one.weighs for one in self.words.reasons if one.code in self.reasons)


class PositionRank(Model):
    """A position with its place in the order, and what speaks for and against it."""

    letter: str
    rank: int
    level: Level = Field(
        description="The gravest of sky, trial, plan, walkway, cable, hole and mount: a hold is never outranked away"
    )
    cost_factor: float = Field(description="What beside the sky speaks against it: only the order among equal skies")
    good: list[str]
    bad: list[str]


class CompareResult(Model):
    """Order of the positions, and the one that Rindle would take; none where every one is on hold or unknown."""

    ranks: list[PositionRank]
    recommended: str
    why: str
    height_note: str = Field(description="What more height would gain, judged by what is blocked now")


def _holds(one: PositionSky, given: CompareInput) -> list[str]:
    found = []
    if one.sky_level is Level.HOLD:
        found.append("the sky fails")
    if one.trial_level is Level.HOLD:
        found.append("its trial failed")
    if one.walkway_in_front:
        found.append("people walk in front of it")
    if one.weak:
        found.append(f"it would stand on {_WEAK[one.weak]}, which does not hold an antenna")
    if one.shakes:
        found.append("it moves when shaken by hand")
    if (
        given.most_cable_m is not None
        and one.cable_length_m is not None
        and not no_more(one.cable_length_m, given.most_cable_m)
    ):
        found.append(f"its cable of {one.cable_length_m:g} m passes the terminal's {given.most_cable_m:g} m")
    return [*found, *one.plan_holds]


def _cable_is_tight(one: PositionSky, given: CompareInput) -> bool:
    most, length = given.most_cable_m, one.cable_length_m
    return most is not None and length is not None and given.rules.cable_warn_share * most < length <= most


def _doubts(one: PositionSky, given: CompareInput) -> list[str]:
    """What keeps a position from being clear, however free its sky is."""
    found = []
    if one.trial_level in _DOUBTFUL:
        found.append(_DOUBTFUL[one.trial_level])
    if _cable_is_tight(one, given):
        found.append(f"its cable of {one.cable_length_m:g} m is near the terminal's {given.most_cable_m:g} m")
    if one.entry_bore_mm is not None and given.plug_mm is not None and one.entry_bore_mm < given.plug_mm:
        found.append(
            f"its hole of {one.entry_bore_mm:g} mm is narrower than the {given.plug_mm:g} mm that have to pass"
        )
    unseen = [one.name for one in given.words.entry_checks if one.code not in given.entry_checks]
    if one.entry_bore_mm is not None and unseen:
        found.append(f"of its hole not checked: {', '.join(unseen)}")
    unchecked = [one.name for one in given.words.ground_checks if one.code not in given.ground_checks]
    if one.access == "ground" and unchecked:
        found.append(f"not checked: {', '.join(unchecked)}")
    return [*found, *one.plan_minds, *one.mount_against]


def _unasked(one: PositionSky, given: CompareInput) -> list[str]:
    """What nobody has tried or measured there yet: no reason to put another one first, and none to call it clear."""
    found = []
    if not one.rigid and not one.shakes and one.surface not in _STANDS_FREE:
        found.append("nobody shook yet what it would stand on")
    if given.most_cable_m is not None and one.cable_length_m is None:
        found.append("how long its cable would be is not measured")
    return found


def _minds(one: PositionSky, given: CompareInput) -> list[str]:
    found = []
    if one.sky_level is Level.MIND:
        found.append("its sky was read elsewhere" if one.read_elsewhere else "the sky is to be minded")
    found += _doubts(one, given) + _unasked(one, given)
    if one.access in ("roof", "ladder", "lift"):
        found.append(POSITION_WORDS[one.access])
    if one.exposure in ("windward", "edge"):
        found.append(POSITION_WORDS[one.exposure])
    if one.path_crossed:
        found.append("people walk where its cable or foot lies")
    if one.machines:
        found.append("machines or cattle reach it")
    return found


def _good(one: PositionSky) -> list[str]:
    rows = [
        (one.sky_level is Level.CLEAR, "the sky is clear"),
        (one.trial_level is Level.CLEAR, "a trial stands behind it"),
        (one.exposure == "lee", POSITION_WORDS["lee"]),
        (one.access == "ground", POSITION_WORDS["ground"]),
        (one.rigid and not one.shakes, "does not move when shaken"),
        (one.discreet, "hardly seen"),
        (one.out_of_reach, "out of reach"),
        (one.locked, "locked or with hidden fasteners"),
    ]
    return [text for there, text in rows if there]


def _cost(one: PositionSky, given: CompareInput) -> float:
    """What beside sky, firmness and access speaks against a position; each part about one.

    The job's reasons weigh more, by the house rule.
    """
    rules = given.rules
    wind = rules.reason_factor if given.weighs("shelter") or given.needs_still_air else 1.0
    seen = rules.reason_factor if given.weighs("discreet") else rules.aside_factor
    theft = rules.reason_factor if given.weighs("out_of_reach") else rules.aside_factor
    cable = 0.0 if one.cable_length_m is None else one.cable_length_m / (given.most_cable_m or rules.cable_weight_m)
    path = rules.reason_factor if given.weighs("no_path") else rules.aside_factor
    machines = rules.reason_factor if given.weighs("no_machines") else rules.aside_factor
    at_height_min, climb_min = one.time_at_height_min, one.climb_min or 0.0
    minutes = 0.5 if at_height_min is None else (at_height_min + climb_min) / rules.at_height_weight_min
    return (
        wind * _EXPOSURE_COST[one.exposure]
        + seen * (not one.discreet)
        + theft * (not one.out_of_reach and not one.locked)
        + path * one.path_crossed
        + machines * one.machines
        + rules.aside_factor * bool(one.mount_against)
        + cable
        + minutes
    )


def _ranked_level(one: PositionSky, given: CompareInput) -> Level:
    if _holds(one, given):
        return Level.HOLD
    return Level.MIND if one.sky_level is Level.CLEAR and _doubts(one, given) else one.sky_level


def _level(one: PositionSky, given: CompareInput) -> Level:
    level = _ranked_level(one, given)
    return Level.MIND if level is Level.CLEAR and _unasked(one, given) else level


def _sky_lacks(one: PositionSky, given: CompareInput) -> float:
    """What the sky lacks: time without service over what browsing bears, or degrees under the wanted free angle.

    To half a percent and to whole degrees: neither prediction nor hand readings are finer, and sky beyond what is
    wanted gains nothing, but where the sky itself is the job's reason.
    """
    if given.weighs("sky"):  # then more of it counts, as finely as it is known
        if one.out_percent is not None:
            return round(2.0 * one.out_percent) / 2.0
        return 0.0 if one.margin_deg is None else -float(round(one.margin_deg))
    if one.out_percent is not None:
        return round(2.0 * max(0.0, one.out_percent - given.rules.browse_out_percent)) / 2.0
    return 0.0 if one.margin_deg is None else float(round(max(0.0, given.rules.clearance_deg - one.margin_deg)))


def _order(one: PositionSky, given: CompareInput) -> tuple[float, ...]:
    """Smaller is better, the first that differs decides."""
    level = _LEVELS[_ranked_level(one, given)]
    wished = _EXPOSURE_COST[one.exposure] * given.weighs("shelter")
    wished += one.path_crossed * given.weighs("no_path") + one.machines * given.weighs("no_machines")
    stolen = not one.out_of_reach and not one.locked
    wished += (not one.discreet) * given.weighs("discreet") + stolen * given.weighs("out_of_reach")
    money = math.inf if one.cost_money is None else one.cost_money
    beside = round(_cost(one, given), 2)
    return level, _sky_lacks(one, given), float(not one.rigid), wished, _ACCESS_COST[one.access], beside, money


@register(
    "compare",
    "Candidate positions by sky, firmness, cable, wind and access, and which one to take",
    CompareInput,
    CompareResult,
)
def compare(given: CompareInput) -> Outcome[CompareResult]:
    """Level first (a hold is last), then what the sky lacks, firmness, the job's own reasons, access, and the rest.

    An aimed link cannot be traded against comfort: shelter, looks and theft go before access only where the job gives
    them as its reason, and cable and minutes only order what is alike in all of that; of what is alike in those
    too, the cheaper comes first. The weights of the rest are the
    trade's judgement, not a measurement.
    """
    ordered = sorted(given.positions, key=lambda one: _order(one, given))
    ranks = [
        PositionRank(
            letter=one.letter,
            rank=at,
            level=_level(one, given),
            cost_factor=round(_cost(one, given), 2),
            good=_good(one),
            bad=[*_holds(one, given), *_minds(one, given)],
        )
        for at, one in enumerate(ordered, start=1)
    ]
    best = ranks[0] if ranks and ranks[0].level in (Level.CLEAR, Level.MIND) else None
    why = _why(ranks, best)
    result = CompareResult(
        ranks=ranks, recommended=best.letter if best else "", why=why, height_note=_height_note(given)
    )
    return Outcome(result, _judge(result, given))


def _why(ranks: list[PositionRank], best: PositionRank | None) -> str:
    if best is None:
        return (
            "Every position is on hold or not known: raise one, find another, or read its sky."
            if ranks
            else "There is no position yet."
        )
    good = ", ".join(best.good) or "nothing better is known"
    doubts = f" Against it: {best.bad[0]}." if best.level is not Level.CLEAR and best.bad else ""
    others = [
        f" Against {one.letter}: {one.bad[0]}." if one.bad else f" {one.letter} costs more beside the sky."
        for one in ranks
        if one is not best
    ]
    return f"{best.letter}: {good}.{doubts}" + "".join(others)


def _height_note(given: CompareInput) -> str:
    """More height helps only as far as something is in the way."""
    blocked = [one for one in given.positions if one.sky_level in (Level.HOLD, Level.MIND) and one.raise_by_m]
    if blocked:
        least = min(blocked, key=lambda one: one.raise_by_m or 0.0)
        return f"Raising {least.letter} by {least.raise_by_m:.1f} m would clear it."
    if any(one.sky_level is Level.CLEAR for one in given.positions):
        return "Where the sky is clear already more height gains no service; it is for safety only."
    return ""


def _judge(result: CompareResult, given: CompareInput) -> list[Finding]:
    if not result.ranks:
        return []
    held = [one.letter for one in result.ranks if one.level is Level.HOLD]
    if result.recommended:
        why = f"{result.why} On hold: {', '.join(held)}." if held else result.why
        clear = result.ranks[0].level is Level.CLEAR
        taken = f"Take position {result.recommended}"
        then = "" if clear else "See what speaks against it, and whether it can be mended there."
        return [POSITION(Level.CLEAR if clear else Level.MIND, taken, why, clears_by=then)]
    return [
        POSITION(
            Level.HOLD if len(held) == len(result.ranks) else Level.UNKNOWN,
            "No position can be taken yet",
            result.why,
            clears_by=result.height_note
            or "Read the sky at each, or find another position." + (f" On hold: {', '.join(held)}." if held else ""),
        )
    ]


__all__ = [
    "POSITION_WORDS",
    "CompareInput",
    "CompareResult",
    "PositionRank",
    "PositionSky",
    "compare",
]
