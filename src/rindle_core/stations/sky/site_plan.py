"""What a drawn site says of each position: who comes into its beam, what hangs near, how it is sheltered, how its cable
runs.
"""

from __future__ import annotations

import math
from collections.abc import Sequence

from rindle_core.kernel.findings import Finding
from rindle_core.kernel.registry import Outcome, register
from rindle_core.science.bodies import Body, Spot, covers, cut_of
from rindle_core.science.radiation import in_reach_m
from rindle_core.science.shelter import edge_zone_m, shelter_share
from rindle_core.stations.sky.plan_judge import judge_plan
from rindle_core.stations.sky.plan_lines import cable_way, ladder_places
from rindle_core.stations.sky.plan_models import (
    BeamOver,
    NearWire,
    PlanPosition,
    PositionOnPlan,
    SitePlanInput,
    SitePlanResult,
    WindSide,
)
from rindle_core.stations.sky.plan_things import (
    Ground,
    PlanThing,
    bodies_of,
    body_of,
    doubtful_roofs,
    floor_m,
    ground_of,
    heightless,
    untold_roofs,
)

_PERSON_M = 0.5  # how far somebody reaches about a window or a spot
_REACH_M = 500.0  # people farther off are under the beam or beyond what a sketch shows
_SECTORS = 16
_ASKED_M = 10.0  # a panel of half a metre and 2.5 W is under the public limit from there on, were it a dish
_ROUND = 36  # corners of what is drawn round a panel
_SHELTER_REACH_M = 300.0
_EDGE_M = 0.05


def beam_edge_over_m(elevation_deg: float, aperture_m: float, distance_m: float) -> float:
    """Lower edge of the beam over the middle of the dish at a level distance: d·tan e - D/(2 cos e); of a negative
    aperture the upper one.
    """
    turn = math.radians(elevation_deg)
    return distance_m * math.tan(min(turn, math.radians(89.9))) - aperture_m / 2.0 / max(math.cos(turn), 0.01)


def _strip(at: Spot, azimuth_deg: float, half_m: float, reach_m: float) -> list[Spot]:
    turn = math.radians(azimuth_deg)
    along, aside = (math.sin(turn), math.cos(turn)), (math.cos(turn), -math.sin(turn))

    def spot(run: float, side: float) -> Spot:
        return at[0] + run * along[0] + side * aside[0], at[1] + run * along[1] + side * aside[1]

    return [spot(0, -half_m), spot(reach_m, -half_m), spot(reach_m, half_m), spot(0, half_m)]


def _shape_of(thing: PlanThing) -> object:
    """The ground that a thing with people takes."""
    import shapely

    spots = thing.spots
    if thing.told.shape == "outline":
        return shapely.Polygon(spots)
    if thing.told.shape == "point":
        return shapely.Point(spots[0]).buffer(_PERSON_M)
    return shapely.LineString(spots).buffer(max((thing.across_m or 0.0) / 2.0, _PERSON_M), cap_style="flat")


def _near_face(given: SitePlanInput, one: PlanPosition, ground: Ground) -> list[BeamOver]:
    """Where people come nearer to the face of a panel than its maker allows, nearest first.

    Its beam goes where a satellite is, so that they are kept off all round.
    """
    import shapely

    at, found = shapely.Point(one.east_m, one.north_m), []
    for thing in given.things:
        if not thing.told.people or not thing.whole:
            continue
        level_m = float(at.distance(_shape_of(thing)))
        if level_m >= (_ASKED_M if given.keep_clear_m is None else given.keep_clear_m):
            continue
        floor = floor_m(thing, ground)
        inside = None
        if floor is not None and one.height_m is not None and given.keep_clear_m is not None:
            up_m = ground.at(one.east_m, one.north_m) + one.height_m - floor  # of its face over their floor
            off_m = max(0.0, up_m - given.rules.person_reach_m, -up_m)
            inside = math.hypot(level_m, off_m) < given.keep_clear_m
        found.append(BeamOver(name=thing.called, distance_m=level_m, over_m=None, inside=inside))
    return sorted(found, key=lambda two: two.distance_m)


