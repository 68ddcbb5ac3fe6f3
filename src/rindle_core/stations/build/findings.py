"""The kinds of finding of this room."""

from __future__ import annotations

from rindle_core.kernel.findings import Kind

BUILT_ON = Kind(
    "build.built_on",
    "whether the steps were done on the terminal that the job has now",
    source="What the job said when the first of them came",
    at="build.step_marks",
)
PUT_UP_AS = Kind(
    "build.put_up_as",
    "whether the steps of the mount were done on the kind of mount that the job has now",
    source="What the job said when the first of them came",
    at="build.step_marks",
)
UNPACKED_OF = Kind(
    "build.unpacked_of",
    "whether the kit was counted against the bill of the terminal and the mount that the job has now",
    source="What the job said when the first line was counted",
    at="build.kit_found",
)
COMPETENT = Kind(
    "build.competent",
    "whether somebody named may climb",
    against="role and certificate on the day",
    source="Roles and certificates in Stores; local rules prevail",
    at="brief.crew",
)
PEOPLE = Kind(
    "build.people",
    "people for the steps that are left",
    against="what each step takes",
    unit="count",
    source="Steps of mount and terminal",
    at="brief.crew",
)
STOPPED = Kind(
    "build.stopped.{}",
    "climbing and lifting that a hazard of the site stops",
    against="a release by somebody competent",
    source="Usual cautions; local codes prevail",
    at="brief.releases",
)

NO_STEPS = Kind(
    "build.no_steps",
    "the terminal's steps",
    source="Terminal's build steps, of the stores",
    at="brief.terminal_code",
)
NEXT = Kind(
    "build.next",
    "the next step, or why it is held",
    source="Terminal's build steps",
    at="build.step_marks",
)
ORDER_ANGLE = Kind(
    "build.order",
    "a step that was passed over",
    source="Terminal's build steps",
    at="build.step_marks",
)
PASSED = Kind(
    "build.passed.{}",
    "a step that was done before its turn, or left out, by somebody's decision",
    source="Terminal's build steps",
    at="build.passes",
)
MARKS = Kind(
    "build.marks",
    "marks of done steps of which nobody said that they were seen",
    against="each seen",
    source="Terminal's build steps",
    at="build.seen_marks",
)
NEEDED = Kind(
    "build.needed",
    "what a step that is marked done needed",
    against="all of it still so",
    source="Terminal's build steps against what is entered",
    at="build.step_marks",
)
EARTH_PROVED = Kind(
    "build.earth_proved",
    "an earth that is marked done",
    against="the way to earth as Cable has it",
    source="Marks of the steps against what is entered at Cable",
    at="cable.earth_path",
)
ENDS_PROVED = Kind(
    "build.ends_proved",
    "ends that are marked as made and tested",
    against="their looks and tests as Cable has them",
    source="Marks of the steps against what is entered at Cable",
    at="cable.tests",
)
PHOTOS = Kind(
    "build.photos",
    "what is hidden later and was not photographed",
    source="Terminal's build steps",
    at="build.step_marks",
)
JOINTS = Kind(
    "build.joints",
    "joints that are not as they end",
    against="none left loose",
    source="Joints of terminal and mount in Stores",
    at="build.joint_marks",
)
JOINT_EARLY = Kind(
    "build.joint_early.{}",
    "a joint that is tight while it has to stay free, or a lock before its turn",
    source="Joints of terminal and mount in Stores",
    at="build.joint_marks",
)
WAIT = Kind(
    "build.wait.{}",
    "a wait that was begun and of which nobody said that it is over, that was let pass, or that a step was done before",
    source="Waits of the house words",
    at="build.waits",
)
KIT = Kind(
    "build.kit",
    "the kit against its bill",
    against="every part, bolt, washer and nut",
    source="Parts and joints of terminal and mount in Stores",
    at="build.kit_found",
)
DAMAGED = Kind(
    "build.damaged",
    "what came damaged",
    against="its line of the bill",
    source="What was seen when it came",
    at="build.damages",
)
VAN = Kind(
    "build.van",
    "tools and what is used up, in the van",
    source="Tools of terminal, mount and steps; the cable's list",
    at="build.kit_found",
)
RIM = Kind(
    "build.rim",
    "the loss of a warped reflector",
    against="house rule `rim_loss_db`",
    unit="db",
    source="J. Ruze, Proc. IEEE 54 (1966), eq. 10; two crossed strings",
    at="build.rim_gap_mm",
)
AGAIN = Kind(
    "build.again.{}",
    "a step that was done once more, and what rests on it",
    against="done after it, or looked at",
    at="build.repeats",
)
SERIALS = Kind(
    "build.serials",
    "serial numbers of what goes out of reach",
    against="read before the lift",
    source="Parts of the terminal in Stores",
    at="brief.kit",
)
REHEARSED = Kind(
    "build.rehearsed",
    "what was rehearsed on another mount",
    against="the steps of the site, in their order and place",
    at="build.rehearsed_on",
)
LEFT_OVER = Kind(
    "build.left_over",
    "parts that were left over",
    source="A part too many is a part that is missing somewhere",
    at="build.left_over",
)
MEASURE = Kind(
    "build.measures",
    "what is left for a time",
    against="a last day for each",
    source="House practice: nothing temporary without a day",
    at="build.measures",
)
CLOSING = Kind(
    "build.closing",
    "what is seen to before leaving",
    against="the house's list",
    source="The firm's list before leaving",
    at="build.closing",
)
