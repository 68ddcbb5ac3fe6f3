"""What rain takes of a wave on its way from the satellite, by the ITU's recommendations and maps that ship with it."""

from __future__ import annotations

import math
from functools import lru_cache
from pathlib import Path
from typing import NamedTuple

import numpy as np

from rindle_core.kernel.geometry import Array

_MAPS = Path(__file__).with_name("rain_maps.npz")
_EACH = 2  # values a degree
_ABOVE_FREEZING_KM = 0.36  # of the top of the rain over the mean 0 °C isotherm, P.839-4
_EARTH_KM = 8500.0  # effective radius, P.618-13, 2.2.1.1
_LOW_DEG = 5.0  # under it the earth is not flat

# Rec. ITU-R P.838-3, tables 1 to 4: heights, places and breadths of the bells, then slope and offset.
_K = {
    "level": ([-5.33980, -0.35351, -0.23789, -0.94158], [-0.10008, 1.26970, 0.86036, 0.64552],
              [1.13098, 0.45400, 0.15354, 0.16817], -0.18961, 0.71147),
    "upright": ([-3.80595, -3.44965, -0.39902, 0.50167], [0.56934, -0.22911, 0.73042, 1.07319],
                [0.81061, 0.51059, 0.11899, 0.27195], -0.16398, 0.63297),
}  # fmt: skip
_ALPHA = {
    "level": ([-0.14318, 0.29591, 0.32177, -5.37610, 16.1721], [1.82442, 0.77564, 0.63773, -0.96230, -3.29980],
              [-0.55187, 0.19822, 0.13164, 1.47828, 3.43990], 0.67849, -1.95537),
    "upright": ([-0.07771, 0.56727, -0.20238, -48.2991, 48.5833], [2.33840, 0.95545, 1.14520, 0.791669, 0.791459],
                [-0.76284, 0.54039, 0.26809, 0.116226, 0.116479], -0.053739, 0.83433),
}  # fmt: skip


class RainClimate(NamedTuple):
    """Of a place: rain rate that is passed during 0.01 % of the average year, and how high it rains from."""

    rate_mm_h: float
    top_km: float


@lru_cache(maxsize=1)
def _maps() -> tuple[Array, Array]:
    with np.load(_MAPS) as kept:
        return kept["rate_tenth_mm_h"] / 10.0, kept["freezing_dam"] / 100.0


def _between(grid: Array, latitude_deg: float, longitude_deg: float) -> float:
    """Of a grid from the south pole and the date line on: bilinear."""
    up, right = (latitude_deg + 90.0) * _EACH, ((longitude_deg + 180.0) % 360.0) * _EACH
    row, column = min(int(up), grid.shape[0] - 2), min(int(right), grid.shape[1] - 2)
    share, along = up - row, right - column
    here = grid[row : row + 2, column : column + 2] @ np.array([1.0 - along, along])
    return float(here @ np.array([1.0 - share, share]))


def rain_climate(latitude_deg: float, longitude_deg: float) -> RainClimate:
    """From the maps of Rec. ITU-R P.837-7 and P.839-4, read each half degree: among mountains some percent off."""
    rate, freezing = _maps()
    return RainClimate(
        _between(rate, latitude_deg, longitude_deg),
        _between(freezing, latitude_deg, longitude_deg) + _ABOVE_FREEZING_KM,
    )


def _bells(table: tuple[list[float], list[float], list[float], float, float], log_ghz: float) -> float:
    heights, places, breadths, slope, offset = table
    bells = sum(a * math.exp(-(((log_ghz - b) / c) ** 2)) for a, b, c in zip(heights, places, breadths, strict=True))
    return bells + slope * log_ghz + offset


def rain_coefficients(ghz: float, elevation_deg: float, tilt_deg: float) -> tuple[float, float]:
    """k and α of γ = k·Rᵅ, dB/km with R in mm/h. `tilt_deg` is that of the wave from the level, 45 for circular.

    Holds from 1 to 1000 GHz. Source: Rec. ITU-R P.838-3, equations 1 to 5.
    """
    log_ghz = math.log10(ghz)
    level, upright = (10.0 ** _bells(_K[plane], log_ghz) for plane in ("level", "upright"))
    level_alpha, upright_alpha = (_bells(_ALPHA[plane], log_ghz) for plane in ("level", "upright"))
    turned = math.cos(math.radians(elevation_deg)) ** 2 * math.cos(2.0 * math.radians(tilt_deg))
    k = (level + upright + (level - upright) * turned) / 2.0
    alpha = (
        level * level_alpha + upright * upright_alpha + (level * level_alpha - upright * upright_alpha) * turned
    ) / (2.0 * k)
    return k, alpha


def rain_fade_001_db(
    climate: RainClimate, *, latitude_deg: float, height_km: float, elevation_deg: float, ghz: float, tilt_deg: float
) -> float:
    """Fade passed during 0.01 % of the average year, dB. Source: Rec. ITU-R P.618-13, 2.2.1.1, steps 1 to 9."""
    rise_km = climate.top_km - height_km
    if rise_km <= 0.0 or climate.rate_mm_h <= 0.0:
        return 0.0
    sine, cosine = math.sin(math.radians(elevation_deg)), math.cos(math.radians(elevation_deg))
    if elevation_deg >= _LOW_DEG:
        slant_km = rise_km / sine
    else:
        slant_km = 2.0 * rise_km / (math.sqrt(sine**2 + 2.0 * rise_km / _EARTH_KM) + sine)
    level_km = slant_km * cosine
    k, alpha = rain_coefficients(ghz, elevation_deg, tilt_deg)
    weakens = k * climate.rate_mm_h**alpha
    across = 1.0 / (1.0 + 0.78 * math.sqrt(level_km * weakens / ghz) - 0.38 * (1.0 - math.exp(-2.0 * level_km)))
    steep_deg = math.degrees(math.atan2(rise_km, level_km * across))
    rain_km = level_km * across / cosine if steep_deg > elevation_deg else rise_km / sine
    tropics_deg = max(0.0, 36.0 - abs(latitude_deg))
    spread = 31.0 * (1.0 - math.exp(-elevation_deg / (1.0 + tropics_deg))) * math.sqrt(rain_km * weakens) / ghz**2
    upwards = 1.0 / (1.0 + math.sqrt(sine) * (spread - 0.45))
    return float(weakens * rain_km * upwards)


def rain_fades_db(share_percent: Array, fade_001_db: float, *, latitude_deg: float, elevation_deg: float) -> Array:
    """Fade passed during each of the shares of the average year, shape (n,), percent from 0.001 to 5, dB.

    Source: Rec. ITU-R P.618-13, 2.2.1.1, step 10.
    """
    shares = np.asarray(share_percent, dtype=float)
    if fade_001_db <= 0.0:
        return np.zeros_like(shares)
    sine = math.sin(math.radians(elevation_deg))
    towards = -0.005 * (abs(latitude_deg) - 36.0)
    if elevation_deg < 25.0:
        towards += 1.8 - 4.25 * sine
    beta = np.where((shares >= 1.0) | (abs(latitude_deg) >= 36.0), 0.0, towards)
    power = 0.655 + 0.033 * np.log(shares) - 0.045 * math.log(fade_001_db) - beta * (1.0 - shares) * sine
    return np.asarray(fade_001_db * (shares / 0.01) ** -power)


__all__ = ["RainClimate", "rain_climate", "rain_coefficients", "rain_fade_001_db", "rain_fades_db"]
