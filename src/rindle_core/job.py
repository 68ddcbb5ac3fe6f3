"""A whole job: what people entered, put through every calculator, station by station."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from rindle_core import beams, stations
from rindle_core.acceptance import AcceptanceInput, AcceptanceResult, ServiceRun, acceptance
from rindle_core.aim import AimInput, AimResult, ModelDay, aim
from rindle_core.beams import BeamInput, BeamResult
from rindle_core.brief import DeliveriesInput, DeliveriesResult, Delivery, deliveries, judge_hazards, judge_needs
from rindle_core.bringup import BringUpFacts, BringUpInput, BringUpResult, StateEntered, bringup
from rindle_core.cable import CableInput, CablePiece, CableResult, cable
from rindle_core.catalogue import Beam, CoaxCable, Instrument, Satellite, Terminal
from rindle_core.findings import Finding, Level, missing, worst
from rindle_core.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.instruments import InstrumentsInput, InstrumentsResult, instrument_bias, instruments
from rindle_core.mast import MountInput, MountResult, mount
from rindle_core.model import Model
from rindle_core.peaking import Axis, LockdownInput, LockdownResult, PeakInput, PeakReading, PeakView, Turning, lockdown, peak
from rindle_core.place_files import ApartInput, ApartResult, apart
from rindle_core.plumb import PlumbInput, PlumbResult, plumb
from rindle_core.registry import Outcome, register
from rindle_core.skyline import SkyInput, SkylinePoint, SkyResult, sky
from rindle_core.stations import StationView
from rindle_core.steps import BuildInput, BuildResult, StepMark, build
from rindle_core.wind import DISH_FORCE_COEFFICIENT
from rindle_core.work_order import WorkOrderInput, WorkOrderResult, work_order


class AxisReading(Model):
    """A peaking reading with its axis and its pass (1 for the first time round)."""

    axis: Axis
    pass_number: int = Field(default=1, ge=1, le=20)
    turns: float = Field(ge=-200, le=200)
    level_db: float = Field(ge=-60, le=60)
    turning: Turning = "up"


class JobFacts(Model):
    """Everything that people entered or devices reported. None or empty: not yet."""

    customer: str = Field(default="", max_length=120)
    service_wanted: str = Field(default="", max_length=400)
    latitude_deg: float | None = Field(default=None, ge=-90, le=90)
    longitude_deg: float | None = Field(default=None, ge=-180, le=180)
    height_m: float = Field(default=0.0, ge=-500, le=9000)
    date: ModelDay
    terminal: Terminal | None = None
    satellite: Satellite | None = None
    cables: list[CoaxCable] = Field(default_factory=list)
    runs: list[ServiceRun] = Field(default_factory=list)
    others: list[Satellite] = Field(default_factory=list, description="Other satellites of the stores")
    other_latitude_deg: float | None = Field(default=None, ge=-90, le=90, description="A second entry for the same site")
    other_longitude_deg: float | None = Field(default=None, ge=-180, le=180)
    printed_azimuth_deg: float | None = Field(default=None, ge=0, lt=360.0001, description="On the work order")
    printed_elevation_deg: float | None = Field(default=None, ge=-90, le=90)
    printed_skew_deg: float | None = Field(default=None, ge=-90, le=90)
    needs: list[str] = Field(default_factory=list, max_length=20)
    hazards: list[str] = Field(default_factory=list, max_length=20)
    cautions_seen: list[str] = Field(default_factory=list, max_length=20)
    access: str = Field(default="", max_length=600)
    deliveries: list[Delivery] = Field(default_factory=list, max_length=100)
    lean_deg: float | None = Field(default=None, ge=0, le=30)
    lean_towards_deg: float | None = Field(default=None, ge=0, lt=360.0001)
    compass: Instrument | None = Field(default=None, description="The crew's own, with its checks")
    clinometer: Instrument | None = None
    compass_correction_deg: float = Field(default=0.0, ge=-20, le=20)
    clinometer_correction_deg: float = Field(default=0.0, ge=-10, le=10)
    skyline: list[SkylinePoint] = Field(default_factory=list)
    mast_diameter_mm: float | None = Field(default=None, gt=0, le=500)
    mast_wall_mm: float | None = Field(default=None, gt=0, le=50)
    mast_free_length_m: float | None = Field(default=None, gt=0, le=20)
    height_above_ground_m: float | None = Field(default=None, ge=0, le=300)
    cable_code: str = ""
    cable_pieces: list[CablePiece] = Field(default_factory=list)
    connectors: int = Field(default=2, ge=0, le=20)
    step_marks: list[StepMark] = Field(default_factory=list)
    readings: list[AxisReading] = Field(default_factory=list)
    lockdown: LockdownInput = LockdownInput()
    beam_letter: str = ""
    activation_code: str = ""
    states_entered: list[StateEntered] = Field(default_factory=list)
    device_now_s: float = Field(default=0.0, ge=0)
    device_level_db: float | None = None
    rules: HouseRules = DEFAULT_RULES


class JobAssessment(Model):
    """The nine stations, and every result behind them (None where an entry is missing)."""

    stations: list[StationView]
    beam: Beam | None
    coverage: BeamResult | None
    beamwidth_deg: float | None = Field(description="Of the terminal, at its receive frequency")
    aim: AimResult | None
    instruments: InstrumentsResult | None
    plumb: PlumbResult | None
    order: WorkOrderResult | None
    apart: ApartResult | None
    deliveries: DeliveriesResult
    sky: SkyResult | None
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
    may_sign_off: bool
    verdict: Level


def _aim(facts: JobFacts) -> Outcome[AimResult] | None:
    if facts.latitude_deg is None or facts.longitude_deg is None or facts.satellite is None:
        return None
    return aim(
        AimInput(
            latitude_deg=facts.latitude_deg,
            longitude_deg=facts.longitude_deg,
            height_m=facts.height_m,
            satellite_longitude_deg=facts.satellite.longitude_deg,
            satellite_tilt_deg=facts.satellite.tilt_deg,
            date=facts.date,
            clinometer=facts.terminal.clinometer if facts.terminal else None,
            rules=facts.rules,
        )
    )


def _beam(facts: JobFacts) -> Outcome[BeamResult] | None:
    if facts.satellite is None or facts.latitude_deg is None or facts.longitude_deg is None:
        return None
    return beams.beam(
        BeamInput(latitude_deg=facts.latitude_deg, longitude_deg=facts.longitude_deg, beams=facts.satellite.beams, rules=facts.rules)
    )


def _correction(own: Instrument | None, typed_deg: float) -> float:
    """The chosen instrument's correction where it was ever checked, else the typed one."""
    known = instrument_bias(own).result.correction_deg if own else None
    return typed_deg if known is None else known


