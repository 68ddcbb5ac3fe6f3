"""A step of the work with the hands: of a terminal, of a mount, or of any job."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from rindle_core.catalogue.house_words import Work
from rindle_core.catalogue.parts import JointState
from rindle_core.kernel.model import Model

StepPlace = Literal["", "bench", "ground", "height", "indoors"]
STEP_PLACES: dict[StepPlace, str] = {
    "": "not told",
    "bench": "On the bench",
    "ground": "On the ground",
    "height": "On ladder or roof",
    "indoors": "Indoors",
}
MarkCue = Literal["up", "down", "front", "outside", "right_angle", "hand", "seat", "level", "open_hole", "side"]
MARK_CUES: dict[MarkCue, str] = {
    "up": "which way is up",
    "down": "an opening that faces down",
    "front": "an arrow to the front",
    "outside": "the threaded side outside",
    "right_angle": "a notch at a right angle",
    "hand": "the hand of the beam",
    "seat": "seated without a gap",
    "level": "level on two axes",
    "open_hole": "a hole that stays reachable",
    "side": "on the side that it belongs to",
}


StepFigureKind = Literal[
    "fixing", "fixing_torque", "pit", "pour", "blocks", "way_in", "cable", "earth", "ends", "sight", "preset"
]
STEP_FIGURES: dict[StepFigureKind, str] = {
    "fixing": "drill and depth of the fixings",
    "fixing_torque": "torque of the fixings",
    "pit": "the hole in the ground",
    "pour": "concrete and water",
    "blocks": "blocks of the ballast",
    "way_in": "the hole through the wall",
    "cable": "length of the cable",
    "earth": "earth wire and bond",
    "ends": "ends, their tests and loss",
    "sight": "bearing and height of the satellite",
    "preset": "what the instruments have to show",
}


class OrientationMark(Model):
    """Something that has to be the right way round, seen before the step is done: once it is up it is out of reach."""

    code: str = Field(min_length=1, max_length=40, pattern=r"^[a-z][a-z0-9_]*$")
    text: str = Field(min_length=1, max_length=160, description="How it is when it is right")
    cue: MarkCue = Field(description="What the drawing shows")
    wrong: str = Field(default="", max_length=160, description="What comes of it the other way round")


class BuildStep(Model):
    """A step of the assembly.

    `needs` names what comes before: steps (`step:code`), entries (`entry:name`), waits that are over (`wait:code`).
    """

    code: str = Field(min_length=1)
    title: str
    detail: str = Field(default="", max_length=4000)
    hold_point: bool = False
    before_power: bool = Field(
        default=False, description="Must be done before the terminal is switched on, as the earth"
    )
    power_off: bool = Field(
        default=False, description="Never done while it has power: a coaxial plug is mated, or somebody is in front"
    )
    passes_wall: bool = Field(
        default=False, description="The cable goes into the house in it: the wall adds how, with what, and what sets"
    )
    needs: list[str] = Field(
        default_factory=list,
        description="What comes before it: step:code, entry:name of a fact, or wait:code that is over",
    )
    caution: str = Field(default="", max_length=4000)
    caution_low: str | None = Field(
        default=None, max_length=600, description="Said instead where it is done from the ground; empty: the same"
    )
    work: list[Work] = Field(
        default_factory=list, max_length=6, description="What is done in it that a hazard of the site may stop"
    )
    at_height_min: float = Field(default=0.0, ge=0, le=960, description="Minutes of it on a ladder or a roof")
    usual_min: float | None = Field(default=None, gt=0, le=960, description="Minutes that it takes as a rule")
    people_count: int = Field(default=1, ge=1, le=9, description="People that it takes")
    mate: str = Field(default="", max_length=300, description="What the mate does, or hands up")
    place: StepPlace = Field(default="", description="Where it is done")
    tools: list[Annotated[str, Field(min_length=1, max_length=80)]] = Field(
        default_factory=list, max_length=12, description="In the hand"
    )
    marks: list[OrientationMark] = Field(default_factory=list, max_length=8, description="Each seen and ticked")
    sets: dict[Annotated[str, Field(max_length=40)], JointState] = Field(
        default_factory=dict, description="Joints that it makes, and how it leaves them"
    )
    starts: list[Annotated[str, Field(max_length=40)]] = Field(
        default_factory=list, max_length=4, description="Waits that begin when it is done"
    )
    figures: list[StepFigureKind] = Field(
        default_factory=list, max_length=6, description="Figures of the job that it is done by, told at the step"
    )
    photo: str = Field(default="", max_length=120, description="What is photographed before it is hidden")
    wrong: str = Field(default="", max_length=200, description="The mistake that is made here, told before it is made")
    mends: str = Field(
        default="",
        max_length=300,
        exclude_if=lambda told: not told,
        description="What is done where it was made, and what that costs",
    )
    hard: str = Field(
        default="",
        max_length=200,
        exclude_if=lambda told: not told,
        description="What goes hard as it should, so that nobody gives up or forces it",
    )
    on_left: str = Field(
        default="",
        max_length=200,
        exclude_if=lambda told: not told,
        description="How it is done on the left, where the sides differ",
    )
    on_right: str = Field(
        default="",
        max_length=200,
        exclude_if=lambda told: not told,
        description="How it is done on the right, mirrored",
    )
    plain: str = Field(default="", max_length=300, description="The same for an owner who knows none of the words")


__all__ = [
    "MARK_CUES",
    "STEP_FIGURES",
    "STEP_PLACES",
    "BuildStep",
    "MarkCue",
    "OrientationMark",
    "StepFigureKind",
    "StepPlace",
]
