"""Which beam of a satellite covers a site."""

from __future__ import annotations

import math
from collections.abc import Sequence
from functools import lru_cache
from typing import NamedTuple

import numpy as np
from pydantic import Field

from rindle_core.catalogue import Beam, Hand, Polarization
from rindle_core.constants import EARTH_MEAN_RADIUS_M
from rindle_core.findings import Finding, Level
from rindle_core.geodesy import Array, wrap_180
from rindle_core.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.model import Model
from rindle_core.registry import Outcome, register
from rindle_core.site import Position

Outline = Sequence[tuple[float, float]]
_GRID = 24  # points across an outline's box in which its deepest one is sought; the error is under a grid step
_MOST_POINTS = 20_000  # along an outline: no beam of a satellite needs more


def _unrolled(longitudes_deg: Array) -> Array:
    """Longitudes that run on from the first corner, so that an outline across the date line is one piece."""
    return np.asarray(longitudes_deg[0] + np.concatenate([[0.0], np.cumsum(wrap_180(np.diff(longitudes_deg)))]))


def _closed(polygon_deg: Outline) -> tuple[Array, Array]:
    """Corners of an outline in one piece, longitudes and latitudes; one that goes round a pole is led over it.

    An outline whose longitudes come back a whole turn away goes round the pole that is nearer to its corners (RFC 7946
    asks for the same two corners on the map's rim).
    """
    corners = np.asarray(polygon_deg, dtype=np.float64)
    if np.array_equal(corners[0], corners[-1]):
        corners = corners[:-1]
    longitudes, latitudes = _unrolled(np.append(corners[:, 0], corners[0, 0])), np.append(corners[:, 1], corners[0, 1])
    if abs(longitudes[-1] - longitudes[0]) > 180.0:
        pole = math.copysign(90.0, float(latitudes.mean()))
        longitudes = np.concatenate([longitudes, [longitudes[-1], longitudes[0]]])
        latitudes = np.concatenate([latitudes, [pole, pole]])
    return longitudes, latitudes


def contains(
    polygon_deg: Outline, latitude_deg: float, longitude_deg: float, holes_deg: Sequence[Outline] = ()
) -> bool:
    """Whether the point lies inside the outline of (longitude, latitude) corners or on it, and inside none of the
    holes.

    The outline may cross the date line or go round a pole. Edges are straight in longitude and latitude (RFC 7946).
    Source: even-odd ray casting.
    """
    longitudes, latitudes = _closed(polygon_deg)
    turns = 360.0 * np.round(((longitudes.min() + longitudes.max()) / 2.0 - longitude_deg) / 360.0)
    inside = any(
        _covers(longitudes - (longitude_deg + turns + other), latitudes - latitude_deg)
        for other in (-360.0, 0.0, 360.0)
    )
    return inside and not any(_strictly(hole, latitude_deg, longitude_deg) for hole in holes_deg)


def _strictly(hole_deg: Outline, latitude_deg: float, longitude_deg: float) -> bool:
    """Inside a hole and not on its rim, which still belongs to the beam."""
    return (
        contains(hole_deg, latitude_deg, longitude_deg) and _to_outline_km(hole_deg, latitude_deg, longitude_deg) > 1e-9
    )


def _covers(east: Array, north: Array) -> bool:
    """Whether the origin lies inside a closed outline of corners, or on one of its edges."""
    east_next, north_next = np.roll(east, -1), np.roll(north, -1)
    across = east * north_next - east_next * north
    between = (east * east_next <= 0) & (north * north_next <= 0)
    if np.any((np.abs(across) <= 1e-12) & between):
        return True
    crosses = (north > 0) != (north_next > 0)
    with np.errstate(divide="ignore", invalid="ignore"):
        at = east + (0 - north) * (east_next - east) / (north_next - north)
    return bool(np.count_nonzero(crosses & (at > 0)) % 2)


def beam_at(beams: Sequence[Beam], latitude_deg: float, longitude_deg: float) -> Beam | None:
    """The beam in which the site lies deepest, or None where no beam covers it."""
    inside = [one for one in beams if contains(one.polygon_deg, latitude_deg, longitude_deg, one.holes_deg)]
    return max(
        inside,
        key=lambda one: edge_distance_km(one.polygon_deg, latitude_deg, longitude_deg, one.holes_deg),
        default=None,
    )


class Deepest(NamedTuple):
    """The point of a beam that lies farthest from its edge, and how far."""

    latitude_deg: float
    longitude_deg: float
    edge_km: float


