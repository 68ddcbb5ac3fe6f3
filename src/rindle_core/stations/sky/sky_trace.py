"""The skyline traced with a telephone: its camera's middle is led along what rises, in strokes."""

from __future__ import annotations

import math
from itertools import pairwise
from typing import Self

import numpy as np
from numpy.typing import NDArray
from pydantic import Field, model_validator

from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.geometry import Array
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.science.bodies import Kind
from rindle_core.science.handset import HandsetErrors, Samples, bearing_and_height_deg, pointing, turn_rates_deg_per_s
from rindle_core.science.polyline import thinned
from rindle_core.science.skyline import SkylinePoint
from rindle_core.stations.sky.findings import TRACED

_CELL_DEG = 1.0  # of the circle that a stroke passed over: one height is kept of each
_THINNED_DEG = 0.3  # a hand does not follow an edge better
_APART_DEG = 10.0  # a point is left at least so often: where it was level, somebody looked all the same
_MIDDLE_OF = 5  # samples: a jerk of the hand is no tree
_FAST_DEG_PER_S = 25.0  # from here on a hand no longer follows what it sees
_MOST_SAMPLES = 20_000


class TraceStroke(Model):
    """One led line: what it followed, how far off that is, and what the device told on the way."""

    kind: Kind = "terrain"
    distance_m: float | None = Field(default=None, gt=0, le=200_000)
    leafless_share: float = Field(default=1.0, ge=0, le=1)
    samples: Samples = Field(max_length=6000, description="In the order of their times")


class BearingsFrom(Model):
    """A stretch of bearings, true, clockwise; over north `to_deg` is less."""

    from_deg: float = Field(ge=0, le=360)
    to_deg: float = Field(ge=0, le=360)

    def holds(self, bearing_deg: float) -> bool:
        """Whether a bearing lies in it, its ends with it."""
        return (bearing_deg - self.from_deg) % 360.0 <= ((self.to_deg - self.from_deg) % 360.0 or 360.0)


def stretches(bearings_deg: Array) -> list[BearingsFrom]:
    """Whole degrees, 0 to 359, as stretches of neighbours, each to the degree behind its last."""
    there = np.isin(np.arange(360.0), bearings_deg)
    return _stretches(there)


def _stretches(there: NDArray[np.bool_]) -> list[BearingsFrom]:
    count = len(there)
    width = 360.0 / count
    if there.all():
        return [BearingsFrom(from_deg=0.0, to_deg=360.0)]
    starts = np.flatnonzero(there & ~np.roll(there, 1))
    ends = np.flatnonzero(~there & np.roll(there, 1))
    return [
        BearingsFrom(from_deg=float(start * width), to_deg=float(ends[np.argmin((ends - start) % count)] * width))
        for start in starts
    ]


class SkyTraceInput(HandsetErrors):
    """Strokes, and what is known of the device's errors."""

    strokes: list[TraceStroke] = Field(max_length=200)
    beside_bearing_error_deg: float | None = Field(
        default=None, ge=0, le=180, description="What the skyline into which it goes may be off by; None: not told"
    )
    beside_height_error_deg: float | None = Field(default=None, ge=0, le=45)
    into: list[SkylinePoint] | None = Field(
        default=None, max_length=2000, description="Points of the skyline into which it goes; None: into none"
    )
    matter: list[BearingsFrom] = Field(
        default_factory=list, max_length=40, description="Where the terminal looks; empty: all round"
    )

    @model_validator(mode="after")
    def _not_too_long(self) -> Self:
        if sum(len(one.samples) for one in self.strokes) > _MOST_SAMPLES:
            raise ValueError(f"strokes: more than {_MOST_SAMPLES} samples in all; put in what is there and begin anew")
        return self


