"""Hand over put together: the service before and after, and what the other stations still hold."""

from __future__ import annotations

from rindle_core.kernel.findings import Finding, Level, worst
from rindle_core.kernel.registry import Outcome
from rindle_core.stations.aim.part import AimPart
from rindle_core.stations.brief.brief import judge_proofs
from rindle_core.stations.handover.acceptance import AcceptanceInput, acceptance
from rindle_core.stations.handover.findings import OPEN_HOLDS
from rindle_core.stations.handover.part import HandOverPart
from rindle_core.stations.names import NAMES
from rindle_core.stations.station import Context


def judge_closing(holds: list[str]) -> list[Finding]:
    """The stations on hold, said once more where the job is handed over."""
    if not holds:
        return []
    return [
        OPEN_HOLDS(
            Level.HOLD,
            "Other stations are still on hold",
            f"A job is not handed over while these stand: {', '.join(holds)}.",
            figure=float(len(holds)),
            limit=0.0,
            clears_by="Clear each hold at its station.",
        )
    ]


def assess(context: Context) -> Outcome[HandOverPart]:
    """The gain that was measured, the needs that were proved, and every hold that still stands elsewhere."""
    job, aim = context.job, context.result(AimPart)
    accepted = acceptance(
        AcceptanceInput(
            runs=job.handover.runs,
            least_ping_ms=aim.aim.least_ping_ms if aim.aim else None,
            position_letter=job.sky.position_letter,
            rules=job.picks.rules,
        )
    )
    holds = [NAMES[room] for room in context.outcomes if worst(context.findings(room)) is Level.HOLD]
    findings = [
        *accepted.findings,
        *judge_proofs(job.brief.needs, job.handover.needs_proved, accepted.result.after is not None, job.picks.words),
        *judge_closing(holds),
    ]
    return Outcome(HandOverPart(acceptance=accepted.result), findings)


__all__ = ["assess"]
