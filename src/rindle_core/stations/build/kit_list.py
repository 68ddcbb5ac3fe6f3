"""The bill of what must be there: the box by part, bolt, washer and nut, mount, fixings and cable, and the van."""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from typing import Annotated, Literal

from pydantic import Field

from rindle_core.catalogue.build_steps import BuildStep
from rindle_core.catalogue.fixings import Fixing
from rindle_core.catalogue.house_words import InstrumentCheck, Phrase
from rindle_core.catalogue.mounts import MountPiece
from rindle_core.catalogue.parts import Joint, Part, Variant
from rindle_core.kernel.entry import Entry
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model, Row
from rindle_core.kernel.registry import Outcome, register
from rindle_core.stations.build.findings import KIT, VAN
from rindle_core.stations.cable.dress import Consumable, Cut
from rindle_core.stations.lists import shortened
from rindle_core.stations.mount.getting_up import GettingUpResult

KitGroup = Literal[
    "terminal",
    "mount",
    "fasteners",
    "fixings",
    "cable",
    "consumables",
    "height",
    "tools",
    "aloft",
    "instruments",
    "ready",
]
KIT_GROUPS: dict[KitGroup, str] = {
    "terminal": "The terminal’s box",
    "mount": "The mount",
    "fasteners": "Bolts, washers, nuts",
    "fixings": "Fixings",
    "cable": "Cable",
    "consumables": "Used up",
    "height": "To get up and down",
    "tools": "Tools",
    "aloft": "Up there: what can fall",
    "instruments": "Instruments, checked",
    "ready": "Ready before leaving",
}
BOX: tuple[KitGroup, ...] = ("terminal", "mount", "fasteners", "fixings", "cable")  # without these nothing is begun
_NEW_ENDS = "the way that is planned, with what is left for new ends"
_LADDER = "along its rails, leaning by a quarter; three rungs at its top stay free"
_COMES_BACK: tuple[KitGroup, ...] = ("height", "tools", "aloft", "instruments", "ready")
KitState = Literal["there", "short", "damaged", "usable"]
KIT_STATES: dict[KitState, str] = {
    "there": "there",
    "short": "short",
    "damaged": "damaged",
    "usable": "damaged, of use",
}


class KitFound(Row):
    """What was found of a line of the bill."""

    code: Annotated[str, Entry("Line")] = Field(min_length=1, max_length=120)
    state: Annotated[KitState, Entry("Found", choices=KIT_STATES)]
    found_count: Annotated[float | None, Entry("Counted")] = Field(default=None, ge=0, le=10_000)
    note: Annotated[str, Entry("Note")] = Field(default="", max_length=300)
    by: Annotated[str, Entry("By")] = Field(default="", max_length=120)


class VariantTold(Row):
    """Whether the terminal in the box is of that kind."""

    code: Annotated[str, Entry("Kind")] = Field(min_length=1, max_length=40)
    is_it: Annotated[Literal["yes", "no"], Entry("Is it", choices={"yes": "yes", "no": "no"})]


class Brought(Model):
    """Something heavy that is brought in quantity: concrete, water, blocks."""

    name: str = Field(min_length=1, max_length=120)
    amount: float = Field(gt=0)
    unit: str = Field(description="As it is bought: pieces, bags, l")
    each_kg: float = Field(gt=0, description="Mass of one unit")
    note: str = ""


