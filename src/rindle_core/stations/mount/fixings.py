"""Whether the screws of a plate hold: how many, which hole gets which, and what they are driven with."""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Annotated, Literal

from pydantic import Field

from rindle_core.catalogue.fixings import BASES, Base, Fixing
from rindle_core.catalogue.mounts import PlateHole
from rindle_core.kernel.entry import Entry
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model, Row
from rindle_core.kernel.registry import Outcome, register
from rindle_core.kernel.units import MILLIMETRES_PER_INCH
from rindle_core.science import masonry, sheet_metal, timber
from rindle_core.science.bolts import next_drill_in, next_drill_mm, spanner
from rindle_core.stations.mount.anchorage import Actions, HoleLoad, deck_actions, hole_loads, wall_actions
from rindle_core.stations.mount.findings import (
    FIXING,
    FIXING_BASE,
    FIXING_COUNT,
    FIXING_DEPTH,
    FIXING_EDGE,
    FIXING_SPACING,
    FIXING_UNKNOWN,
    GAUGE,
)

Reaches = Literal["", "structure", "skin"]
_AID = "Planning aid only: the base is for a competent person and the local code to approve."
_GRAVITY: dict[str, float] = {"softwood": 0.42, "hardwood": 0.55}  # spruce-pine-fir, and oak less: NDS 2018, 12.3.3A
_STRENGTH_MPA: dict[str, float] = {"concrete": 17.0, "solid_masonry": 7.0}  # poor of its kind, taken where unknown
_CLOSEST_DIAMETERS, _EDGE_DIAMETERS = 4.0, 4.0  # in timber across the grain: NDS 2018, tables 12.5.1B and C
_TESTED_SHARE = 0.2  # of the mean of pulls on site: TMS 402-16, 8.1.2.2


class HoleFact(Row):
    """What a hole of the plate meets."""

    number: Annotated[int, Entry("Hole")] = Field(ge=1, le=99)
    reaches: Annotated[
        Reaches, Entry("Meets", choices={"": "not known", "structure": "structure", "skin": "boards or sheet only"})
    ] = ""
    edge_mm: Annotated[float | None, Entry("To the nearest edge or joint")] = Field(default=None, ge=0, le=10_000)


class FixingsInput(Model):
    """A plate with its holes, what it hangs on, and what the gust does to it at its middle."""

    holes: list[PlateHole] = Field(min_length=1, max_length=40)
    width_mm: float = Field(gt=0, le=5000)
    height_mm: float = Field(gt=0, le=5000)
    plate_mm: float = Field(default=5.0, gt=0, le=50)
    upright: bool = Field(default=True, description="On a wall; else on a roof or slab")
    force_n: float = Field(ge=0, le=1e6, description="Of the gust, level, on antenna and mast")
    lift_n: float = Field(default=0.0, ge=0, le=1e6, description="Of the gust, upwards or down, on a flat panel")
    weight_n: float = Field(default=0.0, ge=0, le=1e6)
    reach_m: float = Field(default=0.0, ge=0, le=20, description="How far it stands off the wall")
    lever_m: float = Field(ge=0, le=50, description="From the plate's middle up to the gust")
    base: Base
    fixing: Fixing
    reached: list[HoleFact] = Field(default_factory=list, max_length=80)
    structure_least_count: int = Field(default=0, ge=0, le=40)
    strength_mpa: float | None = Field(default=None, gt=0, le=200, description="Of concrete or masonry; None: poor")
    sheet_mm: float | None = Field(default=None, gt=0, le=10, description="None: taken as the thinnest sold")
    pulled_n: float | None = Field(default=None, gt=0, le=1e6, description="Mean of pulls to failure on site")
    wet: bool = Field(default=True, description="Whether timber is wet in service")
    rules: HouseRules = DEFAULT_RULES


class HoleView(Model):
    """A hole with what it bears, worst case, and what goes in."""

    number: int
    right_mm: float
    up_mm: float
    slotted: bool
    counts: bool = Field(description="Whether it holds: what meets only the skin does not")
    pull_n: float
    across_n: float
    use_share: float | None = Field(description="Of what it may bear; None: not known")
    case: str
    gets: str


