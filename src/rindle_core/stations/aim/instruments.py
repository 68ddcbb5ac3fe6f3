"""What each instrument will show, how well it can, and how its own error is found."""

from __future__ import annotations

import datetime as dt
import math
from statistics import median
from typing import Literal

from pydantic import Field

from rindle_core.catalogue.models import Clinometer, Instrument, InstrumentCheck
from rindle_core.kernel.constants import BEYOND_CIRCLE_DEG
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.geometry import fold_90, wrap_180
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.stations.aim.aim import AimResult, clinometer_reading_deg
from rindle_core.stations.aim.findings import CLINOMETER_ERROR, END_STOP, SWEEP

_FINAL_LOSS_DB = 0.1  # what no receiver shows any more
_LOCK_LOSS_DB = 3.0  # what a receiver still finds: half power
_ISOLATION_DB = 30.0  # wanted over unwanted polarization at line-up
_SKEW_SEARCH_DEG = 10.0  # costs 20 log cos 10° = 0.13 dB: enough to find the signal

CLINOMETER, ELEVATION_SCALE = "Clinometer", "Elevation scale"
MOST_OFF_DEG = {"compass": 20.0, "clinometer": 10.0}  # more is no error of an instrument: something else was read
SCALES = ("scale", "flat")  # read off the head itself, not off an instrument that is laid on it
SkewMechanism = Literal["feed", "head", "none"]


class InstrumentsInput(Model):
    """Aim, terminal and corrections of the crew's own instruments (what they read less what is true)."""

    azimuth_true_deg: float = Field(ge=0, lt=BEYOND_CIRCLE_DEG)
    azimuth_magnetic_deg: float = Field(ge=0, lt=BEYOND_CIRCLE_DEG)
    declination_uncertainty_deg: float = Field(default=0.0, ge=0, le=180)
    elevation_apparent_deg: float = Field(ge=-5, le=90)
    skew_deg: float = Field(ge=-90, le=90)
    beamwidth_deg: float = Field(gt=0, le=90)
    faces: list[Clinometer] = Field(default_factory=list)
    skew_mechanism: SkewMechanism = "none"
    skew_correction_deg: float = Field(default=0.0, ge=-90, le=90, description="What the mast's lean asks besides")
    scale_correction_deg: float = Field(
        default=0.0, ge=-40, le=40, description="The same, of a scale of elevation on the head"
    )
    scale_zero_deg: float = Field(default=0.0, ge=-45, le=45, description="What the head's own scale shows when level")
    azimuth_span_turns: float | None = Field(default=None, gt=0, description="Travel of the fine azimuth screw")
    compass_correction_deg: float = Field(default=0.0, ge=-MOST_OFF_DEG["compass"], le=MOST_OFF_DEG["compass"])
    clinometer_correction_deg: float = Field(default=0.0, ge=-MOST_OFF_DEG["clinometer"], le=MOST_OFF_DEG["clinometer"])
    rules: HouseRules = DEFAULT_RULES


class InstrumentFigure(Model):
    """A figure to set, with what the instrument can do, what finding the signal needs, and what the final aim needs (±
    degrees).
    """

    instrument: str
    reading: float
    unit: str = "deg"
    how: str
    correction_deg: float = Field(default=0.0, description="Already inside the reading")
    instrument_tolerance_deg: float | None = None
    acquisition_tolerance_deg: float | None = None
    final_tolerance_deg: float | None = None


class InstrumentsResult(Model):
    """All figures in the order in which they are set: elevation, skew, azimuth."""

    figures: list[InstrumentFigure]


Side = Literal["", "past the vertical", "leaning the other way"]
AS_USUAL = "as usual"
SidesTold = Literal["", "as usual", "past the vertical", "leaning the other way"]
SIDES = {
    "": "not told",
    AS_USUAL: "as usual",
    "leaning the other way": "the other way",
    "past the vertical": "past the vertical",
}


