"""What is bought and cut for a cable: lengths by run, ends, clips and ties, conduit, sealing, labels."""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Annotated, Literal

from pydantic import Field

from rindle_core.catalogue.cables import CableKind, CoaxCable
from rindle_core.catalogue.house_words import Connector
from rindle_core.kernel.entry import Entry
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model, Row
from rindle_core.kernel.registry import Outcome, register
from rindle_core.stations.cable.findings import (
    BEND,
    COLD,
    CONDUIT,
    CONNECTORS,
    FILL,
    OUTDOOR_ENDS,
    SUPPLIED,
    TESTED,
)
from rindle_core.stations.cable.pieces import CablePiece, PieceKind, of_run, run_length_m, untold

# Most of a conduit's bore that cables may fill: one, two, more. Source: NEC 2017, chapter 9, table 1.
_FILL_PERCENT = (53.0, 31.0, 40.0)
_COLD_CLIP_C = 5.0
_TAPE_M_PER_JOINT = 0.3
_FROM_CORNER_M = 0.1  # a clip so near to a corner holds the bend


class CableTest(Row):
    """What a meter said of one run, both ends free and the modem off."""

    run: Annotated[str, Entry("Run")] = Field(min_length=1, max_length=40)
    continuity: Annotated[
        Literal["", "good", "bad"], Entry("Through", choices={"": "not tried", "good": "through", "bad": "open"})
    ] = ""
    short: Annotated[
        Literal["", "none", "short"], Entry("Short", choices={"": "not tried", "none": "no short", "short": "short"})
    ] = ""
    loss_db: Annotated[float | None, Entry("Loss")] = Field(default=None, ge=0, le=100)
    by: Annotated[str, Entry("By")] = Field(default="", max_length=120)


class DressInput(Model):
    """The pieces, the cable, how many runs, and how it is led."""

    pieces: list[CablePiece] = Field(default_factory=list, max_length=60)
    cable: CoaxCable
    ports: list[str] = Field(default_factory=lambda: ["IF"], min_length=1, max_length=4, description="One a run")
    joint_count: int = Field(default=0, ge=0, le=20, description="Joints on the way, each of two ends")
    arrester_count: int = Field(default=0, ge=0, le=40, description="Arresters in each run, each of two ends")
    connector_count: int | None = Field(
        default=None,
        ge=0,
        le=20,
        description="Of one run, as somebody counted them; None: two, and two a joint and an arrester",
    )
    connectors: list[Connector] = Field(default_factory=list, max_length=60, description="Kinds that the house knows")
    connector_out_code: str = Field(default="", max_length=40, description="Put on ends outdoors; empty: not told")
    connector_in_code: str = Field(default="", max_length=40, description="Put on ends indoors; empty: not told")
    conduit_mm: float | None = Field(default=None, gt=0, le=200, description="Bore")
    elbow_mm: float | None = Field(default=None, ge=0, le=2000, description="Radius of its tightest bend")
    bulge_mm: float | None = Field(default=None, gt=0, le=200)
    low_c: float | None = Field(default=None, ge=-60, le=60, description="Lowest on the day")
    expected_db: float | None = Field(default=None, ge=0, description="Loss that is reckoned with")
    least_db: float | None = Field(default=None, ge=0, description="Loss of the run at the bottom of the IF")
    tests: list[CableTest] = Field(default_factory=list, max_length=40)
    rules: HouseRules = DEFAULT_RULES


class Cut(Model):
    """A length to cut, or a supplied one to take."""

    run: str
    length_m: float
    cut_m: float = Field(description="With the spare for one more end at each side; or the supplied length")
    left_m: float = Field(description="What is coiled up, of a supplied length")
    untold_count: int = Field(default=0, description="Pieces of its way without a length: what is told is the least")


class Consumable(Model):
    """Something that is used up."""

    name: str
    amount: float
    unit: str = Field(description="As it is bought: pieces, m")
    note: str = ""


class MarkedPiece(Model):
    """Where the clips of one piece sit, marked along a straight line before a hole is drilled."""

    number: int = Field(ge=1, description="Of the piece on its way")
    kind: PieceKind
    length_m: float
    count: int
    first_m: float = Field(description="From the piece's beginning, and as much before its end")
    every_m: float


class PipeCut(Model):
    """A pipe or tray as it is cut for one piece of the way."""

    number: int = Field(ge=1, description="Of the piece on its way")
    kind: PieceKind
    length_m: float


