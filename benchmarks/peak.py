"""How good the peaking is: simulated passes, counted. `.venv/bin/python benchmarks/peak.py [passes]`.

Prints, an entry of the demo's stores each, how often the top is found within 1/25 of the beamwidth and how often the
stated bound holds, at several noises and with the play catalogued wrongly; then by two marks; then how often a side
lobe is called one, and how often a main lobe is, in rain, with the other axis off and with a wrong prediction. Nothing
is timed but the fit itself, as a ratio to a plain parabola through the same readings.
"""

from __future__ import annotations

import json
import sys
import time
from pathlib import Path

import numpy as np

from rindle_bench.antenna import ScrewAxis
from rindle_core.catalogue.models import Screw, Terminal
from rindle_core.science.antenna import pattern_loss_db
from rindle_core.stations.peak.peaking import PeakInput, PeakReading, PeakView, peak

STORES = Path(__file__).parent.parent / "demo" / "terminals.json"
NOISES_DB = (0.05, 0.15, 0.3, 0.5)
TAPER_DB = 10.0
TOP_DB = 28.0


def one_pass(
    random: np.random.Generator, screw: Screw, width_deg: float, noise_db: float, play_turns: float
) -> tuple[list[PeakReading], float]:
    """Readings of a sweep to both sides with some on the way back, and the true top in turns reached turning up."""
    axis = ScrewAxis(screw.model_copy(update={"backlash_turns": play_turns, "span_turns": 1e3}))
    turn = width_deg / screw.deg_per_turn
    top = float(random.uniform(-0.4, 0.4)) * turn
    taken = []
    for by in (-0.9 * turn, *[0.15 * turn] * 12, *[-0.2 * turn] * 4):
        axis.turn(by)
        off_deg = (axis.head_turns - top) * screw.deg_per_turn
        level = TOP_DB - float(pattern_loss_db(off_deg, width_deg, TAPER_DB)) + float(random.normal(0.0, noise_db))
        taken.append(
            PeakReading(turns=axis.counter_turns, level_db=max(level, -3.0), turning=axis.turning)  # type: ignore[arg-type]
        )
    return taken, top


def by_ear(
    random: np.random.Generator, screw: Screw, width_deg: float, noise_db: float, play_turns: float
) -> tuple[list[PeakReading], float]:
    """Two marks turning up: where the tone came back and where it fell again, a drop under the best of the pass."""
    turn, top, drop = width_deg / screw.deg_per_turn, float(random.uniform(-0.4, 0.4)), 0.6
    place = top * turn
    steps = np.arange(place - 0.8 * turn, place + 0.8 * turn, 0.02 * turn)
    loss = pattern_loss_db((steps - place) * screw.deg_per_turn, width_deg, TAPER_DB)
    heard = -loss + random.normal(0.0, noise_db / 3.0, len(steps)) >= -drop  # the ear averages over some pulses
    inside = np.flatnonzero(heard)
    return [
        PeakReading(turns=float(steps[inside[0]]), mark="back", turning="up"),
        PeakReading(turns=float(steps[inside[-1]]), mark="fell", turning="up"),
    ], place


def view_of(taken: list[PeakReading], screw: Screw, width_deg: float, predicted_db: float | None = None) -> PeakView:
    return peak(
        PeakInput(
            axis="elevation", readings=taken, screw=screw, beamwidth_deg=width_deg, predicted_level_db=predicted_db
        )
    ).result


def tops(terminal: Terminal, passes: int) -> None:
    screw, width = terminal.elevation_screw.model_copy(update={"span_turns": 1e3}), terminal.beamwidth_deg()
    for noise in NOISES_DB:
        for wrong in (0.0, 0.5, -0.25):
            random = np.random.default_rng(11)
            near = inside = 0
            catalogued = screw.model_copy(update={"backlash_turns": max(0.0, 0.25 + wrong)})
            for _ in range(passes):
                taken, top = one_pass(random, screw, width, noise, 0.25)
                fit = view_of(taken, catalogued, width).fit
                assert fit is not None
                error = abs(fit.top_turns - top)
                near += error * screw.deg_per_turn <= width / 25.0
                inside += error <= 2.0 * fit.top_sd_turns
            print(
                f"{terminal.code:12} noise {noise:4.2f} dB, play wrong by {wrong:+.2f}: "
                f"within 1/25 {near / passes:6.1%}, bound holds {inside / passes:6.1%}"
            )
    random = np.random.default_rng(12)
    near = 0
    for _ in range(passes):
        taken, top = by_ear(random, screw, width, 0.15, 0.25)
        fit = view_of(taken, screw, width).fit
        assert fit is not None
        near += abs(fit.top_turns - top) * screw.deg_per_turn <= width / 15.0
    print(f"{terminal.code:12} by two marks: within 1/15 {near / passes:6.1%}")


