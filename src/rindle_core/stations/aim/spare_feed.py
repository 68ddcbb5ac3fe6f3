"""A second feed beside the main one: where it sits on the dish, and how it is turned."""

from __future__ import annotations

import math

import numpy as np
from pydantic import Field

from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.geometry import Array, fold_90, separation_deg, unit_vector
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.science.antenna import half_power_beamwidth_deg
from rindle_core.science.feed_offset import Reflector, feed_for_beam
from rindle_core.science.site import Site
from rindle_core.stations.aim.findings import SHADE, SPARE

_BEAMWIDTHS_THAT_HOLD = 5.0  # off the axis, beyond which a paraboloid's beam breaks up
_MOST_OFF_DEG = 40.0  # no feed beside a paraboloid looks further aside


class SpareFeedInput(Site):
    """A second feed beside the main one for a satellite near by."""

    satellite_longitude_deg: float = Field(ge=-180, le=360)
    spare_longitude_deg: float = Field(ge=-180, le=360)
    focal_length_mm: float = Field(gt=50, le=10_000)
    aperture_mm: float = Field(gt=100, le=20_000, description="Projected, as the maker gives it")
    aperture_offset_mm: float | None = Field(
        default=None,
        ge=0,
        le=20_000,
        description="Middle of the aperture over the paraboloid's axis; 0: a centred dish; None: the lower rim at the "
        "axis",
    )
    turned_deg: float = Field(
        default=0.0,
        ge=-180,
        le=180,
        description="How far the whole dish is turned about its beam, clockwise from behind: the main skew where the "
        "head "
        "is turned for it, 0 where only the feed is",
    )
    feed_diameter_mm: float = Field(default=60.0, gt=0, le=500)
    frequency_ghz: float = Field(default=12.0, gt=0, le=100)
    spare_tilt_deg: float = Field(default=0.0, ge=-90, le=90)
    rules: HouseRules = DEFAULT_RULES


class SpareFeedResult(Model):
    """Where the spare feed's centre goes, in the dish's own frame, seen from behind it looking at the satellites."""

    off_deg: float
    along_bar_mm: float = Field(description="Positive to the right seen from behind")
    height_mm: float = Field(description="Positive up, at right angles to the bar and to the feed's axis")
    distance_mm: float
    beam_deviation_factor: float = Field(
        description="Beam angle over the angle of the feed seen from the dish's middle"
    )
    skew_deg: float = Field(description="Of the spare feed against the dish's arm, clockwise from behind")
    gap_mm: float = Field(description="Between the two feeds' bodies; negative where they would touch")
    elevation_difference_deg: float = Field(description="Spare satellite's elevation less the main one's")
    shading_db: float = Field(description="What the spare feed's body takes from the main beam, in its shadow")
    most_off_deg: float = Field(description="Angle beyond which the spare beam breaks up: about five beamwidths")


def _dish_axes(azimuth_deg: float, elevation_deg: float, turned_deg: float) -> tuple[Array, Array]:
    """Right and up of the aperture, seen from behind, east north up; the dish turned clockwise about its beam."""
    a, e, t = math.radians(azimuth_deg), math.radians(elevation_deg), math.radians(turned_deg)
    right = np.array([math.cos(a), -math.sin(a), 0.0])
    up = np.array([-math.sin(e) * math.sin(a), -math.sin(e) * math.cos(a), math.cos(e)])
    return right * math.cos(t) - up * math.sin(t), up * math.cos(t) + right * math.sin(t)


def _turned_onto(vector: Array, start: Array, end: Array) -> Array:
    """A vector carried along by the least turn that brings one direction onto another. Source: Rodrigues' formula."""
    axis, share = np.cross(start, end), float(start @ end)
    return np.asarray(vector * share + np.cross(axis, vector) + axis * (axis @ vector) / (1.0 + share))


def spare_skew_deg(main: Array, spare: Array, right: Array, up: Array, latitude_deg: float, tilt_deg: float) -> float:
    """Skew of the spare feed against the arm: the spare satellite's plane carried onto the main beam, in (-90, 90].

    Derivation: the Earth's spin axis across the spare sight-line, turned by the satellite's own tilt, then carried by
    the
    least turn from spare to main sight-line and read against the dish's right and up. The main satellite gives its own
    skew.
    """
    latitude = math.radians(latitude_deg)
    spin = np.array([0.0, math.cos(latitude), math.sin(latitude)])
    seen = _turned_onto(spin - (spin @ spare) * spare, spare, main)
    skew = math.degrees(math.atan2(float(seen @ right), float(seen @ up))) + tilt_deg
    return float(fold_90(skew))


def _overlap(first: float, second: float, apart: float) -> float:
    """Area common to two circles of these radii. Derivation: two circular segments on their common chord."""
    if apart >= first + second:
        return 0.0
    if apart <= abs(first - second):
        return math.pi * min(first, second) ** 2
    one = math.acos((apart**2 + first**2 - second**2) / (2.0 * apart * first))
    other = math.acos((apart**2 + second**2 - first**2) / (2.0 * apart * second))
    chord = math.sqrt(
        (first + second - apart) * (apart + first - second) * (apart - first + second) * (apart + first + second)
    )
    return first**2 * one + second**2 * other - chord / 2.0


