"""What level to expect at the site, what is left over what the service needs, and what rain takes of it."""

from __future__ import annotations

from typing import Literal

import numpy as np
from pydantic import Field

from rindle_core.catalogue.models import Beam, Polarization
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.geometry import Array
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.science.gas import MOST_GHZ
from rindle_core.science.look_angles import LookAngles
from rindle_core.science.rain import RainClimate, rain_climate, rain_fade_001_db, rain_fades_db
from rindle_core.science.site import Site
from rindle_core.stations.aim.findings import MARGIN
from rindle_core.stations.aim.level import expected_level

_MEDIUM_K = 275.0  # mean temperature of rain as it radiates, ITU-R P.618-13, 2.7 remark (270 to 280 K)
_COSMIC_K = 2.7
_HOURS_A_YEAR = 8766.0
_SHARES_PERCENT = np.geomspace(0.001, 5.0, 60)  # range for which P.618-13 gives the rain fade, 2.2.1.1


Bound = Literal["about", "at_least", "at_most"]


class LinkInput(Site):
    """Site, beam and terminal. A planning aid: the operator's own figures prevail."""

    satellite_longitude_deg: float = Field(ge=-180, le=360)
    satellite_tilt_deg: float = Field(default=0.0, ge=-90, le=90, description="Own turn of the polarization plane")
    beam: Beam
    polarization: Polarization = Field(default="circular", description="Rain takes more of what lies level")
    receive_ghz: float = Field(ge=1, le=MOST_GHZ)
    aperture_mm: float = Field(gt=0, le=20_000)
    reference_gain_db: float = Field(default=0.0)
    needed_es_n0_db: float | None = Field(
        default=None, ge=-20, le=40, description="Least quality of the service; else the beam's"
    )
    system_noise_k: float = Field(default=150.0, gt=10, le=2000, description="Clear-sky noise of antenna and receiver")
    rules: HouseRules = DEFAULT_RULES


class RainFade(Model):
    """Fade that is passed during a share of the average year."""

    percent: float
    time_per_year: str = Field(default="", description="The same share as hours or minutes; empty in older records")
    fade_db: float
    level_db: float = Field(description="Es/N0 left, the warmer sky counted")
    warmth_db: float = Field(
        default=0.0, description="Of the level, what the rain takes by radiating into the receiver"
    )


class LinkResult(Model):
    """Expected clear-sky level and its margin; what rain takes is None where no need is told."""

    expected_es_n0_db: float
    footprint_loss_db: float = Field(description="Below the beam's centre")
    path_loss_db: float = Field(description="Spreading and gas beyond those on the way to the beam's centre")
    elevation_deg: float = Field(description="Of the satellite, geometric")
    needed_es_n0_db: float | None
    margin_db: float | None
    rain: list[RainFade]
    rain_mm_h: float | None = Field(default=None, description="Rate of rain passed in 0.01 % of the year, by the map")
    rain_top_km: float | None = Field(default=None, description="How high it rains from, above sea, by the map")
    without_service_percent: float | None = Field(
        description="Share of the average year in which the level lies under the need"
    )
    without_service_is: Bound = Field(
        description="at_least, at_most: a bound, as P.618-13 holds from 0.001 to 5 % only"
    )
    without_service_h: float | None = Field(description="Hours of it in a year")


def rain_tilt_deg(polarization: Polarization, skew_deg: float) -> float:
    """Tilt of the wave from the level, as P.838 counts it: 45° for circular waves (its own remark), else the more
    level of
    the satellite's two planes, which rain weakens more. `skew_deg` as `look_angles` gives it, the satellite's tilt
    added.
    """
    if polarization == "circular":
        return 45.0
    off = abs(skew_deg) % 180.0
    off = min(off, 180.0 - off)
    return min(off, 90.0 - off)


def fades_db(given: LinkInput, seen: LookAngles, climate: RainClimate) -> Array:
    """Rain fade passed during each of the shares of the year, by the maps that ship with Rindle. Source: Rec. ITU-R
    P.618-13 with P.837 rain rates, P.838 coefficients and P.839 rain heights.
    """
    worst_db = rain_fade_001_db(
        climate,
        latitude_deg=given.latitude_deg,
        height_km=given.height_m / 1000.0,
        elevation_deg=float(seen.elevation_deg),
        ghz=given.receive_ghz,
        tilt_deg=rain_tilt_deg(given.polarization, float(seen.skew_deg) + given.satellite_tilt_deg),
    )
    return rain_fades_db(
        _SHARES_PERCENT, worst_db, latitude_deg=given.latitude_deg, elevation_deg=float(seen.elevation_deg)
    )


def _faded_db(clear_db: float, fade_db: Array, system_noise_k: float) -> Array:
    """Level under a fade: the signal falls by it, and the rain radiates into the receiver. Source: ITU-R P.618-13, 3
    (sky noise).
    """
    sky_k = _MEDIUM_K * (1.0 - 10.0 ** (-fade_db / 10.0)) + _COSMIC_K * 10.0 ** (-fade_db / 10.0) - _COSMIC_K
    return np.asarray(clear_db - fade_db - 10.0 * np.log10((system_noise_k + sky_k) / system_noise_k))


