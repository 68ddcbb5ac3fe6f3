"""What a recording of a guide says: which pattern sounds when, and where the sound fell and came back."""

from __future__ import annotations

import math
from typing import Literal, Self

from pydantic import Field, model_validator

from rindle_core.catalogue.house_words import DEFAULT_WORDS, HouseWords
from rindle_core.catalogue.peak_words import Indicator, SoundState
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.science.hearing import Tone, tones

_FAR = 1.7  # distance from a pattern, in its own spreads, beyond which it is not named
_PITCH_SPREAD, _RISE_SPREAD = 0.07, 0.25  # logarithm of the pitch; share of the pitch
_LENGTH_SPREAD, _GAP_SPREAD = 0.6, 0.6  # logarithms: an echo lengthens a tone and shortens a gap
_LONG_S = 0.7  # a tone of that length speaks for itself; shorter ones in twos


class ToneHeard(Model):
    """A tone: its start and end in seconds from the beginning, its pitch at both."""

    from_s: float = Field(ge=0)
    to_s: float = Field(ge=0)
    pitch_hz: float = Field(gt=0)
    pitch_end_hz: float = Field(gt=0)

    @model_validator(mode="after")
    def _ordered(self) -> Self:
        if self.to_s <= self.from_s:
            raise ValueError("a tone ends after its start; swap from_s and to_s")
        return self


class ListenInput(Model):
    """The tones of a recording, or of the last seconds of a microphone, and the patterns that the family has."""

    tones: list[ToneHeard] = Field(max_length=20_000)
    lasts_s: float = Field(gt=0, le=700)
    family: str = Field(default="", max_length=2, description="Its patterns alone; empty: those of all")
    words: HouseWords = DEFAULT_WORDS


class PatternHeard(Model):
    """A pattern that sounded from then to then; unknown where no pattern of this family is like it."""

    from_s: float
    to_s: float
    state: SoundState
    name: str


class MarkHeard(Model):
    """Where the long tone broke, or came back."""

    at_s: float
    mark: Literal["fell", "back"]


class ListenResult(Model):
    """What sounded in time, what sounds at the end, and the marks."""

    heard: list[PatternHeard]
    now: PatternHeard | None
    marks: list[MarkHeard]


def _distance(tone: Tone, gap_s: float | None, one: Indicator) -> float:
    """How unlike a pattern a tone is, in spreads: pitch, rise, its length, the gap beside it."""
    assert one.pitch_hz is not None
    assert one.on_s is not None
    rise = (one.pitch_end_hz or one.pitch_hz) / one.pitch_hz - 1.0
    lasts = tone.to_s - tone.from_s
    middle = math.sqrt(one.pitch_hz * (one.pitch_end_hz or one.pitch_hz))
    off = [
        math.log(math.sqrt(tone.pitch_hz * tone.pitch_end_hz) / middle) / _PITCH_SPREAD,
        (tone.pitch_end_hz / tone.pitch_hz - 1.0 - rise) / _RISE_SPREAD,
    ]
    if not (one.on_s >= _LONG_S and lasts >= _LONG_S):  # a long tone may be broken off, or go on
        off.append(math.log(lasts / one.on_s) / _LENGTH_SPREAD)
    if gap_s is not None and (one.off_s or 0.0) > 0.05 and lasts < _LONG_S:
        off.append(math.log(max(gap_s, 0.02) / one.off_s) / _GAP_SPREAD)  # type: ignore[operator]  # more than 0.05
    return math.sqrt(sum(part**2 for part in off) / len(off))


def _named(tone: Tone, gap_s: float | None, patterns: list[Indicator]) -> Indicator | None:
    best = min(patterns, key=lambda one: _distance(tone, gap_s, one), default=None)
    return best if best is not None and _distance(tone, gap_s, best) <= _FAR else None


def _gap(found: list[Tone], at: int) -> float | None:
    """The longer of the gaps to its neighbours: where a pattern begins or ends, the other one is short by chance."""
    before = found[at].from_s - found[at - 1].to_s if at else None
    after = found[at + 1].from_s - found[at].to_s if at + 1 < len(found) else None
    told = [one for one in (before, after) if one is not None]
    return max(told) if told else None


@register("listen", "Which pattern sounds when, and where the long tone fell and came back", ListenInput, ListenResult)
def listen(given: ListenInput) -> Outcome[ListenResult]:
    """Each tone is named by the nearest pattern in pitch, rise, length and gap; a long tone counts by itself, short
    ones once two of a kind follow each other. The long tone breaking is a fall, the long tone after a broken one a
    return: what one marks by ear.
    """
    patterns = [
        one
        for one in given.words.indicators
        if one.sense == "sound"
        and one.state
        and one.pitch_hz
        and one.on_s
        and (not given.family or not one.families or given.family in one.families)
    ]
    found = sorted(Tone(one.from_s, one.to_s, one.pitch_hz, one.pitch_end_hz) for one in given.tones)
    names = [_named(one, _gap(found, at), patterns) for at, one in enumerate(found)]
    heard: list[PatternHeard] = []
    for at, (tone, name) in enumerate(zip(found, names, strict=True)):
        if name is None:
            continue
        alone = tone.to_s - tone.from_s < _LONG_S and name not in (
            names[at - 1] if at else None,
            names[at + 1] if at + 1 < len(names) else None,
        )
        if alone:
            continue
        if heard and heard[-1].state == name.state:
            heard[-1] = heard[-1].model_copy(update={"to_s": tone.to_s})
        else:
            heard.append(PatternHeard(from_s=tone.from_s, to_s=tone.to_s, state=name.state, name=name.name))
    return Outcome(ListenResult(heard=heard, now=heard[-1] if heard else None, marks=_marks(heard)), [])


def _marks(heard: list[PatternHeard]) -> list[MarkHeard]:
    """Between the long tone and a broken one; what is not named in between changes nothing."""
    marks: list[MarkHeard] = []
    last: SoundState = ""
    for one in heard:
        if one.state not in ("best", "below", "near"):
            continue
        if last == "best" and one.state == "below":
            marks.append(MarkHeard(at_s=one.from_s, mark="fell"))
        elif last in ("below", "near") and one.state == "best":
            marks.append(MarkHeard(at_s=one.from_s, mark="back"))
        last = "below" if one.state == "near" and last == "below" else one.state
    return marks


def heard_in(samples: object, lasts_s: float, family: str = "", words: HouseWords = DEFAULT_WORDS) -> ListenResult:
    """The `listen` calculator on samples at 8 kHz."""
    found = tones(samples)  # type: ignore[arg-type]
    rows = [ToneHeard(from_s=max(0.0, a), to_s=b, pitch_hz=c, pitch_end_hz=d) for a, b, c, d in found]
    return listen(ListenInput(tones=rows, lasts_s=lasts_s, family=family, words=words)).result


__all__ = ["ListenInput", "ListenResult", "MarkHeard", "PatternHeard", "ToneHeard", "heard_in", "listen"]
