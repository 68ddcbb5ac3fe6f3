"""What the gateway's outer address and the injector's light tell; what the simulated gateway shows."""

import ipaddress

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rindle_bench.router import RouterAsk, SimulatedRouter
from rindle_core.catalogue.modem import InjectorLight
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Level
from rindle_core.science.addresses import outer_kind
from rindle_core.stations.bringup.entered import entered
from rindle_core.stations.bringup.injector import judge_injector
from rindle_core.stations.bringup.outer import OuterInput, outer_address
from tests.core.test_joins import PANEL, come_to, found, job


@given(st.ip_addresses(v=4))
def test_public_is_what_the_library_calls_neither_private_nor_shared(address):
    """Python's own table (IANA's registry) is the judge; only addresses that it calls global are certain to be."""
    kind = outer_kind(str(address))
    if address.is_global and not address.is_multicast:
        assert kind == "public"
    if address in ipaddress.ip_network("100.64.0.0/10"):
        assert kind == "shared"


@pytest.mark.parametrize(
    ("text", "kind"),
    [
        ("10.0.0.1", "private"),
        ("172.15.255.255", "public"),
        ("172.16.0.0", "private"),
        ("172.31.255.255", "private"),
        ("172.32.0.0", "public"),
        ("192.168.0.9", "private"),
        ("100.63.255.255", "public"),
        ("100.64.0.0", "shared"),
        ("100.127.255.255", "shared"),
        ("100.128.0.0", "public"),
        ("169.254.7.7", "none"),
        ("0.0.0.0", "none"),
        ("127.0.0.1", ""),
        ("224.0.0.1", ""),
        ("255.255.255.255", ""),
        ("100.64.0", ""),
        ("ten", ""),
    ],
)
def test_each_block_by_its_first_and_last_address(text, kind):
    assert outer_kind(text) == kind


def told(address, plan="keep", shared_told=None):
    answer = outer_address(OuterInput(address=address, plan=plan, shared_told=shared_told))
    return answer.findings[0].level, answer.result.shared


def test_what_was_seen_goes_before_what_the_stores_say():
    assert told("203.0.113.7", shared_told=True) == (Level.CLEAR, False)
    assert told("100.71.4.9", shared_told=True) == (Level.CLEAR, True)
    assert told("100.71.4.9", shared_told=False) == (Level.MIND, True)


def test_a_private_address_is_right_behind_a_second_router_and_nowhere_else():
    assert told("192.168.1.20", "second") == (Level.CLEAR, None)
    assert told("192.168.1.20", "bypass") == told("192.168.1.20", "") == (Level.MIND, True)
    assert told("203.0.113.7", "bypass") == (Level.CLEAR, False)
    assert told("203.0.113.7", "second") == (Level.MIND, False)  # then it is no second router
    assert told("192.168.1.20", "keep") == (Level.MIND, True)
    assert told("169.254.1.1")[0] is Level.HOLD
    with pytest.raises(InputError, match=r"100\.71\.4\.9 is accepted"):
        told("gateway")


def test_a_camera_is_reached_from_outside_as_the_gateways_address_has_it():
    def cameras(**more):
        result = come_to(PANEL, needs=["cameras"], router_plan="bypass", own_router_name="Their own", **more)
        return found(result, "bringup")["bringup.net.cameras"].level

    assert cameras() is Level.MIND  # the stores say that this service shares addresses
    assert cameras(outer_address="203.0.113.7") is Level.CLEAR
    assert cameras(outer_address="100.71.4.9") is Level.MIND
    own_address = {"constellation": {**PANEL["constellation"], "service": {"shared_address": False}}}
    assert cameras(**own_address) is Level.CLEAR
    assert cameras(**own_address, outer_address="192.168.71.20") is Level.MIND  # the bypass is not in effect


@pytest.mark.turns(days=6)
def test_an_address_that_was_read_on_another_network_clears_nothing():
    """The panel's job changes its constellation afterwards; a dish's its satellite in the same way."""
    fresh = job(PANEL, states_entered=[], online_terminal_code="", online_satellite_code="")
    kept = {name: value for name, value in entered({"outer_address": " 203.0.113.7 "}, fresh).items() if value}
    assert kept["outer_address"] == "203.0.113.7"
    assert kept["online_constellation_code"] == PANEL["constellation_code"]
    own = {"needs": ["cameras"], "router_plan": "bypass", "own_router_name": "Their own", **kept}

    def levels(**more):
        return {one.level for one in found(come_to(PANEL, **own, **more), "bringup").values()}

    assert Level.CLEAR in levels()
    other = found(come_to(PANEL, **own, constellation_code="other"), "bringup")
    assert other["bringup.came_up_as"].level is Level.UNKNOWN
    assert Level.CLEAR not in {one.level for one in other.values()}
    gone = entered({"outer_address": ""}, job(PANEL, **{**kept, "states_entered": []}))
    assert gone["online_constellation_code"] is None


