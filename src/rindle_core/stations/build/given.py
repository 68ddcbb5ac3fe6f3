"""What Build is given by the other rooms: entries that are there, weather that stops, the kit's grounds."""

from __future__ import annotations

import datetime as dt
import math
from collections.abc import Mapping

from rindle_core.catalogue.house_words import WeatherKind, Work
from rindle_core.catalogue.models import Terminal
from rindle_core.catalogue.parts import PART_KINDS
from rindle_core.kernel.findings import Finding, Level, worst
from rindle_core.kernel.units import MILLIMETRES_PER_INCH, format_quantity
from rindle_core.stations.aim.part import AimPart
from rindle_core.stations.brief.part import BriefPart
from rindle_core.stations.build.entered import UNPACKED
from rindle_core.stations.build.findings import CLOSING, LEFT_OVER, SERIALS
from rindle_core.stations.build.joints import DoneStep
from rindle_core.stations.build.kit_list import Brought, KitListInput, KitListResult
from rindle_core.stations.build.measures import MeasureElsewhere
from rindle_core.stations.cable.dress import Consumable, DressResult
from rindle_core.stations.cable.earth import mast_goods
from rindle_core.stations.cable.findings import HOLE
from rindle_core.stations.cable.part import CablePart
from rindle_core.stations.cable.wall import WallHoleResult
from rindle_core.stations.entries import JobInput
from rindle_core.stations.lists import shortened
from rindle_core.stations.mount.findings import CURING, SERVICES
from rindle_core.stations.mount.part import MountPart
from rindle_core.stations.mount.plate import FixingsResult
from rindle_core.stations.mounting import AID_OFF, aid_in_seat, build_steps, joints_of, mount_kind
from rindle_core.stations.station import Context, free
from rindle_core.stations.way_in import way_in

_STOPS: dict[WeatherKind, Work] = {"ladder": "climb", "lift": "lift"}
# What is only known once the mount stands: the steps that put it there cannot wait for it.
_WHILE_MOUNTING = (
    *("mount.checked.", "mount.plumb", "mount.pour", "mount.curing"),
    *("cable.tested.", "cable.end_looked", "cable.sealed", "cable.entry_done", "cable.slack", "cable.earth"),
)


def _before_it_stands(findings: list[Finding]) -> list[Finding]:
    drilled = HOLE.code  # how wide it was drilled is told after the drill
    return [
        one
        for one in findings
        if not (one.level is Level.UNKNOWN and (one.code.startswith(_WHILE_MOUNTING) or one.code == drilled))
    ]


def labels_wanted(terminal: Terminal) -> list[str]:
    """Kinds of part whose label is out of reach once it is up."""
    return list(dict.fromkeys(one.kind for one in terminal.parts if one.kind is not None and one.label_read))


def labels_missing(job: JobInput, terminal: Terminal) -> list[str]:
    """Those of them of which no serial number was read, and of which no picture of the label is kept."""
    read = {str(one.kind) for one in job.brief.kit if one.serial.strip()}
    read |= {one.about.removeprefix("label:") for one in job.picks.documents}
    return [one for one in labels_wanted(terminal) if one not in read]


def hand_mark(context: Context, terminal: Terminal) -> str:
    """How the beam's hand is set at this feed: the terminal's own mark, else the hand; empty where it is not known."""
    beam = context.result(AimPart).beam
    hand = beam.hand if beam is not None else None
    if hand is None:
        return ""
    return terminal.hand_marks.get(hand, f"{hand}-handed")


def entries_of(context: Context, terminal: Terminal, kit: KitListResult) -> dict[str, bool]:
    """Whether each entry that a step may need is there and not on hold."""
    job, at_mount = context.job, context.findings("mount")
    rooms = {room: free(_before_it_stands(context.findings(room))) for room in ("aim", "sky", "mount", "cable")}
    return {
        "place": job.brief.place is not None,
        "owner": "owner" in job.brief.settled,
        "located": any(one.code == SERVICES.code and one.level is Level.CLEAR for one in at_mount),
        "cured": any(one.code == CURING.code and one.level is Level.CLEAR for one in at_mount),
        "kit": kit.complete and not UNPACKED.doubts(job),
        "serials": not labels_missing(job, terminal),
        "hand": terminal.polarization != "circular" or bool(hand_mark(context, terminal)),
        AID_OFF: not aid_in_seat(job) or (job.peak.aid_off == "yes" and job.peak.clamp_kept == "yes"),
        **rooms,
    }


