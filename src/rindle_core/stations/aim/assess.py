"""Aim put together: where the antenna is turned, what each instrument shows, and what the beam promises."""

from __future__ import annotations

from rindle_core.catalogue.models import Beam
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.registry import Outcome
from rindle_core.science.site import Site
from rindle_core.stations.aim import beams
from rindle_core.stations.aim.aim import AimResult
from rindle_core.stations.aim.aimed import aim_at
from rindle_core.stations.aim.arc import judge_inclined
from rindle_core.stations.aim.beams import BeamInput, BeamResult
from rindle_core.stations.aim.beside import feeds_of, landmarks_seen
from rindle_core.stations.aim.dial import correction, dial_of, judge_checks, judge_lean_side, plumb_of
from rindle_core.stations.aim.dial_figures import DialFigures, preset_off_deg
from rindle_core.stations.aim.findings import PRESET, PRESET_SIDE
from rindle_core.stations.aim.instruments import AS_USUAL, InstrumentsInput, InstrumentsResult, instruments
from rindle_core.stations.aim.link import LinkInput, LinkResult, link
from rindle_core.stations.aim.panel_aim import judge_panel_aim, panel_aim_of
from rindle_core.stations.aim.part import AimPart
from rindle_core.stations.aim.plumb import PlumbResult
from rindle_core.stations.aim.printed import printed_angles
from rindle_core.stations.aim.set_ups import judge_stands, set_ups_of
from rindle_core.stations.aim.work_order import WorkOrderResult
from rindle_core.stations.brief.visit import error_of_place_m
from rindle_core.stations.entries import JobInput
from rindle_core.stations.sky.part import SkyPart
from rindle_core.stations.station import WAITS_FOR_BRIEF, Context


def beam_of(job: JobInput) -> Outcome[BeamResult] | None:
    """The `beam` calculator on this job; None while place or satellite is missing."""
    if job.picks.satellite is None or job.brief.latitude_deg is None or job.brief.longitude_deg is None:
        return None
    return beams.beam(
        BeamInput(
            latitude_deg=job.brief.latitude_deg,
            longitude_deg=job.brief.longitude_deg,
            beams=job.picks.satellite.beams,
            polarization=job.picks.terminal.polarization if job.picks.terminal else None,
            sends=job.picks.terminal.sends if job.picks.terminal else "",
            rules=job.picks.rules,
        )
    )


def link_of(job: JobInput, beam: Beam | None) -> Outcome[LinkResult] | None:
    """The `link` calculator: clear-sky level that the beam promises here, and what rain takes of it; None while one of
    its entries is missing, or below the horizon.
    """
    terminal, satellite, place = job.picks.terminal, job.picks.satellite, job.brief.place
    if beam is None or terminal is None or satellite is None or place is None:
        return None
    site = Site(latitude_deg=place[0], longitude_deg=place[1], height_m=job.brief.above_sea_m)
    if site.look(satellite.longitude_deg).elevation_deg <= 0:
        return None
    return link(
        LinkInput(
            **site.model_dump(),
            satellite_longitude_deg=satellite.longitude_deg,
            satellite_tilt_deg=satellite.tilt_deg,
            beam=beam,
            polarization=terminal.polarization,
            receive_ghz=terminal.receive_ghz,
            aperture_mm=terminal.aperture_mm,
            reference_gain_db=terminal.reference_gain_db,
            needed_es_n0_db=job.aim.needed_es_n0_db,
            rules=job.picks.rules,
        )
    )


def head_turned_deg(job: JobInput, aimed: AimResult | None) -> float:
    """Turn of the whole head, clockwise from behind: the skew where that is how this terminal sets it, else none."""
    whole = job.picks.terminal is not None and job.picks.terminal.skew_mechanism == "head"
    return aimed.skew_deg if whole and aimed is not None else 0.0


def instruments_of(
    job: JobInput, aimed: AimResult | None, leaning: PlumbResult | None
) -> Outcome[InstrumentsResult] | None:
    """The `instruments` calculator; None until there is a terminal and a visible satellite."""
    terminal = job.picks.terminal
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
            skew_correction_deg=leaning.skew_correction_deg if leaning else 0.0,
            scale_correction_deg=leaning.elevation_setting_deg - aimed.elevation_apparent_deg if leaning else 0.0,
            scale_zero_deg=job.peak.scale_zero_deg or 0.0,
            azimuth_span_turns=terminal.azimuth_screw.span_turns * 2,
            compass_correction_deg=correction(job.picks.compass, job.aim.compass_correction_deg),
            clinometer_correction_deg=correction(job.picks.clinometer, job.aim.clinometer_correction_deg),
            rules=job.picks.rules,
        )
    )