class EndsAt(Model):
    """The ends outdoors or indoors, and what goes on them."""

    outdoors: bool
    count: int
    code: str = Field(description="Of the connector; empty: none of this cable’s is told, and what suits is named")
    name: str = Field(default="", description="Empty: the house names none for such cable")
    said: str = Field(default="", description="What it asks")
    tool: str = ""
    torque_nm: float | None = Field(default=None, description="On its port, by its sheet; None: not told")


class Label(Model):
    """A label on one end of a run."""

    run: str
    end: str
    said: str


class DressResult(Model):
    """The cut list, ends, consumables and labels."""

    cuts: list[Cut]
    end_count: int = Field(description="Connectors to make; 0 for a cable with sealed ends")
    ends: list[EndsAt] = Field(default_factory=list, description="None for a cable with sealed ends")
    consumables: list[Consumable]
    labels: list[Label]
    pipes: list[PipeCut] = Field(default_factory=list, description="Of the pieces that lie in pipe or tray")
    marks: list[MarkedPiece] = Field(default_factory=list, description="Of the pieces that are clipped to a wall")
    clip_count: int = Field(default=0, description="Of all runs")
    fill_percent: float | None


def _cut(given: DressInput, run: int) -> Cut:
    length = run_length_m(given.pieces, run)
    name, open_count = given.ports[run], len(untold(of_run(given.pieces, run)))
    if given.cable.lengths_m:
        supplied = next((one for one in sorted(given.cable.lengths_m) if one >= length), max(given.cable.lengths_m))
        return Cut(run=name, length_m=length, cut_m=supplied, left_m=max(0.0, supplied - length),
                   untold_count=open_count)  # fmt: skip
    spare = 2.0 * given.rules.end_spare_m
    cut_m = math.ceil(round((length + spare) * 10.0, 6)) / 10.0
    return Cut(run=name, length_m=length, cut_m=cut_m, left_m=0.0, untold_count=open_count)


def _clipped_m(pieces: Sequence[CablePiece], *kinds: str) -> float:
    return sum(one.length_m or 0.0 for one in pieces if one.kind in kinds and one.protection in ("", "clips"))


def _marks(given: DressInput) -> list[MarkedPiece]:
    """A clip near each end of a piece, the others evenly between, no farther apart than the house's spacing."""
    found = []
    for number, one in enumerate(given.pieces, start=1):
        if one.kind not in ("outdoor", "indoor") or one.protection not in ("", "clips") or not one.length_m:
            continue
        first = min(_FROM_CORNER_M, one.length_m / 2.0)
        between = one.length_m - 2.0 * first
        gaps = math.ceil(round(between / given.rules.clip_m, 6))
        found.append(
            MarkedPiece(
                number=number, kind=one.kind, length_m=one.length_m, count=gaps + 1, first_m=first,
                every_m=between / gaps if gaps else 0.0,
            )
        )  # fmt: skip
    return found


def _ends(given: DressInput, ends: int) -> list[EndsAt]:
    """One end of each run is indoors; what joints and arresters join is taken as outdoors, where it has to last."""
    of_cable = [one for one in given.connectors if one.of_kind == given.cable.kind]
    indoors = min(len(given.ports), ends)
    found = []
    for outdoors, count, code in (
        (True, ends - indoors, given.connector_out_code),
        (False, indoors, given.connector_in_code),
    ):
        told = next((one for one in of_cable if one.code == code), None)
        usual = told or next((one for one in of_cable if one.outdoors or not outdoors), None)
        if count:
            named = (
                {"name": usual.name, "said": usual.text, "tool": usual.tool, "torque_nm": usual.torque_nm}
                if usual
                else {}
            )
            found.append(EndsAt(outdoors=outdoors, count=count, code=told.code if told else "", **named))
    return found


def _of_ends(kind: CableKind, ends: int, places: Sequence[EndsAt]) -> list[Consumable]:
    outdoors = (ends + 1) // 2  # what two ends join is wrapped once
    note = ", ".join(
        f"{one.count} {'outdoors' if one.outdoors else 'indoors'}: {one.name.lower()}" for one in places if one.name
    )
    if kind == "ethernet":
        return [
            Consumable(name="Plugs for the data cable", amount=ends, unit="pieces", note=note),
            Consumable(name="Housings that close over a plug", amount=outdoors, unit="pieces", note="outdoor ends"),
        ]
    return [
        Consumable(name="Connectors", amount=ends, unit="pieces", note=note),
        Consumable(name="Self-bonding tape", amount=round(_TAPE_M_PER_JOINT * outdoors, 1), unit="m",
                   note="half over half, upwards, after the last test; outdoor ends"),
    ]  # fmt: skip


