"""Whether a job may be signed off."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any

from rindle_core.kernel.findings import Level, worst
from rindle_core.kernel.registry import Outcome
from rindle_core.stations.evidence import Evidence


def may_be_signed(outcomes: Mapping[str, Outcome[Any]], evidence: Sequence[Evidence]) -> bool:
    """Nothing on hold, every proof there or let pass with a name, the terminal online and its service measured."""
    brought = outcomes["bringup"].result.bringup
    measured = outcomes["handover"].result.acceptance.after is not None
    held = any(worst(one.findings) is Level.HOLD for one in outcomes.values())
    proved = all(one.waiver is not None for one in evidence)
    return brought is not None and brought.online and measured and proved and not held


__all__ = ["may_be_signed"]