def shading_db(aside_mm: float, over_mm: float, aperture_mm: float, feed_diameter_mm: float) -> float:
    """Loss of the main beam by a round body before an evenly lit round aperture, its centre so far from the aperture's.

    A shadow of the share s takes the field down by 1 - s, the power by (1 - s)². Source: aperture blocking, geometrical
    optics; the edge of a real dish is lit less, so that a body there costs less than this.
    """
    aperture = aperture_mm / 2.0
    share = _overlap(aperture, feed_diameter_mm / 2.0, math.hypot(aside_mm, over_mm)) / (math.pi * aperture**2)
    return -20.0 * math.log10(max(1.0 - share, 1e-6))


@register("spare_feed", "Where a second feed sits to receive a neighbouring satellite", SpareFeedInput, SpareFeedResult)
def spare_feed(given: SpareFeedInput) -> Outcome[SpareFeedResult]:
    """The feed whose beam goes to the spare satellite (see `feed_for_beam`), and its skew against the dish's arm."""
    own, there = given.look(given.satellite_longitude_deg), given.look(given.spare_longitude_deg)
    main = unit_vector(own.azimuth_true_deg, own.elevation_deg)
    spare = unit_vector(there.azimuth_true_deg, there.elevation_deg)
    right, up = _dish_axes(float(own.azimuth_true_deg), float(own.elevation_deg), given.turned_deg)
    off_deg = float(
        separation_deg(own.azimuth_true_deg, own.elevation_deg, there.azimuth_true_deg, there.elevation_deg)
    )
    if off_deg > _MOST_OFF_DEG:
        raise InputError.one(
            "spare_longitude_deg", f"is {off_deg:.0f}° off the main satellite; up to {_MOST_OFF_DEG:g}° is accepted"
        )
    centre_mm = given.aperture_mm / 2.0 if given.aperture_offset_mm is None else given.aperture_offset_mm
    dish = Reflector(given.focal_length_mm, given.aperture_mm, centre_mm)
    along, height = feed_for_beam(dish, float(spare @ right), float(spare @ up))
    distance = math.hypot(along, height)
    to_dish_mm = given.focal_length_mm + centre_mm**2 / (4.0 * given.focal_length_mm)
    result = SpareFeedResult(
        off_deg=off_deg,
        along_bar_mm=along,
        height_mm=height,
        distance_mm=distance,
        beam_deviation_factor=off_deg / max(math.degrees(math.atan2(distance, to_dish_mm)), 1e-9),
        skew_deg=spare_skew_deg(main, spare, right, up, given.latitude_deg, given.spare_tilt_deg),
        gap_mm=distance - given.feed_diameter_mm,
        elevation_difference_deg=float(there.elevation_deg - own.elevation_deg),
        shading_db=shading_db(
            along,
            height * math.cos(2.0 * math.atan(centre_mm / (2.0 * given.focal_length_mm))) - centre_mm,
            given.aperture_mm,
            given.feed_diameter_mm,
        ),
        most_off_deg=_BEAMWIDTHS_THAT_HOLD * half_power_beamwidth_deg(given.aperture_mm, given.frequency_ghz),
    )
    return Outcome(result, _judge_spare(result, float(there.elevation_deg), given.rules.shading_db))


def _judge_spare(result: SpareFeedResult, elevation_deg: float, most_shading_db: float) -> list[Finding]:
    reasons = [
        (
            elevation_deg <= 0,
            Level.HOLD,
            "horizon",
            "That satellite is below the horizon",
            "Nothing can be received from it here.",
            "Choose another satellite.",
        ),
        (
            result.gap_mm < 0,
            Level.HOLD,
            "touch",
            "The two feeds would touch",
            "The spare feed would shadow the main one and take signal from it.",
            "Use a slimmer feed or a dish of its own.",
        ),
        (
            result.off_deg > result.most_off_deg,
            Level.MIND,
            "far",
            "The spare beam is far off the axis",
            "Beyond some five beamwidths a paraboloid's beam breaks up and loses gain.",
            "Use a dish of its own.",
        ),
    ]
    found = [
        SPARE.of(reason)(level, message, why, figure=result.off_deg, clears_by=clears)
        for holds, level, reason, message, why, clears in reasons
        if holds
    ]
    if result.shading_db > most_shading_db:
        found.append(
            SHADE.at_most(
                result.shading_db,
                most_shading_db,
                level=Level.MIND,
                clear="",
                over="The spare feed shades the main beam",
                why="Its body stands in the light of the main reflector.",
                clears_by="Use a slimmer feed, a wider bracket on the outer side, or a dish of its own.",
            )
        )
    return found


__all__ = ["SpareFeedInput", "SpareFeedResult", "shading_db", "spare_feed", "spare_skew_deg"]
