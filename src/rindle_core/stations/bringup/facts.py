"""What is entered at Bring-up, or told by the terminal."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import AwareDatetime, Field

from rindle_core.catalogue.computers import SYSTEMS, ComputerSystem
from rindle_core.kernel.entry import Entry
from rindle_core.kernel.model import Code, Facts
from rindle_core.stations.bringup.ladder import StateEntered
from rindle_core.stations.bringup.rows import HomeDevice, LineupMark, RadioMark, SettingMark, Told

YesNo = Literal["", "yes", "no"]
_YES_NO = {"": "not told", "yes": "yes", "no": "no"}
HandSet = Literal["", "left", "right", "horizontal", "vertical"]
RouterPlan = Literal["", "keep", "bypass", "second"]
ROUTER_PLANS: dict[RouterPlan, str] = {
    "": "not decided",
    "keep": "The terminal’s own router stays the gateway",
    "bypass": "Bypass: another router is the gateway",
    "second": "A second router behind it",
}
LinePlan = Literal["", "failover", "weights"]
LINE_PLANS: dict[LinePlan, str] = {
    "": "one line only",
    "failover": "The new line leads, the old one takes over",
    "weights": "Both at once, by weight",
}
PageSeen = Literal["", "opens", "nothing", "refused", "other", "warns", "no_code_page"]
PAGE_SEEN: dict[PageSeen, str] = {
    "": "not tried",
    "opens": "the modem’s page",
    "nothing": "nothing, or too long a wait",
    "refused": "refused, or no way to the address",
    "other": "another page, or a search",
    "warns": "a warning about its certificate",
    "no_code_page": "the modem’s page, but no web page leads to where the code goes",
}


class BringUpFacts(Facts):
    """What the modem was told, and what it told since it has power."""

    powered_where: Annotated[
        Literal["", "bench", "site"],
        Entry(
            "Where it is switched on",
            hint="Tried on the bench first, wrong codes and dead cables show on the ground",
            choices={"": "not told", "bench": "on the bench or in the house, before climbing", "site": "in its place"},
        ),
    ] = ""
    power_checks: Annotated[list[str], Entry("Seen before power", words="power_checks")] = Field(
        default_factory=list, max_length=40
    )
    meter_fitted: Annotated[
        YesNo, Entry("Meter in the line", hint="With its short cables", choices={**_YES_NO, "no": "no, or out again"})
    ] = ""
    injector_light: Annotated[
        Literal["", "off", "steady", "slow", "fast"],
        Entry(
            "Light of the injector",
            choices={
                "": "not looked",
                "off": "off",
                "steady": "steady",
                "slow": "flashes slowly",
                "fast": "flashes fast",
            },
        ),
    ] = ""
    dish_end_v: Annotated[
        float | None, Entry("Voltage at the dish end", hint="Measured under load, by somebody who may")
    ] = Field(default=None, ge=0, le=120)
    install_mode: Annotated[
        YesNo, Entry("Installation mode", hint="It does not send by itself in it", choices=_YES_NO)
    ] = ""
    in_front_clear: Annotated[bool, Entry("Nobody in front, nobody at the feed")] = False
    hand_set: Annotated[
        HandSet,
        Entry(
            "Feed is set to",
            hint="As its mark or collar says",
            choices={
                "": "not told",
                "left": "left hand",
                "right": "right hand",
                "horizontal": "horizontal",
                "vertical": "vertical",
            },
        ),
    ] = ""

    laptop_system: Annotated[ComputerSystem, Entry("Your computer", choices=SYSTEMS)] = ""
    laptop_before: Annotated[
        str, Entry("What was set before", placeholder="automatic; wireless on; name server automatic")
    ] = Field(default="", max_length=200)
    laptop_address: Annotated[str, Entry("Address that it shows now", placeholder="192.0.2.10")] = Field(
        default="", max_length=60
    )
    laptop_mask: Annotated[str, Entry("Subnet mask that it shows", placeholder="255.255.255.0")] = Field(
        default="", max_length=40
    )
    laptop_wired: Annotated[YesNo, Entry("Light at the network plug", choices=_YES_NO)] = ""
    laptop_wireless: Annotated[YesNo, Entry("Its wireless is off", choices=_YES_NO)] = ""
    laptop_page: Annotated[PageSeen, Entry("In the browser", choices=PAGE_SEEN)] = ""
    laptop_back: Annotated[bool, Entry("Put back as it was")] = False

    settings: Annotated[list[SettingMark], Entry("Settings sheet")] = Field(default_factory=list, max_length=100)
    settings_read_with: Annotated[
        str, Entry("Read back with", hint="Who followed on the sheet while somebody else read the page")
    ] = Field(default="", max_length=80)
    shown_serial: Annotated[str, Entry("Serial number shown")] = Field(default="", max_length=80)
    shown_address: Annotated[str, Entry("Hardware address shown")] = Field(default="", max_length=40)
    desk_reached: Annotated[
        YesNo, Entry("A call reaches the desk from where the carrier is switched", choices=_YES_NO)
    ] = ""
    beam_letter: Annotated[str, Entry("Beam letter")] = Field(default="", max_length=3)
    activation_code: Annotated[str, Entry("Activation code")] = Field(default="", max_length=40)
    modem_entries: Annotated[dict[str, Annotated[str, Field(max_length=160)]], Entry("Other entries of the modem")] = (
        Field(
            default_factory=dict, max_length=40, description="What else this terminal is told, by the code of its entry"
        )
    )
    told_back: Annotated[list[Told], Entry("Typed again, and shown by the modem")] = Field(
        default_factory=list, max_length=40
    )
    config_name: Annotated[str, Entry("Configuration file")] = Field(default="", max_length=120)
    config_sum: Annotated[str, Entry("Checksum that the modem shows")] = Field(default="", max_length=80)
    config_sum_wanted: Annotated[str, Entry("Checksum of the order")] = Field(default="", max_length=80)
    config_restarted: Annotated[bool, Entry("Started again after the file")] = False
    carrier_by: Annotated[str, Entry("Carrier set by hand by", hint="Somebody trained for the transmitter")] = Field(
        default="", max_length=80
    )
    carrier_reason: Annotated[str, Entry("Why")] = Field(default="", max_length=200)

    online_satellite_code: Annotated[Code, Entry("Satellite of the job when the first state came")] = ""
    online_constellation_code: Annotated[Code, Entry("Constellation of the job when the first state came")] = ""
    online_terminal_code: Annotated[Code, Entry("Terminal of the job when the first state came")] = ""
    states_entered: Annotated[list[StateEntered], Entry("States")] = Field(default_factory=list)
    powered_at: Annotated[AwareDatetime | None, Entry("Switched on", past=True)] = Field(
        default=None, description="When somebody said that it was switched on"
    )
    signs_when_off_count: Annotated[int, Entry("Signs of power when it was said to be off")] = Field(
        default=0, ge=0, description="Readings, pages and runs that there were then; kept by the server"
    )
    device_now_s: Annotated[float, Entry("Clock of the terminal")] = Field(default=0.0, ge=0)
    device_level_db: Annotated[float | None, Entry("Level that it shows", hint="From its page, once it has locked")] = (
        Field(default=None, ge=-60, le=60)
    )
    device_input_dbm: Annotated[float | None, Entry("Level at its input", hint="Where its page shows it")] = Field(
        default=None, ge=-140, le=20
    )
    self_restart_count: Annotated[int, Entry("Started again by itself")] = Field(default=0, ge=0, le=200)

    radio: Annotated[list[RadioMark], Entry("Radio figures")] = Field(default_factory=list, max_length=60)
    page_works: Annotated[YesNo, Entry("A page far away opens", choices=_YES_NO)] = ""

    lineup_log: Annotated[list[LineupMark], Entry("Log of the line-up")] = Field(default_factory=list, max_length=200)

    router_plan: Annotated[RouterPlan, Entry("Gateway", choices=ROUTER_PLANS)] = ""
    line_plan: Annotated[LinePlan, Entry("Two lines", choices=LINE_PLANS)] = ""
    new_line_percent: Annotated[float | None, Entry("Share of the new line")] = Field(default=None, ge=0, le=100)
    outer_address: Annotated[
        str,
        Entry(
            "Outer address of the gateway",
            hint="As its page shows it, on the side of the line",
            placeholder="100.71.4.9",
        ),
    ] = Field(default="", max_length=60)
    own_router_name: Annotated[str, Entry("The customer’s router")] = Field(default="", max_length=60)
    new_gateway: Annotated[str, Entry("Gateway of the new line", placeholder="10.71.0.1")] = Field(
        default="", max_length=40
    )
    old_gateway: Annotated[str, Entry("Gateway of the old line")] = Field(default="", max_length=40)
    home_net: Annotated[str, Entry("Addresses of the home net", placeholder="192.168.40.0/24")] = Field(
        default="", max_length=43
    )
    home_devices: Annotated[list[HomeDevice], Entry("Devices")] = Field(default_factory=list, max_length=200)
    wifi_name: Annotated[str, Entry("Name of the wireless net")] = Field(default="", max_length=32)
    wifi_password: Annotated[str, Entry("Its password")] = Field(default="", max_length=63)
    wifi_kept: Annotated[bool, Entry("Old name and password are kept", hint="Devices come across by themselves")] = (
        False
    )
    moved_stages: Annotated[list[str], Entry("Stages of the move that are done", words="move_stages")] = Field(
        default_factory=list, max_length=12
    )
    move_confirmed: Annotated[str, Entry("Confirmed by")] = Field(default="", max_length=80)

    update_seen: Annotated[
        Literal["", "none", "offered"],
        Entry("Update", choices={"": "not looked", "none": "none is offered", "offered": "one is offered"}),
    ] = ""
    update_choice: Annotated[
        Literal["", "now", "later"], Entry("It is put in", choices={"": "not decided", "now": "now", "later": "later"})
    ] = ""
    update_reason: Annotated[str, Entry("Why later", placeholder="the slot is in ten minutes")] = Field(
        default="", max_length=200
    )
    updated_at: Annotated[AwareDatetime | None, Entry("Put in and started again", past=True)] = None
    settled_at: Annotated[AwareDatetime | None, Entry("Seen steady again", past=True)] = None


__all__ = [
    "LINE_PLANS",
    "PAGE_SEEN",
    "ROUTER_PLANS",
    "BringUpFacts",
    "HandSet",
    "LinePlan",
    "PageSeen",
    "RouterPlan",
    "SettingMark",
    "YesNo",
]