def standing_deg(reading_deg: float, side: str) -> float:
    """The angle of a face whose clinometer reads so and that leans to that side: the inverse of `shown_reading`.

    A sign is the instrument's own, by which of its ends lies ahead: it goes before no side that somebody told, and is
    taken as it stands where none was.
    """
    folded = shown_reading(reading_deg)[0] if side else reading_deg
    return {"past the vertical": 180.0 - folded, "leaning the other way": -folded}.get(side, folded)


def side_matters(reading_deg: float, side: str, within_deg: float) -> bool:
    """Whether a face that has to read so may lean to the wrong side unnoticed: it stands near level or plumb."""
    return side != "" or min(reading_deg, 90.0 - reading_deg) < within_deg


def off_by_side_deg(
    shown_deg: float, shown_side: str, wanted_deg: float, wanted_side: str, *, untold_within_deg: float | None
) -> float | None:
    """What a face was set to, less what it has to be, up positive: a reading rises with the beam once its side is told.

    `untold_within_deg`: None where the side is plain; else, with the side not told, the answer is None where one side
    would be near enough and the other not. Where none is, it is off by the least of them; where both are, by the most.
    """
    wanted = standing_deg(wanted_deg, wanted_side)
    if shown_side or untold_within_deg is None:
        return standing_deg(shown_deg, shown_side or wanted_side) - wanted
    sides = (AS_USUAL, "leaning the other way" if wanted < 45.0 else "past the vertical")
    offs = sorted((standing_deg(shown_deg, one) - wanted for one in sides), key=abs)
    if abs(offs[0]) > untold_within_deg:
        return offs[0]
    return offs[1] if abs(offs[1]) <= untold_within_deg else None


def shown_reading(angle_deg: float) -> tuple[float, Side]:
    """What a clinometer shows of an angle, 0 to 90, and to which side: none shows more than a right angle."""
    if angle_deg > 90.0:
        return 180.0 - angle_deg, "past the vertical"
    if angle_deg < 0.0:
        return -angle_deg, "leaning the other way"
    return angle_deg, ""


class ReadBackInput(Model):
    """A reading of a clinometer on a face, and to which side the face leans."""

    reading_deg: float = Field(ge=0, le=90)
    side: Side = ""
    face: Clinometer
    correction_deg: float = Field(default=0.0, ge=-10, le=10, description="The instrument reads more than true by this")


class ReadBackResult(Model):
    """Where the beam looks."""

    elevation_deg: float


@register("read_back", "The beam's elevation from what a clinometer reads", ReadBackInput, ReadBackResult)
def read_back(given: ReadBackInput) -> Outcome[ReadBackResult]:
    """The inverse of the reading to set: the angle unfolded, less the instrument's error and the face's offset."""
    angle = standing_deg(given.reading_deg, given.side)
    sign = -1.0 if given.face.kind == "rim" else 1.0
    elevation = angle - given.correction_deg - sign * given.face.offset_deg
    if not -10.0 <= elevation <= 100.0:
        raise InputError.one(
            "reading_deg", f"would have the beam at {elevation:.1f}°: check the face and to which side it leans"
        )
    return Outcome(ReadBackResult(elevation_deg=elevation), [])


def tolerance_deg(beamwidth_deg: float, loss_db: float) -> float:
    """Pointing error that costs `loss_db`: θ3 √(loss/12)."""
    return beamwidth_deg * math.sqrt(loss_db / 12.0)


