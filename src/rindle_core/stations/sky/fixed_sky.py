"""A fixed satellite over the skyline: margin by both schools, how much higher, where else, for how many years, and the
usable arc.
"""

from __future__ import annotations

import datetime as dt
import math
from collections.abc import Callable
from functools import cache

import numpy as np
from pydantic import Field

from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.geometry import Array, wrap_180
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.science.antenna import wavelength_m
from rindle_core.science.look_angles import look_angles
from rindle_core.science.refraction import apparent_from_free_space_deg
from rindle_core.science.sight import Margins, Sight, about, margins
from rindle_core.science.site import Site
from rindle_core.science.skyline import BARE_SHARE, Profile, unmoved_count
from rindle_core.science.sun import day_path
from rindle_core.stations.sky.findings import CLEARANCE, EMPTY, GAP, GROWTH, LEAF, TUBE
from rindle_core.stations.sky.surroundings import Surroundings

_RAISES_M = (0.5, 1.0, 1.5, 2.0, 3.0)  # half metres of mast, the usual choices
_MOST_RAISE_M = 40.0  # beyond this a mast is another kind of work
_MOST_YEARS = 40.0  # a forecast of growth beyond this says nothing
_ON_IT_DEG = 1e-6


class SkyInput(Surroundings, Site):
    """Site, satellite, terminal's aperture and the skyline that was read there."""

    satellite_longitude_deg: float = Field(ge=-180, le=360)
    date: dt.date
    aperture_mm: float = Field(gt=0, le=20_000)
    receive_ghz: float = Field(gt=0, le=100)


class SkyDirection(Model):
    """A direction of the sky, degrees."""

    azimuth_deg: float
    elevation_deg: float


class RaiseMargin(Model):
    """What more height would give."""

    raise_m: float
    margin_deg: float
    tube_margin_deg: float


class MarginWithout(Model):
    """What it would give if something were not there."""

    name: str
    margin_deg: float
    tube_margin_deg: float


class SkyResult(Model):
    """Margins are angles between sight-line and skyline, negative where the skyline stands in the way."""

    satellite: SkyDirection
    margin_deg: float | None
    tube_margin_deg: float | None = Field(description="What is left beyond the physical tube at its tightest place")
    tube_half_angle_deg: float | None = Field(description="Half-angle of the tube at that place")
    nearest: SkyDirection | None = Field(description="Where the skyline comes nearest to the sight-line")
    nearest_name: str = Field(default="", description="The obstacle there, where it is a measured one")
    bare_margin_deg: float | None = Field(
        default=None, description="Margin in the bare season; None where leaves make no difference"
    )
    raise_tube_m: float | None = Field(
        default=None, description="Least height to add until the tube is free; 0: free now; None: no height does it"
    )
    raise_clearance_m: float | None = Field(default=None, description="The same for the flat rule")
    raise_known: bool = Field(
        default=True, description="False: points without a distance stand in the way, so nothing is known of height"
    )
    raises: list[RaiseMargin] = Field(default_factory=list, description="The margin from higher up")
    raise_best: RaiseMargin | None = Field(
        default=None,
        description="Least height at which all is good, else the tube free; None: none is needed, or none does it",
    )
    removals: list[MarginWithout] = Field(
        default_factory=list, description="While a rule is broken: the margin without each obstacle"
    )
    tube_years: float | None = Field(
        default=None, description="Years until growth touches the tube; None: not within forty"
    )
    clearance_years: float | None = Field(default=None, description="Years until growth breaks the flat rule")
    unmoved_count: int = Field(
        default=0,
        description="Points without a distance that could not be corrected to the terminal's place and height",
    )
    arc: list[SkyDirection] = Field(
        description="The geostationary arc above the horizon, a point a degree of longitude"
    )
    sun_path: list[SkyDirection] = Field(description="The sun above the horizon on the day, every ten minutes")


