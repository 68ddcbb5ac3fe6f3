"""Address plan and two lines as plain text for open address servers and routers, checked before it is written."""

from __future__ import annotations

import ipaddress
import json
import math
import re

from pydantic import Field

from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.science.addresses import address_of
from rindle_core.stations.bringup.facts import LinePlan
from rindle_core.stations.bringup.findings import HOME_NET
from rindle_core.stations.bringup.rows import HomeDevice

_HARDWARE = re.compile(r"[0-9A-Fa-f]{2}([:-][0-9A-Fa-f]{2}){5}")
_POOL_SHARE = 0.5  # of the net, its upper half, is handed out to whoever comes; the lower half is for fixed ones


class TwoLinesInput(Model):
    """The home net, its devices, and both lines' gateways."""

    net: str = Field(default="", max_length=43, description="As 192.168.40.0/24")
    devices: list[HomeDevice] = Field(default_factory=list, max_length=200)
    plan: LinePlan = ""
    new_percent: float | None = Field(default=None, ge=0, le=100, description="Share of the new line, by weight")
    new_gateway: str = Field(default="", max_length=40, description="Of the new line, as the router sees it")
    old_gateway: str = Field(default="", max_length=40)


class ConfigText(Model):
    """A text for one program."""

    code: str
    name: str
    file: str = Field(description="Where it usually goes")
    text: str


class TwoLinesResult(Model):
    """Addresses and texts; empty texts while the net is not told."""

    router_address: str
    pool_first: str
    pool_last: str
    new_weight_number: int
    old_weight_number: int
    texts: list[ConfigText]
    moving: list[str] = Field(description="Devices that leave by the new line once it is switched over")
    staying: list[str] = Field(description="Devices that are kept on the old line")


def weights_of(percent: float) -> tuple[int, int]:
    """Small whole weights of the new and the old line, nearest to a share, each from 1 to 20."""
    share = min(99.0, max(1.0, percent)) / 100.0
    pairs = [(a, b) for a in range(1, 21) for b in range(1, 21) if math.gcd(a, b) == 1]
    return min(pairs, key=lambda pair: (round(abs(pair[0] / sum(pair) - share), 6), sum(pair)))


def _net(text: str) -> ipaddress.IPv4Network | None:
    try:
        net = ipaddress.IPv4Network(text.strip(), strict=True)
    except ValueError:
        return None
    return net if 16 <= net.prefixlen <= 29 else None


def _name(device: HomeDevice) -> str:
    """A host name that every program takes: letters, digits and dashes."""
    return re.sub(r"-+", "-", re.sub(r"[^a-z0-9]+", "-", device.name.casefold())).strip("-") or "device"


def _hardware(device: HomeDevice) -> str:
    return device.hardware_address.replace("-", ":").casefold()


def _bound(devices: list[HomeDevice]) -> list[HomeDevice]:
    return [one for one in devices if one.fixed_ip and one.hardware_address]


def _dnsmasq(router: str, first: str, last: str, net: ipaddress.IPv4Network, devices: list[HomeDevice]) -> str:
    lines = [
        "# Addresses of the home net, made by Rindle",
        f"dhcp-range={first},{last},{net.netmask},12h",
        f"dhcp-option=option:router,{router}",
        *(f"dhcp-host={_hardware(one)},{one.fixed_ip},{_name(one)}" for one in _bound(devices)),
    ]
    return "\n".join(lines) + "\n"


def _kea(router: str, first: str, last: str, net: ipaddress.IPv4Network, devices: list[HomeDevice]) -> str:
    subnet = {
        "id": 1,
        "subnet": str(net),
        "pools": [{"pool": f"{first} - {last}"}],
        "option-data": [{"name": "routers", "data": router}],
        "reservations": [
            {"hw-address": _hardware(one), "ip-address": one.fixed_ip, "hostname": _name(one)}
            for one in _bound(devices)
        ],
    }
    # Without interfaces it starts, and answers nobody.
    told = {"comment": "made by Rindle; lan is the interface on the side of the house"}
    listens = {"interfaces": ["lan"]}
    return (
        json.dumps({"Dhcp4": {"user-context": told, "interfaces-config": listens, "subnet4": [subnet]}}, indent=2)
        + "\n"
    )