class KitListInput(Model):
    """What terminal, mount, fixing, cable and steps ask for, and what was found."""

    parts: list[Part] = Field(default_factory=list, max_length=60)
    variants: list[Variant] = Field(default_factory=list, max_length=8, description="Kinds in which the terminal comes")
    variants_told: list[VariantTold] = Field(default_factory=list, max_length=20)
    pieces: list[MountPiece] = Field(default_factory=list, max_length=60)
    joints: list[Joint] = Field(default_factory=list, max_length=60)
    fixing: Fixing | None = None
    hole_count: int = Field(default=0, ge=0, le=200, description="Holes of the mount, all plates")
    cuts: list[Cut] = Field(default_factory=list, max_length=20)
    cable_name: str = Field(default="", max_length=120)
    sealed_kg: float = Field(default=0.0, ge=0, le=500, description="Of the box’s own cables, where they are used")
    consumables: list[Consumable] = Field(default_factory=list, max_length=60)
    brought: list[Brought] = Field(default_factory=list, max_length=20, description="Concrete, water, blocks")
    getting_up: GettingUpResult | None = Field(default=None, description="What it takes to work at height")
    tools: list[Annotated[str, Field(min_length=1, max_length=80)]] = Field(default_factory=list, max_length=200)
    fixing_tools: list[Annotated[str, Field(min_length=1, max_length=80)]] = Field(
        default_factory=list, max_length=8, description="What drills and turns the fixings of the mount"
    )
    fixed_up: bool = Field(default=False, description="Whether those are set on a ladder or a roof")
    steps: list[BuildStep] = Field(default_factory=list, max_length=120, description="What they need in the hand")
    instruments: list[InstrumentCheck] = Field(default_factory=list, max_length=40)
    ready: list[Phrase] = Field(default_factory=list, max_length=40)
    found: list[KitFound] = Field(default_factory=list, max_length=400)
    layers_searched: bool = Field(default=False, description="Whether every layer of the packing was lifted")
    rules: HouseRules = DEFAULT_RULES
    begun: bool = Field(default=False, description="Whether the work has begun: the van is not asked about any more")


class KitRow(Model):
    """A line of the bill."""

    code: str
    group: KitGroup
    name: str
    amount: float
    unit: str = Field(description="As it is counted: pieces, m, ml, cans")
    cue: str = Field(default="", description="By what it is told from its look-alike, or what to mind")
    own_number: str | None = Field(default=None, description="The firm's or its supplier's number for it")
    mass_kg: float | None = Field(default=None, description="Of all of them; None: not told")
    layer_number: int | None = None
    found: KitFound | None = None


class KitListResult(Model):
    """The bill in the order of unpacking and loading."""

    rows: list[KitRow]
    box_count: int = Field(description="Lines without which nothing is begun")
    box_there_count: int
    complete: bool = Field(
        description="Whether its kind is told, and every line of the box was counted and is there, or of use"
    )
    variants_open: list[str] = Field(default_factory=list, description="Questions of its kind that nobody answered")
    mass_kg: float = Field(description="Of the box: terminal, mount, fixings, cable, as far as it is known")
    van_kg: float = Field(default=0.0, description="Of all that is loaded, as far as it is known")


def _slug(name: str) -> str:
    return "_".join("".join(one if one.isalnum() else " " for one in name.lower()).split())[:80]


def _row(group: KitGroup, name: str, amount: float, unit: str = "pieces", **told: object) -> KitRow:
    return KitRow.model_validate(
        {"code": f"{group}.{_slug(name)}", "group": group, "name": name, "amount": amount, "unit": unit, **told}
    )


def _together_kg(rows: Iterable[KitRow]) -> float:
    """As far as it is told."""
    return math.fsum(one.mass_kg or 0.0 for one in rows)


def _fasteners(joints: Iterable[Joint]) -> list[KitRow]:
    """Bolts by size and length, washers and nuts by kind and size, each summed over the joints; where each belongs."""
    wanted: dict[str, Counter[str]] = {}
    for joint in joints:
        if joint.size_mm is None:
            continue
        size = f"M{joint.size_mm:g}"
        length = f" × {joint.length_mm:g} mm" if joint.length_mm else ""
        grade = f", {joint.grade}" if joint.grade else ""
        bolts = [] if joint.head == "stud" else [f"{joint.bolt[0].upper()}{joint.bolt[1:]}{length}{grade}"]
        under = [f"{one.capitalize()} {size}" for one in (*joint.washers, *([joint.nut] if joint.nut else []))]
        for name, more in [*((one, joint.count) for one in bolts), *((one, joint.nut_count) for one in under)]:
            wanted.setdefault(name, Counter())[joint.name.lower()] += more
    return [
        _row("fasteners", name, where.total(), cue="; ".join(f"{more} for {joint}" for joint, more in where.items()))
        for name, where in sorted(wanted.items())
    ]


