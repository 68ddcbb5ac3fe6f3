"""Jobs as open files: read back bit for bit, joined after they went separate ways, and nothing believed unseen."""

import hashlib
import io
import json
import zipfile
from pathlib import Path

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile

from rindle_core.kernel.journal import flatten
from rindle_server.bundles.models import BundleJob
from rindle_server.bundles.schema import as_text, schema
from rindle_server.jobs.models import Change, Job
from tests.server.calls import change, faults


@pytest.fixture
def home(settings, tmp_path):
    settings.HOME = tmp_path
    return tmp_path


def out(crew, numbers="2026-102", **asked):
    answer = crew.get("/api/bundles", {"numbers": numbers, **asked})
    assert answer.status_code == 200
    return b"".join(answer.streaming_content)


def send(crew, way, content, **form):
    form["file"] = SimpleUploadedFile("jobs.zip", content, "application/zip")
    return crew.post(f"/api/bundles/{way}", form)


def parts(content):
    with zipfile.ZipFile(io.BytesIO(content)) as packed:
        return {name: packed.read(name) for name in packed.namelist()}


def packed(files, **more):
    """The zip of some files, their sums made anew."""
    head = json.loads(files["bundle.json"])
    files = {name: content for name, content in files.items() if name != "bundle.json"} | more
    head["files"] = {name: hashlib.sha256(content).hexdigest() for name, content in files.items()}
    made = io.BytesIO()
    with zipfile.ZipFile(made, "w", zipfile.ZIP_DEFLATED) as zipped:
        for name, content in {"bundle.json": json.dumps(head).encode(), **files}.items():
            zipped.writestr(name, content)
    return made.getvalue()


def facts(number):
    return {row.station: row.data for row in Job.objects.get(number=number).docs.all()}


def test_jobs_come_back_bit_for_bit_signature_journal_and_files_too(crew, home):
    picture = SimpleUploadedFile("roof.jpg", b"not really a picture", "image/jpeg")
    crew.post("/api/jobs/2026-102/documents?about=step:lift", {"file": picture})
    change(crew, "2026-102", customer="Somebody else")
    before = out(crew, "2026-101,2026-102,2026-106")
    Job.objects.filter(number__in=["2026-101", "2026-102", "2026-106"]).delete()
    told = send(crew, "take", before).json()
    assert isinstance(told, list), told
    assert [(one["number"], one["state"]) for one in told] == [(f"2026-{at}", "new") for at in (101, 102, 106)]
    assert out(crew, "2026-101,2026-102,2026-106") == before
    job = crew.get("/api/jobs/2026-101").json()
    assert job["record_state"] == "intact"
    kept = crew.get("/api/jobs/2026-102").json()["documents"][0]
    assert crew.get(f"/api/jobs/2026-102/documents/{kept['id']}").content == b"not really a picture"
    assert {one["state"] for one in send(crew, "look", before).json()} <= {"same", "behind"}


def went_apart(crew):
    """The other laptop's copy with its changes, and this one's with others, from one common state."""
    change(crew, "2026-102", customer="As both knew it")
    common = out(crew)
    change(crew, "2026-102", customer="The other laptop's", mast_wall_mm=3.6)
    change(crew, "2026-102", cable_pieces=[{"kind": "outdoor", "length_m": 11.0}])
    there = out(crew)
    Job.objects.filter(number="2026-102").delete()
    send(crew, "take", common)
    change(crew, "2026-102", customer="This laptop's", height_above_ground_m=4.4)
    return there


@pytest.mark.turns(days=6)
def test_two_copies_that_went_apart_are_joined_and_what_both_changed_is_asked(crew, home):
    there = went_apart(crew)
    told = send(crew, "look", there).json()[0]
    assert told["state"] == "asks"
    assert [(one["label"], one["here"], one["there"]) for one in told["clashes"]] == [
        ("Customer", "This laptop's", "The other laptop's")
    ]
    assert "choices" in faults(send(crew, "take", there))
    assert facts("2026-102")["brief"]["customer"] == "This laptop's"
    for choice, customer in (("here", "This laptop's"), ("there", "The other laptop's")):
        chosen = json.dumps({told["uid"]: {"brief.customer": choice}})
        assert send(crew, "take", there, choices=chosen).status_code == 200
        held = facts("2026-102")
        assert held["brief"]["customer"] == customer
        assert (held["mount"]["mast_wall_mm"], held["mount"]["height_above_ground_m"]) == (3.6, 4.4)
        assert [one["length_m"] for one in held["cable"]["cable_pieces"]] == [11.0]
        if choice == "here":
            Job.objects.filter(number="2026-102").delete()
            there = went_apart_again(crew, there)
    last = Change.objects.filter(job__number="2026-102").order_by("-seq").first()
    assert last.device == "bundle"
    assert send(crew, "look", there).json()[0]["state"] in ("same", "joins")


