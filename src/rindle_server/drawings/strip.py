"""The frame of a skyline strip: azimuth across, elevation up, both to one scale, folded about its middle."""

from __future__ import annotations

import math
from collections.abc import Sequence

import numpy as np

from rindle_core.kernel.geometry import circle_about, wrapped_180
from rindle_core.stations.sky.fixed_sky import SkyDirection
from rindle_server.drawings.svg import Frame, Point, line, words

POINTS_OF_COMPASS = {0: "N", 45: "NE", 90: "E", 135: "SE", 180: "S", 225: "SW", 270: "W", 315: "NW"}


class Strip:
    """Maps directions to drawing points. `size` scales marks and letters: 1 for the full strip."""

    def __init__(
        self,
        centre_azimuth_deg: float,
        top_elevation_deg: float,
        half_width_deg: float = 90.0,
        px: float = 5.2,
        size: float = 1.0,
    ) -> None:
        self.centre_deg, self.top_deg, self.half_deg, self.px, self.size = (
            centre_azimuth_deg,
            top_elevation_deg,
            half_width_deg,
            px,
            size,
        )
        self.left, self.top = 48.0 * size, 12.0 * size
        self.width, self.height = 2 * half_width_deg * px, top_elevation_deg * px

    def at(self, azimuth_deg: float, elevation_deg: float) -> Point:
        """Drawing point of a direction; azimuths fold about the centre."""
        offset = wrapped_180(azimuth_deg - self.centre_deg)
        return self.left + (offset + self.half_deg) * self.px, self.top + (self.top_deg - elevation_deg) * self.px

    def inside(self, azimuth_deg: float) -> bool:
        """Whether an azimuth lies on the strip."""
        return abs(wrapped_180(azimuth_deg - self.centre_deg)) <= self.half_deg

    def frame(self) -> Frame:
        """How drawing units turn back into angles."""
        return Frame(
            (self.centre_deg - self.half_deg) % 360, self.top_deg, self.left, self.top, self.px, self.width, self.height
        )

    def azimuths(self, step_deg: float) -> np.ndarray:
        """Azimuths from the left edge to the right, not folded."""
        return np.arange(self.centre_deg - self.half_deg, self.centre_deg + self.half_deg + step_deg / 2, step_deg)

    def runs(self, directions: Sequence[SkyDirection]) -> list[list[Point]]:
        """The directions inside the strip, broken where the line leaves it or wraps."""
        runs: list[list[Point]] = [[]]
        for direction in directions:
            if not self.inside(direction.azimuth_deg):
                runs.append([])
                continue
            point = self.at(direction.azimuth_deg, direction.elevation_deg)
            if runs[-1] and abs(point[0] - runs[-1][-1][0]) > self.width / 4:
                runs.append([])
            runs[-1].append(point)
        return [run for run in runs if len(run) > 1]

    def ring(self, centre: SkyDirection, radius_deg: float) -> list[Point]:
        """A small circle of the sky about a direction, exactly."""
        around = circle_about(centre.azimuth_deg, centre.elevation_deg, radius_deg, 73)
        return [self.at(float(azimuth), float(up)) for azimuth, up in zip(*around, strict=True)]

    def grid(self) -> list[str]:
        """Lines of elevation and the compass along the foot."""
        letter = 17.0 * self.size
        parts = []
        for elevation in range(0, int(self.top_deg) + 1, 15 if self.size >= 1 else 30):
            y = self.at(self.centre_deg, elevation)[1]
            parts.append(line((self.left, y), (self.left + self.width, y), "rule", 1, class_="grid"))
            parts.append(
                words((self.left - 6 * self.size, y + 4), f"{elevation}°", letter, "quiet", "end", class_="grid")
            )
        left = math.ceil((self.centre_deg - self.half_deg) / 15) * 15
        for turned in range(left, int(self.centre_deg + self.half_deg) + 1, 15):
            x = self.left + (turned - self.centre_deg + self.half_deg) * self.px
            y = self.top + self.height
            azimuth = turned % 360
            label = POINTS_OF_COMPASS.get(azimuth)
            parts.append(line((x, y), (x, y + (7 if azimuth % 45 == 0 else 4)), "quiet", 1, class_="grid"))
            if self.size < 1 and azimuth % 90:
                continue
            if azimuth % 30 == 0 or label:
                token, weight = ("ink", 600) if label else ("quiet", 400)
                parts.append(
                    words((x, y + 24 * self.size), label or f"{azimuth}°", letter, token, weight=weight, class_="grid")
                )
        return parts


__all__ = ["POINTS_OF_COMPASS", "Strip"]
