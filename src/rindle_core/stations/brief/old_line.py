"""What becomes of the line that is there, and whether what that asks for was looked at."""

from __future__ import annotations

from collections.abc import Collection

from rindle_core.catalogue.house_words import HouseWords, OldLine, by_code
from rindle_core.kernel.findings import Finding, Level
from rindle_core.stations.brief.findings import KEPT_LINE, OLD_LINE_UNPROVED
from rindle_core.stations.brief.visit import VisitFacts


def old_line_of(choice: str, words: HouseWords) -> OldLine | None:
    """The house's words for a choice; None where nothing is chosen, or the house has it no more."""
    return by_code(words.old_lines).get(choice)


def judge_old_line(visit: VisitFacts, words: HouseWords) -> list[Finding]:
    """Whether something joins the two lines where both stay: somebody has to have looked, a name tells nothing."""
    found = old_line_of(visit.old_line, words)
    if found is None:
        return []
    if found.two_lines and not visit.router_two_lines:
        return [
            KEPT_LINE(
                Level.MIND,
                "Nobody has said that the router takes two lines",
                f"{found.gateway}. {found.text}",
                clears_by="Look at the router's sheet, put it on the lists, and tick it; or let the old line end.",
            )
        ]
    return [KEPT_LINE(Level.CLEAR, f"The old line: {found.name.casefold()}", f"{found.gateway}. {found.text}")]


def judge_old_line_proved(choice: str, proved: Collection[str], measured: bool, words: HouseWords) -> list[Finding]:
    """Whether what is agreed of the old line now was shown to work, once the new service runs."""
    found = old_line_of(choice, words)
    if found is None or not measured:
        return []
    if choice in proved:
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
