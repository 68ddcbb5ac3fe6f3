"""Tones in noise: sounds made here, found again in time and pitch; noise alone has none."""

import io
import wave

import numpy as np
import pytest

from rindle_core.kernel.errors import InputError
from rindle_core.science.hearing import RATE_HZ, read_wav, tones


def beeps(pitch_hz, on_s, off_s, count, end_hz=None):
    time = np.arange(int(on_s * RATE_HZ)) / RATE_HZ
    pitch = pitch_hz + (time / on_s) * ((end_hz or pitch_hz) - pitch_hz)
    one = np.concatenate([np.sin(2 * np.pi * np.cumsum(pitch) / RATE_HZ), np.zeros(int(off_s * RATE_HZ))])
    return np.tile(one, count)


def test_tones_are_found_in_time_and_pitch():
    found = tones(beeps(700.0, 0.2, 0.4, 5))
    assert len(found) == 5
    for at, one in enumerate(found):
        assert one.from_s == pytest.approx(0.6 * at, abs=0.03)
        assert one.to_s - one.from_s == pytest.approx(0.2, abs=0.05)
        assert one.pitch_hz == pytest.approx(700.0, rel=0.01)


def test_a_rising_tone_has_another_pitch_at_its_end():
    (found,) = tones(beeps(500.0, 0.6, 0.2, 1, end_hz=900.0))
    assert found.pitch_hz < 600 < 800 < found.pitch_end_hz


def test_noise_alone_has_no_tones():
    random = np.random.default_rng(5)
    assert len(tones(random.normal(0, 1, RATE_HZ * 10))) <= 1


def wav(samples, rate, width=2):
    told = io.BytesIO()
    with wave.open(told, "wb") as out:
        out.setnchannels(1)
        out.setsampwidth(width)
        out.setframerate(rate)
        out.writeframes((samples * 32000).astype("<i2").tobytes())
    return told.getvalue()


def test_a_recording_of_another_rate_keeps_its_pitch():
    time = np.arange(44_100) / 44_100
    (found,) = tones(read_wav(wav(np.sin(2 * np.pi * 1000.0 * time), 44_100)))
    assert found.pitch_hz == pytest.approx(1000.0, rel=0.005)


@pytest.mark.parametrize(("content", "said"), [(b"no sound", "WAV"), (b"", "WAV")])
def test_what_is_no_recording_is_refused_with_the_form_that_is_accepted(content, said):
    with pytest.raises(InputError, match=said):
        read_wav(content)
    with pytest.raises(InputError, match="6000"):
        read_wav(wav(np.zeros(100), 4000))