def _cut(
    random: np.random.Generator, along: float, across: float, rain_db: float, taper_db: float, half_widths: float
) -> list[tuple[float, float]]:
    """(widths along, level) of a cut through the pattern, `along` and `across` widths from the true top."""
    at = np.linspace(-half_widths, half_widths, 11) + random.uniform(-0.05, 0.05)
    loss = pattern_loss_db(np.hypot(at + along, across), 1.0, taper_db)
    level = np.maximum(TOP_DB + 6.0 - rain_db - loss + random.normal(0.0, 0.15, len(at)), -3.0)
    return list(zip(at.tolist(), level.tolist(), strict=True))


def _crest(taper_db: float) -> float:
    grid = np.linspace(1.2, 2.6, 1401)
    loss = pattern_loss_db(grid, 1.0, taper_db)
    null = int(np.argmax(loss[:700]))
    return float(grid[null + int(np.argmin(loss[null:]))])


def lobes(passes: int) -> None:
    screw, width = Screw(deg_per_turn=0.4, span_turns=1e3), 1.4
    cases = {
        "main lobe": (0.0, 0.0, 0.0, 0.0, 0.7),
        "main lobe, 20 dB of rain": (0.0, 0.0, 20.0, 0.0, 0.7),
        "main lobe, other axis a beamwidth off": (0.0, 1.0, 0.0, 0.0, 0.7),
        "main lobe, promised 3 dB more": (0.0, 0.0, 0.0, 3.0, 0.7),
        "main lobe, promised 3 dB less": (0.0, 0.0, 0.0, -3.0, 0.7),
        "side lobe along the axis": (1.0, 0.0, 0.0, 0.0, 0.33),
        "side lobe across the axis": (0.0, 1.0, 0.0, 0.0, 1.0),
        "side lobe, promised 3 dB less": (1.0, 0.0, 0.0, -3.0, 0.33),
    }
    for name, (along, across, rain, wrong, half) in cases.items():
        for taper in (0.0, 5.0, 10.0):
            random = np.random.default_rng(13)
            crest = _crest(taper) if name.startswith("side") else 1.0
            called = doubted = led = 0
            for _ in range(passes):
                cut = _cut(random, along * crest, across * crest, rain, taper, half)
                taken = [PeakReading(turns=at * width / screw.deg_per_turn, level_db=level) for at, level in cut]
                seen = view_of(taken, screw, width, TOP_DB + 6.0 + wrong)
                lobe = seen.fit.lobe if seen.fit else "unknown"
                called, doubted, led = called + (lobe == "side"), doubted + (lobe == "doubtful"), led + seen.proved
            print(
                f"{name:38} taper {taper:4.1f} dB: called a side lobe {called / passes:6.1%}, "
                f"doubted {doubted / passes:6.1%}, taken for the top {led / passes:6.1%}"
            )


def flat(passes: int) -> None:
    screw, width, random = Screw(deg_per_turn=0.4, span_turns=1e3), 1.4, np.random.default_rng(14)
    for noise in (0.1, 0.5, 1.0):
        fixed = 0
        for _ in range(passes):
            at = np.arange(-3.0, 3.1, 0.5)
            taken = [PeakReading(turns=float(x), level_db=5.0 + float(random.normal(0, noise))) for x in at]
            seen = view_of(taken, screw, width)
            fixed += bool(seen.fit and seen.fit.bracketed)
        print(f"no lobe at all, {noise:.1f} dB of noise: called fixed {fixed / passes:6.1%}")


def pace() -> None:
    screw, width, random = Screw(deg_per_turn=0.4, span_turns=1e3), 1.4, np.random.default_rng(15)
    sets = [one_pass(random, screw, width, 0.15, 0.25)[0] for _ in range(60)]
    view_of(sets[0], screw, width)
    start = time.perf_counter()
    for taken in sets:
        view_of(taken, screw, width)
    ours = (time.perf_counter() - start) / len(sets)
    start = time.perf_counter()
    for taken in sets:
        np.polyfit([one.turns for one in taken], [one.level_db or 0.0 for one in taken], 2)
    plain = (time.perf_counter() - start) / len(sets)
    print(f"a fit takes {ours * 1e3:.1f} ms here, {ours / plain:.0f} times a plain parabola")


if __name__ == "__main__":
    count = int(sys.argv[1]) if len(sys.argv) > 1 else 1000
    entries = [Terminal.model_validate(one) for one in json.loads(STORES.read_text("utf-8"))]
    for entry in entries:
        if entry.panel is None:
            tops(entry, count)
    lobes(max(100, count // 5))
    flat(count)
    pace()
