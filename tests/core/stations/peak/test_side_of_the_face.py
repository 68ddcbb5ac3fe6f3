"""A clinometer shows the same to both sides of level and plumb: to which side the face leans is asked where it may
mislead, and no preset counts on an untold one.
"""

import datetime as dt

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rindle_core.catalogue.models import Clinometer
from rindle_core.job import JobInput, assess
from rindle_core.stations.aim.aim import AimInput, aim
from rindle_core.stations.aim.instruments import (
    AS_USUAL,
    checks_at_peak,
    off_by_side_deg,
    read_at_peak,
    shown_reading,
    standing_deg,
)
from tests import golden

LINEAR = golden.read("2026-104")["facts"]
FAR = {"latitude_deg": -60.0, "longitude_deg": 43.0}  # the satellite at 12.4° E stands 17° up there


def come_to(kind="rim", offset_deg=22.8, peak=None, scale=None, **told):
    facts = {name: value for name, value in LINEAR.items() if not name.startswith("preset_")}
    job = JobInput.model_validate({**facts, **FAR, **(peak or {})})
    face = Clinometer(face="upper rim", kind=kind, offset_deg=offset_deg)
    terminal = job.picks.terminal.model_copy(update={"clinometer": face, "other_faces": [scale] if scale else []})
    picks = job.picks.model_copy(update={"terminal": terminal})
    return assess(job.model_copy(update={"picks": picks, "aim": job.aim.model_copy(update=told)})).result


def levels(result, code):
    return {one.level.value for view in result.stations for one in view.findings if one.code == code}


@given(st.floats(-89, 179))
def test_a_reading_with_its_side_stands_for_one_angle(angle_deg):
    assert standing_deg(*shown_reading(angle_deg)) == pytest.approx(angle_deg, abs=1e-9)


def test_the_same_reading_to_the_wrong_side_is_no_preset():
    """By hand: to the wrong side the face stands off by twice what it reads."""
    there = come_to()
    reading = there.dial.clinometer_deg
    assert there.dial.clinometer_side == "leaning the other way"
    assert reading == pytest.approx(22.8 - there.aim.elevation_apparent_deg)
    untold = come_to(preset_measured_deg=reading)
    assert levels(untold, "aim.preset_side") == {"unknown"}
    assert levels(untold, "peak.preset.elevation") == {"unknown"}
    assert not levels(untold, "aim.preset")
    assert not untold.pointing.preset.ready
    right = come_to(preset_measured_deg=reading, preset_side="leaning the other way")
    assert levels(right, "aim.preset") == levels(right, "peak.preset.elevation") == {"clear"}
    wrong = come_to(preset_measured_deg=reading, preset_side="as usual")
    assert (levels(wrong, "aim.preset"), levels(wrong, "peak.preset.elevation")) == ({"mind"}, {"hold"})
    assert wrong.pointing.preset.rows[0].off_deg == pytest.approx(2 * reading)


def test_the_sign_of_an_instrument_tells_no_side():
    """It turns with the instrument, end for end: the side that was seen goes before it; untold it proves nothing."""
    reading = come_to().dial.clinometer_deg
    assert levels(come_to(preset_measured_deg=-reading), "aim.preset_side") == {"unknown"}
    seen = come_to(preset_measured_deg=-reading, preset_side="leaning the other way")
    assert levels(seen, "aim.preset") == levels(seen, "peak.preset.elevation") == {"clear"}
    wrong = come_to(preset_measured_deg=-reading, preset_side="as usual")
    assert levels(wrong, "peak.preset.elevation") == {"hold"}


def test_what_no_side_makes_right_is_off_whatever_the_side():
    far = come_to(preset_measured_deg=come_to().dial.clinometer_deg + 5.0)
    assert levels(far, "aim.preset") == {"mind"}
    assert far.pointing.preset.rows[0].off_deg == pytest.approx(-5.0)  # the other way is down


@pytest.mark.parametrize(
    ("offset_deg", "asked"), [(0.0, False), (12.0, True), (22.8, True), (-66.0, True), (-40.0, False)]
)
def test_a_side_is_asked_near_level_and_plumb_and_nowhere_else(offset_deg, asked):
    there = come_to(offset_deg=offset_deg)
    assert there.aim.elevation_apparent_deg == pytest.approx(17.0, abs=1.0)  # so that 5°, −6°, 83° and 57° are read
    assert there.dial.side_matters is asked
    told = come_to(offset_deg=offset_deg, preset_measured_deg=there.dial.clinometer_deg)
    assert levels(told, "peak.preset.elevation") == {"unknown" if asked else "clear"}


