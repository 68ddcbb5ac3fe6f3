"""What stands round the terminal: read points and measured obstacles, joined into one profile, and moved with the
terminal.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from itertools import groupby
from typing import Annotated, Literal, NamedTuple

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from rindle_core.kernel.entry import Entry
from rindle_core.kernel.geometry import Array, wrap_180
from rindle_core.kernel.model import Row
from rindle_core.science.bodies import Kind, Solid, corner_bearings_deg, seen_over

_STEP_DEG = 0.1  # sampling of the skyline between its points
BARE_SHARE = 0.5  # what blocks less than this in the bare season counts as away then
_NEAR_DEG = 15.0  # a read point speaks for so much to either side
_NOTHING_DEG = -20.0  # where nothing is read: as low as a point may be
_ONE_THING_DEG = 60.0  # two points of one kind so near each other are its two sides
_EDGE_DEG = 1e-4  # an obstacle's side is this steep

Season = Literal["leaf", "bare"]
KIND_WORDS = {"terrain": "terrain", "tree": "tree", "building": "building", "pole": "pole", "wire": "wire"}


class SkylinePoint(Row):
    """A point of the skyline as seen from the place where it was read. Azimuth true, clockwise from north."""

    azimuth_deg: Annotated[float, Entry("True bearing")] = Field(ge=0, lt=360)
    elevation_deg: Annotated[float, Entry("Height")] = Field(ge=-20, le=90)
    kind: Annotated[Kind, Entry("What", choices=KIND_WORDS)] = "terrain"
    distance_m: Annotated[float | None, Entry("Distance")] = Field(default=None, gt=0, le=200_000)
    leafless_share: Annotated[float, Entry("Bare share")] = Field(
        default=1.0, ge=0, le=1, description="What of it still blocks in the bare season: 1 for all that is solid"
    )
    computed: bool = Field(default=False, description="From elevation tiles, not read by anybody")
    photo_id: int | None = Field(
        default=None, ge=1, description="Traced on the picture of that number in the locker; None: not traced"
    )

    @property
    def layer(self) -> int:
        """What it belongs to: 0 what people read, -1 what was computed from terrain, else its picture."""
        return self.photo_id if self.photo_id is not None else -1 if self.computed else 0


class Obstacle(Row):
    """Something measured whole.

    Height is of its top over the ground at the measuring place, width across the line of sight.
    """

    name: Annotated[str, Entry("Name")] = Field(default="", max_length=60)
    azimuth_deg: Annotated[float, Entry("True bearing")] = Field(ge=0, lt=360, description="Of its middle, true")
    distance_m: Annotated[float, Entry("Away")] = Field(
        gt=0, le=200_000, description="Horizontal, from the measuring place"
    )
    height_m: Annotated[float, Entry("High")] = Field(ge=-500, le=9000)
    width_m: Annotated[float, Entry("Wide")] = Field(default=1.0, gt=0, le=100_000)
    kind: Annotated[Kind, Entry("What", choices=KIND_WORDS)] = "tree"
    growth_m_per_year: Annotated[float, Entry("Grows a year")] = Field(default=0.0, ge=0, le=5)
    leafless_share: Annotated[float, Entry("Bare share")] = Field(default=1.0, ge=0, le=1)


class Profile(NamedTuple):
    """The skyline round the whole circle, azimuth rising. `source` is the index of the obstacle, drawn things being
    counted on after the measured ones, or -1 for read points.
    """

    azimuth_deg: Array
    elevation_deg: Array
    distance_m: Array
    leafless_share: Array
    source: Array
    under: Array = np.empty((3, 0))
    """Bearing, elevation and distance of what stands lower than the skyline there and nearer: it may be in a tube."""


class Shift(NamedTuple):
    """How the terminal stands from where the skyline was read, metres: east, north, up."""

    east_m: float = 0.0
    north_m: float = 0.0
    up_m: float = 0.0

    @property
    def distance_m(self) -> float:
        """Straight line."""
        return math.sqrt(self.east_m**2 + self.north_m**2 + self.up_m**2)


class Seen(NamedTuple):
    """Points as a terminal sees them: degrees, metres (NaN: not known) and what is left of each in the bare season."""

    azimuth_deg: Array
    elevation_deg: Array
    distance_m: Array
    leafless_share: Array


def seen_from(points: Sequence[SkylinePoint], shift: Shift) -> Seen:
    """The points as seen from the shifted terminal; those without a distance stay as they were read.

    Derivation: each point with a distance is a place east, north and up of the eye; the shift is taken off.
    """
    at = np.array([point.azimuth_deg for point in points])
    up = np.array([point.elevation_deg for point in points])
    away = np.array([math.nan if point.distance_m is None else point.distance_m for point in points])
    bare = np.array([point.leafless_share for point in points])
    if shift == Shift():
        return Seen(at, up, away, bare)
    told = ~np.isnan(away)
    east = away * np.sin(np.radians(at)) - shift.east_m
    north = away * np.cos(np.radians(at)) - shift.north_m
    level = np.maximum(np.hypot(east, north), 0.01)
    top = away * np.tan(np.radians(np.minimum(up, 89.9))) - shift.up_m
    return Seen(
        np.where(told, np.degrees(np.arctan2(east, north)) % 360.0 % 360.0, at),
        np.where(told, np.maximum(-20.0, np.degrees(np.arctan2(top, level))), up),
        np.where(told, level, away),
        bare,
    )


def moved_points(points: Sequence[SkylinePoint], shift: Shift) -> tuple[list[SkylinePoint], int]:
    """The points as seen from the shifted terminal, and how many could not be moved because they have no distance."""
    if shift == Shift():
        return list(points), 0
    rows = zip(points, *(one.tolist() for one in seen_from(points, shift)[:3]), strict=True)
    moved = [
        point
        if point.distance_m is None
        else point.model_copy(update={"azimuth_deg": at, "elevation_deg": up, "distance_m": away})
        for point, at, up, away in rows
    ]
    return moved, unmoved_count(points, shift)


def unmoved_count(points: Sequence[SkylinePoint], shift: Shift) -> int:
    """How many points could not be moved because they have no distance."""
    return 0 if shift == Shift() else sum(point.distance_m is None for point in points)


def _layers_of(points: Sequence[SkylinePoint], seen: Seen) -> list[tuple[int, Seen]]:
    """The points by what they belong to: read by people, computed, or traced on one picture each.

    Where nothing speaks for the whole circle, what was traced is joined all round, as what was read would be: beyond a
    picture's edge nothing is known, which is not free.
    """
    belongs = np.array([point.layer for point in points])
    whole = [(0, seen)] if len(belongs) and (belongs > 0).all() else []
    return whole + [(layer, Seen(*(one[belongs == layer] for one in seen))) for layer in sorted(set(belongs.tolist()))]


def _covered(seen: Seen, azimuth: Array) -> NDArray[np.bool_]:
    """Which bearings a traced line speaks for: all between its ends, which lie beside its widest gap."""
    at = np.sort(seen.azimuth_deg)
    gaps = np.diff(at, append=at[0] + 360.0)
    widest = int(np.argmax(gaps))
    if gaps[widest] < _NEAR_DEG:
        return np.ones(len(azimuth), dtype=bool)
    begin, span = at[(widest + 1) % len(at)], 360.0 - gaps[widest]
    found: NDArray[np.bool_] = (azimuth - begin) % 360.0 <= span + _EDGE_DEG
    return found


def _joined(at: Array, kinds: NDArray[np.str_], azimuth: Array) -> NDArray[np.bool_]:
    """Where points that were read over computed terrain speak: on their own bearings, between near neighbours, and
    between the two sides of one thing. Beyond, the terrain itself is known.
    """
    order = np.argsort(at, kind="stable")
    at, kinds = at[order], kinds[order]
    after = np.searchsorted(at, azimuth, side="left") % len(at)
    before = (np.searchsorted(at, azimuth, side="right") - 1) % len(at)
    gap = (at[after] - at[before]) % 360.0
    gap = np.where((before == after) & (azimuth != at[before]), 360.0, gap)
    one_thing = (kinds[before] == kinds[after]) & (kinds[before] != "terrain") & (gap <= _ONE_THING_DEG)
    found: NDArray[np.bool_] = (gap <= _NEAR_DEG) | one_thing
    return found


def _speaks(points: Sequence[SkylinePoint], layer: int, seen: Seen, azimuth: Array) -> NDArray[np.bool_]:
    """On which bearings the points of a layer say anything: what is read alone, and terrain, all round."""
    if layer > 0:
        return _covered(seen, azimuth)
    if layer < 0 or not any(point.layer < 0 for point in points):
        return np.ones(len(azimuth), dtype=bool)
    return _joined(seen.azimuth_deg, np.array([point.kind for point in points if point.layer == 0]), azimuth)


def _point_profile(seen: Seen, azimuth: Array, assumed_distance_m: float) -> tuple[Array, Array, Array]:
    order = np.argsort(seen.azimuth_deg, kind="stable")
    at, up, away, bare = (one[order] for one in seen)
    away = np.where(np.isnan(away), assumed_distance_m, away)
    elevation = np.interp(azimuth, at, up, period=360.0)
    after = np.searchsorted(at, azimuth, side="left") % len(at)
    before = (np.searchsorted(at, azimuth, side="right") - 1) % len(at)
    return elevation, np.minimum(away[before], away[after]), np.maximum(bare[before], bare[after])


def obstacle_outline(
    obstacle: Obstacle, shift: Shift, eye_height_m: float, years: float
) -> tuple[float, float, float, float]:
    """Azimuth of the middle, half width, top's elevation (degrees) and distance (metres) of an obstacle from the
    shifted terminal.

    `eye_height_m`: the terminal's height over the measuring place's ground; `years` of growth are added to the top.
    """
    bearing = math.radians(obstacle.azimuth_deg)
    east, north = (
        obstacle.distance_m * math.sin(bearing) - shift.east_m,
        obstacle.distance_m * math.cos(bearing) - shift.north_m,
    )
    level = max(math.hypot(east, north), 0.01)
    top = obstacle.height_m + obstacle.growth_m_per_year * years - eye_height_m
    half = math.degrees(math.atan2(obstacle.width_m / 2.0, level))
    return math.degrees(math.atan2(east, north)) % 360.0, half, math.degrees(math.atan2(top, level)), level


def build_profile(
    points: Sequence[SkylinePoint],
    obstacles: Sequence[Obstacle] = (),
    *,
    assumed_distance_m: float,
    shift: Shift = Shift(),  # noqa: B008  # an immutable tuple of zeros
    eye_height_m: float = 0.0,
    years: float = 0.0,
    without: int | None = None,
    drawn: Sequence[Solid] = (),
    eye: tuple[float, float, float] = (0.0, 0.0, 0.0),
    about: tuple[float, float] | None = None,
) -> Profile:
    """The skyline in steps of a tenth of a degree: points joined linearly and across north, what was read, traced and
    computed each for itself, the highest counting; obstacles as blocks on top, drawn things by their edges as seen from
    `eye`, which is told in the plan's own metres.

    Distances between two points: the nearer one, as the careful choice. `without` leaves out the obstacle of that
    index; `about` a bearing and how far to either side of it is wanted, where that is not the whole circle.
    """
    seen = seen_from(points, shift)
    shapes = [(at, *obstacle_outline(one, shift, eye_height_m, years)) for at, one in enumerate(obstacles)]
    corners = [
        (middle + side * (half + beyond)) % 360.0
        for _, middle, half, _, _ in shapes
        for side in (-1, 1)
        for beyond in (0.0, _EDGE_DEG)
    ]
    for solid in drawn:
        ends = corner_bearings_deg(solid, eye[0], eye[1])
        corners += [(end + beyond) % 360.0 for end in ends.tolist() for beyond in (-_EDGE_DEG, 0.0, _EDGE_DEG)]
    azimuth = np.unique(np.concatenate([np.arange(0.0, 360.0, _STEP_DEG), seen.azimuth_deg, corners]))
    if about is not None:
        azimuth = azimuth[np.abs(wrap_180(azimuth - about[0])) <= about[1]]
    count = len(azimuth)
    layers = _Layers(azimuth, np.full(count, _NOTHING_DEG), np.full(count, 200_000.0), np.ones(count))
    for layer, part in _layers_of(points, seen):
        line, away, bare = _point_profile(part, azimuth, assumed_distance_m)
        layers.put(-1, bare, np.where(_speaks(points, layer, part, azimuth), line, np.nan), away)
    for at, middle, half, top, level in shapes:
        if at == without:
            continue
        inside = np.abs(wrap_180(azimuth - middle)) <= half + _EDGE_DEG / 2
        layers.put(at, obstacles[at].leafless_share, np.where(inside, top, np.nan), np.full(count, level))
    for at, solid in enumerate(drawn, start=len(obstacles)):
        if at == without:
            continue
        layers.put(at, solid.leafless_share, *seen_over(solid, eye, azimuth, years))
    return layers.profile()


class _Layers:
    """Things laid over each other: the highest makes the skyline, what it hides is kept beneath."""

    def __init__(self, azimuth: Array, elevation: Array, away: Array, bare: Array) -> None:
        self._azimuth, self._elevation, self._away, self._bare = azimuth, elevation, away, bare
        self._source = np.full(len(azimuth), -1.0)
        self._under: list[Array] = []

    def put(
        self, at: int, leafless_share: float | Array, top: Array, level_m: Array, beneath: Array | None = None
    ) -> None:
        """A thing by its top (NaN where it is not) and its distance along the bearings, and what of it lies lower."""
        there = ~np.isnan(top)
        over = top > self._elevation  # nowhere where it is not there
        level = np.maximum(level_m, 0.01)
        if beneath is not None:
            self._under.append(beneath)
        hides = over & (self._elevation > _NOTHING_DEG) & (self._away < level)
        lower = there & ~over & (level < self._away)
        self._under.append(np.stack([self._azimuth[hides], self._elevation[hides], self._away[hides]]))
        self._under.append(np.stack([self._azimuth[lower], top[lower], level[lower]]))
        self._elevation = np.where(over, top, self._elevation)
        self._away = np.where(over, level, self._away)
        self._bare = np.where(over, leafless_share, self._bare)
        self._source = np.where(over, float(at), self._source)

    def profile(self) -> Profile:
        """What they come to."""
        under = np.concatenate(self._under, axis=1) if self._under else np.empty((3, 0))
        return Profile(self._azimuth, self._elevation, self._away, self._bare, self._source, under)


def point_groups(points: Sequence[SkylinePoint]) -> list[tuple[str, list[int]]]:
    """Neighbouring read points of one kind that could be taken away, by name, across north too: trees, poles, wires,
    buildings; terrain stays.
    """
    order = sorted(range(len(points)), key=lambda at: points[at].azimuth_deg)
    runs = [list(run) for _, run in groupby(order, key=lambda at: points[at].kind)]
    if len(runs) > 1 and points[runs[0][0]].kind == points[runs[-1][0]].kind:
        runs[0] = runs.pop() + runs[0]
    return [
        (f"{points[run[0]].kind} {points[run[0]].azimuth_deg:.0f}° to {points[run[-1]].azimuth_deg:.0f}°", run)
        for run in runs
        if points[run[0]].kind != "terrain"
    ]


def elevation_at(profile: Profile, azimuth_deg: Array) -> Array:
    """The skyline's elevation at any azimuths; they are looked up fastest in rising order."""
    order = np.argsort(profile.azimuth_deg % 360.0, kind="stable")
    at, up = profile.azimuth_deg[order] % 360.0, profile.elevation_deg[order]
    round_at = np.concatenate([[at[-1] - 360.0], at, [at[0] + 360.0]])
    round_up = np.concatenate([[up[-1]], up, [up[0]]])
    asked = np.asarray(azimuth_deg)
    folded = asked if asked.size and asked.min() >= 0.0 and asked.max() < 360.0 else asked % 360.0
    found: Array = np.interp(folded, round_at, round_up)
    return found