class FixingsResult(Model):
    """The plate's fixings, the worst of them, and what they are driven with."""

    holes: list[HoleView]
    allowed_pull_n: float | None
    allowed_across_n: float | None
    use_share: float | None = Field(description="The worst hole's; 1 is all that is allowed")
    wanted_count: int | None = Field(description="Fixings that it would take at these places' mean load")
    drill_mm: float | None = Field(description="Of the metric series; in timber the pilot")
    drill_in: float | None = Field(description="Of the inch series, in inches")
    drill_imperial_mm: float | None = Field(default=None, description="The same in millimetres")
    spanner: str
    torque_nm: float | None = Field(description="None: by feel, the last turns by hand")
    seal_ml: float
    assumed: list[str]


def _assumed(given: FixingsInput) -> list[str]:
    assumed = []
    if given.base in _STRENGTH_MPA and given.strength_mpa is None and given.fixing.allowed_pull_n is None:
        assumed.append(f"strength {_STRENGTH_MPA[given.base]:g} MPa: poor of its kind")
    if given.base == "sheet" and given.sheet_mm is None:
        assumed.append(f"sheet {sheet_metal.THINNEST_MM:.2f} mm: the thinnest that is sold")
    if given.base in _GRAVITY:
        assumed.append(f"wood of specific gravity {_GRAVITY[given.base]:g}, {'wet' if given.wet else 'dry'} in service")
    return assumed


def allowed_n(given: FixingsInput, edge_mm: float | None, neighbour_mm: float | None) -> tuple[float, float] | None:
    """Pull and push that one fixing may bear; None where only a sheet or a pull on site could tell.

    Its own sheet prevails over what is reckoned, a pull on site over both.
    """
    fixing = given.fixing
    if given.base in _GRAVITY:
        factor = timber.WIND_DURATION * (timber.WET if given.wet else 1.0)
        gravity = _GRAVITY[given.base]
        found = (
            timber.withdrawal_n(gravity, fixing.size_mm, fixing.embedment_mm) * factor,
            timber.lateral_n(gravity, fixing.size_mm, fixing.embedment_mm, given.plate_mm) * factor,
        )
    elif given.base == "sheet":
        sheet_mm = given.sheet_mm or sheet_metal.THINNEST_MM
        found = (
            fixing.screw_count * sheet_metal.pull_out_n(sheet_mm, fixing.size_mm),
            fixing.screw_count * sheet_metal.tilt_n(sheet_mm, fixing.size_mm),
        )
    elif given.base == "hollow_masonry":
        if fixing.allowed_pull_n is None and given.pulled_n is None:
            return None
        found = (math.inf, math.inf)
    else:
        strength = given.strength_mpa or _STRENGTH_MPA[given.base]
        area = masonry.cone_area_mm2(fixing.embedment_mm, edge_mm, neighbour_mm)
        pull = masonry.breakout_n(area, strength)
        across = min(2.0 * pull, masonry.crushing_n(fixing.size_mm, strength))
        if edge_mm is not None:
            across = min(across, masonry.edge_breakout_n(edge_mm, strength))
        found = (pull, across)
    pull_n, across_n = (
        found[0] if fixing.allowed_pull_n is None else fixing.allowed_pull_n,
        found[1] if fixing.allowed_across_n is None else fixing.allowed_across_n,
    )
    if given.pulled_n is not None:
        pull_n = min(given.pulled_n * _TESTED_SHARE, pull_n)
    if math.isinf(across_n):
        across_n = pull_n  # a sheet that tells only the pull: no more is taken across
    return pull_n, across_n


def _share(given: FixingsInput, load: HoleLoad, bears: tuple[float, float]) -> float:
    pull, across = bears
    if pull <= 0 or across <= 0:
        return math.inf
    if given.base in _GRAVITY:
        return timber.combined_share(load.pull_n, load.across_n, pull, across)
    return masonry.linear_share(load.pull_n, load.across_n, pull, across)


