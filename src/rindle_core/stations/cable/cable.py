"""Length, loss and supply voltage of the cable between antenna and modem."""

from __future__ import annotations

import math
from typing import Annotated

from pydantic import Field

from rindle_core.catalogue.cables import CableLimits, CoaxCable, Supply
from rindle_core.kernel.constants import COPPER_TEMPERATURE_COEFFICIENT_PER_K
from rindle_core.kernel.entry import Entry
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model, Row
from rindle_core.kernel.registry import Outcome, register
from rindle_core.kernel.ties import no_less, no_more
from rindle_core.stations.cable.findings import EMPTY, LENGTH, LOOP, LOSS, RUNS, SUPPLY, TYPE
from rindle_core.stations.cable.pieces import PIECES, CablePiece, loop_at_antenna_m, of_run, run_length_m, untold
from rindle_core.stations.lists import shortened


class ExtraRun(Row):
    """A cable of its own beside the data cable, such as for a spare feed's television."""

    name: Annotated[str, Entry("Run")] = Field(min_length=1, max_length=80)
    cable_code: Annotated[str, Entry("Cable")] = Field(default="", max_length=40)
    length_m: Annotated[float, Entry("Length")] = Field(ge=0, le=500)
    top_mhz: Annotated[float, Entry("Top of its IF")] = Field(
        default=2150.0, gt=0, le=6000, description="Top of its IF"
    )


class ExtraRunsInput(Model):
    """The extra runs, and the cables of the stores."""

    runs: list[ExtraRun] = Field(default_factory=list, max_length=20)
    cables: list[CoaxCable] = Field(default_factory=list)
    rules: HouseRules = DEFAULT_RULES


class ExtraRunView(Model):
    """Loss of one extra run at the top of its IF; None while its cable is not chosen."""

    name: str
    length_m: float
    loss_db: float | None


class ExtraRunsResult(Model):
    """All extra runs."""

    runs: list[ExtraRunView]
    length_m: float


_NO_LOOP = "Without a loop no end can be cut off and made again; one at the modem does not help up there."
_NO_LOOP_SEALED = (
    "Without a loop the plug takes every pull, and nothing can be lifted off to reach it; one indoors does not help "
    "up there. Its ends are sealed: a plug that is torn is a new cable."
)


class CableInput(Model):
    """The route, the cable, and what the terminal allows."""

    pieces: list[CablePiece] = Field(default_factory=list, max_length=60)
    cable: CoaxCable
    connectors: int = Field(default=2, ge=0, le=20, description="Of one run")
    inserted_db: float = Field(default=0.0, ge=0, le=100, description="Splitter, arrester and adaptor together")
    others: list[CoaxCable] = Field(default_factory=list, max_length=200, description="Cables that might do instead")
    limits: CableLimits
    supply: Supply
    rules: HouseRules = DEFAULT_RULES


class CableGrade(Model):
    """A cable that the terminal allows, and how far it goes: by its length, its loss and its supply."""

    code: str
    name: str
    most_m: float
    would_do: bool | None = Field(description="None: the way is not measured whole, and goes as far as it is")


class CableResult(Model):
    """Loss at the edges of the IF, and the voltage that reaches the outdoor unit (None where none can)."""

    length_m: float = Field(description="Of the longest run, as far as its pieces are measured")
    untold_count: int = Field(default=0, description="Pieces that have no length yet: all figures are the least")
    run_lengths_m: list[float] = Field(default_factory=list)
    loss_low_db: float
    loss_high_db: float
    slope_db: float
    loop_resistance_ohm: float
    voltage_v: float | None
    current_a: float | None
    longest_by_loss_m: float = Field(description="Length at which the loss reaches its limit")
    longest_by_supply_m: float = Field(description="Length at which the voltage falls to its least")
    grades: list[CableGrade] = Field(default_factory=list, description="Cables that the terminal allows, and how far")


def coax_loss_db_per_100m(cable: CoaxCable, frequency_mhz: float, temperature_c: float) -> float:
    """a√f + b·f, the conductor part growing with the root of copper's resistance.

    Derivation: the conductors' resistance grows with √f (skin effect), the dielectric's loss with f; makers' tables
    are fitted by the two.
    """
    warmth = 1.0 + COPPER_TEMPERATURE_COEFFICIENT_PER_K * (temperature_c - 20.0)
    return cable.loss_a * math.sqrt(frequency_mhz * warmth) + cable.loss_b * frequency_mhz


def voltage_at_load_v(supply_v: float, power_w: float, resistance_ohm: float) -> float | None:
    """Voltage at a constant-power load behind a resistance: V = (Vs + √(Vs² - 4PR))/2, the stable branch.

    None where no voltage carries that power. Derivation: P = V (Vs - V)/R.
    """
    inside = supply_v**2 - 4.0 * power_w * resistance_ohm
    return None if inside < 0 else (supply_v + math.sqrt(inside)) / 2.0


