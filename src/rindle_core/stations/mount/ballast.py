"""A frame that is held by weight alone: it must not tip, slide, lift, or be too much for the roof."""

from __future__ import annotations

import math
from typing import Literal

from pydantic import Field

from rindle_core.kernel.constants import STANDARD_GRAVITY_MPS2
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.stations.mount.findings import BALLAST, DECK, DECK_EDGE, FRICTION

Underlay = Literal["", "gravel", "bitumen", "membrane", "concrete", "mat", "earth"]
# Wet, poor of its kind; the maker of the roof's skin prevails. Source: range of the trade's figures, the lower end.
_FRICTION: dict[str, float] = {
    "gravel": 0.4, "bitumen": 0.4, "membrane": 0.3, "concrete": 0.5, "mat": 0.5, "earth": 0.3,
}  # fmt: skip
UNDERLAYS: dict[str, str] = {
    "": "not known",
    "gravel": "loose gravel",
    "bitumen": "bitumen felt",
    "membrane": "smooth membrane",
    "concrete": "bare concrete",
    "mat": "rubber mat",
    "earth": "earth or grass",
}


_USUAL_BLOCK_KG = 20.0


class BallastInput(Model):
    """The gust on antenna and mast, the frame, and what it stands on."""

    force_n: float = Field(ge=0, le=1e6)
    lift_n: float = Field(default=0.0, ge=0, le=1e6)
    lever_m: float = Field(gt=0, le=30, description="From the roof up to the gust")
    own_kg: float = Field(ge=0, le=5000, description="Antenna, mast and frame")
    width_m: float = Field(gt=0, le=10, description="Of the frame's shorter side")
    length_m: float = Field(gt=0, le=10)
    block_kg: float | None = Field(default=None, gt=0, le=200, description="None: not weighed, and 20 kg are planned")
    block_count: int | None = Field(default=None, ge=0, le=500, description="As laid or planned")
    underlay: Underlay = ""
    slope_deg: float = Field(default=0.0, ge=0, le=30)
    deck_kpa: float | None = Field(default=None, gt=0, le=100, description="What the roof bears beside snow")
    edge_m: float | None = Field(default=None, ge=0, le=500)
    on_roof: bool = Field(default=True, description="Else nothing is asked of a roof")
    rules: HouseRules = DEFAULT_RULES


class BallastResult(Model):
    """Mass that is asked for, and by what."""

    by_tipping_kg: float = Field(description="Of blocks, so that it does not tip")
    by_sliding_kg: float
    by_lifting_kg: float
    wanted_kg: float
    wanted_count: int
    laid_kg: float = Field(description="Of the blocks that are told, or else of those that are asked for")
    pressure_kpa: float = Field(
        description="Of all of it on the frame's area, wind apart, with no fewer blocks than are asked for"
    )
    friction_number: float


@register("ballast", "Blocks so that a frame neither tips, slides nor lifts, and what the roof bears", BallastInput,
          BallastResult)  # fmt: skip
def ballast(given: BallastInput) -> Outcome[BallastResult]:
    """Each with the firm's factor. Tipping about the shorter side's edge: W b/2 ≥ f (F h + U b/2). Sliding:
    μ (W cos s − f U) ≥ f F + W sin s. Lifting: W ≥ f U. Derivation: equilibrium; corners take less by tipping over
    them than over a side, never more.
    """
    factor = given.rules.ballast_factor
    mu = _FRICTION.get(given.underlay, min(_FRICTION.values()))
    slope = math.radians(given.slope_deg)
    half_m = min(given.width_m, given.length_m) / 2.0
    tipping_n = factor * (given.force_n * given.lever_m / half_m + given.lift_n)
    grip = mu * math.cos(slope) - math.sin(slope)
    sliding_n = factor * (given.force_n + mu * given.lift_n) / grip if grip > 0 else math.inf
    lifting_n = factor * given.lift_n

    def kg(newton: float) -> float:
        return max(0.0, newton / STANDARD_GRAVITY_MPS2 - given.own_kg)

    wanted_kg = max(kg(tipping_n), kg(min(sliding_n, 1e7)), kg(lifting_n))
    block_kg = given.block_kg or _USUAL_BLOCK_KG
    count = math.ceil(wanted_kg / block_kg - 1e-9)
    laid_kg = (count if given.block_count is None else given.block_count) * block_kg
    borne_kg = max(laid_kg, count * block_kg)
    area = given.width_m * given.length_m
    result = BallastResult(
        by_tipping_kg=kg(tipping_n),
        by_sliding_kg=kg(min(sliding_n, 1e7)),
        by_lifting_kg=kg(lifting_n),
        wanted_kg=wanted_kg,
        wanted_count=count,
        laid_kg=laid_kg,
        pressure_kpa=(borne_kg + given.own_kg) * STANDARD_GRAVITY_MPS2 / area / 1000.0,
        friction_number=mu,
    )
    return Outcome(result, _judge(given, result, slides=grip <= 0))


