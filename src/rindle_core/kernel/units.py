"""Conversion and wording of quantities. SI and degrees inside; other units only here."""

from __future__ import annotations

import math
import re
from collections.abc import Sequence
from dataclasses import dataclass
from decimal import ROUND_HALF_UP, Decimal
from fractions import Fraction
from functools import lru_cache
from typing import Any, Literal, NamedTuple

System = Literal["metric", "imperial"]
Towards = Literal["near", "up", "down"]  # how a figure is rounded

METRES_PER_FOOT = 0.3048  # exact, 1959 international yard and pound agreement
MILLIMETRES_PER_INCH = 25.4  # exact, the same agreement
KILOGRAMS_PER_POUND = 0.453_592_37  # exact, the same agreement
NEWTONS_PER_POUND_FORCE = 4.448_221_615_260_5  # exact, pound times standard gravity
MPS_PER_MPH = 0.447_04  # exact
LITRES_PER_GALLON = 3.785_411_784  # exact, the US gallon of 231 cubic inches
CUBIC_METRES_PER_YARD = 0.764_554_857_984  # exact, (3 * 0.3048)³


class _Side(NamedTuple):
    """How one system shows a unit: `value * factor + offset`, its suffix, and the usual decimals."""

    factor: float
    suffix: str
    decimals: int
    offset: float = 0.0


@dataclass(frozen=True, slots=True)
class _Wording:
    metric: _Side
    imperial: _Side


def _same(suffix: str, decimals: int) -> _Wording:
    return _Wording(_Side(1.0, suffix, decimals), _Side(1.0, suffix, decimals))


_WORDING: dict[str, _Wording] = {
    "deg": _same("°", 1),
    "compass_deg": _same("°", 0),
    "db": _same(" dB", 1),
    "dbm": _same(" dBm", 1),
    "bits": _same(" bits", 0),
    "ms": _same(" ms", 0),
    "s": _same(" s", 0),
    "v": _same(" V", 1),
    "ma": _same(" mA", 0),
    "mpa": _Wording(_Side(1.0, " MPa", 0), _Side(0.145_037_738, " ksi", 1)),
    "kpa": _Wording(_Side(1.0, " kPa", 2), _Side(20.885_434, " lbf/ft²", 0)),
    "mm2": _same(" mm²", 1),
    "ohm": _same(" Ω", 2),
    "mohm": _same(" mΩ", 0),
    "mbps": _same(" Mbit/s", 1),
    "percent": _same(" %", 1),
    "turns": _same(" turns", 2),
    "count": _same("", 0),
    "days": _same(" days", 0),
    "years": _same(" years", 1),
    "per_h": _same("/h", 1),
    "deg_per_s": _same("°/s", 1),
    "min": _same(" min", 0),
    "m": _Wording(_Side(1.0, " m", 1), _Side(1 / METRES_PER_FOOT, " ft", 1)),
    "above_sea_m": _Wording(_Side(1.0, " m", 0), _Side(1 / METRES_PER_FOOT, " ft", 0)),
    "km": _Wording(_Side(1.0, " km", 0), _Side(1 / 1.609_344, " mi", 0)),
    "mm": _Wording(_Side(1.0, " mm", 1), _Side(1 / MILLIMETRES_PER_INCH, " in", 2)),
    "kg": _Wording(_Side(1.0, " kg", 1), _Side(1 / KILOGRAMS_PER_POUND, " lb", 1)),
    "mps": _Wording(_Side(1.0, " m/s", 1), _Side(1 / MPS_PER_MPH, " mph", 0)),
    "n": _Wording(_Side(1.0, " N", 0), _Side(1 / NEWTONS_PER_POUND_FORCE, " lbf", 0)),
    "nm": _Wording(_Side(1.0, " N·m", 0), _Side(1 / (NEWTONS_PER_POUND_FORCE * METRES_PER_FOOT), " lbf·ft", 0)),
    "l": _Wording(_Side(1.0, " l", 0), _Side(1 / LITRES_PER_GALLON, " gal", 1)),
    "m3": _Wording(_Side(1.0, " m³", 2), _Side(1 / CUBIC_METRES_PER_YARD, " yd³", 2)),
    "w": _same(" W", 0),
    "wh": _same(" Wh", 0),
    "w_per_m2": _same(" W/m²", 1),
    "nt": _same(" nT", 0),
    "hz": _same(" Hz", 0),
    "mhz": _same(" MHz", 0),
    "kbaud": _same(" kBd", 0),
    "h": _same(" h", 1),
    "c": _Wording(_Side(1.0, " °C", 0), _Side(1.8, " °F", 0, 32.0)),
    "m_per_year": _Wording(_Side(1.0, " m/year", 2), _Side(1 / METRES_PER_FOOT, " ft/year", 2)),
}


UNIT_CODES = tuple(_WORDING)


def convert(value: float, unit: str, system: System = "metric") -> float:
    """The value in the display unit of the system; `unit` is this module's code, such as `mm`.

    Raises KeyError for a unit that is not worded here.
    """
    side: _Side = getattr(_WORDING[unit], system)
    return value * side.factor + side.offset


