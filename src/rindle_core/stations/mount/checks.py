"""What is tried of a mount once it stands, what may not be altered, and what an old one is asked."""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Annotated, Literal

from pydantic import ConfigDict, Field

from rindle_core.catalogue.mounts import MountCheck, MountKind
from rindle_core.kernel.days import Day
from rindle_core.kernel.entry import Entry
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.house_rules import HouseRules
from rindle_core.kernel.model import Row
from rindle_core.kernel.ties import no_more
from rindle_core.stations.mount.findings import ALTERED, CHECKED, LEANS_AGREE, TETHER

CheckState = Literal["", "good", "bad"]


class CheckMark(Row):
    """How a check came out."""

    code: Annotated[str, Entry("Check")] = Field(min_length=1, max_length=40)
    state: Annotated[CheckState, Entry("Came out", choices={"": "not said", "good": "good", "bad": "bad"})] = ""
    play_deg: Annotated[float | None, Entry("Play or lean")] = Field(default=None, ge=0, le=90)
    second_deg: Annotated[float | None, Entry("On the second face")] = Field(default=None, ge=0, le=90)
    gap_mm: Annotated[float | None, Entry("Gap")] = Field(default=None, ge=0, le=100)
    of_mount: str = Field(default="", max_length=40, description="Kind of mount that it was tried on; empty: not kept")
    of_terminal: str = Field(default="", max_length=40, description="Terminal that was on it; empty: not kept")
    note: Annotated[str, Entry("Note")] = Field(default="", max_length=200)
    by: Annotated[str, Entry("By")] = Field(default="", max_length=120)


def read_deg(check: MountCheck, mark: CheckMark) -> float | None:
    """What was read in degrees: of one that is read on two faces both together. None while a face is missing."""
    if check.faces_count == 1 or mark.play_deg is None:
        return mark.play_deg
    return None if mark.second_deg is None else math.hypot(mark.play_deg, mark.second_deg)


class Alteration(Row):
    """Something of a mount or terminal that somebody altered, and who decided it."""

    model_config = ConfigDict(str_strip_whitespace=True)

    what: Annotated[str, Entry("What was altered")] = Field(min_length=1, max_length=200)
    of_whose: Annotated[
        Literal["other", "maker"],
        Entry("Of what", choices={"other": "a third-party part", "maker": "the terminal or its own mount"}),
    ] = "other"
    reason: Annotated[str, Entry("Why")] = Field(default="", max_length=300)
    decided_by: Annotated[str, Entry("Decided by")] = Field(default="", max_length=120)
    until: Annotated[Day | None, Entry("Until the proper part is there")] = None


def judge_checks(
    kind: MountKind, marks: Sequence[CheckMark], beamwidth_deg: float, terminal_code: str = ""
) -> list[Finding]:
    """Each check of the kind: not tried is not known, measured it is held against its own limit. One that was tried on
    another kind, or of the head with another terminal, says nothing of this one.
    """
    found = []
    for check in kind.checks:
        rows = [one for one in marks if one.code == check.code]
        here = [one for one in rows if one.of_mount in ("", kind.code)]
        made = [one for one in here if not check.of_head or one.of_terminal in ("", terminal_code)]
        if rows and not made:
            other = "with another terminal" if here else "on another mount"
            found.append(
                CHECKED.of(check.code).missing(
                    f"{check.name}: tried {other}", "Try it on this one: take its row out, and enter it anew."
                )
            )
        else:
            found.append(_judged(check, made[-1] if made else None, beamwidth_deg))
    return found


