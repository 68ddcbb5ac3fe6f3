"""What becomes of the line that is there, and whether what that asks for is on the lists."""

from __future__ import annotations

from rindle_core.catalogue.house_words import HouseWords, OldLine, by_code
from rindle_core.kernel.findings import Finding, Level
from rindle_core.stations.brief.brief import Delivery
from rindle_core.stations.brief.findings import KEPT_LINE, OLD_LINE_UNPROVED
from rindle_core.stations.brief.kit import KitItem
from rindle_core.stations.brief.visit import VisitFacts

_ROUTER = "router"


def old_line_of(choice: str, words: HouseWords) -> OldLine | None:
    """The house's words for a choice; None where nothing is chosen, or the house has it no more."""
    return by_code(words.old_lines).get(choice)


def judge_old_line(
    visit: VisitFacts, kit: list[KitItem], deliveries: list[Delivery], words: HouseWords
) -> list[Finding]:
    """Whether something joins the two lines where both stay."""
    found = old_line_of(visit.old_line, words)
    if found is None:
        return []
    listed = any(one.kind == _ROUTER for one in kit) or any(_ROUTER in one.item.casefold() for one in deliveries)
    if found.two_lines and not listed:
        return [
            KEPT_LINE(
                Level.MIND,
                "Nothing on the lists joins the two lines",
                f"{found.gateway}. {found.text}",
                clears_by="Add the router to the equipment or to the deliveries, or let the old line end.",
            )
        ]
    return [KEPT_LINE(Level.CLEAR, f"The old line: {found.name.casefold()}", f"{found.gateway}. {found.text}")]


def judge_old_line_proved(choice: str, proved: bool, measured: bool, words: HouseWords) -> list[Finding]:
    """Whether what was agreed of the old line was shown to work, once the new service runs."""
    found = old_line_of(choice, words)
    if found is None or not measured:
        return []
    if proved:
        return [OLD_LINE_UNPROVED(Level.CLEAR, f"The old line: {found.name.casefold()}, proved", found.proof)]
    return [
        OLD_LINE_UNPROVED(
            Level.MIND,
            f"The old line: {found.name.casefold()}, not proved yet",
            found.proof,
            clears_by="Prove it with the customer, then tick it.",
        )
    ]


__all__ = ["judge_old_line", "judge_old_line_proved", "old_line_of"]
