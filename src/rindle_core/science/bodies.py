"""What stands on a site, as bodies of a plan: how they cut the sky from a place, and what a vertical cut shows of them.

A plan is flat and level: metres east, north and up of its zero. Every body is told by its outline from above and its
top; a roof has two planes that meet in a ridge. Seen from anywhere, the upper border of such a body is made of its
edges, so that a skyline of edges is exact.
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Sequence
from functools import lru_cache
from typing import Annotated, Any, Literal, NamedTuple

import numpy as np
import numpy.typing as npt
from pydantic import Field

from rindle_core.kernel.geometry import Array, wrap_180
from rindle_core.kernel.model import Model

_ROUND_CORNERS = 24  # of a crown or a pole: the circle lies inside, so that nothing is called free that is not
_SAME_M = 1e-6
_SPARSE = 4  # of the samples of lower edges: straight lines are met less than a tenth of a degree off
_RADIAL_DEG = 1e-7  # an edge seen end-on
_TOUCH_M = 0.005  # nearer than that an eye is at the wall itself: plans are drawn to the centimetre
_AT_EYE_M = 0.01  # how far off what is at the eye is taken to be

Kind = Literal["terrain", "building", "tree", "pole", "wire"]
Spot = tuple[float, float]


class Ridge(NamedTuple):
    """The line in which the two planes of a roof meet, and how steeply they fall from it."""

    east_m: float
    north_m: float
    bearing_deg: float
    up_m: float
    fall: float  # metres down for each metre level away from the ridge

    def off_m(self, east_m: float, north_m: float) -> float:
        """Level distance of a spot from the ridge, with its side as sign."""
        bearing = math.radians(self.bearing_deg)
        return (east_m - self.east_m) * math.cos(bearing) - (north_m - self.north_m) * math.sin(bearing)


class Body(NamedTuple):
    """Something that stands on the plan. `corner_up_m` is the top at each corner; a ridge goes before it."""

    name: str
    kind: Kind
    corners: tuple[Spot, ...]
    closed: bool
    corner_up_m: tuple[float, ...]
    foot_up_m: float
    ridge: Ridge | None = None
    growth_m_per_year: float = 0.0
    leafless_share: float = 1.0

    def top_m(self, east_m: float, north_m: float, along: tuple[int, float] | None = None) -> float:
        """Top over the plan's zero at a spot; `along`: on which stretch of the outline, and what share of the way."""
        if self.ridge is not None:
            return self.ridge.up_m - self.ridge.fall * abs(self.ridge.off_m(east_m, north_m))
        if along is None:
            return max(self.corner_up_m)
        at, share = along
        ends = self.corner_up_m[at], self.corner_up_m[(at + 1) % len(self.corner_up_m)]
        return ends[0] + share * (ends[1] - ends[0])


class Solid(Model):
    """A body as a calculator's input: the edges of its top, each east, north and up of both its ends, metres."""

    name: str = Field(default="", max_length=60)
    kind: Kind
    edges_m: list[Annotated[list[float], Field(min_length=6, max_length=6)]] = Field(min_length=1, max_length=500)
    outline_count: int = Field(
        default=0, ge=0, le=500, description="How many of them, from the first on, go round it; 0: it is a line"
    )
    growth_m_per_year: float = Field(default=0.0, ge=0, le=5)
    leafless_share: float = Field(default=1.0, ge=0, le=1)


def round_outline(at: Spot, across_m: float) -> tuple[Spot, ...]:
    """Corners about a circle, which touches their sides from within."""
    radius = max(across_m, 0.02) / 2.0 / math.cos(math.pi / _ROUND_CORNERS)
    turns = (2.0 * math.pi * (k + 0.5) / _ROUND_CORNERS for k in range(_ROUND_CORNERS))
    return tuple((at[0] + radius * math.sin(turn), at[1] + radius * math.cos(turn)) for turn in turns)


