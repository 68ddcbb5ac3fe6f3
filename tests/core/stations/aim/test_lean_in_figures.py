"""What a leaning mast asks stands in every figure that is read on a plate or scale, and in none read by plumb line."""

import numpy as np
import pytest
from scipy.optimize import least_squares
from scipy.spatial.transform import Rotation

from rindle_core.job import JobInput, assess
from tests import golden

LINEAR = golden.read("2026-104")["facts"]


def come_to(lean_deg, towards_deg, scale=False, **facts):
    job = JobInput.model_validate({**LINEAR, **facts})
    terminal = job.picks.terminal
    if scale:
        terminal = terminal.model_copy(update={"clinometer": terminal.other_faces[0], "other_faces": []})
    aim = job.aim.model_copy(update={"lean_deg": lean_deg, "lean_towards_deg": towards_deg})
    picks = job.picks.model_copy(update={"terminal": terminal})
    return assess(job.model_copy(update={"aim": aim, "picks": picks})).result


def turned_on_a_leaning_mast(lean_deg, towards_deg, azimuth_deg, elevation_deg, roll_deg):
    """Where beam and the head's upright look: each joint a rotation of its own, of an independent library."""
    b = np.radians(towards_deg)
    lean = Rotation.from_rotvec(np.radians(lean_deg) * np.array([-np.cos(b), np.sin(b), 0.0]))
    swung = Rotation.from_euler("z", -azimuth_deg, degrees=True)
    raised = Rotation.from_euler("x", elevation_deg, degrees=True)
    rolled = Rotation.from_euler("y", roll_deg, degrees=True)  # about the beam: clockwise from behind
    head = lean * swung * raised * rolled
    return head.apply([0.0, 1.0, 0.0]), head.apply([0.0, 0.0, 1.0])


@pytest.mark.parametrize(("lean_deg", "towards_deg"), [(0.8, 60.0), (3.0, 200.0), (5.0, 330.0), (2.0, 95.0)])
def test_plate_and_scale_that_are_set_as_told_point_the_beam_and_turn_the_feed_right(lean_deg, towards_deg):
    """Tolerance 0.01°: the figures are exact, the solver stops there."""
    plumb, leaning = come_to(None, None), come_to(lean_deg, towards_deg, scale=True)
    wanted = plumb.aim
    a, e = np.radians([wanted.azimuth_true_deg, wanted.elevation_apparent_deg])
    at = np.array([np.cos(e) * np.sin(a), np.cos(e) * np.cos(a), np.sin(e)])
    found = least_squares(
        lambda x: turned_on_a_leaning_mast(lean_deg, towards_deg, *x, 0.0)[0] - at,
        [wanted.azimuth_true_deg, wanted.elevation_apparent_deg],
    ).x
    told = leaning.dial
    assert told.clinometer_deg == pytest.approx(found[1], abs=0.01)  # read on the scale of the head
    assert told.skew_deg != pytest.approx(plumb.aim.skew_deg, abs=0.05)
    _, up = turned_on_a_leaning_mast(lean_deg, towards_deg, *found, told.skew_deg)
    right, upright = np.array([np.cos(a), -np.sin(a), 0.0]), np.cross([np.cos(a), -np.sin(a), 0.0], at)
    assert np.degrees(np.arctan2(up @ right, up @ upright)) == pytest.approx(plumb.aim.skew_deg, abs=0.01)


def test_one_figure_for_each_instrument_wherever_it_stands():
    leaning = come_to(4.0, 60.0)
    skew = leaning.dial.skew_deg
    assert abs(skew - leaning.aim.skew_deg) > 1.0
    preset = {one.what: one.wanted_deg for one in leaning.pointing.preset.rows}
    assert preset["skew"] == skew
    read = [
        {"angle_deg": skew + off, "unwanted_db": level} for off, level in ((-6, -16), (-3, -22), (3, -22), (6, -16))
    ]
    nulled = come_to(4.0, 60.0, skew_readings=read).pointing.skew
    assert nulled.null_deg == pytest.approx(skew, abs=0.2)
    assert nulled.from_plan_deg == pytest.approx(0.0, abs=0.2)  # it fell where Aim says
    by_name = {one.instrument: one for one in leaning.instruments.figures}
    assert by_name["Skew from behind"].reading == pytest.approx(abs(skew))
    assert "lean" in by_name["Skew from behind"].how
    assert by_name["Elevation scale"].reading == pytest.approx(leaning.plumb.elevation_setting_deg)
    headline = next(view for view in leaning.stations if view.code == "aim").headline
    assert [one.value for one in headline].count(abs(skew)) == 1
    plumb = come_to(None, None)
    assert (plumb.dial.skew_deg, plumb.dial.skew_correction_deg) == (plumb.aim.skew_deg, 0.0)


def test_compass_and_clinometer_go_by_north_and_plumb_line_whatever_the_mast_does():
    plumb, leaning = come_to(None, None).dial, come_to(6.0, 60.0).dial
    assert (plumb.compass_deg, plumb.clinometer_deg) == (leaning.compass_deg, leaning.clinometer_deg)
