"""Whether the screws of a plate hold: how many, which hole gets which, and what they are driven with."""

from __future__ import annotations

import math

from rindle_core.catalogue.fixings import BASES
from rindle_core.catalogue.mounts import PlateHole
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Level
from rindle_core.kernel.registry import Outcome, register
from rindle_core.kernel.units import MILLIMETRES_PER_INCH, format_quantity
from rindle_core.science import masonry, sheet_metal, timber
from rindle_core.science.bolts import INCH_DRILLS_IN, METRIC_DRILLS_MM, drill_between_mm, drill_of_mm, spanner
from rindle_core.stations.mount.anchorage import Actions, HoleLoad, deck_actions, hole_loads, wall_actions
from rindle_core.stations.mount.fixing_findings import FIXING_BASE, FIXING_COUNT
from rindle_core.stations.mount.fixings_judged import judge_fixings
from rindle_core.stations.mount.plate import (
    GRAVITY,
    STRENGTH_MPA,
    FixingsInput,
    FixingsResult,
    HoleView,
    holding_of,
    nearest_mm,
    told_of,
)

_TESTED_SHARE = 0.2  # of the mean of pulls on site: TMS 402-16, 8.1.2.2


def _assumed(given: FixingsInput) -> list[str]:
    assumed = []
    if given.base in STRENGTH_MPA and given.strength_mpa is None and given.fixing.allowed_pull_n is None:
        assumed.append(f"strength {STRENGTH_MPA[given.base]:g} MPa: poor of its kind")
    if given.base == "sheet" and given.sheet_mm is None and given.fixing.kind != "seam_clamp":
        assumed.append(f"sheet {sheet_metal.THINNEST_MM:.2f} mm: the thinnest that is sold")
    if given.base in GRAVITY:
        assumed.append(f"wood of specific gravity {GRAVITY[given.base]:g}, {'wet' if given.wet else 'dry'} in service")
    return assumed


def allowed_n(given: FixingsInput, edge_mm: float | None, neighbour_mm: float | None) -> tuple[float, float] | None:
    """Pull and push that one fixing may bear; None where only a sheet or a pull on site could tell.

    Its own sheet prevails over what is reckoned, a pull on site over both.
    """
    fixing = given.fixing
    if given.base in GRAVITY:
        factor = timber.WIND_DURATION * (timber.WET if given.wet else 1.0)
        gravity = GRAVITY[given.base]
        found = (
            timber.withdrawal_n(gravity, fixing.size_mm, fixing.embedment_mm) * factor,
            timber.lateral_n(gravity, fixing.size_mm, fixing.embedment_mm, given.plate_mm) * factor,
        )
    elif fixing.kind == "seam_clamp":
        if fixing.allowed_pull_n is None and given.pulled_n is None:
            return None
        found = (math.inf, math.inf)
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
        strength = given.strength_mpa or STRENGTH_MPA[given.base]
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
    if given.base in GRAVITY:
        return timber.combined_share(load.pull_n, load.across_n, pull, across)
    return masonry.linear_share(load.pull_n, load.across_n, pull, across)


def _cases(given: FixingsInput) -> list[Actions]:
    if given.upright:
        return wall_actions(given.force_n, given.lift_n, given.weight_n, given.reach_m, given.lever_m)
    return deck_actions(given.force_n, given.lift_n, given.weight_n, given.force_n * given.lever_m)


_INCH_SERIES_MM = [one * MILLIMETRES_PER_INCH for one in INCH_DRILLS_IN]


def _drills(given: FixingsInput) -> tuple[float | None, float | None]:
    """The drill in millimetres, and that of the inch series, also in millimetres. In timber either does; an anchor has
    the bit that it was made for, and none of the other series: in a hole a little wider it turns.
    """
    fixing = given.fixing
    if fixing.kind in ("clamp_screw", "piercing", "seam_clamp"):
        return None, None  # they drill for themselves
    if given.base in GRAVITY:
        window = timber.pilot_mm(fixing.size_mm, GRAVITY[given.base])
        return drill_between_mm(*window, METRIC_DRILLS_MM), drill_between_mm(*window, _INCH_SERIES_MM)
    wanted_mm = fixing.drill_mm or fixing.size_mm
    inch_mm = None if drill_of_mm(wanted_mm, METRIC_DRILLS_MM) else drill_of_mm(wanted_mm, _INCH_SERIES_MM)
    return (wanted_mm, None) if inch_mm is None else (None, inch_mm)


def drill_words(drill_mm: float | None, inch_mm: float | None) -> str:
    """`4.5 mm or 3/16 in`, or the one that there is; empty where nothing is drilled before."""
    told = [] if drill_mm is None else [f"{drill_mm:g}\u00a0mm"]
    inches = [] if inch_mm is None else [format_quantity(inch_mm, "mm", "imperial")]
    return " or ".join([*told, *inches])


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
    holding = holding_of(given)
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
            told.edge_mm if (told := told_of(given, hole)) else None,
            nearest_mm(hole, given.holes),
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
        spanner="", torque_nm=None, seal_ml=0.0, assumed=_assumed(given),
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
    drill_mm, inch_mm = _drills(given)
    result = FixingsResult(
        holes=views,
        allowed_pull_n=least[0] if least else None,
        allowed_across_n=least[1] if least else None,
        use_share=use_share,
        wanted_count=math.ceil(use_share * len(holding) - 1e-9) if use_share is not None else None,
        drill_mm=drill_mm,
        drill_imperial_mm=inch_mm,
        drill=drill_words(drill_mm, inch_mm),
        spanner=given.fixing.spanner.replace(" mm", "\u00a0mm") or spanner(given.fixing.size_mm),
        torque_nm=given.fixing.torque_nm,
        seal_ml=given.fixing.seal_ml * len(given.holes),
        resin_ml=given.fixing.resin_ml * len(given.holes),
        assumed=_assumed(given),
    )
    return Outcome(result, judge_fixings(given, result, holding))


__all__ = ["allowed_n", "fixings"]
