"""The installer's computer beside the modem: which address it takes, how, and what it is doing when no page comes."""

from __future__ import annotations

import ipaddress

from pydantic import Field

from rindle_core.catalogue.computers import COMPUTER_STEPS, ComputerSystem
from rindle_core.catalogue.modem import REACHES, ModemAccess
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.science.addresses import Fault, address_of, fault_of, free_address, net_of, prefix_of
from rindle_core.stations.bringup.facts import PageSeen, YesNo
from rindle_core.stations.bringup.findings import COMPUTER, COMPUTER_ADDRESS, COMPUTER_BACK, COMPUTER_BEFORE

FAULTS: dict[Fault, str] = {
    "": "It is free, as far as is known, and in the modem’s subnet.",
    "malformed": "It is no address: four numbers from 0 to 255 with points, without leading zeros, are accepted.",
    "network": "It names the subnet itself; no computer may have it.",
    "broadcast": "It is the subnet’s address for all; no computer may have it.",
    "outside": "It is not in the modem’s subnet: the computer would not find it on the cable.",
    "the_modems": "It is the modem’s own: two with the same address are heard by neither.",
    "taken": "Another device is said to have it.",
    "loopback": "It means the computer itself.",
    "multicast": "It is no address of a single computer.",
}
AFTER = {
    "same": "After activation the computer stays as it is.",
    "network": "After activation addresses come from the network: set the computer to take one by itself again, then "
    "pull its plug and put it in again.",
    "none": "After activation the modem gives no address any more: type one of the network, or go through the "
    "customer’s router. Note what its page shows before: you may not see it again.",
}


class ComputerInput(Model):
    """The modem's way of being reached, and what the computer shows."""

    access: ModemAccess
    system: ComputerSystem = ""
    wanted_address: str = Field(default="", max_length=60, description="To be typed in; empty: a free one is proposed")
    taken: list[str] = Field(default_factory=list, max_length=300, description="Addresses that others have")
    before: str = Field(default="", max_length=200, description="What was set before, as somebody wrote it down")
    shown_address: str = Field(default="", max_length=60)
    shown_mask: str = Field(default="", max_length=40)
    wired: YesNo = ""
    wireless_off: YesNo = ""
    page: PageSeen = ""
    activated: bool = False
    put_back: bool = False


class ComputerResult(Model):
    """What to set, step by step, and the address to open."""

    way: str = Field(description="How it comes by its address, in words")
    address: str = Field(description="For the computer; empty where it takes one by itself")
    mask: str
    network: str = Field(description="The modem's subnet")
    page: str = Field(description="To open in the browser")
    install_page: str = Field(description="Of the installer; empty: none")
    steps: list[str] = Field(description="Empty while the kind of computer is not chosen")
    before_steps: list[str]
    aside_steps: list[str] = Field(default=[], description="What may lead the browser elsewhere, set aside for now")
    shown_steps: list[str]
    back_steps: list[str]
    after: str
    doing: str = Field(description="What the computer is doing, by what it shows")
    then: str = Field(description="What to do next")


def _filled(steps: list[str], address: str, mask: str, access: ModemAccess) -> list[str]:
    told = {"{address}": address, "{mask}": mask, "{bits}": str(access.prefix_bits), "{modem}": access.address}
    for name, value in told.items():
        steps = [one.replace(name, value) for one in steps]
    return steps


Doing = tuple[str, str]  # what it is doing, and what to do next
_BY_PAGE: dict[PageSeen, Doing] = {
    "warns": (
        "The page is there: the browser does not know its certificate.",
        "Look that the address is the modem’s, then go on past the warning.",
    ),
    "other": (
        "The browser took the address for a search, or another net answers.",
        "Type the address whole, with http:// before it.",
    ),
    "refused": (
        "The modem is reached and gives no page.",
        "Wait until it has started; is the page another one, or was it shut after activation?",
    ),
    "no_code_page": (
        "The modem is reached, and no page leads to the network’s own where the code goes.",
        "Open a plain page, http:// and not https://, in a private window: an encrypted one cannot be led elsewhere, "
        "and one that was kept asks nobody. Stop a tunnel, a blocker and a name service of its own on the computer. "
        "Still none: look whether the line-up has come to activation, and ask the operator for the page’s address.",
    ),
    "nothing": (
        "No page comes.",
        "Read the address that the computer shows; stop a tunnel or firewall on it; start the modem again.",
    ),
}


