"""What stands round the terminal as a calculator's input: where it was read, and how the terminal stands to that."""

from __future__ import annotations

import math

import numpy as np
from pydantic import Field

from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.geometry import Array, wrap_180
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.science.bodies import Solid, corner_bearings_deg
from rindle_core.science.skyline import (
    BARE_SHARE,
    Obstacle,
    Profile,
    Shift,
    SkylinePoint,
    build_profile,
    point_groups,
    seen_from,
    unmoved_count,
)
from rindle_core.stations.sky.findings import MOVED

_SPAN_STEP_DEG = 1.0
_HAND_DEG = 5.0  # readings of the sides of a tree are no better
_SAME_PLACE_M = 0.3  # nobody holds an instrument steadier


_HALF_ROUND_M = 2.01e7  # half-way round the Earth: farther nothing lies


class Surroundings(Model):
    """What stands round the terminal, where and at what height it was read, and how the terminal stands to that."""

    skyline: list[SkylinePoint] = Field(default_factory=list, max_length=2000)
    obstacles: list[Obstacle] = Field(default_factory=list, max_length=200)
    read_height_m: float | None = Field(
        default=None,
        ge=0,
        le=300,
        description="Height over ground of the eye that read the points; None: the terminal's own",
    )
    terminal_height_m: float = Field(default=0.0, ge=0, le=300, description="Height over ground of the terminal")
    east_m: float = Field(
        default=0.0,
        ge=-_HALF_ROUND_M,
        le=_HALF_ROUND_M,
        description="Terminal east of the place where the skyline was read",
    )
    north_m: float = Field(default=0.0, ge=-_HALF_ROUND_M, le=_HALF_ROUND_M, description="Terminal north of it")
    drawn: list[Solid] = Field(default_factory=list, max_length=200, description="What is drawn on the site plan")
    all_drawn: bool = Field(
        default=False, description="Whether somebody says that all that rises over the horizon is drawn"
    )
    plan_east_m: float = Field(
        default=0.0, ge=-_HALF_ROUND_M, le=_HALF_ROUND_M, description="Terminal east of the plan's zero"
    )
    plan_north_m: float = Field(default=0.0, ge=-_HALF_ROUND_M, le=_HALF_ROUND_M, description="Terminal north of it")
    plan_ground_m: float = Field(
        default=0.0, ge=-500, le=500, description="Ground under the terminal over the plan's zero"
    )
    ground_rise_m: float = Field(
        default=0.0, ge=-500, le=500, description="Ground under the terminal over that where the skyline was read"
    )
    ahead_years: float = Field(default=0.0, ge=0, le=40, description="Growth that is added before judging")
    rules: HouseRules = DEFAULT_RULES

    @property
    def known(self) -> bool:
        """Whether anything is read, measured or drawn."""
        return bool(self.skyline or self.obstacles or self.drawn)

    @property
    def grows(self) -> bool:
        """Whether anything there grows."""
        return any(one.growth_m_per_year for one in self.obstacles) or any(one.growth_m_per_year for one in self.drawn)

    @property
    def least_leafless_share(self) -> float:
        """Of all that stands there, the least that still blocks in the bare season."""
        shares = [one.leafless_share for one in self.skyline] + [one.leafless_share for one in self.obstacles]
        return min([*shares, *(one.leafless_share for one in self.drawn)], default=1.0)

    def name_of(self, source: int) -> str:
        """What a profile's source is called; empty for read points."""
        return "" if source < 0 else [*(one.name for one in self.obstacles), *(one.name for one in self.drawn)][source]

    def read_bearings_deg(self) -> Array:
        """Bearings of which it is known what stands there: those of points and obstacles, and all of them where all
        that stands there is drawn. A drawn house alone says nothing of the tree behind it.
        """
        told = [one.azimuth_deg for one in self.skyline] + [one.azimuth_deg for one in self.obstacles]
        return np.array([*told, *(np.arange(0.0, 360.0, 1.0) if self.all_drawn and self.drawn else [])])

    def shift(self) -> Shift:
        """From the eye that read to the terminal."""
        up_m = 0.0 if self.read_height_m is None else self.terminal_height_m - self.read_height_m
        return Shift(self.east_m, self.north_m, up_m + self.ground_rise_m)

    def profile(
        self,
        *,
        raised_m: float = 0.0,
        years: float | None = None,
        bare: bool = False,
        shift: Shift | None = None,
        without: int | None = None,
        about: tuple[float, float] | None = None,
    ) -> Profile:
        """The skyline as the terminal sees it: raised, grown, bare, from another spot, or without an obstacle."""
        here = self.shift()
        base = here if shift is None else shift
        eye = (
            self.plan_east_m + base.east_m - here.east_m,
            self.plan_north_m + base.north_m - here.north_m,
            self.plan_ground_m + self.terminal_height_m + raised_m + base.up_m - here.up_m,
        )
        return build_profile(
            [one for one in self.skyline if not bare or one.leafless_share >= BARE_SHARE],
            [one for one in self.obstacles if not bare or one.leafless_share >= BARE_SHARE],
            assumed_distance_m=self.rules.assumed_obstacle_distance_m,
            shift=base._replace(up_m=base.up_m + raised_m),
            eye_height_m=self.terminal_height_m + self.ground_rise_m + raised_m,
            years=self.ahead_years if years is None else years,
            without=without,
            drawn=[one for one in self.drawn if not bare or one.leafless_share >= BARE_SHARE],
            eye=eye,
            about=about,
        )

    def removable(self, about: tuple[float, float] | None = None) -> list[tuple[str, Profile]]:
        """Each obstacle, and each stretch of read points that could be taken away, by name, with the skyline that
        would be left.
        """
        left = [
            (one.name or f"{one.kind} at {one.azimuth_deg:.0f}°", self.profile(without=at, about=about))
            for at, one in enumerate(self.obstacles)
        ]
        twice: set[int] = set()
        for at, one in enumerate(self.drawn):
            both = self._also_read(one)
            twice |= both
            rest = [point for index, point in enumerate(self.skyline) if index not in both]
            without = self.model_copy(update={"skyline": rest}).profile(without=len(self.obstacles) + at, about=about)
            left.append((one.name or one.kind, without))
        for name, group in point_groups(self.skyline):
            if twice.issuperset(group):
                continue  # it is drawn: told by that name
            rest = [one for at, one in enumerate(self.skyline) if at not in group]
            left.append((name, self.model_copy(update={"skyline": rest}).profile(about=about)))
        return left

    def _also_read(self, drawn: Solid) -> set[int]:
        """The read points that are of a drawn thing too: of its kind, and no farther beside it than hands read."""
        covered = np.array(drawn_bearings_deg([drawn], self.plan_east_m, self.plan_north_m))
        bearings_deg = seen_from(self.skyline, self.shift()).azimuth_deg
        return {
            at
            for at, point in enumerate(self.skyline)
            if point.kind == drawn.kind and np.abs(wrap_180(covered - bearings_deg[at])).min() <= _HAND_DEG
        }

    def is_moved(self) -> bool:
        """Whether what was read is shown from elsewhere than where it was read."""
        return bool(self.skyline) and self.shift().distance_m >= _SAME_PLACE_M

    def moved_finding(self) -> list[Finding]:
        """Says that the skyline was read elsewhere or at another height than the terminal will stand."""
        shift = self.shift()
        if not self.is_moved():
            return []
        unmoved = unmoved_count(self.skyline, shift)
        stay = f"{unmoved} of its points have no distance and stay as they were read." if unmoved else ""
        beside_m = math.hypot(shift.east_m, shift.north_m)
        if beside_m > self.rules.skyline_reach_m and not self.all_drawn:
            return [
                MOVED(
                    Level.MIND,
                    f"The skyline was read {beside_m:.0f} m from there: what stands near it is not known",
                    f"What was read is moved by its distances; what was hidden from there is missing. {stay}".strip(),
                    figure=beside_m,
                    limit=self.rules.skyline_reach_m,
                    bound="at_most",
                    clears_by="Read the skyline where the terminal will stand, or draw all that stands about it on the "
                    "site plan.",
                )
            ]
        whole = unmoved == 0
        return [
            MOVED(
                Level.CLEAR if whole else Level.MIND,
                "The skyline was read elsewhere and is corrected"
                if whole
                else "The skyline was read elsewhere, and some of it cannot be corrected",
                "Everything near looks different from another place or height." if whole else stay,
                figure=shift.distance_m,
                clears_by="" if whole else "Give those points a distance, or read again where the terminal will stand.",
            )
        ]


def drawn_bearings_deg(drawn: list[Solid], east_m: float, north_m: float) -> list[float]:
    """The bearings that drawn things cover, seen from a place, to the degree, with their ends."""
    found: set[float] = set()
    for solid in drawn:
        for edge in solid.edges_m:
            ends = corner_bearings_deg(Solid(kind=solid.kind, edges_m=[edge]), east_m, north_m)
            start, span = float(ends[0]), float(wrap_180(ends[-1] - ends[0]))
            count = int(abs(span) / _SPAN_STEP_DEG) + 1
            found |= {round((start + span * at / count) % 360.0, 3) for at in range(count + 1)}
    return sorted(found)


__all__ = ["Surroundings", "drawn_bearings_deg"]
