"""The site cut upright along the sight-line, or along any line: ground, what stands there, the beam, what is tight."""

from __future__ import annotations

import math

from pydantic import Field

from rindle_core.kernel.constants import BEYOND_CIRCLE_DEG
from rindle_core.kernel.geometry import wrap_180
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.science.antenna import wavelength_m
from rindle_core.science.bodies import Body, Cut, cut_of
from rindle_core.stations.sky.plan_things import PlanThing, bodies_of, floor_m, ground_of

_STEPS = 48
_SAME_WAY_DEG = 0.5
_BESIDE_M = 1.0  # people so near to the cut are shown in it


class SideViewInput(Model):
    """A plan, the terminal on it, and along what line it is cut."""

    things: list[PlanThing] = Field(max_length=200)
    east_m: float = Field(ge=-1e5, le=1e5)
    north_m: float = Field(ge=-1e5, le=1e5)
    height_m: float = Field(ge=0, le=300, description="Middle of the terminal over the ground there")
    bearing_deg: float = Field(ge=0, lt=BEYOND_CIRCLE_DEG, description="Of the cut, true")
    reach_m: float = Field(default=60.0, gt=1, le=2000)
    azimuth_true_deg: float | None = Field(default=None, ge=0, lt=BEYOND_CIRCLE_DEG, description="Of the sight-line")
    elevation_deg: float | None = Field(default=None, ge=-5, le=90)
    aperture_mm: float | None = Field(default=None, gt=0, le=20_000)
    receive_ghz: float | None = Field(default=None, gt=0, le=100)
    ahead_years: float = Field(default=0.0, ge=0, le=40)
    rules: HouseRules = DEFAULT_RULES


class SidePoint(Model):
    """A point of the cut: along from the terminal, and up over the plan's zero."""

    along_m: float
    up_m: float


class SideBody(Model):
    """What the cut shows of a thing."""

    name: str
    kind: str
    points: list[SidePoint]
    foot_up_m: float
    beside: bool = Field(description="Whether it stands beside the line, but within the beam")


class SidePeople(Model):
    """A place where people are, on the line."""

    name: str
    along_m: float
    floor_up_m: float
    beam_over_m: float | None


class SideViewResult(Model):
    """The cut. Along the sight-line it holds the beam."""

    ground: list[SidePoint]
    terminal: SidePoint
    bodies: list[SideBody]
    people: list[SidePeople]
    lower_edge: list[SidePoint] = Field(description="Of the beam's tube, its Fresnel share in it; empty: another line")
    upper_edge: list[SidePoint]
    tight_name: str = Field(description="What comes nearest to the lower edge; empty: nothing under it")
    tight_along_m: float | None
    tight_over_m: float | None = Field(description="Lower edge over its top there; negative: it stands in the beam")
    raise_m: float | None = Field(description="How much higher the terminal would be free of all that is drawn here")


def _edge_m(given: SideViewInput, along_m: float, side: int) -> float:
    """An edge of the tube over the middle of the terminal: s·tan e ± (D/2 + share of √(λ d)) / cos e."""
    assert given.elevation_deg is not None
    assert given.aperture_mm is not None
    turn = math.radians(min(given.elevation_deg, 89.9))
    cosine = max(math.cos(turn), 0.01)
    radius = given.aperture_mm / 2000.0
    if given.receive_ghz is not None:
        slant = max(along_m, 0.0) / cosine
        radius += given.rules.fresnel_share * math.sqrt(wavelength_m(given.receive_ghz) * slant)
    return along_m * math.tan(turn) + side * radius / cosine


def _offset(given: SideViewInput, aside_m: float) -> tuple[float, float]:
    turn = math.radians(given.bearing_deg)
    return given.east_m + aside_m * math.cos(turn), given.north_m - aside_m * math.sin(turn)


def _cuts(given: SideViewInput, body: Body, half_m: float) -> tuple[list[Cut], bool]:
    """The cut under the line; where the body stands only beside it, that at the beam's side."""
    for aside in (0.0, half_m, -half_m) if half_m else (0.0,):
        found = cut_of(body, _offset(given, aside), given.bearing_deg, given.reach_m)
        if found:
            return found, aside != 0.0
    return [], False


