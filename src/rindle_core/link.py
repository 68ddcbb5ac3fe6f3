"""What level to expect at the site, what is left over what the service needs, and what rain takes of it."""

from __future__ import annotations

import warnings

import numpy as np
from pydantic import Field

from rindle_core.beams import deepest_km, edge_distance_km
from rindle_core.catalogue import Beam
from rindle_core.findings import Finding, Level, at_least
from rindle_core.geodesy import Array
from rindle_core.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.model import Model
from rindle_core.registry import Outcome, register

_MEDIUM_K = 275.0  # mean temperature of rain as it radiates, ITU-R P.618-13, 2.7 remark (270 to 280 K)
_COSMIC_K = 2.7
_HOURS_A_YEAR = 8766.0
_SHARES_PERCENT = np.geomspace(0.01, 5.0, 60)  # range for which P.618 gives the rain fade


class LinkInput(Model):
    """Site, beam and terminal. A planning aid: the operator's own figures prevail."""

    latitude_deg: float = Field(ge=-90, le=90)
    longitude_deg: float = Field(ge=-180, le=180)
    height_m: float = Field(default=0.0, ge=-500, le=9000)
    elevation_deg: float = Field(gt=0, le=90)
    beam: Beam
    receive_ghz: float = Field(gt=1, le=100)
    aperture_mm: float = Field(gt=0, le=20_000)
    reference_gain_db: float = Field(default=0.0, ge=-60, le=60)
    needed_es_n0_db: float | None = Field(default=None, ge=-20, le=40, description="Least quality of the service; else the beam's")
    system_noise_k: float = Field(default=150.0, gt=10, le=2000, description="Clear-sky noise of antenna and receiver")
    rules: HouseRules = DEFAULT_RULES


class RainFade(Model):
    """Fade that is passed during a share of the average year."""

    percent: float
    fade_db: float
    level_db: float = Field(description="Es/N0 left, the warmer sky counted")


class LinkResult(Model):
    """Expected clear-sky level and its margin; rain figures are None without the rain package."""

    expected_es_n0_db: float
    footprint_loss_db: float = Field(description="Below the beam's centre")
    needed_es_n0_db: float | None
    margin_db: float | None
    rain: list[RainFade]
    without_service_percent: float | None = Field(description="Share of the average year in which rain takes the whole margin")
    without_service_h: float | None = Field(description="Hours of it in a year")


def footprint_loss_db(beam: Beam, latitude_deg: float, longitude_deg: float) -> float:
    """Loss below the beam's centre: zero at the point farthest from the outline, the beam's edge loss on it, a parabola in dB between.

    Derivation: main-lobe parabola of ITU-R S.1428 along the line from centre to edge; outside the outline it runs on.
    """
    deepest = deepest_km(beam)
    depth = edge_distance_km(beam.polygon_deg, latitude_deg, longitude_deg, beam.holes_deg) / deepest
    return float(beam.edge_loss_db * (1.0 - min(depth, 1.0)) ** 2)


def rain_fades_db(given: LinkInput) -> Array | None:
    """Rain fade passed during each of the shares of the year; None where the rain package is not installed.

    Source: Rec. ITU-R P.618-13 with P.837 rain rates and P.838 coefficients, by the package itur.
    """
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("ignore")  # its units package warns of its own deprecations
            from itur.models.itu618 import rain_attenuation  # large and slow to load: only when rain is asked for

            return np.array(
                [
                    rain_attenuation(
                        given.latitude_deg, given.longitude_deg, given.receive_ghz, given.elevation_deg, hs=given.height_m / 1000.0, p=share
                    ).value
                    for share in _SHARES_PERCENT.tolist()
                ]
            )
    except ImportError:
        return None


def _faded_db(clear_db: float, fade_db: Array, system_noise_k: float) -> Array:
    """Level under a fade: the signal falls by it, and the rain radiates into the receiver. Source: ITU-R P.618-13, 3 (sky noise)."""
    sky_k = _MEDIUM_K * (1.0 - 10.0 ** (-fade_db / 10.0)) + _COSMIC_K * 10.0 ** (-fade_db / 10.0) - _COSMIC_K
    return np.asarray(clear_db - fade_db - 10.0 * np.log10((system_noise_k + sky_k) / system_noise_k))


@register("link", "Expected level in the footprint, margin over what is needed, and rain", LinkInput, LinkResult)
def link(given: LinkInput) -> Outcome[LinkResult]:
    """Beam's centre level less the footprint's fall plus the terminal's gain; rain fade against the margin."""
    lost = footprint_loss_db(given.beam, given.latitude_deg, given.longitude_deg)
    expected = given.beam.expected_es_n0_db + given.reference_gain_db - lost
    needed = given.beam.least_es_n0_db if given.needed_es_n0_db is None else given.needed_es_n0_db
    fades = rain_fades_db(given)
    rows: list[RainFade] = []
    out_percent = None
    if fades is not None:
        levels = _faded_db(expected, fades, given.system_noise_k)
        rows = [
            RainFade(percent=share, fade_db=float(np.interp(share, _SHARES_PERCENT, fades)), level_db=float(np.interp(share, _SHARES_PERCENT, levels)))
            for share in (0.01, 0.1, 0.3, 1.0)
        ]  # fmt: skip
        if needed is not None:
            out_percent = _share_below(levels, needed)
    result = LinkResult(
        expected_es_n0_db=expected,
        footprint_loss_db=lost,
        needed_es_n0_db=needed,
        margin_db=None if needed is None else expected - needed,
        rain=rows,
        without_service_percent=out_percent,
        without_service_h=None if out_percent is None else out_percent / 100.0 * _HOURS_A_YEAR,
    )
    return Outcome(result, _judge(result, given.rules))


def _share_below(levels_db: Array, needed_db: float) -> float:
    """Share of the year with a level under the need; the ends of P.618's range where it lies outside. Levels rise with the share."""
    return float(np.exp(np.interp(needed_db, levels_db, np.log(_SHARES_PERCENT))))


def _judge(result: LinkResult, rules: HouseRules) -> list[Finding]:
    if result.margin_db is None:
        return []
    rainy = (
        ""
        if result.without_service_h is None
        else f" Rain takes it about {result.without_service_h:.0f} hours in an average year, most of them in thunderstorms."
    )
    return [
        at_least(
            result.margin_db, rules.level_margin_db, level=Level.MIND if result.margin_db > 0 else Level.HOLD, code="aim.margin", unit="db",
            clear="Enough level is to be expected", under="Little level is left over what the service needs",
            why=f"Expected in clear sky less the least quality.{rainy}", clears_by="A larger antenna, another beam, or tell the customer what rain will do.",
            source="Footprint and ITU-R P.618: a planning aid",
        )
    ]  # fmt: skip


__all__ = ["LinkInput", "LinkResult", "RainFade", "footprint_loss_db", "link", "rain_fades_db"]