_EXACT_UNDER = 1e15
_GROUPED_FROM = 10_000  # four digits are read at a glance, five are not
_SIXTEENTH_WITHIN_MM = 0.1  # a drill, a bolt or a tube is named by its fraction where it is one
_FEET_AND_INCHES_UNDER_FT = 100.0  # what a tape measures


def _towards(number: float, to: Towards) -> float:
    """The next whole number to that side; what differs from a whole one by a millionth is that one."""
    if to == "near":
        return math.floor(number + 0.5)
    return math.ceil(number - 1e-6) if to == "up" else math.floor(number + 1e-6)


def _grouped(number: float, decimals: int, to: Towards = "near") -> str:
    if abs(number) >= _EXACT_UNDER:
        return f"{number:.3g}".replace("-", "−")
    if to != "near":
        number = _towards(number * 10**decimals, to) / 10**decimals
    exact = Decimal(number).quantize(Decimal(1).scaleb(-decimals), ROUND_HALF_UP)  # as a browser rounds
    text = f"{exact if exact else abs(exact):,.{decimals}f}"  # no -0.0
    return text.replace(",", "\u00a0" if abs(number) >= _GROUPED_FROM else "").replace("-", "−")


def _fraction(inches: float) -> str:
    """`2 3/8` where the value is a sixteenth, within a tenth of a millimetre; else empty."""
    sixteenths = math.floor(abs(inches) * 16 + 0.5)
    if abs(abs(inches) - sixteenths / 16) * MILLIMETRES_PER_INCH > _SIXTEENTH_WITHIN_MM or sixteenths == 0:
        return ""
    whole, rest = divmod(sixteenths, 16)
    part = Fraction(rest, 16)
    words = [str(whole) if whole else "", f"{part.numerator}/{part.denominator}" if rest else ""]
    return ("−" if inches < 0 else "") + " ".join(one for one in words if one)


_OPPOSITE: dict[Towards, Towards] = {"near": "near", "up": "down", "down": "up"}


def _feet_and_inches(feet: float, to: Towards = "near") -> str:
    """`5 ft 3 in`, to the nearest inch, or to the next one on that side of it."""
    inch_count = int(_towards(abs(feet) * 12, _OPPOSITE[to] if feet < 0 else to))
    whole, inches = divmod(inch_count, 12)
    words = [f"{whole} ft" if whole else "", f"{inches} in" if inches or not whole else ""]
    return ("−" if feet < 0 and (whole or inches) else "") + " ".join(one for one in words if one)


_SECONDS_UNDER_S, _HOURS_FROM_MIN = 120, 120


def _clock_words(seconds: float) -> str:
    """`14 min 23 s`, `20 min`, `3 h 5 min`."""
    sign, whole = ("−" if seconds < 0 else ""), math.floor(abs(seconds) + 0.5)  # as a browser rounds
    minutes, rest = divmod(whole, 60)
    if minutes >= _HOURS_FROM_MIN:
        hours, left = divmod(math.floor(whole / 60 + 0.5), 60)
        return f"{sign}{hours} h" + (f" {left} min" if left else "")
    return f"{sign}{minutes} min" + (f" {rest} s" if rest else "")


_SMALL_TORQUE_NM = 10.0


def format_quantity(value: float, unit: str, system: System = "metric", more: int = 0, to: Towards = "near") -> str:
    """The value with its unit, rounded as this application shows it: `format_quantity(61.42, "deg")` is `61.4°`.

    `more`: digits beyond the usual ones. `to`: the side to which it is rounded, as a limit is to its safe one, so that
    who keeps to what is shown keeps the limit; seconds told as minutes and fractions of an inch are near. Imperial
    lengths that a tape measures are in feet and inches, and what is a sixteenth of an inch is shown as its fraction;
    with more digits both are decimal. Seconds from two minutes on are minutes, from two hours on hours; a small torque
    has a digit more. Raises KeyError.
    """
    if unit == "nm" and abs(value) < _SMALL_TORQUE_NM:
        more = max(more, 1)
    side: _Side = getattr(_WORDING[unit], system)
    shown = convert(value, unit, system)
    if unit == "s" and more == 0 and _SECONDS_UNDER_S <= math.floor(abs(shown) + 0.5) < _EXACT_UNDER:
        return _clock_words(shown)
    if system == "imperial" and more == 0:
        if unit == "mm" and _fraction(shown):
            return f"{_fraction(shown)}{side.suffix}"
        if unit == "m" and abs(shown) < _FEET_AND_INCHES_UNDER_FT:
            return _feet_and_inches(shown, to)
    return f"{_grouped(shown, side.decimals + more, to)}{side.suffix}"


def as_written(value: float) -> str:
    """The number with all digits that it was entered with, and no exponent: `12547.75`, `-29.552712`."""
    return f"{value:.8f}".rstrip("0").rstrip(".")