def named(given: SkyInput, sight: Sight, profile: Profile, found: Margins) -> str:
    """What a margin is about: what stands in the way, else what comes nearest; empty for read points."""
    at = found.at
    if found.flat_deg < 0:
        at = int(np.argmin(np.abs(wrap_180(profile.azimuth_deg - sight.azimuth_deg))))
    return given.name_of(int(profile.source[at]))


def sight_of(given: SkyInput, satellite_longitude_deg: float | None = None) -> Sight:
    """The sight-line to a satellite, refraction included."""
    longitude = given.satellite_longitude_deg if satellite_longitude_deg is None else satellite_longitude_deg
    angles = given.look(longitude)
    apparent = float(apparent_from_free_space_deg(angles.elevation_deg, given.height_m))
    return Sight(
        float(angles.azimuth_true_deg),
        apparent,
        given.aperture_mm / 1000.0,
        wavelength_m(given.receive_ghz),
        given.rules.fresnel_share,
    )


def _least(enough: Callable[[float], bool], most: float) -> float | None:
    """Least value at which a condition holds that, once held, stays;

    0 where it holds at once, None where never up to `most`.
    """
    if enough(0.0):
        return 0.0
    if not enough(most):
        return None
    low, high = 0.0, most
    while high - low > 0.01:
        middle = (low + high) / 2
        low, high = (low, middle) if enough(middle) else (middle, high)
    return high


def _raises(given: SkyInput, sight: Sight) -> tuple[float | None, float | None]:
    """Rises that clear tube and flat rule, to the next tenth of a metre: whoever raises by what is told is clear."""

    @cache
    def at(raised: float) -> Margins:
        return margins(sight, given.profile(raised_m=raised, about=about(sight)))

    found = (
        _least(lambda up: at(up).tube_deg >= 0, _MOST_RAISE_M),
        _least(lambda up: at(up).flat_deg >= given.rules.clearance_deg, _MOST_RAISE_M),
    )
    tube_m, flat_m = (None if one is None else math.ceil(round(one * 10.0, 6)) / 10.0 for one in found)
    return tube_m, flat_m


def _undistanced(given: SkyInput) -> bool:
    """Whether there are points that stay where they are seen, however the terminal is moved."""
    return any(point.distance_m is None for point in given.skyline)


def _all_undistanced(given: SkyInput) -> bool:
    return not (given.obstacles or given.drawn) and all(point.distance_m is None for point in given.skyline)


def _raised(given: SkyInput, sight: Sight, raise_m: float) -> RaiseMargin:
    found = margins(sight, given.profile(raised_m=raise_m, about=about(sight)))
    return RaiseMargin(raise_m=raise_m, margin_deg=found.flat_deg, tube_margin_deg=found.tube_deg)


def _raise_best(given: SkyInput, sight: Sight, tube_m: float | None, flat_m: float | None) -> RaiseMargin | None:
    if not tube_m and not flat_m:  # clear now, or past all heights
        return None
    if tube_m is None:
        return None
    return _raised(given, sight, tube_m if flat_m is None else max(tube_m, flat_m))


def _removals(given: SkyInput, sight: Sight) -> list[MarginWithout]:
    rows = []
    for name, profile in given.removable(about(sight)):
        left = margins(sight, profile)
        rows.append(MarginWithout(name=name, margin_deg=left.flat_deg, tube_margin_deg=left.tube_deg))
    return sorted(rows, key=lambda one: -one.margin_deg)


def _years(given: SkyInput, sight: Sight) -> tuple[float | None, float | None]:
    """Years from today until growth touches the tube, and until it breaks the flat rule;

    None where nothing grows into it.
    """
    if not given.grows:
        return None, None

    @cache
    def at(years: float) -> Margins:
        return margins(sight, given.profile(years=years, about=about(sight)))

    return _least(lambda y: at(y).tube_deg < 0, _MOST_YEARS), _least(
        lambda y: at(y).flat_deg < given.rules.clearance_deg, _MOST_YEARS
    )


