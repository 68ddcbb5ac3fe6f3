"""What can be done about a sky that is not clear."""

from __future__ import annotations

from rindle_core.kernel.findings import Level
from rindle_core.kernel.units import format_quantity
from rindle_core.stations.entries import JobInput
from rindle_core.stations.sky.compare import CompareResult
from rindle_core.stations.sky.fixed_sky import SkyResult
from rindle_core.stations.sky.low_orbit import LowOrbitResult
from rindle_core.stations.sky.positions import PositionView
from rindle_core.stations.sky.seen import has_skyline, low_orbit_of, sky_of
from rindle_core.stations.sky.ways_out import WayOutcome, WaysOutInput, WaysOutResult, ways_out

_USUAL_RAISE_M = 8.0  # beyond this a mast is another kind of work
_GAIN = 0.05  # degrees or percent: what is less is no gain


def _figures(fixed: SkyResult | None, simulated: LowOrbitResult | None) -> dict[str, float | None]:
    if fixed is not None:
        return {"margin_deg": fixed.margin_deg, "tube_margin_deg": fixed.tube_margin_deg}
    return {"out_percent": simulated.out_percent if simulated else None}


def _fixed_ways(found: SkyResult) -> list[WayOutcome]:
    """The least height at which all is good, and the obstacle whose going gains most."""
    ways, up = [], found.raise_best
    if up is not None:
        far = up.raise_m > _USUAL_RAISE_M
        what = f"Raise it by {format_quantity(up.raise_m, 'm')}{', more than a usual mast gives' if far else ''}"
        beside = Level.MIND if far else Level.CLEAR
        ways.append(
            WayOutcome(
                way="raise", what=what, margin_deg=up.margin_deg, tube_margin_deg=up.tube_margin_deg, beside=beside
            )
        )
    gone = found.removals[0] if found.removals else None
    if gone is not None and gone.margin_deg > (found.margin_deg or 0.0) + _GAIN:
        what = f"Have “{gone.name}” cut back or moved"
        ways.append(WayOutcome(way="trim", what=what, margin_deg=gone.margin_deg, tube_margin_deg=gone.tube_margin_deg))
    return ways


def _panel_ways(found: LowOrbitResult, wanted_percent: float) -> list[WayOutcome]:
    """The least height that is good enough, else the one that leaves least; and the obstacle whose going gains most."""
    ways = []
    enough = [one for one in found.raises if one.out_percent <= wanted_percent]
    up = enough[0] if enough else min(found.raises, key=lambda one: one.out_percent, default=None)
    if up is not None and up.out_percent < found.out_percent - _GAIN:
        ways.append(
            WayOutcome(way="raise", what=f"Raise it by {format_quantity(up.raise_m, 'm')}", out_percent=up.out_percent)
        )
    gone = found.removals[0] if found.removals else None
    if gone is not None and gone.gain_percent > _GAIN:
        ways.append(WayOutcome(way="trim", what=f"Have “{gone.name}” cut back or moved", out_percent=gone.out_percent))
    return ways


def ways_for(job: JobInput, views: list[PositionView], compared: CompareResult | None) -> WaysOutResult | None:
    """The `ways_out` calculator for the planned position; None while its sky is not known, or clear."""
    fixed, simulated = sky_of(job), low_orbit_of(job)
    if (fixed is None and simulated is None) or not has_skyline(job):
        return None
    here, panel = fixed.result if fixed else None, simulated.result if simulated else None
    outcomes = _fixed_ways(here) if here else _panel_ways(panel, job.picks.rules.browse_out_percent) if panel else []
    other = next((one for one in compared.ranks if one.letter != job.sky.position_letter), None) if compared else None
    view = next((one for one in views if other and one.letter == other.letter), None)
    if other is not None and view is not None and other.level is not Level.UNKNOWN:
        beside = Level.HOLD if other.level is Level.HOLD else Level.CLEAR
        outcomes.append(
            WayOutcome(
                way="move", what=f"Take position {other.letter}", **_figures(view.sky, view.low_orbit), beside=beside
            )
        )
    outcomes.append(WayOutcome(way="accept", what="Leave it as it is", **_figures(here, panel)))
    outcomes = [one.model_copy(update={"cost_money": getattr(job.brief, f"{one.way}_cost_money")}) for one in outcomes]
    found = ways_out(WaysOutInput(outcomes=outcomes, rules=job.picks.rules)).result
    now = next(one.level for one in found.ways if one.way == "accept")
    return None if now is Level.CLEAR else found


__all__ = ["ways_for"]
