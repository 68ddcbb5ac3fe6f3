"""Magnetic declination from the World Magnetic Model."""

from __future__ import annotations

import datetime as dt
from functools import lru_cache

from pygeomag import GeoMag  # ships the WMM2025 coefficients

from rindle_core.errors import InputError
from rindle_core.findings import Finding, Level
from rindle_core.model import Model

MODEL_FIRST_DAY = dt.date(2024, 11, 13)  # release of WMM2025
MODEL_LAST_DAY = dt.date(2029, 12, 31)  # the model is valid to 2030.0
_BLACKOUT_NT = 2000.0  # horizontal field under which a compass is useless, WMM2025 Technical Report
_CAUTION_NT = 6000.0  # horizontal field under which a compass is doubtful, WMM2025 Technical Report
_SOURCE = "World Magnetic Model 2025 (NOAA/NCEI and BGS)"


class MagneticField(Model):
    """Declination (east positive: magnetic north lies east of true north) and the field behind it."""

    declination_deg: float
    declination_uncertainty_deg: float
    horizontal_field_nt: float
    inclination_deg: float


@lru_cache(maxsize=1)
def _model() -> GeoMag:
    return GeoMag()


def decimal_year(day: dt.date) -> float:
    """The day as a year with decimals: 2026-07-02 is about 2026.5."""
    first = dt.date(day.year, 1, 1)
    days_in_year = (dt.date(day.year + 1, 1, 1) - first).days
    return day.year + (day - first).days / days_in_year


def magnetic_field(latitude_deg: float, longitude_deg: float, height_m: float, day: dt.date) -> MagneticField:
    """The magnetic field at a WGS 84 position on a day.

    Raises InputError for a day outside the model's life. Uncertainty: WMM2025 Technical Report,
    error model, one standard deviation, sqrt(0.26² + (5417/H)²) degrees with H in nT.
    Source: World Magnetic Model 2025.
    """
    if not MODEL_FIRST_DAY <= day <= MODEL_LAST_DAY:
        raise InputError.one(
            "date",
            f"{day.isoformat()} lies outside the magnetic model: {MODEL_FIRST_DAY} to {MODEL_LAST_DAY} is accepted",
        )
    field = _model().calculate(
        glat=latitude_deg, glon=longitude_deg, alt=height_m / 1000.0, time=decimal_year(day), allow_date_outside_lifespan=True
    )
    horizontal_nt = max(float(field.h), 1.0)
    return MagneticField(
        declination_deg=float(field.d),
        declination_uncertainty_deg=min(180.0, float((0.26**2 + (5417.0 / horizontal_nt) ** 2) ** 0.5)),
        horizontal_field_nt=horizontal_nt,
        inclination_deg=float(field.i),
    )


def judge(field: MagneticField) -> list[Finding]:
    """Whether a compass may be trusted here, and whether the declination is large enough to ruin a search."""
    findings = []
    if field.horizontal_field_nt < _CAUTION_NT:
        useless = field.horizontal_field_nt < _BLACKOUT_NT
        findings.append(
            Finding(
                level=Level.HOLD if useless else Level.MIND,
                code="aim.weak_field",
                message="A compass cannot be used here" if useless else "A compass is doubtful here",
                why="The horizontal part of the Earth's field is too weak to turn a needle reliably.",
                figure=field.horizontal_field_nt,
                limit=_CAUTION_NT,
                unit="nt",
                clears_by="Take the bearing from the sun or from a mapped landmark.",
                source=_SOURCE,
            )
        )
    if abs(field.declination_deg) >= 5.0:
        findings.append(
            Finding(
                level=Level.MIND,
                code="aim.declination",
                message="Compass and true bearing differ widely here",
                why="Setting the compass to the true bearing would miss the satellite by the whole declination.",
                figure=field.declination_deg,
                unit="deg",
                clears_by="Set the compass to the compass figure, and stand off several metres from steel.",
                source=_SOURCE,
            )
        )
    return findings


__all__ = ["MODEL_FIRST_DAY", "MODEL_LAST_DAY", "MagneticField", "decimal_year", "judge", "magnetic_field"]
