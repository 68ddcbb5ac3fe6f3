"""The level to expect at a site: one function for Aim, Peak, Bring-up, the `link` calculator and the report."""

from __future__ import annotations

import math
from typing import NamedTuple

from rindle_core.catalogue.models import Beam
from rindle_core.kernel.errors import InputError
from rindle_core.science.gas import gas_loss_db
from rindle_core.science.look_angles import look_angles
from rindle_core.science.outline import edge_distance_km
from rindle_core.stations.aim.beams import deepest


class ExpectedLevel(NamedTuple):
    """Clear-sky Es/N0 at a site and what it is made of, dB; losses are positive and count from the beam's centre."""

    es_n0_db: float
    footprint_loss_db: float
    path_loss_db: float


def footprint_loss_db(beam: Beam, latitude_deg: float, longitude_deg: float) -> float:
    """Loss below the beam's centre: zero at the point farthest from the outline, the edge loss on it, a parabola
    between.

    Derivation: main-lobe parabola of ITU-R S.1428 along the line from centre to edge; outside the outline it runs on.
    """
    radius_km = deepest(beam).edge_km
    if radius_km <= 0.0:
        raise InputError.one("beam.polygon_deg", "leaves nothing between its outline and its holes")
    depth = edge_distance_km(beam.polygon_deg, latitude_deg, longitude_deg, beam.holes_deg) / radius_km
    return float(beam.edge_loss_db * (1.0 - min(depth, 1.0)) ** 2)


def _path_loss_db(
    latitude_deg: float, longitude_deg: float, height_m: float, satellite_deg: float, frequency_ghz: float
) -> float:
    """Spreading and gas, up to a constant of the frequency alone, dB. Source: Rec. ITU-R P.525, 20 log R."""
    seen = look_angles(latitude_deg, longitude_deg, height_m, satellite_deg)
    return 20.0 * math.log10(float(seen.slant_range_km)) + gas_loss_db(
        frequency_ghz, float(seen.elevation_deg), height_m
    )


def expected_level(
    beam: Beam,
    *,
    satellite_longitude_deg: float,
    latitude_deg: float,
    longitude_deg: float,
    height_m: float,
    receive_ghz: float,
    reference_gain_db: float,
) -> ExpectedLevel:
    """Es/N0 in clear sky: the level at the beam's centre, less the footprint's fall, less what the path costs more than
    there (spreading and gas, the centre at sea level), plus the terminal's figure over the reference terminal's.
    """
    lost = footprint_loss_db(beam, latitude_deg, longitude_deg)
    centre = deepest(beam)
    here_db = _path_loss_db(latitude_deg, longitude_deg, height_m, satellite_longitude_deg, receive_ghz)
    there_db = _path_loss_db(centre.latitude_deg, centre.longitude_deg, 0.0, satellite_longitude_deg, receive_ghz)
    level = beam.expected_es_n0_db + reference_gain_db - lost - (here_db - there_db)
    return ExpectedLevel(level, lost, here_db - there_db)


__all__ = ["ExpectedLevel", "expected_level", "footprint_loss_db"]
