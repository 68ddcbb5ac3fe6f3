"""What must be shown before a job is signed off, and what was let pass, by whom and why."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence

from pydantic import ConfigDict, Field

from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.model import Model, Row

# Without these there is nothing to sign: a terminal that is online, safely powered, and a service that was measured.
_NEVER_PASSED = (
    "bringup.before_power",
    "bringup.power",
    "bringup.waiting",
    "bringup.bench",
    "handover.after",
    "build.joints",
)
# What is asked before the visit says nothing about the work once it is done.
_BEFORE_THE_VISIT = (
    "brief.settled",
    "brief.indoor",
    "brief.crew",
    "brief.approval",
    "brief.weather",
    "brief.visit_forecast",
    "brief.visit_slot",
    "brief.visit_waits",
    "brief.spare_power",
    "build.van",
)
# It only counts what is asked for at the other stations.
_COUNTED_THERE = ("handover.open_unknowns",)
_PROOFS = ("handover.need.", "handover.old_line")  # of the customer's needs and of the old line


class Waiver(Row):
    """Somebody lets a proof pass. It is printed in the report. Blanks are neither a reason nor a name."""

    model_config = ConfigDict(str_strip_whitespace=True)

    code: str = Field(min_length=1, max_length=80, description="Of the finding that is let pass")
    reason: str = Field(min_length=5, max_length=300)
    by: str = Field(min_length=2, max_length=120)


class Evidence(Model):
    """Something that is not shown yet, with the waiver that lets it pass, if there is one."""

    station: str = Field(description="Code of the station where it is shown")
    code: str
    message: str
    clears_by: str
    may_pass: bool = Field(default=True, description="Whether anybody may let it pass")
    waiver: Waiver | None


def asked_for(one: Finding) -> bool:
    """Whether a finding waits for something that must be known before the signature."""
    return one.level is Level.UNKNOWN and one.code not in (*_BEFORE_THE_VISIT, *_COUNTED_THERE)


def evidence_of(findings: Mapping[str, Sequence[Finding]], waivers: Iterable[Waiver]) -> list[Evidence]:
    """All that is not yet known at any station, and the customer's needs that are not proved, in the order of the work.

    A hold is no missing evidence and cannot be let pass: it is cleared where it stands.
    """
    passed = {one.code: one for one in waivers}
    rows: dict[str, Evidence] = {}
    for station, found in findings.items():
        for one in found:
            if asked_for(one) or (one.code.startswith(_PROOFS) and one.level is not Level.CLEAR):
                told = Evidence(
                    station=station,
                    code=one.code,
                    message=one.message,
                    clears_by=one.clears_by,
                    may_pass=one.code not in _NEVER_PASSED,
                    waiver=None if one.code in _NEVER_PASSED else passed.get(one.code),
                )
                rows.setdefault(one.code, told)
    return list(rows.values())


__all__ = ["Evidence", "Waiver", "asked_for", "evidence_of"]