def _cases(given: FixingsInput) -> list[Actions]:
    if given.upright:
        return wall_actions(given.force_n, given.lift_n, given.weight_n, given.reach_m, given.lever_m)
    return deck_actions(given.force_n, given.lift_n, given.weight_n, given.force_n * given.lever_m)


def _nearest_mm(hole: PlateHole, holes: Sequence[PlateHole]) -> float | None:
    others = [math.hypot(hole.right_mm - o.right_mm, hole.up_mm - o.up_mm) for o in holes if o.number != hole.number]
    return min(others, default=None)


def _told_of(given: FixingsInput, hole: PlateHole) -> HoleFact | None:
    return next((one for one in given.reached if one.number == hole.number), None)


def _meets(given: FixingsInput, hole: PlateHole) -> Reaches:
    told = _told_of(given, hole)
    if told is not None and told.reaches:
        return told.reaches
    return "structure" if given.base in ("concrete", "solid_masonry", "hollow_masonry", "sheet") else ""


def _holding(given: FixingsInput) -> list[PlateHole]:
    """Holes that hold. Where of none is said what it meets, all are taken, and that is said."""
    sure = [hole for hole in given.holes if _meets(given, hole) == "structure"]
    open_ = [hole for hole in given.holes if _meets(given, hole) == ""]
    return sure or open_


def _drills(given: FixingsInput) -> tuple[float | None, float | None]:
    fixing = given.fixing
    if fixing.kind in ("clamp_screw", "piercing"):
        return None, None  # they drill for themselves
    if given.base in _GRAVITY:
        least, most = timber.pilot_mm(fixing.size_mm, _GRAVITY[given.base])
        middle = (least + most) / 2.0
        metric = next_drill_mm(middle)
        return (metric if metric is not None and metric <= most else next_drill_mm(least)), next_drill_in(least)
    least = fixing.drill_mm or fixing.size_mm
    return next_drill_mm(least), next_drill_in(least)


@register(
    "fixings", "Pull and push of every hole of a plate, and whether the fixings bear them", FixingsInput, FixingsResult
)
def fixings(given: FixingsInput) -> Outcome[FixingsResult]:
    """The worst of the gust's directions at each hole, against what one fixing may bear there.

    What meets only boards or sheet counts for nothing. Sources: see `hole_loads`, `allowed_n`.
    """
    if given.base not in given.fixing.bases:
        names = ", ".join(BASES[one].lower() for one in given.fixing.bases)
        wrong = FIXING_BASE(
            Level.HOLD,
            f"{given.fixing.name} is not for {BASES[given.base].lower()}",
            f"It is made for {names}.",
            clears_by="Choose a fixing for this base.",
        )
        return Outcome(_nothing(given), [wrong])
    holding = _holding(given)
    if not holding:
        none = FIXING_COUNT(
            Level.HOLD,
            "No screw reaches structure",
            "Boards and sheet hold no antenna in a gust.",
            figure=0.0,
            limit=float(max(given.structure_least_count, 1)),
            bound="at_least",
            clears_by="Move the plate over a rafter or stud, or choose another mount.",
        )
        return Outcome(_nothing(given), [none])
    at = [(hole.right_mm / 1000.0, hole.up_mm / 1000.0) for hole in holding]
    worst = {hole.number: (HoleLoad(0.0, 0.0), -1.0, "") for hole in holding}
    bears = {
        hole.number: allowed_n(
            given,
            told.edge_mm if (told := _told_of(given, hole)) else None,
            _nearest_mm(hole, given.holes),
        )
        for hole in holding
    }
    for acts in _cases(given):
        loads = hole_loads(at, given.width_mm / 1000.0, given.height_mm / 1000.0, acts)
        for hole, load in zip(holding, loads, strict=True):
            capacity = bears[hole.number]
            use = _share(given, load, capacity) if capacity else load.pull_n + load.across_n
            if use > worst[hole.number][1]:
                worst[hole.number] = (load, use, acts.name)
    if any(math.isinf(load.pull_n + load.across_n) for load, _, _ in worst.values()):
        raise InputError.one("holes", "one screw cannot hold a plate that is twisted: two or more are accepted")
    return _told(given, holding, worst, bears)


