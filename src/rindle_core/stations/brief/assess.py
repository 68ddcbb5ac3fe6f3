"""Brief put together: whether the later stations have what they read, and what the visit asks for."""

from __future__ import annotations

from collections.abc import Sequence

from rindle_core.kernel.findings import Finding, Kind, Level
from rindle_core.kernel.registry import Outcome
from rindle_core.stations.aim.part import AimPart
from rindle_core.stations.aim.printed import printed_angles
from rindle_core.stations.aim.work_order import WorkOrderResult
from rindle_core.stations.brief.agreed import (
    judge_approved,
    judge_assessed,
    judge_done_by,
    judge_later,
    judge_position_mounts,
    judge_templates,
    position_mounts,
)
from rindle_core.stations.brief.brief import DeliveriesInput, deliveries, judge_hazards, judge_needs, judge_settled
from rindle_core.stations.brief.codes import codes_to_come, judge_codes, judge_hardware_address
from rindle_core.stations.brief.competence import crew_of, judge_crew, named, stops_in, who_may
from rindle_core.stations.brief.findings import (
    BEFORE,
    COMPLETE,
    CONSTELLATION,
    CREW,
    CUSTOMER,
    HEIGHT,
    ORDER_READ,
    PLACE,
    SATELLITE,
    TERMINAL,
)
from rindle_core.stations.brief.kit import judge_approval, judge_fits, judge_labels
from rindle_core.stations.brief.part import BriefPart
from rindle_core.stations.brief.place_files import ApartInput, ApartResult, apart
from rindle_core.stations.brief.repair_faults import RepairInput, judge_repair, repair_faults
from rindle_core.stations.brief.settled_before import visit_of
from rindle_core.stations.brief.visit import stowed_of
from rindle_core.stations.entries import JobInput
from rindle_core.stations.station import Context
from rindle_core.stations.traits import traits_of


def order_of(job: JobInput) -> Outcome[WorkOrderResult] | None:
    """The `work_order` calculator; None while nothing printed was entered."""
    brief = job.brief
    return printed_angles(
        job,
        brief.printed_azimuth_deg,
        brief.printed_elevation_deg,
        brief.printed_skew_deg,
        "order",
        brief.printed_north,
    )


def apart_of(job: JobInput) -> Outcome[ApartResult] | None:
    """The `apart` calculator; None while there is only one entry for the site."""
    here, there = (
        (job.brief.latitude_deg, job.brief.longitude_deg),
        (job.brief.other_latitude_deg, job.brief.other_longitude_deg),
    )
    if here[0] is None or here[1] is None or there[0] is None or there[1] is None:
        return None
    return apart(
        ApartInput(
            first_latitude_deg=here[0],
            first_longitude_deg=here[1],
            second_latitude_deg=there[0],
            second_longitude_deg=there[1],
            rules=job.picks.rules,
        )
    )


def _target(job: JobInput) -> tuple[bool, Kind, str, str]:
    """A dish looks at a satellite, a panel at a constellation."""
    if job.picks.terminal is not None and job.picks.terminal.panel is not None:
        known = job.picks.constellation is not None
        return known, CONSTELLATION, "No constellation is chosen", "Choose the constellation of the order."
    return job.picks.satellite is not None, SATELLITE, "No satellite is chosen", "Choose the satellite of the order."


def judge_brief(job: JobInput) -> list[Finding]:
    """Whether the brief has what the later stations read."""
    wanted = [
        (bool(job.brief.customer), CUSTOMER, "The customer has no name yet", "Enter the customer's name."),
        (job.brief.place is not None, PLACE, "The place is not known", "Type or paste the coordinates."),
        (job.picks.terminal is not None, TERMINAL, "No terminal is chosen", "Choose a terminal from the catalogue."),
        _target(job),
    ]
    findings = [kind.missing(message, how) for there, kind, message, how in wanted if not there]
    if not findings:
        findings = [COMPLETE(Level.CLEAR, "The later stations have what they read from here", "")]
    if job.brief.place is not None and job.brief.height_m is None:
        findings.append(
            HEIGHT(
                Level.MIND,
                "The height above sea is not known: the sea's level is taken",
                "A dish's angles turn by a hundredth of a degree at most, a panel's satellites by tenths; the wind "
                "on the mount is reckoned with the sea's air, which is the thicker.",
                clears_by="Type it, or take it from an elevation tile or a photo.",
            )
        )
    if not any(run.when == "before" for run in job.handover.runs):
        findings.append(
            BEFORE(
                Level.MIND,
                "The present service is not measured",
                "Without it the gain cannot be shown when the job is handed over.",
                clears_by="Enter a few runs before anything is changed.",
            )
        )
    return findings


