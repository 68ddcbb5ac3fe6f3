"""How well Rindle listens: recordings that are made here, in wind, echo and a passing engine, and what is heard.

`.venv/bin/python benchmarks/hearing.py [runs]` prints a table of hits and false marks for the docs.
"""

from __future__ import annotations

import sys

import numpy as np

from rindle_core.catalogue.house_words import DEFAULT_WORDS
from rindle_core.catalogue.peak_words import Indicator
from rindle_core.science.hearing import RATE_HZ
from rindle_core.stations.peak.listen import heard_in

PATTERNS = {one.state: one for one in DEFAULT_WORDS.indicators if one.state and one.pitch_hz}
# A pass over the top by ear: it falls, comes back, falls on the other side.
PASS = (
    ("searching", 5.0),
    ("detected", 3.0),
    ("locked", 2.4),
    ("best", 4.0),
    ("below", 4.0),
    ("best", 4.0),
    ("below", 4.0),
)
TRUE_MARKS = (("fell", 14.4), ("back", 18.4), ("fell", 22.4))


def sounded(one: Indicator, lasts_s: float) -> np.ndarray:
    """The pattern as its beeper would make it, with some harmonics."""
    assert one.pitch_hz
    assert one.on_s
    time = np.arange(int(lasts_s * RATE_HZ)) / RATE_HZ
    every = one.on_s + (one.off_s or 0.0)
    place = time % every
    on = place < one.on_s
    pitch = one.pitch_hz + (place / one.on_s) * ((one.pitch_end_hz or one.pitch_hz) - one.pitch_hz)
    phase = 2 * np.pi * np.cumsum(np.where(on, pitch, 0.0)) / RATE_HZ
    return np.where(on, np.sin(phase) + 0.25 * np.sin(2 * phase) + 0.1 * np.sin(3 * phase), 0.0)


def noise(random: np.random.Generator, kind: str, count: int) -> np.ndarray:
    """Unit power: wind falls with the square of frequency, in gusts; an engine hums in harmonics and passes; hiss."""
    time = np.arange(count) / RATE_HZ
    if kind == "hiss":
        made = random.normal(0, 1, count)
    elif kind == "engine":
        turn = 85.0 + 12.0 * np.sin(2 * np.pi * time / 9.0)
        phase = 2 * np.pi * np.cumsum(turn) / RATE_HZ
        hum = sum(np.sin(k * phase + random.uniform(0, 6)) / k for k in range(1, 14))
        made = hum * np.exp(-(((time - time[-1] / 2) / (time[-1] / 4)) ** 2)) + 0.05 * random.normal(0, 1, count)
    else:
        spectrum = np.fft.rfft(random.normal(0, 1, count))
        spectrum /= np.maximum(np.fft.rfftfreq(count, 1 / RATE_HZ) / 120.0, 1.0)
        made = np.fft.irfft(spectrum, count) * (1.0 + 0.7 * np.sin(2 * np.pi * time / 3.1 + random.uniform(0, 6)))
    return made / np.sqrt(np.mean(made**2))


def recording(random: np.random.Generator, kind: str, snr_db: float) -> np.ndarray:
    """A pass by ear in that noise, the tone that many decibels over it."""
    clean = np.concatenate([sounded(PATTERNS[state], lasts) for state, lasts in PASS])  # type: ignore[index]
    power = np.mean(clean[clean != 0] ** 2)
    if kind == "echo":
        late = int(0.11 * RATE_HZ)
        clean = clean + 0.4 * np.concatenate([np.zeros(late), clean[:-late]])
    dirt = noise(random, "wind" if kind in ("wind", "echo") else kind, len(clean))
    return clean + dirt * np.sqrt(power / 10 ** (snr_db / 10))


def tried(kind: str, snr_db: float, runs: int) -> tuple[float, float, float]:
    """Share of the marks that were found within a second, false marks a recording, share of the time rightly named."""
    random = np.random.default_rng(17)
    hits = false = right = all_of = 0.0
    for _ in range(runs):
        made = recording(random, kind, snr_db)
        told = heard_in(made, len(made) / RATE_HZ)
        left = list(told.marks)
        for mark, at_s in TRUE_MARKS:
            near = next((one for one in left if one.mark == mark and abs(one.at_s - at_s) <= 1.0), None)
            if near is not None:
                hits += 1
                left.remove(near)
        false += len(left)
        edge = 0.0
        for state, lasts in PASS:
            for at in np.arange(edge + 1.7, edge + lasts, 0.2):
                now = next((one.state for one in told.heard if one.from_s <= at - 0.8 <= one.to_s), "")
                right += now == state
                all_of += 1
            edge += lasts
    return hits / (runs * len(TRUE_MARKS)), false / runs, right / all_of


if __name__ == "__main__":
    count = int(sys.argv[1]) if len(sys.argv) > 1 else 20
    print("| noise | tone over noise | marks found | false marks a recording | rightly named |")
    print("| --- | ---: | ---: | ---: | ---: |")
    for what in ("wind", "echo", "engine", "hiss"):
        for ratio in (20.0, 10.0, 5.0, 0.0):
            found, wrong, named = tried(what, ratio, count)
            print(f"| {what} | {ratio:.0f} dB | {found:.0%} | {wrong:.2f} | {named:.0%} |")
