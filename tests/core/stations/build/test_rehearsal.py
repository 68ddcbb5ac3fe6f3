"""What was rehearsed on the ground against the site: orders by brute force, each rule turned round."""

import itertools

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rindle_core.catalogue.build_steps import BuildStep
from rindle_core.job import JobInput, assess
from rindle_core.stations.build.rehearsal import RehearsalInput, in_order, rehearsal
from tests import golden


def steps(text, aloft=""):
    """A step a letter; those of `aloft` are done at height."""
    return [BuildStep(code=one, title=one.upper(), at_height_min=3 if one in aloft else 0) for one in text]


def told(site, rehearsed, aloft=""):
    return rehearsal(RehearsalInput(site=steps(site, aloft), rehearsed=steps(rehearsed), on="Stand"))


def longest_rising(places):
    """By trying every part of the list."""
    sizes = range(len(places), 0, -1)
    parts = (part for size in sizes for part in itertools.combinations(places, size))
    return next((len(one) for one in parts if list(one) == sorted(one)), 0)


@given(st.integers(0, 7).flatmap(lambda count: st.permutations(range(count))))
def test_as_few_steps_as_can_be_are_called_moved(places):
    kept = in_order(list(places))
    assert len(kept) == longest_rising(places)
    assert [places[one] for one in sorted(kept)] == sorted(places[one] for one in kept)


def test_what_differs_from_the_rehearsal_is_named():
    assert told("abc", "abc").findings[0].level == "clear"
    other = told("abdc", "xbac", aloft="c").result
    assert (other.site_alone, other.rehearsed_alone) == (["D"], ["X"])
    assert other.moved in (["A"], ["B"])
    assert other.aloft == ["C"]
    for site, there, aloft in [("abc", "ab", ""), ("ab", "abc", ""), ("ab", "ba", ""), ("ab", "ab", "b")]:
        assert told(site, there, aloft).findings[0].level == "mind"


def test_a_step_of_one_code_on_two_mounts_is_two_steps():
    other = [BuildStep(code="a", title="Another")]
    found = rehearsal(RehearsalInput(site=steps("a"), rehearsed=other, on="Stand")).result
    assert (found.site_alone, found.rehearsed_alone) == (["A"], ["Another"])


def rehearsed(**changed):
    facts = JobInput.model_validate(golden.read("2026-104")["facts"] | changed)
    return assess(facts).result.rehearsal


def test_a_job_is_held_against_the_mount_that_it_was_rehearsed_on():
    assert rehearsed() is None
    found = rehearsed(rehearsed_on="tripod")
    assert any("concrete" in one.lower() or "hole" in one.lower() for one in found.site_alone)
    assert found.rehearsed_alone == ["Set it up where nobody trips"]
    same = rehearsed(rehearsed_on="ground_pole")
    assert same.site_alone == same.moved == same.rehearsed_alone == []


@pytest.mark.parametrize(("crew", "level"), [(["naledi"], "mind"), (["naledi", "voltline"], "clear"), ([], None)])
def test_a_step_that_takes_two_is_minded_where_one_is_named_until_it_is_done(crew, level):
    facts = JobInput.model_validate({**golden.read("2026-101")["facts"], "crew": crew, "step_marks": []})

    def found(job):
        (build,) = (one for one in assess(job).result.stations if one.code == "build")
        return {one.code: one for one in build.findings}.get("build.people")

    people = found(facts)
    assert (people.level if people else None) == level
    if level == "mind":
        assert "Drill and clean the holes" in people.message
        assert (people.figure, people.limit, people.at) == (1.0, 2.0, "brief.crew")
    done = JobInput.model_validate({**golden.read("2026-101")["facts"], "crew": crew})
    assert found(done) is None  # nothing is left that takes two
