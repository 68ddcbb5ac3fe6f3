"""A station's answer in a sentence, with its figures kept as quantities so that each reader sees own units."""

from __future__ import annotations

from pydantic import Field

from rindle_core.kernel.model import Model
from rindle_core.kernel.units import System, Towards, format_quantity


class Segment(Model):
    """A piece of a sentence: words, or a figure with its unit code (see `units`)."""

    text: str = ""
    value: float | None = None
    unit: str = Field(default="", description="Unit code; empty for words")
    more_count: int = Field(default=0, exclude_if=lambda more: not more, description="Digits beyond the usual ones")
    to: Towards = Field(
        default="near", exclude_if=lambda to: to == "near", description="To which side a limit is rounded"
    )


def sentence(*pieces: str | tuple[float, str] | Segment) -> list[Segment]:
    """`sentence("Free by ", (12.3, "deg"))`."""
    return [
        Segment(text=p) if isinstance(p, str) else p if isinstance(p, Segment) else Segment(value=p[0], unit=p[1])
        for p in pieces
    ]


def as_text(segments: list[Segment], system: System = "metric") -> str:
    """The sentence in one system of units."""
    return "".join(
        segment.text
        if segment.value is None
        else format_quantity(segment.value, segment.unit, system, segment.more_count, segment.to)
        for segment in segments
    )


__all__ = ["Segment", "as_text", "sentence"]
