"""Addresses of version 4: whether one is valid, in a subnet and free, and a free one where none is proposed."""

from __future__ import annotations

import ipaddress
from collections.abc import Iterable
from typing import Literal

Fault = Literal["", "malformed", "network", "broadcast", "outside", "the_modems", "taken", "loopback", "multicast"]
Outer = Literal["", "none", "shared", "private", "public"]
Address = ipaddress.IPv4Address
Net = ipaddress.IPv4Network


def address_of(text: str) -> Address | None:
    """The address, or None where the text is none. Leading zeros are refused: they are octal to some programs."""
    try:
        return ipaddress.IPv4Address(text.strip())
    except ValueError:
        return None


_OUTER: tuple[tuple[Outer, tuple[str, ...]], ...] = (
    ("none", ("0.0.0.0/8", "169.254.0.0/16")),  # RFC 1122, RFC 3927: nobody gave it one
    ("shared", ("100.64.0.0/10",)),  # RFC 6598: between an operator and its customers
    ("private", ("10.0.0.0/8", "172.16.0.0/12", "192.168.0.0/16")),  # RFC 1918: behind another box
)


def outer_kind(text: str) -> Outer:
    """What a gateway's outer address tells of the line before it; empty where it is none that a line can have."""
    known = address_of(text)
    if known is None or known.is_loopback or known.is_multicast or int(known) >= int(Address("240.0.0.0")):
        return ""
    return next((kind for kind, nets in _OUTER if any(known in ipaddress.IPv4Network(one) for one in nets)), "public")


def prefix_of(mask: str) -> int | None:
    """Length of a mask such as 255.255.255.0, /24 or 24; None where it is none (ones and zeros mixed)."""
    text = mask.strip().removeprefix("/")
    try:
        if text.isdigit():
            return int(text) if 0 < int(text) <= 32 else None
        if (address := address_of(text)) is None:
            return None
        bits = f"{int(address):032b}"
        return bits.count("1") if "01" not in bits and "1" in bits else None
    except ValueError:
        return None


def net_of(address: str, prefix_bits: int) -> Net | None:
    """The subnet in which an address lies; None where it is no address."""
    known = address_of(address)
    return None if known is None else ipaddress.IPv4Network((int(known), prefix_bits), strict=False)


def fault_of(address: str, modem: str, prefix_bits: int, taken: Iterable[str] = ()) -> Fault:
    """What is wrong with an address for a computer beside a modem; empty where nothing is."""
    own, net = address_of(address), net_of(modem, prefix_bits)
    if own is None or net is None:
        return "malformed"
    if own.is_loopback:
        return "loopback"
    if own.is_multicast or own == Address("255.255.255.255"):
        return "multicast"
    if own not in net:
        return "outside"
    if own == address_of(modem):
        return "the_modems"
    if own == net.network_address:
        return "network"
    if own == net.broadcast_address:
        return "broadcast"
    return "taken" if own in {address_of(one) for one in taken} else ""


def free_address(modem: str, prefix_bits: int, taken: Iterable[str] = ()) -> str:
    """An address of the modem's subnet that is neither its own nor taken, from the middle of the subnet upwards:

    address servers hand out from either end as a rule. Empty where the modem's is no address or none is free.
    """
    net = net_of(modem, prefix_bits)
    if net is None or net.num_addresses < 4:
        return ""
    used = {address_of(one) for one in [*taken, modem]}
    first, count = int(net.network_address) + 1, net.num_addresses - 2
    for step in range(min(count, 4096)):
        one = Address(first + (count // 2 + step) % count)
        if one not in used:
            return str(one)
    return ""


__all__ = ["Fault", "Outer", "address_of", "fault_of", "free_address", "net_of", "outer_kind", "prefix_of"]
