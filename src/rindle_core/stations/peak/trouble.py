"""What of this job is a sign of a cause, and what the trouble is where nobody said."""

from __future__ import annotations

from rindle_core.catalogue.models import Terminal
from rindle_core.catalogue.peak_words import PeakSign, Symptom
from rindle_core.kernel.findings import Finding, Level
from rindle_core.stations.aim.part import AimPart
from rindle_core.stations.entries import JobInput
from rindle_core.stations.peak.coarse import by_modem, guide_of, other_network
from rindle_core.stations.peak.findings import MEANS, MEMORY, MINIMUM
from rindle_core.stations.peak.means import Likely, MeansInput, peak_faults
from rindle_core.stations.peak.peaking import PeakView
from rindle_core.stations.peak.preset import PresetResult
from rindle_core.stations.peak.readings import Axis
from rindle_core.stations.peak.sweep import SweepResult
from rindle_core.stations.station import Context

Views = dict[Axis, PeakView | None]


def not_cleared(job: JobInput, axis: Axis) -> bool:
    """Whether the guide remembers a best that nobody cleared before this axis."""
    guide = guide_of(job)
    if guide is None or not guide.with_best or not guide.reset:
        return False
    return not any(one.axis == axis and one.pulse_count >= guide.reset_pulse_count for one in job.peak.covers)


def judge_memory(job: JobInput, views: Views) -> list[Finding]:
    """An old best makes the long tone false or out of reach; both falls prove a top without it."""
    found = []
    for axis, view in views.items():
        begun = any(one.axis == axis for one in job.peak.readings)
        proved = view is not None and view.fit is not None and view.fit.bracketed
        if begun and not proved and not_cleared(job, axis):
            found.append(
                MEMORY.of(axis)(
                    Level.MIND,
                    f"The stored best was not cleared before the {axis}",
                    "It compares with the best it remembers, which may be of another place.",
                    clears_by="Clear it as the guide says, with the transmitter off; or hear the fall on both sides.",
                )
            )
    return found


def signs_of(
    context: Context, terminal: Terminal, views: Views, preset: PresetResult | None, sweep: SweepResult | None
) -> list[PeakSign]:
    """What of this job's own figures speaks for a cause."""
    job = context.job
    rows = preset.rows if preset else []
    fits = [view.fit for view in views.values() if view is not None and view.fit is not None]
    short = max((_short(view, context) for view in views.values()), default=0.0)
    rules = job.picks.rules
    told: dict[PeakSign, bool] = {
        "preset_missing": any(row.ok is None for row in rows if row.what == "elevation"),
        "preset_off": any(row.ok is False for row in rows),
        "frame_offset": terminal.clinometer.kind in ("face", "rim") and terminal.clinometer.offset_deg != 0.0,
        "skew_missing": any(row.what == "skew" and row.ok is not True for row in rows),
        "letter_missing": any(one.code == "beam_letter" for one in terminal.entries) and not job.bringup.beam_letter,
        "other_network": other_network(job),
        "side_lobe": any(fit.lobe in ("side", "doubtful") for fit in fits),
        "cable_on_hold": context.on_hold("cable.loss"),
        "supply_on_hold": context.on_hold("cable.supply"),
        "beam_touched": context.on_hold("sky.tube"),
        "one_sided": any(not fit.bracketed for fit in fits) or len(fits) == 1,
        "not_cleared": any(not_cleared(job, axis) for axis in views),
        "end_stop": any(fit.end_stop for fit in fits),
        "clamp_slipped": job.peak.clamp_kept == "no",
        "too_fast": sweep is not None and any(row.too_fast for row in sweep.rows),
        "unpowered": by_modem(job) and not job.bringup.states_entered,
        "not_installing": job.bringup.install_mode == "no",
        "short_by_far": rules.side_lobe_least_db <= short <= rules.side_lobe_most_db,
    }
    return [sign for sign, so in told.items() if so]


def _short(view: PeakView | None, context: Context) -> float:
    predicted = context.result(AimPart).predicted_level_db
    if view is None or view.fit is None or predicted is None or view.best_level_db is None:
        return 0.0
    return predicted - view.fit.top_level_db


def symptom_of(job: JobInput, views: Views, short_db: float) -> Symptom:
    """What goes wrong: as somebody said, else what the figures show."""
    if job.peak.symptom:
        return job.peak.symptom
    if other_network(job):
        return "other"
    both = all(view is not None and view.fit is not None and view.fit.bracketed for view in views.values())
    suspicious = any(view is not None and view.fit is not None and view.fit.lobe == "side" for view in views.values())
    return "weak" if suspicious or (both and short_db > job.picks.rules.level_shortfall_db) else ""


def means_of(
    context: Context, terminal: Terminal, views: Views, preset: PresetResult | None, sweep: SweepResult | None
) -> tuple[list[Likely], list[Finding]]:
    """Causes of what goes wrong, likeliest first, with a finding that names the first."""
    short = max((_short(view, context) for view in views.values()), default=0.0)
    symptom = symptom_of(context.job, views, short)
    if not symptom:
        return [], []
    signs = signs_of(context, terminal, views, preset, sweep)
    found = peak_faults(MeansInput(symptom=symptom, signs=signs, words=context.job.picks.words)).result.causes
    if not found:
        return [], []
    return found, [
        MEANS(
            Level.MIND,
            f"Likeliest: {found[0].name}",
            "Ranked by this job’s own figures; only the test tells.",
            clears_by=found[0].test,
        )
    ]


def judge_minimum(job: JobInput, least_db: float | None, views: Views) -> list[Finding]:
    """The level at the top against the least that the operator asks for at this place."""
    tops = [
        view.fit.top_level_db
        for view in views.values()
        if view is not None and view.fit is not None and view.fit.bracketed and view.best_level_db is not None
    ]
    if least_db is None or len(tops) < 2:
        return []
    return [
        MINIMUM.at_least(
            max(tops),
            least_db,
            clear="The peak is over the least that is asked for here",
            under="The peak is under the least that is asked for here",
            why="The operator’s own limit for this beam.",
            clears_by="See what the level may mean, and make the tests in turn.",
        )
    ]


__all__ = ["Views", "judge_memory", "judge_minimum", "means_of", "not_cleared", "signs_of", "symptom_of"]
