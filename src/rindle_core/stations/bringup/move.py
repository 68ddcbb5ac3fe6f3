"""Wireless net and the move of the household: the password, the stages with their way back, who has joined again."""

from __future__ import annotations

from collections.abc import Sequence

from pydantic import Field

from rindle_core.catalogue.house_words import Phrase
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.science.passphrase import guess_bits, password_fault, wireless_text
from rindle_core.stations.bringup.findings import MOVE, MOVE_AGREED, OLD_GONE, REJOIN, WIFI
from rindle_core.stations.bringup.rows import HomeDevice

_FAULTS = {
    "short": "It has fewer than 8 signs: no device takes it.",
    "long": "It has more than 63 signs: no device takes it.",
    "signs": "It has signs that some devices cannot type: letters, digits and common signs are accepted.",
}


class WirelessInput(Model):
    """Name and password of the net."""

    name: str = Field(default="", max_length=32)
    password: str = Field(default="", max_length=63)
    known: list[str] = Field(
        default_factory=list, max_length=20, description="Words that somebody near would try first"
    )
    kept: bool = Field(default=False, description="The old name and password, so that devices come across")
    rules: HouseRules = DEFAULT_RULES


class WirelessResult(Model):
    """What a QR code holds, and how much the password withstands."""

    code_text: str = Field(description="Empty without a name")
    guess_bits: float | None
    password_ok: bool | None


@register("wireless", "Strength of a wireless password, and the text of its QR code", WirelessInput, WirelessResult)
def wireless(given: WirelessInput) -> Outcome[WirelessResult]:
    """Guesses by zxcvbn against the house's bits; the form by IEEE 802.11, annex J."""
    if not given.password:
        return Outcome(WirelessResult(code_text="", guess_bits=None, password_ok=None), [])
    fault = password_fault(given.password)
    bits = guess_bits(given.password, (given.name, *given.known))
    result = WirelessResult(
        code_text=wireless_text(given.name, given.password) if given.name and not fault else "",
        guess_bits=bits,
        password_ok=not fault and bits >= given.rules.password_bits,
    )
    if fault:
        return Outcome(
            result,
            [
                WIFI(
                    Level.HOLD,
                    "The wireless password cannot be used",
                    _FAULTS[fault],
                    clears_by="Have one made, or type another.",
                )
            ],
        )
    if bits < given.rules.password_bits:
        return Outcome(
            result,
            [
                WIFI(
                    Level.MIND,
                    "The wireless password is guessed too easily",
                    "Whoever passes by can take a recording home and try there."
                    + (" It is the old one: devices come across by it, and so may others." if given.kept else ""),
                    clears_by="Have one made: four words that can be read out.",
                )
            ],
        )
    return Outcome(
        result, [WIFI(Level.CLEAR, "The wireless password withstands guessing", "As far as is known of guessing.")]
    )


class MoveInput(Model):
    """Devices and the stages that are done."""

    devices: list[HomeDevice] = Field(default_factory=list, max_length=200)
    stages: list[Phrase] = Field(default_factory=list, max_length=40, description="The house's, in their order")
    done: list[str] = Field(default_factory=list, max_length=40)
    confirmed_by: str = ""
    wireless_kept: bool = False
    rejoin: bool = Field(default=True, description="Whether the name or password changes, so that devices have to join")


class MoveStage(Model):
    """A stage with what moves in it."""

    code: str
    name: str
    text: str
    devices: list[str]
    done: bool
    waits_for: str = Field(description="The stage that comes before and is not done; empty: none")


class MoveResult(Model):
    """Stages in their order, and who has still to join."""

    stages: list[MoveStage]
    to_join: list[str]


_LAST = ("critical", "old_off")


def _of_stage(code: str, devices: Sequence[HomeDevice]) -> list[str]:
    moving = [one for one in devices if one.line != "old"]
    if code == "others":
        return [one.name for one in moving if not one.critical]
    return [one.name for one in moving if one.critical] if code == "critical" else []


@register("household_move", "The move of a household in stages, each with its way back", MoveInput, MoveResult)
def household_move(given: MoveInput) -> Outcome[MoveResult]:
    """What does not matter first, what must not stop last; each stage waits for the one before it."""
    stages: list[MoveStage] = []
    for phrase in given.stages:
        before = next((one.name for one in stages if not one.done), "")
        stages.append(
            MoveStage(
                code=phrase.code,
                name=phrase.name,
                text=phrase.text,
                devices=_of_stage(phrase.code, given.devices),
                done=phrase.code in given.done,
                waits_for=before,
            )
        )
    to_join = [] if given.wireless_kept else [one.name for one in given.devices if not one.joined and one.line != "old"]
    return Outcome(MoveResult(stages=stages, to_join=to_join), _judge(given, stages, to_join))


def _judge(given: MoveInput, stages: list[MoveStage], to_join: list[str]) -> list[Finding]:
    found: list[Finding] = []
    early = next((one for one in stages if one.done and one.waits_for), None)
    if early is not None:
        found.append(
            MOVE(
                Level.HOLD,
                f"“{early.name}” is done before “{early.waits_for}”",
                "What fails now fails for everybody at once, and nobody knows by what.",
                clears_by="Go back, do the earlier stage, then this one; or mark it, if it was done.",
            )
        )
    critical = next((one for one in stages if one.code == "critical"), None)
    if critical is not None and critical.devices and critical.done and not given.confirmed_by:
        found.append(
            MOVE_AGREED(
                Level.MIND,
                "What must not stop was moved, and nobody is named who agreed",
                f"It moves: {', '.join(critical.devices)}.",
                clears_by="Name who of the customer confirmed it.",
            )
        )
    begun = any(one.done for one in stages)
    if begun and to_join:
        found.append(
            REJOIN(
                Level.MIND,
                "Devices have still to join again",
                f"Not yet: {', '.join(to_join)}.",
                clears_by="Join each one, or keep the old name and password.",
            )
        )
    gone = next((one for one in stages if one.code == "old_off"), None)
    watched = next((one for one in stages if one.code == "watched"), None)
    if gone is not None and gone.done and watched is not None and not watched.done:
        found.append(
            OLD_GONE(
                Level.HOLD,
                "The old line is out before the new one was watched",
                "What comes only now and then, such as rain or a full evening, was not seen.",
                clears_by="Put it back, watch the new line for some weeks, then give notice.",
            )
        )
    return found


__all__ = ["MoveInput", "MoveResult", "MoveStage", "WirelessInput", "WirelessResult", "household_move", "wireless"]
