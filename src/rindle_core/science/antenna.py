"""A reflector's beam: width, pattern, and what a pointing error costs."""

from __future__ import annotations

from functools import lru_cache

import numpy as np
import scipy  # its parts come when they are first asked for: a start needs none of them
from numpy.typing import ArrayLike

from rindle_core.kernel.constants import SPEED_OF_LIGHT_KM_PER_S
from rindle_core.kernel.geometry import Array


def wavelength_m(frequency_ghz: float) -> float:
    """Free-space wavelength."""
    return SPEED_OF_LIGHT_KM_PER_S / frequency_ghz / 1e6


def half_power_beamwidth_deg(aperture_mm: float, frequency_ghz: float) -> float:
    """Full width between the half-power points, 70 λ/D degrees: the usual figure for a tapered reflector.

    Source: ITU-R handbook on satellite communications, 2nd ed., section 2.1.
    """
    return 70.0 * wavelength_m(frequency_ghz) / (aperture_mm / 1000.0)


def pointing_loss_db(error_deg: ArrayLike, beamwidth_deg: float) -> Array:
    """Loss of a pointing error inside the main lobe, 12 (θ/θ3)² dB, a positive figure.

    Source: Rec. ITU-R S.1428-1, main-lobe parabola: 3 dB at half the half-power width.
    """
    return np.asarray(12.0 * (np.asarray(error_deg, dtype=np.float64) / beamwidth_deg) ** 2)


@lru_cache(maxsize=64)
def _half_power_u(edge_taper_db: float) -> float:
    """u = π D sin θ / λ at which the lobe is 3.01 dB down."""
    return float(scipy.optimize.brentq(lambda u: _field(np.array([u]), edge_taper_db)[0] ** 2 - 0.5, 0.5, 4.0))


def _field(u: Array, edge_taper_db: float) -> Array:
    """Field of a round aperture lit by a parabola on a pedestal, 1 on its axis."""
    pedestal = 10.0 ** (-edge_taper_db / 20.0)
    safe = np.where(u < 1e-6, 1e-6, u)
    even = 2.0 * scipy.special.jv(1, safe) / safe
    tapered = 8.0 * scipy.special.jv(2, safe) / safe**2
    return np.asarray((pedestal * even + (1.0 - pedestal) / 2.0 * tapered) / (pedestal + (1.0 - pedestal) / 2.0))


def pattern_loss_db(error_deg: ArrayLike, beamwidth_deg: float, edge_taper_db: float = 0.0) -> Array:
    """Loss of a round aperture off its axis, side lobes included, down to 60 dB.

    Illumination falls as a parabola to `edge_taper_db` under the middle's at the rim; 0 is a uniformly lit one, with
    its first side lobe 17.6 dB down at about 1.6 widths, 10 dB the usual feed. u is scaled so that the half-power
    width is `beamwidth_deg`. Source: C. A. Balanis, Antenna Theory, 4th ed., eq. 12-59 and section 15.4.1
    (W. L. Stutzman, G. A. Thiele, Antenna Theory and Design, 3rd ed., table 9-2: parabolic taper on a pedestal).
    """
    u = np.abs(np.asarray(error_deg, dtype=np.float64)) / (beamwidth_deg / 2.0) * _half_power_u(edge_taper_db)
    return np.asarray(-10.0 * np.log10(np.maximum(_field(u, edge_taper_db) ** 2, 1e-6)))


def envelope_gain_dbi(off_axis_deg: ArrayLike) -> Array:
    """Gain that an earth station's side lobes keep under, from 1° off the axis on: 29 - 25 log φ to 20°, -3.5 dBi to
    26.3°, 32 - 25 log φ to 48°, -10 dBi beyond.

    Source: Rec. ITU-R S.580-6, recommends 1, joined to Rec. ITU-R S.465-6.
    """
    off = np.maximum(np.asarray(off_axis_deg, dtype=np.float64), 1.0)
    near, far = 29.0 - 25.0 * np.log10(off), 32.0 - 25.0 * np.log10(off)
    return np.asarray(np.select([off <= 20.0, off <= 26.3, off <= 48.0], [near, -3.5, far], -10.0))


def rough_surface_loss_db(rms_mm: float, frequency_ghz: float) -> float:
    """Loss of a reflector whose surface misses its shape by `rms_mm`, 10 log10(e) (4π ε/λ)², a positive figure.

    Source: J. Ruze, Antenna tolerance theory, Proc. IEEE 54 (1966), eq. 10, for a shallow reflector.
    """
    return float(10.0 * np.log10(np.e) * (4.0 * np.pi * rms_mm / 1000.0 / wavelength_m(frequency_ghz)) ** 2)


def scan_loss_db(steered_deg: float) -> float:
    """Loss of a flat array that is steered off its boresight, -15 log10(cos θ): between the area's cosine and what
    arrays measure.

    Source: R. J. Mailloux, Phased Array Antenna Handbook, 3rd ed., section 1.2: cos^n θ with n from 1 to 1.5, the
    greater taken.
    """
    return float(-15.0 * np.log10(max(np.cos(np.radians(steered_deg)), 1e-3)))


__all__ = [
    "envelope_gain_dbi",
    "half_power_beamwidth_deg",
    "pattern_loss_db",
    "pointing_loss_db",
    "rough_surface_loss_db",
    "scan_loss_db",
    "wavelength_m",
]
