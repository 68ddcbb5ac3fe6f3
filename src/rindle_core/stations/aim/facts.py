"""What is entered at Aim."""

from __future__ import annotations

from pydantic import Field

from rindle_core.kernel.constants import BEYOND_CIRCLE_DEG
from rindle_core.kernel.model import Facts


class AimFacts(Facts):
    """What the instruments, the mast and the modem's own page showed before the search."""

    preset_measured_deg: float | None = Field(
        default=None, ge=-90, le=180, description="Clinometer reading once the elevation was preset"
    )
    lean_deg: float | None = Field(default=None, ge=0, le=30)
    lean_towards_deg: float | None = Field(default=None, ge=0, lt=BEYOND_CIRCLE_DEG)
    compass_code: str = Field(default="", max_length=40, description="The crew's own, from the stores")
    clinometer_code: str = Field(default="", max_length=40, description="The crew's own, from the stores")
    compass_correction_deg: float = Field(default=0.0, ge=-20, le=20)
    clinometer_correction_deg: float = Field(default=0.0, ge=-10, le=10)
    modem_azimuth_deg: float | None = Field(
        default=None, ge=0, lt=BEYOND_CIRCLE_DEG, description="On the modem's own pointing page"
    )
    modem_elevation_deg: float | None = Field(default=None, ge=-90, le=90)


__all__ = ["AimFacts"]
