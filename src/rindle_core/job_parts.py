"""A job's facts put into the input of each calculator, and the judgements that look at the job as a whole."""

from __future__ import annotations

from typing import Any, Literal

from rindle_core.catalogue.models import Beam, Instrument
from rindle_core.job_facts import JobFacts
from rindle_core.kernel.findings import Finding, Level, at_most, missing, worst
from rindle_core.kernel.registry import Outcome
from rindle_core.stations.aim import beams
from rindle_core.stations.aim.aim import AimInput, AimResult, aim
from rindle_core.stations.aim.beams import BeamInput, BeamResult
from rindle_core.stations.aim.instruments import (
    DialFigures,
    InstrumentsInput,
    InstrumentsResult,
    dial_figures,
    instrument_bias,
    instruments,
)
from rindle_core.stations.aim.level import expected_level
from rindle_core.stations.aim.plumb import PlumbInput, PlumbResult, plumb
from rindle_core.stations.aim.work_order import WorkOrderInput, WorkOrderResult, work_order
from rindle_core.stations.brief.place_files import ApartInput, ApartResult, apart
from rindle_core.stations.bringup.bringup import BringUpFacts, BringUpInput, BringUpResult, bringup
from rindle_core.stations.build.steps import BuildInput, BuildResult, build
from rindle_core.stations.cable.cable import CableInput, CableResult, cable
from rindle_core.stations.mount.mast import MountInput, MountResult, mount
from rindle_core.stations.mount.wind import DISH_FORCE_COEFFICIENT
from rindle_core.stations.peak.peaking import Axis, PeakInput, PeakReading, PeakView, peak

_AXES: tuple[Axis, Axis] = ("elevation", "azimuth")


def aim_of(facts: JobFacts) -> Outcome[AimResult] | None:
    """The `aim` calculator on this job; None while place or satellite is missing."""
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


def beam_of(facts: JobFacts) -> Outcome[BeamResult] | None:
    """The `beam` calculator on this job; None while place or satellite is missing."""
    if facts.satellite is None or facts.latitude_deg is None or facts.longitude_deg is None:
        return None
    return beams.beam(
        BeamInput(
            latitude_deg=facts.latitude_deg,
            longitude_deg=facts.longitude_deg,
            beams=facts.satellite.beams,
            polarization=facts.terminal.polarization if facts.terminal else None,
            rules=facts.rules,
        )
    )


def predicted_level_db(facts: JobFacts, beam: Beam | None) -> float | None:
    """Clear-sky Es/N0 that the beam promises at this site with this terminal; None while one of them is missing."""
    if beam is None or facts.terminal is None or facts.satellite is None:
        return None
    if facts.latitude_deg is None or facts.longitude_deg is None:
        return None
    return expected_level(
        beam,
        satellite_longitude_deg=facts.satellite.longitude_deg,
        latitude_deg=facts.latitude_deg,
        longitude_deg=facts.longitude_deg,
        height_m=facts.height_m,
        receive_ghz=facts.terminal.receive_ghz,
        reference_gain_db=facts.terminal.reference_gain_db,
    ).es_n0_db


def head_turned_deg(facts: JobFacts, aimed: AimResult | None) -> float:
    """Turn of the whole head, clockwise from behind: the skew where that is how this terminal sets it, else none."""
    whole = facts.terminal is not None and facts.terminal.skew_mechanism == "head"
    return aimed.skew_deg if whole and aimed is not None else 0.0


def correction(own: Instrument | None, typed_deg: float) -> float:
    """The chosen instrument's correction where it was ever checked, else the typed one."""
    known = instrument_bias(own).result.correction_deg if own else None
    return typed_deg if known is None else known


def dial_of(facts: JobFacts, aimed: AimResult | None) -> DialFigures | None:
    """What the chosen instruments show; None while nothing is aimed at."""
    if aimed is None or not aimed.visible:
        return None
    return dial_figures(
        aimed,
        correction(facts.compass, facts.compass_correction_deg),
        correction(facts.clinometer, facts.clinometer_correction_deg),
    )


def instruments_of(facts: JobFacts, aimed: AimResult | None) -> Outcome[InstrumentsResult] | None:
    """The `instruments` calculator; None until there is a terminal and a visible satellite."""
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
            compass_correction_deg=correction(facts.compass, facts.compass_correction_deg),
            clinometer_correction_deg=correction(facts.clinometer, facts.clinometer_correction_deg),
            rules=facts.rules,
        )
    )


