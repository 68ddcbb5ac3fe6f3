"""Angles printed on a work order, held against ours; where they differ, which mistake fits the difference."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Literal

from pydantic import Field

from rindle_core.catalogue.models import Clinometer, Satellite
from rindle_core.kernel.constants import BEYOND_CIRCLE_DEG
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.geometry import fold_90, wrapped_180
from rindle_core.kernel.house_rules import HouseRules
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.science.magnetism import ModelDay
from rindle_core.science.site import Site
from rindle_core.stations.aim.aim import AimInput, AimResult, aim_many
from rindle_core.stations.aim.findings import MODEM_ANGLE, ORDER_ANGLE

NorthSaid = Literal["", "true", "magnetic"]
NORTHS: dict[str, str] = {"": "not said: true is tried first", "true": "true north", "magnetic": "magnetic north"}


class WorkOrderInput(Site):
    """The site and satellite as we know them, and what is printed. What is not printed stays empty."""

    date: ModelDay
    satellite: Satellite
    others: list[Satellite] = Field(
        default_factory=list, max_length=500, description="Other satellites that may have been meant"
    )
    clinometer: Clinometer | None = None
    printed_azimuth_deg: float | None = Field(default=None, ge=0, lt=BEYOND_CIRCLE_DEG)
    printed_north: NorthSaid = Field(default="", description="From which north it counts, where that is said")
    printed_elevation_deg: float | None = Field(default=None, ge=-90, le=90)
    printed_skew_deg: float | None = Field(default=None, ge=-90, le=90)
    said_by: Literal["order", "modem"] = Field(
        default="order", description="Who gave the angles: the work order, or the modem's own page"
    )
    tolerance_deg: float = Field(
        default=HouseRules().printed_tolerance_deg,
        gt=0,
        le=5,
        description="Half a degree of rounding and a little for another model; the house rule by default",
    )


class AngleCheck(Model):
    """One printed angle against ours."""

    what: str
    reference: str = Field(default="", description="From what both are counted")
    printed_deg: float
    ours_deg: float = Field(description="Azimuth from the north that is said, else true; elevation with refraction")
    difference_deg: float
    agrees: bool
    explanation: str = Field(description="Which mistake fits; empty where it agrees or nothing fits")


class WorkOrderResult(Model):
    """All printed angles with their explanations."""

    checks: list[AngleCheck]
    agrees: bool


class _Guess(Model):
    """A story about how the angles came about, and the angles it would print."""

    code: str
    text: str
    azimuth_deg: float
    elevation_deg: float
    skew_deg: float


def _guess(code: str, text: str, result: AimResult) -> _Guess:
    return _Guess(
        code=code,
        text=text,
        azimuth_deg=result.azimuth_true_deg,
        elevation_deg=result.elevation_apparent_deg,
        skew_deg=result.skew_deg,
    )


def _azimuths(ours: AimResult, north: NorthSaid) -> Iterator[tuple[str, str, float]]:
    """Mistakes about the azimuth alone, beginning with none."""
    d = ours.declination_deg
    if north == "magnetic":
        yield "magnetic_said", "", ours.azimuth_true_deg - d
        yield "true", "It is the true bearing, though it is said to be magnetic.", ours.azimuth_true_deg
    else:
        yield "true", "", ours.azimuth_true_deg
        yield (
            "magnetic",
            "It is the magnetic bearing, not the true one: the compass figure was printed.",
            ours.azimuth_true_deg - d,
        )
    yield "declination_sign", "The declination was applied with the wrong sign.", ours.azimuth_true_deg + d
    yield (
        "reversed",
        "It is the bearing from the satellite's side, turned by half a circle.",
        ours.azimuth_true_deg + 180.0,
    )
    yield "mirrored", "It is counted anticlockwise from north.", -ours.azimuth_true_deg


def _elevations(ours: AimResult, clinometer: Clinometer | None) -> Iterator[tuple[str, str, float]]:
    """Mistakes about the elevation alone."""
    e = ours.elevation_apparent_deg
    yield "true", "", e
    yield "from_zenith", "It is counted from the zenith.", 90.0 - e
    if clinometer is not None and clinometer.offset_deg:
        sign = -1.0 if clinometer.kind == "rim" else 1.0
        yield (
            "face",
            f"The offset of the {clinometer.face} is inside it: it is the clinometer reading, not the elevation.",
            e + sign * clinometer.offset_deg,
        )
        yield (
            "face_sign",
            f"The offset of the {clinometer.face} was applied with the wrong sign.",
            e - sign * clinometer.offset_deg,
        )


def _places(given: WorkOrderInput) -> list[_Guess]:
    """Mistakes that move all angles together: another satellite, or coordinates with a wrong sign or swapped."""
    lat, lon = given.latitude_deg, given.longitude_deg
    stories: list[tuple[str, str, float, float, Satellite]] = [
        ("hemisphere_ns", "North and south were swapped.", -lat, lon, given.satellite),
        ("hemisphere_ew", "East and west of the site were swapped.", lat, -lon, given.satellite),
        ("hemisphere_both", "Both hemispheres were swapped.", -lat, -lon, given.satellite),
    ]
    if abs(lon) <= 90:
        stories.append(("swapped", "Latitude and longitude were swapped.", lon, lat, given.satellite))
    flipped = given.satellite.model_copy(update={"longitude_deg": -given.satellite.longitude_deg})
    stories.append(
        ("satellite_ew", "The satellite's longitude was taken on the wrong side of Greenwich.", lat, lon, flipped)
    )
    stories += [
        (f"satellite:{other.code}", f"They are those of {other.name}, another satellite.", lat, lon, other)
        for other in given.others
        if other.code != given.satellite.code
    ]
    inputs = [
        AimInput(
            latitude_deg=la,
            longitude_deg=lo,
            height_m=given.height_m,
            date=given.date,
            satellite_longitude_deg=sat.longitude_deg,
            satellite_tilt_deg=sat.tilt_deg,
        )
        for _, _, la, lo, sat in stories
    ]
    return [
        _guess(code, text, outcome.result) for (code, text, *_), outcome in zip(stories, aim_many(inputs), strict=True)
    ]


def _fits(printed: float | None, guess: float, tolerance: float) -> bool:
    return printed is None or abs(wrapped_180(printed - guess)) <= tolerance


def _skew_fits(printed: float | None, guess: float, tolerance: float) -> bool:
    return printed is None or abs(float(fold_90(printed - guess))) <= 2 * tolerance


def _explain(given: WorkOrderInput, ours: AimResult) -> tuple[str, str, str]:
    """Explanations for azimuth, elevation and skew; simple mistakes before those that move everything."""
    t = given.tolerance_deg
    azimuth = next(
        (
            (code, text)
            for code, text, value in _azimuths(ours, given.printed_north)
            if _fits(given.printed_azimuth_deg, value, t)
        ),
        None,
    )
    elevation = next(
        (
            (code, text)
            for code, text, value in _elevations(ours, given.clinometer)
            if _fits(given.printed_elevation_deg, value, t)
        ),
        None,
    )
    if azimuth is None or elevation is None:
        for one in _places(given):
            all_fit = _fits(given.printed_azimuth_deg, one.azimuth_deg, t) and _fits(
                given.printed_elevation_deg, one.elevation_deg, t
            )
            if all_fit and _skew_fits(given.printed_skew_deg, one.skew_deg, t):
                return one.text, one.text, one.text
    skew = ""
    if given.printed_skew_deg is not None and not _skew_fits(given.printed_skew_deg, ours.skew_deg, t):
        if _skew_fits(given.printed_skew_deg, -ours.skew_deg, t):
            skew = "It is counted as seen from in front of the dish, or anticlockwise."
        elif _skew_fits(given.printed_skew_deg, ours.skew_deg + 90.0, t):
            skew = "It is that of the other polarization, a quarter turn away."
    return azimuth[1] if azimuth else "", elevation[1] if elevation else "", skew


@register(
    "work_order",
    "Printed angles against ours, and which mistake explains the difference",
    WorkOrderInput,
    WorkOrderResult,
)
def work_order(given: WorkOrderInput) -> Outcome[WorkOrderResult]:
    """Tries the usual mistakes in order of simplicity; what none of them explains is said to be unexplained."""
    ours = aim_many(
        [
            AimInput(
                latitude_deg=given.latitude_deg,
                longitude_deg=given.longitude_deg,
                height_m=given.height_m,
                date=given.date,
                satellite_longitude_deg=given.satellite.longitude_deg,
                satellite_tilt_deg=given.satellite.tilt_deg,
            )
        ]
    )[0].result
    texts = _explain(given, ours)
    magnetic = given.printed_north == "magnetic"
    own_azimuth_deg = (ours.azimuth_true_deg - ours.declination_deg) % 360.0 if magnetic else ours.azimuth_true_deg
    north = "magnetic north" if magnetic else "true north"
    rows = (
        ("azimuth", north, given.printed_azimuth_deg, own_azimuth_deg, 360.0),
        ("elevation", "the horizon", given.printed_elevation_deg, ours.elevation_apparent_deg, 360.0),
        ("skew", "clockwise from behind", given.printed_skew_deg, ours.skew_deg, 180.0),
    )
    limits = {"azimuth": given.tolerance_deg, "elevation": given.tolerance_deg, "skew": 2 * given.tolerance_deg}
    checks = []
    for (what, reference, printed, own, period), text in zip(rows, texts, strict=True):
        if printed is not None:
            difference = (printed - own + period / 2) % period - period / 2
            checks.append(
                AngleCheck(
                    what=what,
                    reference=reference,
                    printed_deg=printed,
                    ours_deg=own,
                    difference_deg=difference,
                    agrees=abs(difference) <= limits[what],
                    explanation=text,
                )
            )
    off = [check for check in checks if not check.agrees]
    return Outcome(WorkOrderResult(checks=checks, agrees=not off), _judge(given.said_by, checks, off, limits))


def _judge(said_by: str, checks: list[AngleCheck], off: list[AngleCheck], limits: dict[str, float]) -> list[Finding]:
    by_modem = said_by == "modem"
    kind, whose = (MODEM_ANGLE, "modem’s") if by_modem else (ORDER_ANGLE, "printed")
    if checks and not off:
        return [
            kind.of("angles")(Level.CLEAR, f"The {whose} angles agree with ours", "Two ways lead to the same figures.")
        ]
    return [
        kind.of(check.what)(
            Level.MIND,
            f"The {whose} {check.what} differs from ours",
            check.explanation or "No usual mistake explains it: place, satellite or print may be wrong.",
            figure=check.difference_deg,
            limit=limits[check.what],
            bound="at_most",
            clears_by="Check the place and the satellite on both sides, and go by the figures here only when both are "
            "sure.",
        )
        for check in off
    ]


__all__ = ["NORTHS", "AngleCheck", "NorthSaid", "WorkOrderInput", "WorkOrderResult", "work_order"]
