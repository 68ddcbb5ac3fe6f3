"""Cable put together: the run to the antenna, and other runs through the house."""

from __future__ import annotations

from rindle_core.kernel.registry import Outcome
from rindle_core.stations.cable.cable import CableInput, CableResult, ExtraRunsInput, cable, extra_runs
from rindle_core.stations.cable.findings import STOPPED, WAITS_CABLE
from rindle_core.stations.cable.part import CablePart
from rindle_core.stations.entries import JobInput
from rindle_core.stations.station import Context
from rindle_core.stations.stops import stops_of

WAITS_FOR_CABLE = WAITS_CABLE.missing("No cable is chosen", "Choose a cable and enter its pieces.")


def cable_of(job: JobInput) -> Outcome[CableResult] | None:
    """The `cable` calculator; None while terminal or cable is not chosen."""
    chosen = next((one for one in job.picks.cables if one.code == job.cable.cable_code), None)
    if job.picks.terminal is None or chosen is None:
        return None
    return cable(
        CableInput(
            pieces=job.cable.cable_pieces,
            cable=chosen,
            connectors=job.cable.connectors,
            limits=job.picks.terminal.cable,
            supply=job.picks.terminal.supply,
            rules=job.picks.rules,
        )
    )


def assess(context: Context) -> Outcome[CablePart]:
    """Loss and supply of the run; the extra runs are told beside it."""
    job = context.job
    found = cable_of(job)
    extras = extra_runs(ExtraRunsInput(runs=job.cable.extra_runs, cables=job.picks.cables, rules=job.picks.rules))
    part = CablePart(cable=found.result if found else None, extra_runs=extras.result)
    judged = found.findings if found else [WAITS_FOR_CABLE]
    return Outcome(part, [*judged, *stops_of(job, STOPPED, "drill")])


__all__ = ["assess"]
