"""A panel from its trial to a month after the hand-over, over the API alone."""

import datetime as dt
import json
from zoneinfo import ZoneInfo

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile

from rindle_core.stations.build.kit_list import BOX
from rindle_core.stations.mounting import build_steps
from rindle_server.jobs import edit
from rindle_server.jobs.facts import answer_to, facts_of
from tests.server.calls import JSON, change, faults

NUMBER = "2026-106"
WHO = "Tumelo Ravensdale"
FREE = [{"azimuth_deg": at, "elevation_deg": 3.0, "kind": "terrain", "distance_m": 900} for at in range(0, 360, 10)]


def at(path):
    return f"/api/jobs/{NUMBER}/{path}"


def job(crew):
    return crew.get(f"/api/jobs/{NUMBER}").json()


def level(told, code):
    found = [one for station in told["assessment"]["stations"] for one in station["findings"]]
    return next((one["level"] for one in found if one["code"] == code), None)


def post(crew, path, **body):
    answer = crew.post(at(path), json.dumps(body), **JSON)
    assert answer.status_code == 200, answer.content
    return answer.json()


def log(start, gaps):
    rows = [
        f"{start + dt.timedelta(minutes=minute):%Y-%m-%dT%H:%M:%SZ},{seconds},{why}" for minute, seconds, why in gaps
    ]
    text = "\n".join(["start,seconds,cause", *rows])
    return {"file": SimpleUploadedFile("panel.csv", text.encode(), "text/csv")}


def tried_elsewhere(crew):
    """The trial at A lost too much: the panel is tried at the job's place, whose sky is free."""
    assert level(job(crew), "sky.trial") == "hold"
    crew.delete(at("trial"))
    change(crew, NUMBER, position_letter="", skylines=[{"name": "Here", "points": FREE}], trial={"letter": ""})
    post(crew, "trial/clock", started_at="2026-11-26 18:00", ended_at="2026-11-27 08:00")
    begun = dt.datetime(2026, 11, 26, 16, 5, tzinfo=dt.UTC)
    assert crew.post(at("trial/log"), log(begun, [(70, 3, "blocked"), (400, 6, "network")])).status_code == 200
    assert level(job(crew), "sky.trial") in ("clear", "mind")


def build_it(crew):
    told = edit.find(NUMBER)
    rows = answer_to(facts_of(told)).kit_list.rows
    kit = [
        {"code": row.code, "state": "there", "found_count": row.amount, "by": WHO} for row in rows if row.group in BOX
    ]
    change(crew, NUMBER, kit_found=kit)
    marks = []
    for number, step in enumerate(build_steps(facts_of(edit.find(NUMBER)))):
        marks += [{"code": f"{step.code}.{one.code}", "by": WHO} for one in step.marks]
        change(crew, NUMBER, seen_marks=marks)
        when = f"2026-11-27T{8 + number // 4:02d}:{15 * (number % 4):02d}:00Z"
        answer = crew.post(at(f"steps/{step.code}?at={when}"))
        assert answer.status_code == 200, (step.code, answer.content)


def bring_up(crew):
    words = job(crew)["facts"]["picks"]["words"]
    seen = [one["code"] for one in job(crew)["assessment"]["checks_before_power"]]
    change(crew, NUMBER, power_checks=seen, in_front_clear=True, powered_where="site", page_works="yes")
    change(crew, NUMBER, update_seen="none", activation_code="9WRT-41KD")
    states = job(crew)["facts"]["picks"]["terminal"]["bringup_states"]
    for number, state in enumerate(states):
        post(crew, "states", code=state["code"], at=f"2026-11-27T12:{number:02d}:00Z")
    return words


