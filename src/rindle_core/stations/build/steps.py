"""The build steps in order: what each waits for, what has to be seen in it, and what somebody let pass."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Literal

from pydantic import AwareDatetime, ConfigDict, Field

from rindle_core.catalogue.build_steps import BuildStep, OrientationMark, StepFigureKind
from rindle_core.catalogue.house_words import Work
from rindle_core.kernel.entry import Entry
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.model import Model, Row
from rindle_core.kernel.registry import Outcome, register
from rindle_core.stations.build.again import StepAgain, judge_again
from rindle_core.stations.build.findings import MARKS, NEEDED, NEXT, ORDER_ANGLE, PASSED, PHOTOS
from rindle_core.stations.build.waits import WAITING, WaitView
from rindle_core.stations.lists import shortened

StepState = Literal["done", "left_out", "ready", "waiting", "locked"]
OVER: tuple[StepState, ...] = ("done", "left_out")
# What nobody at the site may let pass: whose it is to give is another.
_NEVER_PASSED = ("place", "owner", "located")


class StepMark(Row):
    """A step that somebody has marked done."""

    code: str
    at: dt.datetime
    by: str


class SeenMark(Row):
    """An orientation mark that somebody saw: `step.mark`."""

    code: Annotated[str, Entry("Mark")] = Field(min_length=3, max_length=90)
    at: Annotated[AwareDatetime | None, Entry("When", past=True)] = None
    by: Annotated[str, Entry("By")] = Field(default="", max_length=120)


class StepPass(Row):
    """Somebody does a step before its turn, or leaves it out, for a reason. It is printed in the report."""

    model_config = ConfigDict(str_strip_whitespace=True)

    code: Annotated[str, Entry("Step")] = Field(min_length=1, max_length=40)
    how: Annotated[
        Literal["early", "left_out"], Entry("How", choices={"early": "done all the same", "left_out": "left out"})
    ] = "early"
    reason: Annotated[str, Entry("Why")] = Field(min_length=5, max_length=300)
    by: Annotated[str, Entry("Decided by")] = Field(min_length=2, max_length=120)
    at: Annotated[AwareDatetime | None, Entry("When", past=True)] = None


class StepFigure(Model):
    """A figure that a step is done by: a value with its unit, words, or both."""

    name: str = Field(max_length=120)
    value: float | None = None
    unit: str = Field(default="", max_length=20)
    text: str = Field(default="", max_length=600)


class BuildInput(Model):
    """Steps of terminal, mount and cable, the marks made so far, and the entries that the job has."""

    steps: list[BuildStep]
    listed: list[str] = Field(
        default_factory=list, max_length=120, description="Codes as the makers list them; empty: in the order of steps"
    )
    marks: list[StepMark] = Field(default_factory=list)
    entries: dict[str, bool] = Field(
        default_factory=dict, description="Entry name -> whether it is there and not on hold"
    )
    untold: list[str] = Field(
        default_factory=list, max_length=40, description="Entries that are not there yet, and that nothing holds"
    )
    stopped: dict[Work, list[str]] = Field(
        default_factory=dict, description="Work that hazards of the site stop -> their names"
    )
    weather: dict[Work, list[str]] = Field(default_factory=dict, description="Work that the weather stops -> why")
    waits: list[WaitView] = Field(default_factory=list, description="Of this job, as `waits` gives them")
    seen: list[SeenMark] = Field(default_factory=list, max_length=400)
    photographed: list[str] = Field(default_factory=list, max_length=400, description="Codes of steps with a photo")
    passes: list[StepPass] = Field(default_factory=list, max_length=120)
    repeats: list[StepAgain] = Field(default_factory=list, max_length=120)
    hand_mark: str = Field(default="", max_length=120, description="How this beam's hand is set at this feed")
    figures: dict[StepFigureKind, list[StepFigure]] = Field(default_factory=dict, description="Of this job, by kind")


class MarkView(Model):
    """An orientation mark as it is told for this job."""

    mark: OrientationMark
    text: str
    seen: SeenMark | None


class StepView(Model):
    """A step with its state, and in words what it still waits for."""

    step: BuildStep
    state: StepState
    waits_for: list[str]
    mark: StepMark | None
    not_before: dt.datetime | None = Field(default=None, description="By the clock of a wait; None: at any time")
    marks: list[MarkView] = Field(default_factory=list)
    entered_here: bool = Field(default=False, description="Whether it only waits for what is entered at Build itself")
    not_begun: bool = Field(
        default=False,
        exclude_if=lambda told: not told,
        description="Whether it waits for entries alone, nothing is on hold and no step was done yet",
    )
    may_pass: bool = Field(default=False, description="Whether somebody may do it all the same, with a reason")
    passed: StepPass | None = None
    again: list[StepAgain] = Field(default_factory=list, exclude_if=lambda told: not told)
    photographed: bool = False
    figures: list[StepFigure] = Field(default_factory=list, description="What it is done by on this job")

    def unseen(self) -> list[str]:
        """What has to be seen before it may be marked done."""
        return [one.text for one in self.marks if one.seen is None]


class BuildResult(Model):
    """All steps in order."""

    steps: list[StepView]
    done_count: int
    next_code: str | None
    ready_codes: list[str] = Field(default_factory=list, description="All that can be done now, in order")
    at_height_left_min: float = Field(default=0.0, description="Of the steps that are still to be done")
    usual_left_min: float = Field(default=0.0, description="Of those whose usual time is told")


_ENTRY_WORDS = {
    "place": "the place (Brief)",
    "aim": "figures for the aim with nothing on hold (Aim)",
    "sky": "a sky that was read and holds nothing up (Sky)",
    "mount": "a mast that fits and holds (Mount)",
    "owner": "the owner’s consent (Brief, Site)",
    "located": "buried services found and marked (Mount, Concrete)",
    "cured": "concrete that is hard enough (Mount, Concrete)",
    "cable": "a cable that the terminal allows (Cable)",
    "kit": "a kit that was counted and is whole (Build, Kit)",
    "serials": "serial numbers off the labels that go up (Build, Kit)",
    "hand": "the hand of the beam (Brief: satellite and place)",
    "aid_off": "the receiving aid off again, the clamps tight before (Peak, Find it)",
}

_ENTERED_HERE = {_ENTRY_WORDS["kit"], _ENTRY_WORDS["serials"]}  # not entered yet is no hold


class _Locks(Model):
    """What holds a step: what somebody may let pass, what nobody may, and until when the clock holds it."""

    soft: list[str] = Field(default_factory=list)
    firm: list[str] = Field(default_factory=list)
    not_before: dt.datetime | None = None


def _locks(step: BuildStep, over: set[str], titles: dict[str, str], given: BuildInput) -> _Locks:
    waits = {one.wait.code: one for one in given.waits}
    soft: list[str] = []
    firm: list[str] = []
    clocks: list[dt.datetime] = []
    for need in step.needs:
        kind, _, name = need.partition(":")
        if kind == "step" and name not in over:
            soft.append(f"step “{titles.get(name, name)}”")
        elif kind == "entry" and not given.entries.get(name, False):
            (firm if name in _NEVER_PASSED else soft).append(_ENTRY_WORDS.get(name, name))
        elif need.startswith(WAITING):
            one = waits.get(name)
            if one is None:
                soft.append(f"the wait “{name}”")
            elif why := one.holding():
                soft.append(why)
            elif (until := one.open_until()) is not None:
                clocks.append(until)
    stopping = dict.fromkeys(name for work in step.work for name in given.stopped.get(work, []))
    firm += [f"a release of “{name}” (Brief, Crew and risks)" for name in stopping]
    weather = dict.fromkeys(why for work in step.work for why in given.weather.get(work, []))
    soft += [f"other weather: {why}" for why in weather]
    return _Locks(soft=soft, firm=firm, not_before=max(clocks, default=None))


def _behind(given: BuildInput, over: set[str]) -> dict[str, str]:
    """For each step the first open hold point that comes before it here and in the makers' own list, by code."""
    place = {code: index for index, code in enumerate(given.listed or [one.code for one in given.steps])}
    blocked: dict[str, str] = {}
    open_holds: list[str] = []
    for step in given.steps:
        before = [code for code in open_holds if place.get(code, 0) < place.get(step.code, len(place))]
        if before:
            blocked[step.code] = before[0]
        if step.hold_point and step.code not in over:
            open_holds.append(step.code)
    return blocked


