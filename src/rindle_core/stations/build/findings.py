"""The kinds of finding of this room."""

from __future__ import annotations

from rindle_core.kernel.findings import Kind

COMPETENT = Kind(
    "build.competent",
    "whether somebody named may climb",
    against="role and certificate on the day",
    source="Roles and certificates in Stores; local rules prevail",
    at="brief.crew",
)
STOPPED = Kind(
    "build.stopped.{}",
    "climbing and lifting that a hazard of the site stops",
    against="a release by somebody competent",
    source="Usual cautions; local codes prevail",
    at="brief.releases",
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