def hand_over(crew, words):
    runs = [
        {"when": "after", "down_mbps": down, "up_mbps": 15, "latency_ms": ms, "source": source, "link": "wired"}
        for down, ms, source in ((120, 38, "near"), (131, 36, "far"), (126, 41, "near"))
    ]
    change(crew, NUMBER, runs=[*job(crew)["facts"]["handover"]["runs"], *runs])
    change(crew, NUMBER, needs_proved=job(crew)["facts"]["brief"].get("needs", []))
    change(crew, NUMBER, shown_to=[one["code"] for one in words["shown_to"]])
    change(crew, NUMBER, items_given=[one["code"] for one in words["items_given"]])
    assert level(job(crew), "handover.customer") == "unknown"
    change(crew, NUMBER, customer_name="A Guest", customer_signed_at="2026-11-27T13:00:00Z")
    left = [one for one in job(crew)["assessment"]["evidence"] if not one["waiver"]]
    assert all(one["may_pass"] for one in left), left
    let_pass = [{"code": one["code"], "reason": "Seen to by the house’s own people", "by": WHO} for one in left]
    change(crew, NUMBER, waivers=let_pass)
    holds = [
        (one["code"], one["message"])
        for station in job(crew)["assessment"]["stations"]
        for one in station["findings"]
        if one["level"] == "hold"
    ]
    assert holds == []
    return post(crew, "sign-off", name=WHO)


@pytest.mark.turns(days=6)
def test_a_panel_from_its_trial_to_a_month_after_the_hand_over(crew, settings, tmp_path, monkeypatch):
    settings.HOME = tmp_path
    (released,) = facts_of(edit.find(NUMBER)).brief.releases
    again = {**released.model_dump(mode="json"), "on": "2026-11-27"}  # what is tried and signed lies behind us
    change(crew, NUMBER, date="2026-11-27", old_line="", releases=[again])
    tried_elsewhere(crew)
    build_it(crew)
    signed = hand_over(crew, bring_up(crew))
    assert signed["record_state"] == "intact"
    moment = dt.datetime.fromisoformat(signed["signed_off_at"])
    handed = moment.astimezone(ZoneInfo(signed["assessment"]["zone"])).date()  # by the clocks of the site

    rows = {one["code"]: one for one in crew.get(at("after")).json()["result"]["follow_up"]["rows"]}
    assert dt.date.fromisoformat(rows["month"]["due_on"]) == handed + dt.timedelta(days=30)
    assert "grease" not in rows  # a dish's
    later = handed + dt.timedelta(days=30)
    a_month_later = dt.datetime.combine(later, dt.time(12), dt.UTC)
    monkeypatch.setattr("rindle_server.jobs.after.timezone.now", lambda: a_month_later)
    post(crew, "watch/clock", started_at=f"{later} 00:00", ended_at=f"{later} 12:00")
    night = dt.datetime.combine(later, dt.time(1), dt.UTC)
    many = [(10 * number, 40, "blocked") for number in range(50)]
    told = crew.post(at("watch/log"), log(night, many)).json()["after"]["result"]
    assert told["watched"]["come_back"].startswith("Come back: something stands in the way")
    assert told["watched"]["counted"]["believe"] == "trial"  # more than was predicted: what was seen counts
    uses = {one["code"]: one["level"] for one in told["watched"]["uses"]}
    assert (uses["call"], uses["stream"]) == ("mind", "hold")
    assert "handover.watch" in [one["code"] for one in told["findings"]]
    mark = {"code": "month", "on": later.isoformat(), "found": "visit", "note": "a new pole", "by": WHO}
    answer = crew.patch(at("after"), json.dumps({"later_marks": [mark]}), **JSON).json()
    assert next(one["level"] for one in answer["result"]["findings"] if one["code"] == "after.later") == "hold"

    repair = post(crew, "repair", reason="A visit is wanted: after a month")
    change(crew, repair["number"], repair_seen=["leaves", "gaps_bearing"])
    found = crew.get(f"/api/jobs/{repair['number']}").json()["assessment"]["repair"]["faults"]
    assert {one["name"] for one in found[:2]} == {"Something was put up in the way", "Trees have grown into the way"}
    both = crew.get("/api/bundles", {"numbers": f"{NUMBER},{repair['number']}"})
    assert b"".join(both.streaming_content)[:2] == b"PK"
    assert faults(crew.patch(at("brief"), json.dumps({"customer": "x"}), **JSON))["job"].endswith("further work.")
    assert job(crew)["record_sha256"] == signed["record_sha256"]


@pytest.mark.parametrize("path", ["customer", "repair", "repeak"])
def test_a_panels_cards_hold_no_words_of_a_dish(crew, path):
    page = crew.get(at(f"card.html?kind={path}")).content.decode()
    assert "Turn the azimuth screw" not in page
    assert "Sun behind the satellite" not in page
