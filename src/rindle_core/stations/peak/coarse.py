"""Preset and coarse search of a job: its figures, its sweeps, what it found, and whether it is the right satellite."""

from __future__ import annotations

from rindle_core.catalogue.guides import MODEM_GUIDES, PeakGuide
from rindle_core.catalogue.models import Terminal
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.registry import Outcome
from rindle_core.kernel.units import as_written
from rindle_core.stations.aim.aim import AimResult
from rindle_core.stations.aim.dial_figures import side_told, skew_to_set_deg
from rindle_core.stations.aim.instruments import read_at_peak
from rindle_core.stations.aim.part import AimPart
from rindle_core.stations.entries import JobInput
from rindle_core.stations.peak.findings import AID, CAN_TELL, CLAMPED, FOUND, IDENTITY
from rindle_core.stations.peak.helper import HelperInput, HelperResult, helper_carriers
from rindle_core.stations.peak.passes import AXES, from_middle, screw_of
from rindle_core.stations.peak.preset import PresetInput, PresetItem, PresetResult, judge_stands, judge_travel, preset
from rindle_core.stations.peak.sweep import SweepInput, SweepResult, sweep_plan

_COMPASS, _CLINOMETER = "the compass", "the clinometer"


def guide_of(job: JobInput) -> PeakGuide | None:
    """The guide in use: the one that was chosen, else the terminal's first."""
    terminal = job.picks.terminal
    if terminal is None or not terminal.guides:
        return None
    return next((one for one in terminal.guides if one.kind == job.peak.guide), terminal.guides[0])


def by_modem(job: JobInput) -> bool:
    """Whether it is pointed by what the terminal itself tells; a meter, or an analyser, reads without it."""
    guide = guide_of(job)
    return guide is not None and guide.kind in MODEM_GUIDES


def preset_of(
    job: JobInput, terminal: Terminal, aim: AimPart, aimed: AimResult, *, at_peak: bool = False
) -> Outcome[PresetResult]:
    """The `preset` calculator on this job's figures: its own instruments' readings, corrections inside; as they were
    set before, or as they show on the peak.
    """
    rules, dial, peak = job.picks.rules, aim.dial, job.peak
    items = [
        PresetItem(
            what="elevation",
            instrument=_CLINOMETER if terminal.clinometer.kind in ("face", "rim") else "the scale of the head",
            wanted_deg=dial.clinometer_deg if dial else aimed.clinometer_deg or aimed.elevation_apparent_deg,
            shown_deg=peak.clinometer_at_peak_deg if at_peak else job.aim.preset_measured_deg,
            tolerance_deg=rules.preset_elevation_deg,
            wanted_side=dial.clinometer_side if dial else "",
            shown_side=job.aim.preset_side,
            side_matters=dial is not None and dial.side_matters,
        ),
        PresetItem(
            what="azimuth",
            instrument=_COMPASS,
            wanted_deg=dial.compass_deg if dial else aimed.azimuth_magnetic_deg,
            shown_deg=peak.compass_at_peak_deg if at_peak else peak.preset_compass_deg,
            tolerance_deg=rules.compass_deg,
        ),
    ]
    if terminal.skew_mechanism != "none":
        items.append(
            PresetItem(
                what="skew",
                instrument="the skew plate",
                wanted_deg=skew_to_set_deg(aimed, dial),
                shown_deg=peak.skew_set_deg if at_peak else peak.preset_skew_deg,
                tolerance_deg=rules.preset_skew_deg,
            )
        )
    return preset(
        PresetInput(
            items=items,
            scale_zero_deg=0.0 if dial else job.peak.scale_zero_deg or 0.0,  # it is in the dial's figure
            arrow_deg=job.peak.arrow_deg,
            elevation_deg=min(90.0, max(-5.0, aimed.elevation_apparent_deg)),
        )
    )


def judge_instruments(job: JobInput, terminal: Terminal, aim: AimPart, aimed: AimResult) -> list[Finding]:
    """What compass and clinometer show on the peak; the skew is proved by its null."""
    peak, own = job.peak, {"elevation": job.picks.clinometer, "azimuth": job.picks.compass}
    kept = read_at_peak(
        aimed,
        [terminal.clinometer, *terminal.other_faces],
        peak.compass_at_peak_deg,
        peak.clinometer_at_peak_deg,
        side_told(aim.dial, job.aim.preset_side),
    )
    found = []
    for row in preset_of(job, terminal, aim, aimed, at_peak=True).result.rows:
        if row.what in own:
            chosen = own[row.what]
            found += judge_stands(row, kept=chosen is not None and chosen.kind in kept)
    return found


