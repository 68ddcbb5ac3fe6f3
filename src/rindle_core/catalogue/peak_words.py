"""The house's words about pointing: what sounds, lights and screens mean, and why a satellite is not found."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from rindle_core.catalogue.phrase import Phrase

Symptom = Literal["", "not_found", "lost", "always", "never", "other", "weak"]
SYMPTOMS: dict[Symptom, str] = {
    "": "nothing",
    "not_found": "nothing is found",
    "lost": "found, then lost",
    "always": "one long tone wherever it points",
    "never": "never one long tone",
    "other": "locks, and shows another network",
    "weak": "the top is weaker than the link promises",
}
PeakSign = Literal[
    "preset_missing",
    "preset_off",
    "frame_offset",
    "skew_missing",
    "letter_missing",
    "other_network",
    "side_lobe",
    "cable_on_hold",
    "supply_on_hold",
    "beam_touched",
    "one_sided",
    "not_cleared",
    "end_stop",
    "clamp_slipped",
    "too_fast",
    "short_by_far",
    "unpowered",
    "not_installing",
]
Sense = Literal["sound", "light", "screen", "touch"]
SENSES: dict[Sense, str] = {"sound": "Sound", "light": "Light", "screen": "Screen", "touch": "Touch"}
SoundState = Literal["", "silent", "searching", "detected", "locked", "below", "near", "best"]
Silence = Literal["", "off", "starting", "carrier", "install"]
SILENCES: dict[Silence, str] = {
    "": "",
    "off": "It has no power: switch it on at Bring-up, States.",
    "starting": "It has power and is not through its start yet.",
    "carrier": "Nobody told it which carrier is ours: send it its entries at Bring-up, Entries.",
    "install": "It is not in installation mode, and so does not sound: see its page, and say so at Bring-up, States.",
}


class Indicator(Phrase):
    """What a terminal, a meter or a thing lets one hear, see or feel: what it means, what not, and what to do next.

    A sound is pulses of `on_s` with gaps of `off_s`, its pitch from `pitch_hz` to `pitch_end_hz`; our own twin of it.
    """

    sense: Sense
    not_means: str = Field(default="", max_length=200, description="What it does not mean")
    then: str = Field(default="", max_length=200, description="What to do next")
    families: list[str] = Field(default_factory=list, max_length=12, description="Family letters; empty: all")
    state: SoundState = Field(default="", description="Of a guide that sounds: when it is heard")
    pitch_hz: float | None = Field(default=None, ge=50, le=8000)
    pitch_end_hz: float | None = Field(default=None, ge=50, le=8000, description="Empty: steady")
    on_s: float | None = Field(default=None, gt=0, le=10)
    off_s: float | None = Field(default=None, ge=0, le=10, description="0: one long sound")


class PeakFault(Phrase):
    """Why pointing goes wrong in a way: `text` is the test that tells."""

    shows: list[Symptom] = Field(min_length=1, max_length=6, description="What goes wrong by it")
    weight_number: float = Field(default=1.0, gt=0, le=100, description="How likely beside the others")
    signs: list[PeakSign] = Field(default_factory=list, max_length=5, description="What of this job speaks for it")
    weight_with_sign_number: float = Field(default=1.0, gt=0, le=100, description="How likely once a sign is there")


__all__ = ["SENSES", "SYMPTOMS", "Indicator", "PeakFault", "PeakSign", "Sense", "SoundState", "Symptom"]
