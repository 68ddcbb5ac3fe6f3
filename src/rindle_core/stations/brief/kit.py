"""The equipment by model and serial number: whether it fits this terminal, and whether the network approves it."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from rindle_core.catalogue.models import Satellite, Terminal
from rindle_core.catalogue.parts import PART_KINDS, PartKind
from rindle_core.kernel.entry import Entry
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.model import Row
from rindle_core.stations.brief.findings import APPROVAL, FITS, LABELS


class KitItem(Row):
    """A piece of equipment as it stands on its label."""

    kind: Annotated[PartKind, Entry("Part", choices=PART_KINDS)]
    model: Annotated[str, Entry("Model")] = Field(min_length=1, max_length=80, description="As the label says")
    serial: Annotated[str, Entry("Serial number")] = Field(default="", max_length=80)
    address: Annotated[str, Entry("Hardware address")] = Field(
        default="", max_length=40, description="Of its network side, as the label has it"
    )
    evidence: Annotated[str, Entry("Approval shown by", placeholder="letter, list, operator’s mail")] = Field(
        default="", max_length=200, description="What shows that the network takes a part that is not on its list"
    )


def _same(one: str, other: str) -> bool:
    return one.strip().casefold() == other.strip().casefold()


def judge_fits(kit: list[KitItem], terminal: Terminal | None) -> list[Finding]:
    """Parts that this terminal does not take; a kind of part of which the stores say nothing is not judged."""
    taken = terminal.takes if terminal else {}
    return [
        FITS.of(one.kind)(
            Level.HOLD,
            f"{PART_KINDS[one.kind]} {one.model} is not one that {terminal.name} takes",
            f"It takes {', '.join(taken[one.kind])}.",
            clears_by="Bring a part that fits, or choose the terminal that this part belongs to.",
        )
        for one in kit
        if terminal is not None and taken.get(one.kind) and not any(_same(one.model, name) for name in taken[one.kind])
    ]


def judge_labels(kit: list[KitItem]) -> list[Finding]:
    """No two parts have one serial number or one hardware address: a label was read twice, or taken for another's."""
    found = []
    for name, words in (("serial", "serial number"), ("address", "hardware address")):
        met: dict[str, KitItem] = {}
        for one in kit:
            told = "".join(sign for sign in getattr(one, name).casefold() if sign.isalnum())
            if not any(sign.isdigit() for sign in told):
                continue  # none, or words in its place
            other = met.setdefault(told, one)
            if other is not one:
                found.append(
                    LABELS(
                        Level.MIND,
                        f"Two parts have one {words}: {getattr(one, name).strip()}",
                        f"{PART_KINDS[other.kind]} {other.model}, and {PART_KINDS[one.kind]} {one.model}.",
                        clears_by="Read both labels again.",
                    )
                )
    return found


def judge_approval(
    kit: list[KitItem], terminal: Terminal | None, satellite: Satellite | None, *, said: bool
) -> list[Finding]:
    """Terminal and parts against the network's own list; nothing while there is no satellite."""
    if terminal is None or satellite is None:
        return []
    if not satellite.approved:
        if not said:
            return [APPROVAL.missing("What its network approves is not known", "Enter the network's list in Stores.")]
        return [
            APPROVAL(
                Level.MIND,
                "That every part is approved is said, not shown",
                f"It is ticked as settled; Stores hold no list of what the network of {satellite.name} approves.",
                clears_by="Enter the network's list with the satellite in Stores.",
            )
        ]
    listed = [name for name in [terminal.code, terminal.name] if any(_same(name, one) for one in satellite.approved)]
    absent = [one for one in kit if not any(_same(one.model, name) for name in satellite.approved)]
    bare = [one.model for one in absent if not one.evidence.strip()]
    if not listed and not kit:
        return [_unlisted(terminal.name, satellite)]
    if bare:
        return [_unlisted(", ".join(bare), satellite)]
    named = {one.kind for one in kit}
    if not listed and not ({"reflector", "transceiver"} <= named or "panel" in named):
        return [
            APPROVAL.missing(
                f"{terminal.name} is not on {satellite.name}'s list, and not every outdoor part is named",
                "Name reflector and transceiver, or the panel, by their labels: each is held against the list.",
            )
        ]
    if absent:
        return [
            APPROVAL(
                Level.MIND,
                "A part is not on the network's list, and something else shows its approval",
                "; ".join(f"{one.model}: {one.evidence}" for one in absent),
                clears_by="Have the evidence at hand when the operations desk asks for it.",
            )
        ]
    parts = ["every part that is named"] if kit else []
    what = " and ".join([*([terminal.name] if listed else []), *parts])
    return [APPROVAL(Level.CLEAR, f"On the list of {satellite.name}'s network: {what}", "")]


def _unlisted(what: str, satellite: Satellite) -> Finding:
    return APPROVAL(
        Level.HOLD,
        f"{what} is not on the list of {satellite.name}'s network",
        "An unlisted reflector, feed or transmitter disturbs others, and is refused at line-up.",
        clears_by="Use a listed part, or enter what shows that the network takes it.",
    )


__all__ = ["KitItem", "judge_approval", "judge_fits", "judge_labels"]