def _people(given: SitePlanInput, one: PlanPosition, ground: Ground) -> list[BeamOver]:
    """The people whom the beam passes, nearest first; of a panel those who come too near to its face."""
    if given.aperture_mm is None:
        return [] if given.keep_clear_m == 0 else _near_face(given, one, ground)
    if given.azimuth_true_deg is None or given.elevation_deg is None:
        return []
    import shapely

    aperture_m = given.aperture_mm / 1000.0
    beam = shapely.Polygon(_strip((one.east_m, one.north_m), given.azimuth_true_deg, aperture_m / 2.0, _REACH_M))
    turn = math.radians(given.azimuth_true_deg)
    found = []
    for thing in given.things:
        if not thing.told.people or not thing.whole:
            continue
        met = beam.intersection(_shape_of(thing))
        if met.is_empty:
            continue
        corners = shapely.get_coordinates(met) - [one.east_m, one.north_m]
        along = corners @ [math.sin(turn), math.cos(turn)]
        distance, farthest = max(0.0, float(along.min())), max(0.0, float(along.max()))
        floor = floor_m(thing, ground)
        over, inside = None, None
        if floor is not None and one.height_m is not None:
            middle = ground.at(one.east_m, one.north_m) + one.height_m
            edges = [
                middle + beam_edge_over_m(given.elevation_deg, side * aperture_m, away) - floor
                for side, away in ((1, distance), (1, farthest), (-1, distance), (-1, farthest))
            ]
            over = min(edges[:2])
            inside = over < given.rules.person_reach_m and max(edges[2:]) > 0.0  # else all of it passes below
        found.append(BeamOver(name=thing.called, distance_m=distance, over_m=over, inside=inside))
    return sorted(found, key=lambda two: two.distance_m)


def _wire(given: SitePlanInput, one: PlanPosition, ground: Ground) -> NearWire | None:
    """The nearest wire. Where along its height it hangs is not known: everything from its lowest up counts as wire."""
    import shapely

    top_m = ground.at(one.east_m, one.north_m) + (one.height_m or 0.0) + (given.aperture_mm or 0.0) / 2000.0
    found = []
    for thing in given.things:
        if not thing.told.live or len(thing.spots) < 2:
            continue
        level = float(shapely.Point(one.east_m, one.north_m).distance(shapely.LineString(thing.spots)))
        body = body_of(thing, ground)
        space = None
        if body is not None and one.height_m is not None:
            space = math.hypot(level, max(0.0, min(body.corner_up_m) - top_m))
        found.append(NearWire(name=thing.called, distance_m=space, level_m=level))
    return min(found, key=lambda two: two.level_m if two.distance_m is None else two.distance_m, default=None)


def _upwind(
    one: PlanPosition, bodies: Sequence[Body], ground_m: float, from_deg: float
) -> list[tuple[str, float, float]]:
    """Name, height over the ground and distance of what stands upwind; poles and wires shelter nothing."""
    at, found = (one.east_m, one.north_m), []
    for body in bodies:
        if body.kind in ("pole", "wire") or covers(body, at):
            continue
        for cut in cut_of(body, at, from_deg, _SHELTER_REACH_M):
            top = max(up for _, up in cut.points) - ground_m
            found.append((body.name, top, max(0.0, cut.points[0][0])))
    return found


def _wind(one: PlanPosition, bodies: Sequence[Body], ground_m: float, from_deg: float) -> WindSide:
    rows = _upwind(one, bodies, ground_m, from_deg)
    height = one.height_m or 0.0
    best = max(rows, key=lambda row: shelter_share(height, [row[1:]]), default=None)
    share = 0.0 if best is None else shelter_share(height, [best[1:]])
    return WindSide(from_deg=from_deg, share=share, by=best[0] if best is not None and share > 0 else "")


def _shelter(given: SitePlanInput, one: PlanPosition, bodies: Sequence[Body], ground_m: float) -> float | None:
    if one.height_m is None:
        return None
    weighed = [(row.from_deg, row.share_percent) for row in given.wind_rose if row.share_percent > 0]
    if not weighed and given.wind_from_deg is not None:
        weighed = [(given.wind_from_deg, 100.0)]
    total = sum(weight for _, weight in weighed)
    if not total:
        return None
    return sum(weight * _wind(one, bodies, ground_m, bearing).share for bearing, weight in weighed) / total


