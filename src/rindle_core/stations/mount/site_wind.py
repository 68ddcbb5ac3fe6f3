"""The gust of this site: from the firm's, or its own, with the lie of the land; and what the maker promises."""

from __future__ import annotations

import math

from pydantic import Field

from rindle_core.catalogue.maker_wind import MakerWind
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.house_rules import DEFAULT_RULES, Exposure, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.science.drag import Landform, dish_coefficients, panel_coefficient, topographic_factor
from rindle_core.stations.mount.findings import GUST, LANDFORM, MAKER_FORCES, MAKER_OPERATE, MAKER_SURVIVE
from rindle_core.stations.mount.wind import DISH_FORCE_COEFFICIENT, air_density_kg_per_m3, exposure_factor

_ICE_N_PER_M3 = 8_800.0  # glaze: 900 kg/m³ under gravity, ISO 12494, table 1


class SiteWindInput(Model):
    """What is told of the site's wind, the antenna, and the maker's table."""

    height_above_ground_m: float = Field(ge=0, le=300)
    altitude_m: float = Field(default=0.0, ge=-500, le=9000)
    aperture_mm: float = Field(gt=0, le=20_000)
    depth_mm: float | None = Field(default=None, gt=0, le=20_000, description="Of a flat panel: its other side")
    tilt_deg: float | None = Field(default=None, ge=0, le=90, description="Of a flat panel from level; None: a dish")
    force_coefficient: float | None = Field(default=None, gt=0, le=3, description="The maker's; None: the envelope")
    design_gust_mps: float | None = Field(default=None, gt=0, le=120, description="The site's own; None: the firm's")
    working_gust_mps: float | None = Field(default=None, gt=0, le=80)
    gust_source: str | None = Field(
        default=None, max_length=120, description="Map, code or clause of the site's own; None: not asked"
    )
    exposure: Exposure | None = None
    landform: Landform = ""
    hill_height_m: float | None = Field(default=None, ge=0, le=3000)
    hill_half_length_m: float | None = Field(default=None, gt=0, le=50_000)
    from_crest_m: float | None = Field(default=None, ge=-100_000, le=100_000, description="Negative: before it")
    ice_mm: float = Field(default=0.0, ge=0, le=200)
    maker: MakerWind | None = None
    maker_lacks: str = Field(default="", max_length=200, description="What of the maker's forces is not told, in words")
    rules: HouseRules = DEFAULT_RULES


class AngleForce(Model):
    """Force by the angle between the beam's axis and the wind."""

    off_axis_deg: float
    axial_n: float
    side_n: float


class SiteWindResult(Model):
    """Forces of the design gust and of the working gust. Lift is that of a flat panel, upwards or down."""

    design_gust_mps: float
    working_gust_mps: float
    topographic_factor: float
    pressure_pa: float = Field(description="Of the design gust at the antenna")
    working_pressure_pa: float
    reckoned_n: float = Field(description="Level, worst angle, design gust")
    maker_n: float | None = Field(description="The maker's forces at the design gust")
    force_n: float = Field(description="What is reckoned with: the maker's, where there is one")
    working_force_n: float
    lift_n: float
    twist_nm: float | None = Field(description="About the mast, as the maker tells it")
    ice_kg: float
    by_angle: list[AngleForce] = Field(description="Of a dish, every 10°")


def _area_m2(given: SiteWindInput) -> float:
    ice_m = 2.0 * given.ice_mm / 1000.0
    across = given.aperture_mm / 1000.0 + ice_m
    if given.tilt_deg is None:
        return math.pi * across**2 / 4.0
    return across * ((given.depth_mm or given.aperture_mm) / 1000.0 + ice_m)


@register("site_wind", "The site's gust with the lie of the land, its force by angle, and the maker's beside it",
          SiteWindInput, SiteWindResult)  # fmt: skip
def site_wind(given: SiteWindInput) -> Outcome[SiteWindResult]:
    """q = ½ ρ v² Kz Kzt; dish by TIA-222-F's table, panel by EN 1991-1-4; the maker's forces go with v².

    Sources: ASCE 7-16, 26.8 and 26.10; see `dish_coefficients`, `panel_coefficient`, `topographic_factor`.
    """
    rules = given.rules
    design, working = given.design_gust_mps or rules.design_gust_mps, given.working_gust_mps or rules.working_gust_mps
    exposure = given.exposure or rules.exposure
    hill = topographic_factor(
        given.landform,
        exposure,
        given.hill_height_m or 0.0,
        given.hill_half_length_m or 0.0,
        given.from_crest_m or 0.0,
        given.height_above_ground_m,
    )
    density = air_density_kg_per_m3(given.altitude_m) * exposure_factor(given.height_above_ground_m, exposure) * hill
    area = _area_m2(given)
    pressure, working_pressure = 0.5 * density * design**2, 0.5 * density * working**2
    if given.tilt_deg is None:
        level, lift = given.force_coefficient or DISH_FORCE_COEFFICIENT, 0.0
    else:
        square = given.force_coefficient or panel_coefficient(given.tilt_deg)
        level, lift = square * math.sin(math.radians(given.tilt_deg)), square * math.cos(math.radians(given.tilt_deg))
        level = max(level, 0.1 * square)  # its edge and its box
    reckoned, told = pressure * area * level, given.maker.at(design) if given.maker else None
    maker_n, twist_nm = (None, None) if told is None else (told[0] * hill, told[1] * hill)
    share = working_pressure / pressure
    result = SiteWindResult(
        design_gust_mps=design,
        working_gust_mps=working,
        topographic_factor=hill,
        pressure_pa=pressure,
        working_pressure_pa=working_pressure,
        reckoned_n=reckoned,
        maker_n=maker_n,
        force_n=maker_n if maker_n is not None else reckoned,
        working_force_n=(maker_n if maker_n is not None else reckoned) * share,
        lift_n=pressure * area * lift,
        twist_nm=twist_nm,
        ice_kg=_ice_kg(given),
        by_angle=_by_angle(given, pressure * area),
    )
    return Outcome(result, [*_judge_told(given), *_judge_maker(given, result)])