def untold_of(context: Context, entries: Mapping[str, bool]) -> list[str]:
    """Of the entries that are not there, those that wait for somebody to make them: nothing there is on hold."""
    held = {room for room in ("aim", "sky", "mount", "cable") if worst(context.findings(room)) is Level.HOLD}
    at_mount = {"located": SERVICES.code, "cured": CURING.code}
    held |= {
        name
        for name, code in at_mount.items()
        if any(one.code == code and one.level is Level.HOLD for one in context.findings("mount"))
    }
    return [name for name, there in entries.items() if not there and name not in held]


def weather_of(context: Context) -> dict[Work, list[str]]:
    """Work that the forecast of the day stops, and why; what is not known stops nothing here, Brief asks for it."""
    visit = context.result(BriefPart).visit
    if visit is None:
        return {}
    return {
        _STOPS[one.task]: one.reasons[:1]
        for one in visit.weather.tasks
        if one.task in _STOPS and one.level is Level.HOLD
    }


def done_of(job: JobInput) -> list[DoneStep]:
    """The marked steps; a moment of an older version that tells no zone is taken as UTC."""
    return [
        DoneStep(code=one.code, at=one.at if one.at.tzinfo else one.at.replace(tzinfo=dt.UTC))
        for one in job.build.step_marks
    ]


def kit_input(context: Context, terminal: Terminal) -> KitListInput:
    """The grounds of the bill: terminal, mount, fixing, cable and steps."""
    job, kind = context.job, mount_kind(context.job)
    mount, cable = context.result(MountPart), context.result(CablePart)
    listed, way = cable.cable_list, way_in(job)
    steps, of_mount = build_steps(job), {one.code for one in kind.build_steps} if kind else set()
    bonded = any("earth" in one.figures for one in steps)  # a step is done by wire and lugs, whoever asks for it
    chosen = next((one for one in job.picks.cables if one.code == job.cable.cable_code), None)
    sealed = [one for one in terminal.parts if one.place == "between"] if chosen and chosen.sealed else []
    return KitListInput(
        # A cable with its plugs on that was chosen is the box's own: it is counted once, by its length.
        parts=[one for one in terminal.parts if one not in sealed],
        sealed_kg=math.fsum(one.mass_kg * one.count for one in sealed),
        variants=terminal.variants,
        variants_told=job.build.variants_told,
        pieces=kind.pieces if kind else [],
        joints=joints_of(job),
        fixing=mount.fixing,
        hole_count=len(kind.holes) * kind.plate_count if kind else 0,
        cuts=listed.cuts if listed else [],
        cable_name=chosen.name if chosen else "",
        consumables=[
            *(listed.consumables if listed else []),
            *_plugs(job, listed),
            *(cable.earth.goods if cable.earth else mast_goods(job.picks.rules) if bonded else []),
        ],
        brought=_brought(job, mount),
        getting_up=mount.getting_up,
        tools=[
            *(tool for one in job.picks.words.earth_path if cable.earth or bonded for tool in one.tools),
            *(one.tool for one in (listed.ends if listed else []) if one.code and one.tool),
            *(*terminal.tools, *(kind.tools if kind else [])),
            *(*_bit_of(cable.wall_hole), *(way.wears if way else [])),
        ],
        fixing_tools=[*_of_fixings(mount.fixings), *(mount.fixing.tools if mount.fixing else [])],
        fixed_up=any(one.code in of_mount and one.at_height_min > 0 for one in steps),
        steps=steps,
        instruments=job.picks.words.instrument_checks,
        ready=job.picks.words.readiness,
        found=job.build.kit_found,
        layers_searched=job.build.layers_searched,
        rules=job.picks.rules,
        begun=bool(job.build.step_marks) or job.brief.done_by == "owner",  # an owner has no van
    )


def _bit_of(hole: WallHoleResult | None) -> list[str]:
    """The drill bit of the entry, in both series as they are sold."""
    if hole is None or hole.bit_mm is None or not hole.drills:
        return []
    inches = "" if hole.bit_in is None else format_quantity(hole.bit_in * MILLIMETRES_PER_INCH, "mm", "imperial")
    return [f"drill bit {hole.bit_mm:g}\u00a0mm{f' or {inches}' if inches else ''} for the entry, through the wall"]


def _of_fixings(found: FixingsResult | None) -> list[str]:
    """The drill bit of the mount's holes, and what turns its fixings."""
    if found is None:
        return []
    bit = [f"drill bit {found.drill} for the holes of the mount"] if found.drill else []
    return bit + ([f"{found.spanner} socket for the fixings of the mount"] if found.spanner else [])


