"""Mount put together: the kind, the mast in the wind, what holds it, and what the place asks."""

from __future__ import annotations

from rindle_core.catalogue.house_words import Work
from rindle_core.catalogue.models import Terminal
from rindle_core.catalogue.mounts import MountKind
from rindle_core.kernel.findings import Finding
from rindle_core.kernel.registry import Outcome
from rindle_core.stations.entries import JobInput
from rindle_core.stations.mount.around import (
    judge_heights,
    judge_kind,
    judge_old,
    judge_pour,
    judge_reuse,
    judge_services,
    judge_signs,
    judge_surroundings,
    judge_tube,
)
from rindle_core.stations.mount.asked import (
    asked_ballast,
    asked_curing,
    asked_fit,
    asked_fixings,
    asked_footing,
    asked_getting_up,
    asked_hardware,
    asked_lifts,
    asked_mast,
    asked_wind,
    chosen_fixing,
    loaded_at,
)
from rindle_core.stations.mount.checks import judge_alterations, judge_checks, judge_leans, judge_tether
from rindle_core.stations.mount.facts import MountFacts
from rindle_core.stations.mount.findings import CURING, STOPPED, WAITS_MAST
from rindle_core.stations.mount.fixing_findings import WAITS_FIXING
from rindle_core.stations.mount.footing import last_plumb
from rindle_core.stations.mount.mast import MountResult
from rindle_core.stations.mount.mount_choice import MountOption, mount_choice
from rindle_core.stations.mount.part import MountPart
from rindle_core.stations.mount.position_mount import choice_of
from rindle_core.stations.mount.seats import judge_seats
from rindle_core.stations.mount.site_wind import SiteWindResult
from rindle_core.stations.mount.tightening import TighteningInput, tightening
from rindle_core.stations.mounting import mount_code, mount_kind, mount_surface
from rindle_core.stations.station import Context
from rindle_core.stations.stops import stops_of

_NO_HOLES = ("vehicle", "existing_mast")
_OF_THE_MAST = {
    "mast_diameter_mm": "outer diameter",
    "mast_wall_mm": "wall",
    "mast_free_length_m": "free length",
}
WAITS_FOR_FIXING = WAITS_FIXING.missing(
    "What holds the plate is not chosen", "Say what it is driven into, and choose the fixing."
)


def _waits_for_mast(told: MountFacts) -> Finding:
    """What of the mast is still to be measured; it leads to the first of it."""
    lacks = [name for name in _OF_THE_MAST if getattr(told, name) is None]
    if not lacks:
        waits = WAITS_MAST.missing("The mast is not judged: no terminal is chosen", "Choose the terminal at Brief.")
        return waits.model_copy(update={"at": "brief.terminal_code"})
    if len(lacks) == len(_OF_THE_MAST):
        return WAITS_MAST.missing("The mast is not measured", "Enter the mast's outer diameter, wall and free length.")
    words = " and ".join(_OF_THE_MAST[name] for name in lacks)
    message = f"The mast’s {words} {'are' if len(lacks) > 1 else 'is'} not measured"
    waits = WAITS_MAST.missing(message, f"Enter the mast's {words}.")
    return waits.model_copy(update={"at": f"mount.{lacks[0]}"})


def _works(job: JobInput, kind: MountKind | None) -> list[Work]:
    """Holes in the ground or in the building, as far as it is known what the planned position stands on."""
    surface = mount_surface(job)
    if kind is not None and (surface is None or surface in kind.surfaces):
        return ["dig"] if kind.holds == "concrete" else ["drill"] if kind.drills else []
    if surface in ("bare_ground", None):
        return ["dig"] if surface or not job.brief.may_drill else ["dig", "drill"]
    return ["drill"] if job.brief.may_drill and surface not in _NO_HOLES else []


def _options(job: JobInput) -> list[MountOption]:
    surface = mount_surface(job)
    if surface is None:
        return []
    permanent, told = job.brief.permanence in ("", "permanent"), job.mount
    asked = choice_of(job, surface, permanent=permanent)
    measured = {
        "overhang_m": told.overhang_m,
        "eave_over_m": told.eave_over_m,
        "measured_code": mount_code(job),
        "measured_m": told.mast_free_length_m,
        "measured_mm": told.mast_diameter_mm,
    }
    return mount_choice(asked.model_copy(update=measured)).result.options


