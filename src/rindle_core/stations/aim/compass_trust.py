"""Whether a compass may be trusted at a place."""

from __future__ import annotations

from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.science.magnetism import BLACKOUT_NT, CAUTION_NT, SOURCE, MagneticField
from rindle_core.stations.aim.findings import DECLINATION, WEAK_FIELD


def judge(field: MagneticField, rules: HouseRules = DEFAULT_RULES) -> list[Finding]:
    """Whether a compass may be trusted here, and whether the declination is large enough to ruin a search."""
    findings = []
    if field.horizontal_field_nt < CAUTION_NT:
        useless = field.horizontal_field_nt < BLACKOUT_NT
        findings.append(
            WEAK_FIELD(
                Level.HOLD if useless else Level.MIND,
                "A compass cannot be used here" if useless else "A compass is doubtful here",
                "The horizontal part of the Earth's field is too weak to turn a needle reliably.",
                figure=field.horizontal_field_nt,
                limit=CAUTION_NT,
                bound="at_least",
                clears_by="Take the bearing from the sun or from a mapped landmark.",
                source=SOURCE,
            )
        )
    if abs(field.declination_deg) >= rules.declination_mind_deg:
        findings.append(
            DECLINATION(
                Level.MIND,
                "Compass and true bearing differ widely here",
                "Setting the compass to the true bearing would miss the satellite by the whole declination.",
                figure=field.declination_deg,
                clears_by="Set the compass to the compass figure, and stand off several metres from steel.",
                source=SOURCE,
            )
        )
    return findings


__all__ = ["judge"]
