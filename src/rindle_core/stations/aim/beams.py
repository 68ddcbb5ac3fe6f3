"""Which beam of a satellite covers a site."""

from __future__ import annotations

import math
from collections.abc import Sequence
from functools import lru_cache
from typing import NamedTuple

import numpy as np
from pydantic import Field

from rindle_core.catalogue.models import Beam, Hand, Plane, Polarization, Sends
from rindle_core.kernel.constants import EARTH_MEAN_RADIUS_M
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.geometry import separation_deg, wrap_180
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.kernel.units import as_written
from rindle_core.science.outline import contains, edge_distance_km, unrolled
from rindle_core.science.site import Position
from rindle_core.stations.aim.findings import BEAM, BEAM_EDGE, POLARIZATION


def beam_and_edge(beams: Sequence[Beam], latitude_deg: float, longitude_deg: float) -> tuple[Beam, float] | None:
    """The beam in which the site lies deepest with the way to its edge in km, or None where no beam covers it."""
    inside = [one for one in beams if contains(one.polygon_deg, latitude_deg, longitude_deg, one.holes_deg)]
    edges = [edge_distance_km(one.polygon_deg, latitude_deg, longitude_deg, one.holes_deg) for one in inside]
    return max(zip(inside, edges, strict=True), key=lambda one: one[1], default=None)


def beam_at(beams: Sequence[Beam], latitude_deg: float, longitude_deg: float) -> Beam | None:
    """The beam in which the site lies deepest, or None where no beam covers it."""
    found = beam_and_edge(beams, latitude_deg, longitude_deg)
    return found[0] if found else None


_GRID = 24  # points across an outline's box in which its deepest one is sought; the error is under a grid step
_KM_OF_DEGREE = math.radians(1.0) * EARTH_MEAN_RADIUS_M / 1000.0
_SLACK, _SLACK_KM = 1.01, 1.0  # an edge is laid out as short chords: its distance is not the sphere's to the last metre


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
    longitudes = unrolled(corners[:, 0])
    lon, lat = np.meshgrid(
        wrap_180(np.linspace(longitudes.min(), longitudes.max(), _GRID + 2)[1:-1]),
        np.linspace(corners[:, 1].min(), corners[:, 1].max(), _GRID + 2)[1:-1],
        indexing="ij",
    )
    # A point is no deeper than another one and the way between them: most of the grid need not be asked.
    at_most_km, edge_km = np.full(lon.shape, np.inf), np.full(lon.shape, -np.inf)
    while at_most_km.max() >= edge_km.max():
        at = np.unravel_index(int(at_most_km.argmax()), lon.shape)
        edge_km[at] = round(edge_distance_km(polygon_deg, lat[at], lon[at], holes_deg), 6)  # of equals the first
        away_km = _KM_OF_DEGREE * separation_deg(lon[at], lat[at], lon, lat)
        at_most_km = np.minimum(at_most_km, edge_km[at] + _SLACK * away_km + _SLACK_KM)
        at_most_km[at] = -np.inf
    best = np.unravel_index(int(edge_km.argmax()), lon.shape)
    return Deepest(float(lat[best]), float(lon[best]), float(edge_km[best]))


class BeamInput(Position):
    """A site and the beams of a satellite."""

    beams: list[Beam] = Field(max_length=2000)
    polarization: Polarization | None = Field(default=None, description="Of the terminal; a linear one is told no hand")
    sends: Sends = Field(default="", description="What the terminal can send beside what it receives")
    rules: HouseRules = DEFAULT_RULES


class BeamChoice(Model):
    """A beam with what it asks for."""

    letter: str
    receive_hand: Hand | None = Field(description="As received at the site; None: it has none")
    transmit_hand: Hand | None = Field(description="As sent from the site; None: it has none, or the stores do not say")
    receive_plane: Plane | None = Field(default=None, description="As received at the site; None: it has none")
    transmit_plane: Plane | None = Field(default=None, description="As sent from the site")
    carrier_mhz: float
    modem_entry: str = Field(description="What the modem is told")
    expected_es_n0_db: float
    edge_km: float = Field(description="To the beam's edge: positive inside, negative outside")