def _elevation_figures(given: InstrumentsInput) -> list[InstrumentFigure]:
    faces = given.faces or [Clinometer(face="straight along the beam", kind="face", offset_deg=0.0)]
    hows = {
        "face": "Lay the clinometer on the {face}; it reads from the horizontal.",
        "rim": "Lay the clinometer across the {face}; it reads from the vertical.",
        "scale": "Set the {face}, seen square on: from the side its mark stands elsewhere.",
        "flat": "Set the {face} level, then the elevation on its own scale, seen square on.",
    }
    if faces[0].kind == "flat" and not any(face.kind == "scale" for face in faces):
        faces = [faces[0], Clinometer(face="scale of the head", kind="scale", offset_deg=0.0)]
    upright = given.scale_correction_deg if faces[0].kind != "flat" else 0.0  # a head set level does not lean
    found = []
    for face in faces:
        by_scale = face.kind == "scale"
        off_deg = given.scale_zero_deg + upright if by_scale else given.clinometer_correction_deg
        angle = clinometer_reading_deg(given.elevation_apparent_deg, face) + off_deg
        found.append((face, off_deg, *((angle, "") if by_scale else shown_reading(angle))))
    return [
        InstrumentFigure(
            instrument=ELEVATION_SCALE if face.kind == "scale" else CLINOMETER,
            reading=reading,
            how=hows[face.kind].format(face=face.face) + (f" The face then stands {side}." if side else ""),
            correction_deg=off_deg,
            instrument_tolerance_deg=given.rules.clinometer_deg,
            acquisition_tolerance_deg=tolerance_deg(given.beamwidth_deg, _LOCK_LOSS_DB),
            final_tolerance_deg=tolerance_deg(given.beamwidth_deg, _FINAL_LOSS_DB),
        )
        for face, off_deg, reading, side in found
    ]


def _skew_figures(given: InstrumentsInput) -> list[InstrumentFigure]:
    if given.skew_mechanism == "none":
        return []
    what = "feed" if given.skew_mechanism == "feed" else "whole head against its plate"
    again = (
        " Turning the head moves the elevation face with it: check the elevation again."
        if given.skew_mechanism == "head"
        else ""
    )
    skew_deg = float(fold_90(given.skew_deg + given.skew_correction_deg))
    behind, front = ("clockwise", "anticlockwise") if skew_deg >= 0 else ("anticlockwise", "clockwise")
    again += " What the mast’s lean asks is in it." if given.skew_correction_deg else ""
    needs = {
        "instrument_tolerance_deg": 1.0,
        "acquisition_tolerance_deg": _SKEW_SEARCH_DEG,
        "final_tolerance_deg": math.degrees(math.atan(10 ** (-_ISOLATION_DB / 20))),
    }
    return [
        InstrumentFigure(
            instrument="Skew from behind",
            reading=abs(skew_deg),
            how=f"Turn the {what} {behind}.{again}",
            correction_deg=given.skew_correction_deg,
            **needs,
        ),
        InstrumentFigure(
            instrument="Skew from in front",
            reading=abs(skew_deg),
            correction_deg=given.skew_correction_deg,
            how=f"The same turn is {front} for someone who faces the dish.",
            **needs,
        ),
    ]


def _azimuth_figures(given: InstrumentsInput) -> list[InstrumentFigure]:
    widened = 1.0 / max(
        math.cos(math.radians(given.elevation_apparent_deg)), 0.02
    )  # a turn in azimuth moves the beam by cos(elevation)
    figures = [
        InstrumentFigure(
            instrument="Compass",
            reading=(given.azimuth_magnetic_deg + given.compass_correction_deg) % 360.0,
            unit="compass_deg",
            how="Stand off several metres from steel and sight along the line.",
            correction_deg=given.compass_correction_deg,
            instrument_tolerance_deg=math.hypot(given.rules.compass_deg, given.declination_uncertainty_deg),
            acquisition_tolerance_deg=min(180.0, tolerance_deg(given.beamwidth_deg, _LOCK_LOSS_DB) * widened),
            final_tolerance_deg=min(180.0, tolerance_deg(given.beamwidth_deg, _FINAL_LOSS_DB) * widened),
        )
    ]
    if given.azimuth_span_turns is not None:
        figures.insert(
            0,
            InstrumentFigure(
                instrument="Fine azimuth screw",
                reading=given.azimuth_span_turns / 2.0,
                unit="turns",
                how="Set it to mid-travel from either end before the coarse pointing, so that it can go both ways.",
            ),
        )
    return figures