def _instruments(facts: JobFacts, aimed: AimResult | None) -> Outcome[InstrumentsResult] | None:
    terminal = facts.terminal
    if aimed is None or terminal is None or not aimed.visible:
        return None
    return instruments(
        InstrumentsInput(
            azimuth_true_deg=aimed.azimuth_true_deg,
            azimuth_magnetic_deg=aimed.azimuth_magnetic_deg,
            declination_uncertainty_deg=aimed.declination_uncertainty_deg,
            elevation_apparent_deg=aimed.elevation_apparent_deg,
            skew_deg=aimed.skew_deg,
            beamwidth_deg=terminal.beamwidth_deg(),
            faces=[terminal.clinometer, *terminal.other_faces],
            skew_mechanism=terminal.skew_mechanism,
            azimuth_span_turns=terminal.azimuth_screw.span_turns * 2,
            compass_correction_deg=_correction(facts.compass, facts.compass_correction_deg),
            clinometer_correction_deg=_correction(facts.clinometer, facts.clinometer_correction_deg),
            rules=facts.rules,
        )
    )


def _plumb(facts: JobFacts, aimed: AimResult | None) -> Outcome[PlumbResult] | None:
    if aimed is None or not aimed.visible or facts.lean_deg is None or facts.lean_towards_deg is None:
        return None
    return plumb(
        PlumbInput(
            azimuth_true_deg=aimed.azimuth_true_deg,
            elevation_deg=aimed.elevation_apparent_deg,
            lean_deg=facts.lean_deg,
            lean_towards_deg=facts.lean_towards_deg,
            rules=facts.rules,
        )
    )