def _brought(job: JobInput, mount: MountPart) -> list[Brought]:
    """Concrete and its water until it is poured; blocks of a ballasted frame."""
    found = []
    if mount.footing is not None and mount.footing.bag_count and job.mount.poured_at is None:
        each_kg = mount.footing.dry_kg / mount.footing.bag_count
        found = [
            Brought(name=f"Dry concrete, bags of {each_kg:g} kg", amount=mount.footing.bag_count, unit="bags",
                    each_kg=each_kg, note="waste is in it"),
            Brought(name="Water for the concrete", amount=math.ceil(mount.footing.water_l), unit="l", each_kg=1.0,
                    note="where there is none on site; the bag prevails"),
        ]  # fmt: skip
    if mount.ballast is not None and mount.ballast.wanted_count:
        count = job.mount.block_count or mount.ballast.wanted_count
        each_kg = job.mount.block_kg or mount.ballast.laid_kg / count
        found.append(Brought(name="Blocks of the ballast", amount=count, unit="pieces", each_kg=each_kg))
    return found


def _plugs(job: JobInput, listed: DressResult | None) -> list[Consumable]:
    way = way_in(job)
    clips = listed.clip_count if listed and way and way.clip_plugs else 0
    return [Consumable(name="Plugs for the clips", amount=clips, unit="pieces")] if clips else []


def elsewhere(job: JobInput) -> list[MeasureElsewhere]:
    """What other rooms know to be left for a time."""
    told = []
    if job.cable.sealed_by == "putty":
        told.append(MeasureElsewhere(station="cable", what="Putty in the hole", until=job.cable.putty_until))
    told += [
        MeasureElsewhere(station="brief", what=f"{one.stop_gap} for {one.item}", until=one.stop_gap_until)
        for one in job.brief.deliveries
        if one.stop_gap and one.arrived_on is None
    ]
    told += [
        MeasureElsewhere(station="mount", what=one.what, until=one.until)
        for one in job.mount.alterations
        if one.of_whose == "other"
    ]
    if job.brief.permanence in ("trial", "temporary"):
        told.append(MeasureElsewhere(station="brief", what="The whole set-up", until=job.brief.return_on))
    return told


def judge_labels(job: JobInput, terminal: Terminal) -> list[Finding]:
    """Serial numbers are read while the labels can be: on the roof nobody reads them, and the desk asks for them."""
    wanted, missing = labels_wanted(terminal), labels_missing(job, terminal)
    names = [name.lower() for kind, name in PART_KINDS.items() if kind in missing]
    if missing:
        return [
            SERIALS.missing(
                f"Not read off its label: {shortened(names)}",
                "Enter serial number and hardware address, or photograph the label, before it goes up.",
            )
        ]
    return [SERIALS(Level.CLEAR, "The labels that go up were read", "Each has its serial number.")] if wanted else []


def judge_end(job: JobInput, *, all_done: bool) -> list[Finding]:
    """What is asked once the work is done: parts left over, and the list before leaving."""
    told, found = job.build, []
    if told.left_over == "some":
        found.append(
            LEFT_OVER(
                Level.MIND if told.left_over_note.strip() else Level.HOLD,
                "Parts were left over",
                told.left_over_note or "A part too many is a part that is missing somewhere.",
                clears_by="Find where they belong; say so of spares that came with the box.",
            )
        )
    elif told.left_over == "none":
        found.append(LEFT_OVER(Level.CLEAR, "Nothing was left over", "Somebody looked."))
    elif all_done and any(one.size_mm for one in joints_of(job)):  # where nothing is bolted nothing is left
        found.append(LEFT_OVER.missing("Whether parts were left over is not told", "Look into box and bag, and say."))
    open_ones = [one.name for one in job.picks.words.closing if one.code not in told.closing]
    if not open_ones:
        found.append(CLOSING(Level.CLEAR, "All is seen to before leaving", "The house’s list."))
    elif all_done:
        found.append(
            CLOSING.missing(
                f"Before leaving: {shortened(open_ones)}", "See to it, then tick it (Build, Before leaving)."
            )
        )
    return found


__all__ = [
    "done_of",
    "elsewhere",
    "entries_of",
    "hand_mark",
    "judge_end",
    "judge_labels",
    "kit_input",
    "labels_missing",
    "labels_wanted",
    "untold_of",
    "weather_of",
]
