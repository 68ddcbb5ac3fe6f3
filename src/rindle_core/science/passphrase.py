"""Passwords of a wireless net: what its standard accepts, how many guesses one takes, and new ones that can be said."""

from __future__ import annotations

import math
from typing import Literal

from zxcvbn import zxcvbn

_CONSONANTS, _VOWELS = "bdfghjklmnprstvz", "aeiou"  # none that is heard for another: no c, q, w, x, y
_SYLLABLES = "CVCVC"
_PER_WORD = math.prod(len(_CONSONANTS) if one == "C" else len(_VOWELS) for one in _SYLLABLES)
WORD_COUNT = 4
MADE_BITS = WORD_COUNT * math.log2(_PER_WORD)  # of one that was made here, whatever a guesser knows of how
PasswordFault = Literal["", "short", "long", "signs"]


def password_fault(text: str) -> PasswordFault:
    """IEEE 802.11, annex J: a passphrase has 8 to 63 signs, each of the printable ASCII ones."""
    if any(not " " <= one <= "~" for one in text):
        return "signs"
    return "short" if len(text) < 8 else "long" if len(text) > 63 else ""


def guess_bits(text: str, known: tuple[str, ...] = ()) -> float:
    """Bits of the guesses that it takes somebody who tries words, names, dates and patterns first (zxcvbn).

    `known`: words that such a person tries before all others, such as the net's and the customer's name.
    """
    if not text:
        return 0.0
    found = zxcvbn(text[:72], user_inputs=[word for word in known if word])
    return math.log2(max(1.0, float(found["guesses"])))


def made_passphrase(chance: int) -> str:
    """Words of consonants and vowels from a number that was drawn evenly, such as `secrets.randbits(96)`.

    96 bits over the 66 that are used leave a bias under one in a billion.
    """
    words = []
    for _ in range(WORD_COUNT):
        word = ""
        for one in _SYLLABLES:
            signs = _CONSONANTS if one == "C" else _VOWELS
            chance, at = divmod(chance, len(signs))
            word += signs[at]
        words.append(word)
    return "-".join(words)


def wireless_text(name: str, password: str) -> str:
    """What a QR code holds so that a telephone joins the net: reserved signs are escaped.

    Source: Wi-Fi Alliance, WPA3 Specification, section 7 (URI format).
    """
    safe = str.maketrans({one: f"\\{one}" for one in '\\;,":'})
    kind = "WPA" if password else "nopass"
    secret = f"P:{password.translate(safe)};" if password else ""
    return f"WIFI:T:{kind};S:{name.translate(safe)};{secret};"


__all__ = [
    "MADE_BITS",
    "WORD_COUNT",
    "PasswordFault",
    "guess_bits",
    "made_passphrase",
    "password_fault",
    "wireless_text",
]