def deepest(beam: Beam) -> Deepest:
    """The beam's middle: the centre of the largest circle that fits into the outline, to a step of a grid over it."""
    return _deepest(tuple(map(tuple, beam.polygon_deg)), tuple(tuple(map(tuple, hole)) for hole in beam.holes_deg))


@lru_cache(maxsize=256)
def _deepest(
    polygon_deg: tuple[tuple[float, float], ...], holes_deg: tuple[tuple[tuple[float, float], ...], ...]
) -> Deepest:
    corners = np.asarray(polygon_deg)
    longitudes = _unrolled(corners[:, 0])
    return max(
        (
            Deepest(
                float(lat),
                float(wrap_180(lon)),
                edge_distance_km(polygon_deg, float(lat), float(wrap_180(lon)), holes_deg),
            )
            for lon in np.linspace(longitudes.min(), longitudes.max(), _GRID + 2)[1:-1]
            for lat in np.linspace(corners[:, 1].min(), corners[:, 1].max(), _GRID + 2)[1:-1]
        ),
        key=lambda one: one.edge_km,
    )


class BeamInput(Position):
    """A site and the beams of a satellite."""

    beams: list[Beam] = Field(max_length=2000)
    polarization: Polarization | None = Field(default=None, description="Of the terminal; a linear one is told no hand")
    rules: HouseRules = DEFAULT_RULES


class BeamChoice(Model):
    """A beam with what it asks for."""

    letter: str
    receive_hand: Hand | None = Field(description="As received at the site; None: it has none")
    transmit_hand: Hand | None = Field(description="As sent from the site; None: it has none, or the stores do not say")
    carrier_mhz: float
    modem_entry: str = Field(description="What the modem is told")
    expected_es_n0_db: float
    edge_km: float = Field(description="To the beam's edge: positive inside, negative outside")


class BeamResult(Model):
    """The beam of the site, and the next best one."""

    chosen: BeamChoice | None
    second: BeamChoice | None


def edge_distance_km(
    polygon_deg: Outline, latitude_deg: float, longitude_deg: float, holes_deg: Sequence[Outline] = ()
) -> float:
    """Distance to the nearest point of the outline or of a hole's, positive where the beam is.

    Corners and points along the edges are laid out about the site at their distance and bearing on the mean sphere,
    0.5 % from the ellipsoid's (azimuthal equidistant), where the distance to a short chord is plane geometry.
    """
    nearest = min(_to_outline_km(one, latitude_deg, longitude_deg) for one in (polygon_deg, *holes_deg))
    return nearest if contains(polygon_deg, latitude_deg, longitude_deg, holes_deg) else -nearest


def _along(polygon_deg: Outline) -> Array:
    """Points along an outline (longitude, latitude), its corners among them: a tenth of a degree apart or less.

    An outline so long that this gives more than `_MOST_POINTS` is taken in wider steps.
    """
    corners = np.asarray(polygon_deg, dtype=np.float64)
    following = np.roll(corners, -1, axis=0)
    steps = np.stack([wrap_180(following[:, 0] - corners[:, 0]), following[:, 1] - corners[:, 1]], axis=-1)
    length = np.abs(steps).max(axis=-1)
    step_deg = max(0.1, float(length.sum()) / _MOST_POINTS)
    count = np.maximum(2, np.ceil(length / step_deg)).astype(np.int64)
    edge = np.repeat(np.arange(len(corners)), count)
    share = (np.arange(len(edge)) - np.repeat(np.cumsum(count) - count, count)) / count[edge]
    return np.asarray(corners[edge] + share[:, np.newaxis] * steps[edge])


def _to_outline_km(polygon_deg: Outline, latitude_deg: float, longitude_deg: float) -> float:
    outline = _along(polygon_deg)
    lat0, lat = np.radians(latitude_deg), np.radians(outline[:, 1])
    dlon = np.radians(outline[:, 0] - longitude_deg)
    half = np.sin((lat - lat0) / 2) ** 2 + np.cos(lat0) * np.cos(lat) * np.sin(dlon / 2) ** 2
    away_km = 2 * EARTH_MEAN_RADIUS_M / 1000 * np.arcsin(np.sqrt(np.clip(half, 0, 1)))
    bearing = np.arctan2(
        np.sin(dlon) * np.cos(lat), np.cos(lat0) * np.sin(lat) - np.sin(lat0) * np.cos(lat) * np.cos(dlon)
    )
    plane = np.stack([away_km * np.sin(bearing), away_km * np.cos(bearing)], axis=-1)
    chord = np.roll(plane, -1, axis=0) - plane
    along = np.clip(-(plane * chord).sum(axis=-1) / np.maximum((chord**2).sum(axis=-1), 1e-12), 0, 1)
    return float(np.linalg.norm(plane + along[:, np.newaxis] * chord, axis=-1).min())


