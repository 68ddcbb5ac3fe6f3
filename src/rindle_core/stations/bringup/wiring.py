"""What is plugged where behind the terminal under the gateway that was chosen: boxes and lines, with their ports."""

from __future__ import annotations

from pydantic import Field

from rindle_core.catalogue.blocks import Block, BlockLink
from rindle_core.catalogue.models import Terminal
from rindle_core.kernel.model import Model
from rindle_core.stations.bringup.facts import RouterPlan
from rindle_core.stations.bringup.rows import HomeDevice


class Wiring(Model):
    """Boxes from the terminal (column 0) to the devices (4), and the lines between them."""

    blocks: list[Block] = Field(default_factory=list)
    links: list[BlockLink] = Field(default_factory=list)


def _short(names: list[str]) -> str:
    """One by its name, more by their number: a box holds no list."""
    return f"{len(names)} devices" if len(names) > 1 else names[0][:24] if names else ""


def wiring_of(
    terminal: Terminal, plan: RouterPlan, own_router: str, two_lines: bool, devices: list[HomeDevice]
) -> Wiring:
    """The terminal's own router is the gateway (`keep`), hands the line on (`bypass`), or stands before a second."""
    panel = terminal.panel is not None
    with_router = terminal.router is not None
    first = ("Panel’s router" if panel else "Modem with router") if with_router else "Modem"
    name = "Router, bypassed" if plan == "bypass" and with_router else first
    blocks = [Block(code="terminal", name="Panel" if panel else "Dish", column=0)]
    links = []
    feeds, port, carries = "terminal", "data" if panel else "", "ethernet" if panel else "coax"
    if terminal.has_injector:
        blocks.append(Block(code="injector", name="Injector", indoors=True, column=1))
        links.append(
            BlockLink(first="terminal", first_port="data", second="injector", second_port="panel", carries="ethernet")
        )
        feeds, port = "injector", "house"
    blocks.append(
        Block(
            code="first",
            name=name,
            indoors=True,
            column=2,
        )
    )
    links.append(BlockLink(first=feeds, first_port=port, second="first", second_port="line in", carries=carries))
    gateway, home_port = "first", "LAN 1"
    if plan in ("bypass", "second"):
        blocks.append(Block(code="own", name=(own_router or "Your own router")[:24], indoors=True, column=3))
        links.append(
            BlockLink(first="first", first_port="LAN 1", second="own", second_port="line 1", carries="ethernet")
        )
        gateway, home_port = "own", "LAN"
    if two_lines:
        blocks.append(Block(code="old", name="Modem of the old line", indoors=True, column=2, row=1))
        links.append(
            BlockLink(first="old", first_port="LAN 1", second=gateway, second_port="line 2", carries="ethernet")
        )
    kept = [one.name for one in devices if one.line == "old"]
    rest = [one.name for one in devices if one.line != "old"]
    groups = [("rest", _short(rest) or "Devices of the house", 0)] + ([("kept", _short(kept), 1)] if kept else [])
    for code, text, row in groups:
        blocks.append(Block(code=code, name=text, indoors=True, column=4, row=row))
        links.append(BlockLink(first=gateway, first_port=home_port, second=code, carries="ethernet"))
    return Wiring(blocks=blocks, links=links)


__all__ = ["Wiring", "wiring_of"]