def _parts(given: KitListInput) -> list[Part]:
    """Of the terminal, with what the kinds ask for that it is of."""
    is_it = {one.code for one in given.variants_told if one.is_it == "yes"}
    return [*given.parts, *(part for kind in given.variants if kind.code in is_it for part in kind.parts)]


def _box(given: KitListInput) -> list[KitRow]:
    rows = [
        _row("terminal", one.name, one.count, cue=one.cue, mass_kg=one.mass_kg * one.count or None,
             layer_number=one.layer_number or None, own_number=one.own_number or None)
        for one in sorted(_parts(given), key=lambda one: one.layer_number or 99)
    ]  # fmt: skip
    rows += [
        _row("mount", one.name, one.count, mass_kg=one.mass_kg * one.count or None, own_number=one.own_number or None,
             cue="worth a spare: it is lost or perished first" if one.spare else "")
        for one in given.pieces
    ]  # fmt: skip
    rows += _fasteners(given.joints)
    if given.fixing is not None and given.hole_count:
        rows.append(_row("fixings", given.fixing.name, given.hole_count, cue=given.fixing.note))
        if given.fixing.seal_ml:
            rows.append(
                _row("consumables", "Sealant for the holes of the mount", given.fixing.seal_ml * given.hole_count, "ml",
                     cue="in the hole and over the head")
            )  # fmt: skip
        if given.fixing.resin_ml:
            rows.append(
                _row("consumables", "Resin for the fixings", given.fixing.resin_ml * given.hole_count, "ml",
                     cue="and the first strokes, thrown away until its colour is even; in date, with a spare nozzle")
            )  # fmt: skip
    for cut in given.cuts:
        name = f"{given.cable_name or 'Cable'}, run {cut.run}"
        cue = "as it is supplied; what is over is coiled up" if cut.left_m else _NEW_ENDS
        cue = "at least: pieces of its way have no length yet" if cut.untold_count else cue
        rows.append(_row("cable", name, cut.cut_m, "m", cue=cue, mass_kg=given.sealed_kg / len(given.cuts) or None))
    return rows


def _van(given: KitListInput) -> list[KitRow]:
    rows = [_row("consumables", one.name, one.amount, one.unit, cue=one.note) for one in given.consumables]
    rows += [
        _row("consumables", one.name, one.amount, one.unit, cue=one.note, mass_kg=one.amount * one.each_kg)
        for one in given.brought
    ]
    rows += _height(given.getting_up)
    turned: dict[str, list[str]] = {}
    for joint in given.joints:
        if joint.turned_with:
            turned.setdefault(joint.turned_with, []).append(joint.name.lower())
    named = [*turned, *given.tools, *given.fixing_tools, *(tool for step in given.steps for tool in step.tools)]
    tools = {_slug(one): one for one in reversed(named)}
    for tool in sorted(tools.values(), key=str.casefold):
        used = turned.get(tool, [])
        rows.append(
            _row(
                "tools",
                f"{tool[0].upper()}{tool[1:]}",
                1,
                cue=f"for {shortened(list(dict.fromkeys(used)))}" if used else "",
            )
        )
    rows += _aloft(given)
    rows += [
        _row("instruments", one.name, 1, cue=one.text)
        for one in given.instruments
        if not one.of_tools or any(_slug(tool) in tools for tool in one.of_tools)
    ]
    return rows + [_row("ready", one.name, 1, cue=one.text) for one in given.ready]


