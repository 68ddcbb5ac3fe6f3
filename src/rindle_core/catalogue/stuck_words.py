"""The house's words about a terminal that is stuck: causes, and how often each sign goes with a cause."""

from __future__ import annotations

from typing import Annotated, Literal, Self

from pydantic import Field, model_validator

from rindle_core.catalogue.modem import StateNeed
from rindle_core.catalogue.phrase import Phrase

Sign = Literal[
    "supply_on_hold",
    "volts_low",
    "injector_no_load",
    "injector_too_much",
    "cable_loss_on_hold",
    "input_low",
    "beam_touched",
    "level_none",
    "level_short",
    "letter_missing",
    "letter_wrong",
    "entry_missing",
    "entry_differs",
    "readback_differs",
    "position_off",
    "hand_other",
    "skew_off",
    "isolation_low",
    "peak_open",
    "plugs_open",
    "meter_in",
    "code_missing",
    "code_wrong",
    "desk_open",
    "carrier_on",
    "restarts",
    "desk_not_ready",
]
SIGNS: dict[Sign, tuple[str, str]] = {  # as it is told when it is there, and when it is not
    "supply_on_hold": ("the voltage worked out for this run is too low", "the voltage worked out is enough"),
    "volts_low": ("the voltage measured at the dish end is too low", "the voltage measured at the dish end is enough"),
    "injector_no_load": ("the injector’s light shows no load", "the injector’s light shows a load"),
    "injector_too_much": ("the injector’s light shows too much current", "the injector’s light shows no excess"),
    "cable_loss_on_hold": ("the cable loses more than it may", "the cable’s loss is in order"),
    "input_low": ("the level at the modem’s input is too low", "the level at the modem’s input is in order"),
    "beam_touched": ("something stands in the beam by what was read at Sky", "the beam is free by what was read"),
    "level_none": ("it shows no level to lock to", "it shows a level to lock to"),
    "level_short": ("the level is short of what the link promises", "the level is as the link promises"),
    "letter_missing": ("no beam letter is told", "a beam letter is told"),
    "letter_wrong": ("the beam letter told is not this site’s", "the beam letter told is this site’s"),
    "entry_missing": ("an entry that it needs here is empty", "the entries that it needs here are made"),
    "entry_differs": ("an entry is not as the order has it", "the entries are as the order has them"),
    "readback_differs": ("the modem shows another value than was meant", "the modem shows what was meant"),
    "position_off": ("the position that it has is not the site’s", "the position that it has is the site’s"),
    "hand_other": ("the feed is set to the other hand or plane", "the feed is set to this beam’s hand or plane"),
    "skew_off": ("the skew plate is off its angle", "the skew plate is at its angle"),
    "isolation_low": ("the isolation is under what the desk asks", "the isolation is enough"),
    "peak_open": ("the peak is not proved", "the peak is proved"),
    "plugs_open": ("the plugs were not gone through", "the plugs were gone through"),
    "meter_in": ("a meter is said to be still in the line", "no meter is in the line"),
    "code_missing": ("no code is told", "a code is told"),
    "code_wrong": ("the code has not the form of a code", "the code has the form of one"),
    "desk_open": ("the desk has not approved yet", "the desk has approved"),
    "carrier_on": ("the test carrier is not said off after the approval", "no test carrier is on that should be off"),
    "restarts": ("it started again by itself", "it has not started again by itself"),
    "desk_not_ready": ("the desk said that its side is not ready", "the desk said that its side is ready"),
}
# How often a sign is there although the cause at hand has nothing to do with it: what is easily left undone often is.
USUAL_SHARES: dict[Sign, float] = {
    "supply_on_hold": 0.03,
    "volts_low": 0.01,
    "injector_no_load": 0.02,
    "injector_too_much": 0.01,
    "cable_loss_on_hold": 0.03,
    "input_low": 0.03,
    "beam_touched": 0.03,
    "level_none": 0.1,
    "level_short": 0.1,
    "letter_missing": 0.02,
    "letter_wrong": 0.01,
    "entry_missing": 0.02,
    "entry_differs": 0.01,
    "readback_differs": 0.02,
    "position_off": 0.02,
    "hand_other": 0.01,
    "skew_off": 0.1,
    "isolation_low": 0.05,
    "peak_open": 0.3,
    "plugs_open": 0.3,
    "meter_in": 0.03,
    "code_missing": 0.1,
    "code_wrong": 0.02,
    "desk_open": 0.5,
    "carrier_on": 0.05,
    "restarts": 0.03,
    "desk_not_ready": 0.05,
}
OLD_SIGN_SHARE = 0.9  # of a firm's own cause from before there were shares


class Cause(Phrase):
    """Why a terminal may be stuck, and what tells: `text` is the test, with the job's `{entered}` and `{expected}`."""

    states: list[str] = Field(default_factory=list, max_length=40, description="Codes of states that it can hold up")
    holds: list[StateNeed] = Field(
        default_factory=list, max_length=9, description="What it takes away of what a state needs"
    )
    weight_number: float = Field(default=1.0, gt=0, le=100, description="How often it is beside the others")
    shows: dict[Sign, Annotated[float, Field(gt=0, lt=1)]] = Field(
        default_factory=dict, description="Sign -> how often it is there when this is the cause, 0 to 1"
    )
    signs: list[Sign] = Field(default_factory=list, max_length=5, description="Signs without a share of their own")
    weight_with_sign_number: float = Field(
        default=1.0, gt=0, le=100, description="Read of older words, and counted no longer"
    )

    @model_validator(mode="after")
    def _holds_something(self) -> Self:
        if not self.states and not self.holds:
            raise ValueError("needs states, or what it holds up: else it is never asked")
        return self

    def chance(self, sign: Sign) -> float:
        """How often the sign is there when this is the cause."""
        return self.shows.get(sign, OLD_SIGN_SHARE if sign in self.signs else USUAL_SHARES[sign])

    def speaks(self) -> set[Sign]:
        """Signs that say something of this cause."""
        return {*self.shows, *self.signs}


__all__ = ["OLD_SIGN_SHARE", "SIGNS", "USUAL_SHARES", "Cause", "Sign"]