def longest_side_deg(corners: Sequence[Spot]) -> float:
    """Bearing of the longer side of the narrowest rectangle round the corners, 0 to 180°: a ridge usually lies so."""
    import shapely

    box = shapely.MultiPoint(corners).minimum_rotated_rectangle
    if box.geom_type != "Polygon":
        (one, other) = (corners[0], corners[-1])
    else:
        ring = list(box.exterior.coords)
        sides = [(ring[at], ring[at + 1]) for at in range(4)]
        one, other = max(sides, key=lambda side: math.dist(*side))
    return math.degrees(math.atan2(other[0] - one[0], other[1] - one[1])) % 180.0


def ridge_over(corners: Sequence[Spot], eaves_up_m: float, ridge_up_m: float, bearing_deg: float | None) -> Ridge:
    """The ridge over the middle of an outline: each plane falls from it to the eaves over the outermost wall."""
    towards = longest_side_deg(corners) if bearing_deg is None else bearing_deg
    flat = Ridge(0.0, 0.0, towards, ridge_up_m, 0.0)
    offs = [flat.off_m(*corner) for corner in corners]
    middle, half = (min(offs) + max(offs)) / 2.0, max((max(offs) - min(offs)) / 2.0, _SAME_M)
    bearing = math.radians(towards)
    return Ridge(
        middle * math.cos(bearing),
        -middle * math.sin(bearing),
        towards,
        ridge_up_m,
        (ridge_up_m - eaves_up_m) / half,
    )


def widened(corners: Sequence[Spot], by_m: float) -> tuple[Spot, ...]:
    """An outline moved outwards on every side, its corners kept sharp."""
    if by_m <= 0:
        return tuple(corners)
    import shapely

    ring = shapely.Polygon(corners).buffer(by_m, join_style="mitre").exterior.coords
    return tuple((float(east), float(north)) for east, north in list(ring)[:-1])


def strip_outline(corners: Sequence[Spot], across_m: float) -> tuple[Spot, ...]:
    """The outline of a line that is so wide, such as a hedge."""
    import shapely

    shape = shapely.LineString(corners).buffer(max(across_m, 0.02) / 2.0, cap_style="flat", join_style="mitre")
    ring = shapely.get_exterior_ring(shape).coords
    return tuple((float(east), float(north)) for east, north in list(ring)[:-1])


def _crossing_share(ridge: Ridge, one: Spot, other: Spot) -> float | None:
    """Where a stretch of an outline passes under the ridge, as a share of it; None where it does not."""
    a, b = ridge.off_m(*one), ridge.off_m(*other)
    return None if a * b >= 0 else a / (a - b)


def edges_of(body: Body) -> list[list[float]]:
    """East, north and up of both ends of every edge of the body's top, metres. The ridge lies over the outline."""
    return _edges_and_outline(body)[0]


def _edges_and_outline(body: Body) -> tuple[list[list[float]], int]:
    """The edges, and how many of them, from the first on, go round it."""
    count = len(body.corners)
    stretches = range(count if body.closed else count - 1)
    found: list[list[float]] = []
    under_ridge: list[Spot] = []
    for at in stretches:
        one, other = body.corners[at], body.corners[(at + 1) % count]
        shares = [0.0, 1.0]
        if body.ridge is not None and (share := _crossing_share(body.ridge, one, other)) is not None:
            shares.insert(1, share)
        told = []
        for share in shares:
            spot = (one[0] + share * (other[0] - one[0]), one[1] + share * (other[1] - one[1]))
            told.append((*spot, body.top_m(*spot, along=(at, share))))
        if len(shares) == 3:
            under_ridge.append((told[1][0], told[1][1]))
        found += [[*a, *b] for a, b in itertools.pairwise(told)]
    round_it = len(found) if body.closed and count > 2 else 0
    if body.ridge is not None:
        on_it = [corner for corner in body.corners if abs(body.ridge.off_m(*corner)) < _SAME_M]
        turn, up = math.radians(body.ridge.bearing_deg), body.ridge.up_m
        ends = sorted([*under_ridge, *on_it], key=lambda at: at[0] * math.sin(turn) + at[1] * math.cos(turn))
        found += [[*a, up, *b, up] for a, b in zip(ends[::2], ends[1::2], strict=False)]
    if count == 1:
        found = [[*body.corners[0], body.corner_up_m[0], *body.corners[0], body.corner_up_m[0]]]
    return found, round_it


