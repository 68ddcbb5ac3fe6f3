"""A text as it is read out over the telephone: the alphabet of the ITU Radio Regulations, appendix 14, in English."""

from __future__ import annotations

_SAID = """
    Alfa Bravo Charlie Delta Echo Foxtrot Golf Hotel India Juliett Kilo Lima Mike November Oscar Papa Quebec Romeo
    Sierra Tango Uniform Victor Whiskey X-ray Yankee Zulu
"""
_WORDS = {word[0]: word for word in _SAID.split()}
_NUMBERS = "zero one two three four five six seven eight nine"
_DIGITS = {str(figure): word for figure, word in enumerate(_NUMBERS.split())}
_SIGNS = {"-": "dash", ".": "point", ":": "colon", "/": "slash", " ": "space", "_": "underscore", ",": "comma",
          "+": "plus", "@": "at", "°": "degrees", "'": "minutes", "#": "hash"}  # fmt: skip


def spelled(text: str) -> str:
    """Each sign as a word; a small letter is said to be one where the text has capitals too. Others stay."""
    mixed = any(one.isupper() for one in text)

    def word(one: str) -> str:
        if one.upper() in _WORDS:
            said = _WORDS[one.upper()]
            return f"small {said}" if mixed and one.islower() else said
        return _DIGITS.get(one) or _SIGNS.get(one) or one

    return " ".join(word(one) for one in text.strip())


__all__ = ["spelled"]