def judge_preset(facts: JobFacts, measured: InstrumentsResult | None) -> list[Finding]:
    """The elevation as it was preset against the first clinometer figure: a sweep only finds the satellite at the right
    height.
    """
    if measured is None or facts.preset_measured_deg is None:
        return []
    return [
        at_most(
            abs(facts.preset_measured_deg - measured.figures[0].reading),
            facts.rules.preset_elevation_deg,
            level=Level.MIND,
            code="aim.preset",
            unit="deg",
            clear="The elevation is preset well enough",
            over="The elevation is not preset well enough",
            why="What the clinometer shows now, against what it has to show; a sweep in azimuth passes below or above "
            "otherwise.",
            clears_by="Turn the elevation screw until the clinometer shows its figure, then read again.",
            source="House rule: preset elevation",
        )
    ]


def plumb_of(facts: JobFacts, aimed: AimResult | None) -> Outcome[PlumbResult] | None:
    """The `plumb` calculator; None while no lean was measured."""
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


def _angles_of(
    facts: JobFacts,
    azimuth_deg: float | None,
    elevation_deg: float | None,
    skew_deg: float | None,
    said_by: Literal["order", "modem"],
) -> Outcome[WorkOrderResult] | None:
    placed = facts.latitude_deg is not None and facts.longitude_deg is not None
    if not placed or facts.satellite is None or (azimuth_deg is None and elevation_deg is None and skew_deg is None):
        return None
    return work_order(
        WorkOrderInput(
            latitude_deg=facts.latitude_deg or 0.0,
            longitude_deg=facts.longitude_deg or 0.0,
            height_m=facts.height_m,
            date=facts.date,
            satellite=facts.satellite,
            others=facts.others,
            clinometer=facts.terminal.clinometer if facts.terminal else None,
            printed_azimuth_deg=azimuth_deg,
            printed_elevation_deg=elevation_deg,
            printed_skew_deg=skew_deg,
            said_by=said_by,
            tolerance_deg=facts.rules.printed_tolerance_deg,
        )
    )


def order_of(facts: JobFacts) -> Outcome[WorkOrderResult] | None:
    """The `work_order` calculator; None while nothing printed was entered."""
    return _angles_of(facts, facts.printed_azimuth_deg, facts.printed_elevation_deg, facts.printed_skew_deg, "order")


def modem_of(facts: JobFacts) -> Outcome[WorkOrderResult] | None:
    """The `work_order` calculator on what the modem's own page shows; None while nothing of it was entered."""
    return _angles_of(facts, facts.modem_azimuth_deg, facts.modem_elevation_deg, None, "modem")


def apart_of(facts: JobFacts) -> Outcome[ApartResult] | None:
    """The `apart` calculator; None while there is only one entry for the site."""
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


