"""Whether the mast survives the gust, and holds the aim in the working wind."""

from __future__ import annotations

import math

from pydantic import Field

from rindle_core.kernel.constants import STEEL_YOUNG_MODULUS_PA
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.science.antenna import pointing_loss_db
from rindle_core.stations.mount.anchorage import bracket_pair_n
from rindle_core.stations.mount.findings import SPACING, STRESS, SWAY, SWAY_FAR
from rindle_core.stations.mount.wind import DISH_FORCE_COEFFICIENT, WindInput, disc_area_m2, wind

_TUBE_DRAG = 1.2  # round tube at these Reynolds numbers, EN 1991-1-4, figure 7.28
_AID = "Planning aid only: the structure is for a competent person and the local code to approve."


class GustForces(Model):
    """What the site's gusts come to, on the antenna and per area of tube."""

    force_n: float = Field(ge=0, le=1e6)
    pressure_pa: float = Field(ge=0, le=1e5)
    working_force_n: float = Field(ge=0, le=1e6)
    working_pressure_pa: float = Field(ge=0, le=1e5)


class MountInput(Model):
    """A steel tube held at its bracket, the antenna at its top."""

    mast_diameter_mm: float = Field(gt=0, le=500, description="Outer diameter")
    mast_wall_mm: float = Field(gt=0, le=50)
    free_length_m: float = Field(gt=0, le=20, description="Top bracket or ground up to the antenna's centre")
    height_above_ground_m: float = Field(ge=0, le=300, description="Antenna's centre above the ground")
    altitude_m: float = Field(default=0.0, ge=-500, le=9000)
    aperture_mm: float = Field(gt=0, le=20_000)
    beamwidth_deg: float = Field(gt=0, le=90)
    force_coefficient: float = Field(default=DISH_FORCE_COEFFICIENT, gt=0, le=3)
    told: GustForces | None = Field(default=None, description="As `site_wind` has them; None: reckoned here")
    bracket_spacing_m: float | None = Field(default=None, gt=0, le=20, description="None: one bracket, or the ground")
    young_gpa: float = Field(default=STEEL_YOUNG_MODULUS_PA / 1e9, gt=10, le=300, description="Of the tube")
    rules: HouseRules = DEFAULT_RULES


class MountResult(Model):
    """Loads in the design gust; tip rotation and loss in the working gust."""

    wind_force_n: float = Field(description="On the antenna in the design gust")
    mast_wind_force_n: float = Field(description="On the free length of the tube in the design gust")
    base_moment_nm: float
    stress_mpa: float
    allowed_stress_mpa: float
    working_force_n: float
    tip_rotation_deg: float
    wind_loss_db: float | None = Field(description="None: past half the beam's width, where the formula ends")
    air_density_kg_per_m3: float
    upper_n: float | None = Field(default=None, description="On the upper of two brackets, in the design gust")
    lower_n: float | None = Field(default=None, description="On the lower one, the other way")
    least_wall_mm: float | None = Field(description="Thinnest wall of this diameter that would hold, if any does")


def second_moment_m4(diameter_m: float, wall_m: float) -> float:
    """Second moment of area of a round tube, π/64 (D⁴ - d⁴)."""
    return math.pi / 64.0 * (diameter_m**4 - (diameter_m - 2.0 * wall_m) ** 4)


def tip_rotation_rad(tip_force_n: float, spread_n_per_m: float, length_m: float, stiffness_nm2: float) -> float:
    """Slope at the top of a cantilever, F L²/2EI + w L³/6EI. Source: Roark, 8th ed., table 8.1, cases 1a and 2a."""
    return (tip_force_n * length_m**2 / 2.0 + spread_n_per_m * length_m**3 / 6.0) / stiffness_nm2


def _tube_wind_n_per_m(given: MountInput, pressure_pa: float) -> float:
    return pressure_pa * _TUBE_DRAG * given.mast_diameter_mm / 1000.0


def _gust(given: MountInput, gust_mps: float) -> tuple[float, float, float]:
    """Force on the antenna (N), load on the tube (N/m) and air density (kg/m³) in a gust."""
    blown = wind(
        WindInput(
            gust_mps=gust_mps,
            height_above_ground_m=given.height_above_ground_m,
            altitude_m=given.altitude_m,
            exposure=given.rules.exposure,
            area_m2=disc_area_m2(given.aperture_mm),
            force_coefficient=given.force_coefficient,
        )
    ).result
    return blown.force_n, _tube_wind_n_per_m(given, blown.pressure_pa), blown.air_density_kg_per_m3


def _stress_mpa(moment_nm: float, diameter_m: float, wall_m: float) -> float:
    return moment_nm * diameter_m / 2.0 / second_moment_m4(diameter_m, wall_m) / 1e6


def _least_wall_mm(moment_nm: float, diameter_m: float, allowed_mpa: float) -> float | None:
    """Thinnest wall, in half millimetres, that keeps the stress; None where a solid bar would not."""
    walls_mm = (half / 2.0 for half in range(2, int(diameter_m * 1000.0) + 1))
    return next((mm for mm in walls_mm if _stress_mpa(moment_nm, diameter_m, mm / 1000) <= allowed_mpa), None)


