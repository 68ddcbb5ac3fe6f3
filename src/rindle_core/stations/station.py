"""What a station is: one room with its facts, its result, its verdict and its answer in a sentence."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from typing import Any, Generic, TypeVar

from pydantic import ValidationError

from rindle_core.kernel.findings import Finding, Kind, Level, worst
from rindle_core.kernel.headline import Segment, sentence
from rindle_core.kernel.model import Facts, Model, faults_of
from rindle_core.kernel.registry import Outcome
from rindle_core.stations.entries import JobInput, Picks

R = TypeVar("R", bound=Model)

WAITS = Kind("waits.brief", "a station that waits for entries at Brief", at="brief.place_text")
BEYOND = Kind(
    "waits.figures",
    "figures of the stores or of the firm's rules with which nothing can be reckoned",
    source="The limits of what can be reckoned",
    at="brief.terminal_code",
)
WAITS_FOR_BRIEF = WAITS.missing("The brief is not complete", "Enter place, terminal and satellite at Brief.")


@dataclass(frozen=True, slots=True)
class Headline:
    """A station's answer in a sentence, and the one figure that the course shows.

    `is_answer`: the words tell what came out, not what to do next: what is still open there is then told after them.
    """

    words: list[Segment]
    figure: list[Segment] = field(default_factory=list)
    is_answer: bool = False


@dataclass(frozen=True, slots=True)
class Context:
    """What a room is given: its own facts and those it declares, the picks, and the answers of the rooms it reads."""

    job: JobInput
    outcomes: Mapping[str, Outcome[Any]] = field(default_factory=dict)

    def result(self, kind: type[R]) -> R:
        """The result of that kind of a room that this one reads. Raises LookupError where it does not read it."""
        for outcome in self.outcomes.values():
            if isinstance(outcome.result, kind):
                return outcome.result
        raise LookupError(f"{kind.__name__} is not among what this station reads: {', '.join(self.outcomes)}")

    def findings(self, room: str) -> list[Finding]:
        """The findings of a room that this one reads."""
        return self.outcomes[room].findings

    def on_hold(self, code: str) -> bool:
        """Whether a finding of that code holds in one of the rooms that this one reads."""
        return any(
            one.code == code and one.level is Level.HOLD
            for outcome in self.outcomes.values()
            for one in outcome.findings
        )


Entered = Callable[[Mapping[str, Any], JobInput], dict[str, Any]]


def as_given(change: Mapping[str, Any], job: JobInput) -> dict[str, Any]:
    """An entry that nothing else follows from."""
    return dict(change)


@dataclass(frozen=True, slots=True)
class Doubt:
    """What may make evidence of a room that of something else, and the codes of findings, or how they begin, that rest
    on it; empty: all of the room's.
    """

    told: Callable[[JobInput], list[Finding]]
    about: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class Station(Generic[R]):
    """One room of the course.

    `looks_at`: rooms, or single facts (`mount.height_above_ground_m`), that it is given beside its own;
    `reads`: rooms whose outcomes it is given.
    `entered`: completes a change of its facts by what follows from it, or refuses it with an InputError.
    `doubts`: what makes its evidence that of something else. Then nothing good or middling is said of it.
    """

    code: str
    name: str
    facts: type[Facts]
    result: type[R]
    assess: Callable[[Context], Outcome[R]]
    headline: Callable[[Context, R], Headline]
    looks_at: tuple[str, ...] = ()
    reads: tuple[str, ...] = ()
    entered: Entered = as_given
    doubts: tuple[Doubt, ...] = ()

    def answer(self, context: Context) -> tuple[Outcome[R], Headline]:
        """Its outcome and its sentence. What the stores or the firm's rules say beyond all bounds takes no job with it:
        the room is on hold, names it, and is reckoned as far as it goes without them.
        """
        try:
            return self._answer(context)
        except (ValidationError, ArithmeticError) as error:
            told = _beyond(error)
            bare = Context(context.job.model_copy(update={"picks": Picks()}), context.outcomes)
            outcome, _ = self._answer(bare)
            holds = [one for one in outcome.findings if one.level is Level.HOLD]  # what is missing now is missing to us
            return Outcome(outcome.result, [told, *holds]), Headline(sentence(told.message))

    def _answer(self, context: Context) -> tuple[Outcome[R], Headline]:
        """With what is doubted before both: what holds then goes on holding."""
        outcome = self.assess(context)
        found, whole = outcome.findings, None
        for doubt in self.doubts:
            doubted = doubt.told(context.job)
            if doubted:
                about = doubt.about or ("",)
                bad = (Level.HOLD, Level.UNKNOWN)
                found = [*doubted, *(one for one in found if one.level in bad or not one.code.startswith(about))]
                whole = whole or (None if doubt.about else doubted[0])
        headline = self.headline(context, outcome.result) if whole is None else Headline(sentence(whole.message))
        return Outcome(outcome.result, found), headline


def _beyond(error: ValidationError | ArithmeticError) -> Finding:
    faults = faults_of(error) if isinstance(error, ValidationError) else []
    which = "; ".join(f"{one.field.replace('_', ' ')}: {one.message}" for one in faults) or "a figure is too large"
    return BEYOND(
        Level.HOLD,
        "A figure of the stores or of the firm’s rules cannot be right",
        f"Nothing that rests on it can be reckoned: {which}.",
        clears_by="Look at terminal, mount and cable in the stores and at the firm’s rules: mend it there.",
    )


def free(findings: list[Finding]) -> bool:
    """Whether a station has its entries and no hold: what a hold point asks."""
    return worst(findings) in (Level.CLEAR, Level.MIND)


__all__ = [
    "BEYOND",
    "WAITS",
    "WAITS_FOR_BRIEF",
    "Context",
    "Doubt",
    "Entered",
    "Headline",
    "Station",
    "as_given",
    "free",
]
