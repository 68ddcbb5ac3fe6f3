"""What came damaged, against the bill: a part that is claimed for is not counted as whole beside it."""

from __future__ import annotations

from collections.abc import Sequence

from rindle_core.kernel.findings import Finding, Level
from rindle_core.stations.build.facts import Damage
from rindle_core.stations.build.findings import DAMAGED
from rindle_core.stations.build.kit_list import KitListResult
from rindle_core.stations.lists import shortened

_SAID = ("damaged", "usable", "short")


def judge_damaged(damages: Sequence[Damage], kit: KitListResult) -> list[Finding]:
    """Each damage is settled by its line of the bill, or by being only noted; a part that the bill does not name by
    being noted alone.
    """
    lines = {row.name.casefold(): row for row in kit.rows}
    whole, unsaid = [], []
    for one in damages:
        row = lines.get(one.part.casefold())
        told = row is not None and row.found is not None and row.found.state in _SAID
        if not one.wanted:
            unsaid.append(one.part)
        elif one.wanted != "kept" and not told:
            whole.append(one.part)
    found = []
    if whole:
        found.append(
            DAMAGED(
                Level.MIND,
                f"Came damaged, and not told so in the bill: {shortened(whole)}",
                "What is dented or bent is built in by whoever reads only the bill.",
                clears_by="Say at its line in Kit whether it is damaged or of use. Once another has come, count it "
                "there, and say here: nothing, noted.",
            )
        )
    if unsaid:
        found.append(
            DAMAGED.missing(
                f"Came damaged, and nobody said what is asked for it: {shortened(unsaid)}",
                "Say whether another, money back, or nothing is asked for; then print the claim sheet.",
            )
        )
    return found


__all__ = ["judge_damaged"]