@register(
    "instruments",
    "What every instrument shows, with tolerances and the instrument's own correction",
    InstrumentsInput,
    InstrumentsResult,
)
def instruments(given: InstrumentsInput) -> Outcome[InstrumentsResult]:
    """Figures in the order in which they are set. Tolerances from the beamwidth: half power to find it, 0.1 dB at the
    end.
    """
    azimuth = _azimuth_figures(given)
    result = InstrumentsResult(figures=[*_elevation_figures(given), *_skew_figures(given), *azimuth])
    compass = azimuth[-1]
    assert compass.instrument_tolerance_deg is not None
    assert compass.acquisition_tolerance_deg is not None
    sweep = SWEEP.at_most(
        compass.instrument_tolerance_deg,
        compass.acquisition_tolerance_deg,
        level=Level.MIND,
        clear="The compass alone finds the satellite",
        over="Expect to sweep in azimuth",
        why="The compass cannot point as finely as the beam is wide: the elevation must be right, then the azimuth is "
        "swept.",
        clears_by="Set the elevation first and exactly, then sweep slowly to both sides of the compass figure.",
    )
    return Outcome(result, [sweep])


class CalibrateInput(Model):
    """Two readings of a scale at two counts of its screw, and what is wanted."""

    first_turns: float = Field(ge=-500, le=500)
    first_deg: float = Field(ge=-360, le=360)
    second_turns: float = Field(ge=-500, le=500)
    second_deg: float = Field(ge=-360, le=360)
    wanted_deg: float = Field(ge=-360, le=360)
    reading_error_deg: float = Field(default=0.1, gt=0, le=5)
    lowest_turns: float | None = Field(default=None, description="End stop")
    highest_turns: float | None = Field(default=None, description="End stop")


class CalibrateResult(Model):
    """Turns are counted on from the second reading; positive the way that raised the count."""

    deg_per_turn: float
    to_go_turns: float
    error_turns: float = Field(description="From the two readings' own error, one standard deviation")


@register("calibrate", "Degrees per turn from two readings, and the turns still to go", CalibrateInput, CalibrateResult)
def calibrate(given: CalibrateInput) -> Outcome[CalibrateResult]:
    """A straight line through two readings; error carried on by the delta method. Warns of the end stop."""
    turned = given.second_turns - given.first_turns
    rise = given.second_deg - given.first_deg
    if turned == 0:
        raise InputError.one("second_turns", "is the same as the first; a reading after some turns is wanted")
    if abs(rise) < 2 * given.reading_error_deg:
        raise InputError.one(
            "second_deg",
            "hardly differs from the first; turn further until the scale moves by more than its reading error",
        )
    slope = rise / turned
    to_go = (given.wanted_deg - given.second_deg) / slope
    share = to_go / turned
    error = abs(given.reading_error_deg / slope) * math.sqrt(share**2 + (1 + share) ** 2)
    result = CalibrateResult(deg_per_turn=slope, to_go_turns=to_go, error_turns=error)
    return Outcome(result, _judge_stop(given, given.second_turns + to_go))


def _judge_stop(given: CalibrateInput, ends_at: float) -> list[Finding]:
    low, high = given.lowest_turns, given.highest_turns
    beyond = low is not None and ends_at < low, high is not None and ends_at > high
    if not any(beyond):
        return []
    return [
        END_STOP(
            Level.HOLD,
            "The screw's travel ends before the wanted angle",
            "Forcing a screw against its stop bends the head.",
            figure=ends_at,
            limit=low if beyond[0] else high,
            clears_by="Bring the screw to mid-travel, loosen the clamp, set the angle coarsely, and calibrate again.",
        )
    ]


class ReversalInput(Model):
    """A clinometer on a steady surface, then turned end for end on the same spot: the usual first way round.

    The sign is that of the slope, not of the display: a surface that rises away from the reader is positive both times.
    A clinometer that is held against a rim and read from the vertical is tested on a level surface too, not on the rim.
    """

    first_deg: float = Field(ge=-90, le=90)
    turned_round_deg: float = Field(
        ge=-90, le=90, description="With the same sign when the surface seems to rise the same way"
    )
    rules: HouseRules = DEFAULT_RULES


class ReversalResult(Model):
    """The instrument's own error and the surface's true angle."""

    correction_deg: float = Field(
        description="Reads more than is true by this, held the first way round; add it to "
        "every figure to set. "
        "Turned round it reads less by as much: mark the end that is used"
    )
    surface_deg: float


