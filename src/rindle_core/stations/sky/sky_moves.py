"""Where else the sky is clear: a grid of spots about the position, and the other satellites of the arc."""

from __future__ import annotations

import math

import numpy as np
from pydantic import Field

from rindle_core.catalogue.models import Satellite
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.science.sight import Margins, about, margins
from rindle_core.stations.sky.findings import SHIFT, WALKWAY
from rindle_core.stations.sky.fixed_sky import SkyInput, reading_gap_deg, sight_of

_MOST_SPOTS = 4000  # a spot takes a few milliseconds


class SkyShiftInput(SkyInput):
    """The sky at a position, and how far about it spots are tried."""

    reach_m: float = Field(default=15.0, gt=0, le=60)
    step_m: float = Field(default=1.5, ge=0.5, le=10)


class Spot(Model):
    """A spot about the position: metres east and north of it, and what the sky is there."""

    east_m: float
    north_m: float
    distance_m: float
    bearing_deg: float = Field(description="True, from the position")
    margin_deg: float
    tube_margin_deg: float
    level: Level


class SkyShiftResult(Model):
    """All spots of the grid; the nearest whose tube is free, and the nearest that keeps the flat rule too."""

    spots: list[Spot]
    nearest_free: Spot | None
    nearest_clear: Spot | None
    fixed_share: float = Field(
        description="Share of the points and obstacles without a distance: they look the same from every spot"
    )


def _known(given: SkyInput, azimuth_deg: float) -> Level:
    """The best that can be said about a bearing: clear where somebody looked, minded where terrain was computed or all
    is said to be drawn, else not known.
    """
    limit_deg = given.rules.skyline_gap_deg
    if reading_gap_deg(given, azimuth_deg) > limit_deg:
        return Level.UNKNOWN
    seen = {"skyline": [one for one in given.skyline if not one.computed], "all_drawn": False}
    looked = reading_gap_deg(given.model_copy(update=seen), azimuth_deg) <= limit_deg
    return Level.CLEAR if looked else Level.MIND


def _level(found: Margins, clearance_deg: float, known: Level) -> Level:
    """What hides the sky is known; that nothing does only where the skyline about the bearing was read."""
    if found.tube_deg < 0:
        return Level.HOLD
    if known is Level.UNKNOWN:
        return Level.UNKNOWN
    return known if found.flat_deg >= clearance_deg else Level.MIND


@register(
    "sky_shift", "Which spots about a position have a clear sky for a fixed satellite", SkyShiftInput, SkyShiftResult
)
def sky_shift(given: SkyShiftInput) -> Outcome[SkyShiftResult]:
    """The margin from every spot of a square grid inside the reach; what has a distance moves with the spot.

    The satellite's own direction changes by less than a thousandth of a degree over such a way.
    """
    side = 2 * int(given.reach_m / given.step_m) + 1
    if side**2 > _MOST_SPOTS:
        least = 2.0 * given.reach_m / (math.sqrt(_MOST_SPOTS) - 1.0)
        raise InputError.one(
            "step_m", f"gives {side**2} spots; at this reach {math.ceil(10 * least) / 10:.1f} m or more is accepted"
        )
    sight, base = sight_of(given), given.shift()
    known = _known(given, sight.azimuth_deg)
    steps = np.arange(-int(given.reach_m / given.step_m), int(given.reach_m / given.step_m) + 1) * given.step_m
    spots = []
    for east in steps.tolist():
        for north in steps.tolist():
            away = float(np.hypot(east, north))
            if away > given.reach_m + 1e-9:
                continue
            shift = base._replace(east_m=base.east_m + east, north_m=base.north_m + north)
            found = margins(sight, given.profile(shift=shift, about=about(sight)))
            spots.append(
                Spot(
                    east_m=east,
                    north_m=north,
                    distance_m=away,
                    bearing_deg=float(np.degrees(np.arctan2(east, north)) % 360.0),
                    margin_deg=found.flat_deg,
                    tube_margin_deg=found.tube_deg,
                    level=_level(found, given.rules.clearance_deg, known),
                )
            )
    spots.sort(key=lambda one: one.distance_m)
    distances = [point.distance_m is None for point in given.skyline] + [
        False for _ in (*given.obstacles, *given.drawn)
    ]
    result = SkyShiftResult(
        spots=spots,
        nearest_free=next((one for one in spots if one.level in (Level.CLEAR, Level.MIND)), None),
        nearest_clear=next((one for one in spots if one.level is Level.CLEAR), None),
        fixed_share=sum(distances) / len(distances) if distances else 1.0,
    )
    return Outcome(result, [_UNREAD] if known is Level.UNKNOWN else _judge_shift(result, known))


