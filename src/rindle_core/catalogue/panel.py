"""What a flat panel for low orbits can see."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from rindle_core.kernel.model import Model


class PageAsk(Model):
    """What a panel's own page asks before it lets one align, and the station that shows how it stands."""

    text: str = Field(min_length=1, max_length=160)
    rests_on: Literal["", "sky", "mount", "cable", "build", "bringup"] = ""


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
    page_asks: list[PageAsk] = Field(
        default_factory=list, max_length=12, exclude_if=lambda told: not told, description="In the page's own order"
    )
    tolerance_deg: float = Field(default=5.0, gt=0, le=30, description="Misalignment that the panel accepts")


__all__ = ["PageAsk", "Panel"]
