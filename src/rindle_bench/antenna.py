"""A simulated antenna: aperture pattern, screws with play, a receiver with delay and noise."""

from __future__ import annotations

import math
from typing import Literal

import numpy as np

from rindle_bench.config import Axis, BenchFault, Side, TerminalConfig
from rindle_bench.downlink import received_db
from rindle_core.catalogue.models import Screw
from rindle_core.science.antenna import pattern_loss_db

_COARSE_SPREAD_BEAMWIDTHS = 0.45  # how far a careful preset leaves the beam from the top
_TIGHTENING_BEAMWIDTHS = 0.02  # how far tightening shifts the head
_PUSH_BEAMWIDTHS = 0.01  # what a push leaves behind when the nuts are tight; ten times that when loose
_PUSHED_BEAMWIDTHS = 0.18  # by which a hand on the rim bends the beam while it pushes
PLUG_LOSS_DB = 30.0  # a plug that is wet, or on the wrong port
HAND_LOSS_DB = 24.0  # a good feed set to the other hand or plane
_FLOOR_DB = -2.0  # what the meter shows with nothing in the beam
_SETTLED_CONSTANTS = 4.0  # time constants after which the meter is within 2 %


def _top_db(config: TerminalConfig) -> float:
    if config.peak_level_db is not None:
        return config.peak_level_db
    assert config.downlink is not None  # the configuration is refused without either
    return received_db(config.downlink)


class ScrewAxis:
    """A fine screw whose nut has play: the head follows only when the play is taken up."""

    def __init__(self, screw: Screw) -> None:
        self.screw = screw
        self.counter_turns = 0.0
        self.head_turns = 0.0
        self.turning = "up"

    def turn(self, turns: float) -> bool:
        """Turns the screw within its span; the head stays inside the play, from the counter up to counter + play.
        False where it came to its end stop.
        """
        span = self.screw.span_turns
        asked = self.counter_turns + turns
        target = min(span, max(-span, asked))
        if target != self.counter_turns:
            self.turning = "up" if target > self.counter_turns else "down"
        self.counter_turns = target
        self.head_turns = min(max(self.head_turns, target), target + self.screw.backlash_turns)
        return target == asked

    @property
    def head_deg(self) -> float:
        """Where the head stands, degrees about its own axis."""
        return self.screw.degrees(self.head_turns)


