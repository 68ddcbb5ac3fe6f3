"""A job on another device: the address on the crew's network, and the code that leads there."""

import pytest

pytestmark = pytest.mark.django_db


def test_the_code_leads_to_the_leaf_on_the_crews_network(crew, settings, monkeypatch):
    settings.LISTEN = "0.0.0.0"
    monkeypatch.setattr("rindle_server.jobs.elsewhere_api.own_address", lambda: "192.0.2.7")
    told = crew.get("/api/jobs/2026-101/elsewhere?leaf=sky/points").json()
    assert told["address"] == "http://192.0.2.7/jobs/2026-101/sky/points"
    assert told["code_svg"].startswith("<svg")
    assert told["why_not"] == ""


def test_a_server_that_only_this_machine_reaches_says_how_others_are_let_in(crew):
    told = crew.get("/api/jobs/2026-101/elsewhere").json()
    assert told["code_svg"] == ""
    assert "--listen" in told["why_not"]


@pytest.mark.parametrize("leaf", ["//example.org", "sky/points/x", "Sky", "a b"])
def test_a_leaf_is_a_leaf(crew, leaf):
    answer = crew.get("/api/jobs/2026-101/elsewhere", {"leaf": leaf})
    assert answer.status_code in (400, 422)
    assert "leaf" in answer.content.decode()


def test_an_unknown_job_is_said(crew):
    assert crew.get("/api/jobs/2026-999/elsewhere").status_code == 404