def solid_of(body: Body) -> Solid:
    """The body as it is seen."""
    edges, outline_count = _edges_and_outline(body)
    return Solid(
        name=body.name,
        kind=body.kind,
        edges_m=[[round(one, 4) for one in edge] for edge in edges],
        outline_count=outline_count,
        growth_m_per_year=body.growth_m_per_year,
        leafless_share=body.leafless_share,
    )


def corner_bearings_deg(solid: Solid, east_m: float, north_m: float) -> Array:
    """Bearings of the ends of its edges from a place, degrees."""
    edges = np.asarray(solid.edges_m)
    east = np.concatenate([edges[:, 0], edges[:, 3]]) - east_m
    north = np.concatenate([edges[:, 1], edges[:, 4]]) - north_m
    found: Array = np.unique(np.degrees(np.arctan2(east, north)) % 360.0)
    return found


class Seen(NamedTuple):
    """A body from an eye, along bearings: its upper border with the level distance there, and its lower and nearer
    edges as bearing, elevation and distance.
    """

    top_deg: Array
    level_m: Array
    lower: Array


def seen_over(solid: Solid, eye: tuple[float, float, float], azimuth_deg: Array, years: float = 0.0) -> Seen:
    """The solid's upper border from an eye (east, north, up), at each of the bearings, which rise; NaN and infinity
    where it is not in the way.

    Derivation: on a bearing d an edge from P to Q is met at the share t of its length with (P + t (Q - P)) × d = 0; the
    elevation there is atan2(up, level). The border of a body of flat faces lies on its edges. An eye at its wall has
    it before it over all that lies behind that wall.
    """
    edges = np.asarray(solid.edges_m, dtype=float)
    bearings = np.ascontiguousarray(azimuth_deg).tobytes()
    tracks = _tracks(edges.tobytes(), solid.outline_count, eye[0], eye[1], bearings)
    top, away = np.full(len(azimuth_deg), np.nan), np.full(len(azimuth_deg), np.inf)
    if not len(tracks.at):
        return Seen(top, away, np.empty((3, 0)))
    lift = solid.growth_m_per_year * years - eye[2]
    elevation = np.degrees(np.arctan2(tracks.up_m + lift, tracks.level_m))
    counts = np.diff([*tracks.starts, len(elevation)])
    highest = np.maximum.reduceat(elevation, tracks.starts)
    is_top = elevation >= np.repeat(highest, counts)
    nearest = np.minimum.reduceat(np.where(is_top, tracks.level_m, np.inf), tracks.starts)
    top[tracks.at[tracks.starts]], away[tracks.at[tracks.starts]] = highest, nearest
    lower = np.flatnonzero(~is_top & (tracks.level_m < np.repeat(nearest, counts)))[::_SPARSE]
    return Seen(top, away, np.stack([azimuth_deg[tracks.at[lower]], elevation[lower], tracks.level_m[lower]]))


class _Tracks(NamedTuple):
    """Where bearings meet edges, in the order of the bearings; `starts`: the first of each bearing that meets any."""

    at: npt.NDArray[np.intp]
    level_m: Array
    up_m: Array
    starts: npt.NDArray[np.intp]