def _ice_kg(given: SiteWindInput) -> float:
    across = given.aperture_mm / 1000.0
    face = (
        math.pi * across**2 / 4.0 if given.tilt_deg is None else across * (given.depth_mm or given.aperture_mm) / 1000
    )
    return face * given.ice_mm / 1000.0 * _ICE_N_PER_M3 / 9.80665


def _by_angle(given: SiteWindInput, each_n: float) -> list[AngleForce]:
    """By side of the wind. At its worst side stands the coefficient that the force is reckoned with."""
    if given.tilt_deg is not None:
        return []
    sides = range(0, 181, 10)
    worst = max(math.hypot(*dish_coefficients(at)) for at in sides)
    scale = (given.force_coefficient or DISH_FORCE_COEFFICIENT) / worst
    told = []
    for at in sides:
        axial, side = dish_coefficients(at)
        told.append(AngleForce(off_axis_deg=at, axial_n=axial * each_n * scale, side_n=side * each_n * scale))
    return told


def _judge_told(given: SiteWindInput) -> list[Finding]:
    found = []
    if given.design_gust_mps is None:
        found.append(
            GUST(
                Level.MIND,
                "The site’s own gust is not told: the firm’s is taken",
                "A coast, a pass or a hilltop has more than the region.",
                figure=given.rules.design_gust_mps,
                clears_by="Enter the gust that the local code asks for at this place.",
            )
        )
    elif given.gust_source is not None and not given.gust_source.strip():
        found.append(
            GUST(
                Level.MIND,
                "Where the gust to survive is from, is not told",
                "Mast, fixings and weight rest on it: a figure that nobody can look up is a guess.",
                figure=given.design_gust_mps,
                at="mount.gust_source",
                clears_by="Enter the map, code or clause, or leave the gust empty: then the firm’s is taken.",
            )
        )
    working_mps = given.working_gust_mps or given.rules.working_gust_mps
    if given.design_gust_mps is not None and given.design_gust_mps < working_mps:
        found.append(
            GUST.at_least(
                given.design_gust_mps,
                working_mps,
                level=Level.MIND,
                clear="",
                under="The gust to survive is less than the one to work in",
                why="One of the two is not what was meant: all that holds it is reckoned for the first.",
                clears_by="Enter the gust that the local code asks for at this place.",
            )
        )
    if given.working_gust_mps is None:
        found.append(
            GUST(
                Level.MIND,
                "The gust to work in is not told: the firm’s is taken",
                "What the service bears of sway rests on it.",
                figure=given.rules.working_gust_mps,
                at="mount.working_gust_mps",
                clears_by="Enter the gust in which the service must still hold here.",
            )
        )
    told = (given.hill_height_m, given.hill_half_length_m, given.from_crest_m)
    if given.landform and any(one is None for one in told):
        found.append(
            LANDFORM.missing(
                "How high and how steep the hill is, is not told",
                "Enter its height, the distance to half of it, and how far from its crest the site lies.",
            )
        )
    return found


def _judge_maker(given: SiteWindInput, result: SiteWindResult) -> list[Finding]:
    maker, found = given.maker, []
    if given.maker_lacks:
        found.append(
            MAKER_FORCES.missing(
                f"Of the maker’s forces is missing: {given.maker_lacks}",
                "Enter it from the same line of the sheet; until then they do not count.",
            )
        )
    if maker is None:
        return found
    # The hill makes the gust stronger where it stands: v grows with the root of Kzt.
    gust, working = (one * math.sqrt(result.topographic_factor) for one in (result.design_gust_mps,
                                                                           result.working_gust_mps))  # fmt: skip
    if maker.survive_mps is not None:
        found.append(
            MAKER_SURVIVE.at_most(
                gust,
                maker.survive_mps,
                clear="The terminal outlives the design gust, says its maker",
                over="The design gust is more than the terminal outlives",
                why="Its maker promises no more; no mount makes up for it.",
                clears_by="A sheltered place, a terminal for more wind, or one that is taken down before storms.",
            )
        )
    if maker.operate_mps is not None:
        found.append(
            MAKER_OPERATE.at_most(
                working,
                maker.operate_mps,
                level=Level.MIND,
                clear="The terminal works in the working gust, says its maker",
                over="The working gust is more than the terminal works in",
                why="Above it the service comes and goes.",
                clears_by="A sheltered place; tell the customer.",
            )
        )
    return found


__all__ = ["AngleForce", "SiteWindInput", "SiteWindResult", "site_wind"]