def _address_trouble(given: ComputerInput) -> Doing | None:
    """What is wrong with the address and the mask that it shows; None where nothing is, or nothing is told."""
    access = given.access
    if not given.shown_address:
        return None
    shown = address_of(given.shown_address)
    if shown is None:
        return f"“{given.shown_address}” is no address.", FAULTS["malformed"]
    proposed = free_address(access.address, access.prefix_bits, given.taken)
    if shown.is_link_local:
        return (
            "It gave itself an address, as nobody answered when it asked for one.",
            "Wait until the modem has started, pull the plug and put it in again; then type an address in."
            if access.reaches == "automatic"
            else f"Type {given.wanted_address or access.computer_address or proposed} in.",
        )
    fault = fault_of(str(shown), access.address, access.prefix_bits, given.taken)
    if fault == "outside":
        return (
            f"It has an address of another net, not of {net_of(access.address, access.prefix_bits)}.",
            "Is it joined to another net, or is another router on the cable? Switch wireless off; take the address "
            "anew, or type one in.",
        )
    if fault:
        return f"Its address {shown} cannot work. {FAULTS[fault]}", "Type another one in."
    bits = prefix_of(given.shown_mask) if given.shown_mask else None
    if given.shown_mask and bits is None:
        return f"“{given.shown_mask}” is no subnet mask.", "Such as 255.255.255.0 is accepted."
    if bits is not None and address_of(access.address) not in ipaddress.IPv4Network((int(shown), bits), strict=False):
        return "With that mask the modem lies outside its net.", f"Mask {_mask(access)}."
    return None


def _doing(given: ComputerInput) -> tuple[str, str, bool]:
    """What it is doing, what to do next, and whether it is in order: cable, address, wireless, page, in that order."""
    cabled = given.access.reaches != "wireless"
    if given.page == "opens":
        return "It is through: the modem’s page opens.", "Go on with the entries.", True
    if given.wired == "no" and cabled:
        return (
            "No light at the plug: nothing comes through the cable.",
            "Other cable, other port of the modem, adapter plugged in whole; is the modem on?",
            False,
        )
    trouble = _address_trouble(given)
    if trouble is None and given.wireless_off == "no" and cabled:
        trouble = (
            "Its wireless is on: the browser may leave by it instead of the cable.",
            "Switch it off, and open the page again.",
        )
    trouble = trouble or _BY_PAGE.get(given.page)
    if trouble is not None:
        return *trouble, False
    if not given.shown_address:
        return "Not known yet: which address does it show?", "Read it as the steps say, and enter it here.", False
    return "Its address is right for this modem.", "Open the page.", True


def _mask(access: ModemAccess) -> str:
    return str(ipaddress.IPv4Network((0, access.prefix_bits)).netmask)


@register("computer", "Address, steps and page for the computer beside a modem", ComputerInput, ComputerResult)
def computer(given: ComputerInput) -> Outcome[ComputerResult]:
    """Steps of this kind of computer with the figures in them. Raises InputError on a modem without a usable subnet."""
    access = given.access
    net = net_of(access.address, access.prefix_bits)
    if net is None:
        raise InputError.one("access.address", "is no address: four numbers with points, as 192.0.2.1, are accepted")
    proposed = (
        given.wanted_address or access.computer_address or free_address(access.address, access.prefix_bits, given.taken)
    )
    steps = COMPUTER_STEPS.get(given.system)
    fixed = access.reaches == "fixed"
    doing, then, fine = _doing(given)
    result = ComputerResult(
        way=f"The computer {REACHES[access.reaches]}"
        + ("; if none comes in two minutes, type the one below." if access.reaches == "automatic" else "."),
        address=proposed,
        mask=_mask(access),
        network=str(net),
        page=f"http://{access.address}{access.page}",
        install_page=f"http://{access.address}{access.install_page}" if access.install_page else "",
        steps=_filled(steps.fixed if fixed else steps.automatic, proposed, _mask(access), access) if steps else [],
        before_steps=steps.before if steps else [],
        aside_steps=steps.aside if steps else [],
        shown_steps=steps.shown if steps else [],
        back_steps=steps.back if steps else [],
        after=AFTER[access.after],
        doing=doing,
        then=then,
    )
    return Outcome(result, _judge(given, result, fine))


def _judge(given: ComputerInput, result: ComputerResult, fine: bool) -> list[Finding]:
    found = []
    touched = bool(given.shown_address or given.page or given.wired)
    fault = fault_of(result.address, given.access.address, given.access.prefix_bits, given.taken)
    if given.access.reaches != "wireless" and fault:
        found.append(
            COMPUTER_ADDRESS(
                Level.HOLD,
                f"{result.address or 'No address'} cannot be the computer’s",
                FAULTS[fault],
                clears_by=f"Take {free_address(given.access.address, given.access.prefix_bits, given.taken)}.",
            )
        )
    if touched:
        level = Level.CLEAR if given.page == "opens" else Level.UNKNOWN if fine else Level.MIND
        then = "" if level is Level.CLEAR else result.then
        found.append(COMPUTER(level, result.doing.rstrip("."), "Read off what was seen.", clears_by=then))
    if touched and not given.before:
        found.append(
            COMPUTER_BEFORE(
                Level.MIND,
                "What the computer had before is not written down",
                "Nobody remembers it at the end of the day.",
                clears_by="Read it as the steps say and write it down, or write that it took its address by itself.",
            )
        )
    if given.activated and given.before and not given.put_back:
        found.append(
            COMPUTER_BACK(
                Level.MIND,
                "The computer is not said to be put back",
                f"Before: {given.before}.",
                clears_by="Put it back as the steps say, and tick it.",
            )
        )
    return found


__all__ = ["AFTER", "FAULTS", "ComputerInput", "ComputerResult", "computer"]
