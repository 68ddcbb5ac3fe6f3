"""The demo's jobs come from their files to the facts that were written down."""

import pytest

from rindle_server.jobs.facts import assessed
from rindle_server.jobs.models import Job
from tests import golden

DEMO = [name for name in golden.names() if name.startswith("20")]


@pytest.mark.parametrize("number", DEMO)
def test_a_demo_job_has_the_facts_that_are_written_down(db, number):
    facts = assessed(Job.objects.get(number=number)).facts.model_dump(mode="json", exclude_defaults=True)
    assert list(golden.differences(golden.read(number)["facts"], golden.flat(golden.idless(facts)))) == []


def test_each_demo_job_has_a_golden_file(db):
    assert set(Job.objects.values_list("number", flat=True)) == set(DEMO)