def judge_screws(job: JobInput, terminal: Terminal) -> list[Finding]:
    """Whether both fine screws have their way to both sides."""
    found = []
    for axis in AXES:
        screw = screw_of(terminal, axis)
        beam_turns = terminal.beamwidth_deg(axis) / screw.deg_per_turn
        found.append(
            judge_travel(axis, screw.span_turns, from_middle(job, axis), min(beam_turns, screw.span_turns / 2))
        )
    return found


def sweep_of(job: JobInput, terminal: Terminal, aimed: AimResult, new_elevation_deg: float | None) -> SweepResult:
    """The `sweep_plan` calculator on this job: about the plan, or about the elevation that the offset arrow gave."""
    guide, rules = guide_of(job), job.picks.rules
    at = aimed.elevation_apparent_deg if new_elevation_deg is None else new_elevation_deg
    return sweep_plan(
        SweepInput(
            azimuth_deg=aimed.azimuth_true_deg % 360.0,
            elevation_deg=min(90.0, max(0.0, at)),
            beamwidth_deg=terminal.beamwidth_deg(),
            elevation_beamwidth_deg=terminal.beamwidth_deg("elevation"),
            lock_s=guide.lock_s if guide else 2.0,
            compass_sd_deg=rules.compass_deg,
            clinometer_sd_deg=rules.clinometer_deg,
            swept=job.peak.sweeps,
        )
    ).result


def has_signal(job: JobInput) -> bool:
    """Whether anything was locked on: a sweep with a lock, a clamp tightened on it, or readings."""
    return (
        job.peak.clamp_kept == "yes" or any(one.heard == "lock" for one in job.peak.sweeps) or bool(job.peak.readings)
    )


def judge_can_tell(job: JobInput, *, online: bool) -> list[Finding]:
    """Whether what it is pointed by can tell anything."""
    guide, told = guide_of(job), job.bringup
    if guide is None or not by_modem(job):
        return []
    if not told.states_entered:
        if has_signal(job):
            return [
                CAN_TELL(
                    Level.MIND,
                    "It was heard or read, and no state says that it has power",
                    "Its sound and its page come with power alone, and the earth comes before that.",
                    clears_by="Enter at Bring-up, States, what it shows; or choose at Find it the meter that was read.",
                )
            ]
        return [
            CAN_TELL.missing(
                "Nothing says that it has power: without it neither sound nor page comes",
                "At Bring-up: see to what comes before power, start it in installation mode, send its entries.",
            )
        ]
    if guide.kind == "sound" and told.install_mode == "no" and not online:
        return [
            CAN_TELL(
                Level.MIND,
                "It is not in installation mode: it does not sound",
                "Silence then says nothing of where it points.",
                at="bringup.install_mode",
                clears_by="Set it on its page and say so at Bring-up, States; or point by its page.",
            )
        ]
    return []


def judge_coarse(job: JobInput) -> list[Finding]:
    """What has to be so before fine pointing: found, the clamp tight with the lock kept, the aid off again."""
    peak, found = job.peak, []
    if not has_signal(job):
        found.append(
            FOUND.missing("The satellite is not found yet", "Sweep slowly, row by row, and mark where it was heard.")
        )
    if peak.clamp_kept == "no":
        found.append(
            CLAMPED(
                Level.HOLD,
                "The lock was lost while the clamps were tightened",
                "The head moved: fine pointing would start beside the beam.",
                clears_by="Sweep again, stop on the lock, and tighten across in turn while it is heard.",
            )
        )
    elif has_signal(job) and peak.clamp_kept == "":
        found.append(
            CLAMPED.missing(
                "It is not said that the lock held while the clamps were tightened",
                "Tighten the clamps across in turn while it is heard, and say whether it was kept.",
            )
        )
    return found


def uses_aid(job: JobInput) -> bool:
    """Whether it is pointed by an analyser through a receiving aid."""
    guide = guide_of(job)
    return job.peak.aid_fitted == "yes" or (guide is not None and guide.kind == "analyser")