def _height(up: GettingUpResult | None) -> list[KitRow]:
    """The ladder, by its length where that is known, and what is worn."""
    if up is None:
        return []
    rows = [_row("height", one.name, one.count, cue=one.text) for one in up.gear]
    if up.ladder_m is not None:
        return [_row("height", "Ladder, at least so long", up.ladder_m, "m", cue=_LADDER), *rows]
    if up.by in ("ladder", "roof") and not up.ladder_there:
        return [_row("height", "Ladder", 1, cue="its length is not known: enter the height at Mount"), *rows]
    return rows


def _aloft(given: KitListInput) -> list[KitRow]:
    """What is in the hand above ground: each tool secured, and spares of the small parts that are handled there."""
    up = [one for one in given.steps if one.at_height_min > 0]
    tools: dict[str, list[str]] = {}
    used = [(tool, step.title.lower()) for step in up for tool in step.tools]
    used += [(tool, "set the fixings") for tool in given.fixing_tools if given.fixed_up]
    for tool, title in used:  # a tool is one, whatever the space in its name
        tools.setdefault(f"{tool[0].upper()}{tool[1:]}, secured".replace("\u00a0", " "), []).append(title)
    handled = {code for step in up for code in step.sets}
    share = given.rules.spares_aloft_percent / 100.0
    rows = [_row("aloft", name, 1, cue=f"to {shortened(titles)}") for name, titles in sorted(tools.items())]
    for one in _fasteners(joint for joint in given.joints if joint.key in handled):
        name = f"Spare {one.name[0].lower()}{one.name[1:]}, in a closed pocket"
        cue = f"{one.amount:g} are handled up there: nuts run on by two turns on the ground"
        rows.append(_row("aloft", name, max(1, math.ceil(share * one.amount)), cue=cue))
    return rows


@register("kit_list", "Bill of parts, bolts, washers, nuts, fixings, cable, tools and what is used up", KitListInput,
          KitListResult)  # fmt: skip
def kit_list(given: KitListInput) -> Outcome[KitListResult]:
    """Counts of bolts by size and length, of washers and nuts by kind and size, are summed over the joints.

    Nothing is called missing before every layer of the packing was searched, and nothing whole before it is told of
    which kind the terminal is: each kind brings parts of its own.
    """
    found = {one.code: one for one in given.found}
    by_code: dict[str, KitRow] = {}
    for row in [*_box(given), *_van(given)]:
        was = by_code.get(row.code)
        more = [was] if was is not None and row.group not in _COMES_BACK else []
        told = {"amount": math.fsum(one.amount for one in (*more, row)), "mass_kg": _together_kg([*more, row]) or None}
        by_code[row.code] = row.model_copy(update={**told, "found": found.get(row.code)})
    rows = sorted(by_code.values(), key=lambda one: list(KIT_GROUPS).index(one.group))
    box = [one for one in rows if one.group in BOX]
    there = [one for one in box if _is_there(one)]
    answered = {one.code for one in given.variants_told}
    unanswered = [one.question for one in given.variants if one.code not in answered]
    result = KitListResult(
        rows=rows,
        box_count=len(box),
        box_there_count=len(there),
        complete=bool(box) and len(there) == len(box) and not unanswered,
        variants_open=unanswered,
        mass_kg=_together_kg(box),
        van_kg=_together_kg(rows),
    )
    return Outcome(result, [*_judge(box, result, given.layers_searched), *([] if given.begun else _judge_van(rows))])


def _is_there(row: KitRow) -> bool:
    """Found, and no fewer than the bill asks for now: a bill that grew since is counted again."""
    told = row.found
    if told is None or told.state not in ("there", "usable"):
        return False
    return told.found_count is None or told.found_count >= row.amount - 1e-6


