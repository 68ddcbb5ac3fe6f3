"""A whole job: what people entered, put through every calculator, station by station."""

from __future__ import annotations

from pydantic import Field

from rindle_core import job_parts, job_sky
from rindle_core.catalogue.models import Beam
from rindle_core.job_facts import AxisReading, JobFacts
from rindle_core.job_sky import PanelAim, SkyAssessment
from rindle_core.job_visit import VisitAssessment, visit_of
from rindle_core.kernel.findings import Finding, Level, missing, worst
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.stations import course as stations
from rindle_core.stations.aim.aim import AimResult
from rindle_core.stations.aim.beams import BeamResult
from rindle_core.stations.aim.instruments import DialFigures, InstrumentsResult
from rindle_core.stations.aim.plumb import PlumbResult
from rindle_core.stations.aim.work_order import WorkOrderResult
from rindle_core.stations.brief.brief import (
    DeliveriesInput,
    DeliveriesResult,
    deliveries,
    judge_hazards,
    judge_needs,
    judge_proofs,
    judge_settled,
)
from rindle_core.stations.brief.place_files import ApartResult
from rindle_core.stations.bringup.bringup import BringUpResult
from rindle_core.stations.build.steps import BuildResult
from rindle_core.stations.cable.cable import CableResult, ExtraRunsInput, ExtraRunsResult, extra_runs
from rindle_core.stations.course import StationView
from rindle_core.stations.evidence import Evidence, evidence_of
from rindle_core.stations.handover.acceptance import AcceptanceInput, AcceptanceResult, acceptance
from rindle_core.stations.mount.mast import MountResult
from rindle_core.stations.peak.panel_attitude import AttitudeResult
from rindle_core.stations.peak.peaking import LockdownResult, PeakView, lockdown
from rindle_core.stations.sky.fixed_sky import SkyResult
from rindle_core.stations.sky.low_orbit import LowOrbitResult


class JobAssessment(Model):
    """The nine stations, and every result behind them (None where an entry is missing)."""

    stations: list[StationView]
    beam: Beam | None
    coverage: BeamResult | None
    beamwidth_deg: float | None = Field(description="Of the terminal, at its receive frequency")
    aim: AimResult | None
    dial: DialFigures | None = Field(default=None, description="The figures that the crew's own instruments show")
    instruments: InstrumentsResult | None
    head_turned_deg: float = Field(
        default=0.0, description="By what the whole head, and a bar for spare feeds on it, is turned for the skew"
    )
    plumb: PlumbResult | None
    order: WorkOrderResult | None
    modem: WorkOrderResult | None = Field(default=None, description="The modem's own angles against ours")
    apart: ApartResult | None
    visit: VisitAssessment | None = Field(default=None, description="None in records of older versions")
    extra_runs: ExtraRunsResult | None = None
    deliveries: DeliveriesResult
    sky: SkyResult | None
    low_orbit: LowOrbitResult | None = None
    panel_aim: PanelAim | None = None
    attitude: AttitudeResult | None = None
    sky_more: SkyAssessment | None = Field(
        default=None, description="Positions compared, and the trial; None in records of older versions"
    )
    mount: MountResult | None
    cable: CableResult | None
    build: BuildResult | None
    elevation_peak: PeakView | None
    azimuth_peak: PeakView | None
    second_pass_gain_db: float | None
    lockdown: LockdownResult
    bringup: BringUpResult | None
    acceptance: AcceptanceResult
    predicted_level_db: float | None
    evidence: list[Evidence] = Field(default_factory=list, description="What is not shown yet, waived or not")
    may_sign_off: bool
    verdict: Level