def _ohm_per_m(given: CableInput, cable: CoaxCable) -> float:
    warmth = 1.0 + COPPER_TEMPERATURE_COEFFICIENT_PER_K * (given.rules.cable_temperature_c - 20.0)
    return cable.loop_ohm_per_100m / 100.0 * warmth


def _longest_by_supply_m(given: CableInput, cable: CoaxCable) -> float:
    """Length at which the voltage is the least allowed, or at which the power can no longer be carried."""
    if given.supply.power_w == 0:
        return 10_000.0
    ohm_per_m = _ohm_per_m(given, cable)
    at_v = max(given.supply.least_v, given.supply.supply_v / 2.0)
    return at_v * (given.supply.supply_v - at_v) / given.supply.power_w / ohm_per_m


def _instead(result: CableResult, otherwise: str) -> str:
    """The cable that would do, and how far it goes."""
    better = [one for one in result.grades if one.would_do]
    if not better:
        return otherwise
    best = min(better, key=lambda one: one.most_m)
    return f"{best.name} would do: it goes {math.floor(best.most_m)} m here. {otherwise}"


def _judge_length(given: CableInput, result: CableResult) -> Finding:
    """Over the limit is a hold; near it is minded, as where positions are compared; a part alone is no answer."""
    limit = given.limits.most_m
    if result.untold_count and no_more(result.length_m, limit):
        named = list(dict.fromkeys(PIECES[one.kind] for one in untold(given.pieces)))
        return LENGTH.missing(
            f"Without a length yet: {shortened(named)}",
            "Measure along the way that the cable takes. Until then length, loss and supply are not judged.",
        )
    near = given.rules.cable_warn_share * limit
    if near < result.length_m and no_more(result.length_m, limit):
        return LENGTH(
            Level.MIND,
            "The cable is near the terminal's length",
            "A way that is drawn or paced is shorter than the one that is laid.",
            figure=result.length_m,
            limit=limit,
            bound="at_most",
            clears_by="Measure the way by tape before it is cut, or shorten it.",
        )
    return LENGTH.at_most(
        result.length_m,
        limit,
        clear="The cable is within the terminal's length",
        over="The cable is too long for the terminal",
        why="The terminal's timing and supply are only promised up to this length.",
        clears_by="A shorter route, or the modem nearer to the dish.",
    )


def _judge_runs(given: CableInput) -> list[Finding]:
    """A terminal with two cables has two ways; one that has none of its own shares all pieces."""
    if given.limits.runs < 2:
        return []
    ways = [of_run(given.pieces, run) for run in range(given.limits.runs)]
    lengths = [run_length_m(given.pieces, run) for run in range(given.limits.runs)]
    if any(length == 0 and not untold(way) for way, length in zip(ways, lengths, strict=True)):
        return [
            RUNS(
                Level.HOLD,
                "One of the two cables has no way",
                "This terminal has two: each with its length and its two ends.",
                clears_by="Say of the pieces that both cables have them.",
            )
        ]
    if untold(given.pieces):
        return []
    return [RUNS(Level.CLEAR, "Both cables have their way", "", figure=max(lengths))]


def _grades(given: CableInput) -> list[CableGrade]:
    found = []
    warm_c, longest = given.rules.cable_temperature_c, max(
        (run_length_m(given.pieces, run) for run in range(given.limits.runs)), default=0.0
    )  # fmt: skip
    joints_db = given.connectors * given.rules.connector_loss_db + given.inserted_db
    for one in given.others:
        if one.code not in given.limits.types:
            continue
        most = [given.limits.most_m, _longest_by_supply_m(given, one)]
        if one.kind == "coax":
            per_m = coax_loss_db_per_100m(one, given.limits.if_high_mhz, warm_c) / 100.0
            most.append(max(0.0, (given.limits.most_loss_db - joints_db) / per_m))
        if one.lengths_m:
            most.append(max(one.lengths_m))
        reaches = longest <= min(most)
        would_do = None if reaches and untold(given.pieces) else reaches
        found.append(CableGrade(code=one.code, name=one.name, most_m=min(most), would_do=would_do))
    return found