class SimulatedAntenna:
    """Pointing state and the level that follows from it. Time is handed in, so that a run can be repeated."""

    def __init__(self, config: TerminalConfig, faults: dict[BenchFault, float] | None = None) -> None:
        self.config = config
        self.faults = dict(config.faults) if faults is None else faults
        self.random = np.random.default_rng(config.seed)
        drawn = self.random.uniform(-_COARSE_SPREAD_BEAMWIDTHS, _COARSE_SPREAD_BEAMWIDTHS, 2) * config.beamwidth_deg
        slope = max(0.05, math.cos(math.radians(config.elevation_deg)))
        given = (config.coarse_elevation_error_deg, config.coarse_azimuth_error_deg)
        self.elevation_error_deg = float(drawn[0]) if given[0] is None else given[0]
        self.azimuth_error_deg = float(drawn[1]) / slope if given[1] is None else given[1]
        self.peak_level_db = _top_db(config)
        self.pushed: Side | None = None
        self.axes: dict[Axis, ScrewAxis] = {
            "elevation": ScrewAxis(config.elevation_screw),
            "azimuth": ScrewAxis(config.azimuth_screw),
        }
        self.nuts_tight = False
        self.shown_db = self.true_level_db()
        self.shown_at_s = 0.0
        self.moved_at_s = -1e9
        self.at_stop: Literal["", "elevation", "azimuth"] = ""
        self.best_db: float | None = None
        self.locked_at_s: float | None = None

    def beam_error_deg(self) -> tuple[float, float]:
        """The beam from the satellite: of the head about the mast, and up. A leaning mast couples the two."""
        azimuth = self.azimuth_error_deg + self.axes["azimuth"].head_deg
        up = self.elevation_error_deg + self.axes["elevation"].head_deg
        bent = _PUSHED_BEAMWIDTHS * self.config.beamwidth_deg
        azimuth += {"left": bent, "right": -bent}.get(self.pushed or "", 0.0)
        up += {"top": -bent, "bottom": bent}.get(self.pushed or "", 0.0)
        return azimuth, up + azimuth * math.sin(math.radians(self.config.mast_lean_deg))

    def _off_deg(self, azimuth_deg: float, elevation_deg: float) -> float:
        """Angle between beam and a satellite there; along the elevation in the width of a round beam."""
        own_azimuth, own_up = self.beam_error_deg()
        across = (own_azimuth - azimuth_deg) * math.cos(math.radians(self.config.elevation_deg))
        tall = self.config.elevation_beamwidth_deg or self.config.beamwidth_deg
        return math.hypot(across, (own_up - elevation_deg) * self.config.beamwidth_deg / tall)

    def off_axis_deg(self) -> float:
        """Angle between the beam and the wanted satellite."""
        return self._off_deg(0.0, 0.0)

    def fault_loss_db(self) -> float:
        """By which faults that are switched on lower the level at the receiver."""
        faults = self.faults
        loss = faults.get("off_top", 0.0) + faults.get("blocked", 0.0) + HAND_LOSS_DB * faults.get("other_hand", 0.0)
        return loss + PLUG_LOSS_DB * max(faults.get("wet_plug", 0.0), faults.get("swapped", 0.0))

    def _seen(self) -> tuple[float, str]:
        """Level and network of the strongest satellite in the beam, without delay and noise."""
        sky = [(0.0, 0.0, self.peak_level_db, self.config.network)]
        sky += [(one.azimuth_deg, one.elevation_deg, one.level_db, one.network) for one in self.config.others]
        width, taper = self.config.beamwidth_deg, self.config.edge_taper_db
        levels = [
            (top - float(pattern_loss_db(self._off_deg(azimuth, up), width, taper)), network)
            for azimuth, up, top, network in sky
        ]
        level, network = max(levels, key=lambda one: one[0])
        return max(_FLOOR_DB, level - self.fault_loss_db()), network

    def true_level_db(self) -> float:
        """Level without delay and noise."""
        return self._seen()[0]

    def network(self) -> str:
        """Of what it is locked to; empty where it is not locked."""
        return self._seen()[1] if self.locked_at_s is not None else ""

    def _catch_up(self, now_s: float) -> None:
        waited_s = max(0.0, now_s - self.shown_at_s)
        share = 1.0 if self.config.delay_s == 0 else 1.0 - math.exp(-waited_s / self.config.delay_s)
        self.shown_db += (self.true_level_db() - self.shown_db) * share
        self.shown_at_s = now_s
        if self.shown_db < self.config.lock_level_db:
            self.locked_at_s = None
        elif self.locked_at_s is None:
            self.locked_at_s = now_s
        if self.locked_at_s is not None and now_s - self.locked_at_s >= self.config.lock_s:
            self.best_db = self.shown_db if self.best_db is None else max(self.best_db, self.shown_db)

    def swing(self, azimuth_deg: float, elevation_deg: float, now_s: float) -> None:
        """Moves the whole head, clamps loose; with the nuts tight nothing moves."""
        self._catch_up(now_s)
        if not self.nuts_tight:
            self.azimuth_error_deg += azimuth_deg
            self.elevation_error_deg += elevation_deg
            self.moved_at_s = now_s

    def cover(self, pulse_count: int, now_s: float) -> None:
        """A hand before the feed: long enough, and the stored best is forgotten."""
        self._catch_up(now_s)
        if pulse_count >= max(self.config.reset_pulse_count, 1):
            self.forget()

    def forget(self) -> None:
        """Nothing listens: there is neither lock nor best."""
        self.best_db, self.locked_at_s = None, None

    def turn(self, axis: Axis, turns: float, now_s: float) -> None:
        """Turns a screw; with the nuts tight nothing moves."""
        self._catch_up(now_s)
        if not self.nuts_tight:
            self.at_stop = "" if self.axes[axis].turn(turns) else axis
            self.moved_at_s = now_s

    def set_nuts(self, tight: bool, now_s: float) -> None:
        """Tightening shifts the head a little, as it does."""
        self._catch_up(now_s)
        if tight and not self.nuts_tight:
            shift = self.random.normal(0.0, _TIGHTENING_BEAMWIDTHS * self.config.beamwidth_deg, 2)
            self.elevation_error_deg += float(shift[0])
            self.azimuth_error_deg += float(shift[1])
        self.nuts_tight = tight
        self.moved_at_s = now_s

    def hold(self, side: Side, now_s: float) -> None:
        """A hand pushes the rim from behind and stays: the beam bends that way."""
        self._catch_up(now_s)
        self.pushed = side
        self.moved_at_s = now_s

    def push(self, side: Side, now_s: float) -> None:
        """A push leaves a small remainder behind in its own direction; nobody pushes afterwards."""
        self._catch_up(now_s)
        self.pushed = None
        size = abs(float(self.random.normal(0.0, _PUSH_BEAMWIDTHS * self.config.beamwidth_deg))) * (
            1.0 if self.nuts_tight else 10.0
        )
        if side in ("top", "bottom"):
            self.elevation_error_deg += size if side == "bottom" else -size
        else:
            self.azimuth_error_deg += size if side == "left" else -size
        self.moved_at_s = now_s

    def read_db(self, now_s: float) -> tuple[float, bool]:
        """The meter's level with noise, and whether it has settled."""
        self._catch_up(now_s)
        settled = now_s - self.moved_at_s >= _SETTLED_CONSTANTS * self.config.delay_s
        sway = self.config.sway_db * abs(math.sin(0.9 * now_s))  # a gust comes and goes in some seconds
        return self.shown_db - sway + float(self.random.normal(0.0, self.config.noise_db)), settled