def _linux(given: TwoLinesInput, net: ipaddress.IPv4Network, weights: tuple[int, int]) -> str:
    new, old = given.new_gateway, given.old_gateway
    lines = [
        "#!/bin/sh",
        "# Two lines on a Linux router, made by Rindle; lan: the side of the house. It may be run again.",
    ]
    if given.plan == "weights":
        lines.append(
            f"ip route replace default nexthop via {new} weight {weights[0]} nexthop via {old} weight {weights[1]}"
        )
    else:
        lines.append("# It changes over when the link to the new gateway goes; a line that is dead behind its modem it")
        lines.append("# does not see.")
        lines += [f"ip route replace default via {new} metric 10", f"ip route replace default via {old} metric 20"]
    lines += [f"ip route replace {net} dev lan table 201", f"ip route replace default via {old} table 201"]
    lines += [f"ip route replace {net} dev lan table 202", f"ip route replace default via {new} table 202"]
    back = [f"ip route replace default via {old}"]
    for place, one in enumerate(one for one in given.devices if one.line and one.fixed_ip):
        table, priority = 201 if one.line == "old" else 202, 1000 + place
        lines.append(f"ip rule del priority {priority} 2>/dev/null || true  # {_name(one)}")
        lines.append(f"ip rule add from {one.fixed_ip} lookup {table} priority {priority}")
        back.append(f"ip rule del priority {priority}")
    lines += ["# The way back, all over the old line:", *(f"#   {one}" for one in back)]
    return "\n".join(lines) + "\n"


def _openwrt(given: TwoLinesInput, weights: tuple[int, int]) -> str:
    shared = given.plan == "weights"
    lines = ["# /etc/config/mwan3 of OpenWrt, made by Rindle; interfaces named new and old"]
    for name in ("new", "old"):
        lines += [
            f"config interface '{name}'",
            "\toption enabled '1'",
            "\tlist track_ip '198.51.100.1'  # put in two that answer",
            "",
        ]
    for name, metric, weight in (("new", 1, weights[0]), ("old", 1 if shared else 2, weights[1])):
        lines += [f"config member '{name}_m'", f"\toption interface '{name}'", f"\toption metric '{metric}'"]
        lines += [f"\toption weight '{weight}'", ""]
    lines += ["config policy 'house'", "\tlist use_member 'new_m'", "\tlist use_member 'old_m'", ""]
    for name in ("new", "old"):
        lines += [f"config policy 'only_{name}'", f"\tlist use_member '{name}_m'", ""]
    for one in (one for one in given.devices if one.line and one.fixed_ip):
        lines += [f"config rule '{_name(one).replace('-', '_')[:15]}'", f"\toption src_ip '{one.fixed_ip}'"]
        lines += [f"\toption use_policy 'only_{one.line}'", ""]
    lines += ["config rule 'all'", "\toption dest_ip '0.0.0.0/0'", "\toption use_policy 'house'"]
    return "\n".join(lines) + "\n"


@register(
    "two_lines",
    "Address plan and two lines as text for open address servers and routers",
    TwoLinesInput,
    TwoLinesResult,
)
def two_lines(given: TwoLinesInput) -> Outcome[TwoLinesResult]:
    """The router has the first address, the upper half is handed out, fixed ones lie in the lower half.

    Formats: dnsmasq.conf, Kea 2 DHCPv4 JSON, iproute2 routes and rules, OpenWrt mwan3.
    """
    net = _net(given.net)
    weights = weights_of(given.new_percent) if given.new_percent is not None else (1, 1)
    staying = [one.name for one in given.devices if one.line == "old"]
    moving = [one.name for one in given.devices if one.line != "old"]
    router = first = last = ""
    texts: list[ConfigText] = []
    faults = _faults(given, net)
    if net is not None:
        router = str(net.network_address + 1)
        size = net.num_addresses
        first = str(net.network_address + int(size * _POOL_SHARE))
        last = str(net.broadcast_address - 1)
    if net is not None and not faults:
        texts = [
            ConfigText(code="dnsmasq", name="dnsmasq", file="/etc/dnsmasq.d/home.conf",
                       text=_dnsmasq(router, first, last, net, given.devices)),
            ConfigText(code="kea", name="Kea", file="/etc/kea/kea-dhcp4.conf",
                       text=_kea(router, first, last, net, given.devices)),
        ]  # fmt: skip
        if given.plan and given.new_gateway and given.old_gateway:
            texts += [
                ConfigText(code="linux", name="A Linux router", file="/etc/network/if-up.d/two-lines",
                           text=_linux(given, net, weights)),
                ConfigText(code="openwrt", name="OpenWrt", file="/etc/config/mwan3", text=_openwrt(given, weights)),
            ]  # fmt: skip
    result = TwoLinesResult(
        router_address=router,
        pool_first=first,
        pool_last=last,
        new_weight_number=weights[0],
        old_weight_number=weights[1],
        texts=texts,
        moving=moving,
        staying=staying,
    )
    return Outcome(result, _judge(given, net, faults))


