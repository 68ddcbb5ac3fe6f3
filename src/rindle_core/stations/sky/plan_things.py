"""The things of the site plan as they are entered, and the bodies and the ground that they come to."""

from __future__ import annotations

import math
from collections.abc import Sequence
from functools import lru_cache
from typing import Annotated, Any, NamedTuple

import numpy as np
from pydantic import Field, field_validator

from rindle_core.catalogue.plan_kinds import PLAN_KINDS, PlanKind
from rindle_core.kernel.constants import BEYOND_CIRCLE_DEG
from rindle_core.kernel.entry import Entry
from rindle_core.kernel.geometry import Array
from rindle_core.kernel.model import Model, Row
from rindle_core.science.bodies import (
    Body,
    Solid,
    Spot,
    ridge_over,
    round_outline,
    solid_of,
    strip_outline,
    widened,
)

_ROOF_M = 0.5  # a pitch read by eye tells a ridge no better
_SAME_M = 0.005  # corners nearer than this are one


PLAN_REACH_M = 5000.0  # from the job's place: farther off it is another site


class PlanCorner(Row):
    """A corner of a thing, in metres from the job's place."""

    east_m: Annotated[float, Entry("East")] = Field(ge=-PLAN_REACH_M, le=PLAN_REACH_M)
    north_m: Annotated[float, Entry("North")] = Field(ge=-PLAN_REACH_M, le=PLAN_REACH_M)
    up_m: Annotated[float | None, Entry("Over ground")] = Field(
        default=None, ge=-50, le=300, description="Of wires and cable ways: height there over the ground below"
    )


class PlanThing(Row):
    """A thing of the trade on the site plan. Heights are over the ground under it; None: nobody has said."""

    kind: Annotated[str, Entry("What", choices={one.code: one.name for one in PLAN_KINDS.values()})]
    name: Annotated[str, Entry("Name")] = Field(default="", max_length=60)
    corners: Annotated[list[PlanCorner], Entry("Corners")] = Field(min_length=1, max_length=60)
    height_m: Annotated[float | None, Entry("Height")] = Field(default=None, ge=0, le=300)
    ridge_m: Annotated[float | None, Entry("Ridge over ground")] = Field(default=None, ge=0, le=300)
    pitch_deg: Annotated[float | None, Entry("Roof pitch", hint="Counts where no ridge is given")] = Field(
        default=None, ge=0, le=75
    )
    ridge_deg: Annotated[float | None, Entry("Ridge runs along, true bearing", hint="Empty: along the longer side")] = (
        Field(default=None, ge=0, lt=BEYOND_CIRCLE_DEG)
    )
    overhang_m: Annotated[float, Entry("Roof overhang")] = Field(default=0.0, ge=0, le=5)
    across_m: Annotated[float | None, Entry("Across")] = Field(default=None, gt=0, le=100)
    growth_m_per_year: Annotated[float, Entry("Grows a year")] = Field(default=0.0, ge=0, le=5)
    leafless_share: Annotated[float, Entry("Bare share")] = Field(
        default=1.0, ge=0, le=1, description="What of it still blocks in the bare season"
    )
    ground_m: Annotated[
        float | None,
        Entry("Ground there", hint="Over the ground at the job’s place; empty: as the ground heights say"),
    ] = Field(default=None, ge=-500, le=500)
    letter: Annotated[str, Entry("From position", hint="Empty: the job’s place")] = Field(default="", max_length=3)

    @field_validator("kind")
    @classmethod
    def _known(cls, kind: str) -> str:
        if kind not in PLAN_KINDS:
            raise ValueError(f"is not a thing of the plan: {', '.join(PLAN_KINDS)} are accepted")
        return kind

    @property
    def told(self) -> PlanKind:
        """What its kind says of it."""
        return PLAN_KINDS[self.kind]

    @property
    def spots(self) -> tuple[Spot, ...]:
        """Its corners, east and north; those that fall together count once."""
        found: list[Spot] = []
        for corner in self.corners:
            at = (corner.east_m, corner.north_m)
            if not found or math.dist(found[-1], at) > _SAME_M:
                found.append(at)
        if self.told.shape == "outline" and len(found) > 1 and math.dist(found[0], found[-1]) <= _SAME_M:
            found.pop()
        return tuple(found)

    @property
    def called(self) -> str:
        """What it is called in a sentence."""
        return self.name or self.told.name.lower()

    @property
    def whole(self) -> bool:
        """Whether it has as many corners as its shape needs, and an outline some area."""
        spots = self.spots
        if len(spots) < self.told.corners_least:
            return False
        return self.told.shape != "outline" or abs(_area_m2(spots)) > 1e-3