def format_amount(amount: float, unit: str, system: System = "metric") -> str:
    """How much of a thing is brought: pieces as a number, lengths and litres in the system, all else as it is sold."""
    if unit == "pieces":
        return f"{amount:g}"
    return format_quantity(amount, unit, system) if unit in ("m", "l") else f"{amount:g} {unit}"


def format_money(amount: float) -> str:
    """An amount in the firm's currency, grouped, with its hundredths: `24 770.00`."""
    return _grouped(amount, 2)


_IN_A_SENTENCE = {"mm": "mm", "m": "m", "km": "km", "kg": "kg", "m/s": "mps", "°C": "c", "N": "n", "N·m": "nm",
                  "l": "l", "m³": "m3"}  # fmt: skip
_NUMBER = r"[-−]?\d[\d,\u00a0]*(?:\.\d+)?"
_UNITS_IN_A_SENTENCE = "|".join(sorted(_IN_A_SENTENCE, key=len, reverse=True))
# A size that is a name, as a spanner's, has a no-break space before its unit; one after a cross is half of a pair.
_MEASURED = rf"(?<![\w.,])(?<!× )(?P<first>{_NUMBER})(?: to (?P<second>{_NUMBER}))?"
_IS_QUANTITY = rf"{_MEASURED} (?P<unit>{_UNITS_IN_A_SENTENCE})(?![\w/·²³°])"
_QUANTITY = re.compile(_IS_QUANTITY)


def holds_size(text: str) -> bool:
    """Whether a name holds a size that `in_system` would turn into another unit, and is more than that size."""
    return bool(_QUANTITY.search(text)) and bool(re.search(r"[^\W\d_]{3}", _QUANTITY.sub("", text)))


@lru_cache(maxsize=64)
def _beside(named: tuple[str, ...]) -> re.Pattern[str]:
    """Quantities, but none inside of one of the names."""
    if not named:
        return _QUANTITY
    either = {*named, *(one[:1].lower() + one[1:] for one in named)}  # as it begins a sentence, and within one
    names = "|".join(re.escape(one) for one in sorted(either, key=len, reverse=True))
    return re.compile(rf"(?<!\w)(?:{names})(?!\w)|{_IS_QUANTITY}")


def in_system(sentence: str, system: System, named: Sequence[str] = ()) -> str:
    """A sentence of the core, which is metric, with each of its quantities in the system.

    `in_system("It stands 1.5 m off.", "imperial")` is `It stands 4 ft 11 in off.` What something is to be raised,
    moved or cut back by is rounded up: less would not be enough. What is `named` stays as it is called: nobody finds a
    13 mm spanner as one of 0.51 in.
    """
    if system == "metric" or not _QUANTITY.search(sentence):
        return sentence

    def shown(match: re.Match[str]) -> str:
        first, second, unit = match["first"], match["second"], match["unit"]
        if unit is None:
            return match[0]
        if unit == "m" and not second and match.string[: match.start()].endswith(" by "):
            feet = convert(float(re.sub("[,\u00a0]", "", first).replace("−", "-")), "m", system)
            if abs(feet) < _FEET_AND_INCHES_UNDER_FT:
                return _feet_and_inches(feet, "up")
        words = [
            format_quantity(float(re.sub("[,\u00a0]", "", one).replace("−", "-")), _IN_A_SENTENCE[unit], system)
            for one in (first, second)
            if one
        ]
        return " to ".join(words)

    return _beside(tuple(named)).sub(shown, sentence)


def all_in_system(told: Any, system: System, named: Sequence[str] = ()) -> Any:
    """Data as of JSON with each of its sentences in the system; figures and names of fields stay as they are, and so
    does what is named."""
    if isinstance(told, str):
        return in_system(told, system, named)
    if isinstance(told, dict):
        return {name: all_in_system(one, system, named) for name, one in told.items()}
    if isinstance(told, list | tuple):
        return [all_in_system(one, system, named) for one in told]
    return told


def wording_table() -> dict[str, dict[str, dict[str, float | str | int]]]:
    """Factor, offset, suffix and decimals of every unit code in both systems, for the front end."""
    return {
        code: {system: side._asdict() for system, side in (("metric", wording.metric), ("imperial", wording.imperial))}
        for code, wording in _WORDING.items()
    }


_CASES: tuple[tuple[int, Towards], ...] = ((0, "near"), (1, "near"), (0, "up"), (0, "down"))


def quantity_cases() -> list[dict[str, object]]:
    """Values with their wording, against which the front end holds its own."""
    values = (-0.01, 1.5, -3.3, 60.3, 476.25, 23456.7)
    return [
        {
            "value": value,
            "unit": unit,
            "system": system,
            "more": more,
            "to": to,
            "text": format_quantity(value, unit, system, more, to),
        }
        for unit in _WORDING
        for system in ("metric", "imperial")
        for more, to in _CASES
        for value in values
    ]


__all__ = [
    "System",
    "Towards",
    "all_in_system",
    "convert",
    "format_amount",
    "format_money",
    "format_quantity",
    "holds_size",
    "in_system",
    "quantity_cases",
    "wording_table",
]
