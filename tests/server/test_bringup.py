"""Bring-up over the API: entries to the stand-in and back, its page, the desk, states by hand, secrets at sign-off."""

import json
import re
import urllib.parse
import urllib.request

import pytest
from django.utils import timezone

from rindle_core.catalogue.house_words import DEFAULT_WORDS
from rindle_server.jobs import edit
from rindle_server.jobs.models import Change, Job
from tests.server.calls import JSON, change
from tests.server.test_families import steps_done

PLUGGED = {"in_front_clear": True, "power_checks": [one.code for one in DEFAULT_WORDS.power_checks]}


def post(client, url, body=None):
    return client.post(url, json.dumps(body or {}), **JSON)


@pytest.fixture
def dish(crew, bench):
    """A job of the demo whose terminal may be switched on: built, nobody in front."""
    steps_done(crew, "2026-102")
    change(crew, "2026-102", **PLUGGED)
    return "2026-102"


def test_a_code_in_small_letters_is_kept_as_the_modem_wants_it(crew):
    told = change(crew, "2026-102", activation_code="7qkd-20xm", modem_entries={"beam_letter": "k"}).json()
    assert told["facts"]["bringup"]["activation_code"] == "7QKD-20XM"


def test_power_waits_until_nobody_is_in_front(crew, dish):
    change(crew, dish, in_front_clear=False)
    refused = post(crew, f"/api/jobs/{dish}/device/power", {"on": True})
    assert refused.status_code == 409
    assert "in front" in refused.json()["error"]["message"]
    change(crew, dish, in_front_clear=True)
    assert post(crew, f"/api/jobs/{dish}/device/power", {"on": True}).status_code == 200


def test_a_step_that_wants_it_off_is_refused_while_it_has_power(crew, dish):
    assert post(crew, f"/api/jobs/{dish}/device/power", {"on": True}).status_code == 200
    assert crew.delete(f"/api/jobs/{dish}/steps/ends").status_code in (200, 409)
    job = Job.objects.get(number=dish)
    edit.patch(
        job,
        "build",
        {"step_marks": [one for one in job.docs.get(station="build").data["step_marks"] if one["code"] != "ends"]},
    )
    refused = crew.post(f"/api/jobs/{dish}/steps/ends")
    assert refused.status_code == 409
    assert "power" in refused.json()["error"]["message"]


def test_entries_go_to_the_modem_and_are_read_on_its_own_page(crew, dish):
    change(crew, dish, beam_letter="K")
    assert post(crew, f"/api/jobs/{dish}/device/power", {"on": True}).status_code == 200
    told = post(crew, f"/api/jobs/{dish}/device/entries").json()
    assert told["telemetry"]["entries"]["beam_letter"] == "K"
    where = post(crew, f"/api/jobs/{dish}/device/page").json()
    assert re.match(r"http://127\.\d+\.\d+\.\d+:\d+/", where["url"])
    page = urllib.request.urlopen(where["url"], timeout=5).read().decode()
    assert "Beam letter" in page
    assert "Simulated" in page
    form = urllib.parse.urlencode({"beam_letter": "L", "activation_code": "7QKD-20XM", "other": "x"}).encode()
    saved = urllib.request.urlopen(where["install_url"], data=form, timeout=5).read().decode()
    assert "Saved" in saved
    now = post(crew, f"/api/jobs/{dish}/device/poll").json()["telemetry"]
    assert now["entries"] == {"beam_letter": "L", "activation_code": "7QKD-20XM"}


def test_a_page_answers_only_while_it_has_power(crew, dish):
    where = post(crew, f"/api/jobs/{dish}/device/page").json()
    with pytest.raises(OSError, match=r"Remote|closed|reset"):
        urllib.request.urlopen(where["url"], timeout=5)


def test_a_state_that_lasts_too_long_by_hand_is_seen_without_a_press(crew):
    steps_done(crew, "2026-102")
    change(crew, "2026-102", **PLUGGED)
    start = timezone.now() - timezone.timedelta(minutes=20)
    for code, minutes in (("power", 0), ("boot", 1), ("search", 2)):
        at = (start + timezone.timedelta(minutes=minutes)).isoformat()
        assert post(crew, "/api/jobs/2026-102/states", {"code": code, "at": at}).status_code == 200
    told = post(crew, "/api/jobs/2026-102/states/look").json()
    assert told["assessment"]["bringup"]["stuck"]
    first = told["assessment"]["bringup"]["causes"][0]
    assert (first["code"], "letter" in first["test"]) == ("letter_missing", True)
    count = Change.objects.filter(job__number="2026-102").count()
    post(crew, "/api/jobs/2026-102/states/look")
    assert Change.objects.filter(job__number="2026-102").count() == count  # it is telemetry


def test_the_desk_refuses_a_call_without_a_lock_and_keeps_what_it_agrees_to(crew, bench):
    number = "2026-104"
    answer = post(crew, f"/api/jobs/{number}/device/desk", {"step": "called"}).json()
    assert not answer["reply"]["refused"]
    log = answer["job"]["facts"]["bringup"]["lineup_log"]
    assert [(one["step"], one["who"]) for one in log] == [("called", answer["reply"]["who"])]
    weak = post(crew, f"/api/jobs/{number}/device/desk", {"step": "carrier_on"}).json()
    assert weak["reply"]["refused"]
    assert len(weak["job"]["facts"]["bringup"]["lineup_log"]) == 1


def test_a_panel_is_reached_by_the_stand_in_too(crew, bench):
    told = post(crew, "/api/jobs/2026-106/device/poll")
    assert told.status_code == 200, told.content
    assert told.json()["telemetry"]["state"] == "off"


def test_a_wireless_password_is_made_and_its_card_is_printed(crew):
    made = post(crew, "/api/passphrase").json()
    assert made["password"] != post(crew, "/api/passphrase").json()["password"]
    assert crew.get("/api/jobs/2026-103/wifi.svg").status_code == 409
    change(crew, "2026-103", wifi_name="Counter & Co", wifi_password=made["password"])
    assert b"<svg" in crew.get("/api/jobs/2026-103/wifi.svg").content
    card = crew.get("/api/jobs/2026-103/wifi-card.html").content.decode()
    assert made["password"] in card
    assert "Counter &amp; Co" in card


def test_secrets_are_masked_at_sign_off_everywhere_they_were(crew):
    job = Job.objects.get(number="2026-101")
    assert job.signed_off_at
    told = json.dumps([job.record, [one.data for one in job.docs.all()]]) + json.dumps(
        [one.ops for one in Change.objects.filter(job=job)]
    )
    assert "7QKD-20XM" not in told.replace('"example": "7QKD-20XM"', "")
    assert "mufol" not in told
    assert "mufol" not in crew.get("/api/jobs/2026-101/report.html").content.decode()
