"""The satellite's surroundings: its own daily track, and its neighbours on the arc."""

from __future__ import annotations

import numpy as np
from pydantic import Field

from rindle_core.catalogue.models import Satellite
from rindle_core.kernel.constants import SIDEREAL_DAY_H
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.geometry import separation_deg, wrap_180
from rindle_core.kernel.house_rules import HouseRules
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.kernel.units import as_written
from rindle_core.science.antenna import pattern_loss_db
from rindle_core.science.look_angles import look_angles
from rindle_core.science.site import Site
from rindle_core.stations.aim.findings import INCLINED, NEIGHBOUR


class InclinedInput(Site):
    """A satellite that is no longer held on the equator."""

    satellite_longitude_deg: float = Field(ge=-180, le=360)
    inclination_deg: float = Field(gt=0, le=30)
    step_h: float = Field(default=1.0, ge=0.05, le=6)


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
    hours = np.append(np.arange(0.0, SIDEREAL_DAY_H, given.step_h), SIDEREAL_DAY_H)
    fine = np.linspace(0.0, SIDEREAL_DAY_H, 289)
    site = (given.latitude_deg, given.longitude_deg, given.height_m, given.satellite_longitude_deg)
    shown, dense = look_angles(*site, given.inclination_deg, hours), look_angles(*site, given.inclination_deg, fine)
    middle = look_angles(*site)
    turn = wrap_180(dense.azimuth_true_deg - float(middle.azimuth_true_deg))
    away = separation_deg(middle.azimuth_true_deg, middle.elevation_deg, dense.azimuth_true_deg, dense.elevation_deg)
    rows = zip(hours.tolist(), shown.azimuth_true_deg.tolist(), shown.elevation_deg.tolist(), strict=True)
    result = InclinedResult(
        track=[TrackPoint(time_since_node_h=h, azimuth_true_deg=a, elevation_deg=e) for h, a, e in rows],
        azimuth_span_deg=float(np.ptp(turn)),
        elevation_span_deg=float(np.ptp(dense.elevation_deg)),
        widest_deg=float(away.max()),
    )
    return Outcome(result, [])


def judge_inclined(
    satellite: Satellite, site: Site, beamwidth_deg: float, rules: HouseRules
) -> tuple[InclinedResult | None, list[Finding]]:
    """What the daily swing of a satellite takes from a fixed dish on its middle; nothing where it is held."""
    if not satellite.inclination_deg:
        return None, []
    swing = inclined(
        InclinedInput(
            latitude_deg=site.latitude_deg,
            longitude_deg=site.longitude_deg,
            height_m=site.height_m,
            satellite_longitude_deg=satellite.longitude_deg,
            inclination_deg=satellite.inclination_deg,
        )
    ).result
    loss_db = float(pattern_loss_db(swing.widest_deg, beamwidth_deg))
    finding = INCLINED.at_most(
        loss_db,
        rules.swing_loss_db,
        level=Level.MIND,
        clear="The satellite's daily swing costs little",
        over=f"{satellite.name} swings {swing.widest_deg:.2f}° from its middle in a day",
        why="It is no longer held on the equator: a fixed dish loses most at the ends of its swing, twice a day.",
        clears_by="Choose a satellite that is held, a smaller dish, or a dish that follows.",
    )
    return swing, [finding]


class NeighboursInput(Site):
    """The wanted satellite and the others that the stores know."""

    satellite: Satellite
    others: list[Satellite] = Field(default_factory=list, max_length=500)
    beamwidth_deg: float = Field(gt=0, le=20)
    search_deg: float = Field(
        default=6.0, gt=0, le=90, description="How far a preset may miss: neighbours inside it can be mistaken"
    )


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


@register(
    "neighbours", "Satellites near enough on the arc to be mistaken, and how to tell", NeighboursInput, NeighboursResult
)
def neighbours(given: NeighboursInput) -> Outcome[NeighboursResult]:
    """Topocentric angles between satellites; the pattern's loss at that angle."""
    own = given.look(given.satellite.longitude_deg)
    found = []
    for other in given.others:
        if other.code == given.satellite.code:
            continue
        there = given.look(other.longitude_deg)
        off = float(
            separation_deg(own.azimuth_true_deg, own.elevation_deg, there.azimuth_true_deg, there.elevation_deg)
        )
        if float(there.elevation_deg) <= 0 or off > given.search_deg:
            continue
        wanted = {beam.carrier_mhz for beam in given.satellite.beams}
        shared = wanted & {beam.carrier_mhz for beam in other.beams}
        proof = f" Ours shows itself as {given.satellite.network_id}." if given.satellite.network_id else ""
        its_own = [one for one in given.satellite.telling if not any(one.meets(its) for its in other.carriers)]
        for one in its_own[:1]:
            proof += f" Only ours has a carrier at {as_written(one.downlink_mhz)} MHz."
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
                azimuth_difference_deg=float(wrap_180(there.azimuth_true_deg - own.azimuth_true_deg)),
                elevation_difference_deg=float(there.elevation_deg - own.elevation_deg),
                beam_loss_db=float(pattern_loss_db(off, given.beamwidth_deg)),
                identity=identity + proof,
            )
        )
    found.sort(key=lambda one: one.off_deg)
    return Outcome(NeighboursResult(neighbours=found), [_judge_neighbour(one) for one in found[:1]])


def _judge_neighbour(nearest: Neighbour) -> Finding:
    return NEIGHBOUR(
        Level.MIND,
        f"{nearest.name} stands close by and could be mistaken",
        "A preset by compass may land on the neighbour; a strong signal alone does not tell.",
        figure=nearest.off_deg,
        clears_by=nearest.identity,
    )


__all__ = [
    "InclinedInput",
    "InclinedResult",
    "Neighbour",
    "NeighboursInput",
    "NeighboursResult",
    "Site",
    "inclined",
    "judge_inclined",
    "neighbours",
]