LIGHTS = [
    InjectorLight(rhythm=rhythm, says=says, means="So it is.")
    for rhythm, says in (("off", "dark"), ("steady", "load"), ("slow", "no_load"), ("fast", "too_much"))
]


@pytest.mark.parametrize(
    ("rhythm", "level"),
    [("off", Level.UNKNOWN), ("steady", Level.CLEAR), ("slow", Level.MIND), ("fast", Level.HOLD)],
)
def test_the_injectors_light_says_what_comes_next(rhythm, level):
    assert [one.level for one in judge_injector(LIGHTS, rhythm)] == [level]
    assert judge_injector(LIGHTS, "") == []
    assert judge_injector([], rhythm) == []


def gateway(**more):
    return SimulatedRouter(7, **{"shared": True, "own": True, "joins_wait_s": 120.0, **more})


def kinds(box, plan, *times, send=()):
    asked = [RouterAsk(plan=plan, send=at in send, wifi_name="Reed") for at in times]
    return [
        outer_kind(box.ask(one, at, powered=True, online=True).outer_address)
        for one, at in zip(asked, times, strict=True)
    ]


def test_a_simulated_bypass_is_in_effect_only_after_it_was_put_in_and_started_again():
    assert kinds(gateway(), "keep", 10.0) == ["shared"]
    assert kinds(gateway(shared=False), "keep", 10.0) == ["public"]
    assert kinds(gateway(), "second", 10.0) == ["private"]
    assert kinds(gateway(), "bypass", 10.0, 30.0, 80.0, 100.0, send=(30.0,)) == [
        "private",
        "private",
        "private",
        "shared",
    ]
    assert kinds(gateway(own=False), "bypass", 10.0) == ["shared"]
    offline = gateway().ask(RouterAsk(), 5.0, powered=True, online=False)
    assert (offline.outer_address, offline.powered) == ("", True)
    assert not gateway().ask(RouterAsk(send=True, wifi_name="Reed"), 5.0, powered=False, online=False).wifi_name


def test_devices_come_across_after_the_name_takes_hold_and_some_only_by_hand():
    names = [f"device {at}" for at in range(40)]

    def joined(kept, at_s):
        box = gateway()
        box.ask(RouterAsk(send=True, wifi_name="Reed"), 10.0, powered=True, online=True)
        asked = RouterAsk(wifi_name="Reed", wifi_kept=kept, devices=names)
        return len(box.ask(asked, at_s, powered=True, online=True).joined)

    assert joined(False, 129.0) == joined(True, 129.0) == 0
    assert 0 < joined(False, 180.0) < joined(False, 400.0) < 40
    assert joined(True, 131.0) == 40


@pytest.mark.turns(days=6)
def test_a_device_that_is_seen_from_outside_asks_for_an_address_that_reaches_in():
    """This service shares its address between customers: nothing reaches in over the new line."""

    def of(**device):
        row = {"id": "1", "name": "Stable camera", "from_outside": True} | device
        told = come_to(PANEL, home_devices=[row], router_plan="bypass", own_router_name="Their own")
        return found(told, "bringup").get("bringup.net.from_outside")

    assert (of().level, of().message) == (Level.MIND, "Seen from outside: Stable camera: is not met")
    assert of(line="old") is None
    assert of(from_outside=False) is None


def test_a_device_with_an_address_of_its_own_asks_the_gateway_for_it():
    def of(fixed_ip):
        row = {"id": "1", "name": "Weighbridge", "hardware_address": "02:00:5E:10:00:07", "fixed_ip": fixed_ip}
        told = come_to(PANEL, home_devices=[row], home_net="192.168.40.0/24", router_plan="keep")
        return found(told, "bringup").get("bringup.net.same_address")

    assert of("192.168.40.7").message.startswith("Always the same address: Weighbridge")
    assert of("") is None