_UNREAD = SHIFT.missing(
    "The skyline about the satellite's bearing is not read",
    "Read points every few degrees within 15° of the satellite's bearing, with their distances.",
)


def _judge_shift(result: SkyShiftResult, known: Level) -> list[Finding]:
    best = result.nearest_clear or result.nearest_free
    doubt = (
        f" {result.fixed_share:.0%} of what was read has no distance and is taken to look the same from everywhere."
        if result.fixed_share
        else ""
    )
    if best is None:
        return [
            SHIFT(
                Level.HOLD,
                "No spot within reach is free",
                f"Every spot of the grid has the tube touched.{doubt}",
                clears_by="Raise the terminal, or look further away.",
            )
        ]
    here = best.distance_m == 0.0
    return [
        SHIFT(
            best.level,
            "It is free where it stands"
            if here
            else f"Free {best.distance_m:.1f} m away towards {best.bearing_deg:.0f}° true",
            (
                "The whole free angle is there."
                if best.level is Level.CLEAR
                else "Nobody has looked at the sky there: what was computed or drawn is free."
                if known is Level.MIND
                else "The tube is free, the wanted free angle is not."
            )
            + doubt,
            figure=best.distance_m,
            clears_by=""
            if best.level is Level.CLEAR
            else "Look round there."
            if known is Level.MIND
            else "Look further, or raise it as well.",
        )
    ]


class UsableArcInput(SkyInput):
    """The sky at a position, and the satellites of the stores."""

    satellites: list[Satellite] = Field(default_factory=list, max_length=500)


class ArcStretch(Model):
    """A stretch of the arc whose places can be used from here, by longitude, east positive."""

    from_longitude_deg: float
    to_longitude_deg: float


class ArcSatellite(Model):
    """A satellite of the stores from this position."""

    name: str
    longitude_deg: float
    azimuth_deg: float
    elevation_deg: float
    margin_deg: float
    level: Level


class UsableArcResult(Model):
    """What of the geostationary arc is free: by the tube, and by the flat rule; and where nobody knows, as it is not
    read.
    """

    free: list[ArcStretch]
    clear: list[ArcStretch]
    unread: list[ArcStretch]
    satellites: list[ArcSatellite]


def _stretches(longitudes: list[float], good: list[bool]) -> list[ArcStretch]:
    found, start = [], None
    for at, (longitude, fine) in enumerate(zip(longitudes, good, strict=True)):
        if fine and start is None:
            start = longitude
        if start is not None and (not fine or at == len(good) - 1):
            found.append(
                ArcStretch(from_longitude_deg=start, to_longitude_deg=longitude if fine else longitudes[at - 1])
            )
            start = None
    return found


