"""Look angles by a library that Rindle does not use for them."""

from skyfield.api import load, wgs84
from skyfield.framelib import itrs
from skyfield.positionlib import build_position

from rindle_core.science.look_angles import satellite_ecef_km


def independent_look_angles(latitude, longitude, height_m, satellite_deg):
    """Azimuth, elevation and range by skyfield."""
    moment = load.timescale(builtin=True).utc(2026, 11, 24)
    site = wgs84.latlon(latitude, longitude, elevation_m=height_m)
    place = itrs.rotation_at(moment).T @ satellite_ecef_km(satellite_deg)
    elevation, azimuth, distance = (
        build_position(place / 149_597_870.7, t=moment, center=399) - site.at(moment)
    ).altaz()
    return azimuth.degrees, elevation.degrees, distance.km
