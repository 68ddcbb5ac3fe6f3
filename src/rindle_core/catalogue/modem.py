"""What a modem or router is like to work with: lights, states, entries, its page, the computer that reaches it."""

from __future__ import annotations

from typing import Annotated, Literal, Self

from pydantic import Field, model_validator

from rindle_core.kernel.model import Model

Rhythm = Literal["off", "steady", "slow", "fast", "single"]
RHYTHMS: dict[Rhythm, str] = {
    "off": "off",
    "steady": "steady",
    "slow": "flashes slowly",
    "fast": "flashes fast",
    "single": "one short flash, then a pause",
}
LightShape = Literal["round", "bar", "ring", "arrow_up", "arrow_down"]
LIGHT_SHAPES: dict[LightShape, str] = {
    "round": "a round light",
    "bar": "a bar",
    "ring": "a ring",
    "arrow_up": "an arrow up",
    "arrow_down": "an arrow down",
}
StateNeed = Literal["power", "level", "carrier", "position", "uplink", "desk", "person", "account", "code"]
STATE_NEEDS: dict[StateNeed, str] = {
    "power": "enough voltage at the outdoor unit",
    "level": "a level over the lock",
    "carrier": "the right entries of the carrier",
    "position": "the right position of the site",
    "uplink": "an uplink that arrives",
    "desk": "the operations desk’s part",
    "person": "somebody who does it and says so",
    "account": "the operator’s side, ready",
    "code": "a code that is accepted",
}
Transmits = Literal["off", "may", "on"]
# Of stores from before states told it themselves: what the state of that code needs, whether it sends in it, and what
# an entry of that code feeds.
_OLD_NEEDS: dict[str, list[StateNeed]] = {
    "power": ["power"],
    "boot": ["power"],
    "site_file": ["position"],
    "search": ["level", "carrier"],
    "receive_lock": ["level"],
    "frame_sync": ["level"],
    "meter_out": ["person"],
    "desk_called": ["desk"],
    "carrier_on": ["desk"],
    "isolation": ["desk"],
    "cross_pol": ["desk"],
    "carrier_off": ["desk"],
    "ranging": ["uplink"],
    "network_entry": ["uplink"],
    "address": ["account"],
    "activation": ["code"],
}
_OLD_SENDS = {"carrier_on", "isolation", "cross_pol", "ranging", "network_entry", "address", "activation", "online"}
_OLD_FEEDS: dict[str, list[StateNeed]] = {"beam_letter": ["carrier", "uplink"], "activation_code": ["code"]}
EntrySource = Literal[
    "",
    "beam.letter",
    "beam.carrier_mhz",
    "satellite.name",
    "terminal.aperture_mm",
    "brief.site_code",
    "brief.cluster_code",
    "brief.site_id",
    "brief.terminal_id",
    "brief.position",
    "settings",
]
ENTRY_SOURCES: dict[EntrySource, str] = {
    "": "the order, or the operations desk",
    "beam.letter": "the beam at Aim",
    "beam.carrier_mhz": "the beam at Aim",
    "satellite.name": "the satellite chosen at Brief",
    "terminal.aperture_mm": "the terminal chosen at Brief",
    "brief.site_code": "the work order",
    "brief.cluster_code": "the work order",
    "brief.site_id": "the line-up request",
    "brief.terminal_id": "the line-up request",
    "brief.position": "the place at Brief",
    "settings": "the settings sheet of the network",
}
Reaches = Literal["automatic", "fixed", "wireless"]
REACHES: dict[Reaches, str] = {
    "automatic": "takes an address by itself",
    "fixed": "needs an address typed in",
    "wireless": "joins the terminal’s own wireless net",
}


class Light(Model):
    """A light as it shows in a state: by its name, its shape and its rhythm; a colour only beside them."""

    name: str = Field(min_length=1, max_length=40)
    shape: LightShape = "round"
    rhythm: Rhythm
    colour: str = Field(default="", max_length=20, description="Beside the others, never alone")

    @property
    def words(self) -> str:
        """As it is told in a sentence."""
        coloured = f" ({self.colour})" if self.colour else ""
        return f"{self.name}{coloured} {RHYTHMS[self.rhythm]}"


class BringUpState(Model):
    """A state on the way online, with how long it usually takes and what it takes to get past it."""

    code: str
    name: str
    usual_s: float = Field(ge=0, le=86_400)
    light: str = Field(default="", description="Its lights in words, where they are not told one by one")
    lights: list[Light] = Field(default_factory=list, max_length=12)
    said: str = Field(default="", description="What the terminal is doing, in plain words")
    needs: list[StateNeed] = Field(default_factory=list, max_length=9, description="What it takes to get past it")
    transmits: Transmits = Field(
        default="off", description="Whether the outdoor unit sends in it: off, may start by itself, on"
    )
    wait: str = Field(
        default="",
        max_length=40,
        description="Wait of the house's words that runs in it; states of one wait behind each other are one",
    )

    @model_validator(mode="after")
    def _told_of_old(self) -> Self:
        if not self.needs and self.transmits == "off":
            self.__dict__["needs"] = list(_OLD_NEEDS.get(self.code, []))
            self.__dict__["transmits"] = "on" if self.code in _OLD_SENDS else "off"
        return self

    @property
    def lights_text(self) -> str:
        """Its lights in words: those that are lit, by what they do, and that the rest is off."""
        lit = [one.words for one in self.lights if one.rhythm != "off"]
        dark = len(self.lights) - len(lit)
        rest = ("the rest off" if lit else "all off") if dark else ""
        return ", ".join(one for one in (*lit, rest) if one) or self.light