@register(
    "usable_arc",
    "Which part of the geostationary arc is free from a position, and which satellites could serve",
    UsableArcInput,
    UsableArcResult,
)
def usable_arc(given: UsableArcInput) -> Outcome[UsableArcResult]:
    """The margin at every half degree of the arc above the least elevation of the house, and at each satellite."""
    profile, clearance = given.profile(), given.rules.clearance_deg

    def level_at(longitude: float) -> tuple[Level, float, float, float]:
        sight = sight_of(given, longitude)
        if sight.elevation_deg <= 0:
            return Level.HOLD, 0.0, sight.azimuth_deg, sight.elevation_deg
        found = margins(sight, profile)
        return (
            _level(found, clearance, _known(given, sight.azimuth_deg)),
            found.flat_deg,
            sight.azimuth_deg,
            sight.elevation_deg,
        )

    longitudes = (given.longitude_deg + np.arange(-81.0, 81.25, 0.5)).tolist()
    levels = [level_at(longitude)[0] for longitude in longitudes]
    rows = []
    for one in given.satellites:
        level, margin, azimuth, elevation = level_at(one.longitude_deg)
        rows.append(
            ArcSatellite(
                name=one.name,
                longitude_deg=one.longitude_deg,
                azimuth_deg=azimuth,
                elevation_deg=elevation,
                margin_deg=margin,
                level=level,
            )
        )
    return Outcome(
        UsableArcResult(
            free=_stretches(longitudes, [level in (Level.CLEAR, Level.MIND) for level in levels]),
            clear=_stretches(longitudes, [level is Level.CLEAR for level in levels]),
            unread=_stretches(longitudes, [level is Level.UNKNOWN for level in levels]),
            satellites=sorted(rows, key=lambda one: one.longitude_deg),
        ),
        [],
    )


class BeamHeightInput(Model):
    """A way or terrace in front of a fixed dish."""

    terminal_height_m: float = Field(ge=0, le=300, description="Middle of the dish over its own ground")
    elevation_deg: float = Field(ge=-5, le=90)
    aperture_mm: float = Field(gt=0, le=20_000)
    distance_m: float = Field(ge=0, le=2000, description="Level distance from the dish to the place where people walk")
    walkway_height_m: float = Field(
        default=0.0, ge=-100, le=300, description="Of the walking surface over the dish's ground"
    )
    rules: HouseRules = DEFAULT_RULES


class BeamHeightResult(Model):
    """Lower edge of the beam over the walking surface."""

    beam_over_walkway_m: float
    keep_clear_m: float = Field(description="One dish diameter in front, the trade's rule")


@register("beam_height", "How high the beam passes over a place where people walk", BeamHeightInput, BeamHeightResult)
def beam_height(given: BeamHeightInput) -> Outcome[BeamHeightResult]:
    """The tube of the aperture leaves along the sight-line: lower edge = height + d·tan(e) - D/(2 cos e). Derivation:
    plane geometry.

    A planning aid for the near beam: the radiation limits of the local code prevail.
    """
    elevation = np.radians(given.elevation_deg)
    aperture_m = given.aperture_mm / 1000.0
    edge = (
        given.terminal_height_m + given.distance_m * np.tan(elevation) - aperture_m / 2.0 / max(np.cos(elevation), 0.01)
    )
    over = float(edge - given.walkway_height_m)
    inside = over < given.rules.person_reach_m or given.distance_m < aperture_m
    finding = WALKWAY(
        Level.HOLD if inside else Level.CLEAR,
        "People would walk through the beam" if inside else "The beam passes over the people",
        "The dish radiates; whoever stands in it also takes the signal away.",
        figure=over,
        limit=given.rules.person_reach_m,
        bound="at_least",
        clears_by="Raise or move the dish, or close the way with a barrier." if inside else "",
    )
    return Outcome(BeamHeightResult(beam_over_walkway_m=over, keep_clear_m=aperture_m), [finding])


__all__ = [
    "ArcSatellite",
    "ArcStretch",
    "BeamHeightInput",
    "BeamHeightResult",
    "SkyShiftInput",
    "SkyShiftResult",
    "Spot",
    "UsableArcInput",
    "UsableArcResult",
    "beam_height",
    "sky_shift",
    "usable_arc",
]
