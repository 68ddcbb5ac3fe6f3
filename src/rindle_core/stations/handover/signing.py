"""What stands against signing a job off."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any

from rindle_core.kernel.findings import Level, worst
from rindle_core.kernel.registry import Outcome
from rindle_core.stations.evidence import Evidence
from rindle_core.stations.names import NAMES


def waits_for(outcomes: Mapping[str, Outcome[Any]], evidence: Sequence[Evidence]) -> list[str]:
    """Holds, a terminal that is not online, a service that is not measured, and every proof that is neither there nor
    let pass with a name; empty: it may be signed.
    """
    held = [NAMES[code] for code, one in outcomes.items() if worst(one.findings) is Level.HOLD]
    told = [f"{', '.join(held)} on hold"] if held else []
    brought = outcomes["bringup"].result.bringup
    if brought is None or not brought.online:
        told.append("the terminal is not online")
    if outcomes["handover"].result.acceptance.after is None:
        told.append("the new service is not measured")
    still = [(NAMES[one.station], f"{one.message[0].lower()}{one.message[1:]}") for one in evidence if not one.waiver]
    first = {name: message for name, message in reversed(still) if message not in told}  # no sentence twice
    return [*told, *(f"{name}: {message}" for name, message in reversed(first.items()))]


__all__ = ["waits_for"]
