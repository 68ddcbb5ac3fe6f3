"""How strong the radio energy before a transmitting aperture is."""

from __future__ import annotations

import math


def surface_w_per_m2(power_w: float, aperture_m: float) -> float:
    """Most that can be met at the dish itself, 4 P / A. Source: FCC OET Bulletin 65, edition 97-01, eq. 11."""
    return 16.0 * power_w / (math.pi * aperture_m**2)


def near_w_per_m2(power_w: float, aperture_m: float, efficiency: float) -> float:
    """On the axis as far as the near field reaches. Source: FCC OET Bulletin 65, edition 97-01, eq. 13."""
    return efficiency * surface_w_per_m2(power_w, aperture_m)


def power_density_w_per_m2(
    power_w: float, aperture_m: float, wavelength: float, efficiency: float, distance_m: float
) -> float:
    """On the axis of a round aperture: near field, transition and far field. Watts per square metre.

    Source: FCC OET Bulletin 65, edition 97-01, equations 12 to 18: S_nf = 16 η P / (π D²) up to D²/4λ, S_nf R_nf / R
    up to
    0.6 D²/λ, then P G / 4π R² with G = η (π D/λ)². Between the last two it steps by 3 %; against the exact field of an
    evenly lit aperture it is up to 12 % low just beyond the near field.
    """
    near = near_w_per_m2(power_w, aperture_m, efficiency)
    near_field_m, far_field_m = aperture_m**2 / (4.0 * wavelength), 0.6 * aperture_m**2 / wavelength
    if distance_m <= near_field_m:
        return near
    if distance_m < far_field_m:
        return near * near_field_m / distance_m
    gain = efficiency * (math.pi * aperture_m / wavelength) ** 2
    return power_w * gain / (4.0 * math.pi * distance_m**2)


def limit_at_m(power_w: float, aperture_m: float, wavelength: float, efficiency: float, limit: float) -> float:
    """Along the beam; where only the dish's own surface is over the limit, one diameter of it is kept clear."""
    if surface_w_per_m2(power_w, aperture_m) <= limit:
        return 0.0
    near = near_w_per_m2(power_w, aperture_m, efficiency)
    if near <= limit:
        return aperture_m
    falling = near * aperture_m**2 / (4.0 * wavelength) / limit
    if falling < 0.6 * aperture_m**2 / wavelength:
        return falling
    return aperture_m / wavelength * math.sqrt(math.pi * efficiency * power_w / (4.0 * limit))


def in_reach_m(
    strong_m: float, aperture_m: float, elevation_deg: float, height_m: float | None, reach_m: float
) -> float:
    """Level distance from the middle of a dish to which somebody on level ground reaches into what is strong up to so
    far along the beam; 0: nowhere. The lower edge leaves at the lower rim, D/2 · sin e before the middle and
    D/2 · cos e below it, as steep as the beam. Without the dish's height nothing is taken as out of reach.
    """
    rise, level = math.sin(math.radians(elevation_deg)), math.cos(math.radians(elevation_deg))
    radius_m = aperture_m / 2.0
    short_m = reach_m - ((height_m or 0.0) - radius_m * level)  # of the rim over a reach
    if strong_m == 0 or (short_m <= 0 and rise >= 0):
        return 0.0
    along_m = strong_m if rise <= 0 or height_m is None else min(strong_m, short_m / rise)
    return radius_m * abs(rise) + along_m * level


__all__ = ["in_reach_m", "limit_at_m", "near_w_per_m2", "power_density_w_per_m2", "surface_w_per_m2"]