def _judge_margin(result: SkyResult, given: SkyInput) -> list[Finding]:
    assert result.margin_deg is not None
    assert result.tube_margin_deg is not None
    rules = given.rules
    name = f" ({result.nearest_name})" if result.nearest_name else ""
    findings = [
        TUBE.at_least(
            result.tube_margin_deg,
            0.0,
            clear="The beam's tube is free",
            under=f"The beam's tube is touched{name}",
            why="Something that stands inside the tube takes signal away, wet leaves most of all.",
            clears_by=_way_out(result.raise_tube_m, result.raise_known),
        ),
        CLEARANCE.at_least(
            result.margin_deg,
            rules.clearance_deg,
            level=Level.MIND,
            clear="The wanted free angle is there all round",
            under=f"Less than the wanted free angle{name}",
            why="Hand readings are rough and trees grow: what is free today may not be in three years.",
            clears_by=_way_out(result.raise_clearance_m, result.raise_known),
        ),
    ]
    return [
        *findings,
        *_judge_gap(result, given),
        *given.moved_finding(),
        *_judge_growth(result, given),
        *_judge_leaf(result),
    ]


def _way_out(raise_m: float | None, known: bool) -> str:
    if raise_m is None and not known:
        return (
            "Enter how far off the points in the way are: without a distance nobody knows what height or another place "
            "would do."
        )
    if raise_m is None:
        return (
            "No height clears it: move the terminal, have the obstacle cut back by those who may, or choose "
            "another satellite."
        )
    return f"Raise the terminal by {raise_m:.1f} m, move it, or have the obstacle cut back by those who may."


def reading_gap_deg(given: SkyInput, azimuth_deg: float) -> float:
    """How far apart the readings on both sides of a bearing lie; 360 where nothing is read on one of them.

    With one on the bearing itself it is the wider of the two stretches beside it: one tree tells nothing of its sides.
    Rounded beyond what bearings are read to, so that readings every 30° are 30° apart for every bearing between.
    """
    offsets = wrap_180(given.read_bearings_deg() - azimuth_deg)
    left_deg = -float(np.max(offsets[offsets < -_ON_IT_DEG], initial=-360.0))
    right_deg = float(np.min(offsets[offsets > _ON_IT_DEG], initial=360.0))
    on_it = bool(np.any(np.abs(offsets) <= _ON_IT_DEG))
    return round(min(360.0, max(left_deg, right_deg) if on_it else left_deg + right_deg), 6)


def _judge_gap(result: SkyResult, given: SkyInput) -> list[Finding]:
    gap_deg = reading_gap_deg(given, result.satellite.azimuth_deg)
    if gap_deg <= given.rules.skyline_gap_deg:
        return []
    return [
        GAP(
            Level.MIND,
            "The skyline is thinly read about the satellite's bearing",
            "Between far points Rindle can only draw a straight line.",
            figure=gap_deg,
            limit=given.rules.skyline_gap_deg,
            bound="at_most",
            clears_by="Read points every few degrees within 15° of the satellite's bearing.",
        )
    ]


def _judge_growth(result: SkyResult, given: SkyInput) -> list[Finding]:
    years = result.tube_years
    if years is None or result.tube_margin_deg is None or result.tube_margin_deg < 0:
        return []
    return [
        GROWTH.at_least(
            years,
            given.rules.growth_years,
            level=Level.MIND,
            clear="Growth leaves the beam free for some years",
            under="Trees grow into the beam",
            why="At the growth that was entered this is when the tube is touched.",
            clears_by="Agree on cutting back, or raise it now; note a day to look again.",
        )
    ]


def _judge_leaf(result: SkyResult) -> list[Finding]:
    if (
        result.bare_margin_deg is None
        or result.tube_margin_deg is None
        or result.tube_margin_deg >= 0
        or result.bare_margin_deg < 0
    ):
        return []
    return [
        LEAF(
            Level.MIND,
            "Free only while the trees are bare",
            "A link that is set up in winter will fail with the first leaves.",
            figure=result.bare_margin_deg,
            clears_by="Judge by the leaved tree.",
        )
    ]