def _judged(check: MountCheck, mark: CheckMark | None, beamwidth_deg: float) -> Finding:
    kind = CHECKED.of(check.code)
    figure = None if mark is None else read_deg(check, mark) if check.asks == "deg" else mark.gap_mm
    if mark is not None and mark.state == "bad":
        return kind(
            Level.HOLD,
            f"{check.name}: bad",
            mark.note or check.how,
            clears_by="Put it right, then try it again.",
        )
    if mark is not None and figure is None and mark.play_deg is not None:
        return kind.missing(f"{check.name}: read on one face only", "Read it a quarter turn on as well.")
    if mark is not None and figure is not None:
        limit = _limit(check, beamwidth_deg)
        if limit is not None:
            unit = "deg" if check.asks == "deg" else "mm"
            if figure > limit:
                return kind(
                    Level.HOLD,
                    f"{check.name}: too much",
                    "The aim wanders by as much." if check.most_share else check.how,
                    figure=figure,
                    limit=limit,
                    bound="at_most",
                    unit=unit,
                    clears_by="Tighten or rework the joint; pack it only where its maker allows.",
                )
            return kind(Level.CLEAR, f"{check.name}: good", "", figure=figure, limit=limit, bound="at_most", unit=unit)
    if mark is not None and mark.state == "good" and check.asks == "look":
        return kind(Level.CLEAR, f"{check.name}: good", mark.note)
    asked = "measure it" if check.asks != "look" else "try it"
    return kind.missing(f"{check.name}: not tried", f"{check.how} Then {asked} and enter how it came out.".strip())


def _limit(check: MountCheck, beamwidth_deg: float) -> float | None:
    """Most that may be read, in the unit that it is asked in."""
    if check.asks != "deg":
        return check.most_mm
    return check.most_share * beamwidth_deg if check.most_share else check.most_deg


def judge_leans(
    kind: MountKind, marks: Sequence[CheckMark], poured_deg: float | None, aim_deg: float | None, rules: HouseRules
) -> list[Finding]:
    """A mast that was read plumb here and leans at Aim, or the other way round, was read wrong once."""
    plumb = next((one for one in kind.checks if one.code == "plumb"), None)
    tried = [read_deg(plumb, one) for one in marks if plumb and one.code == "plumb" and one.of_mount in ("", kind.code)]
    here = [one for one in (*tried[-1:], poured_deg) if one is not None]
    if aim_deg is None or not here or no_more(abs(here[0] - aim_deg), rules.plumb_deg):
        return []
    return [
        LEANS_AGREE(
            Level.MIND,
            "The mast’s lean here is not the one at Aim",
            f"Here it was read as {here[0]:.1f}°, at Aim it is {aim_deg:.1f}°: scales and plates are set by Aim’s.",
            figure=abs(here[0] - aim_deg),
            limit=rules.plumb_deg,
            bound="at_most",
            clears_by="Read it again on two faces, and mend the entry that is wrong.",
        )
    ]


def judge_alterations(rows: Sequence[Alteration]) -> list[Finding]:
    """What is the maker's may not be altered; a third party's part may, for a time, by somebody's decision."""
    found = []
    for one in rows:
        if one.of_whose == "maker":
            found.append(
                ALTERED(
                    Level.HOLD,
                    f"Altered: {one.what}",
                    "The maker’s promise ends there, and nobody has reckoned what it bears now.",
                    clears_by="Put the proper part on. A tether beside it alters nothing.",
                )
            )
        elif not one.decided_by or not one.reason:
            found.append(
                ALTERED.missing(f"Altered: {one.what}; by whose decision is not told", "Enter who decided it and why.")
            )
        else:
            until = f" until {one.until:%Y-%m-%d}" if one.until else ", and no day is set for the proper part"
            found.append(
                ALTERED(
                    Level.MIND,
                    f"Altered: {one.what}",
                    f"{one.reason} Decided by {one.decided_by}{until}.",
                    clears_by="Order the proper part, and look at this one at every visit.",
                )
            )
    return found


def judge_tether(kind: MountKind | None, tethered: bool) -> list[Finding]:
    """A kind whose clamp alone holds it asks for a tether beside it."""
    if kind is None or not kind.tether:
        return []
    if tethered:
        return [TETHER(Level.CLEAR, "A tether secures it", "It is ticked; look at it at every visit.")]
    return [TETHER.missing("That a tether secures it is not said", f"{kind.tether} Fit it, then tick it.")]


__all__ = [
    "Alteration",
    "CheckMark",
    "CheckState",
    "judge_alterations",
    "judge_checks",
    "judge_leans",
    "judge_tether",
]
