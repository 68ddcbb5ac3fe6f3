"""Cable put together: the run to the antenna, and other runs through the house."""

from __future__ import annotations

import math

from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.registry import Outcome
from rindle_core.stations.cable.cable import CableInput, CablePiece, CableResult, ExtraRunsInput, cable, extra_runs
from rindle_core.stations.cable.findings import PLANNED, STOPPED, WAITS_CABLE
from rindle_core.stations.cable.part import CablePart
from rindle_core.stations.entries import JobInput
from rindle_core.stations.planned import cable_needed_m, drawn_way
from rindle_core.stations.sky.plan_lines import CableWay
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


def _judge_planned(job: JobInput) -> list[Finding]:
    """The pieces are those of one position: another one may need more."""
    needed, drawn = cable_needed_m(job, job.sky.position_letter)
    if needed is None or not job.cable.cable_pieces:
        return []
    way = drawn_way(job, job.sky.position_letter) if drawn else None
    together = sum(one.length_m for one in job.cable.cable_pieces)
    if way is not None and way.heightless_count and together >= needed:
        return [
            PLANNED.missing(
                f"The drawn cable way is at least {needed:.1f} m; {way.heightless_count} of its corners have no height",
                "Tell on the site plan how high over the ground each corner lies.",
            )
        ]
    letter = job.sky.position_letter
    name = f"position {letter}" if letter else "the job’s place"
    told = "is drawn" if drawn else "was measured"
    return [
        PLANNED.at_least(
            together,
            round(needed, 2),
            level=Level.MIND,
            clear=f"The pieces reach as far as {name} needs",
            under=f"The pieces are shorter than {told} for {name}",
            why="They may be those of another position, or of another way.",
            clears_by="Enter the pieces of this way, loops and slack too.",
        )
    ]


def _as_pieces(way: CableWay, loop_m: float) -> list[CablePiece]:
    """No piece is cut too short: each goes to the next decimetre."""
    loop = CablePiece(kind="loop", length_m=loop_m)
    return [
        loop,
        *(
            CablePiece(
                kind="indoor" if one.indoors else "outdoor",
                length_m=math.ceil(round(one.length_m * 10.0, 6)) / 10.0,
                note="from the plan",
            )
            for one in way.pieces
        ),
    ]


def assess(context: Context) -> Outcome[CablePart]:
    """Loss and supply of the run; the extra runs are told beside it."""
    job = context.job
    found = cable_of(job)
    extras = extra_runs(ExtraRunsInput(runs=job.cable.extra_runs, cables=job.picks.cables, rules=job.picks.rules))
    way = drawn_way(job, job.sky.position_letter)
    part = CablePart(
        cable=found.result if found else None,
        extra_runs=extras.result,
        drawn_way=way,
        drawn_pieces=_as_pieces(way, job.picks.rules.service_loop_m) if way else [],
    )
    judged = found.findings if found else [WAITS_FOR_CABLE]
    return Outcome(part, [*judged, *_judge_planned(job), *stops_of(job, STOPPED, "drill")])


__all__ = ["assess"]
