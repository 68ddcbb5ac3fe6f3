"""How long things take here: learnt from the marks of earlier jobs, by person and by kind of job."""

from __future__ import annotations

import math
from collections import defaultdict
from statistics import median

from pydantic import Field

from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register

_LEAST = 5  # marks under which a figure is chance
_SHORTEST_MIN, _LONGEST_MIN = 1.0, 240.0  # between two marks: less was ticked in one go, more was a break


class StepTime(Model):
    """A step that took so long, from the mark before it to its own."""

    person: str = Field(max_length=120)
    kind: str = Field(max_length=120, description="Terminal and mount, as `tarn-74/wall_arm`")
    took_min: float = Field(ge=0, le=100_000)
    usual_min: float = Field(gt=0, le=960, description="What the stores say")


class LearntInput(Model):
    """Times of earlier jobs."""

    times: list[StepTime] = Field(default_factory=list, max_length=20_000)


class LearntFactor(Model):
    """How much longer, or shorter, than the stores say; of whom, and with what."""

    person: str = Field(description="Empty: of everybody")
    kind: str = Field(description="Empty: of every kind")
    factor: float
    mark_count: int


class LearntResult(Model):
    """Every factor that rests on marks enough."""

    factors: list[LearntFactor]

    def factor(self, person: str, kind: str) -> float:
        """The most particular one that is known: of both, of the person, of the kind, of all; else 1."""
        known = {(one.person, one.kind): one.factor for one in self.factors}
        for asked in ((person, kind), (person, ""), ("", kind), ("", "")):
            if asked in known:
                return known[asked]
        return 1.0


@register("learnt", "How long steps take here, by person and kind, from earlier marks", LearntInput, LearntResult)
def learnt(given: LearntInput) -> Outcome[LearntResult]:
    """The middle of the ratios of taken to usual time, on a logarithmic scale: twice and half as long balance.

    Marks less than a minute or more than four hours after the one before say nothing of the work.
    """
    ratios: dict[tuple[str, str], list[float]] = defaultdict(list)
    for one in given.times:
        if not _SHORTEST_MIN <= one.took_min <= _LONGEST_MIN:
            continue
        ratio = math.log(one.took_min / one.usual_min)
        for key in {(one.person, one.kind), (one.person, ""), ("", one.kind), ("", "")}:
            ratios[key].append(ratio)
    factors = [
        LearntFactor(person=person, kind=kind, factor=math.exp(median(found)), mark_count=len(found))
        for (person, kind), found in sorted(ratios.items())
        if len(found) >= _LEAST
    ]
    return Outcome(LearntResult(factors=factors), [])


__all__ = ["LearntFactor", "LearntInput", "LearntResult", "StepTime", "learnt"]
