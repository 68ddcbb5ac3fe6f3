"""Computer, home net, two lines, wireless and the move: each rule from both sides."""

import ipaddress
import json
import math
import re

import numpy as np
import pytest

from rindle_core.catalogue.computers import COMPUTER_STEPS, SYSTEMS
from rindle_core.catalogue.house_words import DEFAULT_WORDS
from rindle_core.catalogue.modem import ModemAccess, NetworkService, Router
from rindle_core.kernel.findings import Level
from rindle_core.science.addresses import fault_of, free_address, prefix_of
from rindle_core.science.passphrase import MADE_BITS, guess_bits, made_passphrase, password_fault, wireless_text
from rindle_core.stations.bringup.computer import ComputerInput, computer
from rindle_core.stations.bringup.household import HouseholdInput, household
from rindle_core.stations.bringup.move import MoveInput, WirelessInput, household_move, wireless
from rindle_core.stations.bringup.rows import HomeDevice
from rindle_core.stations.bringup.two_lines import TwoLinesInput, two_lines, weights_of

MODEM = ModemAccess(reaches="fixed", address="10.44.3.2", prefix_bits=29)


@pytest.mark.parametrize(
    ("address", "fault"),
    [
        ("10.44.3.4", ""),
        ("10.44.3.2", "the_modems"),
        ("10.44.3.0", "network"),
        ("10.44.3.7", "broadcast"),
        ("10.44.3.8", "outside"),
        ("10.44.3.5", "taken"),
        ("10.44.3", "malformed"),
        ("10.44.03.4", "malformed"),
        ("127.0.0.1", "loopback"),
        ("224.0.0.1", "multicast"),
    ],
)
def test_an_address_is_valid_in_the_subnet_and_free(address, fault):
    assert fault_of(address, "10.44.3.2", 29, ["10.44.3.5"]) == fault


def test_a_free_address_is_found_until_none_is_left():
    taken = []
    for _ in range(5):  # a /29 has six, one of them the modem's
        one = free_address("10.44.3.2", 29, taken)
        assert fault_of(one, "10.44.3.2", 29, taken) == ""
        taken.append(one)
    assert free_address("10.44.3.2", 29, taken) == ""


@pytest.mark.parametrize("bits", range(1, 33))
def test_masks_are_read_as_the_standard_library_writes_them(bits):
    assert prefix_of(str(ipaddress.IPv4Network((0, bits)).netmask)) == prefix_of(f"/{bits}") == bits


def test_a_mask_with_mixed_bits_is_none():
    assert prefix_of("255.0.255.0") is None


def ask(**told):
    outcome = computer(ComputerInput(access=MODEM, **told))
    return outcome.result, {one.code: one for one in outcome.findings}


def test_the_steps_of_every_system_hold_the_figures():
    for system in (one for one in SYSTEMS if one):
        result, _ = ask(system=system)
        text = " ".join(result.steps)
        assert result.address in text
        assert ("255.255.255.248" in text) or ("/29" in text) or (": 29" in text)
        assert "{" not in text
        assert COMPUTER_STEPS[system].back


@pytest.mark.parametrize(
    ("told", "doing"),
    [
        ({"wired": "no"}, "No light"),
        ({"shown_address": "169.254.7.7"}, "gave itself"),
        ({"shown_address": "192.168.1.9"}, "another net"),
        ({"shown_address": "10.44.3.2"}, "cannot work"),
        ({"shown_address": "10.44.3"}, "is no address"),
        ({"shown_address": "10.44.3.4", "shown_mask": "255.255.255.254"}, "With that mask"),
        ({"shown_address": "10.44.3.4", "shown_mask": "255.0.255.0"}, "no subnet mask"),
        ({"shown_address": "10.44.3.4", "wireless_off": "no"}, "wireless is on"),
        ({"shown_address": "10.44.3.4", "page": "warns"}, "certificate"),
        ({"shown_address": "10.44.3.4", "page": "nothing"}, "No page"),
        ({"shown_address": "10.44.3.4", "page": "no_code_page"}, "no page leads"),
        ({"shown_address": "169.254.7.7", "page": "no_code_page"}, "gave itself"),
        ({"shown_address": "10.44.3.4"}, "right for this modem"),
        ({"page": "opens", "wireless_off": "no"}, "is through"),
    ],
)
def test_what_the_computer_is_doing_is_read_off_what_it_shows(told, doing):
    assert doing in ask(**told)[0].doing


def test_the_computer_is_written_down_before_and_put_back_after():
    _, before = ask(shown_address="10.44.3.4")
    assert before["bringup.computer_before"].level is Level.MIND
    _, noted = ask(shown_address="10.44.3.4", before="automatic", activated=True)
    assert "bringup.computer_before" not in noted
    assert noted["bringup.computer_back"].level is Level.MIND
    assert "bringup.computer_back" not in ask(before="automatic", activated=True, put_back=True)[1]