def _may_be_left_out(step: BuildStep) -> bool:
    return not step.hold_point and not step.before_power


def _marks_of(step: BuildStep, given: BuildInput) -> list[MarkView]:
    seen = {one.code: one for one in given.seen}
    return [
        MarkView(
            mark=one,
            text=f"{one.text}: {given.hand_mark}" if one.cue == "hand" and given.hand_mark else one.text,
            seen=seen.get(f"{step.code}.{one.code}"),
        )
        for one in step.marks
    ]


def _figures_of(step: BuildStep, given: BuildInput) -> list[StepFigure]:
    """Those that it names, and the way through the wall where the cable goes in."""
    wall: list[StepFigureKind] = ["way_in"] if step.passes_wall else []
    return [one for kind in dict.fromkeys([*step.figures, *wall]) for one in given.figures.get(kind, [])]


@register("build", "Build steps with their states and what each still waits for", BuildInput, BuildResult)
def build(given: BuildInput) -> Outcome[BuildResult]:
    """A step is ready when all that it needs is there, its waits are over and every hold point before it is passed.

    Somebody may do a step before its turn or leave it out with a reason and a name; a hold point, what comes before
    power, a release and what another person has to give cannot be let pass.
    """
    passes = {one.code: one for one in given.passes}
    marks = {mark.code: mark for mark in given.marks}
    left_out = {
        step.code
        for step in given.steps
        if step.code in passes and passes[step.code].how == "left_out" and _may_be_left_out(step)
    } - set(marks)
    over = set(marks) | left_out
    titles = {step.code: step.title for step in given.steps}
    behind = _behind(given, over)
    untold = {_ENTRY_WORDS.get(name, name) for name in given.untold} | _ENTERED_HERE
    views = []
    for step in given.steps:
        locks = _locks(step, over, titles, given)
        firm = list(locks.firm)
        if step.code in behind and f"step “{titles[behind[step.code]]}”" not in locks.soft:
            firm.append(f"hold point “{titles[behind[step.code]]}”")
        early = step.code in passes and passes[step.code].how == "early" and not step.before_power
        waits = firm if early else [*locks.soft, *firm]
        not_before = None if early else locks.not_before
        state: StepState = (
            "done" if step.code in marks else "left_out" if step.code in left_out else
            "locked" if waits else "waiting" if not_before else "ready"
        )  # fmt: skip
        views.append(
            StepView(
                step=step,
                state=state,
                waits_for=waits if state == "locked" else [],
                mark=marks.get(step.code),
                not_before=not_before if state in ("locked", "waiting") else None,
                marks=_marks_of(step, given),
                entered_here=state == "locked" and set(waits) <= _ENTERED_HERE,
                not_begun=state == "locked" and not marks and set(waits) <= untold,
                may_pass=state in ("locked", "waiting") and not firm and not step.before_power,
                passed=passes.get(step.code),
                again=[one for one in given.repeats if one.code == step.code],
                photographed=step.code in given.photographed,
                figures=_figures_of(step, given),
            )
        )
    still = [view for view in views if view.state not in OVER]
    result = BuildResult(
        steps=views,
        done_count=len(views) - len(still),
        next_code=still[0].step.code if still else None,
        ready_codes=[view.step.code for view in still if view.state == "ready"],
        at_height_left_min=sum(view.step.at_height_min for view in still),
        usual_left_min=sum(view.step.usual_min or 0.0 for view in still),
    )
    needed = _judge_needed(given, views)
    return Outcome(
        result,
        [
            *_judge(result, given),
            *needed,
            *judge_again(given.steps, {one.code: one.at for one in given.marks}, given.repeats),
            *_judge_passes(given, views),
            *_judge_marks(views),
            *_judge_photos(views),
        ],
    )