class SkyTraceResult(Model):
    """Points in the order of their bearings, and what of the circle was traced."""

    points: list[SkylinePoint]
    joined: list[SkylinePoint] = Field(
        default_factory=list,
        description="With those of the skyline into which it goes: what was read by hand where it is traced makes room",
    )
    traced: list[BearingsFrom]
    traced_percent: float = Field(ge=0, le=100, description="Of the whole circle")
    matter_percent: float = Field(ge=0, le=100, description="Of the bearings where the terminal looks")
    highest_deg: float | None
    bearing_error_deg: float
    height_error_deg: float
    joined_bearing_error_deg: float = Field(description="Of both together: as sure as the less sure of them")
    joined_height_error_deg: float
    fast_percent: float = Field(ge=0, le=100, description="Of what was traced, how much too fast to be followed")


def _smoothed(height_deg: Array) -> Array:
    """The running middle of five samples, fewer at the ends."""
    half = _MIDDLE_OF // 2
    count = len(height_deg)
    return np.array([np.median(height_deg[max(0, at - half) : min(count, at + half + 1)]) for at in range(count)])


class _Circle:
    """The circle in cells: the highest thing that was followed in each, and which stroke that was."""

    def __init__(self) -> None:
        count = round(360.0 / _CELL_DEG)
        self.height_deg = np.full(count, math.nan)
        self.bearing_deg = np.full(count, math.nan)
        self.stroke = np.full(count, -1)
        self.fast = np.zeros(count, dtype=bool)

    def lead(self, number: int, bearing_deg: Array, height_deg: Array, fast: NDArray[np.bool_]) -> None:
        """Lays a stroke over what is there. Between two samples it is straight, where they are near enough."""
        unwound = np.unwrap(bearing_deg, period=360.0)
        for at in range(len(unwound)):
            begin = at if at == 0 else at - 1
            low, high = sorted((unwound[begin], unwound[at]))
            if high - low > _APART_DEG:
                low = high = unwound[at]  # a leap: nothing was followed on the way
            for cell in range(math.floor(low / _CELL_DEG), math.floor(high / _CELL_DEG) + 1):
                middle = min(max((cell + 0.5) * _CELL_DEG, low), high)
                share = 1.0 if high == low else (middle - unwound[begin]) / (unwound[at] - unwound[begin])
                height = height_deg[begin] + share * (height_deg[at] - height_deg[begin])
                self._put(cell % len(self.stroke), number, middle % 360.0, height, bool(fast[at]))

    def _put(self, cell: int, number: int, bearing_deg: float, height_deg: float, fast: bool) -> None:
        first = self.stroke[cell] < 0
        self.fast[cell] = fast and (first or self.fast[cell])  # led once more and slowly, it was followed
        if first or height_deg > self.height_deg[cell]:
            self.height_deg[cell], self.bearing_deg[cell], self.stroke[cell] = height_deg, bearing_deg, number

    def runs(self) -> list[list[int]]:
        """Neighbouring cells of one stroke, in the order of the circle, over north too; a run may cross it."""
        count = len(self.stroke)
        starts = [at for at in range(count) if self.stroke[at] >= 0 and self.stroke[at - 1] != self.stroke[at]]
        if not starts:
            return [list(range(count))] if self.stroke[0] >= 0 else []
        found = []
        for start in starts:
            run = [start]
            while self.stroke[(run[-1] + 1) % count] == self.stroke[start] and len(run) < count:
                run.append((run[-1] + 1) % count)
            found.append(run)
        return found


def _kept(circle: _Circle, run: list[int]) -> list[int]:
    """The cells of a run whose points keep its line, and one at least every ten degrees."""
    along: Array = np.arange(len(run), dtype=np.float64) * _CELL_DEG
    keep = thinned(along, circle.height_deg[run], _THINNED_DEG)
    for left, right in pairwise(keep):
        pieces = math.ceil((right - left) * _CELL_DEG / _APART_DEG)
        keep = [*keep, *(left + round(at * (right - left) / pieces) for at in range(1, pieces))]
    return [run[at] for at in sorted(set(keep))]


