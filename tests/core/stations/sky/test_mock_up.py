"""The antenna in a photo: its size and its turn, against what an ellipse must be."""

import math

import pytest

from rindle_core.kernel.errors import InputError
from rindle_core.stations.sky.mock_up import MockUpInput, mock_up

MARKS = {
    "document_id": 1, "width_px": 1000, "height_px": 800, "foot_x_px": 500, "foot_y_px": 700,
    "low_x_px": 200, "low_y_px": 700, "high_x_px": 200, "high_y_px": 500,
    "known_m": 2.0, "look_deg": 0.0, "above_m": 3.0,
}  # fmt: skip


def seen(azimuth=0.0, elevation=0.0, **told):
    given = MockUpInput(marks={**MARKS, **told}, aperture_mm=1000, azimuth_true_deg=azimuth, elevation_deg=elevation)
    return mock_up(given).result


def spans(result):
    xs, ys = [one.x_px for one in result.rim], [one.y_px for one in result.rim]
    return max(xs) - min(xs), max(ys) - min(ys)


def test_head_on_it_is_a_circle_of_its_true_size_over_the_foot():
    result = seen()
    assert result.px_per_m == pytest.approx(100.0)
    assert spans(result) == (pytest.approx(100.0), pytest.approx(100.0))
    assert (result.middle.x_px, result.middle.y_px) == (500, pytest.approx(400.0))
    assert (result.share, result.from_behind) == (pytest.approx(1.0), True)  # it looks away from the camera


def test_turned_aside_it_is_narrower_by_the_cosine_and_raised_lower_by_the_sine():
    assert spans(seen(azimuth=60)) == (pytest.approx(50.0), pytest.approx(100.0))
    high = spans(seen(elevation=30))
    assert high == (pytest.approx(100.0), pytest.approx(100 * math.cos(math.radians(30))))
    assert seen(azimuth=60).share == pytest.approx(0.5)
    assert spans(seen(azimuth=90))[0] == pytest.approx(0.0, abs=1e-9)


def test_from_the_front_its_face_is_seen():
    assert seen(azimuth=180, elevation=20).from_behind is False


def test_a_missing_mark_is_named_and_marks_on_each_other_are_refused():
    with pytest.raises(InputError, match="mark foot"):
        seen(foot_x_px=None)
    with pytest.raises(InputError, match="10 pixels"):
        seen(high_y_px=699)