def held_up(view: StepView) -> bool:
    """Whether something holds it that is more than an entry of this room, or of a job that nobody began to build."""
    return view.state == "locked" and not view.entered_here and not view.not_begun


def _judge(result: BuildResult, given: BuildInput) -> list[Finding]:
    locked = [view for view in result.steps if view.state == "locked"]
    upcoming = next((view for view in result.steps if view.state not in OVER), None)
    if not given.steps:
        return []  # who asked knows why there are none
    if upcoming is None:
        message, level, why, clears = "Every step is done", Level.CLEAR, "All hold points are passed.", ""
    elif upcoming.state == "waiting":
        message, level = f"“{upcoming.step.title}” waits for its time", Level.UNKNOWN
        running = [one for one in given.waits if f"{WAITING}{one.wait.code}" in upcoming.step.needs]
        why = " ".join(f"{one.wait.name}: meanwhile {one.wait.meanwhile}" for one in running if one.wait.meanwhile)
        clears = _meanwhile(result) or "Wait, then look before you go on."
    elif upcoming.state == "locked" and not held_up(upcoming):
        message, level = f"Next: {upcoming.step.title}", Level.UNKNOWN
        why = f"It waits for {', '.join(upcoming.waits_for)}."
        clears = "Enter it, then mark the step done."
    elif upcoming.state == "locked":
        message, level = f"“{upcoming.step.title}” is held", Level.HOLD
        why = f"It waits for {', '.join(upcoming.waits_for)}."
        clears = "Supply what it waits for; no later step can be marked before it."
    else:
        message, level = f"Next: {upcoming.step.title}", Level.UNKNOWN
        why = upcoming.step.detail or "It is the next step in order."
        clears = "Do it, then mark it done."
    findings = [NEXT(level, message, why, clears_by=clears)]
    skipped = [
        view for view in locked if any(later.state == "done" for later in result.steps[result.steps.index(view) :])
    ]
    if skipped:
        findings.append(
            ORDER_ANGLE(
                Level.MIND,
                f"“{skipped[0].step.title}” was passed over",
                "A later step is marked although this one still waits.",
                clears_by="Go back to it before going on.",
            )
        )
    return findings


