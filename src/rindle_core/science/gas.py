"""What the air's oxygen and vapour take from a wave."""

from __future__ import annotations

import math

from rindle_core.kernel.constants import (
    AIR_GAS_CONSTANT_J_PER_KG_K,
    ISA_LAPSE_K_PER_M,
    ISA_SEA_LEVEL_PRESSURE_PA,
    ISA_SEA_LEVEL_TEMPERATURE_K,
    STANDARD_GRAVITY_MPS2,
)

_VAPOUR_G_PER_M3 = 7.5  # at sea level, mean of the world; ITU-R P.835


_VAPOUR_SCALE_M = 2000.0  # by which it thins out, ITU-R P.835


_LEAST_ELEVATION_DEG = 5.0  # the cosecant law holds from here, ITU-R P.676


MOST_GHZ = 50.0  # the dry-air formula below holds under the oxygen lines at 54 GHz


def _phi(rp: float, rt: float, a: float, b: float, c: float, d: float) -> float:
    return math.pow(rp, a) * math.pow(rt, b) * math.exp(c * (1.0 - rp) + d * (1.0 - rt))


def _dry_db_per_km(f: float, rp: float, rt: float) -> float:
    """Rec. ITU-R P.676-10, annex 2, eq. (22a)."""
    x1 = _phi(rp, rt, 0.0717, -1.8132, 0.0156, -1.6515)
    x2 = _phi(rp, rt, 0.5146, -4.6368, -0.1921, -5.7416)
    x3 = _phi(rp, rt, 0.3414, -6.5851, 0.2130, -8.5854)
    far = 7.2 * math.pow(rt, 2.8) / (f**2 + 0.34 * rp**2 * math.pow(rt, 1.6))
    return (far + 0.62 * x3 / (math.pow(54.0 - f, 1.16 * x1) + 0.83 * x2)) * f**2 * rp**2 * 1e-3


def _wet_db_per_km(f: float, rp: float, rt: float, rho: float) -> float:
    """Rec. ITU-R P.676-10, annex 2, eq. (23a). Rows: strength, warmth, line GHz, width, whether g(f, line) applies."""
    n1 = 0.955 * rp * math.pow(rt, 0.68) + 0.006 * rho
    n2 = 0.735 * rp * math.sqrt(rt) + 0.0353 * rt**4 * rho
    lines = (
        (3.98, 2.23, 22.235, 9.42, True),
        (11.96, 0.7, 183.31, 11.14, False),
        (0.081, 6.44, 321.226, 6.29, False),
        (3.66, 1.6, 325.153, 9.22, False),
        (25.37, 1.09, 380.0, 0.0, False),
        (17.4, 1.46, 448.0, 0.0, False),
        (844.6, 0.17, 557.0, 0.0, True),
        (290.0, 0.41, 752.0, 0.0, True),
    )
    total = 0.0
    for strength, warmth, line, width, shaped in lines:
        g = 1.0 + ((f - line) / (f + line)) ** 2 if shaped else 1.0
        total += strength * n1 * math.exp(warmth * (1.0 - rt)) / ((f - line) ** 2 + width * n1**2) * g
    g = 1.0 + ((f - 1780.0) / (f + 1780.0)) ** 2
    total += 8.3328e4 * n2 * math.exp(0.99 * (1.0 - rt)) / (f - 1780.0) ** 2 * g
    return total * f**2 * math.pow(rt, 2.5) * rho * 1e-4


def gas_loss_db(frequency_ghz: float, elevation_deg: float, height_m: float) -> float:
    """Loss in dry air and water vapour from a site at a height to space, dB. Frequency from 1 to 50 GHz.

    Specific attenuation times equivalent height over the sine of the elevation; under 5° the value at 5° is given, as
    the law overstates there. Air of ISO 2533 and 7.5 g/m³ of vapour. Source: Rec. ITU-R P.676-10, annex 2, eq. 22 to
    29.
    """
    temperature_k = ISA_SEA_LEVEL_TEMPERATURE_K - ISA_LAPSE_K_PER_M * height_m
    exponent = STANDARD_GRAVITY_MPS2 / (AIR_GAS_CONSTANT_J_PER_KG_K * ISA_LAPSE_K_PER_M)
    pressure_pa = ISA_SEA_LEVEL_PRESSURE_PA * math.pow(temperature_k / ISA_SEA_LEVEL_TEMPERATURE_K, exponent)
    rp, rt = pressure_pa / 101_300.0, 288.0 / temperature_k
    rho = _VAPOUR_G_PER_M3 * math.exp(-height_m / _VAPOUR_SCALE_M)
    t1 = 4.64 / (1.0 + 0.066 * math.pow(rp, -2.3))
    t1 *= math.exp(-(((frequency_ghz - 59.7) / (2.87 + 12.4 * math.exp(-7.9 * rp))) ** 2))
    dry_km = 6.1 / (1.0 + 0.17 * math.pow(rp, -1.1)) * (1.0 + t1)  # eq. (25), the lines at 118 GHz and over left out
    s = 1.013 / (1.0 + math.exp(-8.6 * (rp - 0.57)))
    wet_km = 1.66 * (  # eq. (26)
        1.0
        + 1.39 * s / ((frequency_ghz - 22.235) ** 2 + 2.56 * s)
        + 3.37 * s / ((frequency_ghz - 183.31) ** 2 + 4.69 * s)
        + 1.58 * s / ((frequency_ghz - 325.1) ** 2 + 2.89 * s)
    )
    zenith_db = dry_km * _dry_db_per_km(frequency_ghz, rp, rt) + wet_km * _wet_db_per_km(frequency_ghz, rp, rt, rho)
    return zenith_db / math.sin(math.radians(max(elevation_deg, _LEAST_ELEVATION_DEG)))


__all__ = ["MOST_GHZ", "gas_loss_db"]
