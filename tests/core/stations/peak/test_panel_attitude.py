"""A panel that is set by hand: how far it is off, and which knob does what."""

import math

import pytest

from rindle_core.kernel.findings import Level
from rindle_core.stations.peak.panel_attitude import AttitudeInput, panel_attitude


def test_the_attitude_of_a_panel_is_set_right_by_two_knobs():
    outcome = panel_attitude(
        AttitudeInput(wanted_azimuth_deg=10, wanted_tilt_deg=20, measured_azimuth_deg=350, measured_tilt_deg=26)
    )
    assert (outcome.result.turn_deg, outcome.result.tilt_deg) == pytest.approx((20, -6))
    # Spherical law of cosines with sides 20° and 26° and 20° between.
    expected = math.degrees(
        math.acos(
            math.cos(math.radians(20)) * math.cos(math.radians(26))
            + math.sin(math.radians(20)) * math.sin(math.radians(26)) * math.cos(math.radians(20))
        )
    )
    assert outcome.result.misaligned_deg == pytest.approx(expected)
    assert outcome.findings[0].level is Level.HOLD
    assert "20° clockwise" in outcome.findings[0].clears_by


@pytest.mark.parametrize(("error_deg", "level"), [(None, Level.CLEAR), (10, Level.CLEAR), (20, Level.MIND)])
def test_a_panel_that_was_read_by_a_rough_compass_is_aligned_only_if_that_is_right(error_deg, level):
    # A tilt of 20°: 10° of bearing are 10 sin 20° = 3.4° on the sky, 20° are 6.8°; five are allowed.
    told = {"wanted_azimuth_deg": 10, "wanted_tilt_deg": 20, "measured_azimuth_deg": 10, "measured_tilt_deg": 20}
    assert panel_attitude(AttitudeInput(**told, azimuth_error_deg=error_deg)).findings[0].level is level


def test_a_knob_is_right_within_the_tolerance_over_the_root_of_two():
    # 5°/√2 = 3.54°: of the tilt itself, and of the bearing 3.54/sin 20° = 10.3°.
    def knobs(turn, tilt):
        told = {"wanted_azimuth_deg": 10, "wanted_tilt_deg": 20}
        read = AttitudeInput(**told, measured_azimuth_deg=10 + turn, measured_tilt_deg=20 + tilt)
        found = panel_attitude(read).result
        return found.rotation_right, found.tilt_right

    assert [knobs(10.2, 3.5), knobs(10.5, 3.6), knobs(10.2, -3.6)] == [(True, True), (False, False), (True, False)]


def test_a_knob_that_is_near_enough_is_not_asked_to_be_turned():
    told = {"wanted_azimuth_deg": 10, "wanted_tilt_deg": 20}
    off = panel_attitude(AttitudeInput(**told, measured_azimuth_deg=350, measured_tilt_deg=23))
    assert [(one.done, one.says.split(":")[0]) for one in off.result.steps[:2]] == [
        (False, "by 20.0° clockwise seen from above, then snug"),
        (True, "is near enough"),
    ]
    assert off.findings[0].clears_by == "Loosen, turn 20° clockwise seen from above, tighten, read again."
    assert (off.result.aligned, off.result.steps[2].says.split(",")[0]) == (
        False,
        "stay loose until both are near enough",
    )
    # 4.5° of tilt is more than 3.54°, and all in all less than the five that are allowed: nothing is turned.
    alone = panel_attitude(AttitudeInput(**told, measured_azimuth_deg=10, measured_tilt_deg=24.5)).result
    assert (alone.aligned, alone.tilt_right, alone.steps[1].done) == (True, False, True)
    again = AttitudeInput(
        **told, measured_azimuth_deg=2, measured_tilt_deg=20, first_azimuth_deg=355, first_tilt_deg=22
    )
    assert panel_attitude(again).result.turned == "turned 7.0° clockwise, tilted 2.0° up"
    sure = AttitudeInput(**told, measured_azimuth_deg=10, measured_tilt_deg=20, azimuth_error_deg=10)
    assert panel_attitude(sure).result.aligned
    assert not panel_attitude(sure.model_copy(update={"azimuth_error_deg": 20.0})).result.aligned
