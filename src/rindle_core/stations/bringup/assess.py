"""Bring-up put together: where the terminal stands on its way online, and what likely holds it."""

from __future__ import annotations

from rindle_core.kernel.findings import Finding
from rindle_core.kernel.registry import Outcome
from rindle_core.stations.aim.part import AimPart
from rindle_core.stations.bringup.bringup import BringUpInput, OwnFigures, bringup
from rindle_core.stations.bringup.findings import SATELLITE
from rindle_core.stations.bringup.may_power import judge_who_may
from rindle_core.stations.bringup.part import BringUpPart
from rindle_core.stations.build.before_power import before_power_open
from rindle_core.stations.station import WAITS_FOR_BRIEF, Context


def _judge_satellite(aim: AimPart) -> list[Finding]:
    """States that a terminal went through prove nothing of this job while it is not known over which satellite."""
    if aim.panel_aim is not None or (aim.aim is not None and aim.aim.visible):
        return []
    return [
        SATELLITE.missing(
            "Over which satellite it comes online is not known",
            "Choose at Brief a place and a satellite that stands above its horizon.",
        )
    ]


def assess(context: Context) -> Outcome[BringUpPart]:
    """The ladder of states with what the other stations know of likely causes."""
    job, aim = context.job, context.result(AimPart)
    terminal, told = job.picks.terminal, job.bringup
    if terminal is None:
        return Outcome(BringUpPart(bringup=None), [WAITS_FOR_BRIEF])
    found = bringup(
        BringUpInput(
            states=terminal.bringup_states,
            entries=terminal.entries,
            told={
                **told.modem_entries,
                "beam_letter": told.beam_letter,
                "activation_code": told.activation_code,
            },
            entered=told.states_entered,
            now_s=told.device_now_s,
            rules=job.picks.rules,
            words=job.picks.words,
            facts=OwnFigures(
                beam_letter_entered=told.beam_letter,
                beam_letter_expected=aim.beam.letter if aim.beam else "",
                level_db=told.device_level_db,
                predicted_level_db=aim.predicted_level_db,
                supply_on_hold=context.on_hold("cable.supply"),
                cable_loss_on_hold=context.on_hold("cable.loss"),
                beam_touched=context.on_hold("sky.tube"),
                before_power_open=before_power_open(job),
            ),
        )
    )
    return Outcome(
        BringUpPart(bringup=found.result),
        [
            *_judge_satellite(aim),
            *found.findings,
            *judge_who_may(job),
        ],
    )


__all__ = ["assess"]