def _above_horizon(azimuth_deg: Array, elevation_deg: Array) -> list[SkyDirection]:
    return [
        SkyDirection(azimuth_deg=round(float(a), 2), elevation_deg=round(float(e), 2))
        for a, e in zip(azimuth_deg, elevation_deg, strict=True)
        if e > 0
    ]


def arc_directions(latitude_deg: float, longitude_deg: float, height_m: float) -> list[SkyDirection]:
    """The geostationary arc above the horizon, a point a degree of longitude, refraction included."""
    longitudes = longitude_deg + np.arange(-82.0, 82.5, 1.0)
    angles = look_angles(latitude_deg, longitude_deg, height_m, longitudes)
    return _above_horizon(angles.azimuth_true_deg, apparent_from_free_space_deg(angles.elevation_deg, height_m))


def sun_directions_of(latitude_deg: float, longitude_deg: float, day: dt.date) -> list[SkyDirection]:
    """The sun above the horizon on the day, every ten minutes."""
    return _above_horizon(*day_path(latitude_deg, longitude_deg, day))


@register(
    "sky",
    "Margin between the sight-line and the skyline, how much higher it clears, and when trees close it",
    SkyInput,
    SkyResult,
)
def sky(given: SkyInput) -> Outcome[SkyResult]:
    """How far the sight-line passes from the skyline, where it comes nearest, and the arcs to draw.

    Raise-by and years by halving to a centimetre (told to the next tenth of a metre) and a hundredth of a year: a
    raised terminal sees what has a distance lower.
    """
    sight = sight_of(given)
    found: dict[str, object] = {
        "margin_deg": None,
        "tube_margin_deg": None,
        "tube_half_angle_deg": None,
        "nearest": None,
    }
    if given.known:
        profile = given.profile(about=about(sight))
        tight = margins(sight, profile)
        bare = given.least_leafless_share < BARE_SHARE
        (tube_m, flat_m), (tube_y, flat_y) = _raises(given, sight), _years(given, sight)
        found = {
            "margin_deg": tight.flat_deg,
            "tube_margin_deg": tight.tube_deg,
            "tube_half_angle_deg": tight.half_angle_deg,
            "nearest": SkyDirection(
                azimuth_deg=float(profile.azimuth_deg[tight.at]), elevation_deg=tight.elevation_deg
            ),
            "nearest_name": named(given, sight, profile, tight),
            "bare_margin_deg": margins(sight, given.profile(bare=True, about=about(sight))).flat_deg if bare else None,
            "raise_tube_m": tube_m,
            "raise_clearance_m": flat_m,
            "raise_known": all(one is not None for one in (tube_m, flat_m)) or not _undistanced(given),
            "raises": [] if _all_undistanced(given) else [_raised(given, sight, raise_m) for raise_m in _RAISES_M],
            "raise_best": _raise_best(given, sight, tube_m, flat_m),
            "removals": [] if tube_m == 0 and flat_m == 0 else _removals(given, sight),
            "tube_years": tube_y,
            "clearance_years": flat_y,
            "unmoved_count": unmoved_count(given.skyline, given.shift()),
        }
    result = SkyResult.model_validate(
        {
            "satellite": SkyDirection(azimuth_deg=sight.azimuth_deg, elevation_deg=sight.elevation_deg),
            **found,
            "arc": arc_directions(given.latitude_deg, given.longitude_deg, given.height_m),
            "sun_path": sun_directions_of(given.latitude_deg, given.longitude_deg, given.date),
        }
    )
    if result.margin_deg is None:
        wanted = EMPTY.missing(
            "No skyline has been read", "Enter bearing and elevation of what stands about the sight-line."
        )
        return Outcome(result, [wanted])
    return Outcome(result, _judge_margin(result, given))


__all__ = [
    "SkyDirection",
    "SkyInput",
    "SkyResult",
    "arc_directions",
    "named",
    "reading_gap_deg",
    "sight_of",
    "sky",
    "sun_directions_of",
]
