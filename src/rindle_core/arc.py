"""The satellite's surroundings: its own daily track, its neighbours on the arc, and spare feeds for them."""

from __future__ import annotations

import math

import numpy as np
from pydantic import Field

from rindle_core.antenna import pattern_loss_db
from rindle_core.catalogue import Satellite
from rindle_core.findings import Finding, Level
from rindle_core.geodesy import Array, separation_deg
from rindle_core.look_angles import LookAngles, look_angles
from rindle_core.model import Model
from rindle_core.registry import Outcome, register


class Site(Model):
    """A WGS 84 position."""

    latitude_deg: float = Field(ge=-90, le=90)
    longitude_deg: float = Field(ge=-180, le=180)
    height_m: float = Field(default=0.0, ge=-500, le=9000)


class InclinedInput(Site):
    """A satellite that is no longer held on the equator."""

    satellite_longitude_deg: float = Field(ge=-180, le=360)
    inclination_deg: float = Field(gt=0, le=30)
    step_h: float = Field(default=1.0, gt=0, le=6)


class TrackPoint(Model):
    """Direction at a time since the northbound equator crossing."""

    time_since_node_h: float
    azimuth_true_deg: float
    elevation_deg: float


class InclinedResult(Model):
    """The day's track and its extent on the sky."""

    track: list[TrackPoint]
    azimuth_span_deg: float
    elevation_span_deg: float
    widest_deg: float = Field(description="Largest angle from the mean direction: what a fixed dish must bear")


@register("inclined", "A day of an inclined satellite as seen from a site", InclinedInput, InclinedResult)
def inclined(given: InclinedInput) -> Outcome[InclinedResult]:
    """Look angles through a sidereal day. Source: `satellite_ecef_km`."""
    hours = np.append(np.arange(0.0, 23.9345, given.step_h), 23.9345)
    fine = np.linspace(0.0, 23.9345, 289)
    site = (given.latitude_deg, given.longitude_deg, given.height_m, given.satellite_longitude_deg)
    shown, dense = look_angles(*site, given.inclination_deg, hours), look_angles(*site, given.inclination_deg, fine)
    middle = look_angles(*site)
    turn = (dense.azimuth_true_deg - float(middle.azimuth_true_deg) + 180) % 360 - 180
    away = separation_deg(middle.azimuth_true_deg, middle.elevation_deg, dense.azimuth_true_deg, dense.elevation_deg)
    rows = zip(hours.tolist(), shown.azimuth_true_deg.tolist(), shown.elevation_deg.tolist(), strict=True)
    result = InclinedResult(
        track=[TrackPoint(time_since_node_h=h, azimuth_true_deg=a, elevation_deg=e) for h, a, e in rows],
        azimuth_span_deg=float(np.ptp(turn)),
        elevation_span_deg=float(np.ptp(dense.elevation_deg)),
        widest_deg=float(away.max()),
    )
    return Outcome(result, [])


class NeighboursInput(Site):
    """The wanted satellite and the others that the stores know."""

    satellite: Satellite
    others: list[Satellite] = Field(default_factory=list, max_length=500)
    beamwidth_deg: float = Field(gt=0, le=20)
    search_deg: float = Field(default=6.0, gt=0, le=90, description="How far a preset may miss: neighbours inside it can be mistaken")


class Neighbour(Model):
    """Another satellite near the wanted one, as seen from the site."""

    name: str
    longitude_deg: float
    off_deg: float = Field(description="Angle on the sky from the wanted satellite, seen from the site")
    azimuth_difference_deg: float = Field(description="Of the head: positive is clockwise from the wanted one")
    elevation_difference_deg: float
    beam_loss_db: float = Field(description="What the pattern takes off its signal while the dish is on the wanted one")
    identity: str


class NeighboursResult(Model):
    """Neighbours, nearest first."""

    neighbours: list[Neighbour]


def _direction(given: Site, longitude_deg: float) -> LookAngles:
    return look_angles(given.latitude_deg, given.longitude_deg, given.height_m, longitude_deg)


@register("neighbours", "Satellites near enough on the arc to be mistaken, and how to tell", NeighboursInput, NeighboursResult)
def neighbours(given: NeighboursInput) -> Outcome[NeighboursResult]:
    """Topocentric angles between satellites; the pattern's loss at that angle."""
    own = _direction(given, given.satellite.longitude_deg)
    found = []
    for other in given.others:
        if other.code == given.satellite.code:
            continue
        there = _direction(given, other.longitude_deg)
        off = float(separation_deg(own.azimuth_true_deg, own.elevation_deg, there.azimuth_true_deg, there.elevation_deg))
        if float(there.elevation_deg) <= 0 or off > given.search_deg:
            continue
        wanted = {beam.carrier_mhz for beam in given.satellite.beams}
        shared = wanted & {beam.carrier_mhz for beam in other.beams}
        identity = (
            "It uses the same carrier: only the network's identity on the modem page tells them apart."
            if shared
            else "Its carriers differ: a lock on this network's carrier with its identity on the modem page is proof."
        )
        found.append(
            Neighbour(
                name=other.name,
                longitude_deg=other.longitude_deg,
                off_deg=off,
                azimuth_difference_deg=float((there.azimuth_true_deg - own.azimuth_true_deg + 180) % 360 - 180),
                elevation_difference_deg=float(there.elevation_deg - own.elevation_deg),
                beam_loss_db=float(pattern_loss_db(off, given.beamwidth_deg)),
                identity=identity,
            )
        )
    found.sort(key=lambda one: one.off_deg)
    return Outcome(NeighboursResult(neighbours=found), [_judge_neighbour(one) for one in found[:1]])


