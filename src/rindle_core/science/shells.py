"""Satellites of low orbits over a site: shells of circular orbits, or imported elements through SGP4."""

from __future__ import annotations

import datetime as dt
import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import NamedTuple, Protocol

import numpy as np
from numpy.typing import NDArray
from pydantic import Field
from sgp4.api import WGS72, Satrec, SatrecArray

from rindle_core.kernel.constants import EARTH_ROTATION_RAD_PER_S, WGS84_SEMI_MAJOR_AXIS_M
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.geometry import Array, gmst_rad
from rindle_core.kernel.model import Model
from rindle_core.science.geodesy import ecef_from_geodetic_m, enu_axes
from rindle_core.science.sun import julian_date

EARTH_MU_KM3_PER_S2 = 398_600.441_8  # WGS 84, NIMA TR8350.2
EARTH_J2 = 1.082_626_68e-3  # EGM96
_EARTH_RADIUS_KM = WGS84_SEMI_MAJOR_AXIS_M / 1000.0
_GRID_S = 120.0  # SGP4 is run at these steps and joined by cubics: under 6 m between them for a circular low orbit
_SLACK_DEG = 0.6  # the Earth is no sphere: added to the angle at its centre before pruning

Indices = NDArray[np.int64]


class Shell(Model):
    """Circular orbits of one height, evenly spread (a Walker pattern)."""

    name: str = Field(default="", max_length=60)
    altitude_km: float = Field(gt=150, le=2500)
    inclination_deg: float = Field(gt=0, lt=180)
    plane_count: int = Field(ge=1, le=200)
    per_plane_count: int = Field(ge=1, le=200)
    phasing_number: int = Field(default=0, ge=0, le=200, description="Walker's F: steps of phase from plane to plane")
    spread_deg: float = Field(
        default=360.0, ge=90, le=360, description="Over which the nodes are spread: 180 for polar stars"
    )


class ElementLines(Model):
    """A satellite's elements as two lines."""

    name: str = Field(default="", max_length=60)
    line1: str = Field(min_length=69, max_length=80)
    line2: str = Field(min_length=69, max_length=80)


def newest_epoch(elements: Sequence[ElementLines]) -> dt.datetime | None:
    """Epoch of the newest elements, UTC; None without any. Columns 19 to 32 of the first line: two-digit year and day
    of the year.
    """
    epochs = []
    for one in elements:
        year, day = int(one.line1[18:20]), float(one.line1[20:32])
        epochs.append(
            dt.datetime(year + (2000 if year < 57 else 1900), 1, 1, tzinfo=dt.UTC) + dt.timedelta(days=day - 1.0)
        )
    return max(epochs, default=None)


class SatelliteSky(Protocol):
    """Satellites that can be asked for at any time after the start."""

    count: int

    def near(self, edges_s: Array, least_elevation_deg: float) -> tuple[Indices, Indices]:
        """Index of the time and of the satellite of every pair that may stand above the elevation;

        a few more than do.
        """

    def ecef_km(self, satellite: Indices, seconds: Array) -> Array:
        """Earth-fixed positions, shape (..., 3)."""


@dataclass(frozen=True, slots=True)
class SiteFrame:
    """The site's place and axes, Earth-fixed, kilometres."""

    origin_km: Array
    east: Array
    north: Array
    up: Array

    @classmethod
    def at(cls, latitude_deg: float, longitude_deg: float, height_m: float) -> SiteFrame:
        """The frame of a WGS 84 place."""
        axes = enu_axes(latitude_deg, longitude_deg)
        return cls(ecef_from_geodetic_m(latitude_deg, longitude_deg, height_m) / 1000.0, *axes)

    def sight(self, ecef_km: Array) -> Array:
        """Unit vectors east, north, up towards positions."""
        line = ecef_km - self.origin_km
        line = line / np.linalg.norm(line, axis=-1, keepdims=True)
        return np.stack([line @ self.east, line @ self.north, line @ self.up], axis=-1)


def horizontal(sight: Array) -> tuple[Array, Array]:
    """Azimuth (true, clockwise from north) and geometric elevation of unit vectors, degrees."""
    return np.degrees(np.arctan2(sight[..., 0], sight[..., 1])) % 360.0, np.degrees(
        np.arcsin(np.clip(sight[..., 2], -1.0, 1.0))
    )


def _reach_rad(radius_km: Array, site_km: float, least_elevation_deg: float) -> Array:
    """Angle at the Earth's centre within which a satellite may stand above the elevation. Derivation: sine rule in
    centre, site, satellite.
    """
    e = math.radians(max(least_elevation_deg, 0.0))
    return np.asarray(np.arccos(np.clip(site_km / radius_km * math.cos(e), -1, 1)) - e + math.radians(_SLACK_DEG))