def scanned_percent(read: Array, bearings_deg: Array) -> float:
    """Share of the bearings that have something known within 15°: how far the sweep has come."""
    if not len(read) or not len(bearings_deg):
        return 0.0
    off = np.abs(wrap_180(bearings_deg[:, None] - read[None, :])).min(axis=1)
    return float(100.0 * np.mean(np.round(off, 6) <= _NEAR_DEG))


def tube_half_angle_deg(along_m: Array, aperture_m: float, wavelength: float, fresnel_share: float) -> Array:
    """Half-angle under which the beam's tube is seen where the beam has gone so far along its own axis, degrees.

    The tube is the aperture's radius plus a share of the first Fresnel radius √(λ d), the far end being
    infinitely far. Source: Rec. ITU-R P.526-15, eq. (2) with d2 ≫ d1.
    """
    radius_m = aperture_m / 2.0 + fresnel_share * np.sqrt(wavelength * along_m)
    return np.degrees(np.arctan2(radius_m, along_m))


__all__ = [
    "BARE_SHARE",
    "Kind",
    "Obstacle",
    "Profile",
    "Season",
    "Seen",
    "Shift",
    "SkylinePoint",
    "build_profile",
    "elevation_at",
    "moved_points",
    "obstacle_outline",
    "point_groups",
    "scanned_percent",
    "seen_from",
    "tube_half_angle_deg",
    "unmoved_count",
]
