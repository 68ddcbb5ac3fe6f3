"""What is entered at Build."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import ConfigDict, Field

from rindle_core.kernel.entry import Entry
from rindle_core.kernel.model import Code, Facts, Row
from rindle_core.stations.build.again import StepAgain
from rindle_core.stations.build.joints import JointMark
from rindle_core.stations.build.kit_list import KitFound, VariantTold
from rindle_core.stations.build.measures import Measure
from rindle_core.stations.build.steps import SeenMark, StepMark, StepPass
from rindle_core.stations.build.waits import WaitMark

LeftOver = Literal["", "none", "some"]


class Damage(Row):
    """Something that came damaged: what is claimed for it."""

    model_config = ConfigDict(str_strip_whitespace=True)

    part: Annotated[str, Entry("Part")] = Field(min_length=1, max_length=120)
    what: Annotated[str, Entry("What is damaged", placeholder="Dent of 30 mm in the rim, lower left")] = Field(
        default="", max_length=300
    )
    packing: Annotated[str, Entry("How the packing looked")] = Field(default="", max_length=200)
    wanted: Annotated[
        Literal["", "replaced", "credit", "kept"],
        Entry("Asked for", choices={"": "–", "replaced": "another", "credit": "money back", "kept": "nothing: noted"}),
    ] = ""


class BuildFacts(Facts):
    """Kit, steps, marks, joints and waits, what was left for a time, and what was seen to before leaving."""

    kit_found: Annotated[list[KitFound], Entry("Found of the kit")] = Field(default_factory=list, max_length=400)
    variants_told: Annotated[list[VariantTold], Entry("Kind of the terminal")] = Field(
        default_factory=list, max_length=20
    )
    unpacked_terminal_code: Annotated[Code, Entry("Terminal of the job when the first line was counted")] = ""
    unpacked_mount_code: Annotated[Code, Entry("Mount of the job when the first line was counted")] = ""
    layers_searched: Annotated[bool, Entry("Every layer of the packing was lifted")] = False
    rim_gap_mm: Annotated[
        float | None, Entry("Gap where two strings cross", hint="Drawn tight over the rim, a quarter turn apart")
    ] = Field(default=None, ge=0, le=300)
    damages: Annotated[list[Damage], Entry("Came damaged")] = Field(default_factory=list, max_length=40)
    delivered_by: Annotated[str, Entry("Delivered by", placeholder="Carrier and waybill")] = Field(
        default="", max_length=160
    )
    built_terminal_code: Annotated[Code, Entry("Terminal of the job when the first step was marked")] = ""
    built_letter: Annotated[Code, Entry("Position of the job when its first step was marked")] = ""
    built_mount_code: Annotated[Code, Entry("Mount of the job when its first step was marked")] = ""
    rehearsed_on: Annotated[str, Entry("Rehearsed on", hint="A mount on the ground, before the visit")] = Field(
        default="", max_length=40
    )
    step_marks: Annotated[list[StepMark], Entry("Steps")] = Field(default_factory=list)
    seen_marks: Annotated[list[SeenMark], Entry("Marks seen")] = Field(default_factory=list, max_length=400)
    repeats: Annotated[list[StepAgain], Entry("Done once more")] = Field(default_factory=list, max_length=120)
    passes: Annotated[list[StepPass], Entry("Done before their turn, or left out")] = Field(
        default_factory=list, max_length=120
    )
    joint_marks: Annotated[list[JointMark], Entry("Joints, as found or left")] = Field(
        default_factory=list, max_length=200
    )
    waits: Annotated[list[WaitMark], Entry("Waits")] = Field(default_factory=list, max_length=200)
    measures: Annotated[list[Measure], Entry("Left for a time")] = Field(default_factory=list, max_length=60)
    left_over: Annotated[
        LeftOver, Entry("Parts left over", choices={"": "not looked", "none": "none", "some": "some"})
    ] = ""
    left_over_note: Annotated[str, Entry("Which, and where they belong")] = Field(default="", max_length=300)
    closing: Annotated[list[str], Entry("Before leaving", words="closing")] = Field(default_factory=list, max_length=40)


__all__ = ["BuildFacts", "Damage", "LeftOver"]