OWN = Router(name="Box", bypass=True, bypass_loses=["Its page"], guest_net=False, opens_ports=True, fixed_leases=True)


def plan(needs, plan_="", **more):
    told = {"router": OWN, "service": NetworkService(shared_address=False, fixed_address=True), **more}
    outcome = household(HouseholdInput(needs=needs, plan=plan_, **told))
    return outcome.result, {one.code: one.level for one in outcome.findings}


def test_the_own_router_is_kept_unless_a_need_is_not_met_by_it():
    assert plan(["calls"], own_router=True)[0].proposed == "keep"
    guests, _ = plan(["guests"], own_router=True)
    assert guests.proposed == "bypass"
    assert "guests" in guests.because
    assert plan(["guests"])[0].proposed == "keep"  # there is no other router
    assert plan(["guests"], own_router=True, router=OWN.model_copy(update={"bypass": False}))[0].proposed == "second"


def test_a_router_that_is_not_there_is_not_proposed():
    alone, _ = plan(["calls"], router=None)
    assert alone.proposed == "bypass"
    assert "one has to be brought" in alone.because
    assert not any(one.possible for one in alone.plans)
    brought, _ = plan(["calls"], router=None, own_router=True)
    assert [one.plan for one in brought.plans if one.possible] == ["bypass"]  # there is nothing to stand behind
    assert brought.proposed == "bypass"
    assert "has no router of its own" in brought.because


@pytest.mark.parametrize(("shared", "level"), [(True, "mind"), (False, "clear"), (None, "unknown")])
def test_nothing_reaches_a_camera_behind_a_shared_address(shared, level):
    _, judged = plan(["cameras"], "keep", service=NetworkService(shared_address=shared))
    assert judged["bringup.net.cameras"] == level


def test_a_port_is_opened_to_an_address_that_stays():
    def met(needs, kept, by="keep"):
        told, _ = plan(needs, by, own_router=True, router=OWN.model_copy(update={"fixed_leases": kept}))
        (need,) = next(one for one in told.plans if one.plan == by).needs
        return need.met

    assert met(["cameras"], kept=True) == met(["same_address"], kept=True) == "yes"
    assert met(["cameras"], kept=False) == met(["same_address"], kept=False) == "mind"
    assert met(["same_address"], kept=False, by="bypass") == "yes"


def test_a_second_router_translates_once_more():
    assert "bringup.translated" in plan(["calls"], "second", own_router=True)[1]
    assert "bringup.translated" not in plan(["calls"], "bypass", own_router=True)[1]
    assert plan(["calls"], "bypass")[1]["bringup.gateway"] == "hold"


DEVICES = [
    HomeDevice(name="Card reader", hardware_address="02-00-5E-10-00-11", fixed_ip="192.168.40.11", line="old"),
    HomeDevice(name="Office", hardware_address="02:00:5e:10:00:13", fixed_ip="192.168.40.13", critical=True),
    HomeDevice(name="Telephones"),
]
NET = {"net": "192.168.40.0/24", "new_gateway": "10.71.0.1", "old_gateway": "192.168.1.1"}


def lines(devices=DEVICES, **more):
    outcome = two_lines(TwoLinesInput(devices=devices, **{**NET, **more}))
    return outcome.result, outcome.findings


def test_each_text_is_what_its_program_reads():
    result, _ = lines(plan="weights", new_percent=80)
    texts = {one.code: one.text for one in result.texts}
    assert "dhcp-host=02:00:5e:10:00:11,192.168.40.11,card-reader\n" in texts["dnsmasq"]
    dhcp = json.loads(texts["kea"])["Dhcp4"]
    kea = dhcp["subnet4"][0]
    assert dhcp["interfaces-config"]["interfaces"] == ["lan"]  # without one it answers nobody
    first, _, last = kea["pools"][0]["pool"].partition(" - ")
    inside = ipaddress.IPv4Network(kea["subnet"])
    for one in kea["reservations"]:
        assert ipaddress.IPv4Address(one["ip-address"]) in inside
        assert ipaddress.IPv4Address(one["ip-address"]) < ipaddress.IPv4Address(first) < ipaddress.IPv4Address(last)
    assert "nexthop via 10.71.0.1 weight 4 nexthop via 192.168.1.1 weight 1" in texts["linux"]
    assert "ip rule add from 192.168.40.11 lookup 201" in texts["linux"]
    assert "192.168.40.13" not in texts["linux"]  # it is kept to neither line
    again = re.search(
        r"ip rule del priority (\d+) .*\nip rule add from 192.168.40.11 lookup 201 priority (\d+)\n", texts["linux"]
    )
    assert again[1] == again[2]  # run again it has each rule once
    back = texts["linux"].partition("The way back")[2]
    assert f"#   ip rule del priority {again[1]}" in back
    assert "#   ip route replace default via 192.168.1.1" in back
    assert "option use_policy 'only_old'" in texts["openwrt"]
    over = {one.code: one.text for one in lines(plan="failover")[0].texts}
    assert over["linux"].index("10.71.0.1 metric 10") < over["linux"].index("192.168.1.1 metric 20")
    assert (result.staying, result.moving) == (["Card reader"], ["Office", "Telephones"])