def _judge(box: Sequence[KitRow], result: KitListResult, searched: bool) -> list[Finding]:
    if not box:
        return []
    short = [_short(one) for one in box if one.found is not None and one.found.state == "short"]
    damaged = [one.name for one in box if one.found is not None and one.found.state == "damaged"]
    if damaged or (short and searched):
        told = [f"short: {shortened(short)}"] if short and searched else []
        told += [f"damaged: {shortened(damaged)}"] if damaged else []
        return [
            KIT(
                Level.HOLD,
                "The kit is not whole",
                f"{'; '.join(told).capitalize()}. What is missing on the roof costs a second climb.",
                clears_by="Get it before the first step; print the claim sheet for what came damaged.",
            )
        ]
    if short:
        return [
            KIT.missing(
                f"Not found yet: {shortened(short)}",
                "Lift every layer of the packing and look under the moulded trays, then tick that you did.",
            )
        ]
    if result.variants_open:
        return [
            KIT.missing(
                f"Not told: {shortened(result.variants_open)}", "Look at the terminal and its label (Build, Kit)."
            )
        ]
    if not result.complete:
        left = result.box_count - result.box_there_count
        return [KIT.missing(f"{left} of {result.box_count} lines of the kit are not counted", "Count them in Kit.")]
    worn = [one.name for one in box if one.found is not None and one.found.state == "usable"]
    if worn:
        return [KIT(Level.MIND, f"Damaged, of use: {shortened(worn)}", "Somebody decided to build with it.",
                    clears_by="Photograph it and print the claim sheet before it is fitted.")]  # fmt: skip
    return [KIT(Level.CLEAR, "The kit is whole", "Every line was counted.")]


@dataclass(frozen=True)
class LoadedRow:
    """A line of the list of several jobs; `shares` are what each of them takes of it, where it stays there."""

    row: KitRow
    shares: tuple[tuple[str, KitRow], ...]


@dataclass(frozen=True)
class Bill:
    """The bill of a job, and of what its parts are: a reflector of one terminal is none of another."""

    number: str
    result: KitListResult
    of: Mapping[KitGroup, str]


def loaded(bills: Sequence[Bill]) -> list[LoadedRow]:
    """One list of several jobs' bills: what stays or is used up is summed, what comes back is taken once."""
    by_code: dict[tuple[str, str], list[tuple[str, KitRow]]] = {}
    several = {group for group in KIT_GROUPS if len({bill.of.get(group, "") for bill in bills}) > 1}
    for bill in bills:
        for row in bill.result.rows:
            of = bill.of.get(row.group, "") if row.group in several else ""
            named = row.model_copy(update={"name": f"{row.name}, {of}"}) if of else row
            by_code.setdefault((row.code, of), []).append((bill.number, named))
    found = []
    for shares in by_code.values():
        rows = [row for _, row in shares]
        stays = rows[0].group not in _COMES_BACK
        together = math.fsum if stays else max
        told = {
            "amount": together(one.amount for one in rows),
            "mass_kg": together(one.mass_kg or 0.0 for one in rows) or None,
        }
        found.append(LoadedRow(rows[0].model_copy(update={**told, "found": None}), tuple(shares) if stays else ()))
    return sorted(found, key=lambda one: list(KIT_GROUPS).index(one.row.group))


def _short(row: KitRow) -> str:
    told = row.found
    if told is None or told.found_count is None:
        return row.name
    return f"{row.name} ({told.found_count:g} of {row.amount:g})"


def _judge_van(rows: Sequence[KitRow]) -> list[Finding]:
    van = [one for one in rows if one.group not in BOX]
    left = [one.name for one in van if one.found is None or one.found.state != "there"]
    if not van:
        return []
    if left:
        return [VAN.missing(f"Not in the van yet: {shortened(left)}", "Tick each as it is loaded (Build, Van).")]
    return [VAN(Level.CLEAR, "Tools and what is used up are in the van", "Every line was ticked.")]


__all__ = [
    "BOX",
    "KIT_GROUPS",
    "KIT_STATES",
    "Bill",
    "Brought",
    "KitFound",
    "KitGroup",
    "KitListInput",
    "KitListResult",
    "KitRow",
    "LoadedRow",
    "VariantTold",
    "kit_list",
    "loaded",
]
