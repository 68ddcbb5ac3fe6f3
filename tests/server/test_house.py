"""What the server hands on: from an order, a device, a rule or a signature into the job and back out."""

import json
from types import SimpleNamespace

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from django.utils import timezone

from rindle_core.kernel.errors import InputError
from rindle_server.errors import Conflict
from rindle_server.files import bytes_of
from rindle_server.jobs import device_api, edit, signing
from rindle_server.jobs.facts import facts_of
from rindle_server.jobs.models import Job
from tests.server.calls import change, faults

JSON = {"content_type": "application/json"}
DISH, OPEN = "2026-101", "2026-102"


def test_a_change_that_was_begun_before_the_signature_is_refused(db):
    stale = Job.objects.get(number=OPEN)
    Job.objects.filter(number=OPEN).update(signed_off_at=timezone.now())
    with pytest.raises(Conflict, match="signed off"):
        edit.patch(stale, "brief", {"customer": "Someone else"})
    assert Job.objects.get(number=OPEN).customer != "Someone else"


def test_what_is_still_to_come_is_not_entered_as_done(crew):
    today = timezone.now().date()
    years_on = today.replace(year=today.year + 1, day=1).isoformat()
    before = facts_of(edit.find(OPEN)).build.measures
    rows = [
        {"what": "Loose ties on the mast", "until": years_on, "gone_on": day} for day in (today.isoformat(), years_on)
    ]
    refused = change(crew, OPEN, measures=rows)
    assert refused.status_code == 422
    assert list(faults(refused)) == ["measures.1.gone_on"]
    assert facts_of(edit.find(OPEN)).build.measures == before
    assert change(crew, OPEN, measures=rows[:1]).status_code == 200
    assert change(crew, OPEN, return_on=years_on).status_code == 200  # a plan may lie ahead


@pytest.mark.parametrize("name", ["", "   "])
def test_nobody_signs_nothing(db, name):
    Job.objects.filter(number=DISH).update(signed_off_at=None)  # whole, and to be signed again
    job = Job.objects.get(number=DISH)
    with pytest.raises(Conflict, match="name of the person who signs"):
        signing.sign_off(job, name)
    assert Job.objects.get(number=DISH).signed_off_at is None


def test_a_place_that_has_a_height_brings_it(crew):
    facts = change(crew, "2026-105", place_text="geo:-29.5,28.25,2345").json()["facts"]
    assert (facts["brief"]["latitude_deg"], facts["brief"]["height_m"]) == (-29.5, 2345)


def test_a_place_from_an_order_says_so(crew, settings):
    order = SimpleUploadedFile("o.json", (settings.DEMO_DIR / "imports" / "work-order.json").read_bytes())
    job = crew.post("/api/jobs/2026-105/work-order", {"file": order}).json()
    assert job["facts"]["brief"]["place_method"] == "order"


def test_tightening_keeps_the_level_before_as_before(crew, monkeypatch):
    levels = iter([12.5, 11.75])
    link = SimpleNamespace(nuts=lambda tight: None)
    told = lambda link: SimpleNamespace(level_db=next(levels))  # noqa: E731
    monkeypatch.setattr(device_api, "_reach", lambda number: (Job.objects.get(number=number), link))
    monkeypatch.setattr(device_api, "settled", told)
    monkeypatch.setattr(device_api, "_answer", lambda job, told: None)
    device_api.nuts(None, "2026-102", device_api.NutsOrder(tight=True))
    peak = facts_of(Job.objects.get(number="2026-102")).peak
    assert (peak.lock_before_db, peak.lock_after_db) == (12.5, 11.75)


def test_a_rule_that_cannot_be_used_leaves_the_old_ones(crew):
    before = crew.get("/api/stores/firm").json()
    bad = crew.put("/api/stores/firm", json.dumps({**before, "rules": {"clearance_deg": "wide"}}), **JSON)
    assert bad.status_code == 422
    assert "clearance_deg" in bad.content.decode()
    assert crew.get("/api/stores/firm").json() == before


def test_outlines_go_out_as_closed_rings(crew):
    collection = json.loads(crew.get("/api/stores/beams/export").content)
    rings = [ring for one in collection["features"] for ring in one["geometry"]["coordinates"]]
    assert rings
    assert all(ring[0] == ring[-1] and len(ring) >= 4 for ring in rings)  # RFC 7946, section 3.1.6


def test_every_page_says_from_where_its_parts_may_come(crew):
    for path in ("/", "/api/health"):
        policy = crew.get(path).headers["Content-Security-Policy"]
        assert "default-src 'self'" in policy
        assert "frame-ancestors 'self'" in policy  # no other page shows ours as its own
        assert "http" not in policy


def test_a_file_that_is_too_large_is_refused_by_its_size(db):
    content = b"x" * 1_000_001
    assert bytes_of(SimpleUploadedFile("a", content), 2_000_000) == content
    with pytest.raises(InputError, match="up to 1 MB"):
        bytes_of(SimpleUploadedFile("a", content), 1_000_000)


def test_blanks_are_neither_a_reason_nor_a_name(crew):
    waiver = {"code": "peak.elevation.few", "reason": "       ", "by": "   "}
    bad = change(crew, OPEN, waivers=[waiver])
    assert bad.status_code == 422
    faults = {one["field"] for one in bad.json()["error"]["faults"]}
    assert faults == {"waivers.0.reason", "waivers.0.by"}
    good = {"code": "peak.elevation.few", "reason": " rain came ", "by": " N. M. "}
    kept = change(crew, OPEN, waivers=[good]).json()["facts"]["handover"]["waivers"]
    assert [(one["code"], one["reason"], one["by"]) for one in kept] == [("peak.elevation.few", "rain came", "N. M.")]
    assert kept[0]["id"]


def test_the_list_says_the_first_station_that_is_not_settled(crew):
    rows = crew.get("/api/jobs").json()["rows"]
    for row in rows:
        stations = crew.get(f"/api/jobs/{row['number']}").json()["assessment"]["stations"]
        still_open = [one["name"] for one in stations if not one["settled"]]
        assert row["station"] == (still_open or ["Hand over"])[0], row["number"]
    assert len({row["station"] for row in rows}) > 3
