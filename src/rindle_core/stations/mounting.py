"""The kind of mount that a job has, and the steps of mount and terminal together: other rooms than Mount need both."""

from __future__ import annotations

from rindle_core.catalogue.build_steps import BuildStep, StepPlace
from rindle_core.catalogue.fixings import Fixing
from rindle_core.catalogue.house_words import UpBy
from rindle_core.catalogue.mounts import ROOFS, MountKind, Side, Surface
from rindle_core.catalogue.parts import Joint
from rindle_core.science.resin import SHEET_C, sets_min
from rindle_core.stations.brief.day_weather import LOOKS_AT as OF_WEATHER
from rindle_core.stations.brief.day_weather import day_weather
from rindle_core.stations.entries import JobInput
from rindle_core.stations.planned import planned
from rindle_core.stations.step_order import joined, listed
from rindle_core.stations.way_in import LOOKS_AT as WAY_IN
from rindle_core.stations.way_in import through_wall

OF_MOUNT = ("mount.mount_code", "sky.positions", "sky.position_letter")  # what `mount_code` reads
_MOST_TOOLS = 12  # as many as a step names
LOOKS_AT = (
    *("mount.mount_code", "mount.mount_side", "mount.side_mount_code", "brief.surface", *WAY_IN),
    *("mount.height_above_ground_m", "mount.mast_free_length_m", "mount.fixing_code", *OF_WEATHER),
    *("peak.guide", "peak.aid_fitted"),
)
AID_OFF = "aid_off"  # the entry that the transceiver waits for where an aid sits in its seat
RESIN_SETS = "anchor_resin"  # the house's wait for what is set in resin


def mount_code(job: JobInput) -> str:
    """Chosen at Mount, or else of the planned position; empty: nobody chose one."""
    one = planned(job)
    return job.mount.mount_code or (one.mount_code if one is not None else "")


def mount_side(job: JobInput) -> Side:
    """The side that it goes on; empty: not told, or told of another mount."""
    told = job.mount
    return told.mount_side if told.side_mount_code in ("", mount_code(job)) else ""


def mount_kind(job: JobInput) -> MountKind | None:
    """The kind that was chosen; None: none was, or the stores have it no longer."""
    wanted = mount_code(job)
    return next((one for one in job.picks.mounts if one.code == wanted), None) if wanted else None


def heights_m(job: JobInput) -> tuple[float | None, float | None]:
    """Height of its centre over the ground as entered at Mount, and as the planned position has it."""
    one = planned(job)
    return job.mount.height_above_ground_m, one.height_above_ground_m if one is not None else None


def height_m(job: JobInput) -> float | None:
    """The higher of the two: the gust is the stronger, and one climbs as far."""
    return max((one for one in heights_m(job) if one is not None), default=None)


def fixing_height_m(job: JobInput) -> float | None:
    """Height over the ground at which the mast is held; None: not known."""
    up_m = height_m(job)
    return None if up_m is None else max(0.0, up_m - (job.mount.mast_free_length_m or 0.0))


def up_by(job: JobInput) -> UpBy:
    """How one gets to the antenna: as the planned position says, else by its height and what it stands on.

    By a ladder where neither is known: what is not known is not near the ground, and what is known to be over one's
    reach is not worked on from it, whatever is said of the way there. Nobody works on a roof from the ground.
    """
    one, surface, up_m = planned(job), mount_surface(job), height_m(job)
    said = one.access if one is not None else ""
    if up_m is None:
        near = said == "ground" or (not said and surface == "bare_ground")
    else:
        near = up_m <= job.picks.rules.from_ground_m and said in ("", "ground")
    if near and surface not in ROOFS:
        return "ground"
    return said if said and said != "ground" else "roof" if surface in ROOFS else "ladder"


def mount_surface(job: JobInput) -> Surface | None:
    """What it stands on: of the planned position, or as the job says."""
    one = planned(job)
    return (one.surface if one else None) or job.brief.surface


def chosen_fixing(job: JobInput) -> Fixing | None:
    """The fixing that was chosen, from the stores."""
    return next((one for one in job.picks.fixings if one.code == job.mount.fixing_code), None)