def _nothing(given: FixingsInput) -> FixingsResult:
    holes = [
        HoleView(
            number=hole.number, right_mm=hole.right_mm, up_mm=hole.up_mm, slotted=hole.slotted, counts=False,
            pull_n=0.0, across_n=0.0, use_share=None, case="", gets="",
        )
        for hole in given.holes
    ]  # fmt: skip
    return FixingsResult(
        holes=holes, allowed_pull_n=None, allowed_across_n=None, use_share=None, wanted_count=None, drill_mm=None,
        drill_in=None, spanner="", torque_nm=None, seal_ml=0.0, assumed=_assumed(given),
    )  # fmt: skip


def _told(
    given: FixingsInput,
    holding: list[PlateHole],
    worst: dict[int, tuple[HoleLoad, float, str]],
    bears: dict[int, tuple[float, float] | None],
) -> Outcome[FixingsResult]:
    known = all(one is not None for one in bears.values())
    numbers = {hole.number for hole in holding}
    views = []
    for hole in given.holes:
        load, use, case = worst.get(hole.number, (HoleLoad(0.0, 0.0), 0.0, ""))
        holds = hole.number in numbers
        skin = given.fixing.kind == "lag" and not holds
        views.append(
            HoleView(
                number=hole.number,
                right_mm=hole.right_mm,
                up_mm=hole.up_mm,
                slotted=hole.slotted,
                counts=holds,
                pull_n=load.pull_n,
                across_n=load.across_n,
                use_share=min(use, 999.0) if holds and known else None,
                case=case,
                gets="short screw, for the seal only" if skin else given.fixing.name,
            )
        )
    least = min((one for one in bears.values() if one is not None), default=None)
    use_share = max((one.use_share for one in views if one.use_share is not None), default=None)
    drill_mm, drill_in = _drills(given)
    result = FixingsResult(
        holes=views,
        allowed_pull_n=least[0] if least else None,
        allowed_across_n=least[1] if least else None,
        use_share=use_share,
        wanted_count=math.ceil(use_share * len(holding) - 1e-9) if use_share is not None else None,
        drill_mm=drill_mm,
        drill_in=drill_in,
        drill_imperial_mm=None if drill_in is None else drill_in * MILLIMETRES_PER_INCH,
        spanner=given.fixing.spanner or spanner(given.fixing.size_mm),
        torque_nm=given.fixing.torque_nm,
        seal_ml=given.fixing.seal_ml * len(given.holes),
        assumed=_assumed(given),
    )
    return Outcome(result, _judge(given, result, holding))


def _reckoned_cone(given: FixingsInput) -> bool:
    """Whether an anchor in concrete or masonry rests on neither its own sheet nor a pull on site."""
    told = given.fixing.allowed_pull_n is not None or given.pulled_n is not None
    return given.base in _STRENGTH_MPA and not told


def _judge_depth(given: FixingsInput) -> list[Finding]:
    """Thread under four diameters holds nothing that may be reckoned. Source: NDS 2018, 12.1.4.6."""
    if given.base not in _GRAVITY or given.fixing.kind != "lag":
        return []
    least = timber.LEAST_PENETRATION_DIAMETERS * given.fixing.size_mm
    if given.fixing.embedment_mm >= least:
        return []
    return [
        FIXING_DEPTH(
            Level.HOLD,
            "The screw does not go deep enough into the timber",
            "Under four diameters of thread nothing may be reckoned.",
            figure=given.fixing.embedment_mm,
            limit=least,
            bound="at_least",
            clears_by="A longer screw.",
        )
    ]


