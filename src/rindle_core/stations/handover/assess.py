"""Hand over put together: the service before and after, and what the other stations still hold."""

from __future__ import annotations

from rindle_core.catalogue.models import Constellation
from rindle_core.kernel.constants import SPEED_OF_LIGHT_KM_PER_S
from rindle_core.kernel.findings import Finding, Level, worst
from rindle_core.kernel.registry import Outcome
from rindle_core.stations.aim.part import AimPart
from rindle_core.stations.brief.brief import judge_proofs
from rindle_core.stations.brief.old_line import judge_old_line_proved
from rindle_core.stations.bringup.part import BringUpPart
from rindle_core.stations.evidence import asked_for
from rindle_core.stations.handover.acceptance import AcceptanceInput, acceptance
from rindle_core.stations.handover.findings import OFF_LINE, OPEN_HOLDS, OPEN_UNKNOWNS, UNSETTLED
from rindle_core.stations.handover.given import judge_early, judge_given
from rindle_core.stations.handover.part import HandOverPart
from rindle_core.stations.handover.uses_proved import UsesProvedInput, judge_uses_proved, uses_proved
from rindle_core.stations.handover.watched import judge_unwatched, watch_of
from rindle_core.stations.names import NAMES
from rindle_core.stations.sky.part import SkyPart
from rindle_core.stations.station import Context


def least_low_ping_ms(constellation: Constellation | None) -> float | None:
    """Least echo over a constellation: up and down on both ways at the lowest shell's height, straight overhead.

    None where its orbits are told by elements alone: nothing is judged then. Source: four heights over the speed of
    light.
    """
    if constellation is None or not constellation.shells:
        return None
    return 4.0 * min(one.altitude_km for one in constellation.shells) / SPEED_OF_LIGHT_KM_PER_S * 1000.0


def judge_closing(holds: list[str], unknowns: list[str]) -> list[Finding]:
    """The stations on hold and those of which not all is known, said once more where the job is handed over."""
    waiting = OPEN_UNKNOWNS.missing(
        f"Not all is known at {', '.join(unknowns)}", "Enter what is missing there, or let it pass with a reason below."
    )
    told = [waiting] if unknowns else []
    if not holds:
        return told
    return [
        OPEN_HOLDS(
            Level.HOLD,
            f"Still on hold: {', '.join(holds)}",
            "A job is not handed over while these stand.",
            figure=float(len(holds)),
            limit=0.0,
            clears_by="Clear each hold at its station.",
        ),
        *told,
    ]


def _judge_settled(context: Context) -> list[Finding]:
    """Runs after the work that were made before an update had settled."""
    bringup = context.result(BringUpPart)
    start = bringup.updating.judge_from if bringup.updating else None
    early = [one for one in context.job.handover.runs if one.when == "after" and one.measured_at is not None]
    early = [one for one in early if start is not None and one.measured_at is not None and one.measured_at < start]
    if not early:
        return []
    return [
        UNSETTLED(
            Level.MIND,
            "The service was measured before the update had settled",
            f"{len(early)} of the runs after the work: for a while after an update it aligns and searches anew.",
            clears_by="Measure again.",
        )
    ]


def _judge_line(context: Context) -> list[Finding]:
    """Runs after the work while nothing says that the terminal is online: over another line, or at another hour."""
    way = context.result(BringUpPart).bringup
    if (way is not None and way.online) or all(one.when != "after" for one in context.job.handover.runs):
        return []
    return [
        OFF_LINE(
            Level.MIND,
            "The new service was measured, and Bring-up does not say that it is online",
            "The runs may have gone over another line.",
            clears_by="Bring it online, or enter the states that it reached; then measure again.",
        )
    ]


def assess(context: Context) -> Outcome[HandOverPart]:
    """The gain that was measured, the needs that were proved, and every hold that still stands elsewhere."""
    job, aim = context.job, context.result(AimPart)
    accepted = acceptance(
        AcceptanceInput(
            runs=job.handover.runs,
            least_ping_ms=aim.aim.least_ping_ms if aim.aim else least_low_ping_ms(job.picks.constellation),
            position_letter=job.sky.position_letter,
            ahead_h=job.brief.clock_ahead_h,
            work_on=job.brief.date,
            rules=job.picks.rules,
        )
    )
    holds = [NAMES[room] for room in context.outcomes if worst(context.findings(room)) is Level.HOLD]
    unknowns = [NAMES[room] for room in context.outcomes if any(asked_for(one) for one in context.findings(room))]
    watched = watch_of(job.handover.watch, context.result(SkyPart).low_orbit, job.brief, job.picks)
    gaps = watched.result.uses if watched else []
    uses = uses_proved(
        UsesProvedInput(
            after=accepted.result.after,
            gaps=gaps,
            gaps_proved=watched is not None and watched.result.proves,
            words=job.picks.words,
        )
    ).result.uses
    findings = [
        *accepted.findings,
        *(watched.findings if watched else judge_unwatched(job.brief.old_line, accepted.result.after is not None)),
        *judge_uses_proved(uses, job.brief.needs, job.picks.words),
        *judge_proofs(job.brief.needs, job.handover.needs_proved, accepted.result.after is not None, job.picks.words),
        *judge_old_line_proved(
            job.brief.old_line,
            job.handover.old_line_proved,
            accepted.result.after is not None,
            job.picks.words,
        ),
        *_judge_settled(context),
        *_judge_line(context),
        *judge_early(job, accepted.result.after is not None),
        *judge_given(job, accepted.result.after is not None),
        *judge_closing(holds, unknowns),
    ]
    part = HandOverPart(
        acceptance=accepted.result,
        watched=watched.result if watched else None,
        second_language=any(one.second_text for one in job.picks.words.card_lines),
        uses_proved=uses,
    )
    return Outcome(part, findings)


__all__ = ["assess"]
