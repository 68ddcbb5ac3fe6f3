"""The address that the gateway has outside, as its page shows it: what it tells of the line before it."""

from __future__ import annotations

from pydantic import Field

from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.science.addresses import Outer, outer_kind
from rindle_core.stations.bringup.facts import RouterPlan
from rindle_core.stations.bringup.findings import OUTER


class OuterInput(Model):
    """What the gateway's page shows, and what was told of the service before."""

    address: str = Field(max_length=60)
    plan: RouterPlan = Field(default="", description="Which box is the gateway")
    shared_told: bool | None = Field(
        default=None, description="Whether the stores say that the service shares addresses"
    )


class OuterResult(Model):
    """What that address tells."""

    kind: Outer
    shared: bool | None = Field(
        description="Whether somebody before the house translates; None: this address does not tell it"
    )


@register("outer_address", "What a gateway's outer address tells of the line before it", OuterInput, OuterResult)
def outer_address(given: OuterInput) -> Outcome[OuterResult]:
    """By the blocks of RFC 6598 (shared), RFC 1918 (private) and RFC 3927 (none was given).

    A private one is that of a second router by design; else another box stands before the gateway, and translates.
    Raises InputError for a text that is no address of a line.
    """
    kind = outer_kind(given.address)
    if not kind:
        raise InputError.one(
            "outer_address", f"{given.address!r} is no address that a line can have; such as 100.71.4.9 is accepted"
        )
    shared = {"public": False, "shared": True}.get(kind)
    if kind == "private" and given.plan != "second":  # as it is now, nothing reaches in
        shared = True
    return Outcome(OuterResult(kind=kind, shared=shared), [_judge(given, kind)])


def _judge(given: OuterInput, kind: Outer) -> Finding:
    if kind == "none":
        return OUTER(
            Level.HOLD,
            "The line gave the gateway no address",
            "It made one up, or has none: nothing behind it reaches the net.",
            clears_by="See that the terminal is online, then start the gateway again.",
        )
    if kind in ("public", "shared") and given.plan == "second":
        return OUTER(
            Level.MIND,
            "The second router has the line’s own address",
            "Then the terminal’s own router stands before it no more: its bypass is on.",
            clears_by="Say bypass instead, or switch the bypass off and read the address anew.",
        )
    if kind == "public":
        other = " The stores say that this service shares addresses; what was seen counts." if given.shared_told else ""
        return OUTER(Level.CLEAR, "The gateway has an address of its own in the net", f"Ports can be opened.{other}")
    if kind == "shared":
        return OUTER(
            Level.MIND if given.shared_told is False else Level.CLEAR,
            "Many customers share the address",
            "The operator translates it once more, so nothing reaches in from outside.",
            clears_by="The stores say otherwise: ask the operator, and mend the stores."
            if given.shared_told is False
            else "",
        )
    if given.plan == "second":
        return OUTER(Level.CLEAR, "The gateway stands behind the terminal’s own router", "As was chosen.")
    bypass = given.plan == "bypass"
    return OUTER(
        Level.MIND,
        "The bypass is not in effect" if bypass else "Somebody before the gateway translates its address too",
        "The gateway has a private address outside: another box stands before it.",
        clears_by="Switch the bypass on at the terminal’s router, start both again, and read the address anew."
        if bypass
        else "Look for another router in the line; if there is none, ask the operator.",
    )


__all__ = ["OuterInput", "OuterResult", "outer_address"]