@pytest.mark.parametrize("percent", [1, 10, 25, 33, 50, 66, 75, 80, 95, 99])
def test_weights_are_the_nearest_small_whole_numbers(percent):
    new, old = weights_of(percent)
    assert math.gcd(new, old) == 1
    assert abs(new / (new + old) - percent / 100) <= 0.04


@pytest.mark.parametrize(
    ("changed", "said"),
    [
        ({"fixed_ip": "192.168.41.3"}, "is not in"),
        ({"fixed_ip": "192.168.40.1"}, "the router’s"),
        ({"fixed_ip": "192.168.40.200"}, "handed out"),
        ({"fixed_ip": "192.168.40.13"}, "the same address"),
        ({"hardware_address": "02:00"}, "no hardware address"),
        ({"fixed_ip": ""}, "no fixed address"),
    ],
)
def test_a_fault_of_the_address_plan_is_a_hold_and_no_text_is_given(changed, said):
    result, findings = lines([DEVICES[0].model_copy(update=changed), DEVICES[1]])
    assert findings[0].level is Level.HOLD
    assert said in findings[0].why
    assert result.texts == []


def test_a_gateway_inside_the_home_net_and_a_net_that_is_none_are_holds():
    assert "could not tell them apart" in lines(old_gateway="192.168.40.9")[1][0].why
    assert lines(net="192.168.40.7/24")[1][0].level is Level.HOLD


def test_what_would_break_a_router_is_a_hold_and_what_is_missing_is_not_clear():
    twin = [DEVICES[0], DEVICES[1].model_copy(update={"hardware_address": "02:00:5E:10:00:11"})]
    assert "Two devices" in lines(twin)[1][0].why
    assert "Both lines" in lines(old_gateway="10.71.0.1")[1][0].why
    assert lines(plan="failover", old_gateway="")[1][0].level is Level.UNKNOWN


def test_a_made_password_is_long_even_and_sayable():
    assert made_passphrase(0) == "babab-babab-babab-babab"
    assert pytest.approx(4 * math.log2(16**3 * 5**2), abs=1e-9) == MADE_BITS
    assert made_passphrase(2**70 - 1) != made_passphrase(2**70 - 2)
    for chance in np.random.default_rng(4).integers(2**62, size=20).tolist():
        assert password_fault(made_passphrase(chance)) == ""
        assert guess_bits(made_passphrase(chance)) > 50


@pytest.mark.parametrize(
    ("text", "fault"), [("a" * 7, "short"), ("a" * 8, ""), ("a" * 63, ""), ("a" * 64, "long"), ("pässword", "signs")]
)
def test_a_password_has_the_form_that_devices_take(text, fault):
    assert password_fault(text) == fault


def test_signs_that_mean_something_in_the_code_are_escaped():
    assert wireless_text('a;b,c:"\\', "12345678") == 'WIFI:T:WPA;S:a\\;b\\,c\\:\\"\\\\;P:12345678;;'


@pytest.mark.parametrize(
    ("password", "level"), [("short", "hold"), ("clinic2026", "mind"), ("mufol-teris-gavod-kunep", "clear")]
)
def test_a_weak_password_is_minded_and_an_impossible_one_is_a_hold(password, level):
    outcome = wireless(WirelessInput(name="Clinic", password=password, known=["clinic"]))
    assert [one.level for one in outcome.findings] == [level]
    assert bool(outcome.result.code_text) == (level != "hold")


def moved(*done, **more):
    outcome = household_move(MoveInput(devices=DEVICES, stages=DEFAULT_WORDS.move_stages, done=list(done), **more))
    return outcome.result, {one.code: one.level for one in outcome.findings}


def test_the_move_goes_stage_by_stage_and_what_must_not_stop_goes_last():
    result, judged = moved("noted", "tried", "others")
    assert "bringup.move" not in judged
    assert [one.devices for one in result.stages if one.code in ("others", "critical")] == [["Telephones"], ["Office"]]
    assert moved("noted", "critical")[1]["bringup.move"] == "hold"
    assert moved("noted", "tried", "others", "critical")[1]["bringup.move_agreed"] == "mind"
    assert "bringup.move_agreed" not in moved("noted", "tried", "others", "critical", confirmed_by="Ann")[1]


def test_the_old_line_ends_only_after_the_new_one_was_watched():
    early = ("noted", "tried", "others", "critical", "old_off")
    assert moved(*early, confirmed_by="Ann")[1]["bringup.old_gone"] == "hold"
    assert "bringup.old_gone" not in moved(*early, "watched", confirmed_by="Ann")[1]


def test_devices_join_again_unless_the_old_name_is_kept():
    assert moved("noted")[0].to_join == ["Office", "Telephones"]
    assert moved("noted", wireless_kept=True)[0].to_join == []
