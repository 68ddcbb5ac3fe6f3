"""Conversion and wording of quantities. SI and degrees inside; other units only here."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal, NamedTuple

System = Literal["metric", "imperial"]

METRES_PER_FOOT = 0.3048  # exact, 1959 international yard and pound agreement
MILLIMETRES_PER_INCH = 25.4  # exact, the same agreement
KILOGRAMS_PER_POUND = 0.453_592_37  # exact, the same agreement
NEWTONS_PER_POUND_FORCE = 4.448_221_615_260_5  # exact, pound times standard gravity
MPS_PER_MPH = 0.447_04  # exact


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
    "ms": _same(" ms", 0),
    "s": _same(" s", 0),
    "v": _same(" V", 1),
    "mpa": _Wording(_Side(1.0, " MPa", 0), _Side(0.145_037_738, " ksi", 1)),
    "mbps": _same(" Mbit/s", 1),
    "percent": _same(" %", 1),
    "turns": _same(" turns", 2),
    "count": _same("", 0),
    "days": _same(" days", 0),
    "years": _same(" years", 1),
    "per_h": _same("/h", 1),
    "min": _same(" min", 0),
    "m": _Wording(_Side(1.0, " m", 1), _Side(1 / METRES_PER_FOOT, " ft", 1)),
    "km": _Wording(_Side(1.0, " km", 0), _Side(1 / 1.609_344, " mi", 0)),
    "mm": _Wording(_Side(1.0, " mm", 1), _Side(1 / MILLIMETRES_PER_INCH, " in", 2)),
    "kg": _Wording(_Side(1.0, " kg", 1), _Side(1 / KILOGRAMS_PER_POUND, " lb", 1)),
    "mps": _Wording(_Side(1.0, " m/s", 1), _Side(1 / MPS_PER_MPH, " mph", 0)),
    "n": _Wording(_Side(1.0, " N", 0), _Side(1 / NEWTONS_PER_POUND_FORCE, " lbf", 0)),
    "nm": _Wording(_Side(1.0, " N·m", 0), _Side(1 / (NEWTONS_PER_POUND_FORCE * METRES_PER_FOOT), " lbf·ft", 0)),
    "w_per_m2": _same(" W/m²", 1),
    "nt": _same(" nT", 0),
    "mhz": _same(" MHz", 0),
    "h": _same(" h", 1),
    "c": _Wording(_Side(1.0, " °C", 0), _Side(1.8, " °F", 0, 32.0)),
    "m_per_year": _Wording(_Side(1.0, " m/year", 2), _Side(1 / METRES_PER_FOOT, " ft/year", 2)),
}


def convert(value: float, unit: str, system: System = "metric") -> float:
    """The value in the display unit of the system; `unit` is this module's code, such as `mm`.

    Raises KeyError for a unit that is not worded here.
    """
    side: _Side = getattr(_WORDING[unit], system)
    return value * side.factor + side.offset


def format_quantity(value: float, unit: str, system: System = "metric", more: int = 0) -> str:
    """The value with its unit, rounded as this application shows it: `format_quantity(61.42, "deg")` is `61.4°`.

    `more`: digits beyond the usual ones.
    """
    side: _Side = getattr(_WORDING[unit], system)
    decimals = side.decimals + more
    rounded = round(convert(value, unit, system), decimals) + 0.0  # + 0.0 turns -0.0 into 0.0
    return f"{rounded:.{decimals}f}{side.suffix}".replace("-", "−")


def wording_table() -> dict[str, dict[str, dict[str, float | str | int]]]:
    """Factor, offset, suffix and decimals of every unit code in both systems, for the front end."""
    return {
        code: {system: side._asdict() for system, side in (("metric", wording.metric), ("imperial", wording.imperial))}
        for code, wording in _WORDING.items()
    }


__all__ = ["System", "convert", "format_quantity", "wording_table"]