def _judge(given: FixingsInput, result: FixingsResult, holding: list[PlateHole]) -> list[Finding]:
    found = [_judge_structure(given, holding)] if given.structure_least_count else []
    sure = any(_meets(given, hole) == "structure" for hole in holding)
    if result.use_share is None:
        found.append(
            FIXING_UNKNOWN.missing(
                "What the fixing holds in hollow masonry is not known",
                "Enter what its sheet allows in this brick (stores), or the mean of pulls on site.",
            )
        )
    elif sure or result.use_share > 1.0 or not given.structure_least_count:
        more = f" About {result.wanted_count} of them would do." if (result.wanted_count or 0) > len(holding) else ""
        found.append(
            FIXING(
                Level.MIND,
                "The fixings hold the design gust by reckoning alone",
                f"The cone that breaks out is reckoned as of a cast-in anchor; a drilled one may slip before. {_AID}",
                figure=result.use_share * 100.0,
                limit=100.0,
                bound="at_most",
                clears_by="Enter what the fixing’s sheet allows in this base (stores), or pull some on site.",
            )
            if result.use_share <= 1.0 and _reckoned_cone(given)
            else FIXING.at_most(
                result.use_share * 100.0,
                100.0,
                clear="The fixings hold the design gust",
                over="The fixings do not hold the design gust",
                why=f"The worst screw is pulled and pushed more than it may.{more} {_AID}",
                so=_AID,
                clears_by="More or larger fixings, a larger plate, a shorter arm or mast, or another base.",
            )
        )
    if given.base == "sheet" and given.sheet_mm is None:
        found.append(
            GAUGE(
                Level.MIND,
                "The sheet’s gauge is not known: the thinnest is taken",
                "A screw in thin sheet holds little; more clamps than a drawing shows may be needed.",
                clears_by="Measure the sheet at its edge with calipers.",
            )
        )
    return [*found, *_judge_depth(given), *_judge_edges(given, holding), *_judge_spacing(given, holding)]


def _judge_structure(given: FixingsInput, holding: list[PlateHole]) -> Finding:
    sure = [hole for hole in holding if _meets(given, hole) == "structure"]
    if not sure:
        return FIXING_COUNT.missing(
            "Which holes meet structure is not known",
            f"Say of each hole what it meets; {given.structure_least_count} of them have to reach structure.",
        )
    return FIXING_COUNT.at_least(
        float(len(sure)),
        float(given.structure_least_count),
        clear="Enough screws reach structure",
        under="Too few screws reach structure",
        why="What is driven into boards, trim or sheet alone comes out in the first storm.",
        clears_by="Shift or turn the plate, back it with timber, or choose another mount.",
    )


def _judge_edges(given: FixingsInput, holding: list[PlateHole]) -> list[Finding]:
    least = given.fixing.edge_least_mm
    if least is None:
        least = _EDGE_DIAMETERS * given.fixing.size_mm if given.base in _GRAVITY else 0.0
    if least <= 0:
        return []
    told = [one.edge_mm for hole in holding if (one := _told_of(given, hole)) and one.edge_mm is not None]
    if len(told) < len(holding):
        return [
            FIXING_EDGE.missing(
                "How far the holes are from an edge or joint is not told",
                f"Measure each to the nearest edge, joint or opening; {least:g} mm are asked for.",
            )
        ]
    return [
        FIXING_EDGE.at_least(
            min(told),
            least,
            clear="The holes are far enough from edges",
            under="A hole is too near to an edge",
            why="The base splits or breaks out at the edge before the fixing has its strength.",
            clears_by="Move the plate away from the edge, or take a fixing that needs less.",
        )
    ]


def _judge_spacing(given: FixingsInput, holding: list[PlateHole]) -> list[Finding]:
    least = given.fixing.spacing_least_mm
    if least is None:
        least = _CLOSEST_DIAMETERS * given.fixing.size_mm if given.base in _GRAVITY else 0.0
    apart = [one for hole in holding if (one := _nearest_mm(hole, holding)) is not None]
    if least <= 0 or not apart or min(apart) >= least:
        return []
    return [
        FIXING_SPACING(
            Level.HOLD,
            "Two fixings are too near to each other",
            "Their cones overlap, or the wood splits between them.",
            figure=min(apart),
            limit=least,
            bound="at_least",
            clears_by="A smaller fixing that bears it, or a plate with wider holes.",
        )
    ]


__all__ = ["FixingsInput", "FixingsResult", "HoleFact", "HoleView", "Reaches", "allowed_n", "fixings"]