class BeamResult(Model):
    """The beam of the site, and the next best one."""

    chosen: BeamChoice | None
    second: BeamChoice | None


def _choice(one: Beam, given: BeamInput) -> BeamChoice:
    linear = given.polarization == "linear"
    receive = None if linear else one.hand
    plane = one.plane if given.polarization != "circular" else None
    said = receive or plane
    entry = f"beam {one.letter}, {as_written(one.carrier_mhz)} MHz"
    return BeamChoice(
        letter=one.letter,
        receive_hand=receive,
        transmit_hand=None if linear else one.transmit_hand,
        receive_plane=plane,
        transmit_plane=one.transmit_plane if plane else None,
        carrier_mhz=one.carrier_mhz,
        modem_entry=entry if said is None else f"{entry}, receive {said}",
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
    mismatch = [] if stored is None else _judge_polarization(stored, given)
    return Outcome(result, [*_judge_beam(result, given.rules), *mismatch])


def _judge_polarization(beam: Beam, given: BeamInput) -> list[Finding]:
    """Terminal and beam must be of one kind, and the terminal must be able to send what the beam takes.

    A linear antenna takes half of a circular wave, and sends as badly.
    """
    polarization = given.polarization
    crossed = bool(given.sends and beam.sends and given.sends != beam.sends)
    if polarization is not None and (polarization == "linear") == (beam.hand is None) and crossed:
        words = {"same": "the same polarization as it receives", "crossed": "the one across what it receives"}
        return [
            POLARIZATION(
                Level.HOLD,
                "The terminal sends the wrong polarization for this beam",
                f"It sends {words[given.sends]}, the beam wants {words[beam.sends]}: nothing of it arrives, and a "
                "neighbour is disturbed.",
                clears_by="Another feed or transceiver of the order, or put beam and terminal right in the stores.",
            )
        ]
    if polarization == "linear" and beam.hand is None and beam.plane is None:
        return [
            POLARIZATION(
                Level.MIND,
                "In which plane this beam comes is not told",
                "The skew is reckoned for the plane that the port takes; in the other one it is a right angle off.",
                clears_by="Ask the operator, and enter the beam's plane in the stores.",
            )
        ]
    if polarization is None or (polarization == "linear") == (beam.hand is None):
        return []
    kinds = ("linear", "circular") if polarization == "linear" else ("circular", "linear")
    return [
        POLARIZATION(
            Level.HOLD,
            f"The terminal is {kinds[0]}, the beam {kinds[1]}",
            "Half of the power is lost each way, and the other half disturbs the neighbours.",
            figure=3.0,
            clears_by="Choose the terminal of the order, or put the beam right in the stores.",
        )
    ]


def _received(chosen: BeamChoice) -> str:
    if chosen.receive_hand:
        return f", received {chosen.receive_hand}-handed"
    return f", received in the {chosen.receive_plane} plane" if chosen.receive_plane else ""


def _sent(chosen: BeamChoice) -> str:
    if chosen.transmit_hand:
        return f"; the terminal sends {chosen.transmit_hand}-handed"
    return f"; the terminal sends in the {chosen.transmit_plane} plane" if chosen.transmit_plane else ""


def _judge_beam(result: BeamResult, rules: HouseRules) -> list[Finding]:
    source = "Beam outlines in the stores"
    chosen, second = result.chosen, result.second
    if chosen is None and second is None:
        return [BEAM.missing("The beams of this satellite are not known", "Enter its outlines in Stores.")]
    if chosen is None:
        return [
            BEAM(
                Level.HOLD,
                "No beam of this satellite covers the site",
                "The site lies outside every outline that the stores hold for it.",
                clears_by="Choose another satellite, or check the sign of the coordinates.",
                source=source,
            )
        ]
    findings = [
        BEAM(
            Level.CLEAR,
            f"Beam {chosen.letter}{_received(chosen)}",
            f"The site lies inside this beam's outline{_sent(chosen)}.",
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
            BEAM_EDGE(
                Level.MIND,
                "The site lies near the beam's edge",
                "Outlines are smoothed and satellites drift: the neighbouring beam may serve better.",
                figure=chosen.edge_km,
                limit=rules.beam_edge_km,
                bound="at_least",
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
    "deepest",
]
