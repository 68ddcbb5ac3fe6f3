"""Steps that are marked done and whose proof is entered elsewhere: a mark says that somebody did it, not how it is."""

from __future__ import annotations

from collections.abc import Sequence

from rindle_core.catalogue.build_steps import BuildStep, StepFigureKind
from rindle_core.kernel.findings import Finding, Kind, Level
from rindle_core.stations.build.findings import EARTH_PROVED, ENDS_PROVED
from rindle_core.stations.cable import findings as of_cable

_TESTED = of_cable.TESTED.code.partition("{")[0]
# The figures that a step is done by -> its finding here, the leaf, and what Cable finds of it by the starts of codes.
_PROOF: dict[StepFigureKind, tuple[Kind, str, tuple[str, ...]]] = {
    "earth": (EARTH_PROVED, "Earth", (of_cable.EARTH.code,)),
    "ends": (ENDS_PROVED, "Ends", (_TESTED, of_cable.END_LOOKED.code, of_cable.WAITS_CABLE.code)),
}


def judge_proved(steps: Sequence[BuildStep], done: set[str], at_cable: Sequence[Finding]) -> list[Finding]:
    """One finding for each that is marked done while Cable does not know it, or holds it."""
    found = []
    for figure, (kind, leaf, codes) in _PROOF.items():
        step = next((one for one in steps if one.code in done and figure in one.figures), None)
        of_it = [one for one in at_cable if one.code.startswith(codes)]
        against = next((one for one in of_it if one.level is Level.HOLD), None)
        untold = next((one for one in of_it if one.level is Level.UNKNOWN), None)
        if step is None:
            continue
        if against is not None:
            found.append(
                kind(
                    Level.MIND,
                    f"“{step.title}” is marked done, and Cable holds it",
                    f"{against.message}.",
                    clears_by=f"Make it good, and enter it anew (Cable, {leaf}).",
                )
            )
        elif untold is not None:
            found.append(
                kind.missing(
                    f"“{step.title}” is marked done, and not proved at Cable",
                    f"{untold.message}: look at it, and enter what is so (Cable, {leaf}).",
                )
            )
    return found


__all__ = ["judge_proved"]