def _judge_unpoured(job: JobInput) -> list[Finding]:
    """What hangs on concrete, or was judged of it, while nobody told when it was poured."""
    told, loaded = job.mount, loaded_at(job) is not None
    if told.poured_at is not None or not (loaded or told.cured_at or told.curing):
        return []
    return [
        CURING.missing(
            "Something hangs on concrete, and when it was poured is not told"
            if loaded
            else "How far the concrete has hardened is told of no pour",
            "Enter when it was poured, what the temperature was since, and the moment at which it is judged.",
        )
    ]


def _held(
    job: JobInput, terminal: Terminal, kind: MountKind, blown: SiteWindResult, mast: MountResult
) -> tuple[MountPart, list[Finding]]:
    """What holds it, by the kind."""
    if kind.holds in ("plate", "brackets"):
        bolted = asked_fixings(job, terminal, kind, blown, mast)
        judged = bolted.findings if bolted else [WAITS_FOR_FIXING]
        return MountPart(mount=None, fixings=bolted.result if bolted else None), judged
    if kind.holds == "concrete":
        poured, hardened = asked_footing(job, terminal, mast), asked_curing(job)
        more = [judge_services(job), judge_pour(job), *(hardened.findings if hardened else _judge_unpoured(job))]
        part = MountPart(mount=None, footing=poured.result, curing=hardened.result if hardened else None)
        return part, [*more, *poured.findings]
    if kind.holds == "ballast":
        laid = asked_ballast(job, terminal, kind, blown, mast)
        return MountPart(mount=None, ballast=laid.result), laid.findings
    return MountPart(mount=None), []


def _of_kind(job: JobInput, terminal: Terminal, kind: MountKind) -> list[Finding]:
    """What is judged of a kind without the mast's figures."""
    found = [*judge_tube(job, kind), *judge_old(job, kind), *judge_signs(job, kind)]
    found += judge_surroundings(job, terminal, kind)
    found += judge_seats(
        kind, job.mount.mount_side, job.mount.bracket_seats, job.mount.bracket_spacing_m, job.picks.rules
    )
    if kind.holds == "given":
        found.append(judge_reuse(job))
    marks = job.mount.checks
    poured = last_plumb(job.mount.plumb, job.mount.poured_at) if kind.holds == "concrete" else None
    found += judge_checks(kind, marks, terminal.beamwidth_deg(), terminal.code)
    read_deg = poured.lean_deg() if poured else None
    return [*found, *judge_leans(kind, marks, read_deg, job.aim.lean_deg, job.picks.rules)]


def assess(context: Context) -> Outcome[MountPart]:
    """The mount's verdict: of the kind at once, of the mast once it is measured."""
    job = context.job
    terminal, kind, options = job.picks.terminal, mount_kind(job), _options(job)
    stopped = stops_of(job, STOPPED, *_works(job, kind))
    if terminal is None:
        return Outcome(MountPart(mount=None, mount_options=options), [_waits_for_mast(job.mount), *stopped])
    blown = asked_wind(job, terminal)
    mast, fitted = asked_mast(job, terminal, blown.result), asked_fit(job, terminal, kind)
    lasting = asked_hardware(job)
    lifted, climbed = asked_lifts(job, terminal, kind), asked_getting_up(job)
    held = MountPart(mount=None)
    judged: list[Finding] = []
    if kind is not None and mast is not None:
        held, judged = _held(job, terminal, kind, blown.result, mast.result)
    elif kind is not None and kind.holds == "concrete":
        judged = [judge_services(job)]  # the dig does not wait for the tape
    part = held.model_copy(
        update={
            "mount": mast.result if mast else None,
            "mount_kind": kind.model_copy(update={"build_steps": []}) if kind else None,
            "mount_options": options,
            "mast_fit": fitted.result if fitted else None,
            "site_wind": blown.result,
            "fixing": chosen_fixing(job),
            "hardware": lasting.result if job.mount.hardware else None,
            "lifts": lifted.result,
            "getting_up": climbed.result,
            "torques": tightening(TighteningInput(joints=kind.joints)).result.joints if kind and kind.joints else [],
        }
    )
    needs_mast = kind is None or kind.holds != "stand"
    waits = [_waits_for_mast(job.mount)] if mast is None and needs_mast else []
    findings = [
        judge_kind(job, kind, options),  # which says what is asked of the mast
        *waits,
        *(fitted.findings if fitted and needs_mast else []),
        *(mast.findings if mast else []),
        *(blown.findings if mast else []),
        *(judge_heights(job) if mast else []),
        *judged,
        *(_of_kind(job, terminal, kind) if kind else []),
        *judge_alterations(job.mount.alterations),
        *judge_tether(kind, job.mount.tethered),
        *lasting.findings,
        *lifted.findings,
        *climbed.findings,
    ]
    return Outcome(part, [*findings, *stopped])


__all__ = ["assess"]
