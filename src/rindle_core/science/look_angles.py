"""Direction, distance and polarization of a geostationary satellite, for arrays of sites."""

from __future__ import annotations

from typing import NamedTuple

import numpy as np
from numpy.typing import ArrayLike

from rindle_core.kernel.constants import EARTH_ROTATION_RAD_PER_S, GEOSTATIONARY_RADIUS_KM
from rindle_core.kernel.geometry import Array, fold_90
from rindle_core.science.geodesy import ecef_from_geodetic_m, enu_axes


class LookAngles(NamedTuple):
    """Arrays of one shape; the frames of each angle are told in `look_angles`."""

    azimuth_true_deg: Array
    elevation_deg: Array
    skew_deg: Array
    slant_range_km: Array


def satellite_ecef_km(
    longitude_deg: ArrayLike, inclination_deg: ArrayLike = 0.0, time_since_node_h: ArrayLike = 0.0
) -> Array:
    """Position on a circular geosynchronous orbit, Earth-fixed kilometres, shape (..., 3).

    `longitude_deg` is the mean (node) longitude, east positive. With an inclination the satellite draws
    the figure of eight; `time_since_node_h` counts from its northbound equator crossing.
    Derivation: argument of latitude u = n t, turned back by the Earth's rotation of the same angle.
    """
    lon, inc = np.radians(longitude_deg), np.radians(inclination_deg)
    u = np.asarray(time_since_node_h, dtype=np.float64) * 3600.0 * EARTH_ROTATION_RAD_PER_S
    along, across = np.cos(u), np.sin(u) * np.cos(inc)
    x = along * np.cos(u) + across * np.sin(u)
    y = across * np.cos(u) - along * np.sin(u)
    z = np.sin(u) * np.sin(inc)
    return GEOSTATIONARY_RADIUS_KM * np.stack(
        np.broadcast_arrays(x * np.cos(lon) - y * np.sin(lon), x * np.sin(lon) + y * np.cos(lon), z), axis=-1
    )


def look_angles(
    latitude_deg: ArrayLike,
    longitude_deg: ArrayLike,
    height_m: ArrayLike,
    satellite_longitude_deg: ArrayLike,
    inclination_deg: ArrayLike = 0.0,
    time_since_node_h: ArrayLike = 0.0,
) -> LookAngles:
    """Look angles of satellites from WGS 84 sites; the arguments broadcast.

    Azimuth from true north, clockwise seen from above: 90 is east; straight under the satellite it is 0.
    Elevation above the ellipsoid's horizontal, geometric, negative below the horizon.
    Skew from the local vertical plane through the line of sight to the projection of the Earth's spin
    axis, clockwise positive as seen from behind the antenna looking at the satellite, in (-90, 90]:
    seen from the northern hemisphere a satellite in the south-east has a negative skew.
    Slant range in kilometres. Derivation: east-north-up components of the vector to the satellite.
    """
    satellite_km = satellite_ecef_km(satellite_longitude_deg, inclination_deg, time_since_node_h)
    site_km = ecef_from_geodetic_m(latitude_deg, longitude_deg, height_m) / 1000.0
    line_km = satellite_km - site_km
    slant_range_km = np.linalg.norm(line_km, axis=-1)
    sight = line_km / slant_range_km[..., np.newaxis]
    east, north, up = enu_axes(latitude_deg, longitude_deg)
    e, n, u = (np.sum(sight * axis, axis=-1) for axis in (east, north, up))
    level = np.hypot(e, n)
    azimuth = np.where(level > 1e-12, np.arctan2(e, n), 0.0)  # 1e-12: straight up, where azimuth has no meaning
    elevation = np.arctan2(u, level)
    # Right and upward directions in the aperture, from azimuth and elevation so that the zenith is no special case.
    sin_az, cos_az = np.sin(azimuth)[..., np.newaxis], np.cos(azimuth)[..., np.newaxis]
    sin_el, cos_el = np.sin(elevation)[..., np.newaxis], np.cos(elevation)[..., np.newaxis]
    right = cos_az * east - sin_az * north
    upward = cos_el * up - sin_el * (sin_az * east + cos_az * north)
    skew_deg = np.degrees(np.arctan2(right[..., 2], upward[..., 2]))  # the spin axis is the third coordinate
    return LookAngles(np.degrees(azimuth) % 360.0 % 360.0, np.degrees(elevation), fold_90(skew_deg), slant_range_km)


__all__ = ["LookAngles", "look_angles", "satellite_ecef_km"]