def _judge(given: CableInput, result: CableResult) -> list[Finding]:
    limits = given.limits
    findings = [_judge_length(given, result), *_judge_runs(given)]
    whole = not result.untold_count
    if given.cable.kind == "coax" and (whole or not no_more(result.loss_high_db, limits.most_loss_db)):
        findings.append(
            LOSS.at_most(
                result.loss_high_db,
                limits.most_loss_db,
                clear="The loss is within its limit",
                over="The cable loses too much",
                why="At the top of the IF the modem would hear too little.",
                clears_by=_instead(result, "A thicker cable, fewer joints or a shorter route."),
            )
        )
    if given.cable.code not in limits.types:
        findings.append(
            TYPE(
                Level.HOLD,
                "This cable is not allowed for the terminal",
                "Its impedance, screen or conductor is not what the terminal was approved with.",
                clears_by="Choose a cable from the terminal's list.",
            )
        )
    if result.voltage_v is None:
        findings.append(
            SUPPLY(
                Level.HOLD,
                "The cable cannot carry the power",
                "The outdoor unit draws more current as its voltage falls, until nothing is left.",
                figure=result.length_m,
                limit=result.longest_by_supply_m,
                bound="at_most",
                unit="m",
                clears_by=_instead(result, "A cable with a solid copper centre, a thicker one, or a shorter route."),
            )
        )
    elif whole or not no_less(result.voltage_v, given.supply.least_v):
        findings.append(
            SUPPLY.at_least(
                result.voltage_v,
                given.supply.least_v,
                clear="Enough voltage reaches the outdoor unit",
                under="Too little voltage reaches the outdoor unit",
                why="The outdoor unit restarts or never starts when its voltage sinks under transmit load.",
                clears_by=_instead(result, "A cable with a solid copper centre, a thicker one, or a shorter route."),
            )
        )
    loop_m = loop_at_antenna_m(given.pieces)
    if any(one.kind == "loop" for one in untold(given.pieces)):
        return findings
    findings.append(
        LOOP.at_least(
            loop_m,
            given.rules.service_loop_m,
            level=Level.MIND,
            clear="There is a service loop",
            under="The service loop at the antenna is short or missing",
            why=_NO_LOOP_SEALED if given.cable.sealed else _NO_LOOP,
            clears_by="Add the loop at the antenna, before the wall.",
        )
    )
    return findings


@register(
    "cable", "Cable length, loss at the IF's edges and supply voltage under constant power", CableInput, CableResult
)
def cable(given: CableInput) -> Outcome[CableResult]:
    """Loss and supply of one run made of pieces."""
    lengths_m = [run_length_m(given.pieces, run) for run in range(given.limits.runs)]
    length_m = max(lengths_m)
    warm_c = given.rules.cable_temperature_c
    coaxial = given.cable.kind == "coax"
    joints_db = given.connectors * given.rules.connector_loss_db + given.inserted_db if coaxial else 0.0
    low, high = (
        coax_loss_db_per_100m(given.cable, mhz, warm_c) / 100.0
        for mhz in (given.limits.if_low_mhz, given.limits.if_high_mhz)
    )
    ohm_per_m = _ohm_per_m(given, given.cable)
    voltage_v = voltage_at_load_v(given.supply.supply_v, given.supply.power_w, ohm_per_m * length_m)
    result = CableResult(
        length_m=length_m,
        untold_count=len(untold(given.pieces)),
        run_lengths_m=lengths_m,
        grades=_grades(given),
        loss_low_db=low * length_m + joints_db,
        loss_high_db=high * length_m + joints_db,
        slope_db=(high - low) * length_m,
        loop_resistance_ohm=ohm_per_m * length_m,
        voltage_v=voltage_v,
        current_a=None if voltage_v is None else given.supply.power_w / voltage_v,
        longest_by_loss_m=max(0.0, (given.limits.most_loss_db - joints_db) / high) if high > 0 else 10_000.0,
        longest_by_supply_m=_longest_by_supply_m(given, given.cable),
    )
    if length_m == 0 and not result.untold_count:
        return Outcome(
            result, [EMPTY.missing("No route has been entered", "Enter the pieces from the arm to the modem.")]
        )
    return Outcome(result, _judge(given, result))


@register("extra_runs", "Loss of cables of their own, such as for spare feeds", ExtraRunsInput, ExtraRunsResult)
def extra_runs(given: ExtraRunsInput) -> Outcome[ExtraRunsResult]:
    """Loss at the top of each run's IF with a connector at either end; same formula as `cable`."""
    by_code = {one.code: one for one in given.cables}
    views = []
    for run in given.runs:
        chosen = by_code.get(run.cable_code)
        per_m = (
            None
            if chosen is None
            else coax_loss_db_per_100m(chosen, run.top_mhz, given.rules.cable_temperature_c) / 100.0
        )
        views.append(
            ExtraRunView(
                name=run.name,
                length_m=run.length_m,
                loss_db=None if per_m is None else per_m * run.length_m + 2 * given.rules.connector_loss_db,
            )
        )
    return Outcome(ExtraRunsResult(runs=views, length_m=sum(run.length_m for run in given.runs)), [])


__all__ = [
    "CableGrade",
    "CableInput",
    "CableResult",
    "ExtraRun",
    "ExtraRunsInput",
    "ExtraRunsResult",
    "cable",
    "coax_loss_db_per_100m",
    "extra_runs",
    "voltage_at_load_v",
]
