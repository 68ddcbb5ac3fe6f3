"""The kinds of finding of this room."""

from __future__ import annotations

from rindle_core.kernel.findings import Kind

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