def _judge(given: BallastInput, result: BallastResult, *, slides: bool) -> list[Finding]:
    found: list[Finding] = []
    if slides:
        found.append(
            FRICTION(
                Level.HOLD,
                "It slides by itself on this slope",
                "The slope is steeper than the surface grips when wet.",
                clears_by="Fasten it, or choose a flatter place.",
            )
        )
    elif not given.underlay:
        found.append(
            FRICTION(
                Level.MIND,
                "What it stands on is not known: the most slippery is taken",
                "Blocks are laid for wet membrane.",
                clears_by="Say what the frame stands on.",
            )
        )
    if given.block_count is None:
        found.append(
            BALLAST.missing(
                "How many blocks are laid is not told",
                f"Lay {result.wanted_count} of {given.block_kg or _USUAL_BLOCK_KG:g} kg or more, and enter how many.",
            )
        )
    elif given.block_kg is None:
        weigh = BALLAST.missing("What a block weighs is not told", "Weigh one, dry, and enter it.")
        found.append(weigh.model_copy(update={"at": "mount.block_kg"}))
    else:
        found.append(
            BALLAST.at_least(
                result.laid_kg,
                result.wanted_kg,
                clear="The blocks hold it in the design gust",
                under="The blocks do not hold it in the design gust",
                why="It tips, slides or lifts. Planning aid only: local codes prevail.",
                so=f"Against tipping, sliding and lifting on a fall of {given.slope_deg:g}°, with the firm’s factor. "
                "Planning aid only: local codes prevail.",
                clears_by=f"{result.wanted_count} blocks, a wider frame or a shorter mast.",
            )
        )
    return [*found, *_judge_roof(given, result)] if given.on_roof else found


def _judge_roof(given: BallastInput, result: BallastResult) -> list[Finding]:
    found: list[Finding] = []
    if given.deck_kpa is None:
        found.append(
            DECK.missing("What the roof bears is not known", "Ask the owner or an engineer; snow comes on top of it.")
        )
    else:
        found.append(
            DECK.at_most(
                result.pressure_kpa,
                given.deck_kpa,
                clear="The roof bears the blocks",
                over="The blocks are too heavy for the roof",
                why="Spread over the frame alone. Planning aid only: the roof is for an engineer.",
                so="Planning aid only: the roof is for an engineer.",
                clears_by="A larger frame, so that fewer blocks do and they are spread; or another mount.",
            )
        )
    if given.edge_m is None:
        found.append(DECK_EDGE.missing("How far it stands from the edge is not told", "Measure to the nearest edge."))
    else:
        found.append(
            DECK_EDGE.at_least(
                given.edge_m,
                given.rules.roof_edge_m,
                level=Level.MIND,
                clear="It stands far enough from the edge",
                under="It stands near the edge",
                why="Wind tears hardest along edges and corners, and whoever serves it works at the drop.",
                clears_by="Move it inwards.",
            )
        )
    return found


__all__ = ["UNDERLAYS", "BallastInput", "BallastResult", "Underlay", "ballast"]