def judge_order_read(job: JobInput) -> list[Finding]:
    """What a machine has read in is not yet what somebody has compared; nothing where nothing was read in."""
    brief = job.brief
    if not brief.order_name:
        return []
    if brief.order_read:
        return [ORDER_READ(Level.CLEAR, "The work order was read through", f"{brief.order_name}, line by line.")]
    return [
        ORDER_READ(
            Level.MIND,
            "Nobody has read through what was taken from the work order",
            f"{brief.order_name} was read in by Rindle: a digit may stand in the wrong field.",
            clears_by="Compare each line with the paper, then tick it.",
        )
    ]


def _belied(job: JobInput, aim: AimPart, approved: Sequence[Finding]) -> dict[str, str]:
    """What speaks against a question's being settled, by its code in the house's words."""
    panel = job.picks.terminal.panel if job.picks.terminal else None
    people = named(job.picks.members, job.brief.crew)
    told = [("approved_kit", one.message) for one in approved if one.level is Level.HOLD]
    if still := codes_to_come(job, aim):
        told.append(("codes", f"still to come: {', '.join(still)}"))
    may, _ = who_may(people, "transmit", job.picks.words, job.brief.date)
    if people and not may and not (panel and panel.self_aiming):
        told.append(("qualified", f"nobody named may do it on {job.brief.date}"))
    return dict(told)


def assess(context: Context) -> Outcome[BriefPart]:
    """The order against our figures, the place against its second entry, and all that is settled beforehand."""
    job, aim = context.job, context.result(AimPart)
    ordered, apart_by = order_of(job), apart_of(job)
    due = deliveries(DeliveriesInput(items=job.brief.deliveries, visit_on=job.brief.date))
    due_on = {one.item: one.due_on for one in due.result.items}
    visit, visit_findings = visit_of(job, aim.beam, due_on)
    stands_on = position_mounts(job)
    traits = sorted(traits_of(job.picks, job.brief))
    broken = repair_faults(RepairInput(seen=job.brief.repair_seen, traits=traits, words=job.picks.words)).result
    part = BriefPart(
        drive=stowed_of(job.brief, job.picks.words),
        repair=broken if job.brief.follows else None,
        position_mounts=stands_on,
        order=ordered.result if ordered else None,
        apart=apart_by.result if apart_by else None,
        visit=visit,
        deliveries=due.result,
        crew=crew_of(named(job.picks.members, job.brief.crew), job.picks.words, job.brief.date),
        stops=stops_in(job.picks.words, job.brief.hazards),
        zone=job.brief.zone,
    )
    approved = judge_approval(
        job.brief.kit, job.picks.terminal, job.picks.satellite, said="approved_kit" in job.brief.settled
    )
    findings = [
        *judge_brief(job),
        *judge_repair(job.brief.follows, job.brief.repair_seen, broken),
        *(ordered.findings if ordered else []),
        *(apart_by.findings if apart_by else []),
        *due.findings,
        *judge_order_read(job),
        *judge_codes(job, aim),
        *judge_hardware_address(job.brief.hardware_address),
        judge_crew(CREW, job.brief.crew, job.picks.members, job.picks.words, job.brief.date),
        *judge_fits(job.brief.kit, job.picks.terminal),
        *judge_labels(job.brief.kit),
        *approved,
        *judge_templates(job),
        *judge_done_by(job),
        *judge_assessed(job),
        *judge_position_mounts(stands_on),
        *judge_approved(job),
        *judge_later(job),
        *judge_settled(job.brief.settled, job.picks.words, _belied(job, aim, approved)),
        *visit_findings,
        *judge_needs(job.brief.needs, job.picks.words),
        *judge_hazards(job.brief.hazards, job.brief.cautions_seen, job.brief.hazards_sought, job.picks.words),
    ]
    return Outcome(part, findings)


__all__ = ["assess"]