@register("link", "Expected level in the footprint, margin over what is needed, and rain", LinkInput, LinkResult)
def link(given: LinkInput) -> Outcome[LinkResult]:
    """The expected level (see `expected_level`), what is left over the need, and rain fade against that."""
    seen = given.look(given.satellite_longitude_deg)
    if seen.elevation_deg <= 0:
        raise InputError.one(
            "satellite_longitude_deg",
            f"is {-float(seen.elevation_deg):.1f}° below the horizon here; one that is above it is accepted",
        )
    clear = expected_level(
        given.beam,
        satellite_longitude_deg=given.satellite_longitude_deg,
        latitude_deg=given.latitude_deg,
        longitude_deg=given.longitude_deg,
        height_m=given.height_m,
        receive_ghz=given.receive_ghz,
        reference_gain_db=given.reference_gain_db,
    )
    needed = given.beam.least_es_n0_db if given.needed_es_n0_db is None else given.needed_es_n0_db
    climate = rain_climate(given.latitude_deg, given.longitude_deg)
    fades = fades_db(given, seen, climate)
    levels = _faded_db(clear.es_n0_db, fades, given.system_noise_k)
    out, bound = (None, "about") if needed is None else _share_below(clear.es_n0_db, levels, needed)
    result = LinkResult(
        expected_es_n0_db=clear.es_n0_db,
        footprint_loss_db=clear.footprint_loss_db,
        path_loss_db=clear.path_loss_db,
        elevation_deg=float(seen.elevation_deg),
        needed_es_n0_db=needed,
        margin_db=None if needed is None else clear.es_n0_db - needed,
        rain=_rain_rows(clear.es_n0_db, fades, levels),
        rain_mm_h=climate.rate_mm_h,
        rain_top_km=climate.top_km,
        without_service_percent=out,
        without_service_is=bound,
        without_service_h=None if out is None else out / 100.0 * _HOURS_A_YEAR,
    )
    return Outcome(result, _judge(result, given.rules))


def _time_a_year(percent: float) -> str:
    hours = percent / 100.0 * _HOURS_A_YEAR
    return f"{60.0 * hours:.0f} min" if hours < 2.0 else f"{hours:.0f} h"


def _rain_rows(clear_db: float, fades: Array, levels: Array) -> list[RainFade]:
    told = []
    for share in (0.01, 0.1, 0.3, 1.0):
        fade, level = (float(np.interp(share, _SHARES_PERCENT, one)) for one in (fades, levels))
        told.append(
            RainFade(
                percent=share,
                time_per_year=_time_a_year(share),
                fade_db=fade,
                level_db=level,
                warmth_db=clear_db - fade - level,
            )
        )
    return told


def _share_below(clear_db: float, levels_db: Array, needed_db: float) -> tuple[float, Bound]:
    """Share of the year, percent, with a level under the need, and whether it is a bound. Levels rise with the share.

    A service that lacks level in clear sky is never there. Outside the range of P.618-13 only a bound is known.
    """
    if needed_db > clear_db:
        return 100.0, "about"
    if needed_db > levels_db[-1]:
        return float(_SHARES_PERCENT[-1]), "at_least"
    if needed_db < levels_db[0]:
        return float(_SHARES_PERCENT[0]), "at_most"
    return float(np.exp(np.interp(needed_db, levels_db, np.log(_SHARES_PERCENT)))), "about"


def rain_told(result: LinkResult) -> str:
    """How long rain takes the service in a year, with its bound; empty where no need is told."""
    hours = result.without_service_h
    if hours is None:
        return ""
    shown = f"{hours:.0f} hours" if hours >= 1.5 else f"{60 * hours:.0f} minutes"
    return f"{result.without_service_is.replace('_', ' ')} {shown}"


def _rain_words(result: LinkResult) -> str:
    if result.without_service_percent == 100.0:
        return " Even in clear sky the level lies under the need: the service is not there at all."
    if not rain_told(result):
        return ""
    return f" Rain takes it {rain_told(result)} in an average year, most of them in thunderstorms."


def judge_margin(margin_db: float, rules: HouseRules, rain: str = "") -> Finding:
    """What is expected in clear sky, over the least that the service needs."""
    return MARGIN.at_least(
        margin_db,
        rules.level_margin_db,
        level=Level.MIND if margin_db > 0 else Level.HOLD,
        clear="Enough level is to be expected",
        under="Little level is left over what the service needs",
        so=rain.strip(),
        why=f"Expected in clear sky less the least quality.{rain}",
        clears_by="A larger antenna, another beam, or tell the customer what rain will do.",
    )


def _judge(result: LinkResult, rules: HouseRules) -> list[Finding]:
    return [] if result.margin_db is None else [judge_margin(result.margin_db, rules, _rain_words(result))]


__all__ = ["LinkInput", "LinkResult", "RainFade", "judge_margin", "link", "rain_tilt_deg", "rain_told"]
