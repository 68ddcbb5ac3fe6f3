"""A reflector's beam: width, pattern, and what a pointing error costs."""

from __future__ import annotations

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


def pattern_loss_db(error_deg: ArrayLike, beamwidth_deg: float) -> Array:
    """Loss of a uniformly lit round aperture off its axis, side lobes included, down to 60 dB.

    (2 J1(u)/u)² with u scaled so that the half-power width is `beamwidth_deg`. First side lobe 17.6 dB
    down at about 1.6 widths. Source: C. A. Balanis, Antenna Theory, 4th ed., eq. 12-59.
    """
    half_power_u = 1.616_34  # (2 J1(u)/u)² = 1/2
    u = np.abs(np.asarray(error_deg, dtype=np.float64)) / (beamwidth_deg / 2.0) * half_power_u
    safe = np.where(u < 1e-6, 1e-6, u)
    field = 2.0 * scipy.special.jv(1, safe) / safe
    return np.asarray(-10.0 * np.log10(np.maximum(field**2, 1e-6)))


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
    "half_power_beamwidth_deg",
    "pattern_loss_db",
    "pointing_loss_db",
    "rough_surface_loss_db",
    "scan_loss_db",
    "wavelength_m",
]