def _tight(given: SideViewInput, bodies: list[Body], middle_m: float, half_m: float) -> tuple[str, float, float] | None:
    """Name, place and clearance of what comes nearest to the lower edge, over the whole width of the beam."""
    rows = []
    for body in bodies:
        for aside in (0.0, half_m, -half_m):
            for cut in cut_of(body, _offset(given, aside), given.bearing_deg, given.reach_m):
                grown = cut.growth_m_per_year * given.ahead_years
                rows += [
                    (body.name, along, middle_m + _edge_m(given, along, -1) - up - grown)
                    for along, up in cut.points
                    if middle_m + _edge_m(given, along, 1) > body.foot_up_m
                ]
    return min(rows, key=lambda row: row[2], default=None)


@register("side_view", "The site cut upright along the sight-line or another line", SideViewInput, SideViewResult)
def side_view(given: SideViewInput) -> Outcome[SideViewResult]:
    """Plane geometry over the drawn ground. A raised beam keeps its slope, so that what lacks at the tightest place is
    what it has to be raised by.
    """
    ground, bodies = ground_of(given.things), bodies_of(given.things)
    turn = math.radians(given.bearing_deg)

    def up_at(along: float) -> float:
        return ground.at(given.east_m + along * math.sin(turn), given.north_m + along * math.cos(turn))

    runs = [given.reach_m * at / _STEPS for at in range(_STEPS + 1)] if ground.known else [0.0, given.reach_m]
    middle = up_at(0.0) + given.height_m
    aimed = (
        given.azimuth_true_deg is not None
        and given.elevation_deg is not None
        and given.aperture_mm is not None
        and abs(float(wrap_180(given.azimuth_true_deg - given.bearing_deg))) < _SAME_WAY_DEG
    )
    half = (given.aperture_mm or 0.0) / 2000.0 if aimed else 0.0
    shown = []
    for body in bodies:
        cuts, beside = _cuts(given, body, half)
        grown = body.growth_m_per_year * given.ahead_years
        shown += [
            SideBody(
                name=one.name,
                kind=one.kind,
                points=[SidePoint(along_m=along, up_m=up + grown) for along, up in one.points],
                foot_up_m=one.foot_up_m,
                beside=beside,
            )
            for one in cuts
        ]
    tight = _tight(given, bodies, middle, half) if aimed else None
    edges = [given.reach_m * at / _STEPS for at in range(_STEPS + 1)] if aimed else []
    result = SideViewResult(
        ground=[SidePoint(along_m=run, up_m=up_at(run)) for run in runs],
        terminal=SidePoint(along_m=0.0, up_m=middle),
        bodies=shown,
        people=_people(given, middle, aimed),
        lower_edge=[SidePoint(along_m=run, up_m=middle + _edge_m(given, run, -1)) for run in edges],
        upper_edge=[SidePoint(along_m=run, up_m=middle + _edge_m(given, run, 1)) for run in edges],
        tight_name=tight[0] if tight else "",
        tight_along_m=tight[1] if tight else None,
        tight_over_m=tight[2] if tight else None,
        raise_m=max(0.0, -tight[2]) if tight else None,
    )
    return Outcome(result, [])


def _people(given: SideViewInput, middle_m: float, aimed: bool) -> list[SidePeople]:
    """Where the line comes to people, each at the nearest place."""
    import shapely

    ground = ground_of(given.things)
    far = _offset(given, 0.0)
    turn = math.radians(given.bearing_deg)
    along = (math.sin(turn), math.cos(turn))
    line = shapely.LineString([far, (far[0] + given.reach_m * along[0], far[1] + given.reach_m * along[1])])
    strip = line.buffer(_BESIDE_M, cap_style="flat")
    found = []
    for one in given.things:
        floor = floor_m(one, ground) if one.told.people and one.whole else None
        if floor is None:
            continue
        shape = {"point": shapely.Point, "line": shapely.LineString, "outline": shapely.Polygon}[one.told.shape](
            one.spots[0] if one.told.shape == "point" else one.spots
        )
        met = shape.intersection(strip)
        if met.is_empty:
            continue
        runs = (shapely.get_coordinates(met) - [given.east_m, given.north_m]) @ list(along)
        at = max(0.0, float(runs.min()))
        over = middle_m + _edge_m(given, at, -1) - floor if aimed else None
        found.append(SidePeople(name=one.called, along_m=at, floor_up_m=floor, beam_over_m=over))
    return sorted(found, key=lambda row: row.along_m)


__all__ = ["SideBody", "SidePeople", "SidePoint", "SideViewInput", "SideViewResult", "side_view"]
