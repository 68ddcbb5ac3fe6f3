"""The coarse search: how fast, how far, in which steps, what is covered already and where to go next."""

from __future__ import annotations

import math

from pydantic import Field

from rindle_core.kernel.constants import BEYOND_CIRCLE_DEG
from rindle_core.kernel.geometry import wrap_180
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.stations.peak.rows import Sweep

_LOCK_TIMES = 2.0  # the beam stays on the satellite for this many lock times
_ROW_SHARE = 0.8  # of the beamwidth between two rows, so that none falls between
_SURE_TIMES = 2.0  # standard deviations of the instruments that the sector reaches to each side
_ROWS_EACH_WAY = 3


class SweepInput(Model):
    """What is looked for, how well the instruments know the way, and what was swept. Bearings true."""

    azimuth_deg: float = Field(ge=0, lt=BEYOND_CIRCLE_DEG)
    elevation_deg: float = Field(ge=-5, le=90)
    beamwidth_deg: float = Field(gt=0, le=90)
    elevation_beamwidth_deg: float | None = Field(default=None, gt=0, le=90, description="Empty: as the other")
    lock_s: float = Field(default=2.0, gt=0, le=120)
    compass_sd_deg: float = Field(default=2.0, gt=0, le=30)
    clinometer_sd_deg: float = Field(default=0.3, gt=0, le=10)
    swept: list[Sweep] = Field(default_factory=list, max_length=100)


class SweepRow(Model):
    """A row of the plan: the beam at this elevation, over this sector."""

    elevation_deg: float
    from_deg: float
    to_deg: float
    covered_share: float = Field(ge=0, le=1)
    too_fast: bool = Field(default=False, description="It was swept, but faster than the receiver locks")


class SweepResult(Model):
    """Pace and plan. Rows in the order in which they are swept."""

    pace_deg_per_s: float = Field(description="Of the head about the mast: not to be exceeded")
    step_deg: float = Field(description="Of the head, where it is turned in steps with a wait in each")
    step_wait_s: float
    sector_deg: float = Field(description="Of the head, to each side of the compass's figure")
    row_step_deg: float = Field(description="Of the elevation, between two sweeps")
    row_s: float = Field(description="What one row takes at this pace")
    rows: list[SweepRow]
    covered_share: float
    next_row: int | None = Field(description="Number from 0 of the row to sweep now; None: all are covered")


def _covered(given: SweepInput, elevation_deg: float, low: float, high: float, pace: float) -> tuple[float, bool]:
    """Share of the row that was swept slowly enough, and whether some of it was swept too fast."""
    tall = given.elevation_beamwidth_deg or given.beamwidth_deg
    cells = [low + (index + 0.5) * (high - low) / 60 for index in range(60)]
    done, fast = [False] * 60, False
    for one in given.swept:
        if abs(one.elevation_deg - elevation_deg) > tall / 2.0:
            continue
        begin = float(wrap_180(one.from_deg - given.azimuth_deg))
        length = (one.to_deg - one.from_deg) % 360.0
        too_fast = one.took_s is not None and length / one.took_s > 1.2 * pace
        hurried = one.fastest_deg_per_s is not None and one.fastest_deg_per_s > _LOCK_TIMES * pace
        if too_fast or hurried:
            fast = True
            continue
        done = [was or 0.0 <= (cell - begin) % 360.0 <= length for was, cell in zip(done, cells, strict=True)]
    return sum(done) / 60, fast


@register("sweep_plan", "Pace, sector and rows of the coarse search, and what is covered", SweepInput, SweepResult)
def sweep_plan(given: SweepInput) -> Outcome[SweepResult]:
    """The beam stays on the satellite while the head turns through beamwidth/cos(elevation); the receiver needs two of
    its lock times there; a row counts as swept while its mean keeps about that, and its fastest moment left one lock
    time. Rows at the planned elevation, then one step over and under it, and so on. Derivation: dwell
    is width over rate; rows overlap by a fifth of the beam.
    """
    slope = max(math.cos(math.radians(given.elevation_deg)), 0.02)
    across = min(given.beamwidth_deg / slope, 120.0)
    pace = across / (_LOCK_TIMES * given.lock_s)
    sector = min(max(_SURE_TIMES * given.compass_sd_deg + across / 2.0, across), 180.0)
    row_step = _ROW_SHARE * (given.elevation_beamwidth_deg or given.beamwidth_deg)
    reach = max(1, min(_ROWS_EACH_WAY, math.ceil(_SURE_TIMES * max(given.clinometer_sd_deg, 0.5) / row_step)))
    heights = [0.0, *(sign * count * row_step for count in range(1, reach + 1) for sign in (1.0, -1.0))]
    rows = []
    for height in heights:
        at = given.elevation_deg + height
        if not 0.0 <= at <= 90.0:
            continue
        share, fast = _covered(given, at, -sector, sector, pace)
        rows.append(
            SweepRow(
                elevation_deg=at,
                from_deg=(given.azimuth_deg - sector) % 360.0,
                to_deg=(given.azimuth_deg + sector) % 360.0,
                covered_share=share,
                too_fast=fast and share < 1.0,
            )
        )
    following = next((number for number, row in enumerate(rows) if row.covered_share < 0.95), None)
    result = SweepResult(
        pace_deg_per_s=pace,
        step_deg=across / 2.0,
        step_wait_s=given.lock_s * 1.5,
        sector_deg=sector,
        row_step_deg=row_step,
        row_s=2.0 * sector / pace,
        rows=rows,
        covered_share=sum(row.covered_share for row in rows) / len(rows) if rows else 0.0,
        next_row=following,
    )
    return Outcome(result, [])


__all__ = ["SweepInput", "SweepResult", "SweepRow", "sweep_plan"]
