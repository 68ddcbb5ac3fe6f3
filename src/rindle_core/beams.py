"""Which beam of a satellite covers a site."""

from __future__ import annotations

from collections.abc import Sequence
from functools import lru_cache

import numpy as np
from pydantic import Field

from rindle_core.catalogue import Beam, Hand
from rindle_core.constants import EARTH_MEAN_RADIUS_M
from rindle_core.findings import Finding, Level
from rindle_core.geodesy import wrap_180
from rindle_core.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.model import Model
from rindle_core.registry import Outcome, register

Outline = Sequence[tuple[float, float]]


def contains(polygon_deg: Outline, latitude_deg: float, longitude_deg: float, holes_deg: Sequence[Outline] = ()) -> bool:
    """Whether the point lies inside the outline of (longitude, latitude) corners, and in none of the holes; it may cross the date line.

    Edges are straight in longitude and latitude (RFC 7946). Source: even-odd ray casting.
    """
    corners = np.asarray(polygon_deg, dtype=np.float64)
    # Longitudes run on from the first corner, so that an outline across the date line is one piece.
    steps = wrap_180(np.diff(corners[:, 0]))
    longitudes = corners[0, 0] + np.concatenate([[0.0], np.cumsum(steps)])
    middle = (longitudes.min() + longitudes.max()) / 2
    east = longitudes - (middle + wrap_180(longitude_deg - middle))
    north = corners[:, 1] - latitude_deg
    east_next, north_next = np.roll(east, -1), np.roll(north, -1)
    crosses = (north > 0) != (north_next > 0)
    with np.errstate(divide="ignore", invalid="ignore"):
        at = east + (0 - north) * (east_next - east) / (north_next - north)
    inside = bool(np.count_nonzero(crosses & (at > 0)) % 2)
    return inside and not any(contains(hole, latitude_deg, longitude_deg) for hole in holes_deg)


def beam_at(beams: Sequence[Beam], latitude_deg: float, longitude_deg: float) -> Beam | None:
    """The beam in which the site lies deepest, or None where no beam covers it."""
    inside = [one for one in beams if contains(one.polygon_deg, latitude_deg, longitude_deg, one.holes_deg)]
    return max(inside, key=lambda one: edge_distance_km(one.polygon_deg, latitude_deg, longitude_deg, one.holes_deg), default=None)


_GRID = 24  # points across an outline's box in which its deepest one is sought; the error is under a grid step


def deepest_km(beam: Beam) -> float:
    """Distance to the outline from the point farthest inside it: the radius of the largest circle that fits, near enough."""
    return _deepest_km(tuple(map(tuple, beam.polygon_deg)), tuple(tuple(map(tuple, hole)) for hole in beam.holes_deg))


@lru_cache(maxsize=256)
def _deepest_km(polygon_deg: tuple[tuple[float, float], ...], holes_deg: tuple[tuple[tuple[float, float], ...], ...]) -> float:
    corners = np.asarray(polygon_deg)
    longitudes = corners[0, 0] + np.concatenate([[0.0], np.cumsum(wrap_180(np.diff(corners[:, 0])))])
    grid = [
        (float(lat), float(wrap_180(lon)))
        for lon in np.linspace(longitudes.min(), longitudes.max(), _GRID + 2)[1:-1]
        for lat in np.linspace(corners[:, 1].min(), corners[:, 1].max(), _GRID + 2)[1:-1]
    ]
    return max((edge_distance_km(polygon_deg, lat, lon, holes_deg) for lat, lon in grid), default=0.0)


class BeamInput(Model):
    """A site and the beams of a satellite."""

    latitude_deg: float = Field(ge=-90, le=90)
    longitude_deg: float = Field(ge=-180, le=180)
    beams: list[Beam] = Field(max_length=2000)
    opposite_transmit_hand: bool = Field(default=True, description="Whether the terminal sends with the other hand than it receives")
    rules: HouseRules = DEFAULT_RULES


class BeamChoice(Model):
    """A beam with what it asks for."""

    letter: str
    receive_hand: Hand = Field(description="As received at the site")
    transmit_hand: Hand = Field(description="As sent from the site")
    carrier_mhz: float
    modem_entry: str = Field(description="What the modem is told")
    expected_es_n0_db: float
    edge_km: float = Field(description="To the beam's edge: positive inside, negative outside")


class BeamResult(Model):
    """The beam of the site, and the next best one."""

    chosen: BeamChoice | None
    second: BeamChoice | None


def edge_distance_km(polygon_deg: Outline, latitude_deg: float, longitude_deg: float, holes_deg: Sequence[Outline] = ()) -> float:
    """Distance to the nearest point of the outline or of a hole's, positive where the beam is.

    Corners and points along the edges are laid out about the site at their true distance and bearing (azimuthal
    equidistant), where the distance to a short chord is plane geometry. Edges are taken in steps of a tenth of a degree or less.
    """
    nearest = min(_to_outline_km(one, latitude_deg, longitude_deg) for one in (polygon_deg, *holes_deg))
    return nearest if contains(polygon_deg, latitude_deg, longitude_deg, holes_deg) else -nearest