@lru_cache(maxsize=256)
def _tracks(edges_bytes: bytes, outline_count: int, east_m: float, north_m: float, azimuth_bytes: bytes) -> _Tracks:
    """Without the eye's height: a raised terminal meets the same edges at the same places."""
    azimuth = np.frombuffer(azimuth_bytes)
    edges = np.frombuffer(edges_bytes).reshape(-1, 6) - np.array([east_m, north_m, 0.0, east_m, north_m, 0.0])
    starts = np.degrees(np.arctan2(edges[:, 0], edges[:, 1])) % 360.0
    spans = wrap_180(np.degrees(np.arctan2(edges[:, 3], edges[:, 4])) - starts)
    found: list[tuple[npt.NDArray[np.intp], Array, Array]] = []
    touched = [_share_at(edge) for edge in edges]
    behind = _behind(edges[:outline_count], touched)
    for edge, start, span, share_here in zip(edges, starts, spans, touched, strict=True):
        if share_here is not None:
            at = _within(azimuth, *behind)
            found.append(
                (at, np.full(len(at), _AT_EYE_M), np.full(len(at), edge[2] + share_here * (edge[5] - edge[2])))
            )
            continue
        at = _within(azimuth, (start if span >= 0 else start + span) % 360.0, abs(span))
        if abs(span) < _RADIAL_DEG:
            ends = ((np.full(len(at), np.hypot(*edge[k : k + 2])), np.full(len(at), edge[k + 2])) for k in (0, 3))
            found += [(at, level, up) for level, up in ends]
            continue
        turn, run = np.radians(azimuth[at]), edge[3:5] - edge[0:2]
        sine, cosine = np.sin(turn), np.cos(turn)
        share = np.clip(-(edge[0] * cosine - edge[1] * sine) / (run[0] * cosine - run[1] * sine), 0.0, 1.0)
        level = np.hypot(edge[0] + share * run[0], edge[1] + share * run[1])
        found.append((at, level, edge[2] + share * (edge[5] - edge[2])))
    at, level, up = (np.concatenate([one[k] for one in found]) for k in range(3))
    order = np.argsort(at, kind="stable")
    at = at[order]
    first = np.flatnonzero(np.diff(at, prepend=-1)) if len(at) else np.empty(0, dtype=np.intp)
    return _Tracks(at.astype(np.intp), np.maximum(level[order], _AT_EYE_M), up[order], first)


def _share_at(edge: Array) -> float | None:
    """Where on an edge (both ends from the eye) the eye is, as a share of its length; None: it is not at it."""
    run = edge[3:5] - edge[0:2]
    square = float(run @ run)
    share = 0.0 if square == 0.0 else min(1.0, max(0.0, -float(edge[0:2] @ run) / square))
    return share if float(np.hypot(*(edge[0:2] + share * run))) < _TOUCH_M else None


def _behind(outline: Array, touched: Sequence[float | None]) -> tuple[float, float]:
    """The bearing from which on, and over how much, what an eye at the outline has behind the wall; all round where it
    is at a line, or at a ridge.
    """
    count = len(outline)
    at = next((k for k in range(count) if touched[k] is not None), None)
    if at is None:
        return 0.0, 360.0
    doubled_m2 = float(np.sum(outline[:, 0] * outline[:, 4] - outline[:, 3] * outline[:, 1]))
    first, last = at, at
    if np.hypot(*outline[at, 0:2]) < _TOUCH_M:  # at a corner: between the two walls that meet there
        first = at - 1
    elif np.hypot(*outline[at, 3:5]) < _TOUCH_M:
        last = (at + 1) % count
    come, go = np.degrees(np.arctan2(outline[[first, last], [0, 3]], outline[[first, last], [1, 4]]))
    low, high = (come, go) if doubled_m2 > 0 else (go, come)  # anticlockwise on the plan the inside lies to the left
    return float(low % 360.0), float((high - low) % 360.0)