class ModemEntry(Model):
    """Something the modem is told, or shows: its form, where it comes from, and how it is compared."""

    code: str
    label: str
    pattern: str = Field(description="Regular expression that a valid entry matches whole")
    example: str
    source: EntrySource = Field(default="", description="Where it is known from")
    feeds: list[StateNeed] = Field(
        default_factory=list, max_length=4, description="What on the way online is not there without it"
    )
    typed: bool = Field(default=True, description="Typed in; otherwise the modem only shows it")
    twice: bool = Field(default=False, description="Typed a second time: a slip costs a day")
    secret: bool = Field(default=False, description="Masked, and kept after sign-off only if the firm says so")
    compared: Literal["same", "number", "position", "no"] = Field(
        default="same", description="How what the modem shows is compared with what was entered"
    )
    within: float = Field(default=0.0, ge=0, le=1_000_000, description="Of a number: difference; of a position: metres")

    @model_validator(mode="after")
    def _fed_of_old(self) -> Self:
        if not self.feeds:
            self.__dict__["feeds"] = list(_OLD_FEEDS.get(self.code, []))
        return self


class ModemAccess(Model):
    """How a computer reaches its page."""

    reaches: Reaches
    address: str = Field(min_length=1, max_length=60, description="Of the modem, in the computer's browser")
    prefix_bits: int = Field(default=24, ge=8, le=30, description="Of its subnet")
    computer_address: str = Field(default="", max_length=60, description="That its sheet proposes; empty: worked out")
    page: str = Field(default="/", max_length=80, description="Path of the page with its state")
    install_page: str = Field(default="", max_length=80, description="Path of the page for the installer, if hidden")
    install_how: str = Field(default="", max_length=300, description="How the installer's page or mode is opened")
    before_entry: str = Field(
        default="", max_length=300, description="What its page is for before it is approved, and what it may send"
    )
    after: Literal["same", "network", "none"] = Field(
        default="same",
        description="After activation: same: as before; network: addresses come from the network; none: none are given",
    )
    sign_in: str = Field(default="", max_length=120, description="Whether its page asks who you are")


InjectorSays = Literal["load", "no_load", "too_much", "dark"]


class InjectorLight(Model):
    """A rhythm of the light on the box that sends current up the data cable."""

    rhythm: Rhythm
    says: InjectorSays
    means: str = Field(min_length=1, max_length=200, description="And what to do about it")


class Router(Model):
    """What the terminal's own router can do."""

    name: str = Field(min_length=1, max_length=60)
    address: str = Field(default="", max_length=60)
    prefix_bits: int = Field(default=24, ge=8, le=30)
    bypass: bool = Field(default=False, description="Can hand the line on to another router")
    bypass_loses: list[Annotated[str, Field(min_length=1, max_length=120)]] = Field(
        default_factory=list, max_length=12, description="What is lost then"
    )
    fixed_leases: bool = Field(default=False, description="Can give a device always the same address")
    opens_ports: bool = False
    guest_net: bool = False
    two_lines: bool = False
    joins_wait_min: float = Field(default=2.0, ge=0, le=60, description="Until a new name and password take hold")


class NetworkService(Model):
    """What the operator's service gives beyond the terminal."""

    shared_address: bool | None = Field(
        default=None, description="Many customers behind one address: nobody reaches in from outside; empty: not told"
    )
    fixed_address: bool | None = Field(default=None, description="Can be ordered; empty: not told")


class DeskContact(Model):
    """The operations desk of a network."""

    name: str = Field(min_length=1, max_length=80)
    telephone: str = Field(default="", max_length=60)
    hours: str = Field(default="", max_length=120)
    isolation_least_db: float = Field(default=25.0, ge=0, le=60, description="Least isolation that it approves")
    carrier_most_min: float = Field(default=5.0, gt=0, le=60, description="Longest that a test carrier stays on")
    note: str = Field(default="", max_length=300)


__all__ = [
    "ENTRY_SOURCES",
    "LIGHT_SHAPES",
    "REACHES",
    "RHYTHMS",
    "STATE_NEEDS",
    "BringUpState",
    "DeskContact",
    "EntrySource",
    "InjectorLight",
    "InjectorSays",
    "Light",
    "LightShape",
    "ModemAccess",
    "ModemEntry",
    "NetworkService",
    "Reaches",
    "Rhythm",
    "Router",
    "StateNeed",
    "Transmits",
]
