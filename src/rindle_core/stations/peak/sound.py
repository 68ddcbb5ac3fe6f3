"""What a guide lets one hear now: its state, the pattern that belongs to it, and how near the best it is."""

from __future__ import annotations

from pydantic import Field

from rindle_core.catalogue.house_words import DEFAULT_WORDS, HouseWords
from rindle_core.catalogue.peak_words import Indicator, SoundState
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register

_DETECT_UNDER_DB = 1.5  # under the lock a carrier is told, before it can be locked
_NEAR_SHARE = 1.0 / 3.0  # of the drop, from which the pattern grows quick


class SoundInput(Model):
    """The receiver as it is."""

    sounding: bool = Field(default=True, description="It has power and is in install mode")
    live_db: float = Field(ge=-200, le=200)
    lock_level_db: float = Field(ge=-60, le=60)
    best_db: float | None = Field(default=None, ge=-200, le=200, description="Since the memory was cleared; None: none")
    since_lock_s: float | None = Field(default=None, ge=0, description="Since it locked; None: not locked")
    lock_s: float = Field(default=2.0, gt=0, le=120)
    drop_db: float = Field(default=0.6, gt=0, le=6)
    words: HouseWords = DEFAULT_WORDS


class SoundResult(Model):
    """Its state, the pattern, and from 0 (a drop under the best, or more) to 1 (as good as the best)."""

    state: SoundState
    indicator: Indicator | None
    nearness: float = Field(ge=0, le=1)


@register("sound", "What a guide lets one hear now, from live level, lock and stored best", SoundInput, SoundResult)
def sound(given: SoundInput) -> Outcome[SoundResult]:
    """It compares with the best since it was cleared: one long tone means only as good as so far."""
    state, nearness = _state(given)
    pattern = next((one for one in given.words.indicators if one.state == state), None)
    return Outcome(SoundResult(state=state, indicator=pattern, nearness=nearness), [])


def _state(given: SoundInput) -> tuple[SoundState, float]:
    if not given.sounding:
        return "silent", 0.0
    if given.live_db < given.lock_level_db:
        near = given.live_db >= given.lock_level_db - _DETECT_UNDER_DB
        return ("detected" if near else "searching"), 0.0
    if given.since_lock_s is None:
        return "detected", 0.0
    if given.since_lock_s < given.lock_s:
        return "locked", 0.0
    under = max(0.0, (given.best_db if given.best_db is not None else given.live_db) - given.live_db)
    nearness = max(0.0, 1.0 - under / given.drop_db)
    if under >= given.drop_db:
        return "below", nearness
    return ("near" if under > given.drop_db * _NEAR_SHARE else "best"), nearness


__all__ = ["SoundInput", "SoundResult", "sound"]