def _order(facts: JobFacts) -> Outcome[WorkOrderResult] | None:
    printed = (facts.printed_azimuth_deg, facts.printed_elevation_deg, facts.printed_skew_deg)
    if facts.latitude_deg is None or facts.longitude_deg is None or facts.satellite is None or all(one is None for one in printed):
        return None
    return work_order(
        WorkOrderInput(
            latitude_deg=facts.latitude_deg,
            longitude_deg=facts.longitude_deg,
            height_m=facts.height_m,
            date=facts.date,
            satellite=facts.satellite,
            others=facts.others,
            clinometer=facts.terminal.clinometer if facts.terminal else None,
            printed_azimuth_deg=printed[0],
            printed_elevation_deg=printed[1],
            printed_skew_deg=printed[2],
        )
    )


def _apart(facts: JobFacts) -> Outcome[ApartResult] | None:
    here, there = (facts.latitude_deg, facts.longitude_deg), (facts.other_latitude_deg, facts.other_longitude_deg)
    if here[0] is None or here[1] is None or there[0] is None or there[1] is None:
        return None
    return apart(
        ApartInput(
            first_latitude_deg=here[0],
            first_longitude_deg=here[1],
            second_latitude_deg=there[0],
            second_longitude_deg=there[1],
            rules=facts.rules,
        )
    )


def _sky(facts: JobFacts) -> Outcome[SkyResult] | None:
    if facts.latitude_deg is None or facts.longitude_deg is None or facts.satellite is None or facts.terminal is None:
        return None
    return sky(
        SkyInput(
            latitude_deg=facts.latitude_deg,
            longitude_deg=facts.longitude_deg,
            height_m=facts.height_m,
            satellite_longitude_deg=facts.satellite.longitude_deg,
            date=facts.date,
            aperture_mm=facts.terminal.aperture_mm,
            receive_ghz=facts.terminal.receive_ghz,
            skyline=facts.skyline,
            rules=facts.rules,
        )
    )


def _mount(facts: JobFacts) -> Outcome[MountResult] | None:
    terminal = facts.terminal
    if terminal is None or facts.mast_diameter_mm is None or facts.mast_wall_mm is None or facts.mast_free_length_m is None:
        return None
    return mount(
        MountInput(
            mast_diameter_mm=facts.mast_diameter_mm,
            mast_wall_mm=facts.mast_wall_mm,
            free_length_m=facts.mast_free_length_m,
            height_above_ground_m=facts.height_above_ground_m or facts.mast_free_length_m,
            altitude_m=facts.height_m,
            window=terminal.mast,
            aperture_mm=terminal.aperture_mm,
            beamwidth_deg=terminal.beamwidth_deg(),
            antenna_mass_kg=terminal.mass_kg(),
            force_coefficient=terminal.wind_force_coefficient or DISH_FORCE_COEFFICIENT,
            rules=facts.rules,
        )
    )


def _cable(facts: JobFacts) -> Outcome[CableResult] | None:
    chosen = next((one for one in facts.cables if one.code == facts.cable_code), None)
    if facts.terminal is None or chosen is None:
        return None
    return cable(
        CableInput(
            pieces=facts.cable_pieces,
            cable=chosen,
            connectors=facts.connectors,
            limits=facts.terminal.cable,
            supply=facts.terminal.supply,
            rules=facts.rules,
        )
    )


def _free(outcome: Outcome[SkyResult] | Outcome[MountResult] | Outcome[CableResult] | Outcome[AimResult] | None) -> bool:
    """Whether a station has its entries and no hold: what a hold point asks."""
    return outcome is not None and worst(outcome.findings) in (Level.CLEAR, Level.MIND)


def _build(facts: JobFacts, ready: dict[str, bool]) -> Outcome[BuildResult] | None:
    if facts.terminal is None:
        return None
    return build(BuildInput(steps=facts.terminal.build_steps, marks=facts.step_marks, entries=ready))


def _readings(facts: JobFacts, axis: Axis, pass_number: int) -> list[PeakReading]:
    return [
        PeakReading(turns=r.turns, level_db=r.level_db, turning=r.turning)
        for r in facts.readings
        if r.axis == axis and r.pass_number == pass_number
    ]


def _last_pass(facts: JobFacts, axis: Axis) -> int:
    return max((r.pass_number for r in facts.readings if r.axis == axis), default=1)


