"""Tones in a recording: when they sound, at which pitch, and which pattern they make. In wind, echo and traffic too."""

from __future__ import annotations

import io
import wave
from typing import NamedTuple

import numpy as np
import scipy  # its parts come when they are first asked for: a start needs none of them

from rindle_core.kernel.errors import InputError
from rindle_core.kernel.geometry import Array

RATE_HZ = 8000
_FRAME, _HOP = 512, 128  # 64 ms long, one each 16 ms
_LOW_HZ, _HIGH_HZ = 420.0, 2600.0  # under it engines and wind, over it no beeper
_AROUND_HZ = 220.0  # of the spectrum beside a tone, against which it stands out
_STANDS_OUT_DB = 11.0
_UNDER_LOUDEST_DB = 16.0  # an echo or a far thing is weaker than the tone itself
_JUMP_SHARE = 0.09  # of the pitch, between two frames of one tone
_LEAST_S, _BRIDGE_S = 0.055, 0.05  # of a tone, and of a hole in it that an echo or a gust makes
_MOST_S = 600.0


class Tone(NamedTuple):
    """A tone: its start and end in seconds, its pitch at both."""

    from_s: float
    to_s: float
    pitch_hz: float
    pitch_end_hz: float


def read_wav(content: bytes) -> Array:
    """Samples from -1 to 1 at 8 kHz of a WAV file of 8, 16 or 32 bits; channels are averaged. Raises InputError."""
    try:
        with wave.open(io.BytesIO(content)) as told:
            width, channels, rate = told.getsampwidth(), told.getnchannels(), told.getframerate()
            count = told.getnframes()
            if count > rate * _MOST_S:
                raise InputError.one("file", f"is longer than {_MOST_S / 60:.0f} minutes: cut it")
            raw = told.readframes(count)
    except (wave.Error, EOFError) as error:
        raise InputError.one("file", "is not a WAV file of plain samples (PCM)") from error
    kinds = {1: ("u1", 128.0, 128.0), 2: ("<i2", 0.0, 32768.0), 4: ("<i4", 0.0, 2147483648.0)}
    if width not in kinds or rate < 2 * _HIGH_HZ:
        raise InputError.one("file", "needs 8, 16 or 32 bits a sample, and 6000 samples a second or more")
    kind, middle, full = kinds[width]
    samples = (np.frombuffer(raw, dtype=np.dtype(kind)).astype(np.float64) - middle) / full
    samples = samples[: len(samples) // channels * channels].reshape(-1, channels).mean(axis=1)
    if rate == RATE_HZ or not len(samples):
        return np.asarray(samples)
    common = int(np.gcd(rate, RATE_HZ))
    return np.asarray(scipy.signal.resample_poly(samples, RATE_HZ // common, rate // common))


def _pitches(samples: Array) -> tuple[Array, Array]:
    """Pitch (Hz, NaN where no tone stands out) and level (dB) of each frame."""
    if len(samples) < _FRAME:
        return np.zeros(0), np.zeros(0)
    frames = np.lib.stride_tricks.sliding_window_view(samples, _FRAME)[::_HOP]
    power = np.abs(np.fft.rfft(frames * np.hanning(_FRAME), axis=1)) ** 2 + 1e-12
    step = RATE_HZ / _FRAME
    low, high, beside = int(_LOW_HZ / step), int(_HIGH_HZ / step), int(_AROUND_HZ / step)
    band = power[:, low:high]
    peak = np.argmax(band, axis=1)
    rows = np.arange(len(band))
    level = band[rows, peak]
    near = np.arange(-beside, beside + 1)
    near = near[np.abs(near) > 2]
    places = np.clip(peak[:, None] + near[None, :], 0, band.shape[1] - 1)
    around = np.mean(band[rows[:, None], places], axis=1)
    stands_db = 10.0 * np.log10(level / around)
    left, right = (power[rows, np.clip(peak + low + side, 0, power.shape[1] - 1)] for side in (-1, 1))
    a, b, c = np.log(left), np.log(level), np.log(right)
    off = np.clip(0.5 * (a - c) / np.minimum(a - 2 * b + c, -1e-9), -0.5, 0.5)  # parabola through three bins
    pitch = (peak + low + off) * step
    return np.where(stands_db >= _STANDS_OUT_DB, pitch, np.nan), 10.0 * np.log10(level)


def tones(samples: Array) -> list[Tone]:
    """The tones of a recording at 8 kHz, in time. A tone stands out of the spectrum beside it and goes on evenly.

    Short-time spectra with a Hann window (A. V. Oppenheim, R. W. Schafer, Discrete-Time Signal Processing, 3rd ed.,
    section 10.3), the peak between the bins by a parabola.
    """
    pitch, level = _pitches(samples)
    if not len(pitch) or np.all(np.isnan(pitch)):
        return []
    loudest = float(np.nanpercentile(level[~np.isnan(pitch)], 90))
    pitch = np.where(level >= loudest - _UNDER_LOUDEST_DB, pitch, np.nan)
    frame_s = _HOP / RATE_HZ
    found: list[list[int]] = []
    for at in np.flatnonzero(~np.isnan(pitch)).tolist():
        last = found[-1][-1] if found else None
        even = last is not None and abs(pitch[at] / pitch[last] - 1.0) <= _JUMP_SHARE * max(1, at - last)
        if last is not None and even and (at - last) * frame_s <= _BRIDGE_S + frame_s:
            found[-1].append(at)
        else:
            found.append([at])
    told = []
    for one in found:
        lasts_s = (one[-1] - one[0] + 1) * frame_s
        if lasts_s < _LEAST_S or len(one) < 0.6 * (one[-1] - one[0] + 1):
            continue
        edge = max(1, len(one) // 5)
        inner = one[1:-1] if len(one) > 4 else one
        told.append(
            Tone(
                from_s=one[0] * frame_s + 0.35 * _FRAME / RATE_HZ,
                to_s=one[-1] * frame_s + 0.65 * _FRAME / RATE_HZ,
                pitch_hz=float(np.median(pitch[inner[:edge]])),
                pitch_end_hz=float(np.median(pitch[inner[-edge:]])),
            )
        )
    return told


__all__ = ["RATE_HZ", "Tone", "read_wav", "tones"]
