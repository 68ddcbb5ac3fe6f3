"""How strong the radio energy before a dish may be, and how far along the beam nobody should stand. A planning aid."""

from __future__ import annotations

from pydantic import Field

from rindle_core.kernel.findings import Level
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.science.antenna import wavelength_m
from rindle_core.science.radiation import in_reach_m, limit_at_m, near_w_per_m2, surface_w_per_m2
from rindle_core.stations.bringup.findings import RADIATION


class PowerDensityInput(Model):
    """A transmitting dish as it stands. `duty_share`: share of the time in which it sends; 1 is the careful choice."""

    transmit_w: float = Field(gt=0, le=10_000, description="Into the feed")
    aperture_mm: float = Field(gt=0, le=20_000)
    transmit_ghz: float = Field(gt=2, le=300, description="The limit of power density holds above 2 GHz")
    efficiency_share: float = Field(
        default=0.65, gt=0, le=1, description="Of the aperture; 0.65 is usual for an offset reflector"
    )
    duty_share: float = Field(default=1.0, gt=0, le=1)
    elevation_deg: float = Field(ge=-5, le=90)
    terminal_height_m: float = Field(
        default=0.0, ge=0, le=300, description="Middle of the dish over the ground where people are"
    )
    rules: HouseRules = DEFAULT_RULES


class PowerDensityResult(Model):
    """Estimates of the power density on the beam's axis, and where it falls under the limit."""

    surface_w_per_m2: float = Field(description="At the dish itself, the highest of all")
    near_w_per_m2: float = Field(description="In the near field before it")
    near_field_m: float = Field(description="Up to here it stays that high")
    far_field_m: float = Field(description="From here it falls with the square of the distance")
    limit_at_m: float = Field(description="Along the beam: from here it is under the limit; 0: it is everywhere")
    keep_clear_m: float = Field(description="The larger of that and one dish diameter, the trade's rule")
    people_clear_m: float = Field(
        description="Level distance from the middle of the dish to which a standing person would reach into the part "
        "over "
        "the limit; 0: nowhere"
    )


@register(
    "power_density",
    "Radio energy before a transmitting dish, and how far along the beam nobody should stand",
    PowerDensityInput,
    PowerDensityResult,
)
def power_density(given: PowerDensityInput) -> Outcome[PowerDensityResult]:
    """The field on the axis against the public limit of the house (10 W/m², ICNIRP 2020, over 2 GHz, mean of 30
    minutes).

    The energy stays inside the aperture's tube along the beam; one diameter beside it, it is a hundredth or less. A
    planning aid: the local
    code and the maker's own radiation sheet prevail.
    """
    wavelength, aperture_m = wavelength_m(given.transmit_ghz), given.aperture_mm / 1000.0
    power, efficiency, limit = (
        given.transmit_w * given.duty_share,
        given.efficiency_share,
        given.rules.radiation_limit_w_per_m2,
    )
    at_m = limit_at_m(power, aperture_m, wavelength, efficiency, limit)
    result = PowerDensityResult(
        surface_w_per_m2=surface_w_per_m2(power, aperture_m),
        near_w_per_m2=near_w_per_m2(power, aperture_m, efficiency),
        near_field_m=aperture_m**2 / (4.0 * wavelength),
        far_field_m=0.6 * aperture_m**2 / wavelength,
        limit_at_m=at_m,
        keep_clear_m=max(at_m, aperture_m),
        people_clear_m=in_reach_m(
            at_m, aperture_m, given.elevation_deg, given.terminal_height_m, given.rules.person_reach_m
        ),
    )
    finding = RADIATION.at_most(
        result.people_clear_m,
        0.0,
        level=Level.MIND,
        clear="Nobody reaches into strong radio energy",
        over="People would reach into strong radio energy",
        why="The limit is meant for people who know nothing of it; it is the mean of half an hour.",
        clears_by="Raise or move the dish, or fence off what is in front of it, with the sign that the local code "
        "asks for.",
    )
    return Outcome(result, [finding])


__all__ = ["PowerDensityInput", "PowerDensityResult", "power_density"]