def _peak(facts: JobFacts, axis: Axis, aimed: AimResult | None, predicted_db: float | None, pass_number: int) -> Outcome[PeakView] | None:
    terminal = facts.terminal
    if terminal is None:
        return None
    return peak(
        PeakInput(
            axis=axis,
            readings=_readings(facts, axis, pass_number),
            screw=terminal.elevation_screw if axis == "elevation" else terminal.azimuth_screw,
            elevation_deg=min(90.0, max(0.0, aimed.elevation_apparent_deg)) if aimed else 0.0,
            beamwidth_deg=terminal.beamwidth_deg(),
            predicted_level_db=predicted_db,
            rules=facts.rules,
        )
    )


def _second_pass(facts: JobFacts, views: list[PeakView | None]) -> tuple[float | None, list[Finding]]:
    """Gain of the last full pass over the one before, and whether another is worth it.

    A tilted mast couples the axes, so the passes are repeated until one gains less than the house rule.
    """
    passes = [_last_pass(facts, axis) for axis in ("elevation", "azimuth")]
    tops = [view.fit.top_level_db for view in views if view is not None and view.fit is not None]
    if min(passes) < 2 or len(tops) < 2:
        return None, []
    earlier = [
        max((r.level_db for r in facts.readings if r.axis == axis and r.pass_number == last - 1), default=None)
        for axis, last in zip(("elevation", "azimuth"), passes, strict=True)
    ]
    before = max((level for level in earlier if level is not None), default=None)
    if before is None:
        return None, []
    gain_db = max(tops) - before
    level = Level.CLEAR if gain_db <= facts.rules.second_pass_db else Level.MIND
    finding = Finding(
        level=level,
        code="peak.second_pass",
        message="Another pass is not worth it" if level is Level.CLEAR else "The last pass still gained",
        why="On a mast out of plumb each axis moves the other a little.",
        figure=gain_db,
        limit=facts.rules.second_pass_db,
        unit="db",
        clears_by="" if level is Level.CLEAR else "Peak elevation and azimuth once more.",
        source="House rule: second pass",
    )
    return gain_db, [finding]


def _bringup(
    facts: JobFacts, beam: Beam | None, outcomes: dict[str, list[Finding]], predicted_db: float | None
) -> Outcome[BringUpResult] | None:
    if facts.terminal is None:
        return None

    def held(code: str) -> bool:
        return any(f.code == code and f.level is Level.HOLD for findings in outcomes.values() for f in findings)

    return bringup(
        BringUpInput(
            states=facts.terminal.bringup_states,
            entries=facts.terminal.entries,
            told={"beam_letter": facts.beam_letter, "activation_code": facts.activation_code},
            entered=facts.states_entered,
            now_s=facts.device_now_s,
            facts=BringUpFacts(
                beam_letter_entered=facts.beam_letter,
                beam_letter_expected=beam.letter if beam else "",
                level_db=facts.device_level_db,
                predicted_level_db=predicted_db,
                supply_on_hold=held("cable.supply"),
                cable_loss_on_hold=held("cable.loss"),
                beam_touched=held("sky.tube"),
            ),
        )
    )


def _judge_brief(facts: JobFacts) -> list[Finding]:
    wanted = [
        (bool(facts.customer), "brief.customer", "The customer has no name yet", "Enter the customer's name."),
        (facts.latitude_deg is not None, "brief.place", "The place is not known", "Type or paste the coordinates."),
        (facts.terminal is not None, "brief.terminal", "No terminal is chosen", "Choose a terminal from the catalogue."),
        (facts.satellite is not None, "brief.satellite", "No satellite is chosen", "Choose the satellite of the order."),
    ]
    findings = [missing(code, message, how) for there, code, message, how in wanted if not there]
    if not any(run.when == "before" for run in facts.runs):
        findings.append(
            Finding(
                level=Level.MIND,
                code="brief.before",
                message="The present service is not measured",
                why="Without it the gain cannot be shown when the job is handed over.",
                clears_by="Enter a few runs before anything is changed.",
                source="Median of runs",
            )
        )
    if findings:
        return findings
    return [
        Finding(level=Level.CLEAR, code="brief.complete", message="The brief is complete", why="All that the later stations read is there.")
    ]


def _judge_closing(facts: JobFacts, holds: list[str]) -> list[Finding]:
    if not holds:
        return []
    return [
        Finding(
            level=Level.HOLD,
            code="handover.open_holds",
            message="Other stations are still on hold",
            why=f"A job is not handed over while these stand: {', '.join(holds)}.",
            figure=float(len(holds)),
            limit=0.0,
            unit="count",
            clears_by="Clear each hold at its station.",
            source="Verdicts of the stations",
        )
    ]


