"""Whether the mast fits the clamp, survives the gust, and holds the aim in the working wind."""

from __future__ import annotations

import math

from pydantic import Field

from rindle_core.catalogue.models import MastWindow
from rindle_core.kernel.constants import STEEL_YOUNG_MODULUS_PA
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.science.antenna import pointing_loss_db
from rindle_core.stations.mount.findings import FIT, LIFT, STRESS, SWAY
from rindle_core.stations.mount.wind import DISH_FORCE_COEFFICIENT, WindInput, disc_area_m2, wind

_TUBE_DRAG = 1.2  # round tube at these Reynolds numbers, EN 1991-1-4, figure 7.28
_AID = "Planning aid only: the structure is for a competent person and the local code to approve."


class MountInput(Model):
    """A steel tube held at its bracket, the antenna at its top."""

    mast_diameter_mm: float = Field(gt=0, le=500, description="Outer diameter")
    mast_wall_mm: float = Field(gt=0, le=50)
    free_length_m: float = Field(gt=0, le=20, description="Top bracket or ground up to the antenna's centre")
    height_above_ground_m: float = Field(ge=0, le=300, description="Antenna's centre above the ground")
    altitude_m: float = Field(default=0.0, ge=-500, le=9000)
    window: MastWindow
    aperture_mm: float = Field(gt=0, le=20_000)
    beamwidth_deg: float = Field(gt=0, le=90)
    antenna_mass_kg: float = Field(default=0.0, ge=0, le=2000)
    force_coefficient: float = Field(default=DISH_FORCE_COEFFICIENT, gt=0, le=3)
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
    wind_loss_db: float
    air_density_kg_per_m3: float
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


def judge_fit(diameter_mm: float, window: MastWindow) -> Finding:
    """Whether the clamp grips this tube."""
    thin, thick = diameter_mm < window.least_mm, diameter_mm > window.most_mm
    if not thin and not thick:
        return FIT(
            Level.CLEAR,
            "The mast fits the clamp",
            "Its outer diameter lies inside the terminal's window.",
            figure=diameter_mm,
            limit=window.least_mm,
            upper=window.most_mm,
            bound="between",
        )
    return FIT(
        Level.HOLD,
        "The mast is too thin for the clamp" if thin else "The mast is too thick for the clamp",
        "A few millimetres under will never grip, however hard the nuts are turned."
        if thin
        else "The clamp will not close round it.",
        figure=diameter_mm,
        limit=window.least_mm,
        upper=window.most_mm,
        bound="between",
        clears_by="Use a mast inside the window, or the maker's own adapter sleeve."
        if thin
        else "Use a mast inside the window.",
    )


def _judge_strength(result: MountResult, rules: HouseRules) -> list[Finding]:
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
        SWAY.at_most(
            result.wind_loss_db,
            rules.wind_loss_db,
            level=Level.MIND,
            clear="The mast holds the aim in the working wind",
            over="The mast sways out of the beam in the working wind",
            why="The tip turns with the gust and the beam with it; every gust then costs this much.",
            clears_by="A stiffer or shorter mast, or struts.",
        ),
    ]


def _judge_lift(mass_kg: float, rules: HouseRules) -> Finding:
    return LIFT.at_most(
        mass_kg,
        rules.lone_lift_kg,
        level=Level.MIND,
        clear="One person may lift it",
        over="Two people are needed to lift it",
        why="A heavy or awkward load at height takes people off ladders; never lift in wind, rain, ice or thunder.",
        clears_by="Two people, or carry it up in its parts.",
    )


@register("mount", "Mast fit, wind force and moment, mast stress, and loss by sway", MountInput, MountResult)
def mount(given: MountInput) -> Outcome[MountResult]:
    """A cantilever tube with the antenna at its tip, in the design gust and in the working gust."""
    diameter_m, wall_m = given.mast_diameter_mm / 1000.0, given.mast_wall_mm / 1000.0
    if wall_m * 2.0 > diameter_m:
        raise InputError.one(
            "mast_wall_mm",
            f"the wall is thicker than the tube's radius: up to {given.mast_diameter_mm / 2:g} mm is accepted",
        )
    force_n, tube_n_per_m, density = _gust(given, given.rules.design_gust_mps)
    moment_nm = force_n * given.free_length_m + tube_n_per_m * given.free_length_m**2 / 2.0
    working_n, working_tube_n_per_m, _ = _gust(given, given.rules.working_gust_mps)
    stiffness_nm2 = STEEL_YOUNG_MODULUS_PA * second_moment_m4(diameter_m, wall_m)
    rotation_deg = math.degrees(tip_rotation_rad(working_n, working_tube_n_per_m, given.free_length_m, stiffness_nm2))
    allowed_mpa = given.rules.steel_yield_mpa / given.rules.strength_factor
    result = MountResult(
        wind_force_n=force_n,
        mast_wind_force_n=tube_n_per_m * given.free_length_m,
        base_moment_nm=moment_nm,
        stress_mpa=_stress_mpa(moment_nm, diameter_m, wall_m),
        allowed_stress_mpa=allowed_mpa,
        working_force_n=working_n,
        tip_rotation_deg=rotation_deg,
        wind_loss_db=min(float(pointing_loss_db(rotation_deg, given.beamwidth_deg)), 60.0),
        air_density_kg_per_m3=density,
        least_wall_mm=_least_wall_mm(moment_nm, diameter_m, allowed_mpa),
    )
    fit = judge_fit(given.mast_diameter_mm, given.window)
    return Outcome(
        result, [fit, *_judge_strength(result, given.rules), _judge_lift(given.antenna_mass_kg, given.rules)]
    )


__all__ = ["MountInput", "MountResult", "judge_fit", "mount", "second_moment_m4", "tip_rotation_rad"]
