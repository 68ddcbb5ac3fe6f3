"""A pass by ear, synthesised in wind, echo and a passing engine: the patterns are named and both falls are marked."""

import numpy as np
import pytest
from benchmarks import hearing


@pytest.mark.parametrize("kind", ["wind", "echo", "engine"])
@pytest.mark.parametrize("snr_db", [20.0, 0.0])
def test_the_falls_are_marked_and_nothing_else(kind, snr_db):
    found, false, named = hearing.tried(kind, snr_db, runs=1)
    assert (found, false) == (1.0, 0.0)
    assert named > 0.9


def test_noise_without_a_tone_marks_nothing():
    random = np.random.default_rng(9)
    for kind in ("wind", "engine", "hiss"):
        told = hearing.heard_in(hearing.noise(random, kind, 20 * hearing.RATE_HZ), 20.0)
        assert told.marks == []


def test_another_familys_pattern_is_not_named():
    only = hearing.DEFAULT_WORDS.model_copy(
        update={"indicators": [one.model_copy(update={"families": ["F"]}) for one in hearing.DEFAULT_WORDS.indicators]}
    )
    made = hearing.recording(np.random.default_rng(2), "wind", 20.0)
    assert hearing.heard_in(made, 26.0, "A", only).heard == []
    assert hearing.heard_in(made, 26.0, "F", only).heard != []