def went_apart_again(crew, there):
    """The same once more, for the other choice."""
    send(crew, "take", there)
    Job.objects.filter(number="2026-102").delete()
    common = parts(there)
    job = json.loads(common["jobs/2026-102/job.json"])
    job["changes"] = job["changes"][:1]
    job["facts"]["brief"]["customer"] = "As both knew it"
    job["facts"]["mount"].pop("mast_wall_mm")
    common["jobs/2026-102/job.json"] = json.dumps(job).encode()
    send(crew, "take", packed(common))
    change(crew, "2026-102", customer="This laptop's", height_above_ground_m=4.4)
    return there


def test_a_signed_record_is_never_joined_with_later_changes(crew, home):
    signed = out(crew, "2026-101")
    files = parts(signed)
    job = json.loads(files["jobs/2026-101/job.json"])
    job["signed"] = None
    job["changes"].append(
        {"uid": "b" * 32, "seq": job["head"] + 1, "at": "2026-12-01T10:00:00Z", "ops": [{"path": "brief.customer"}]}
    )
    files["jobs/2026-101/job.json"] = json.dumps(job).encode()
    told = send(crew, "look", packed(files)).json()[0]
    assert (told["state"], "open a repair job" in told["why"]) == ("refused", True)
    assert send(crew, "take", packed(files)).status_code == 409


def test_codes_stay_here_unless_somebody_says_so(crew, home):
    change(crew, "2026-102", activation_code="7QKD-11AA", wifi_password="mufol-teris-gavod")
    assert b"7QKD-11AA" not in b"".join(parts(out(crew)).values())
    with_codes = parts(out(crew, secrets=True))["jobs/2026-102/job.json"]
    assert b"7QKD-11AA" in with_codes
    there = out(crew)
    assert send(crew, "take", there).status_code == 200
    assert facts("2026-102")["bringup"]["activation_code"] == "7QKD-11AA"  # what is not in the file is not taken out


def test_a_nameless_bundle_names_nobody(crew, home):
    assert change(crew, "2026-103", outer_address="203.0.113.77").status_code == 200
    content = b"".join(parts(out(crew, "2026-101,2026-103", nameless=True)).values()).decode()
    for word in (
        "Lithaba",
        "Naledi",
        "Mokoena",
        "Tsediso",
        "27.93",
        "X3-04471",
        "Yellow paint",
        "customer_lines",
        "203.0.113",
    ):
        assert word not in content, word
    told = send(crew, "take", out(crew, "2026-101", nameless=True)).json()[0]
    real, blurred = (
        crew.get(f"/api/jobs/{one}").json()["assessment"]["aim"]["elevation_deg"]
        for one in ("2026-101", told["number"])
    )
    assert 0 < abs(real - blurred) < 0.2  # the place is told to a tenth of a degree


