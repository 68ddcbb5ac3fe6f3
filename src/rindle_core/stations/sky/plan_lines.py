"""Lines of the plan that the work runs along: the cable's way with its pieces and corners, and the ladder's place."""

from __future__ import annotations

import itertools
import math
from collections.abc import Sequence

from pydantic import Field

from rindle_core.kernel.model import Model
from rindle_core.science.bodies import Spot
from rindle_core.science.ladders import OUT_SHARE, OVER_EDGE_M, rail_m
from rindle_core.stations.sky.plan_things import Ground, PlanThing, body_of, foot_m

_TURN_DEG = 30.0  # a lesser bend is the cable's own
_BEGINS_M = 1.0
_ON_LADDER_M = 2.0  # who stands near its top, arms up
_AT_ENTRY_M = 0.6  # a corner so near to the entry is drawn through it


class CablePieceDrawn(Model):
    """A straight piece of a drawn way."""

    length_m: float
    level_m: float
    up_m: float | None = Field(description="How far it rises; None: the height of an end is not known")
    indoors: bool = Field(default=False, description="Whether it lies behind the entry")


class CableWay(Model):
    """The drawn way of a position's cable."""

    pieces: list[CablePieceDrawn]
    length_m: float = Field(description="Along all pieces; at least, where heights are not known")
    corner_count: int = Field(description="Bends of over 30°")
    heightless_count: int = Field(description="Corners of which no height is told")
    begins_off_m: float = Field(description="From the terminal to where the way begins, level")
    ends_off_m: float = Field(
        default=0.0,
        description="From where the way ends to the nearest indoor unit drawn, level; 0: there, or none is drawn",
    )


class LadderPlace(Model):
    """A ladder as it would stand."""

    name: str
    foot_out_m: float
    wanted_out_m: float = Field(description="A quarter of the height of its support")
    angle_deg: float | None = Field(description="From the ground; None: the height of its support is not known")
    length_m: float | None = Field(description="With a metre over the edge at which one steps off")
    wire_m: float | None = Field(default=None, description="Least distance from a wire; None: none is drawn")
    wire_name: str = ""


def _bends(points: Sequence[tuple[float, float, float]]) -> int:
    count = 0
    for one, two, three in zip(points[:-2], points[1:-1], points[2:], strict=True):
        a = tuple(q - p for p, q in zip(one, two, strict=True))
        b = tuple(q - p for p, q in zip(two, three, strict=True))
        length = math.hypot(*a) * math.hypot(*b)
        if length == 0:
            continue
        cosine = max(-1.0, min(1.0, sum(p * q for p, q in zip(a, b, strict=True)) / length))
        count += math.degrees(math.acos(cosine)) > _TURN_DEG
    return count


def _off_m(end: Spot, places: Sequence[Spot]) -> float:
    off_m = min((math.dist(end, place) for place in places), default=0.0)
    return off_m if off_m > _BEGINS_M else 0.0


def cable_way(
    things: Sequence[PlanThing], letter: str, at: Spot, height_m: float | None, ground: Ground
) -> CableWay | None:
    """The way drawn for a position, from the terminal on. A corner without a height is taken as high as the one before:
    then the length is the least that it can be.
    """
    thing = next((one for one in things if one.told.role == "cable" and one.letter == letter and one.whole), None)
    if thing is None:
        return None
    spots = [(corner.east_m, corner.north_m) for corner in thing.corners]
    ups: list[float | None] = [corner.up_m for corner in thing.corners]
    if ups[0] is None:
        ups[0] = height_m
    told = [None if up is None else up + ground.at(*spot) for up, spot in zip(ups, spots, strict=True)]
    last = next((up for up in told if up is not None), 0.0)
    filled = [last := (last if up is None else up) for up in told]
    entries = [one.spots[0] for one in things if one.told.role == "entry"]
    off_m, at_entry = min(
        ((math.dist(spot, entry), k) for k, spot in enumerate(spots) for entry in entries), default=(math.inf, 0)
    )
    entered = at_entry if off_m <= _AT_ENTRY_M else None
    points = [(*spot, up) for spot, up in zip(spots, filled, strict=True)]
    pieces = [
        CablePieceDrawn(
            length_m=math.dist(one, other),
            level_m=math.dist(one[:2], other[:2]),
            up_m=other[2] - one[2] if told[k] is not None and told[k + 1] is not None else None,
            indoors=entered is not None and k >= entered,
        )
        for k, (one, other) in enumerate(itertools.pairwise(points))
    ]
    return CableWay(
        pieces=pieces,
        length_m=sum(one.length_m for one in pieces),
        corner_count=_bends(points),
        heightless_count=sum(up is None for up in told),
        begins_off_m=_off_m(spots[0], [at]),
        ends_off_m=_off_m(spots[-1], [one.spots[0] for one in things if one.told.role == "indoor" and one.spots]),
    )


def _to_wire_m(ladder: PlanThing, wire: PlanThing, ground: Ground) -> float:
    """From a ladder, with who stands on it, to a wire; a height that is not told puts nothing between them."""
    import shapely

    level = float(shapely.LineString(ladder.spots).distance(shapely.LineString(wire.spots)))
    body = body_of(wire, ground)
    if body is None or ladder.height_m is None:
        return level
    top_m = foot_m(ladder, ground) + ladder.height_m + _ON_LADDER_M
    return math.hypot(level, max(0.0, min(body.corner_up_m) - top_m))


def people_within(things: Sequence[PlanThing], at: Spot, within_m: float) -> list[str]:
    """Names of the places where people are, drawn as near to a spot as that, level, metres."""
    import shapely

    found = []
    for one in things:
        if not one.told.people or one.told.role == "ladder" or not one.spots:
            continue
        if one.told.shape == "outline" and len(one.spots) > 2:
            drawn = shapely.Polygon(one.spots)
        elif len(one.spots) > 1:
            drawn = shapely.LineString(one.spots)
        else:
            drawn = shapely.Point(one.spots[0])
        half_m = (one.across_m or 0.0) / 2.0 if one.told.shape == "line" else 0.0
        if float(shapely.Point(at).distance(drawn)) - half_m <= within_m:
            found.append(one.called)
    return found


def ladder_places(things: Sequence[PlanThing], ground: Ground) -> list[LadderPlace]:
    """Each ladder, drawn from its foot to where it leans. Source: a quarter of the working length out, about 75°, and
    three feet over the edge: 29 CFR 1926.1053(b)(1) and (b)(5)(i).
    """
    wires = [one for one in things if one.told.live and len(one.spots) > 1]
    found = []
    for one in things:
        if one.told.role != "ladder" or len(one.spots) < 2:
            continue
        near = min(((_to_wire_m(one, wire, ground), wire.called) for wire in wires), default=(None, ""))
        out = math.dist(one.spots[0], one.spots[-1])
        height = one.height_m
        found.append(
            LadderPlace(
                name=one.called,
                foot_out_m=out,
                wanted_out_m=(height or 0.0) * OUT_SHARE,
                angle_deg=None if not height else math.degrees(math.atan2(height, out)),
                length_m=None if not height else rail_m(height, out, OVER_EDGE_M),
                wire_m=near[0],
                wire_name=near[1],
            )
        )
    return found


__all__ = ["CablePieceDrawn", "CableWay", "LadderPlace", "cable_way", "ladder_places"]
