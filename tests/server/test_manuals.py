"""The firm's manuals: kept once, opened at their pages, in the copy, and gone from the disk when nobody holds them."""

import json
import sqlite3

import pytest
from django.conf import settings
from django.core.files.uploadedfile import SimpleUploadedFile

from rindle_server import keeping

PDF = b"%PDF-1.4\n1 0 obj<<>>endobj\ntrailer<<>>\n%%EOF"
JSON = {"content_type": "application/json"}


def hand_in(crew, content=PDF, name="tarn.pdf"):
    return crew.post("/api/manuals", {"file": SimpleUploadedFile(name, content)})


@pytest.fixture
def manual(crew):
    return hand_in(crew).json()[0]


def files():
    folder = settings.HOME / "documents"
    return {one.name for one in folder.iterdir()} if folder.exists() else set()


def test_a_manual_is_kept_once_and_shown_in_place(crew, manual):
    assert len(hand_in(crew, name="the same.pdf").json()) == 1
    shown = crew.get(f"/api/manuals/{manual['id']}/file")
    assert (shown.content, shown["Content-Type"]) == (PDF, "application/pdf")
    assert shown["Content-Disposition"].startswith("inline")
    refused = hand_in(crew, b"<html>", "page.html")
    assert refused.status_code == 422
    assert "a manual as PDF is accepted" in refused.content.decode()


def test_the_page_of_a_step_is_marked_and_a_page_that_cannot_be_is_refused(crew, manual):
    def mark(**one):
        body = json.dumps({"bookmarks": [{"terminal": "tarn-74", "step": "earth", **one}]})
        return crew.put(f"/api/manuals/{manual['id']}", body, **JSON)

    assert mark(page=12).json()[0]["bookmarks"][0]["page"] == 12
    assert mark(page=0).status_code == 422
    assert crew.get("/api/manuals").json()[0]["bookmarks"][0]["page"] == 12
    assert crew.put("/api/manuals/99", json.dumps({"bookmarks": []}), **JSON).status_code == 404


def test_a_copy_of_the_folder_holds_the_manuals_and_one_of_an_earlier_version_none():
    base = sqlite3.connect(":memory:")
    base.execute("CREATE TABLE jobs_job (id INTEGER, number TEXT)")
    base.execute("CREATE TABLE jobs_document (job_id INTEGER, sha256 TEXT, name TEXT)")
    base.execute("INSERT INTO jobs_job VALUES (1, '2026-101')")
    base.execute("INSERT INTO jobs_document VALUES (1, 'aa', 'order.pdf')")
    assert keeping._documents(base) == [("aa", "order.pdf", "2026-101")]
    base.execute("CREATE TABLE stores_manual (sha256 TEXT, name TEXT)")
    base.execute("INSERT INTO stores_manual VALUES ('aa', 'the same.pdf'), ('bb', 'tarn.pdf')")
    assert keeping._documents(base) == [("aa", "order.pdf", "2026-101"), ("bb", "tarn.pdf", "the manuals")]


def test_a_manual_leaves_the_disk_when_nobody_holds_it(crew, manual):
    before = files()
    locker = crew.post("/api/jobs/2026-105/documents", {"file": SimpleUploadedFile("same.pdf", PDF)}).json()
    assert files() == before  # one content, held twice
    assert crew.delete(f"/api/manuals/{manual['id']}").json() == []
    assert files() == before  # the job still holds it
    again = hand_in(crew).json()[0]
    crew.delete(f"/api/jobs/2026-105/documents/{locker['documents'][0]['id']}")
    assert files() == before
    crew.delete(f"/api/manuals/{again['id']}")
    assert len(files()) == len(before) - 1
