"""Whether a reflector came true: two strings across its rim, and what a warp costs."""

from __future__ import annotations

from pydantic import Field

from rindle_core.kernel.findings import Finding
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.science.antenna import rough_surface_loss_db, wavelength_m
from rindle_core.stations.build.findings import RIM

_RMS_OF_GAP = 0.5 / 6.0**0.5  # see rim_check


class RimInput(Model):
    """The gap where two strings cross that are drawn over the rim a quarter turn apart, and the highest frequency."""

    gap_mm: float = Field(ge=0, le=300, description="Between the two strings in the middle; 0: they just touch")
    frequency_ghz: float = Field(ge=1, le=100, description="The transmit frequency, where a warp costs most")
    rules: HouseRules = DEFAULT_RULES


class RimResult(Model):
    """What the warp comes to."""

    warp_mm: float = Field(description="How far the rim stands out and in at its four ends")
    rms_mm: float = Field(description="Over the whole surface")
    loss_db: float
    least_gap_mm: float = Field(description="Gap at which the house rule is reached")


@register("rim_check", "A reflector's warp from two crossed strings, and its loss", RimInput, RimResult)
def rim_check(given: RimInput) -> Outcome[RimResult]:
    """A rim bent like a saddle, z = w (r/R)² cos 2φ, lifts one string by w and lowers the other: the gap is 2 w.

    Its root mean square over the disc is w / √6 (∫ρ⁵ dρ ∫cos² 2φ dφ / π). The loss of such a surface after Ruze, as
    if its errors were scattered; a warp of one piece defocuses and costs about as much. A planning aid.
    Source: J. Ruze, Antenna tolerance theory, Proc. IEEE 54 (1966), eq. 10.
    """
    rms_mm = given.gap_mm * _RMS_OF_GAP
    loss = rough_surface_loss_db(rms_mm, given.frequency_ghz)
    allowed = given.rules.rim_loss_db
    # The same law turned round: the gap that costs just what the house allows.
    per_mm2 = rough_surface_loss_db(_RMS_OF_GAP, given.frequency_ghz)
    result = RimResult(warp_mm=given.gap_mm / 2.0, rms_mm=rms_mm, loss_db=loss, least_gap_mm=(allowed / per_mm2) ** 0.5)
    return Outcome(result, _judge(result, allowed, wavelength_m(given.frequency_ghz) * 1000.0))


def _judge(result: RimResult, allowed_db: float, wavelength_mm: float) -> list[Finding]:
    return [
        RIM.at_most(
            result.loss_db,
            allowed_db,
            over="The reflector is warped",
            clear="The reflector is true enough",
            why=f"At a wavelength of {wavelength_mm:.0f} mm its surface scatters what it should gather, and the beam "
            "leans; no aiming makes up for it.",
            so="By two crossed strings; dents are looked for by eye.",
            clears_by="Do not bend it back: photograph it with the strings, claim it, and fit another.",
        )
    ]


__all__ = ["RimInput", "RimResult", "rim_check"]
