"""What it takes to keep the service through a power cut: the energy of a battery behind the sockets."""

from __future__ import annotations

from pydantic import Field

from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.stations.brief.findings import SPARE_POWER

_BATTERY_V = 12.0  # by which batteries are sold


class SparePowerInput(Model):
    """The load, and for how long it must run without mains."""

    terminal_w: float = Field(ge=0, le=5000, description="Outdoor unit, as the terminal's supply says")
    other_load_w: float = Field(ge=0, le=5000, description="Modem, router and what else must go on")
    spare_power_h: float = Field(gt=0, le=200)
    rules: HouseRules = DEFAULT_RULES


class SparePowerResult(Model):
    """A battery that bridges it. A planning aid: the mains side is for licensed people."""

    load_w: float
    energy_wh: float = Field(description="That the load takes")
    battery_wh: float = Field(description="That the battery must be sold with")
    battery_ah: float = Field(description="The same at 12 V")


@register("spare_power", "Battery that keeps the service through a power cut", SparePowerInput, SparePowerResult)
def spare_power(given: SparePowerInput) -> Outcome[SparePowerResult]:
    """Energy is load times time; the inverter's losses and the share of a battery that may be used are added.

    Source: conservation of energy; both shares are house rules (lead-acid: half of a battery is used).
    """
    load_w = given.terminal_w + given.other_load_w
    energy_wh = load_w * given.spare_power_h
    battery_wh = energy_wh / (given.rules.inverter_share * given.rules.battery_share)
    result = SparePowerResult(
        load_w=load_w, energy_wh=energy_wh, battery_wh=battery_wh, battery_ah=battery_wh / _BATTERY_V
    )
    return Outcome(result, [])


def judge_spare_power(
    hours: float | None,
    terminal_w: float | None,
    other_load_w: float | None,
    brought_wh: float | None,
    rules: HouseRules,
) -> tuple[SparePowerResult | None, list[Finding]]:
    """What bridging takes against the battery that is brought; nothing where nobody asks for it."""
    if not hours:
        return None, []
    if terminal_w is None or other_load_w is None:
        return None, [
            SPARE_POWER.missing(
                "What the spare power has to feed is not known", "Choose the terminal, and enter the load beside it."
            )
        ]
    told = spare_power(
        SparePowerInput(terminal_w=terminal_w, other_load_w=other_load_w, spare_power_h=hours, rules=rules)
    ).result
    if brought_wh is None:
        return told, [
            SPARE_POWER.missing(
                "Which battery is brought is not known",
                "Enter what its label says, or agree that a power cut stops it.",
            )
        ]
    return told, [
        SPARE_POWER.at_least(
            brought_wh,
            told.battery_wh,
            level=Level.MIND,
            clear="The battery bridges what is wanted",
            under="The battery is too small for what is wanted",
            why=f"{told.load_w:.0f} W for {hours:g} h, with an inverter's losses and what of a battery may be used.",
            clears_by="Bring a larger battery, or agree on fewer hours.",
        )
    ]


__all__ = ["SparePowerInput", "SparePowerResult", "judge_spare_power", "spare_power"]