class _Rates(NamedTuple):
    """A shell's orbit: radius, inclination, and the rates of node (relative to the turning Earth) and phase."""

    radius_km: float
    inclination_rad: float
    node_rad_per_s: float
    phase_rad_per_s: float


class ShellSky:
    """Shells of circular orbits with the secular drift that the Earth's flattening gives them.

    Node and phase rates: D. A. Vallado, Fundamentals of Astrodynamics and Applications, 4th ed., eqs. (9-37), (9-39),
    (9-41) for e = 0.
    """

    def __init__(self, shells: Sequence[Shell], site: SiteFrame, node_turn_deg: float = 0.0) -> None:
        self._rates = [self._rates_of(one) for one in shells]
        self._nodes = [
            np.radians(node_turn_deg + np.arange(one.plane_count) * one.spread_deg / one.plane_count) for one in shells
        ]
        self._phases = [self._phases_of(one) for one in shells]  # each of shape (planes, seats)
        self._first = np.concatenate([[0], np.cumsum([phase.size for phase in self._phases])])
        self.count = int(self._first[-1])
        flat = [
            np.broadcast_to(node[:, None], phase.shape).ravel()
            for node, phase in zip(self._nodes, self._phases, strict=True)
        ]
        self._node, self._phase = np.concatenate(flat), np.concatenate([phase.ravel() for phase in self._phases])
        self._orbit = np.repeat(np.array(self._rates), [phase.size for phase in self._phases], axis=0)
        self._site_km = float(np.linalg.norm(site.origin_km))
        self._up = site.origin_km / self._site_km

    @staticmethod
    def _rates_of(shell: Shell) -> _Rates:
        radius = _EARTH_RADIUS_KM + shell.altitude_km
        inclination = math.radians(shell.inclination_deg)
        motion = math.sqrt(EARTH_MU_KM3_PER_S2 / radius**3)
        flat = 1.5 * EARTH_J2 * (_EARTH_RADIUS_KM / radius) ** 2
        node = -flat * motion * math.cos(inclination) - EARTH_ROTATION_RAD_PER_S
        return _Rates(radius, inclination, node, motion * (1.0 + flat * (3.0 - 4.0 * math.sin(inclination) ** 2)))

    @staticmethod
    def _phases_of(shell: Shell) -> Array:
        step = 2 * np.pi / shell.per_plane_count
        plane, seat = np.arange(shell.plane_count)[:, None], np.arange(shell.per_plane_count)[None, :]
        return np.asarray(seat * step + plane * shell.phasing_number * step / shell.plane_count)

    def near(self, edges_s: Array, least_elevation_deg: float) -> tuple[Indices, Indices]:
        """Pairs whose angle at the Earth's centre is small enough.

        The cosine of that angle is a cos φ + b sin φ with a, b the site in the orbit's plane; φ = φ0 + n t splits so
        that two products a pair do.
        """
        whens, whos = [], []
        x, y, z = self._up
        for rates, nodes, phases, first in zip(self._rates, self._nodes, self._phases, self._first[:-1], strict=True):
            node = nodes[None, :] + rates.node_rad_per_s * edges_s[:, None]
            along = np.cos(node) * x + np.sin(node) * y
            across = (np.cos(node) * y - np.sin(node) * x) * math.cos(rates.inclination_rad) + math.sin(
                rates.inclination_rad
            ) * z
            cos_t, sin_t = (
                np.cos(rates.phase_rad_per_s * edges_s)[:, None],
                np.sin(rates.phase_rad_per_s * edges_s)[:, None],
            )
            ahead, beside = along * cos_t + across * sin_t, across * cos_t - along * sin_t
            cosine = ahead[:, :, None] * np.cos(phases) + beside[:, :, None] * np.sin(phases)
            limit = float(np.cos(_reach_rad(np.asarray(rates.radius_km), self._site_km, least_elevation_deg)))
            when, plane, seat = np.nonzero(cosine >= limit)
            whens.append(when)
            whos.append(first + plane * phases.shape[1] + seat)
        when, who = np.concatenate(whens).astype(np.int64), np.concatenate(whos).astype(np.int64)
        order = np.lexsort((who, when))
        return when[order], who[order]

    def ecef_km(self, satellite: Indices, seconds: Array) -> Array:
        """Positions on the circles."""
        radius, inclination, node_rate, phase_rate = self._orbit[satellite].T
        node, phase = self._node[satellite] + node_rate * seconds, self._phase[satellite] + phase_rate * seconds
        along, across = np.cos(phase), np.sin(phase)
        level, rise = across * np.cos(inclination), across * np.sin(inclination)
        x = along * np.cos(node) - level * np.sin(node)
        y = along * np.sin(node) + level * np.cos(node)
        return np.asarray(radius[..., None] * np.stack([x, y, rise], axis=-1))