@register("job", "A whole job through every calculator, station by station", JobFacts, JobAssessment)
def assess(facts: JobFacts) -> Outcome[JobAssessment]:
    """Runs each calculator for which the entries are there, and gives the nine stations with their verdicts."""
    aimed, mounted, cabled = job_parts.aim_of(facts), job_parts.mount_of(facts), job_parts.cable_of(facts)
    skied, simulated = job_sky.sky_of(facts), job_sky.low_orbit_of(facts)
    panel_aim = job_sky.panel_aim_of(facts, simulated.result if simulated else None)
    attitude = job_sky.attitude_of(facts, panel_aim)
    sky_more, sky_findings = job_sky.assess_sky(facts)
    watched = skied or simulated
    placed = facts.latitude_deg is not None and facts.longitude_deg is not None
    covering = job_parts.beam_of(facts)
    letter = covering.result.chosen.letter if covering and covering.result.chosen else ""
    beam = next((one for one in facts.satellite.beams if one.letter == letter), None) if facts.satellite else None
    predicted_db = job_parts.predicted_level_db(facts, beam)
    ready = {
        "place": placed,
        "aim": job_parts.free(aimed) or panel_aim is not None,
        "sky": job_parts.free(watched),
        "mount": job_parts.free(mounted),
        "cable": job_parts.free(cabled),
    }
    built = job_parts.build_of(facts, ready)
    aim_result = aimed.result if aimed else None
    elevation = job_parts.peak_of(facts, "elevation", aim_result, predicted_db, job_parts.last_pass(facts, "elevation"))
    azimuth = job_parts.peak_of(facts, "azimuth", aim_result, predicted_db, job_parts.last_pass(facts, "azimuth"))
    locked = lockdown(facts.lockdown.model_copy(update={"rules": facts.rules}))
    gain_db, pass_findings = job_parts.second_pass(
        facts, aim_result, [one.result if one else None for one in (elevation, azimuth)]
    )
    accepted = acceptance(
        AcceptanceInput(
            runs=facts.runs,
            least_ping_ms=aim_result.least_ping_ms if aim_result else None,
            position_letter=facts.position_letter,
            rules=facts.rules,
        )
    )
    measured, leaning = job_parts.instruments_of(facts, aim_result), job_parts.plumb_of(facts, aim_result)
    ordered, shown, apart_by = job_parts.order_of(facts), job_parts.modem_of(facts), job_parts.apart_of(facts)
    visit, visit_findings = visit_of(facts, beam)
    extras = extra_runs(ExtraRunsInput(runs=facts.extra_runs, cables=facts.cables, rules=facts.rules))
    due = deliveries(DeliveriesInput(items=facts.deliveries, visit_on=facts.date))
    briefed = [
        *(one.findings for one in (ordered, apart_by) if one),
        due.findings,
        judge_settled(facts.settled),
        visit_findings,
        judge_needs(facts.needs),
        judge_hazards(facts.hazards, facts.cautions_seen),
    ]
    preset = job_parts.judge_preset(facts, measured.result if measured else None)
    aiming = [one.findings for one in (aimed, covering, measured, leaning, shown) if one]
    findings: dict[str, list[Finding]] = {
        "brief": [*job_parts.judge_brief(facts), *(finding for found in briefed for finding in found)],
        "aim": _aim_findings([*aiming, preset], aimed, panel_aim),
        "sky": [*_watched(watched, sky_more.unread), *sky_findings] if watched else [stations.WAITS_FOR_BRIEF],
        "mount": mounted.findings if mounted else [stations.WAITS_FOR_MAST],
        "cable": cabled.findings if cabled else [stations.WAITS_FOR_CABLE],
        "build": built.findings if built else [stations.WAITS_FOR_BRIEF],
        "peak": _panel_peak(panel_aim, attitude)
        if panel_aim
        else [
            *(elevation.findings if elevation else []),
            *(azimuth.findings if azimuth else []),
            *pass_findings,
            *locked.findings,
        ],
    }
    brought = job_parts.bringup_of(facts, beam, findings, predicted_db)
    findings["bringup"] = brought.findings if brought else [stations.WAITS_FOR_BRIEF]
    holds = [stations.NAMES[code] for code, found in findings.items() if worst(found) is Level.HOLD]
    findings["handover"] = [
        *accepted.findings,
        *judge_proofs(facts.needs, facts.needs_proved, accepted.result.after is not None),
        *job_parts.judge_closing(facts, holds),
    ]
    online = brought is not None and brought.result.online
    results = {
        "beam": beam,
        "beamwidth_deg": facts.terminal.beamwidth_deg() if facts.terminal else None,
        "coverage": covering.result if covering else None,
        "aim": aim_result,
        "dial": job_parts.dial_of(facts, aim_result),
        "instruments": measured.result if measured else None,
        "head_turned_deg": job_parts.head_turned_deg(facts, aim_result),
        "plumb": leaning.result if leaning else None,
        "order": ordered.result if ordered else None,
        "modem": shown.result if shown else None,
        "visit": visit,
        "extra_runs": extras.result,
        "apart": apart_by.result if apart_by else None,
        "deliveries": due.result,
        "sky": skied.result if skied else None,
        "low_orbit": simulated.result if simulated else None,
        "panel_aim": panel_aim,
        "attitude": attitude.result if attitude else None,
        "sky_more": sky_more,
        "mount": mounted.result if mounted else None,
        "cable": cabled.result if cabled else None,
        "build": built.result if built else None,
        "elevation_peak": elevation.result if elevation else None,
        "azimuth_peak": azimuth.result if azimuth else None,
        "second_pass_gain_db": gain_db,
        "lockdown": locked.result,
        "bringup": brought.result if brought else None,
        "acceptance": accepted.result,
        "predicted_level_db": predicted_db,
    }
    told = {**results, "sky_empty": not job_sky.has_skyline(facts)}
    views = stations.views(facts.customer, facts.terminal, facts.satellite or facts.constellation, told, findings)
    verdict = worst(finding for found in findings.values() for finding in found)
    evidence = evidence_of(findings, facts.waivers)
    proved = all(one.waiver is not None for one in evidence)
    assessment = JobAssessment(
        stations=views,
        evidence=evidence,
        may_sign_off=online and proved and not holds and accepted.result.after is not None,
        verdict=verdict,
        **results,
    )
    return Outcome(assessment, [finding for found in findings.values() for finding in found])


def _watched(found: Outcome[SkyResult] | Outcome[LowOrbitResult], unread: bool) -> list[Finding]:
    """The sky's findings; nothing is called clear while too little of it was read."""
    return [one for one in found.findings if not (unread and one.level is Level.CLEAR)]


def _aim_findings(
    aiming: list[list[Finding]], aimed: Outcome[AimResult] | None, panel_aim: PanelAim | None
) -> list[Finding]:
    if panel_aim is not None:
        return job_sky.judge_panel_aim(panel_aim)
    return [finding for found in aiming for finding in found] if aimed else [stations.WAITS_FOR_BRIEF]


def _panel_peak(panel_aim: PanelAim, attitude: Outcome[AttitudeResult] | None) -> list[Finding]:
    """A panel is not peaked: it turns itself, or its attitude is brought into its tolerance."""
    if attitude is not None:
        return attitude.findings
    if panel_aim.self_aiming:
        return job_sky.judge_panel_aim(panel_aim)
    return [
        missing(
            "peak.attitude",
            "The panel's attitude is not read",
            "Read bearing and tilt from its page or with the instruments.",
        )
    ]


__all__ = ["AxisReading", "JobAssessment", "JobFacts", "assess"]