@register("sky_trace", "A skyline traced with a telephone's own sensors", SkyTraceInput, SkyTraceResult)
def sky_trace(given: SkyTraceInput) -> Outcome[SkyTraceResult]:
    """Directions of the camera's middle (see `device_axes`), the running middle of five against jerks; of each degree
    the highest is kept, as the careful choice, thinned to what a hand can follow (Douglas and Peucker, 1973).
    """
    if not given.north_known:
        raise InputError.one(
            "by_landmark",
            "is needed: this device has no compass; bring a landmark of known bearing to the middle first",
        )
    circle = _Circle()
    for number, stroke in enumerate(given.strokes):
        if not stroke.samples:
            continue
        bearing, height = bearing_and_height_deg(pointing(stroke.samples, "camera", given.zero_deg or 0.0))
        times = np.array([one.at_s for one in stroke.samples])
        fast = turn_rates_deg_per_s(times, bearing) > _FAST_DEG_PER_S
        circle.lead(number, bearing + given.declination_deg + given.turn_deg, _smoothed(height), fast)
    there = circle.stroke >= 0
    points = [
        SkylinePoint(
            azimuth_deg=round(float(circle.bearing_deg[cell]), 1) % 360.0,
            elevation_deg=round(float(np.clip(circle.height_deg[cell], -20.0, 90.0)), 1),
            kind=stroke.kind,
            distance_m=stroke.distance_m,
            leafless_share=stroke.leafless_share,
        )
        for run in circle.runs()
        for stroke in (given.strokes[circle.stroke[run[0]]],)
        for cell in _kept(circle, run)
    ]
    matter = _matter(given.matter, len(there))
    points.sort(key=lambda one: one.azimuth_deg)
    traced = _stretches(there)
    result = SkyTraceResult(
        points=points,
        joined=[] if given.into is None else [*_left_by(given.into, traced), *points],
        traced=traced,
        traced_percent=100.0 * float(there.mean()),
        matter_percent=100.0 * float(there[matter].mean()),
        highest_deg=float(np.nanmax(circle.height_deg)) if there.any() else None,
        bearing_error_deg=given.compass_error_deg,
        height_error_deg=given.level_error_deg,
        joined_bearing_error_deg=max(given.compass_error_deg, given.beside_bearing_error_deg or 0.0),
        joined_height_error_deg=max(given.level_error_deg, given.beside_height_error_deg or 0.0),
        fast_percent=100.0 * float(circle.fast[there].mean()) if there.any() else 0.0,
    )
    return Outcome(result, _judge(result))


def _left_by(points: list[SkylinePoint], traced: list[BearingsFrom]) -> list[SkylinePoint]:
    """Terrain and pictures stay; what was read by hand stays where nothing was traced."""
    return [one for one in points if one.layer != 0 or not any(stretch.holds(one.azimuth_deg) for stretch in traced)]


def _matter(stretches: list[BearingsFrom], count: int) -> Array:
    """Cells inside the stretches; all of them where none is told."""
    middles = (np.arange(count) + 0.5) * _CELL_DEG
    inside = np.zeros(count, dtype=bool)
    for one in stretches:
        inside |= (middles - one.from_deg) % 360.0 <= ((one.to_deg - one.from_deg) % 360.0 or 360.0)
    found: Array = inside if inside.any() else np.ones(count, dtype=bool)
    return found


def _judge(result: SkyTraceResult) -> list[Finding]:
    if not result.points:
        return [TRACED.missing("Nothing is traced yet", "Begin a line, and lead the cross along what rises.")]
    return [
        TRACED.at_most(
            result.fast_percent,
            0.0,
            level=Level.MIND,
            clear="It was led slowly enough",
            over="Part of it was led too fast",
            why=f"A hand that turns faster than {_FAST_DEG_PER_S:g}° in a second passes over what is thin.",
            clears_by="Lead the cross over that stretch once more, slowly.",
        )
    ]


__all__ = ["BearingsFrom", "SkyTraceInput", "SkyTraceResult", "TraceStroke", "sky_trace", "stretches"]