def _at_edge(one: PlanPosition, bodies: Sequence[Body], ground_m: float) -> bool:
    import shapely

    at = shapely.Point(one.east_m, one.north_m)
    for body in bodies:
        if body.kind != "building" or not covers(body, (one.east_m, one.north_m)) or one.height_m is None:
            continue
        shape = shapely.Polygon(body.corners)
        west, south, east, north = shape.bounds
        depth = edge_zone_m(body.top_m(one.east_m, one.north_m) - body.foot_up_m, max(east - west, north - south))
        off_ridge = abs(body.ridge.off_m(one.east_m, one.north_m)) if body.ridge else math.inf
        if min(float(shape.exterior.distance(at)), off_ridge) <= depth:
            return True
    return False


def _inside(one: PlanPosition, bodies: Sequence[Body], ground_m: float) -> str:
    """The building under whose roof a terminal would be."""
    if one.height_m is None:
        return ""
    up = ground_m + one.height_m
    return next(
        (
            body.name
            for body in bodies
            if body.kind == "building"
            and covers(body, (one.east_m, one.north_m))
            and body.top_m(one.east_m, one.north_m) > up + _EDGE_M
        ),
        "",
    )


def _zone_m(given: SitePlanInput, one: PlanPosition) -> float:
    """How far in front people are kept away, level: the dish's diameter, or as far as somebody who stands on the ground
    reaches into strong radio energy; of a panel its maker's distance, all round.
    """
    if given.aperture_mm is None:
        return given.keep_clear_m or 0.0
    if given.elevation_deg is None or given.azimuth_true_deg is None:
        return 0.0
    aperture_m = given.aperture_mm / 1000.0
    reached_m = in_reach_m(
        given.keep_clear_m or 0.0, aperture_m, given.elevation_deg, one.height_m, given.rules.person_reach_m
    )
    return max(aperture_m, reached_m)


def _zone(given: SitePlanInput, one: PlanPosition, zone_m: float) -> list[Spot]:
    at = (one.east_m, one.north_m)
    if not zone_m:
        return []
    if given.aperture_mm is None:
        turns = [side * 2.0 * math.pi / _ROUND for side in range(_ROUND)]
        return [(at[0] + zone_m * math.sin(turn), at[1] + zone_m * math.cos(turn)) for turn in turns]
    return _strip(at, given.azimuth_true_deg or 0.0, given.aperture_mm / 2000.0, zone_m)


def _on_plan(given: SitePlanInput, one: PlanPosition, ground: Ground, bodies: Sequence[Body]) -> PositionOnPlan:
    ground_m, zone_m = ground.at(one.east_m, one.north_m), _zone_m(given, one)
    sides = [at * 360.0 / _SECTORS for at in range(_SECTORS)] if one.height_m is not None and bodies else []
    return PositionOnPlan(
        letter=one.letter,
        east_m=one.east_m,
        north_m=one.north_m,
        ground_m=ground_m,
        inside=_inside(one, bodies, ground_m),
        zone=[[round(east, 3), round(north, 3)] for east, north in _zone(given, one, zone_m)],
        zone_m=zone_m,
        people=_people(given, one, ground),
        wire=_wire(given, one, ground),
        wind=[_wind(one, bodies, ground_m, side) for side in sides],
        shelter_share=_shelter(given, one, bodies, ground_m) if bodies else None,
        at_edge=_at_edge(one, bodies, ground_m),
        cable=cable_way(given.things, one.letter, (one.east_m, one.north_m), one.height_m, ground),
    )


@register("site_plan", "What a drawn site says of each position of the terminal", SitePlanInput, SitePlanResult)
def site_plan(given: SitePlanInput) -> Outcome[SitePlanResult]:
    """People in the beam, wires, shelter, the cable's way and ladders, by plane geometry over the drawn ground.

    A planning aid: whoever owns a line says how near one may come, and local codes prevail.
    """
    ground, bodies, lacking = ground_of(given.things), bodies_of(given.things), heightless(given.things)
    result = SitePlanResult(
        positions=[_on_plan(given, one, ground, bodies) for one in given.positions],
        ladders=ladder_places(given.things, ground),
        ground_known=ground.known or all(one.ground_m is not None for one in given.things),
        heightless=[one.called for one in lacking],
        doubtful_roofs=doubtful_roofs(given.things),
        untold_roofs=[one.called for one in untold_roofs(given.things)],
    )
    findings: list[Finding] = judge_plan(result, given) if given.things else []
    return Outcome(result, findings)


__all__ = ["beam_edge_over_m", "site_plan"]
