"""Cable put together: the run to the antenna, and other runs through the house."""

from __future__ import annotations

import math

from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.registry import Outcome
from rindle_core.stations.cable.around import (
    ends_asked,
    judge_conduit,
    judge_ends,
    judge_entry,
    judge_injector,
    judge_led,
)
from rindle_core.stations.cable.asked import asked_cable, asked_earth, asked_hole, asked_list, chosen_cable, ends_kind
from rindle_core.stations.cable.cable import ExtraRunsInput, extra_runs
from rindle_core.stations.cable.findings import (
    EARTH,
    HOLE,
    HOLE_ALLOWED,
    INDOORS,
    PLANNED,
    STOPPED,
    THROUGH,
    WAITS_CABLE,
)
from rindle_core.stations.cable.part import CablePart
from rindle_core.stations.cable.pieces import CablePiece, of_run, run_length_m, untold
from rindle_core.stations.cable.wall import WallHoleResult
from rindle_core.stations.entries import JobInput
from rindle_core.stations.planned import cable_needed_m, drawn_way
from rindle_core.stations.sky.plan_lines import CableWay
from rindle_core.stations.station import Context
from rindle_core.stations.stops import stops_of
from rindle_core.stations.way_in import way_in

_UNEARTHED = EARTH(
    Level.MIND,
    "Its maker asks for no earth; its mast may need one",
    "Metal on a building is bonded where the local code says so, whatever stands on it.",
    clears_by="Ask the local code or an electrician about the mast.",
)
WAITS_FOR_CABLE = WAITS_CABLE.missing("No cable is chosen", "Choose a cable and enter its pieces.")


def _judge_planned(job: JobInput) -> list[Finding]:
    """The pieces are those of one position: another one may need more."""
    needed, drawn = cable_needed_m(job, job.sky.position_letter)
    if needed is None or not job.cable.cable_pieces:
        return []
    way = drawn_way(job, job.sky.position_letter) if drawn else None
    together = run_length_m(job.cable.cable_pieces, 0)
    if untold(job.cable.cable_pieces) and together < needed:
        return []  # they may reach when all are measured
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


def _judge_through(job: JobInput, hole: WallHoleResult) -> list[Finding]:
    """The piece that goes through the wall is as long as its hole."""
    told = [
        one.length_m for one in of_run(job.cable.cable_pieces, 0) if one.kind == "wall" and one.length_m is not None
    ]
    if not told:
        return []
    return [
        THROUGH.at_least(
            sum(told),
            math.floor(hole.slant_mm) / 1000.0,
            level=Level.MIND,
            clear="The piece through the wall is as long as its hole",
            under="The piece through the wall is shorter than its hole",
            why="The run comes out that much longer than it was reckoned.",
            clears_by="Measure the wall or the piece again.",
        )
    ]


def _judge_indoors(job: JobInput) -> list[Finding]:
    """A run that ends at the wall is shorter than the one that will be laid: no length or loss of it is the whole."""
    kinds = {one.kind for one in job.cable.cable_pieces}
    if not kinds or "indoor" in kinds or not ("wall" in kinds or job.brief.indoor):
        return []
    return [INDOORS.missing("How far it goes indoors is not told", "Enter the piece from the wall to the indoor unit.")]


def _judge_allowed(job: JobInput) -> list[Finding]:
    """Where no holes are allowed a drilled wall is minded, and how the cable gets in without one is asked for."""
    way = way_in(job)
    if job.brief.may_drill or way is None:
        return []
    if way.drills:
        return [
            HOLE_ALLOWED(
                Level.MIND,
                "A hole is drilled for the cable, and none is allowed",
                f"It goes through {way.name}.",
                clears_by="Use an old hole, a duct or a window, or have holes allowed (Brief, Positions).",
            )
        ]
    if not job.cable.wall_code and any(one.kind == "wall" for one in job.cable.cable_pieces):
        return [
            HOLE_ALLOWED.missing(
                "How the cable gets in without a hole is not told", "An old hole, or none: say it at Cable, Wall."
            )
        ]
    return []


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


def _run(job: JobInput) -> tuple[CablePart, list[Finding]]:
    """The run to the antenna, its hole, its ends and tests; waits while terminal or cable is not chosen."""
    terminal, chosen = job.picks.terminal, chosen_cable(job)
    if terminal is None or chosen is None:
        return CablePart(cable=None), [WAITS_FOR_CABLE]
    run = asked_cable(job, terminal, chosen)
    hole, listed = asked_hole(job, terminal, chosen), asked_list(job, terminal, chosen, run.result)
    found = [*run.findings, *listed.findings, *judge_ends(job, listed.result.end_count)]
    if hole is not None:
        found += hole.findings
    elif any(one.kind == "wall" for one in job.cable.cable_pieces) and job.cable.sealed_by != "none":
        found.append(HOLE.missing("The wall is not measured", "Enter how thick it is: it sets fall and length."))
    if hole is not None:
        found += _judge_through(job, hole.result)
    if job.cable.cable_pieces:
        found += [*judge_entry(job), *judge_conduit(job), *judge_led(job), *judge_injector(job)]
    part = CablePart(cable=run.result, wall_hole=hole.result if hole else None, cable_list=listed.result)
    return part, found


def assess(context: Context) -> Outcome[CablePart]:
    """Loss and supply of the run, its hole, ends and earth; the extra runs are told beside it."""
    job = context.job
    run, judged = _run(job)
    extras = extra_runs(ExtraRunsInput(runs=job.cable.extra_runs, cables=job.picks.cables, rules=job.picks.rules))
    way = drawn_way(job, job.sky.position_letter)
    terminal = job.picks.terminal
    earthed = asked_earth(job) if terminal is not None and terminal.needs_earth else None
    bonded = earthed.findings if earthed else [] if terminal is None else [_UNEARTHED]
    part = run.model_copy(
        update={
            "extra_runs": extras.result,
            "drawn_way": way,
            "way_in": way_in(job) if job.cable.wall_code else None,
            "drawn_pieces": _as_pieces(way, job.picks.rules.service_loop_m) if way else [],
            "ends_kind": ends_kind(job),
            "ends_asked": [one.code for one in ends_asked(job)],
            "earth": earthed.result if earthed else None,
        }
    )
    led_in = [*_judge_planned(job), *_judge_indoors(job), *_judge_allowed(job)]
    found = [*judged, *bonded, *led_in, *stops_of(job, STOPPED, "drill")]
    return Outcome(part, found)


__all__ = ["assess"]