def _choice(one: Beam, given: BeamInput) -> BeamChoice:
    linear = given.polarization == "linear"
    receive = None if linear else one.hand
    entry = f"beam {one.letter}, {one.carrier_mhz:g} MHz"
    return BeamChoice(
        letter=one.letter,
        receive_hand=receive,
        transmit_hand=None if linear else one.transmit_hand,
        carrier_mhz=one.carrier_mhz,
        modem_entry=entry if receive is None else f"{entry}, receive {receive}",
        expected_es_n0_db=one.expected_es_n0_db,
        edge_km=edge_distance_km(one.polygon_deg, given.latitude_deg, given.longitude_deg, one.holes_deg),
    )


@register("beam", "Which beam covers a site, what it asks for, its edge, and the second choice", BeamInput, BeamResult)
def beam(given: BeamInput) -> Outcome[BeamResult]:
    """The beam in which the site lies deepest; the second choice is the next deepest, or the nearest one outside."""
    choices = sorted((_choice(one, given) for one in given.beams), key=lambda choice: -choice.edge_km)
    chosen = choices[0] if choices and choices[0].edge_km >= 0 else None
    second = next((one for one in choices if one is not chosen), None)
    result = BeamResult(chosen=chosen, second=second)
    stored = next((one for one in given.beams if chosen and one.letter == chosen.letter), None)
    mismatch = [] if stored is None else _judge_polarization(stored, given.polarization)
    return Outcome(result, [*_judge_beam(result, given.rules), *mismatch])


def _judge_polarization(beam: Beam, polarization: Polarization | None) -> list[Finding]:
    """Terminal and beam must be of one kind. A linear antenna takes half of a circular wave, and sends as badly."""
    if polarization is None or (polarization == "linear") == (beam.hand is None):
        return []
    kinds = ("linear", "circular") if polarization == "linear" else ("circular", "linear")
    return [
        Finding(
            level=Level.HOLD,
            code="aim.polarization",
            message=f"The terminal is {kinds[0]}, the beam {kinds[1]}",
            figure=3.0,
            unit="db",
            why="Half of the power is lost each way, and the other half disturbs the neighbours.",
            clears_by="Choose the terminal of the order, or put the beam right in the stores.",
            source="Polarization of terminal and beam in the stores",
        )
    ]


def _judge_beam(result: BeamResult, rules: HouseRules) -> list[Finding]:
    source = "Beam outlines in the stores"
    chosen, second = result.chosen, result.second
    if chosen is None:
        return [
            Finding(
                level=Level.HOLD,
                code="aim.beam",
                message="No beam of this satellite covers the site",
                why="The site lies outside every outline that the stores hold for it.",
                clears_by="Choose another satellite, or check the sign of the coordinates.",
                source=source,
            )
        ]
    findings = [
        Finding(
            level=Level.CLEAR,
            code="aim.beam",
            message=f"Beam {chosen.letter}, received {chosen.receive_hand}-handed"
            if chosen.receive_hand
            else f"Beam {chosen.letter}",
            why="The site lies inside this beam's outline"
            + (f"; the terminal sends {chosen.transmit_hand}-handed." if chosen.transmit_hand else "."),
            source=source,
        )
    ]
    if chosen.edge_km < rules.beam_edge_km:
        other = (
            f"If the level is poor ask the operations desk about beam {second.letter}."
            if second
            else "Expect less level than at the beam's centre."
        )
        findings.append(
            Finding(
                level=Level.MIND,
                code="aim.beam_edge",
                message="The site lies near the beam's edge",
                figure=chosen.edge_km,
                limit=rules.beam_edge_km,
                unit="km",
                why="Outlines are smoothed and satellites drift: the neighbouring beam may serve better.",
                clears_by=other,
                source=source,
            )
        )
    return findings


__all__ = [
    "BeamChoice",
    "BeamInput",
    "BeamResult",
    "Deepest",
    "beam",
    "beam_at",
    "contains",
    "deepest",
    "edge_distance_km",
]
