"""What pulls and pushes at each hole of a plate."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

_DIRECTIONS = 72  # every five degrees about the plate


@dataclass(frozen=True, slots=True)
class Actions:
    """Forces at the middle of a plate's back. Its own axes: right, up, and out of what it is fixed to."""

    name: str
    out_n: float = 0.0
    right_n: float = 0.0
    up_n: float = 0.0
    tips_right_nm: float = 0.0  # lifts the left side off
    tips_up_nm: float = 0.0  # lifts the lower side off; negative: the upper one
    twist_nm: float = 0.0


@dataclass(frozen=True, slots=True)
class HoleLoad:
    """Pull out of the base and push along it, of one hole."""

    pull_n: float
    across_n: float


def hole_loads(
    holes_m: Sequence[tuple[float, float]], width_m: float, height_m: float, acts: Actions
) -> list[HoleLoad]:
    """The plate is stiff and turns about its pressed edge; what is pulled grows with the distance from that edge.

    Pull = M y / Σ y² + N/n, y from the edge that the moment presses on. Push = the straight share and T r / Σ r² about
    the middle of the screws. Derivation: equilibrium of a rigid plate on springs that only pull.
    """
    at = np.asarray(holes_m, dtype=float).reshape(-1, 2)
    count = len(at)
    pulls = np.full(count, acts.out_n / count)
    moment = math.hypot(acts.tips_right_nm, acts.tips_up_nm)
    if moment > 0:
        towards = np.array([acts.tips_right_nm, acts.tips_up_nm]) / moment
        edge = abs(towards[0]) * width_m / 2.0 + abs(towards[1]) * height_m / 2.0
        arms = np.maximum(edge - at @ towards, 0.0)
        together = float((arms**2).sum())
        pulls = pulls + (moment * arms / together if together > 0 else np.full(count, math.inf))
    middle = at.mean(axis=0)
    off = at - middle
    polar = float((off**2).sum())
    # What is pushed off the middle of the screws twists them too.
    twist = acts.twist_nm + middle[1] * acts.right_n - middle[0] * acts.up_n
    turned = np.zeros_like(off) if polar == 0 else twist / polar * np.column_stack([-off[:, 1], off[:, 0]])
    push = turned + np.array([acts.right_n, acts.up_n]) / count
    sideways = np.hypot(push[:, 0], push[:, 1])
    if polar == 0 and twist != 0:
        sideways = np.full(count, math.inf)
    return [HoleLoad(max(0.0, float(p)), float(s)) for p, s in zip(pulls, sideways, strict=True)]


def wall_actions(force_n: float, lift_n: float, weight_n: float, reach_m: float, rise_m: float) -> list[Actions]:
    """A wall plate whose arm reaches out and rises: wind away from the wall, into it, and along it to either side.

    `lift_n`: what a flat panel adds upwards or down in the same gust; it acts with the weight where that is worse.
    """
    down_n = weight_n + lift_n
    held = down_n * reach_m
    return [
        Actions("wind off the wall", out_n=force_n, up_n=-down_n, tips_up_nm=-(force_n * rise_m + held)),
        Actions("wind into the wall", up_n=-down_n, tips_up_nm=force_n * rise_m - weight_n * reach_m),
        Actions(
            "wind along the wall",
            right_n=force_n,
            up_n=-down_n,
            tips_right_nm=force_n * reach_m,
            tips_up_nm=-held,
            twist_nm=-force_n * rise_m,
        ),
        Actions(
            "wind along the wall, from the other side",
            right_n=-force_n,
            up_n=-down_n,
            tips_right_nm=-force_n * reach_m,
            tips_up_nm=-held,
            twist_nm=force_n * rise_m,
        ),
    ]


def deck_actions(force_n: float, lift_n: float, weight_n: float, moment_nm: float) -> list[Actions]:
    """A foot on a roof or slab, wind from every side. What weighs does not help: the gust lifts as well."""
    out_n = max(0.0, lift_n - weight_n)
    found = []
    for step in range(_DIRECTIONS):
        bearing = 2.0 * math.pi * step / _DIRECTIONS
        right, up = math.sin(bearing), math.cos(bearing)
        found.append(
            Actions(
                f"wind towards {360 * step // _DIRECTIONS}° of the plate",
                out_n=out_n,
                right_n=force_n * right,
                up_n=force_n * up,
                tips_right_nm=moment_nm * right,
                tips_up_nm=moment_nm * up,
            )
        )
    return found


def bracket_pair_n(force_n: float, free_m: float, spacing_m: float, tube_n_per_m: float) -> tuple[float, float]:
    """What the upper and the lower of two brackets take of a load at the tip: F (L+s)/s and F L/s.

    The tube's own wind over the free length acts at its middle. Derivation: moments about either bracket.
    """
    spread = tube_n_per_m * free_m
    moment = force_n * free_m + spread * free_m / 2.0
    return moment / spacing_m + force_n + spread, moment / spacing_m


__all__ = ["Actions", "HoleLoad", "bracket_pair_n", "deck_actions", "hole_loads", "wall_actions"]