def _judge_needed(given: BuildInput, views: list[StepView]) -> list[Finding]:
    """What a step that is marked done needed of other rooms and is not so now: it was taken back since, or never was.
    Those rooms say themselves what is missing there.
    """
    lacking: dict[str, str] = {}
    for view in views:
        if view.state != "done" or (view.passed is not None and view.passed.how == "early"):
            continue
        for name in (need.partition(":")[2] for need in view.step.needs if need.startswith("entry:")):
            words = _ENTRY_WORDS.get(name, name)
            if not given.entries.get(name, False) and words not in _ENTERED_HERE:
                lacking.setdefault(words, view.step.title)
    if not lacking:
        return []
    return [
        NEEDED(
            Level.MIND,
            "A step is marked done, and what it needs is not so",
            f"{'; '.join(f'“{title}” needs {words}' for words, title in lacking.items())}.",
            clears_by="Make good or enter what is missing there; take the mark back where the step was not done.",
        )
    ]


def _meanwhile(result: BuildResult) -> str:
    titles = [view.step.title for view in result.steps if view.state == "ready"]
    return f"Meanwhile: {shortened(titles)}." if titles else ""


def _judge_passes(given: BuildInput, views: list[StepView]) -> list[Finding]:
    found = []
    for view in views:
        if view.passed is None or (view.passed.how == "left_out" and view.state == "done"):
            continue
        left_out = view.passed.how == "left_out"
        refused = not _may_be_left_out(view.step) if left_out else view.step.before_power
        found.append(
            PASSED.of(view.step.code)(
                Level.HOLD if refused else Level.MIND,
                f"“{view.step.title}” cannot be {'left out' if left_out else 'done before its turn'}"
                if refused
                else f"“{view.step.title}”: {'left out' if left_out else 'done all the same'}",
                f"{view.passed.reason} ({view.passed.by}).",
                clears_by="Take it back, and do the step."
                if refused
                else "It stands in the report; look at it once more before the hand-over.",
            )
        )
    return found


def _judge_marks(views: list[StepView]) -> list[Finding]:
    """A mark that was taken back after its step was done is asked for again."""
    bare = [text for view in views if view.state == "done" for text in view.unseen()]
    if not bare:
        return []
    return [MARKS.missing(f"Not seen: {shortened(bare)}", "Look at each, and tick it at its step (Build, Now).")]


def _judge_photos(views: list[StepView]) -> list[Finding]:
    """What is hidden later is photographed while it can be seen."""
    asked = [view for view in views if view.step.photo and view.state == "done"]
    bare = [view.step.photo for view in asked if not view.photographed]
    if bare:
        return [
            PHOTOS(
                Level.MIND,
                f"Not photographed: {shortened(bare)}",
                "It cannot be shown any more once it is hidden.",
                clears_by="Take the picture at its step (Build, Now) while it can be seen.",
            )
        ]
    if asked:
        return [PHOTOS(Level.CLEAR, "What is hidden later was photographed", "By the steps that are done.")]
    return []


__all__ = [
    "OVER",
    "BuildInput",
    "BuildResult",
    "MarkView",
    "SeenMark",
    "StepMark",
    "StepPass",
    "StepView",
    "build",
    "held_up",
]
