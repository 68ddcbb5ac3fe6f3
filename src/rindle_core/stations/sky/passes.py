"""Passes of low-orbit satellites over a panel: which one serves each slot, where it stands each second, and whether the
skyline hides it.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import cached_property, lru_cache
from typing import Literal, NamedTuple

import numpy as np
from numpy.typing import NDArray
from pydantic import AwareDatetime, Field

from rindle_core.catalogue.house_words import DEFAULT_WORDS, HouseWords
from rindle_core.catalogue.panel import Panel
from rindle_core.kernel.constants import BEYOND_CIRCLE_DEG
from rindle_core.kernel.errors import InputError, Stopped
from rindle_core.kernel.geometry import Array, unit_vector
from rindle_core.kernel.model import Model
from rindle_core.science.look_angles import look_angles
from rindle_core.science.shells import (
    ElementLines,
    ElementSky,
    Indices,
    SatelliteSky,
    Shell,
    ShellSky,
    SiteFrame,
    horizontal,
)
from rindle_core.science.site import Site
from rindle_core.science.skyline import Profile, Season, build_profile, elevation_at
from rindle_core.stations.sky.low_orbit_uses import Gap
from rindle_core.stations.sky.surroundings import Surroundings

_CHUNK_SLOTS = 240  # an hour of slots: bounds the memory
BEARING_STEP_DEG = 10.0
SECTOR_DEG = 15.0
SECTORS = int(360 / SECTOR_DEG)
_SHOWN_DIRECTIONS = 900  # of the traffic, for the drawing
_BRANCH_DEG = 0.5  # how wide a branch with its twigs is seen: some 10 cm at ten metres
OK, BLOCKED, NONE = 0, 1, 2  # states of a second

Progress = Callable[[float], bool]  # takes the share done; False asks to stop


class LowOrbitInput(Surroundings, Site):
    """Site, panel, satellites and skyline. Shells stand as they stand with `node_turn_deg`;

    elements are taken at `start_at`.
    """

    panel: Panel = Panel()
    boresight_azimuth_deg: float | None = Field(
        default=None, ge=0, lt=BEYOND_CIRCLE_DEG, description="True; None: where the satellites are"
    )
    shells: list[Shell] = Field(default_factory=list, max_length=20)
    elements: list[ElementLines] = Field(default_factory=list, max_length=12_000)
    start_at: AwareDatetime | None = Field(default=None, description="Needed with elements")
    duration_h: float = Field(default=12.0, gt=0, le=48)
    step_s: float = Field(default=1.0, ge=0.1, le=15)
    schedule: Literal["even", "highest"] = Field(
        default="even", description="even: each usable satellite is as likely; highest: the highest serves"
    )
    season: Season = "leaf"
    seed: int = Field(default=1, ge=0, le=2**31)
    node_turn_deg: float = Field(default=0.0, ge=-360, le=360, description="Longitude of the first node at the start")
    needs: list[str] = Field(default_factory=list, max_length=20)
    words: HouseWords = DEFAULT_WORDS
    bearings: bool = Field(
        default=True,
        description="Whether what would help is looked for: each bearing of a hand-set panel, heights, what is removed",
    )


class Pairs(NamedTuple):
    """Satellites that stay usable through a slot, sorted by slot: sights at both of its ends."""

    slot: Indices
    who: Indices
    first: Array
    last: Array


class Served(NamedTuple):
    """Fine steps: whether a satellite serves, and where it stands; `order`: the served steps by azimuth, in which a
    skyline is looked up many times as fast, where they stand in that order, and in which whole degree of the circle.
    """

    has: NDArray[np.bool_]
    azimuth_deg: Array
    elevation_deg: Array
    order: Indices
    ordered_azimuth_deg: Array
    ordered_elevation_deg: Array
    ordered_degree: Indices


def tell(progress: Progress | None, share: float) -> None:
    """Tells the share done. Raises Stopped where the listener asks for it."""
    if progress is not None and not progress(share):
        raise Stopped("the simulation")


def _sky_of(given: LowOrbitInput, frame: SiteFrame) -> SatelliteSky:
    if given.elements:
        if given.start_at is None or given.start_at.tzinfo is None:
            raise InputError.one("start_at", "is needed with elements, with its zone: such as 2026-11-25T06:00:00Z")
        return ElementSky(
            [(one.line1, one.line2) for one in given.elements], given.start_at, given.duration_h * 3600.0, frame
        )
    if not given.shells:
        raise InputError.one("shells", "are empty; shells, or elements, are needed to know where the satellites are")
    return ShellSky(given.shells, frame, given.node_turn_deg)


def _arc_sights(given: LowOrbitInput) -> Array:
    """Unit vectors of the geostationary arc above the horizon, one a half degree."""
    angles = look_angles(
        given.latitude_deg, given.longitude_deg, given.height_m, given.longitude_deg + np.arange(-82.0, 82.25, 0.5)
    )
    up = angles.elevation_deg > 0
    return unit_vector(angles.azimuth_true_deg[up], angles.elevation_deg[up])


def _usable(
    given: LowOrbitInput, sky: SatelliteSky, frame: SiteFrame, edges_s: Array, progress: Progress | None
) -> Pairs:
    """Pairs of slot and satellite above the least elevation and outside the arc's zone at both ends of the slot.

    The cone is not asked yet.
    """
    lowest, arc = np.sin(np.radians(given.panel.least_elevation_deg)), _arc_sights(given)
    zone = np.cos(np.radians(given.panel.arc_zone_deg)) if given.panel.arc_zone_deg > 0 and len(arc) else None
    keys, sights = [], []
    for first in range(0, len(edges_s), _CHUNK_SLOTS):
        edges = edges_s[first : first + _CHUNK_SLOTS]
        when, who = sky.near(edges, given.panel.least_elevation_deg)
        sight = frame.sight(sky.ecef_km(who, edges[when]))
        good = sight[:, 2] >= lowest
        if zone is not None:
            index = np.flatnonzero(good)
            good[index] = (sight[index] @ arc.T).max(axis=1) < zone
        keys.append((when[good] + first) * sky.count + who[good])
        sights.append(sight[good])
        tell(progress, 0.7 * (first + len(edges)) / len(edges_s))
    key, sight = np.concatenate(keys), np.concatenate(sights)
    after = np.searchsorted(key, key + sky.count)
    stays = after < len(key)
    stays[stays] = key[after[stays]] == key[stays] + sky.count
    start = np.flatnonzero(stays)
    return Pairs(key[start] // sky.count, key[start] % sky.count, sight[start], sight[after[start]])


def boresight_axis(azimuth_deg: float, tilt_deg: float) -> Array:
    """Unit vector east, north, up of a boresight; azimuth true, tilt from the zenith."""
    return unit_vector(azimuth_deg, 90.0 - tilt_deg)


def in_cone(pairs: Pairs, panel: Panel, azimuth_deg: float) -> Indices:
    """Indices of the pairs that stay inside the cone through their slot."""
    axis, limit = boresight_axis(azimuth_deg, panel.tilt_deg), np.cos(np.radians(panel.cone_half_deg)) - 1e-12
    return np.flatnonzero((pairs.first @ axis >= limit) & (pairs.last @ axis >= limit))


def _richest(pairs: Pairs, panel: Panel) -> float:
    """Bearing whose cone holds most satellites, skyline aside: where a panel that turns itself looks."""
    bearings = np.arange(0.0, 360.0, BEARING_STEP_DEG)
    if panel.tilt_deg == 0.0:
        return 0.0
    return float(bearings[int(np.argmax([len(in_cone(pairs, panel, float(one))) for one in bearings]))])


def schedule(given: LowOrbitInput, pairs: Pairs, index: Indices, slots: int) -> Indices:
    """The serving satellite of each slot, -1 for none.

    The draw depends on seed and slot only, so that it is the same for every skyline and step.
    """
    serving = np.full(slots, -1, dtype=np.int64)
    if not len(index):
        return serving
    slot, who = pairs.slot[index], pairs.who[index]
    if given.schedule == "highest":
        order = np.lexsort((-pairs.first[index, 2], slot))
        slot, who = slot[order], who[order]
    count = np.bincount(slot, minlength=slots)
    start = np.concatenate([[0], np.cumsum(count)[:-1]])
    has = count > 0
    draw = np.zeros(slots) if given.schedule == "highest" else np.random.default_rng(given.seed).random(slots)
    serving[has] = who[start[has] + (draw[has] * count[has]).astype(np.int64)]
    return serving


def serve(sky: SatelliteSky, frame: SiteFrame, serving: Indices, slot_s: float, step_s: float) -> Served:
    """Where the serving satellites stand at every fine step, each in the middle of its step."""
    per_slot = max(1, round(slot_s / step_s))
    inside = (np.arange(per_slot) + 0.5) * (slot_s / per_slot)
    slots = len(serving)
    seconds = (np.arange(slots)[:, None] * slot_s + inside).ravel()
    who = np.repeat(serving, per_slot)
    has = who >= 0
    azimuth, elevation = np.zeros(len(who)), np.full(len(who), 90.0)
    azimuth[has], elevation[has] = horizontal(frame.sight(sky.ecef_km(who[has], seconds[has])))
    index = np.flatnonzero(has)
    order = index[np.argsort(azimuth[index], kind="stable")]
    degree = np.minimum(azimuth[order].astype(np.int64), 359)
    return Served(has, azimuth, elevation, order, azimuth[order], elevation[order], degree)


def _branch_draw(azimuth_deg: Array, elevation_deg: Array, seed: int) -> Array:
    """A number in [0, 1) for each direction, the same for the whole cell of sky in which it lies, whenever it is asked.

    A branch stands where it stands: it is drawn once for its place, not anew at each moment. Cells are a branch wide on
    the sky, so fewer of them lie on a higher ring. Mixing: splitmix64 (Steele, Lea and Flood, OOPSLA 2014).
    """
    ring = np.floor((elevation_deg + 90.0) / _BRANCH_DEG)
    count = np.maximum(1.0, np.round(360.0 * np.cos(np.radians((ring + 0.5) * _BRANCH_DEG - 90.0)) / _BRANCH_DEG))
    seat = np.floor((azimuth_deg % 360.0) / 360.0 * count)
    key = ring.astype(np.uint64) * np.uint64(1 << 20) + seat.astype(np.uint64) + np.uint64(seed) * np.uint64(1 << 40)
    with np.errstate(over="ignore"):
        key = (key + np.uint64(0x9E3779B97F4A7C15)) * np.uint64(0xBF58476D1CE4E5B9)
        key = (key ^ (key >> np.uint64(30))) * np.uint64(0xBF58476D1CE4E5B9)
        key = (key ^ (key >> np.uint64(27))) * np.uint64(0x94D049BB133111EB)
    return np.asarray(((key ^ (key >> np.uint64(31))) >> np.uint64(11)).astype(np.float64) / float(1 << 53))


def _of_each_degree(profile: Profile) -> tuple[Array, Array]:
    """The skyline's lowest and highest elevation in each whole degree, the points beside it among them: what stands
    under the one or over the other needs no closer look.
    """
    up = profile.elevation_deg
    ring = np.concatenate([up[-1:], up, up[:1], up[:1]])  # across north; one more, for a stretch that ends with it
    first = np.searchsorted(profile.azimuth_deg, np.arange(361.0))
    bounds = np.stack([first[:-1], first[1:] + 2], axis=1).ravel()
    return np.minimum.reduceat(ring, bounds)[::2], np.maximum.reduceat(ring, bounds)[::2]


def _blocked(served: Served, profile: Profile, bare: bool, seed: int) -> NDArray[np.bool_]:
    """Whether the skyline blocks each served step, in `served.order`.

    Of a bare tree its share blocks, cell by cell of sky.
    """
    azimuth, elevation = served.ordered_azimuth_deg, served.ordered_elevation_deg
    lowest, highest = _of_each_degree(profile)
    blocked: NDArray[np.bool_] = elevation < lowest[served.ordered_degree]
    open_still = np.flatnonzero((elevation < highest[served.ordered_degree]) & ~blocked)
    blocked[open_still] = elevation[open_still] < elevation_at(profile, azimuth[open_still])
    if bare and np.any(profile.leafless_share < 1.0):
        at = np.flatnonzero(blocked)
        share = np.interp(azimuth[at], profile.azimuth_deg, profile.leafless_share, period=360.0)
        blocked[at] = _branch_draw(azimuth[at], elevation[at], seed) < share
    return blocked


def states_of(served: Served, profile: Profile, bare: bool, seed: int) -> NDArray[np.int8]:
    """State of every fine step: served, blocked, or no satellite."""
    states = np.where(served.has, OK, NONE).astype(np.int8)
    states[served.order[_blocked(served, profile, bare, seed)]] = BLOCKED
    return states


def out_share(served: Served, profile: Profile, bare: bool, seed: int) -> float:
    """Share of the steps without service: what `states_of` tells, without telling when."""
    steps = len(served.has)
    return (steps - len(served.order) + int(_blocked(served, profile, bare, seed).sum())) / steps


def gaps_of(out: NDArray[np.bool_], step_s: float) -> list[Gap]:
    """Runs of steps without service, as (start, length) in seconds."""
    edge = np.diff(np.concatenate([[0], out.astype(np.int8), [0]]))
    begins, ends = np.flatnonzero(edge == 1), np.flatnonzero(edge == -1)
    return [Gap(float(a) * step_s, float(b - a) * step_s) for a, b in zip(begins, ends, strict=True)]


class Traffic(Model):
    """A direction in which a satellite served."""

    azimuth_deg: float
    elevation_deg: float
    blocked: bool


@dataclass(frozen=True)
class Passes:
    """The passes over a place as a panel follows them: nothing here knows the skyline."""

    sky: SatelliteSky
    frame: SiteFrame
    slots: int
    pairs: Pairs
    boresight_deg: float
    usable: Indices
    served: Served
    step_s: float

    @cached_property
    def sector_of_step(self) -> Indices:
        """In which sector of the sky each step's satellite stands, from north clockwise."""
        return (self.served.azimuth_deg // SECTOR_DEG).astype(np.int64) % SECTORS

    @cached_property
    def traffic_counts(self) -> Indices:
        """Served steps of each sector."""
        return np.bincount(self.sector_of_step[self.served.has], minlength=SECTORS)

    @cached_property
    def shown(self) -> tuple[Indices, list[tuple[Traffic, Traffic]]]:
        """Steps whose directions are drawn, with each direction as it is told free and blocked."""
        index = np.flatnonzero(self.served.has)
        if len(index):
            index = index[np.linspace(0, len(index) - 1, min(_SHOWN_DIRECTIONS, len(index))).astype(np.int64)]
        azimuths = self.served.azimuth_deg[index].round(1) % 360.0
        elevations = self.served.elevation_deg[index].round(1)
        made = Traffic.model_construct  # of figures that were worked out here
        both = [
            (
                made(azimuth_deg=a, elevation_deg=e, blocked=False),
                made(azimuth_deg=a, elevation_deg=e, blocked=True),
            )
            for a, e in zip(azimuths.tolist(), elevations.tolist(), strict=True)
        ]
        return index, both


class Run(NamedTuple):
    """A simulation as it stands before it is told: the passes, and what the skyline leaves of them."""

    passes: Passes
    profile: Profile
    states: NDArray[np.int8]


_OF_THE_SKYLINE = {*Surroundings.model_fields, "season", "needs", "words", "bearings"}


def _followed(given: LowOrbitInput, progress: Progress | None) -> Passes:
    frame = SiteFrame.at(given.latitude_deg, given.longitude_deg, given.height_m)
    sky = _sky_of(given, frame)
    slot_s = given.panel.slot_s
    slots = max(1, round(given.duration_h * 3600.0 / slot_s))
    pairs = _usable(given, sky, frame, np.arange(slots + 1, dtype=np.float64) * slot_s, progress)
    if given.boresight_azimuth_deg is None or given.panel.self_aiming:
        boresight = _richest(pairs, given.panel)
    else:
        boresight = given.boresight_azimuth_deg
    usable = in_cone(pairs, given.panel, boresight)
    served = serve(sky, frame, schedule(given, pairs, usable, slots), slot_s, given.step_s)
    step_s = slot_s / max(1, round(slot_s / given.step_s))
    return Passes(sky, frame, slots, pairs, boresight, usable, served, step_s)


@lru_cache(maxsize=8)
def _known(given_json: str) -> Passes:
    """The passes are found once for place, panel and constellation, and masked anew by each skyline."""
    return _followed(LowOrbitInput.model_validate_json(given_json), None)


def run_passes(given: LowOrbitInput, progress: Progress | None) -> Run:
    """Follows the passes under the skyline.

    Raises InputError where nothing says where the satellites are, Stopped where it was asked for.
    """
    passes = _followed(given, progress) if progress else _known(given.model_dump_json(exclude=_OF_THE_SKYLINE))
    profile = given.profile() if given.known else build_profile([], assumed_distance_m=1.0)
    return Run(passes, profile, states_of(passes.served, profile, given.season == "bare", given.seed))


class Outage(NamedTuple):
    """A stretch without service with the direction in which it began, where a satellite was behind it."""

    start_s: float
    length_s: float
    blocked: bool
    azimuth_deg: float | None
    elevation_deg: float | None


def outages(given: LowOrbitInput) -> list[Outage]:
    """The stretches without service of the simulation, in order."""
    run = run_passes(given, None)
    rows = []
    served, step_s = run.passes.served, run.passes.step_s
    for gap in gaps_of(run.states != OK, step_s):
        at = round(gap.start_s / step_s)
        blocked = bool(run.states[at] == BLOCKED)
        direction = (float(served.azimuth_deg[at]), float(served.elevation_deg[at])) if blocked else (None, None)
        rows.append(Outage(gap.start_s, gap.length_s, blocked, *direction))
    return rows


__all__ = [
    "BEARING_STEP_DEG",
    "BLOCKED",
    "NONE",
    "OK",
    "SECTORS",
    "SECTOR_DEG",
    "LowOrbitInput",
    "Outage",
    "Pairs",
    "Passes",
    "Progress",
    "Run",
    "Served",
    "Traffic",
    "boresight_axis",
    "gaps_of",
    "in_cone",
    "out_share",
    "outages",
    "run_passes",
    "schedule",
    "serve",
    "states_of",
    "tell",
]