def mount_of(facts: JobFacts) -> Outcome[MountResult] | None:
    """The `mount` calculator; None while the mast is not measured.

    The wind grows with height: while nobody said how high the antenna stands over the ground, its verdict is not known.
    """
    terminal = facts.terminal
    if (
        terminal is None
        or facts.mast_diameter_mm is None
        or facts.mast_wall_mm is None
        or facts.mast_free_length_m is None
    ):
        return None
    found = mount(
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
    if facts.height_above_ground_m is not None:
        return found
    unknown = missing(
        "mount.height",
        "How high it stands over the ground is not known",
        "Enter the height over ground: the gust is the stronger the higher it stands.",
    )
    return Outcome(found.result, [*found.findings, unknown])


def cable_of(facts: JobFacts) -> Outcome[CableResult] | None:
    """The `cable` calculator; None while terminal or cable is not chosen."""
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


def free(outcome: Outcome[Any] | None) -> bool:
    """Whether a station has its entries and no hold: what a hold point asks."""
    return outcome is not None and worst(outcome.findings) in (Level.CLEAR, Level.MIND)


def build_of(facts: JobFacts, ready: dict[str, bool]) -> Outcome[BuildResult] | None:
    """The `build` calculator; `ready` says which stations have their entries and no hold."""
    if facts.terminal is None:
        return None
    return build(BuildInput(steps=facts.terminal.build_steps, marks=facts.step_marks, entries=ready))


def readings(facts: JobFacts, axis: Axis, pass_number: int) -> list[PeakReading]:
    """The readings of an axis on a pass, oldest first."""
    return [
        PeakReading(turns=r.turns, level_db=r.level_db, turning=r.turning)
        for r in facts.readings
        if r.axis == axis and r.pass_number == pass_number
    ]


def last_pass(facts: JobFacts, axis: Axis) -> int:
    """Number of the axis's newest pass; 1 before any reading."""
    return max((r.pass_number for r in facts.readings if r.axis == axis), default=1)


def peak_of(
    facts: JobFacts, axis: Axis, aimed: AimResult | None, predicted_db: float | None, pass_number: int
) -> Outcome[PeakView] | None:
    """The `peak` calculator on one axis and pass; None without a terminal."""
    terminal = facts.terminal
    if terminal is None or terminal.panel is not None:
        return None
    return peak(
        PeakInput(
            axis=axis,
            readings=readings(facts, axis, pass_number),
            screw=terminal.elevation_screw if axis == "elevation" else terminal.azimuth_screw,
            elevation_deg=min(90.0, max(0.0, aimed.elevation_apparent_deg)) if aimed else 0.0,
            beamwidth_deg=terminal.beamwidth_deg(),
            predicted_level_db=predicted_db,
            rules=facts.rules,
        )
    )


def second_pass(
    facts: JobFacts, aimed: AimResult | None, views: list[PeakView | None]
) -> tuple[float | None, list[Finding]]:
    """Gain of the last full pass over the one before, fitted top against fitted top, and whether another is worth it.

    A tilted mast couples the axes, so the passes are repeated until one gains less than the house rule.
    """
    passes = [last_pass(facts, axis) for axis in _AXES]
    tops = [view.fit.top_level_db for view in views if view is not None and view.fit is not None]
    if min(passes) < 2 or len(tops) < 2:
        return None, []
    earlier = [peak_of(facts, axis, aimed, None, last - 1) for axis, last in zip(_AXES, passes, strict=True)]
    fits = [one.result.fit for one in earlier if one is not None]
    before = max((fit.top_level_db for fit in fits if fit is not None), default=None)
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


def before_power_open(facts: JobFacts) -> list[str]:
    """Titles of the steps that come before power and are not marked done."""
    if facts.terminal is None:
        return []
    done = {mark.code for mark in facts.step_marks}
    return [step.title for step in facts.terminal.build_steps if step.before_power and step.code not in done]


def bringup_of(
    facts: JobFacts, beam: Beam | None, outcomes: dict[str, list[Finding]], predicted_db: float | None
) -> Outcome[BringUpResult] | None:
    """The `bringup` calculator with what the other stations know; None without a terminal."""
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
            rules=facts.rules,
            facts=BringUpFacts(
                beam_letter_entered=facts.beam_letter,
                beam_letter_expected=beam.letter if beam else "",
                level_db=facts.device_level_db,
                predicted_level_db=predicted_db,
                supply_on_hold=held("cable.supply"),
                cable_loss_on_hold=held("cable.loss"),
                beam_touched=held("sky.tube"),
                before_power_open=before_power_open(facts),
            ),
        )
    )


def _target(facts: JobFacts) -> tuple[bool, str, str, str]:
    """A dish looks at a satellite, a panel at a constellation."""
    if facts.terminal is not None and facts.terminal.panel is not None:
        return (
            facts.constellation is not None,
            "brief.constellation",
            "No constellation is chosen",
            "Choose the constellation of the order.",
        )
    return (
        facts.satellite is not None,
        "brief.satellite",
        "No satellite is chosen",
        "Choose the satellite of the order.",
    )


def judge_brief(facts: JobFacts) -> list[Finding]:
    """Whether the brief has what the later stations read."""
    wanted = [
        (bool(facts.customer), "brief.customer", "The customer has no name yet", "Enter the customer's name."),
        (facts.latitude_deg is not None, "brief.place", "The place is not known", "Type or paste the coordinates."),
        (
            facts.terminal is not None,
            "brief.terminal",
            "No terminal is chosen",
            "Choose a terminal from the catalogue.",
        ),
        _target(facts),
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
        Finding(
            level=Level.CLEAR,
            code="brief.complete",
            message="The brief is complete",
            why="All that the later stations read is there.",
        )
    ]


def judge_closing(facts: JobFacts, holds: list[str]) -> list[Finding]:
    """The stations on hold, said once more where the job is handed over."""
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
