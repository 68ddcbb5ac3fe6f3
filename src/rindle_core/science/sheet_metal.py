"""Screws in thin sheet: pulled out, pulled over, and tilted. Source: AISI S100-16, section J4, with Ω = 3."""

from __future__ import annotations

import math

SAFETY = 3.0  # AISI S100-16, J4: allowable strength design
THINNEST_MM = 0.40  # the thinnest sheet that roofs are laid with: taken where nobody knows
SHEET_ULTIMATE_MPA = 310.0  # least of the usual grades of coated sheet, EN 10346 S220GD to S250GD: 300 to 330


def pull_out_n(sheet_mm: float, screw_mm: float, ultimate_mpa: float = SHEET_ULTIMATE_MPA) -> float:
    """Allowable pull of a screw out of the sheet, 0.85 t d Fu / Ω. Source: AISI S100-16, eq. J4.4.1-1."""
    return 0.85 * sheet_mm * screw_mm * ultimate_mpa / SAFETY


def tilt_n(sheet_mm: float, screw_mm: float, ultimate_mpa: float = SHEET_ULTIMATE_MPA) -> float:
    """Allowable shear at which a screw tilts, 4.2 √(t³ d) Fu / Ω. Source: AISI S100-16, eq. J4.3.1-1.

    Never more than bearing, 2.7 t d Fu / Ω (eq. J4.3.1-3).
    """
    tilting = 4.2 * math.sqrt(sheet_mm**3 * screw_mm) * ultimate_mpa
    return min(tilting, 2.7 * sheet_mm * screw_mm * ultimate_mpa) / SAFETY


__all__ = ["SAFETY", "SHEET_ULTIMATE_MPA", "THINNEST_MM", "pull_out_n", "tilt_n"]