def _to_outline_km(polygon_deg: Outline, latitude_deg: float, longitude_deg: float) -> float:
    corners = np.asarray(polygon_deg, dtype=np.float64)
    following = np.roll(corners, -1, axis=0)
    steps = np.stack([wrap_180(following[:, 0] - corners[:, 0]), following[:, 1] - corners[:, 1]], axis=-1)
    count = max(2, int(np.ceil(np.abs(steps).max() / 0.1)))
    share = np.linspace(0.0, 1.0, count, endpoint=False)
    outline = (corners[:, np.newaxis, :] + share[np.newaxis, :, np.newaxis] * steps[:, np.newaxis, :]).reshape(-1, 2)
    lat0, lat = np.radians(latitude_deg), np.radians(outline[:, 1])
    dlon = np.radians(outline[:, 0] - longitude_deg)
    half = np.sin((lat - lat0) / 2) ** 2 + np.cos(lat0) * np.cos(lat) * np.sin(dlon / 2) ** 2
    away_km = 2 * EARTH_MEAN_RADIUS_M / 1000 * np.arcsin(np.sqrt(np.clip(half, 0, 1)))
    bearing = np.arctan2(np.sin(dlon) * np.cos(lat), np.cos(lat0) * np.sin(lat) - np.sin(lat0) * np.cos(lat) * np.cos(dlon))
    plane = np.stack([away_km * np.sin(bearing), away_km * np.cos(bearing)], axis=-1)
    chord = np.roll(plane, -1, axis=0) - plane
    along = np.clip(-(plane * chord).sum(axis=-1) / np.maximum((chord**2).sum(axis=-1), 1e-12), 0, 1)
    return float(np.linalg.norm(plane + along[:, np.newaxis] * chord, axis=-1).min())


def _other(hand: Hand) -> Hand:
    return "left" if hand == "right" else "right"


@register("beam", "Which beam covers a site, what it asks for, its edge, and the second choice", BeamInput, BeamResult)
def beam(given: BeamInput) -> Outcome[BeamResult]:
    """The beam in which the site lies deepest; the second choice is the next deepest, or the nearest one outside."""
    choices = sorted(
        (
            BeamChoice(
                letter=one.letter,
                receive_hand=one.hand,
                transmit_hand=_other(one.hand) if given.opposite_transmit_hand else one.hand,
                carrier_mhz=one.carrier_mhz,
                modem_entry=f"beam {one.letter}, {one.carrier_mhz:g} MHz, receive {one.hand}",
                expected_es_n0_db=one.expected_es_n0_db,
                edge_km=edge_distance_km(one.polygon_deg, given.latitude_deg, given.longitude_deg, one.holes_deg),
            )
            for one in given.beams
        ),
        key=lambda choice: -choice.edge_km,
    )
    chosen = choices[0] if choices and choices[0].edge_km >= 0 else None
    second = next((one for one in choices if one is not chosen), None)
    result = BeamResult(chosen=chosen, second=second)
    return Outcome(result, _judge_beam(result, given.rules))


def _judge_beam(result: BeamResult, rules: HouseRules) -> list[Finding]:
    source = "Beam outlines in the stores"
    chosen, second = result.chosen, result.second
    if chosen is None:
        return [
            Finding(
                level=Level.HOLD, code="aim.beam", message="No beam of this satellite covers the site",
                why="The site lies outside every outline that the stores hold for it.",
                clears_by="Choose another satellite, or check the sign of the coordinates.", source=source,
            )
        ]  # fmt: skip
    findings = [
        Finding(
            level=Level.CLEAR, code="aim.beam", message=f"Beam {chosen.letter}, received {chosen.receive_hand}-handed",
            why=f"The site lies inside this beam's outline; the terminal sends {chosen.transmit_hand}-handed.", source=source,
        )
    ]  # fmt: skip
    if chosen.edge_km < rules.beam_edge_km:
        other = (
            f"If the level is poor ask the operations desk about beam {second.letter}."
            if second
            else "Expect less level than at the beam's centre."
        )
        findings.append(
            Finding(
                level=Level.MIND, code="aim.beam_edge", message="The site lies near the beam's edge", figure=chosen.edge_km, limit=rules.beam_edge_km,
                unit="km", why="Outlines are smoothed and satellites drift: the neighbouring beam may serve better.", clears_by=other, source=source,
            )
        )  # fmt: skip
    return findings


__all__ = ["BeamChoice", "BeamInput", "BeamResult", "beam", "beam_at", "contains", "deepest_km", "edge_distance_km"]
