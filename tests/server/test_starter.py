"""An empty firm begins with templates, and no job is signed on invented figures."""

import json
import re

import pytest

from rindle_core.catalogue.house_words import HouseWords
from rindle_core.catalogue.starter import starter
from rindle_core.job import JobInput, assess
from rindle_core.kernel.house_rules import HouseRules
from rindle_server.stores.models import StoreItem
from tests import golden

URL = "/api/stores/starter"


@pytest.mark.django_db
def test_empty_stores_take_templates_once(crew):
    assert crew.post(URL).status_code == 409  # the demo has terminals
    StoreItem.objects.all().delete()
    told = crew.post(URL).json()
    assert {len(told["terminals"]) >= 4, len(told["satellites"]) == 1, len(told["cables"]) >= 4} == {True}
    assert told["unread"] == []
    assert all(one["template"] and one["name"].startswith("Template") for one in told["terminals"] + told["satellites"])
    assert crew.post(URL).status_code == 409


def test_what_rests_on_a_template_is_asked_for_before_the_signature():
    facts = golden.read("2026-101")["facts"]
    assert "brief.template" not in {one.code for one in assess(JobInput.model_validate(facts)).result.evidence}
    for kind, at in (("terminal", 0), ("satellite", 0)):
        result = assess(JobInput.model_validate({**facts, kind: starter()[kind][at]})).result
        assert "brief.template" in {one.code for one in result.evidence}, kind
        assert not result.may_sign_off


def test_a_copy_of_which_only_the_name_was_changed_is_still_a_template():
    facts = golden.read("2026-101")["facts"]
    renamed = starter()["terminal"][0] | {"code": "brook-75", "name": "Brook 75", "template": False}
    for aperture_mm, asked in ((740, True), (750, False)):
        given = JobInput.model_validate({**facts, "terminal": renamed | {"aperture_mm": aperture_mm}})
        told = [one.message for one in assess(given).result.evidence if one.code == "brief.template"]
        assert told == (["Brook 75: still the template’s invented figures"] if asked else [])


@pytest.mark.django_db
def test_the_stores_say_whose_figures_are_still_a_templates(crew):
    assert crew.get("/api/stores").json()["invented"] == []  # the demo's own are nobody's template
    renamed = starter()["terminal"][0] | {"code": "brook-75", "name": "Brook 75", "template": False}
    for code, aperture_mm in (("brook-75", 740), ("brook-76", 750)):
        entry = renamed | {"code": code, "aperture_mm": aperture_mm}
        assert crew.put("/api/stores/terminal", json.dumps(entry), content_type="application/json").status_code == 200
    assert crew.get("/api/stores").json()["invented"] == ["terminal/brook-75"]


def test_no_hint_of_a_form_is_written_for_programmers():
    """“None: not told” was the hint under a field that people leave empty."""
    forms = (*StoreItem.KINDS.values(), HouseWords, HouseRules)
    parts = [
        part for one in (form.model_json_schema() for form in forms) for part in (one, *one.get("$defs", {}).values())
    ]
    hints = [told.get("description", "") for part in parts for told in part.get("properties", {}).values()]
    assert len(hints) > 200
    assert [hint for hint in hints if re.search(r"None|True|False|[`_]", hint)] == []


@pytest.mark.django_db
def test_what_the_firm_keeps_is_chosen_by_its_name_in_the_forms(crew):
    def choices(kind, model, field):
        schema = crew.get(f"/api/stores/{kind}/schema").json()
        part = schema if schema["title"] == model else schema["$defs"][model]
        return part["properties"][field]["x-choices"]

    stores, words = crew.get("/api/stores").json(), crew.get("/api/stores/firm").json()["words"]
    roles = {one["code"]: one["name"] for one in words["roles"]}
    assert choices("member", "Member", "roles") == choices("member", "Certificate", "role") == roles != {}
    assert choices("terminal", "CableLimits", "types") == {one["code"]: one["name"] for one in stores["cables"]} != {}
    assert choices("team", "Team", "members") == {one["code"]: one["name"] for one in stores["members"]} != {}
    assert "foam" in choices("terminal", "BuildStep", "starts")