def _judge_strength(given: MountInput, result: MountResult) -> list[Finding]:
    thicker = "" if result.least_wall_mm is None else f", or a wall of {result.least_wall_mm:g} mm or more"
    return [
        STRESS.at_most(
            result.stress_mpa,
            result.allowed_stress_mpa,
            clear="The mast survives the design gust",
            over="The mast bends in the design gust",
            why=f"Bending at the bracket against the yield of plain tube with the firm's factor. {_AID}",
            so=_AID,
            clears_by=f"A shorter free length, a bracket higher up, a larger tube{thicker}.",
        ),
        _judge_sway(given, result),
        *_judge_spacing(given, result),
    ]


def _judge_sway(given: MountInput, result: MountResult) -> Finding:
    """Past half the beam's width a loss is no longer told in decibels: there is another lobe, or nothing."""
    if result.wind_loss_db is None:
        return SWAY_FAR(
            Level.HOLD,
            "The mast sways right out of the beam in the working wind",
            "Past half the beam’s width there is no telling what is left: each gust takes the service away.",
            figure=result.tip_rotation_deg,
            limit=given.beamwidth_deg / 2.0,
            bound="at_most",
            clears_by="A stiffer or shorter mast, or struts.",
        )
    return SWAY.at_most(
        result.wind_loss_db,
        given.rules.wind_loss_db,
        level=Level.MIND,
        clear="The mast holds the aim in the working wind",
        over="The mast sways out of the beam in the working wind",
        why="The tip turns with the gust and the beam with it; every gust then costs this much.",
        clears_by="A stiffer or shorter mast, or struts.",
    )


def _judge_spacing(given: MountInput, result: MountResult) -> list[Finding]:
    if given.bracket_spacing_m is None:
        return []
    return [
        SPACING.at_least(
            given.bracket_spacing_m,
            given.rules.bracket_share * given.free_length_m,
            level=Level.MIND,
            clear="The brackets are far enough apart",
            under="The brackets are too near to each other",
            why="The nearer they are, the more each is pulled: the tube works as a lever.",
            clears_by="Set the lower bracket lower, or shorten what stands above.",
        )
    ]


@register(
    "mount", "Wind force and moment, mast stress, loss by sway, and what two brackets take", MountInput, MountResult
)
def mount(given: MountInput) -> Outcome[MountResult]:
    """A cantilever tube with the antenna at its tip, in the design gust and in the working gust."""
    diameter_m, wall_m = given.mast_diameter_mm / 1000.0, given.mast_wall_mm / 1000.0
    if wall_m * 2.0 > diameter_m:
        raise InputError.one(
            "mast_wall_mm",
            f"the wall is thicker than the tube's radius: up to {given.mast_diameter_mm / 2:g} mm is accepted",
        )
    force_n, tube_n_per_m, density = _gust(given, given.rules.design_gust_mps)
    working_n, working_tube_n_per_m, _ = _gust(given, given.rules.working_gust_mps)
    if given.told is not None:
        force_n, tube_n_per_m = given.told.force_n, _tube_wind_n_per_m(given, given.told.pressure_pa)
        working_n = given.told.working_force_n
        working_tube_n_per_m = _tube_wind_n_per_m(given, given.told.working_pressure_pa)
    moment_nm = force_n * given.free_length_m + tube_n_per_m * given.free_length_m**2 / 2.0
    stiffness_nm2 = given.young_gpa * 1e9 * second_moment_m4(diameter_m, wall_m)
    rotation_deg = math.degrees(tip_rotation_rad(working_n, working_tube_n_per_m, given.free_length_m, stiffness_nm2))
    loss_db = float(pointing_loss_db(rotation_deg, given.beamwidth_deg))
    apart_m = given.bracket_spacing_m
    pair = bracket_pair_n(force_n, given.free_length_m, apart_m, tube_n_per_m) if apart_m is not None else None
    allowed_mpa = given.rules.steel_yield_mpa / given.rules.strength_factor
    result = MountResult(
        wind_force_n=force_n,
        mast_wind_force_n=tube_n_per_m * given.free_length_m,
        base_moment_nm=moment_nm,
        stress_mpa=_stress_mpa(moment_nm, diameter_m, wall_m),
        allowed_stress_mpa=allowed_mpa,
        working_force_n=working_n,
        tip_rotation_deg=rotation_deg,
        wind_loss_db=loss_db if rotation_deg <= given.beamwidth_deg / 2.0 else None,
        air_density_kg_per_m3=density,
        upper_n=pair[0] if pair else None,
        lower_n=pair[1] if pair else None,
        least_wall_mm=_least_wall_mm(moment_nm, diameter_m, allowed_mpa),
    )
    return Outcome(result, _judge_strength(given, result))


__all__ = ["GustForces", "MountInput", "MountResult", "mount", "second_moment_m4", "tip_rotation_rad"]
