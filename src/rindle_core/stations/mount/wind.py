"""Gust pressure at the antenna and the force that it makes."""

from __future__ import annotations

import math

from pydantic import Field

from rindle_core.kernel.constants import (
    AIR_GAS_CONSTANT_J_PER_KG_K,
    ISA_LAPSE_K_PER_M,
    ISA_SEA_LEVEL_PRESSURE_PA,
    ISA_SEA_LEVEL_TEMPERATURE_K,
    STANDARD_GRAVITY_MPS2,
)
from rindle_core.kernel.house_rules import Exposure
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register

# Solid paraboloid without radome; the envelope over wind angles is held for every direction, as gusts come from
# anywhere. Head-on the value is 1.55; the largest, axial and sideways together, is 1.667 between 50° and 60°.
# Source: TIA-222-F, Annex B, table B1 (`science.drag`). The maker's table prevails.
DISH_FORCE_COEFFICIENT = 1.67

# alpha and gradient height of each exposure: ASCE 7-16, table 26.11-1.
_EXPOSURE: dict[Exposure, tuple[float, float]] = {"B": (7.0, 365.76), "C": (9.5, 274.32), "D": (11.5, 213.36)}
_LEAST_HEIGHT_M = 4.572  # 15 ft: below this the factor is held, ASCE 7-16 table 26.10-1


class WindInput(Model):
    """A gust over open country at 10 m, and what it blows on."""

    gust_mps: float = Field(gt=0, le=120, description="3 s gust at 10 m")
    height_above_ground_m: float = Field(ge=0, le=300)
    altitude_m: float = Field(default=0.0, ge=-500, le=9000)
    exposure: Exposure = "C"
    area_m2: float = Field(gt=0, le=400)
    force_coefficient: float = Field(default=DISH_FORCE_COEFFICIENT, gt=0, le=3)


class WindResult(Model):
    """Force of the gust on the area."""

    air_density_kg_per_m3: float
    exposure_factor: float
    pressure_pa: float
    force_n: float


def air_density_kg_per_m3(altitude_m: float) -> float:
    """Density of the standard atmosphere up to 11 km. Source: ISO 2533."""
    temperature_k = ISA_SEA_LEVEL_TEMPERATURE_K - ISA_LAPSE_K_PER_M * altitude_m
    exponent = STANDARD_GRAVITY_MPS2 / (AIR_GAS_CONSTANT_J_PER_KG_K * ISA_LAPSE_K_PER_M)
    pressure_pa = ISA_SEA_LEVEL_PRESSURE_PA * (temperature_k / ISA_SEA_LEVEL_TEMPERATURE_K) ** exponent
    return float(pressure_pa / (AIR_GAS_CONSTANT_J_PER_KG_K * temperature_k))


def exposure_factor(height_above_ground_m: float, exposure: Exposure) -> float:
    """Velocity-pressure exposure coefficient Kz: 1.0 at 10 m in exposure C. Source: ASCE 7-16, table 26.10-1."""
    alpha, gradient_m = _EXPOSURE[exposure]
    return float(2.01 * (max(height_above_ground_m, _LEAST_HEIGHT_M) / gradient_m) ** (2.0 / alpha))


def disc_area_m2(aperture_mm: float) -> float:
    """Area of a round aperture."""
    return math.pi * (aperture_mm / 1000.0) ** 2 / 4.0


@register("wind", "Gust pressure with height, exposure and thin air, and its force on an area", WindInput, WindResult)
def wind(given: WindInput) -> Outcome[WindResult]:
    """Force = q A C with q = ½ ρ v² Kz. Source: ASCE 7-16, eq. 26.10-1 in SI with the local density."""
    density = air_density_kg_per_m3(given.altitude_m)
    factor = exposure_factor(given.height_above_ground_m, given.exposure)
    pressure_pa = 0.5 * density * factor * given.gust_mps**2
    result = WindResult(
        air_density_kg_per_m3=density,
        exposure_factor=factor,
        pressure_pa=pressure_pa,
        force_n=pressure_pa * given.area_m2 * given.force_coefficient,
    )
    return Outcome(result, [])


__all__ = [
    "DISH_FORCE_COEFFICIENT",
    "WindInput",
    "WindResult",
    "air_density_kg_per_m3",
    "disc_area_m2",
    "exposure_factor",
    "wind",
]