def _faults(given: TwoLinesInput, net: ipaddress.IPv4Network | None) -> list[str]:
    """What is wrong with the addresses, one sentence each."""
    if net is None:
        return []
    found: list[str] = []
    seen: dict[object, str] = {}
    pool = net.network_address + int(net.num_addresses * _POOL_SHARE)
    for one in given.devices:
        if one.hardware_address and not _HARDWARE.fullmatch(one.hardware_address):
            found.append(f"{one.name}: “{one.hardware_address}” is no hardware address, as 02:00:5E:10:00:07 is.")
        if not one.fixed_ip:
            if one.line:
                found.append(f"{one.name} is kept to one line, and has no fixed address to tell it by.")
            continue
        known = address_of(one.fixed_ip)
        if known is None or known not in net:
            found.append(f"{one.name}: {one.fixed_ip} is not in {net}.")
        elif known in (net.network_address, net.network_address + 1, net.broadcast_address):
            found.append(f"{one.name}: {one.fixed_ip} is the net’s own or the router’s.")
        elif known >= pool:
            found.append(f"{one.name}: {one.fixed_ip} lies among those handed out; take one under {pool}.")
        elif known in seen:
            found.append(f"{one.name} and {seen[known]} have the same address {one.fixed_ip}.")
        else:
            seen[known] = one.name
    hardware = [_hardware(one) for one in given.devices if one.hardware_address]
    twice = sorted({one for one in hardware if hardware.count(one) > 1})
    found += [f"Two devices have the hardware address {one}." for one in twice]
    return [*found, *_gateway_faults(given, net)]


def _gateway_faults(given: TwoLinesInput, net: ipaddress.IPv4Network) -> list[str]:
    found = []
    if given.new_gateway and given.new_gateway == given.old_gateway:
        found.append(f"Both lines have the gateway {given.new_gateway}.")
    for word, text in (("new", given.new_gateway), ("old", given.old_gateway)):
        gateway = address_of(text) if text else None
        if text and gateway is None:
            found.append(f"The {word} line’s gateway “{text}” is no address.")
        elif gateway is not None and gateway in net:
            found.append(
                f"The {word} line’s gateway {text} lies in the home net: the router could not tell them apart."
            )
    return found


def _judge(given: TwoLinesInput, net: ipaddress.IPv4Network | None, faults: list[str]) -> list[Finding]:
    if not given.net:
        return [HOME_NET.missing("The home net is not told", "Enter it, as 192.168.40.0/24.")] if given.plan else []
    if net is None:
        return [
            HOME_NET(
                Level.HOLD,
                f"“{given.net}” is no home net",
                "A net ends in zeros behind its mask: 192.168.40.0/24 is accepted, /16 to /29.",
                clears_by="Enter it anew.",
            )
        ]
    if faults:
        return [
            HOME_NET(
                Level.HOLD,
                "The address plan has a fault",
                " ".join(faults),
                clears_by="Correct it, then take the text.",
            )
        ]
    if given.plan and not (given.new_gateway and given.old_gateway):
        return [HOME_NET.missing("The gateway of a line is not told", "Enter both; then the text follows.")]
    return [
        HOME_NET(Level.CLEAR, "The address plan fits together", "Each fixed address is in the net, and is given once.")
    ]


__all__ = ["ConfigText", "TwoLinesInput", "TwoLinesResult", "two_lines", "weights_of"]