@register("reversal", "A clinometer's own error from the reversal test", ReversalInput, ReversalResult)
def reversal(given: ReversalInput) -> Outcome[ReversalResult]:
    """First = surface + error, turned = surface - error, both as magnitudes of the same slope: the usual half
    difference.
    """
    result = ReversalResult(
        correction_deg=(given.first_deg - given.turned_round_deg) / 2.0,
        surface_deg=(given.first_deg + given.turned_round_deg) / 2.0,
    )
    finding = CLINOMETER_ERROR.at_most(
        abs(result.correction_deg),
        given.rules.clinometer_error_deg,
        level=Level.MIND,
        clear="The clinometer reads true",
        over="The clinometer has an error of its own",
        why="An error of half a degree is a third of a narrow beam.",
        clears_by="Enter it as this instrument's correction, or have it adjusted.",
    )
    return Outcome(result, [finding])


def read_at_peak(
    aim: AimResult,
    faces: list[Clinometer],
    compass_deg: float | None,
    clinometer_deg: float | None,
    side: SidesTold | None = "",
) -> dict[str, tuple[float, float]]:
    """What the instruments read with the beam on the peak, and what was true there, by kind.

    True compass bearing is the magnetic azimuth; true clinometer reading is that of the first face, signed, so that
    errors have their sense. Derivation: the peak is the aim. What is off by more than an instrument errs is left out:
    it was misread, or is another lobe's. `side`: to which the face leans; empty: as it should; None: it matters and
    nobody told, so that the reading is no one angle and is left out.
    """
    found: dict[str, tuple[float, float]] = {}
    if compass_deg is not None:
        found["compass"] = (compass_deg, aim.azimuth_magnetic_deg)
    if clinometer_deg is not None and side is not None and faces and faces[0].kind not in SCALES:
        true_deg = clinometer_reading_deg(aim.elevation_apparent_deg, faces[0])
        found["clinometer"] = (standing_deg(clinometer_deg, side or shown_reading(true_deg)[1]), true_deg)
    return {
        kind: (read, true) for kind, (read, true) in found.items() if abs(wrap_180(read - true)) <= MOST_OFF_DEG[kind]
    }


def checks_at_peak(on: dt.date, job: str, read: dict[str, tuple[float, float]]) -> dict[str, InstrumentCheck]:
    """A check of each instrument of what was read on the peak of a job."""
    return {
        kind: InstrumentCheck(on=on, read_deg=shown, true_deg=round(true, 2), how=f"peak of job {job}")
        for kind, (shown, true) in read.items()
    }


class BiasResult(Model):
    """What the instrument reads more than is true; None while it was never checked."""

    correction_deg: float | None
    spread_deg: float | None = Field(description="Median absolute deviation, scaled to one standard deviation")
    check_count: int


@register("instrument_bias", "An instrument's own correction from its checks and earlier jobs", Instrument, BiasResult)
def instrument_bias(given: Instrument) -> Outcome[BiasResult]:
    """Median of read less true, folded to (-180, 180];

    spread 1.4826 times the median absolute deviation (Rousseeuw and Croux, 1993).
    """
    errors = [float(wrap_180(check.read_deg - check.true_deg)) for check in given.checks]
    if not errors:
        return Outcome(BiasResult(correction_deg=None, spread_deg=None, check_count=0), [])
    middle = median(errors)
    spread = 1.4826 * median(abs(error - middle) for error in errors)
    return Outcome(BiasResult(correction_deg=middle, spread_deg=spread, check_count=len(errors)), [])


__all__ = [
    "AS_USUAL",
    "MOST_OFF_DEG",
    "SCALES",
    "SIDES",
    "CalibrateInput",
    "CalibrateResult",
    "InstrumentFigure",
    "InstrumentsInput",
    "InstrumentsResult",
    "ReadBackInput",
    "ReadBackResult",
    "ReversalInput",
    "ReversalResult",
    "Side",
    "SidesTold",
    "calibrate",
    "checks_at_peak",
    "instrument_bias",
    "instruments",
    "off_by_side_deg",
    "read_at_peak",
    "read_back",
    "reversal",
    "shown_reading",
    "side_matters",
    "standing_deg",
    "tolerance_deg",
]
