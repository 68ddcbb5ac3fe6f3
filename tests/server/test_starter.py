"""An empty firm begins with templates, and no job is signed on invented figures."""

import pytest

from rindle_core.catalogue.starter import starter
from rindle_core.job import JobInput, assess
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