def _within(azimuth_deg: Array, low_deg: float, span_deg: float) -> npt.NDArray[np.intp]:
    """Indices of the rising bearings from a bearing on over a span, across north too."""
    eps = _RADIAL_DEG
    first = np.searchsorted(azimuth_deg, low_deg - eps, side="left")
    last = np.searchsorted(azimuth_deg, low_deg + span_deg + eps, side="right")
    over = low_deg + span_deg - 360.0 + eps
    if over < 0:
        return np.arange(first, last)
    return np.concatenate([np.arange(first, last), np.arange(np.searchsorted(azimuth_deg, over, "right"))])


@lru_cache(maxsize=512)
def _shape(corners: tuple[Spot, ...], closed: bool) -> Any:
    import shapely

    return shapely.Polygon(corners) if closed else shapely.LineString(corners)


class Cut(NamedTuple):
    """What a vertical cut shows of a body: points along the cut and up, from foot to foot; a line has no width."""

    name: str
    kind: Kind
    points: tuple[tuple[float, float], ...]
    foot_up_m: float
    growth_m_per_year: float


def cut_of(body: Body, start: Spot, bearing_deg: float, reach_m: float) -> list[Cut]:
    """The vertical cut of a body along a bearing from a spot: each stretch with its top, in metres along and up."""
    import shapely

    turn = math.radians(bearing_deg)
    along = (math.sin(turn), math.cos(turn))
    line = shapely.LineString([start, (start[0] + reach_m * along[0], start[1] + reach_m * along[1])])
    if len(body.corners) == 1:
        return []
    met = line.intersection(_shape(body.corners, body.closed))
    found = []
    for part in getattr(met, "geoms", [met]):
        if part.is_empty:
            continue
        spots = list(part.coords)
        runs = sorted(
            (east - start[0]) * along[0] + (north - start[1]) * along[1] for east, north in (spots[0], spots[-1])
        )
        found.append(Cut(body.name, body.kind, _tops(body, start, along, runs), body.foot_up_m, body.growth_m_per_year))
    return sorted(found, key=lambda one: one.points[0][0])


def _tops(body: Body, start: Spot, along: Spot, runs: list[float]) -> tuple[tuple[float, float], ...]:
    def spot(run: float) -> Spot:
        return start[0] + run * along[0], start[1] + run * along[1]

    if body.closed:
        told = sorted({runs[0], runs[1]})
        if body.ridge is not None and (share := _crossing_share(body.ridge, spot(runs[0]), spot(runs[1]))) is not None:
            told.insert(1, runs[0] + share * (runs[1] - runs[0]))
        return tuple((run, body.top_m(*spot(run))) for run in told)
    return tuple((run, body.top_m(*spot(run), along=_stretch(body, spot(run)))) for run in sorted(set(runs)))


def _stretch(body: Body, at: Spot) -> tuple[int, float]:
    """The stretch of an open line on which a spot lies, and the share of the way."""
    best = (0, 0.0)
    least = math.inf
    for index, (one, other) in enumerate(zip(body.corners[:-1], body.corners[1:], strict=True)):
        run = (other[0] - one[0], other[1] - one[1])
        square = run[0] ** 2 + run[1] ** 2
        share = 0.0 if square == 0 else ((at[0] - one[0]) * run[0] + (at[1] - one[1]) * run[1]) / square
        share = min(1.0, max(0.0, share))
        off = math.dist(at, (one[0] + share * run[0], one[1] + share * run[1]))
        if off < least:
            best, least = (index, share), off
    return best


def covers(body: Body, at: Spot) -> bool:
    """Whether a spot lies inside the outline of a closed body."""
    import shapely

    return body.closed and bool(shapely.contains_xy(_shape(body.corners, True), *at))


__all__ = [
    "Body",
    "Cut",
    "Kind",
    "Ridge",
    "Seen",
    "Solid",
    "Spot",
    "corner_bearings_deg",
    "covers",
    "cut_of",
    "edges_of",
    "longest_side_deg",
    "ridge_over",
    "round_outline",
    "seen_over",
    "solid_of",
    "strip_outline",
    "widened",
]