def helper_of(job: JobInput, guide: PeakGuide | None) -> Outcome[HelperResult] | None:
    """The `helper_carriers` calculator on this job; None: no satellite, no place, or nothing that an aid would do."""
    satellite, latitude_deg, longitude_deg = job.picks.satellite, job.brief.latitude_deg, job.brief.longitude_deg
    used = uses_aid(job)
    if satellite is None or latitude_deg is None or longitude_deg is None or not (used or satellite.carriers):
        return None
    terminal = job.picks.terminal
    aids = [one.aid for one in (terminal.guides if terminal else []) if one.aid is not None]
    return helper_carriers(
        HelperInput(
            latitude_deg=latitude_deg,
            longitude_deg=longitude_deg,
            satellite=satellite,
            others=job.picks.others,
            aid=guide.aid if guide is not None and guide.aid is not None else aids[0] if aids else None,
            tuned=job.peak.aid_carrier,
            used=used,
        )
    )


def judge_aid(job: JobInput) -> list[Finding]:
    """A receiving aid sits where the transceiver goes: it is off before that, and not before the clamps are tight."""
    peak = job.peak
    if peak.aid_fitted != "yes":
        return []
    if peak.aid_off != "yes":
        return [
            AID(
                Level.HOLD,
                "The receiving aid is still on",
                "It sits in the seat of the transceiver.",
                clears_by="Take it off once the clamps are tight, and say so.",
            )
        ]
    if peak.clamp_kept != "yes":
        return [
            AID(
                Level.HOLD,
                "The receiving aid came off before the clamps were tight",
                "Without it there is nothing that tells whether the head moved.",
                clears_by="Fit it again, bring its carrier to the best, and tighten while it is watched.",
            )
        ]
    return [AID(Level.CLEAR, "The receiving aid is off", "The clamps were tight before.")]


def other_network(job: JobInput) -> bool:
    """Whether what it shows belongs to another satellite's network."""
    ours = job.picks.satellite.network_id if job.picks.satellite else ""
    seen = job.peak.seen_network.strip()
    return bool(ours and seen) and seen.casefold() != ours.strip().casefold()


def judge_identity(job: JobInput, *, online: bool, helper: HelperResult | None = None) -> list[Finding]:
    """Whether it is the right satellite, by the network that is shown or the carrier that only it has."""
    satellite, peak = job.picks.satellite, job.peak
    if satellite is None:
        return []
    if other_network(job):
        return [
            IDENTITY(
                Level.HOLD,
                f"It shows {peak.seen_network.strip()}, which is another network",
                f"Ours shows itself as {satellite.network_id}. A strong signal alone does not tell.",
                clears_by="Swing to the next satellite on the arc and look again.",
            )
        ]
    if peak.seen_carrier == "no":
        return [
            IDENTITY(
                Level.HOLD,
                "The reference carrier is not there",
                "The wanted satellite always has it.",
                clears_by="Swing to the next satellite on the arc and look for it there.",
            )
        ]
    carrier_tells = peak.seen_carrier == "yes" and helper is not None and _tells(helper, peak.aid_carrier)
    if online or (satellite.network_id and peak.seen_network.strip()) or carrier_tells:
        return [
            IDENTITY(
                Level.CLEAR,
                "It is the right satellite",
                "The terminal is on its network."
                if online
                else "Its own network was read."
                if peak.seen_network.strip()
                else "The carrier that only it has was seen.",
            )
        ]
    own = [one for one in helper.rows if one.proof] if helper else []
    tells = [
        *([f"the network {satellite.network_id} on the modem’s page"] if satellite.network_id else []),
        *(f"a carrier at {as_written(one.downlink_mhz)} MHz" for one in own[:1]),
    ]
    if peak.seen_carrier == "yes":
        return [
            IDENTITY.missing(
                "A carrier was seen, and does not tell which satellite it is",
                f"Look for {' or '.join(tells)}, and say which was tuned to."
                if tells
                else "Nobody told of one that only this satellite has: ask the network by what it is told.",
            )
        ]
    return [
        IDENTITY.missing(
            "Whether it is the right satellite is not known",
            f"Look for {' or '.join(tells)} before anything is tightened for good."
            if tells
            else "Ask the network by what its satellite is told; the terminal online on it is proof.",
        )
    ]


def _tells(helper: HelperResult, tuned: str) -> bool:
    """Whether the carrier that was seen is the wanted satellite's alone. Of several, which one was tuned to counts; one
    that is none of its carriers tells nothing.
    """
    if helper.tuned is not None:
        return helper.tuned.proof
    return not tuned and bool(helper.rows) and all(one.proof for one in helper.rows)


__all__ = [
    "by_modem",
    "guide_of",
    "has_signal",
    "helper_of",
    "judge_aid",
    "judge_can_tell",
    "judge_coarse",
    "judge_identity",
    "judge_screws",
    "other_network",
    "preset_of",
    "sweep_of",
    "uses_aid",
]
