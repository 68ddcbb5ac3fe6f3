"""What a flat panel for low orbits can see."""

from __future__ import annotations

from pydantic import Field

from rindle_core.kernel.model import Model


class Panel(Model):
    """What a panel can see. Tilt is of its boresight from the zenith."""

    cone_half_deg: float = Field(
        default=55.0, gt=0, le=90, description="Half-angle of the cone that it steers over, about its boresight"
    )
    least_elevation_deg: float = Field(default=25.0, ge=0, le=80)
    tilt_deg: float = Field(default=20.0, ge=0, le=90, description="Of the boresight from the zenith")
    self_aiming: bool = Field(default=False, description="Turns itself; else it is set to a bearing by hand")
    arc_zone_deg: float = Field(
        default=0.0, ge=0, le=60, description="Kept clear about the geostationary arc; 0 for none"
    )
    slot_s: float = Field(
        default=15.0, ge=1, le=120, description="Length of a schedule slot with one serving satellite"
    )
    tolerance_deg: float = Field(default=5.0, gt=0, le=30, description="Misalignment that the panel accepts")


__all__ = ["Panel"]
