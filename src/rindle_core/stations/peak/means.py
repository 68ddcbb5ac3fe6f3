"""What a trouble may come from: causes ranked by this job's own figures, each with the test that tells."""

from __future__ import annotations

from pydantic import Field

from rindle_core.catalogue.house_words import DEFAULT_WORDS, HouseWords
from rindle_core.catalogue.peak_words import PeakFault, PeakSign, Symptom
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register


class MeansInput(Model):
    """What goes wrong, and what of this job is a sign of something."""

    symptom: Symptom
    signs: list[PeakSign] = Field(default_factory=list, max_length=40)
    words: HouseWords = DEFAULT_WORDS


class Likely(Model):
    """A cause with its share of all that may show this way."""

    code: str
    name: str
    test: str
    share: float = Field(ge=0, le=1, description="Weight over the sum of the weights: an order, no measured chance")
    signs: list[PeakSign] = Field(description="What of this job speaks for it")


class MeansResult(Model):
    """Causes, likeliest first; empty without a symptom."""

    causes: list[Likely]


def _weight(fault: PeakFault, signs: set[PeakSign]) -> float:
    return fault.weight_with_sign_number if signs & set(fault.signs) else fault.weight_number


@register("peak_faults", "Why the satellite is not found or the peak is weak, likeliest first", MeansInput, MeansResult)
def peak_faults(given: MeansInput) -> Outcome[MeansResult]:
    """House weights, raised where this job's figures speak for a cause, each over their sum."""
    signs = set(given.signs)
    fitting = [one for one in given.words.peak_faults if given.symptom in one.shows]
    total = sum(_weight(one, signs) for one in fitting) or 1.0
    ranked = sorted(fitting, key=lambda one: _weight(one, signs), reverse=True)
    causes = [
        Likely(
            code=one.code,
            name=one.name,
            test=one.text,
            share=_weight(one, signs) / total,
            signs=[sign for sign in one.signs if sign in signs],
        )
        for one in ranked
    ]
    return Outcome(MeansResult(causes=causes), [])


__all__ = ["Likely", "MeansInput", "MeansResult", "peak_faults"]