def _area_m2(spots: Sequence[Spot]) -> float:
    """Signed area of an outline. Source: Gauss's area formula."""
    turned = [*spots[1:], spots[0]]
    return sum(a[0] * b[1] - b[0] * a[1] for a, b in zip(spots, turned, strict=True)) / 2.0


class Ground(NamedTuple):
    """Height of the ground over the job's place, from the heights that were given."""

    spots: tuple[tuple[float, float, float], ...]

    @property
    def known(self) -> bool:
        """Whether anybody gave a height beside that of the job's place itself."""
        return len(self.spots) > 1

    def at(self, east_m: float, north_m: float) -> float:
        """Linear between three heights that lie round a spot (Delaunay); outside of all of them that of the nearest."""
        return _ground_at(self.spots, east_m, north_m)


@lru_cache(maxsize=16)
def _surface(spots: tuple[tuple[float, float, float], ...]) -> Any:
    from scipy.interpolate import LinearNDInterpolator

    told = np.asarray(spots)
    return LinearNDInterpolator(told[:, :2], told[:, 2])


@lru_cache(maxsize=4096)
def _ground_at(spots: tuple[tuple[float, float, float], ...], east_m: float, north_m: float) -> float:
    told = np.asarray(spots)
    if len(told) == 1:
        return float(told[0, 2])
    middle = told[:, :2].mean(axis=0)
    _, spread, axes = np.linalg.svd(told[:, :2] - middle)
    if len(told) < 3 or spread[1] < 1e-3 * max(spread[0], 1e-9):  # all on one line
        along = (told[:, :2] - middle) @ axes[0]
        order = np.argsort(along)
        here = float((np.array([east_m, north_m]) - middle) @ axes[0])
        return float(np.interp(here, along[order], told[order, 2]))
    inside = float(_surface(spots)(east_m, north_m))
    if not math.isnan(inside):
        return inside
    nearest = int(np.argmin(np.hypot(told[:, 0] - east_m, told[:, 1] - north_m)))
    return float(told[nearest, 2])


def ground_of(things: Sequence[PlanThing]) -> Ground:
    """The ground as the plan's heights tell it; the job's place is its zero."""
    told = {(0.0, 0.0): 0.0}
    for one in things:
        if one.told.role == "ground" and one.ground_m is not None:
            told[one.spots[0]] = one.ground_m
    return Ground(tuple((east, north, up) for (east, north), up in told.items()))


def foot_m(thing: PlanThing, ground: Ground) -> float:
    """Ground under a thing over the plan's zero: as it says itself, else at its middle."""
    if thing.ground_m is not None:
        return thing.ground_m
    spots = thing.spots
    return ground.at(sum(one[0] for one in spots) / len(spots), sum(one[1] for one in spots) / len(spots))


def roof_ridge_m(thing: PlanThing) -> float | None:
    """Height of the ridge over the ground: as given, else from the pitch over half the width; None for a flat roof."""
    return _pitched_m(thing) if thing.ridge_m is None else thing.ridge_m


def _pitched_m(thing: PlanThing) -> float | None:
    if thing.pitch_deg is None or thing.height_m is None:
        return None
    flat = ridge_over(thing.spots, 0.0, 0.0, thing.ridge_deg)
    half = max(abs(flat.off_m(*spot)) for spot in thing.spots)
    return thing.height_m + half * math.tan(math.radians(thing.pitch_deg))


def untold_roofs(things: Sequence[PlanThing]) -> list[PlanThing]:
    """Houses with eaves whose roof is not told: a flat one has a pitch of nothing."""
    return [
        one
        for one in things
        if "pitch_deg" in one.told.asks and one.height_m is not None and one.ridge_m is None and one.pitch_deg is None
    ]


def doubtful_roofs(things: Sequence[PlanThing]) -> list[str]:
    """Roofs whose ridge lies under their eaves, or is not where their pitch would have it; the ridge counts."""
    found = []
    for thing in things:
        if thing.ridge_m is None or thing.height_m is None:
            continue
        pitched_m = _pitched_m(thing)
        if thing.ridge_m < thing.height_m:
            found.append(f"the ridge of {thing.called} lies lower than its eaves")
        elif pitched_m is not None and abs(pitched_m - thing.ridge_m) > _ROOF_M:
            found.append(f"by its pitch the ridge of {thing.called} would be {pitched_m:.1f} m high")
    return found