def resin_cold_c(job: JobInput, fixing: Fixing) -> float:
    """The temperature that its resin is reckoned to set at: the lowest of the day; while nobody told that, the lowest
    at which it sets at all, since what is not known is not warm.
    """
    low_c = day_weather(job.brief).low_c
    coldest_c = fixing.sets_least_c if fixing.sets_least_c is not None else 0.0
    return min(SHEET_C, coldest_c if low_c is None else low_c)


def resin_sets_min(job: JobInput) -> float | None:
    """Minutes until what is set in resin on this job may be loaded; None: nothing is set in it."""
    fixing = chosen_fixing(job)
    return sets_min(fixing.sets_h, resin_cold_c(job, fixing)) if fixing is not None and fixing.sets_h else None


def build_steps(job: JobInput) -> list[BuildStep]:
    """The steps of mount, terminal and wall in one order; without a terminal none."""
    joints = {one.key: one for one in joints_of(job)}
    steps = _with_fixing(_until_set(_after_the_aid(_put_up(job), job), job), job)
    return [_with_tools(through_wall(one, job), joints) for one in steps]


def _sets(steps: list[BuildStep]) -> int | None:
    """The step that sets the fixings, by its place; None: no step does."""
    return next((index for index, one in enumerate(steps) if "fixing_torque" in one.figures), None)


def _with_fixing(steps: list[BuildStep], job: JobInput) -> list[BuildStep]:
    """What sets the fixing is in the hand where it is set; what the drilling had in it already is not told again."""
    fixing, at = chosen_fixing(job), _sets(steps)
    if fixing is None or at is None:
        return steps
    before = {tool for one in steps[:at] for tool in one.tools}
    more = [one for one in fixing.tools if one not in before]
    tools = list(dict.fromkeys([*steps[at].tools, *more]))[:_MOST_TOOLS]
    return [*steps[:at], steps[at].model_copy(update={"tools": tools}), *steps[at + 1 :]]


def _until_set(steps: list[BuildStep], job: JobInput) -> list[BuildStep]:
    """What is set in resin bears nothing before it has set: the step that sets it begins the wait, and whatever is
    lifted afterwards waits for its end. Where no later step says that it lifts, all that come after it wait.
    """
    at = _sets(steps)
    if at is None or resin_sets_min(job) is None:
        return steps
    begins = steps[at].model_copy(update={"starts": [*steps[at].starts, RESIN_SETS]})
    later = steps[at + 1 :]
    lifts = {one.code for one in later if "lift" in one.work} or {one.code for one in later}
    waits = [
        one.model_copy(update={"needs": [*one.needs, f"wait:{RESIN_SETS}"]}) if one.code in lifts else one
        for one in later
    ]
    return [*steps[:at], begins, *waits]


def _put_up(job: JobInput) -> list[BuildStep]:
    """What mount and terminal ask, before anything is known of the cable's way."""
    terminal, kind = job.picks.terminal, mount_kind(job)
    if terminal is None:
        return []
    own, mount = terminal.build_steps, kind.build_steps if kind else []
    by, fixed_m = up_by(job), fixing_height_m(job)
    if by == "ground":
        own = [_on_the_ground(one) for one in own]
    if by == "ground" or (by == "ladder" and fixed_m is not None and fixed_m <= job.picks.rules.from_ground_m):
        mount = [_on_the_ground(one) for one in mount]
    told = (_on_its_side(one, mount_side(job)) for one in joined(own, mount))
    return [one if one.caution_low is None else one.model_copy(update={"caution_low": None}) for one in told]


def aid_in_seat(job: JobInput) -> bool:
    """Whether it is pointed by an analyser through a receiving aid, in the seat of the transceiver."""
    return job.peak.aid_fitted == "yes" or job.peak.guide == "analyser"