def test_only_what_is_as_its_list_says_is_opened(crew, home):
    good = parts(out(crew))
    job = good["jobs/2026-102/job.json"]
    bomb = io.BytesIO()
    with zipfile.ZipFile(bomb, "w", zipfile.ZIP_DEFLATED) as zipped:
        zipped.writestr("bundle.json", b"{}")
        zipped.writestr("jobs/2026-102/job.json", b"\0" * 8_000_000)
    cut = packed(good)
    bad = {
        "no zip": b"PK and nothing more",
        "no such path": packed(good, **{"../../etc/passwd": b"x"}),
        "another place": packed(good, **{"jobs/2026-102/files/../../x": b"x"}),
        "a bomb": bomb.getvalue(),
        "torn": cut[: len(cut) // 2],
        "another content": packed({**good, "bundle.json": good["bundle.json"]}).replace(
            b"2026-102/job", b"2026-103/job"
        ),
        "another station": packed(good, **{"jobs/2026-102/job.json": job.replace(b'"mount": {', b'"attic": {')}),
        "another form": packed(
            {**good, "bundle.json": good["bundle.json"].replace(b'"rindle_bundle": 1', b'"rindle_bundle": 9')}
        ),
    }
    for name, content in bad.items():
        answer = send(crew, "take", content)
        assert answer.status_code == 422, name
        assert faults(answer), name
    assert Job.objects.filter(number="2026-102").count() == 1


@pytest.mark.turns(days=6)
def test_a_number_that_is_taken_is_given_anew_and_many_go_at_once(crew, home):
    content = out(crew, ",".join(f"2026-10{at}" for at in range(1, 8)))
    assert len(json.loads(parts(content)["bundle.json"])["jobs"]) == 7
    files = parts(out(crew))
    job = json.loads(files["jobs/2026-102/job.json"]) | {"uid": "c" * 8 + "-cccc-4ccc-8ccc-" + "c" * 12, "changes": []}
    head = json.loads(files["bundle.json"])
    head["jobs"][0]["uid"] = job["uid"]
    files["jobs/2026-102/job.json"], files["bundle.json"] = json.dumps(job).encode(), json.dumps(head).encode()
    assert send(crew, "take", packed(files)).json()[0]["number"] == "2026-108"
    assert flatten(facts("2026-108")) == flatten(facts("2026-102"))


def test_the_schema_in_the_docs_is_that_of_the_program_and_its_example_fits():
    docs = Path(__file__).parents[2] / "docs"
    assert (docs / "bundle.schema.json").read_text("utf-8") == as_text(schema())
    example = json.loads((docs / "bundle.example.json").read_text("utf-8"))
    assert BundleJob.model_validate(example).number == "2026-107"


def picture(name, content=b"not really a picture"):
    return {"file": SimpleUploadedFile(name, content, "image/jpeg")}


def shown_in(crew, number):
    """The name of the picture that the job's mock-up stands in."""
    job = crew.get(f"/api/jobs/{number}").json()
    told = job["facts"]["sky"]["mock_up"].get("document_id")
    return next((one["name"] for one in job["documents"] if one["id"] == told), None)


@pytest.mark.turns(days=6)
def test_a_picture_of_the_other_copy_comes_over_and_what_shows_it_finds_it(crew, home):
    crew.post("/api/jobs/2026-102/documents", picture("here.jpg", b"one"))
    common = out(crew)
    added = crew.post("/api/jobs/2026-102/documents", picture("there.jpg", b"two")).json()["documents"][-1]
    change(crew, "2026-102", mock_up={"document_id": added["id"]})
    there = out(crew)
    Job.objects.filter(number="2026-102").delete()
    send(crew, "take", common)
    crew.post("/api/jobs/2026-102/documents", picture("mine.jpg", b"three"))
    change(crew, "2026-102", customer="This laptop's")
    assert send(crew, "look", there).json()[0]["state"] == "joins"
    assert send(crew, "take", there).status_code == 200
    assert shown_in(crew, "2026-102") == "there.jpg"
    names = [one["name"] for one in crew.get("/api/jobs/2026-102").json()["documents"]]
    assert sorted(names) == ["here.jpg", "mine.jpg", "there.jpg"]
    assert facts("2026-102")["brief"]["customer"] == "This laptop's"


@pytest.mark.turns(days=6)
def test_a_job_that_names_a_picture_that_is_gone_goes_out_and_comes_in(crew, home):
    added = crew.post("/api/jobs/2026-102/documents", picture("gone.jpg")).json()["documents"][-1]
    change(crew, "2026-102", mock_up={"document_id": added["id"]})
    crew.delete(f"/api/jobs/2026-102/documents/{added['id']}")
    content = out(crew)
    Job.objects.filter(number="2026-102").delete()
    assert send(crew, "take", content).json()[0]["state"] == "new"
    assert shown_in(crew, "2026-102") is None


def test_a_copy_among_those_that_were_taken_out_is_said(crew, home):
    content = out(crew)
    crew.put("/api/jobs/2026-102/shelf", json.dumps({"shelf": "deleted"}), content_type="application/json")
    assert "taken out" in send(crew, "look", content).json()[0]["why"]
