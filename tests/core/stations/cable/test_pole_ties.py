"""Where a cable is tied to a pole: rules turned round, and the drawing read back."""

import itertools

import pytest
from pydantic import ValidationError

from rindle_core.job import JobInput
from rindle_core.kernel.model import parse
from rindle_core.stations.cable.pole_ties import PoleTiesInput, pole_ties, pole_ties_of
from tests import golden


def ties(**given):
    return pole_ties(PoleTiesInput(**given)).result.ties


def test_a_bare_pole_by_hand():
    told = ties(pole_m=1.3, clamp_m=0.15, rules={"tie_m": 0.4})
    assert [(round(one.from_foot_m, 3), one.why) for one in told] == [
        (1.1, "top"),
        (0.767, "between"),
        (0.433, "between"),
        (0.1, "foot"),
    ]


@pytest.mark.parametrize("pole_m", [0.4, 0.9, 1.7, 2.6, 6.0])
@pytest.mark.parametrize("brackets", [[], [0.3], [1.2, 0.2], [0.85, 0.80]])
@pytest.mark.parametrize("tie_m", [0.25, 0.4, 1.0])
def test_each_bracket_has_one_right_under_it_and_none_is_too_far_apart(pole_m, brackets, tie_m):
    inside = [one for one in brackets if one < pole_m - 0.3]
    told = ties(pole_m=pole_m, bracket_m=inside, clamp_m=0.15, rules={"tie_m": tie_m})
    heights = [one.from_foot_m for one in told]
    assert heights == sorted(heights, reverse=True)
    assert heights[0] <= pole_m - 0.15  # the clamp takes what is over it
    assert all(a - b <= tie_m + 1e-9 for a, b in itertools.pairwise(heights))
    for bracket in inside:
        assert any(0 < bracket - one <= 0.151 for one in heights), bracket
    assert heights[-1] == pytest.approx(0.1) or len(told) == 1 or told[-1].why == "bracket"


def test_two_that_would_sit_on_each_other_are_one():
    assert [one.why for one in ties(pole_m=0.32, clamp_m=0.15)] == ["top"]


def pole(**changed):
    facts = golden.read("2026-101")["facts"] | changed
    return pole_ties_of(parse(JobInput, facts))


def test_of_a_job_brackets_count_where_its_mount_has_them():
    assert pole(mast_free_length_m=None) is None
    bare = pole(mast_free_length_m=0.8, mount_code="wall_arm", bracket_spacing_m=0.6, tube_below_m=0.7)
    assert (bare.pole_m, bare.bracket_m) == (pytest.approx(0.8), [])
    gable = pole(mast_free_length_m=0.8, mount_code="gable_pole", bracket_spacing_m=0.6, tube_below_m=0.7)
    assert gable.pole_m == pytest.approx(1.5)
    assert gable.bracket_m == pytest.approx([0.7, 0.1])
    least = pole(mast_free_length_m=0.8, mount_code="gable_pole", bracket_spacing_m=0.6, tube_below_m=None)
    assert least.pole_m == pytest.approx(1.4)


def test_no_house_asks_for_more_ties_than_a_pole_can_take():
    assert len(ties(pole_m=60, rules={"tie_m": 0.05})) <= 60 / 0.05 + 2
    with pytest.raises(ValidationError, match="bracket_m"):
        ties(pole_m=6, bracket_m=[1e6])
    with pytest.raises(ValidationError, match="tie_m"):
        ties(pole_m=60, rules={"tie_m": 1e-6})