def judge_preset(job: JobInput, dial: DialFigures | None) -> list[Finding]:
    """The elevation as it was preset against the clinometer's figure: a sweep only finds the satellite at the right
    height. A face near level or plumb shows the same on both sides.
    """
    if dial is None or job.aim.preset_measured_deg is None:
        return []
    off_deg = preset_off_deg(
        job.aim.preset_measured_deg, job.aim.preset_side, dial, job.picks.rules.preset_elevation_deg
    )
    if off_deg is None:
        return [
            PRESET_SIDE.missing(
                "Whether the elevation is preset is not known: to which side the face leans was not told",
                f"It has to stand {dial.clinometer_side or AS_USUAL}: look at it from the side, and say how it leans.",
            )
        ]
    return [
        PRESET.at_most(
            abs(off_deg),
            job.picks.rules.preset_elevation_deg,
            level=Level.MIND,
            clear="The elevation is preset well enough",
            over="The elevation is not preset well enough",
            why="What the clinometer shows now, against what it has to show; a sweep in azimuth passes below or above "
            "otherwise.",
            clears_by="Turn the elevation screw until the clinometer shows its figure, then read again.",
        )
    ]


def swing_of(job: JobInput, aimed: AimResult | None) -> list[Finding]:
    """What an inclined satellite's day takes from this dish."""
    terminal, satellite, place = job.picks.terminal, job.picks.satellite, job.brief.place
    if aimed is None or not aimed.visible or terminal is None or terminal.panel or satellite is None or place is None:
        return []
    site = Site(latitude_deg=place[0], longitude_deg=place[1], height_m=job.brief.above_sea_m)
    return judge_inclined(satellite, site, terminal.beamwidth_deg(), job.picks.rules)[1]


def modem_of(job: JobInput) -> Outcome[WorkOrderResult] | None:
    """The `work_order` calculator on what the modem's own page shows; None while nothing of it was entered."""
    return printed_angles(
        job, job.aim.modem_azimuth_deg, job.aim.modem_elevation_deg, None, "modem", job.aim.modem_north
    )


def assess(context: Context) -> Outcome[AimPart]:
    """A panel is turned to where its satellites are; a dish to its satellite, and each instrument is told for it."""
    job = context.job
    aimed, covering = aim_at(job, job.brief.place), beam_of(job)
    result = aimed.result if aimed else None
    letter = covering.result.chosen.letter if covering and covering.result.chosen else ""
    satellite = job.picks.satellite
    beam = next((one for one in satellite.beams if one.letter == letter), None) if satellite else None
    panel_aim = panel_aim_of(job, context.result(SkyPart).low_orbit)
    leaning, shown = plumb_of(job, result), modem_of(job)
    measured = instruments_of(job, result, leaning.result if leaning else None)
    told = [one.findings for one in (aimed, covering, measured, leaning, shown) if one]
    dish = [*(one for found in told for one in found), *judge_preset(job, dial_of(job, result) if measured else None)]
    linked = link_of(job, beam)
    dish += linked.findings if linked else []
    beside = feeds_of(job, result if result and result.visible else None, head_turned_deg(job, result))
    dish += beside if isinstance(beside, list) else beside.findings if beside else []
    azimuth = result.azimuth_true_deg if result and result.visible else None
    if panel_aim is not None and not panel_aim.self_aiming:
        azimuth = panel_aim.azimuth_true_deg
    dish += [*judge_checks(job), *judge_lean_side(job, result), *swing_of(job, result)]
    part = AimPart(
        landmarks_seen=landmarks_seen(
            job.aim.landmarks, job.brief.place, azimuth, error_of_place_m(job.brief), job.picks.rules
        ),
        spare_feeds=beside.result if isinstance(beside, Outcome) else None,
        beam=beam,
        coverage=covering.result if covering else None,
        beamwidth_deg=job.picks.terminal.beamwidth_deg() if job.picks.terminal else None,
        aim=result,
        dial=dial_of(job, result),
        instruments=measured.result if measured else None,
        head_turned_deg=head_turned_deg(job, result),
        plumb=leaning.result if leaning else None,
        modem=shown.result if shown else None,
        panel_aim=panel_aim,
        set_ups=set_ups_of(job),
        link=linked.result if linked else None,
        predicted_level_db=linked.result.expected_es_n0_db if linked else None,
    )
    if panel_aim is not None:
        return Outcome(part, [*judge_panel_aim(panel_aim), *judge_stands(job)])
    return Outcome(part, [*dish, *judge_stands(job)] if aimed else [WAITS_FOR_BRIEF])


__all__ = ["assess"]