def body_of(thing: PlanThing, ground: Ground) -> Body | None:
    """The body of a thing that hides sky; None for others, and while its height or its outline is not known."""
    told = thing.told
    if told.sky is None or not thing.whole:
        return None
    foot, spots = foot_m(thing, ground), thing.spots
    ups = [corner.up_m for corner in thing.corners]
    if thing.height_m is None and not (told.shape == "line" and all(up is not None for up in ups)):
        return None
    height = thing.height_m if thing.height_m is not None else 0.0
    corners, closed, ridge = spots, told.shape != "line", None
    tops = [foot + height] * len(spots)
    if told.shape == "point":
        corners = round_outline(spots[0], thing.across_m or told.usual.get("across_m", 0.25))
        tops = [foot + height] * len(corners)
    elif told.shape == "line" and thing.across_m is not None:
        corners, closed = strip_outline(spots, thing.across_m), True
        tops = [foot + height] * len(corners)
    elif told.shape == "line" and len(ups) == len(spots):
        tops = [
            height + foot if up is None else up + (ground.at(*spot) if thing.ground_m is None else foot)
            for up, spot in zip(ups, spots, strict=True)
        ]
    elif told.shape == "outline":
        top = roof_ridge_m(thing)
        ridge = None if top is None or top < height else ridge_over(spots, foot + height, foot + top, thing.ridge_deg)
        corners = widened(spots, thing.overhang_m)
        tops = [foot + height] * len(corners)
    return Body(
        thing.called, told.sky, corners, closed, tuple(tops), foot, ridge, thing.growth_m_per_year, thing.leafless_share
    )


def bodies_of(things: Sequence[PlanThing]) -> list[Body]:
    """The bodies of all things that hide sky and whose height is known."""
    ground = ground_of(things)
    return [body for one in things if (body := body_of(one, ground)) is not None]


@lru_cache(maxsize=64)
def _solids(told: str) -> tuple[Solid, ...]:
    return tuple(solid_of(body) for body in bodies_of(_Things.model_validate_json(told).things))


class _Things(Model):
    things: list[PlanThing]


def solids_of(things: Sequence[PlanThing]) -> list[Solid]:
    """What the plan hides of the sky; the same plan is worked out once."""
    return list(_solids(_Things(things=list(things)).model_dump_json())) if things else []


def seen_from(things: Sequence[PlanThing], east_m: float, north_m: float, before: str) -> list[PlanThing]:
    """The same things told from another zero, each on its spot of the ground; cable ways of the old zero are those of
    the position `before`. The old zero becomes a ground height where heights were told.
    """
    ground = ground_of(things)
    down_m = ground.at(east_m, north_m)

    def moved(one: PlanThing) -> PlanThing:
        corners = [
            corner.model_copy(
                update={
                    "east_m": round(corner.east_m - east_m, 3),
                    "north_m": round(corner.north_m - north_m, 3),
                }
            )
            for corner in one.corners
        ]
        told: dict[str, Any] = {"corners": corners}
        if one.ground_m is not None:
            told["ground_m"] = round(one.ground_m - down_m, 3)
        if one.told.role == "cable" and not one.letter:
            told["letter"] = before
        return one.model_copy(update=told)

    whole = [moved(one) for one in things]
    if ground.known:
        zero = PlanCorner(east_m=-round(east_m, 3), north_m=-round(north_m, 3))
        whole.append(PlanThing(kind="ground", corners=[zero], ground_m=-round(down_m, 3)))
    return whole


def heightless(things: Sequence[PlanThing]) -> list[PlanThing]:
    """Things that would hide sky or hurt, of which nobody has told the height, or that are not drawn whole."""
    ground = ground_of(things)
    return [one for one in things if one.told.needs_height and body_of(one, ground) is None]


def floor_m(thing: PlanThing, ground: Ground) -> float | None:
    """Where people stand, over the plan's zero; None while its height is not known."""
    return None if thing.height_m is None else foot_m(thing, ground) + thing.height_m


def spots_array(thing: PlanThing) -> Array:
    """Its corners as an array, east and north."""
    return np.asarray(thing.spots)


__all__ = [
    "Ground",
    "PlanCorner",
    "PlanThing",
    "bodies_of",
    "body_of",
    "doubtful_roofs",
    "floor_m",
    "foot_m",
    "ground_of",
    "heightless",
    "roof_ridge_m",
    "seen_from",
    "solids_of",
    "spots_array",
    "untold_roofs",
]