@register("job", "A whole job through every calculator, station by station", JobFacts, JobAssessment)
def assess(facts: JobFacts) -> Outcome[JobAssessment]:
    """Runs each calculator for which the entries are there, and gives the nine stations with their verdicts."""
    aimed, skied, mounted, cabled = _aim(facts), _sky(facts), _mount(facts), _cable(facts)
    placed = facts.latitude_deg is not None and facts.longitude_deg is not None
    covering = _beam(facts)
    letter = covering.result.chosen.letter if covering and covering.result.chosen else ""
    beam = next((one for one in facts.satellite.beams if one.letter == letter), None) if facts.satellite else None
    predicted_db = beam.expected_es_n0_db + facts.terminal.reference_gain_db if beam and facts.terminal else None
    ready = {"place": placed, "aim": _free(aimed), "sky": _free(skied), "mount": _free(mounted), "cable": _free(cabled)}
    built = _build(facts, ready)
    aim_result = aimed.result if aimed else None
    elevation = _peak(facts, "elevation", aim_result, predicted_db, _last_pass(facts, "elevation"))
    azimuth = _peak(facts, "azimuth", aim_result, predicted_db, _last_pass(facts, "azimuth"))
    locked = lockdown(facts.lockdown.model_copy(update={"rules": facts.rules}))
    gain_db, pass_findings = _second_pass(facts, [one.result if one else None for one in (elevation, azimuth)])
    accepted = acceptance(AcceptanceInput(runs=facts.runs, least_ping_ms=aim_result.least_ping_ms if aim_result else None))
    measured, leaning, ordered, apart_by = _instruments(facts, aim_result), _plumb(facts, aim_result), _order(facts), _apart(facts)
    due = deliveries(DeliveriesInput(items=facts.deliveries, visit_on=facts.date))
    briefed = [
        *(one.findings for one in (ordered, apart_by) if one),
        due.findings,
        judge_needs(facts.needs),
        judge_hazards(facts.hazards, facts.cautions_seen),
    ]
    aiming = [one.findings for one in (aimed, covering, measured, leaning) if one]
    findings: dict[str, list[Finding]] = {
        "brief": [*_judge_brief(facts), *(finding for found in briefed for finding in found)],
        "aim": [finding for found in aiming for finding in found] if aimed else [stations.WAITS_FOR_BRIEF],
        "sky": skied.findings if skied else [stations.WAITS_FOR_BRIEF],
        "mount": mounted.findings if mounted else [stations.WAITS_FOR_MAST],
        "cable": cabled.findings if cabled else [stations.WAITS_FOR_CABLE],
        "build": built.findings if built else [stations.WAITS_FOR_BRIEF],
        "peak": [*(elevation.findings if elevation else []), *(azimuth.findings if azimuth else []), *pass_findings, *locked.findings],
    }
    brought = _bringup(facts, beam, findings, predicted_db)
    findings["bringup"] = brought.findings if brought else [stations.WAITS_FOR_BRIEF]
    holds = [stations.NAMES[code] for code, found in findings.items() if worst(found) is Level.HOLD]
    findings["handover"] = [*accepted.findings, *_judge_closing(facts, holds)]
    online = brought is not None and brought.result.online
    results = {
        "beam": beam,
        "beamwidth_deg": facts.terminal.beamwidth_deg() if facts.terminal else None,
        "coverage": covering.result if covering else None,
        "aim": aim_result,
        "instruments": measured.result if measured else None,
        "plumb": leaning.result if leaning else None,
        "order": ordered.result if ordered else None,
        "apart": apart_by.result if apart_by else None,
        "deliveries": due.result,
        "sky": skied.result if skied else None,
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
    views = stations.views(facts.customer, facts.terminal, facts.satellite, results, findings)
    verdict = worst(finding for found in findings.values() for finding in found)
    assessment = JobAssessment(
        stations=views, may_sign_off=online and not holds and accepted.result.after is not None, verdict=verdict, **results
    )
    return Outcome(assessment, [finding for found in findings.values() for finding in found])


StationCode = Literal["brief", "aim", "sky", "mount", "cable", "build", "peak", "bringup", "handover"]

__all__ = ["AxisReading", "JobAssessment", "JobFacts", "StationCode", "assess"]