def _gmst_rad(julian: float, seconds: Array) -> Array:
    """Greenwich mean sidereal time, counted on from the start. Source: J.

    Meeus, Astronomical Algorithms, 2nd ed., (12.4).
    """
    start = gmst_rad(julian)
    return np.asarray(start + EARTH_ROTATION_RAD_PER_S * seconds)


class ElementSky:
    """Satellites by their elements, SGP4 at grid times, cubic Hermite between them in the inertial frame.

    Source of the propagation: D. A. Vallado et al., Revisiting Spacetrack Report 3, AIAA 2006-6753, by the package
    sgp4.
    """

    def __init__(
        self, lines: Sequence[tuple[str, str]], start: dt.datetime, duration_s: float, site: SiteFrame
    ) -> None:
        satellites = [Satrec.twoline2rv(first, second, WGS72) for first, second in lines]
        self._julian = julian_date(start)
        self._grid = np.arange(-_GRID_S, duration_s + 2 * _GRID_S, _GRID_S)
        whole = np.full(len(self._grid), math.floor(self._julian))
        errors, position, velocity = SatrecArray(satellites).sgp4(whole, self._julian - whole + self._grid / 86_400.0)
        good = ~np.any(errors, axis=1)
        if not good.any():
            raise InputError.one("elements", "SGP4 refuses all of these elements at this date; take a newer set")
        self._position, self._velocity = position[good], velocity[good]
        self.count = int(good.sum())
        self.refused = [satellites[at].satnum_str for at in np.flatnonzero(~good).tolist()]  # catalogue numbers
        self._site = site
        self._site_km = float(np.linalg.norm(site.origin_km))

    def _site_up(self, seconds: Array) -> Array:
        """The site's direction from the Earth's centre in the inertial frame, shape (..., 3)."""
        turn = _gmst_rad(self._julian, seconds)
        x, y, z = self._site.origin_km / self._site_km
        return np.stack(
            [x * np.cos(turn) - y * np.sin(turn), x * np.sin(turn) + y * np.cos(turn), np.full_like(turn, z)], axis=-1
        )

    def near(self, edges_s: Array, least_elevation_deg: float) -> tuple[Indices, Indices]:
        """Prunes by the grid points on either side, then by the angle at the very time."""
        interval = self._interval(edges_s)
        radius = np.linalg.norm(self._position, axis=-1)
        moved = (
            0.5 * _GRID_S * np.linalg.norm(self._velocity, axis=-1).max() / radius.min()
        )  # half a grid step's way, as an angle
        reach = _reach_rad(np.asarray(radius.max()), self._site_km, least_elevation_deg)
        limit = math.cos(min(float(reach) + 2 * moved, math.pi))
        whens, whos = [], []
        for at in np.unique(interval):
            edges = np.flatnonzero(interval == at)
            middle = self._position[:, at] / radius[:, at, None]
            candidates = np.flatnonzero(middle @ self._site_up(np.asarray(self._grid[at] + _GRID_S / 2)) >= limit)
            whens.append(np.repeat(edges, len(candidates)))
            whos.append(np.tile(candidates, len(edges)))
        when, who = np.concatenate(whens), np.concatenate(whos)
        place = self._inertial_km(who, edges_s[when])
        distance = np.linalg.norm(place, axis=-1)
        close = np.sum(place * self._site_up(edges_s[when]), axis=-1) / distance >= np.cos(
            _reach_rad(distance, self._site_km, least_elevation_deg)
        )
        order = np.lexsort((who[close], when[close]))
        return when[close][order], who[close][order]

    def _interval(self, seconds: Array) -> Indices:
        return np.clip(np.searchsorted(self._grid, seconds, side="right") - 1, 0, len(self._grid) - 2)

    def _inertial_km(self, satellite: Indices, seconds: Array) -> Array:
        at = self._interval(seconds)
        s = ((seconds - self._grid[at]) / _GRID_S)[..., None]
        p0, p1 = self._position[satellite, at], self._position[satellite, at + 1]
        v0, v1 = self._velocity[satellite, at] * _GRID_S, self._velocity[satellite, at + 1] * _GRID_S
        return np.asarray(
            p0 * (1 + 2 * s) * (1 - s) ** 2 + v0 * s * (1 - s) ** 2 + p1 * s**2 * (3 - 2 * s) + v1 * s**2 * (s - 1)
        )

    def ecef_km(self, satellite: Indices, seconds: Array) -> Array:
        """Positions turned into the Earth-fixed frame; polar motion, under 15 m, is left out."""
        place = self._inertial_km(satellite, seconds)
        turn = _gmst_rad(self._julian, seconds)
        x = place[..., 0] * np.cos(turn) + place[..., 1] * np.sin(turn)
        y = place[..., 1] * np.cos(turn) - place[..., 0] * np.sin(turn)
        return np.stack([x, y, place[..., 2]], axis=-1)


__all__ = ["ElementLines", "ElementSky", "SatelliteSky", "Shell", "ShellSky", "SiteFrame", "horizontal"]
