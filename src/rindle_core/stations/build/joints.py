"""The register of joints: how each is made, how it stands, which are free on purpose, and which must not be yet."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Annotated

from pydantic import AwareDatetime, Field

from rindle_core.catalogue.build_steps import BuildStep
from rindle_core.catalogue.parts import JOINT_STATES, Joint, JointState
from rindle_core.kernel.entry import Entry
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.model import Model, Row
from rindle_core.kernel.registry import Outcome, register
from rindle_core.stations.build.findings import JOINT_EARLY, JOINTS
from rindle_core.stations.lists import shortened
from rindle_core.stations.mount.tightening import TighteningInput, tightening

PEAK = "peak"  # the lock-down at Peak, where the locks of the aim are tightened
_RANK: dict[JointState, int] = {
    "open": 0,
    "hung": 1,
    "free": 2,
    "snug": 3,
    "tight": 4,
    "torqued": 5,
    "marked": 6,
}
_FIRM = _RANK["tight"]


class JointMark(Row):
    """How a joint stands, as somebody found or left it."""

    code: Annotated[str, Entry("Joint")] = Field(min_length=1, max_length=40)
    state: Annotated[JointState, Entry("It is", choices=JOINT_STATES)]
    at: Annotated[AwareDatetime | None, Entry("When", past=True)] = None
    by: Annotated[str, Entry("By")] = Field(default="", max_length=120)
    torque_nm: Annotated[float | None, Entry("Wrench set to")] = Field(default=None, gt=0, le=1000)
    note: Annotated[str, Entry("Note")] = Field(default="", max_length=200)


class DoneStep(Model):
    """A step that is done, and when."""

    code: str
    at: AwareDatetime | None = None


class JointsInput(Model):
    """Joints of terminal and mount, the steps that make them, what is done of those, and what people said."""

    joints: list[Joint] = Field(default_factory=list, max_length=60)
    steps: list[BuildStep] = Field(default_factory=list, max_length=120)
    done: list[DoneStep] = Field(default_factory=list, max_length=120)
    aim_locked: bool = Field(default=False, description="Whether the level was read after the locks were tightened")
    marks: list[JointMark] = Field(default_factory=list, max_length=200)
    untold: str = Field(default="", max_length=120, description="A dish of which the stores tell no joint, by its name")


class JointView(Model):
    """A joint as it stands."""

    joint: Joint
    code: str
    state: JointState
    finished: bool
    since: str = Field(description="What left it so: a step, or who said it; empty: nobody touched it")
    spanner: str
    hex_key: str = ""
    torque_nm: float | None
    torque_by: str = Field(description="maker, reckoned or feel")
    stack: str = Field(description="What goes on one bolt, in order")
    turn_numbers: list[int] = Field(description="Bolts, numbered round each circle, in the order of their turn")
    free_until: str = Field(description="Title of the step until which it stays free; empty: it need not")
    why_not_yet: str = Field(description="Why it may not be tight yet; empty: it may")


class JointsResult(Model):
    """All joints in the order in which they are made."""

    joints: list[JointView]
    finished_count: int
    loose: list[str] = Field(description="Names of those that are made and not yet as they end")


def turn_order(count: int) -> list[int]:
    """Bolts of a circle, numbered from 1 round it, in the order in which they are tightened: opposite, then across.

    Source: the star pattern of ASME PCC-1, which this meets for 4, 8 and 12 bolts; derived as the pair that lies
    farthest from those that are tightened, then farthest from the last.
    """

    def apart(one: int, those: Sequence[int]) -> int:
        return min(min((one - other) % count, (other - one) % count) for other in those)

    order = [0]
    while len(order) < count:
        left = [one for one in range(count) if one not in order]
        opposite = (order[-1] + count // 2) % count
        if count % 2:
            order.append(max(left, key=lambda one: (apart(one, order[-1:]), -one)))
        elif opposite in left:
            order.append(opposite)
        else:
            order.append(max(left, key=lambda one: (apart(one, order), apart(one, order[-2:]), -one)))
    return [one + 1 for one in order]


def bolt_stack(joint: Joint) -> str:
    """What goes on one bolt, from its head to its nut, in words."""
    if joint.size_mm is None:
        return ""
    length = f" × {joint.length_mm:g}" if joint.length_mm else ""
    grade = f", {joint.grade}" if joint.grade else ""
    return " · ".join([f"{joint.bolt}{length}{grade}", *joint.washers, *([joint.nut] if joint.nut else [])])


def _latest(given: JointsInput, key: str) -> tuple[JointState, str]:
    """The state, and what left it so: the last step that makes it, or what somebody said after that."""
    state: JointState = "open"
    since, at = "", None
    when = {one.code: one.at for one in given.done}
    for step in given.steps:
        if key in step.sets and step.code in when:
            state, since, at = step.sets[key], f"step “{step.title}”", when[step.code] or at
    for mark in given.marks:
        if mark.code == key and (mark.at is None or at is None or mark.at >= at):
            state, since, at = mark.state, mark.by or "entered", mark.at or at
    return state, since


def _not_yet(joint: Joint, titles: dict[str, str], done: set[str], before: Sequence[str]) -> str:
    if joint.free_until and joint.free_until not in done and (joint.free_until in titles or joint.free_until == PEAK):
        until = "the aim is locked (Peak)" if joint.free_until == PEAK else f"“{titles[joint.free_until]}” is done"
        return f"It stays free until {until}."
    return f"{', '.join(before)}: locked first." if before else ""


@register("joints", "Joints with their bolts, torque and state, and what is still loose", JointsInput, JointsResult)
def joints(given: JointsInput) -> Outcome[JointsResult]:
    """A joint stands as the last step left it, or as somebody said after that; a lock of the aim by Peak's lock-down.

    A joint that is tight while it has to stay free, or a lock before the one whose turn is earlier, is a hold.
    Raises InputError for a mark of a joint that is none of these.
    """
    by_key = {one.key: one for one in given.joints}
    strange = next((one.code for one in given.marks if one.code not in by_key), None)
    if strange is not None:
        raise InputError.one("marks", f"{strange!r} is not a joint of this job: {', '.join(by_key) or 'none'} accepted")
    if not given.joints:
        unknown = JOINTS(
            Level.MIND,
            "Stores tell no joints of this terminal and mount",
            "What is loose, and what has to stay free, is kept by nobody.",
            clears_by="Enter the joints in Stores: bolts, washers, torque, and until when each stays free.",
        )
        return Outcome(JointsResult(joints=[], finished_count=0, loose=[]), [unknown] if given.steps else [])
    titles = {one.code: one.title for one in given.steps}
    done = {one.code for one in given.done} | ({PEAK} if given.aim_locked else set())
    states = {key: _latest(given, key) for key in by_key}
    for key, joint in by_key.items():
        if given.aim_locked and joint.free_until == PEAK and _RANK[states[key][0]] < _RANK[joint.ends]:
            states[key] = (joint.ends, "lock-down at Peak")
    told = tightening(TighteningInput(joints=list(by_key.values()))).result.joints
    views = []
    for (key, joint), torque in zip(by_key.items(), told, strict=True):
        state, since = states[key]
        earlier = [
            other.name
            for other_key, other in by_key.items()
            if joint.lock_number and other.lock_number and other.lock_number < joint.lock_number
            if _RANK[states[other_key][0]] < _FIRM
        ]
        views.append(
            JointView(
                joint=joint,
                code=key,
                state=state,
                finished=_RANK[state] >= _RANK[joint.ends],
                since=since,
                spanner=torque.spanner,
                hex_key=torque.hex_key,
                torque_nm=torque.torque_nm,
                torque_by=torque.by,
                stack=bolt_stack(joint),
                turn_numbers=turn_order(joint.count // joint.circle_count) if joint.across else [],
                free_until=titles.get(joint.free_until, "Peak, when the aim is locked" if joint.free_until else ""),
                why_not_yet=_not_yet(joint, titles, done, earlier),
            )
        )
    loose = [one.joint.name for one in views if not one.finished and one.state != "open"]
    result = JointsResult(joints=views, finished_count=sum(one.finished for one in views), loose=loose)
    every = all(step.code in done for step in given.steps)
    untold = _untold(given, set(by_key))
    return Outcome(result, _judge(result, untold, all_done=bool(given.steps) and every and given.aim_locked))


def _untold(given: JointsInput, keys: set[str]) -> str:
    """Why the register is not whole: a dish without one joint, or a step that makes one which nobody told."""
    if given.untold:
        return f"Of {given.untold} none is told."
    making = [one.title for one in given.steps if set(one.sets) - keys]
    return f"What is made in {shortened([f'“{one}”' for one in making])} is not among them." if making else ""


def _judge(result: JointsResult, untold: str, *, all_done: bool) -> list[Finding]:
    """While the work goes on a loose joint is what is still to be done; at its end it is a hold.

    Where the stores do not tell all of them, those that they tell do not speak for the rest.
    """
    found = [
        JOINT_EARLY.of(one.code)(
            Level.HOLD,
            f"{one.joint.name}: {JOINT_STATES[one.state]} too early",
            one.why_not_yet,
            clears_by="Loosen it again, and say so: what is tight now cannot be aimed, or draws the aim off.",
        )
        for one in result.joints
        if one.why_not_yet and _RANK[one.state] >= _FIRM
    ]
    short = [one.joint.name for one in result.joints if not one.finished]
    if not short and untold:
        found.append(
            JOINTS(
                Level.MIND,
                "Stores do not tell every joint of this terminal and mount",
                f"{untold} Those that are told are as they end; what is loose of the others is kept by nobody.",
                clears_by="Enter the joints in Stores: bolts, washers, torque, and until when each stays free.",
            )
        )
    elif not short:
        found.append(JOINTS(Level.CLEAR, "Every joint is as it ends", "By the steps, the lock-down and what was said."))
    elif all_done:
        found.append(
            JOINTS(
                Level.HOLD,
                f"Loose: {shortened(short)}",
                "Every step is marked and the aim is locked, and these are not as they end.",
                clears_by="Tighten each as its line says, then say so in Joints.",
            )
        )
    else:
        found.append(
            JOINTS.missing(
                f"{len(short)} of {len(result.joints)} joints are not yet as they end: {shortened(short)}"
                if len(result.joints) > 1
                else f"The only joint is not yet as it ends: {shortened(short)}",
                "They are made step by step; each stands in Joints with its bolts and its state.",
            )
        )
    return found


__all__ = [
    "PEAK",
    "DoneStep",
    "JointMark",
    "JointView",
    "JointsInput",
    "JointsResult",
    "bolt_stack",
    "joints",
    "turn_order",
]