def _judge_neighbour(nearest: Neighbour) -> Finding:
    return Finding(
        level=Level.MIND, code="aim.neighbour", message=f"{nearest.name} stands close by and could be mistaken", figure=nearest.off_deg, unit="deg",
        why="A preset by compass may land on the neighbour; a strong signal alone does not tell.",
        clears_by=nearest.identity, source="Angle between the satellites as seen from the site",
    )  # fmt: skip


class SpareFeedInput(Site):
    """A second feed beside the main one for a satellite near by."""

    satellite_longitude_deg: float = Field(ge=-180, le=360)
    spare_longitude_deg: float = Field(ge=-180, le=360)
    focal_length_mm: float = Field(gt=50, le=10_000)
    aperture_mm: float = Field(gt=100, le=20_000)
    feed_diameter_mm: float = Field(default=60.0, gt=0, le=500)
    frequency_ghz: float = Field(default=12.0, gt=0, le=100)
    spare_tilt_deg: float = Field(default=0.0, ge=-90, le=90)


class SpareFeedResult(Model):
    """Where the spare feed's centre goes, seen from behind the dish looking at the satellites."""

    off_deg: float
    along_bar_mm: float = Field(description="Positive to the right seen from behind")
    height_mm: float = Field(description="Positive up in the aperture")
    distance_mm: float
    beam_deviation_factor: float
    skew_deg: float = Field(description="The spare feed's own, clockwise from behind")
    gap_mm: float = Field(description="Between the two feeds' bodies; negative where they would touch")
    most_off_deg: float = Field(description="Angle beyond which the spare beam breaks up: about five beamwidths")


def _unit(azimuth_deg: Array, elevation_deg: Array) -> Array:
    a, e = np.radians(float(azimuth_deg)), np.radians(float(elevation_deg))
    return np.array([np.sin(a) * np.cos(e), np.cos(a) * np.cos(e), np.sin(e)])


def beam_deviation_factor(focal_length_mm: float, aperture_mm: float) -> float:
    """Beam angle over feed angle of a paraboloid, (1 + k x²)/(1 + x²) with x = D/4f and k = 0.36.

    Source: Y. T. Lo, On the beam deviation factor of a parabolic reflector, IRE Trans. AP-8 (1960).
    """
    x2 = (aperture_mm / (4.0 * focal_length_mm)) ** 2
    return (1.0 + 0.36 * x2) / (1.0 + x2)


@register("spare_feed", "Where a second feed sits to receive a neighbouring satellite", SpareFeedInput, SpareFeedResult)
def spare_feed(given: SpareFeedInput) -> Outcome[SpareFeedResult]:
    """The spare beam's direction in the aperture's own axes; the feed moves the opposite way, f tan ψ / BDF.

    Derivation: tangent-plane coordinates of the spare satellite about the main beam; a reflector mirrors feed and beam.
    """
    own, there = _direction(given, given.satellite_longitude_deg), _direction(given, given.spare_longitude_deg)
    main, spare = _unit(own.azimuth_true_deg, own.elevation_deg), _unit(there.azimuth_true_deg, there.elevation_deg)
    a, e = np.radians(float(own.azimuth_true_deg)), np.radians(float(own.elevation_deg))
    right = np.array([np.cos(a), -np.sin(a), 0.0])
    up = np.array([-np.sin(e) * np.sin(a), -np.sin(e) * np.cos(a), np.cos(e)])
    factor = beam_deviation_factor(given.focal_length_mm, given.aperture_mm)
    ahead = float(spare @ main)
    off_deg = float(separation_deg(own.azimuth_true_deg, own.elevation_deg, there.azimuth_true_deg, there.elevation_deg))
    scale = given.focal_length_mm / factor / max(ahead, 1e-6)
    along, height = -float(spare @ right) * scale, -float(spare @ up) * scale
    distance = math.hypot(along, height)
    beamwidth_deg = 70.0 * 299.792458 / given.frequency_ghz / given.aperture_mm
    result = SpareFeedResult(
        off_deg=off_deg, along_bar_mm=along, height_mm=height, distance_mm=distance, beam_deviation_factor=factor,
        skew_deg=90.0 - (90.0 - (float(there.skew_deg) + given.spare_tilt_deg)) % 180.0, gap_mm=distance - given.feed_diameter_mm,
        most_off_deg=5.0 * beamwidth_deg,
    )  # fmt: skip
    return Outcome(result, _judge_spare(result, float(there.elevation_deg)))


def _judge_spare(result: SpareFeedResult, elevation_deg: float) -> list[Finding]:
    reasons = [
        (elevation_deg <= 0, Level.HOLD, "aim.spare_horizon", "That satellite is below the horizon", "Nothing can be received from it here.", "Choose another satellite."),
        (result.gap_mm < 0, Level.HOLD, "aim.spare_touch", "The two feeds would touch", "The spare feed would shadow the main one and take signal from it.", "Use a slimmer feed or a dish of its own."),
        (result.off_deg > result.most_off_deg, Level.MIND, "aim.spare_far", "The spare beam is far off the axis", "Beyond some five beamwidths a paraboloid's beam breaks up and loses gain.", "Use a dish of its own."),
    ]  # fmt: skip
    return [
        Finding(
            level=level,
            code=code,
            message=message,
            why=why,
            clears_by=clears,
            figure=result.off_deg,
            unit="deg",
            source="Beam deviation of an offset feed",
        )
        for holds, level, code, message, why, clears in reasons
        if holds
    ]


__all__ = [
    "InclinedInput", "InclinedResult", "Neighbour", "NeighboursInput", "NeighboursResult", "Site", "SpareFeedInput", "SpareFeedResult",
    "beam_deviation_factor", "inclined", "neighbours", "spare_feed",
]  # fmt: skip