def _after_the_aid(steps: list[BuildStep], job: JobInput) -> list[BuildStep]:
    """Where a receiving aid is used, the transceiver goes on last, up there, once the aid is off; what needed it goes
    before, with what it needed itself.
    """
    terminal = job.picks.terminal
    seats = {one.key for one in terminal.joints if one.spot == "feed"} if terminal is not None else set()
    late = [one for one in steps if seats & set(one.sets)] if aid_in_seat(job) else []
    if not late:
        return steps
    codes = {f"step:{one.code}" for one in late}
    own_needs = [need for one in late for need in one.needs if need not in codes]
    up = next((one for one in reversed(steps) if "lift" in one.work and one not in late), None)
    rest = [
        one.model_copy(
            update={"needs": list(dict.fromkeys([*(need for need in one.needs if need not in codes), *own_needs]))}
        )
        if codes & set(one.needs)
        else one
        for one in steps
        if one not in late
    ]
    there = {"place": up.place, "caution": up.caution, "work": up.work} if up is not None else {}
    needs = [*([f"step:{up.code}"] if up is not None else []), f"entry:{AID_OFF}"]
    high = up is not None and up.place == "height"

    def up_there(one: BuildStep) -> BuildStep:
        minutes = {"at_height_min": one.usual_min or 0.0} if high else {}
        return one.model_copy(update={**there, **minutes, "needs": [*one.needs, *needs]})

    return [*rest, *(up_there(one) for one in late)]


def rehearsed_steps(job: JobInput, kind: MountKind) -> list[BuildStep]:
    """The steps as they are done on another kind of mount that stands on the ground."""
    terminal = job.picks.terminal
    return [_on_the_ground(one) for one in joined(terminal.build_steps, kind.build_steps)] if terminal else []


def _on_its_side(step: BuildStep, side: Side) -> BuildStep:
    """The same step told for the side that it goes on; for both while that is not told."""
    told = {"left": step.on_left, "right": step.on_right}
    said = [f"On the {one}: {text}" for one, text in told.items() if text and side in ("", one)]
    if not said:
        return step
    return step.model_copy(update={"detail": " ".join([step.detail, *said]).strip(), "on_left": "", "on_right": ""})


def _with_tools(step: BuildStep, joints: dict[str, Joint]) -> BuildStep:
    """The same step with what turns the joints that it makes; what is left free is run on by hand."""
    made = [joints[key] for key, state in step.sets.items() if key in joints and state not in ("open", "hung", "free")]
    turned = [one.turned_with for one in made if one.turned_with]
    tools = list(dict.fromkeys([*step.tools, *turned]))[:_MOST_TOOLS]
    return step if tools == step.tools else step.model_copy(update={"tools": tools})


def _on_the_ground(step: BuildStep) -> BuildStep:
    """The same step where nobody climbs."""
    place: StepPlace = "ground" if step.place == "height" else step.place
    caution = step.caution if step.caution_low is None else step.caution_low
    work = [one for one in step.work if one != "climb"]
    return step.model_copy(update={"at_height_min": 0.0, "place": place, "caution": caution, "work": work})


def listed_codes(job: JobInput) -> list[str]:
    """Codes of the steps as the makers list them: a hold point holds what its maker put behind it."""
    terminal, kind = job.picks.terminal, mount_kind(job)
    return [one.code for one in listed(terminal.build_steps, kind.build_steps if kind else [])] if terminal else []


def joints_of(job: JobInput) -> list[Joint]:
    """The joints of mount and terminal, in the order in which they are made."""
    terminal, kind = job.picks.terminal, mount_kind(job)
    return [*(kind.joints if kind else []), *(terminal.joints if terminal else [])]


def at_height_min(job: JobInput) -> float:
    """Minutes on ladder or roof: of the steps, or of the planned position where more was said of it: a guess at the
    survey does not make the steps shorter.
    """
    return max(_height_of_steps_min(job), _height_told_min(job))


def height_is_told(job: JobInput) -> bool:
    """Whether more minutes at height were said of the planned position than its steps take."""
    return _height_told_min(job) > _height_of_steps_min(job)


def _height_told_min(job: JobInput) -> float:
    one = planned(job)
    return (one and one.time_at_height_min) or 0.0


def _height_of_steps_min(job: JobInput) -> float:
    """0 while the mount is not chosen: a part of the steps is not the work at height."""
    return 0.0 if mount_kind(job) is None else sum(step.at_height_min for step in _put_up(job))


__all__ = [
    "AID_OFF",
    "LOOKS_AT",
    "OF_MOUNT",
    "RESIN_SETS",
    "at_height_min",
    "build_steps",
    "chosen_fixing",
    "fixing_height_m",
    "height_is_told",
    "height_m",
    "heights_m",
    "joints_of",
    "listed_codes",
    "mount_code",
    "mount_kind",
    "mount_side",
    "mount_surface",
    "rehearsed_steps",
    "resin_cold_c",
    "resin_sets_min",
    "up_by",
]