def test_near_plumb_the_other_side_is_past_the_vertical():
    assert off_by_side_deg(87.0, "", 87.0, "", untold_within_deg=1.0) is None
    assert off_by_side_deg(87.0, "past the vertical", 87.0, "", untold_within_deg=1.0) == pytest.approx(6.0)
    assert off_by_side_deg(87.0, "as usual", 87.0, "past the vertical", untold_within_deg=1.0) == pytest.approx(-6.0)
    assert off_by_side_deg(89.8, "", 90.0, "", untold_within_deg=1.0) == pytest.approx(0.2)  # either is near enough
    assert off_by_side_deg(80.0, "", 87.0, "", untold_within_deg=1.0) == pytest.approx(-7.0)


def test_the_screw_turns_up_though_the_reading_falls():
    """By hand: 2° more than wanted the other way is 2° too low; at the catalogue's degrees a turn that much up."""
    there = come_to()
    row = {"axis": "elevation", "turns": 0.0, "shown_deg": there.dial.clinometer_deg + 2.0}
    one = come_to(peak={"screw_checks": [row]})
    by = one.pointing.elevation_turns
    assert by.remaining_turns > 0
    per_turn = 2.0 / by.remaining_turns
    usual = come_to(peak={"screw_checks": [{**row, "leans": "as usual"}]}).pointing.elevation_turns
    assert usual.remaining_turns * per_turn == pytest.approx(-(2 * there.dial.clinometer_deg + 2.0))


def test_a_scales_zero_is_in_what_the_scale_has_to_show_and_in_no_clinometer():
    zero = {"scale_zero_deg": 3.0}
    rim, moved = come_to(), come_to(peak=zero)
    assert moved.dial == rim.dial
    assert moved.pointing.preset.rows[0].wanted_deg == rim.pointing.preset.rows[0].wanted_deg
    plain, off = come_to("scale", 0.0), come_to("scale", 0.0, peak=zero)
    assert off.dial.clinometer_deg == pytest.approx(plain.dial.clinometer_deg + 3.0)
    assert off.pointing.preset.rows[0].wanted_deg == pytest.approx(off.dial.clinometer_deg)
    assert off.instruments.figures[0].reading == pytest.approx(off.dial.clinometer_deg)


def test_of_a_head_that_is_set_level_the_scale_is_preset_and_not_the_level():
    there = come_to("flat", 0.0, peak={"scale_zero_deg": 3.0}, clinometer_correction_deg=0.7, clinometer_code="")
    up = there.aim.elevation_apparent_deg + 3.0
    assert there.dial.clinometer_deg == pytest.approx(up)
    assert [one.reading for one in there.instruments.figures[:2]] == [pytest.approx(0.7), pytest.approx(up)]
    marked = come_to("flat", 0.0, scale=Clinometer(face="scale", kind="scale", offset_deg=-22.0))
    assert marked.dial.clinometer_deg == pytest.approx(there.aim.elevation_apparent_deg - 22.0)
    assert marked.instruments.figures[1].reading == pytest.approx(marked.dial.clinometer_deg)
    told = come_to("flat", 0.0, peak={"scale_zero_deg": 3.0}, preset_measured_deg=up)
    assert levels(told, "aim.preset") == levels(told, "peak.preset.elevation") == {"clear"}
    assert levels(come_to("flat", 0.0, preset_measured_deg=0.0), "peak.preset.elevation") == {"hold"}


def test_an_instruments_error_keeps_its_sense_to_the_other_side():
    """A clinometer that reads 0.4° too much shows 0.4° less where the face leans the other way."""
    aimed = aim(AimInput(**FAR, date=dt.date(2026, 11, 30), satellite_longitude_deg=12.4)).result
    face = Clinometer(face="rim", kind="rim", offset_deg=22.8)
    true = aimed.elevation_apparent_deg - 22.8
    check = checks_at_peak(dt.date(2026, 11, 30), "1", read_at_peak(aimed, [face], None, -true - 0.4))["clinometer"]
    assert check.read_deg - check.true_deg == pytest.approx(0.4, abs=0.006)
    near = Clinometer(face="rim", kind="rim", offset_deg=aimed.elevation_apparent_deg + 1.0)  # it has to stand at -1°
    assert read_at_peak(aimed, [near], None, 1.4, AS_USUAL)["clinometer"] == pytest.approx((1.4, -1.0))  # as was told
    assert read_at_peak(aimed, [near], None, 1.4, None) == {}  # of a side that nobody told nothing is learnt


def test_a_reading_on_the_peak_of_a_side_that_nobody_told_is_asked_and_not_judged():
    """The finished dish with its face so mounted that it has to stand one degree from level."""
    base = golden.read("2026-101")["facts"]
    up = assess(JobInput.model_validate(base)).result.aim.elevation_apparent_deg
    face = {"face": "rim", "kind": "rim", "offset_deg": up - 1.0}
    for side, level in (("", "unknown"), (AS_USUAL, "clear"), ("leaning the other way", "mind")):
        told = {
            "terminal": {**base["terminal"], "clinometer": face},
            "clinometer_at_peak_deg": 1.0,
            "preset_side": side,
        }
        assert levels(assess(JobInput.model_validate({**base, **told})).result, "peak.stands.elevation") == {level}, (
            side
        )