def _consumables(given: DressInput, ends: int, places: Sequence[EndsAt], clips: int) -> list[Consumable]:
    on_mast = _clipped_m(given.pieces, "arm", "mast")
    ties = math.ceil(on_mast / given.rules.tie_m) + 2 if on_mast else 0
    pipe = sum(one.length_m or 0.0 for one in given.pieces if one.protection in ("pipe", "tray", "buried"))
    holes = sum(one.kind == "wall" for one in given.pieces)
    told = [
        Consumable(name="Ties, against sun", amount=ties, unit="pieces", note="the first near the top, one right under "
                   "each bracket, one at the foot as strain relief"),
        Consumable(name="Clips", amount=clips, unit="pieces", note="stiff and brittle in the cold: warm them"),
        Consumable(name="Pipe or tray", amount=math.ceil(pipe), unit="m"),
        *_of_ends(given.cable.kind, ends, places),
        Consumable(name="Foam or sealant for the hole", amount=holes, unit="cans" if holes > 1 else "can",
                   note="sets from 5 °C; the can prevails"),
        Consumable(name="Cover plates", amount=2 * holes, unit="pieces"),
    ]  # fmt: skip
    return [one for one in told if one.amount]


@register("cable_list", "Cut list, ends, clips and ties, labels, conduit and the test record of a cable", DressInput,
          DressResult)  # fmt: skip
def cable_list(given: DressInput) -> Outcome[DressResult]:
    """Counts and lengths by house rules; a conduit's fill by area. Source: NEC 2017, chapter 9, table 1."""
    runs = len(given.ports)
    cuts = [_cut(given, run) for run in range(runs)]
    of_one = (
        2 + 2 * (given.joint_count + given.arrester_count) if given.connector_count is None else given.connector_count
    )
    ends = 0 if given.cable.sealed else runs * of_one
    fill = None
    if given.conduit_mm is not None:
        fill = 100.0 * runs * (given.cable.diameter_mm / given.conduit_mm) ** 2
    labels = [
        Label(run=name, end=end, said=f"{name} {end}") for name in given.ports for end in ("antenna end", "indoor end")
    ]
    marks, places = _marks(given), _ends(given, ends)
    clips = sum(one.count * (1 if given.pieces[one.number - 1].of_run else runs) for one in marks)
    result = DressResult(
        cuts=cuts,
        end_count=ends,
        ends=places,
        consumables=_consumables(given, ends, places, clips),
        labels=labels,
        marks=marks,
        clip_count=clips,
        pipes=[
            PipeCut(number=number, kind=one.kind, length_m=one.length_m)
            for number, one in enumerate(given.pieces, start=1)
            if one.protection in ("pipe", "tray", "buried") and one.length_m
        ],
        fill_percent=fill,
    )
    return Outcome(result, [*_judge_led(given, result), *_judge_connectors(given, places), *_judge_tests(given)])


def _judge_led(given: DressInput, result: DressResult) -> list[Finding]:
    found = []
    way_m, longest = max(one.length_m for one in result.cuts), max(given.cable.lengths_m, default=0.0)
    if longest and given.pieces and (way_m > longest or not untold(given.pieces)):
        found.append(
            SUPPLIED.at_most(
                way_m,
                longest,
                clear="A supplied length reaches",
                over="No supplied length reaches",
                why="A cable with sealed ends cannot be cut or joined.",
                clears_by="A shorter way, or the modem nearer to the antenna.",
            )
        )
    joined = 2 + 2 * given.joint_count
    if given.connector_count is not None and given.joint_count and not given.cable.sealed:
        found.append(
            CONNECTORS.at_least(
                float(given.connector_count),
                float(joined),
                level=Level.MIND,
                clear="The joints have their connectors",
                under="Fewer connectors are counted than the ends and joints have",
                why="Each joins two ends: with fewer, loss and kit are reckoned too small.",
                clears_by="Count again, or leave it empty: then they are counted from the joints.",
            )
        )
    if result.fill_percent is not None:
        count = len(given.ports)
        most = _FILL_PERCENT[min(count, 3) - 1]
        found.append(
            FILL.at_most(
                result.fill_percent,
                most,
                level=Level.MIND,
                clear="The conduit has room for the cable",
                over="The conduit is too full",
                why="A cable that is squeezed is pulled too hard, and its plug does not pass.",
                clears_by="A wider conduit.",
            )
        )
        widest = max(given.cable.plug_mm, given.bulge_mm or 0.0)
        if given.conduit_mm is not None and widest:
            found.append(
                CONDUIT.at_least(
                    given.conduit_mm,
                    widest,
                    clear="Plug and bulge pass the conduit",
                    under="The plug or its bulge does not pass the conduit",
                    why="Moulded ends cannot be taken off.",
                    clears_by="A wider conduit, or an elbow with a cover that comes off.",
                )
            )
    if given.elbow_mm is not None:
        found.append(
            BEND.at_least(
                given.elbow_mm,
                given.cable.bend_radius_mm,
                clear="No bend is tighter than the cable bears",
                under="A bend is tighter than the cable bears",
                why="Its core moves off the middle, and reflects; or it breaks in the cold.",
                clears_by="A wider elbow, or two of half the angle.",
            )
        )
    if given.low_c is not None and given.low_c < _COLD_CLIP_C:
        found.append(
            COLD(
                Level.MIND,
                "It is cold for clips and cable",
                "Clips snap and jackets crack: warm them, and bend wide.",
                figure=given.low_c,
                limit=_COLD_CLIP_C,
                bound="at_least",
                clears_by="Keep clips and cable in the warm until they are used.",
            )
        )
    return found


