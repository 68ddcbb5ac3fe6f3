"""Jobs put away and brought back, copied, listed in other ways, and handed over as files."""

import json

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile

from rindle_server.jobs.models import Job
from tests.server.calls import change

pytestmark = pytest.mark.django_db


def numbers(crew, **asked):
    return [row["number"] for row in crew.get("/api/jobs", asked).json()["rows"]]


def put(crew, number, shelf):
    return crew.put(f"/api/jobs/{number}/shelf", json.dumps({"shelf": shelf}), content_type="application/json")


def test_a_job_that_is_put_away_comes_back_whole(crew):
    before = crew.get("/api/jobs/2026-104").json()["facts"]
    for shelf in ("archived", "template", "deleted"):
        assert put(crew, "2026-104", shelf).status_code == 200
        assert "2026-104" not in numbers(crew)
        assert numbers(crew, show=shelf) == ["2026-104"]
    put(crew, "2026-104", "open")
    assert "2026-104" in numbers(crew)
    assert crew.get("/api/jobs/2026-104").json()["facts"] == before


def test_a_signed_job_is_archived_but_never_taken_out(crew):
    refused = put(crew, "2026-101", "deleted")
    assert refused.status_code == 409
    assert "its record is kept" in refused.json()["error"]["message"]
    assert put(crew, "2026-101", "archived").status_code == 200


def test_a_copy_has_the_place_and_the_sky_but_nothing_of_the_work_or_the_order(crew):
    copy = crew.post("/api/jobs/2026-102/copy").json()
    old = crew.get("/api/jobs/2026-102").json()
    assert copy["number"] != old["number"]
    for room, name in (("brief", "customer"), ("brief", "place_text"), ("sky", "skylines"), ("mount", "mast_wall_mm")):
        assert copy["facts"][room][name] == old["facts"][room][name]
    assert old["facts"]["build"]["step_marks"]
    assert copy["facts"]["build"]["step_marks"] == []
    assert copy["facts"]["handover"]["runs"] == []
    assert copy["facts"]["brief"]["settled"] == []


def test_a_job_goes_out_as_a_file_without_its_secrets_and_comes_in_as_a_new_one(crew):
    again = [{"id": "", "code": "activation_code", "again": "QRTX-4472", "shown": ""}]
    secrets = {"activation_code": "QRTX-4471", "wifi_password": "heron under bridge", "told_back": again}
    for name, value in secrets.items():
        assert change(crew, "2026-103", **{name: value}).status_code == 200, name
    old = crew.get("/api/jobs/2026-103").json()
    answer = crew.get("/api/jobs/2026-103/export.json")
    assert "attachment" in answer["Content-Disposition"]
    assert json.loads(answer.content)["facts"]["brief"]["customer"] == old["facts"]["brief"]["customer"]
    for word in ("QRTX-4471", "QRTX-4472", "heron under bridge"):
        assert word not in answer.content.decode()
    came = crew.post("/api/jobs/import", {"file": SimpleUploadedFile("job.json", answer.content)})
    assert came.status_code == 200, came.content
    for room in ("brief", "mount", "cable"):
        assert came.json()["facts"][room] == old["facts"][room]
    assert came.json()["assessment"]["stations"][3]["verdict"] == old["assessment"]["stations"][3]["verdict"]


@pytest.mark.parametrize(
    ("content", "says"),
    [
        (b"[]", "is no job of Rindle"),
        (b'{"rindle_job": 1, "facts": {"roof": {}}}', "names 'roof'"),
        (b'{"rindle_job": 1, "facts": {"mount": {"mast_wall_mm": -3}}}', "mast_wall_mm"),
    ],
)
def test_a_file_that_is_no_job_says_why_and_makes_none(crew, content, says):
    count = Job.objects.count()
    answer = crew.post("/api/jobs/import", {"file": SimpleUploadedFile("job.json", content)})
    assert answer.status_code in (400, 422)
    assert says in answer.content.decode()
    assert Job.objects.count() == count


def test_the_list_is_sorted_and_filtered(crew):
    by_name = crew.get("/api/jobs", {"sort": "customer"}).json()["rows"]
    assert [row["customer"] for row in by_name] == sorted(row["customer"] for row in by_name)
    days = [row["date"] for row in crew.get("/api/jobs", {"sort": "day"}).json()["rows"]]
    assert days == sorted(days)
    held = crew.get("/api/jobs", {"verdict": "hold"}).json()["rows"]
    assert held
    assert {row["verdict"] for row in held} == {"hold"}
    assert set(numbers(crew, show="signed")) == {"2026-101"}
    stage = crew.get("/api/jobs", {"find": "mount"}).json()["rows"]
    assert stage
    assert {"Mount"} <= {row["station"] for row in stage}
