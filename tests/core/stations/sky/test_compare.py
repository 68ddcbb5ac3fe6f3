"""Candidate positions compared: what holds one, what orders them, and why."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rindle_core.catalogue.house_words import DEFAULT_WORDS
from rindle_core.job import JobInput, assess
from rindle_core.kernel.findings import Level
from rindle_core.kernel.house_rules import HouseRules
from rindle_core.stations.sky.candidates import CandidateFacts
from rindle_core.stations.sky.compare import CompareInput, PositionSky, compare
from tests import golden

SEEN = [one.code for one in DEFAULT_WORDS.ground_checks]


def position(letter, level, **more):
    return PositionSky(letter=letter, sky_level=level, **more)


def test_the_sky_comes_before_everything_else():
    hard = position(
        "A", Level.CLEAR, access="roof", exposure="windward", cable_length_m=45, time_at_height_min=200, margin_deg=12
    )
    easy = position(
        "B",
        Level.HOLD,
        access="ground",
        exposure="lee",
        cable_length_m=10,
        discreet=True,
        out_of_reach=True,
        margin_deg=-3,
    )
    outcome = compare(CompareInput(positions=[easy, hard], most_cable_m=50))
    assert outcome.result.recommended == "A"
    assert [one.letter for one in outcome.result.ranks] == ["A", "B"]
    assert "the sky fails" in outcome.result.ranks[1].bad
    assert "On hold: B" in outcome.findings[0].why  # a hold is never hidden


LEVEL = st.sampled_from(list(Level))
POSITIONS = st.lists(
    st.tuples(
        LEVEL,
        st.booleans(),
        st.none() | st.floats(1, 90),
        st.sampled_from(["", "lee", "windward", "edge"]),
        st.sampled_from(["", "ground", "roof"]),
    ),
    min_size=1,
    max_size=6,
)


@given(POSITIONS, st.randoms(use_true_random=False))
def test_no_order_of_entry_and_no_comfort_lifts_a_hold(rows, chance):
    given_positions = [
        position(chr(65 + at), level, walkway_in_front=walk, cable_length_m=cable, exposure=wind, access=way)
        for at, (level, walk, cable, wind, way) in enumerate(rows)
    ]
    result = compare(CompareInput(positions=given_positions, most_cable_m=45.0)).result
    gravity = [(Level.CLEAR, Level.MIND, Level.UNKNOWN, Level.HOLD).index(one.level) for one in result.ranks]
    assert gravity == sorted(gravity)
    held = {one.letter for one in result.ranks if one.level is Level.HOLD}
    assert {
        one.letter
        for one in given_positions
        if one.walkway_in_front or (one.cable_length_m or 0) > 45 or one.sky_level is Level.HOLD
    } == held
    best = result.ranks[0]
    assert result.recommended == (best.letter if best.level in (Level.CLEAR, Level.MIND) else "")
    assert all(one.bad for one in result.ranks if one.level is Level.HOLD)  # a hold always says why
    mixed = list(given_positions)
    chance.shuffle(mixed)
    again = compare(CompareInput(positions=mixed, most_cable_m=45.0)).result
    assert {one.letter: (one.level, one.cost_factor) for one in again.ranks} == {
        one.letter: (one.level, one.cost_factor) for one in result.ranks
    }


def test_among_equal_skies_access_wind_and_reasons_decide():
    windy, lee = (
        position("A", Level.CLEAR, exposure="windward", access="ground"),
        position("B", Level.CLEAR, exposure="lee", access="ladder"),
    )
    assert compare(CompareInput(positions=[windy, lee], reasons=["wind"])).result.recommended == "B"
    seen, hidden = (
        position("A", Level.CLEAR, access="ground"),
        position("B", Level.CLEAR, access="ladder", discreet=True),
    )
    assert compare(CompareInput(positions=[seen, hidden], ground_checks=SEEN)).result.recommended == "A"
    assert (
        compare(CompareInput(positions=[seen, hidden], ground_checks=SEEN, reasons=["looks"])).result.recommended == "B"
    )


def test_what_weighs_how_much_is_the_firms_to_set():
    short = position("A", Level.CLEAR, cable_length_m=10.0, time_at_height_min=90.0)
    quick = position("B", Level.CLEAR, cable_length_m=40.0, time_at_height_min=10.0)

    def taken(**rules):
        return compare(CompareInput(positions=[short, quick], rules=HouseRules(**rules))).result.recommended

    assert taken() == "B"  # 10/50 + 90/120 = 0.95 against 40/50 + 10/120 = 0.88
    assert taken(cable_weight_m=20.0) == "A"  # 0.5 + 0.75 against 2.0 + 0.08
    assert taken(at_height_weight_min=240.0) == "A"  # 0.2 + 0.375 against 0.8 + 0.04
    seen = position("A", Level.CLEAR, discreet=False, out_of_reach=True)
    hidden = position("B", Level.CLEAR, discreet=True, out_of_reach=False)

    def costs(reason, **rules):
        asked = CompareInput(positions=[seen, hidden], reasons=[reason], rules=HouseRules(**rules))
        return {one.letter: one.cost_factor for one in compare(asked).result.ranks}

    assert costs("looks")["A"] - costs("looks")["B"] == pytest.approx(2.0 - 0.3)
    assert costs("theft")["B"] - costs("theft")["A"] == pytest.approx(2.0 - 0.3)
    assert costs("looks", reason_factor=5.0, aside_factor=1.0)["A"] - costs(
        "looks", reason_factor=5.0, aside_factor=1.0
    )["B"] == pytest.approx(4.0)


def test_what_is_not_rigid_or_not_checked_is_said():
    ground = position("A", Level.CLEAR, access="ground", entry_bore_mm=9.0)
    firm = position("B", Level.CLEAR, access="ground", rigid=True)
    outcome = compare(
        CompareInput(positions=[ground, firm], plug_mm=11.0, ground_checks=["people", "machines", "snow", "flood"])
    )
    assert outcome.result.recommended == "B"
    bad = {one.letter: " ".join(one.bad) for one in outcome.result.ranks}
    assert "is narrower than the 11 mm that have to pass" in bad["A"]
    assert "not checked: cable buried" in bad["A"]
    assert "does not move when shaken" in outcome.result.ranks[0].good


def test_what_moves_when_shaken_is_a_hold_and_no_tick_makes_it_firm():
    ranks = compare(CompareInput(positions=[position("A", Level.CLEAR, rigid=True, shakes=True)])).result.ranks
    assert ranks[0].level is Level.HOLD
    assert "it moves when shaken by hand" in ranks[0].bad
    assert "does not move when shaken" not in ranks[0].good


def test_of_what_is_alike_the_cheaper_comes_first_and_money_buys_no_sky():
    def order(*rows):
        return [one.letter for one in compare(CompareInput(positions=list(rows), ground_checks=SEEN)).result.ranks]

    def at(letter, level=Level.CLEAR, **more):
        return position(letter, level, rigid=True, margin_deg=12, **more)

    assert order(at("A", cost_money=900), at("B", cost_money=300), at("C")) == ["B", "A", "C"]
    assert order(at("A", cost_money=900), at("B", Level.HOLD, cost_money=1)) == ["A", "B"]
    assert order(at("A", cost_money=900, access="ground"), at("B", cost_money=1, access="roof")) == ["A", "B"]
    # The way up counts as the minutes at height do.
    slow = {"time_at_height_min": 30, "climb_min": 40}
    assert order(at("A", **slow), at("B", time_at_height_min=60)) == ["B", "A"]
    assert order(at("A", **slow), at("B", time_at_height_min=80)) == ["A", "B"]


@pytest.mark.parametrize(
    ("doubt", "mended"),
    [
        ({"mount_against": ["foot through sheet: it bears up to 14 kg"]}, {"mount_against": []}),
        ({"entry_bore_mm": 9.0}, {"entry_bore_mm": 14.0}),
        ({"access": "ground"}, {"access": "roof"}),
    ],
)
def test_a_clear_sky_is_no_clear_position_while_mount_hole_or_ground_is_in_doubt(doubt, mended):
    def found(**told):
        seen = [one.code for one in DEFAULT_WORDS.entry_checks]
        one = position("A", Level.CLEAR, rigid=True, **told)
        return compare(CompareInput(positions=[one], plug_mm=12.0, entry_checks=seen))

    assert found(**doubt).result.ranks[0].level is Level.MIND
    assert found(**doubt).findings[0].level is Level.MIND
    assert f"Against it: {found(**doubt).result.ranks[0].bad[0]}" in found(**doubt).result.why
    assert found(**mended).findings[0].level is Level.CLEAR
    better = position("B", Level.CLEAR, access="roof", time_at_height_min=400.0)
    ranks = compare(CompareInput(positions=[position("A", Level.CLEAR, **doubt), better], plug_mm=12.0)).result.ranks
    assert ranks[0].letter == "B"


@pytest.mark.parametrize(
    ("lacks", "has", "told"),
    [
        ({}, {"rigid": True}, "nobody shook"),
        ({"surface": "masonry"}, {"surface": "bare_ground"}, "nobody shook"),
        ({"rigid": True, "cable_length_m": None}, {"rigid": True}, "cable would be is not measured"),
    ],
)
def test_what_nobody_tried_there_is_not_called_clear_and_puts_no_other_first(lacks, has, told):
    def found(*rows):
        return compare(CompareInput(positions=list(rows), most_cable_m=45)).result.ranks

    bare = position("A", Level.CLEAR, **{"cable_length_m": 20, **lacks})
    (alone,) = found(bare)
    assert (alone.level, [one for one in alone.bad if told in one] != []) == (Level.MIND, True)
    assert found(position("A", Level.CLEAR, **{"cable_length_m": 20, **has}))[0].level is Level.CLEAR
    assert found(position("B", Level.MIND, rigid=True, cable_length_m=9), bare)[0].letter == "A"


def test_what_speaks_against_the_planned_position_is_told_where_another_one_is_taken():
    facts = golden.read("2026-103")["facts"]

    def planned(letter):
        outcome = assess(JobInput.model_validate({**facts, "position_letter": letter})).result
        found = {one.code: one for view in outcome.stations for one in view.findings}
        return outcome.sky_more.compared.recommended, found.get("sky.planned")

    best, told = planned("A")
    assert best != "A"
    assert told.level is Level.MIND
    assert "do not fit the clamp" in told.why
    assert planned(best)[1] is None  # the finding that says which one to take says it


@pytest.mark.parametrize("weak", ["chimney", "fence", "thin_post", "gutter"])
def test_what_does_not_hold_an_antenna_is_a_hold_however_clear_its_sky(weak):
    outcome = compare(CompareInput(positions=[position("A", Level.CLEAR, weak=weak), position("B", Level.MIND)]))
    assert outcome.result.recommended == "B"
    assert outcome.result.ranks[-1].level is Level.HOLD
    assert "does not hold an antenna" in outcome.result.ranks[-1].bad[0]


def test_a_lock_counts_as_out_of_reach_does_and_what_the_plan_holds_is_a_hold():
    def cost(**told):
        return compare(CompareInput(positions=[position("A", Level.CLEAR, **told)])).result.ranks[0].cost_factor

    assert cost(locked=True, out_of_reach=False) == cost(out_of_reach=True) < cost(out_of_reach=False)
    held = position("A", Level.CLEAR, plan_holds=["it comes too near the wire"])
    assert compare(CompareInput(positions=[held])).result.ranks[0].level is Level.HOLD
    minded = position("A", Level.CLEAR, plan_minds=["its mast could fall on the wire"])
    assert compare(CompareInput(positions=[minded])).result.ranks[0].level is Level.MIND


def test_a_walkway_or_too_long_a_cable_is_a_hold_whatever_the_sky():
    way = position("A", Level.CLEAR, walkway_in_front=True)
    far = position("B", Level.CLEAR, cable_length_m=60)
    near = position("C", Level.MIND, cable_length_m=41)
    outcome = compare(CompareInput(positions=[way, far, near], most_cable_m=50))
    assert outcome.result.recommended == "C"
    levels = {one.letter: one.level for one in outcome.result.ranks}
    assert levels == {"A": Level.HOLD, "B": Level.HOLD, "C": Level.MIND}
    assert any("near the terminal's" in text for text in outcome.result.ranks[0].bad)


def test_with_every_position_on_hold_none_is_taken_and_height_is_offered():
    outcome = compare(CompareInput(positions=[position("A", Level.HOLD, raise_by_m=2.4), position("B", Level.HOLD)]))
    assert outcome.result.recommended == ""
    assert outcome.findings[0].level is Level.HOLD
    assert "Raising A by 2.4 m" in outcome.result.height_note
    clear = compare(CompareInput(positions=[position("A", Level.CLEAR)])).result
    assert "gains no service" in clear.height_note
    assert set(CandidateFacts.model_fields) <= set(PositionSky.model_fields)


def test_a_trial_that_failed_is_a_hold_and_only_one_that_went_well_is_a_plus():
    ranks = {
        level: compare(
            CompareInput(positions=[position("A", Level.CLEAR, rigid=True, trial_level=level)])
        ).result.ranks[0]
        for level in (None, Level.CLEAR, Level.MIND, Level.UNKNOWN, Level.HOLD)
    }
    assert {level: one.level for level, one in ranks.items()} == {
        None: Level.CLEAR,
        Level.CLEAR: Level.CLEAR,
        Level.MIND: Level.MIND,
        Level.UNKNOWN: Level.MIND,
        Level.HOLD: Level.HOLD,
    }
    assert [level for level, one in ranks.items() if "a trial stands behind it" in one.good] == [Level.CLEAR]
    assert "its trial failed" in ranks[Level.HOLD].bad


def ranks_of(**news):
    facts = {**golden.read("2026-103")["facts"], **news}
    found = assess(JobInput.model_validate(facts)).result.sky_more.compared.ranks
    return {one.letter: one for one in found}


def test_a_candidate_whose_sky_nobody_looked_at_is_never_clear():
    drawn = ranks_of(skylines=[], all_drawn=True)
    assert drawn
    assert all(one.level is not Level.CLEAR for one in drawn.values())
    assert any("judged from the plan alone" in " ".join(one.bad) for one in drawn.values())
    ground = [{"azimuth_deg": at, "elevation_deg": 2, "computed": True} for at in range(0, 360, 5)]
    hills = ranks_of(skylines=[{"name": "Terrain", "letter": "B", "points": ground}], things=[])["B"]
    assert hills.level is Level.MIND
    assert "part of the sky is judged from terrain alone" in hills.bad
    looked = [{"azimuth_deg": at, "elevation_deg": 2} for at in range(0, 360, 5)]
    read = ranks_of(skylines=[{"name": "Read", "letter": "B", "points": looked}], things=[])["B"]
    assert not any("alone" in one for one in read.bad)


def test_two_cables_have_to_pass_the_old_hole_of_a_position():
    facts = golden.read("2026-103")["facts"]  # a terminal with two runs
    picks = JobInput.model_validate(facts).picks
    alone_mm = picks.terminal.cable.plug_mm
    both_mm = alone_mm + min(one.diameter_mm for one in picks.cables)

    def said(bore_mm):
        places = [{**one, "entry_bore_mm": bore_mm} for one in facts["positions"]]
        ranks = assess(JobInput.model_validate({**facts, "positions": places})).result.sky_more.compared.ranks
        return any("that have to pass" in text for one in ranks for text in one.bad)

    assert picks.terminal.cable.runs == 2
    assert said(alone_mm + 1.0)  # one plug would pass
    assert not said(both_mm)