def _judge_connectors(given: DressInput, places: Sequence[EndsAt]) -> list[Finding]:
    """What was put on ends outdoors, where it is told."""
    outside = next((one for one in places if one.outdoors and one.code), None)
    if outside is None:
        return []
    lasting = [one for one in given.connectors if one.of_kind == given.cable.kind and one.outdoors]
    if any(one.code == outside.code for one in lasting):
        return [OUTDOOR_ENDS(Level.CLEAR, "The connectors outdoors may stay there", outside.said)]
    better = lasting[0].name.lower() if lasting else "a connector that is made for outdoors"
    return [
        OUTDOOR_ENDS(
            Level.MIND,
            f"Not for outdoors: {outside.name.lower()}",
            f"{outside.said} Water creeps in, and the loss grows unseen.",
            figure=float(outside.count),
            limit=0.0,
            bound="at_most",
            clears_by=f"Make these ends anew: {better}. Until then it is a measure with a "
            "last day (Build, Before leaving).",
        )
    ]


def _judge_tests(given: DressInput) -> list[Finding]:
    """Each run through, without a short, and losing what was reckoned. A sealed cable is tested by its maker."""
    if given.cable.sealed or not given.pieces:
        return []
    made = {one.run: one for one in given.tests}
    found = []
    for name in given.ports:
        kind, one = TESTED.of(name.lower()), made.get(name)
        if one is not None and (one.continuity == "bad" or one.short == "short"):
            what = "a short" if one.short == "short" else "open"
            found.append(
                kind(
                    Level.HOLD,
                    f"Cable {name}: {what}",
                    "A short burns the supply; an open end is no cable.",
                    clears_by="Cut the end off and make it anew: most faults are a strand at the pin.",
                )
            )
        elif one is None or not one.continuity or not one.short:
            found.append(
                kind.missing(
                    f"Cable {name} is not tested", "With the modem off and both ends free: through, and no short."
                )
            )
        elif one.loss_db is not None and given.least_db and one.loss_db < given.least_db - given.rules.test_loss_db:
            found.append(
                kind(
                    Level.MIND,
                    f"Cable {name} loses less than such a cable can",
                    "It may be another cable, a shorter one, or the meter was not at both of its ends.",
                    figure=one.loss_db,
                    limit=given.least_db - given.rules.test_loss_db,
                    bound="at_least",
                    clears_by="See by its label that it is this one, and measure from end to end.",
                )
            )
        elif one.loss_db is not None and given.expected_db is not None:
            found.append(
                kind.at_most(
                    one.loss_db,
                    given.expected_db + given.rules.test_loss_db,
                    level=Level.MIND,
                    clear=f"Cable {name} is through and loses what was reckoned",
                    over=f"Cable {name} loses more than was reckoned",
                    why="A bent, wet or badly made end: it gets worse.",
                    clears_by="Make the ends anew, look for a kink, measure again.",
                )
            )
        else:
            found.append(kind(Level.CLEAR, f"Cable {name} is through and has no short", "As it was measured."))
    return found


__all__ = ["CableTest", "Consumable", "Cut", "DressInput", "DressResult", "EndsAt", "Label", "PipeCut", "cable_list"]
