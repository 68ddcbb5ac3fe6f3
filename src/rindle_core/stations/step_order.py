"""Steps of terminal, mount and cable put in one order: by what they need, and what waits comes behind what does not."""

from __future__ import annotations

from collections.abc import Sequence

from rindle_core.catalogue.build_steps import BuildStep

NEEDS_MOUNT = "entry:mount"
_TAKES_DAYS = "entry:cured"  # concrete, which Mount reckons


def has_to_wait(step: BuildStep) -> bool:
    """Whether it waits for what sets or hardens: the time before it is then not that of the work."""
    return any(need.startswith("wait:") or need == _TAKES_DAYS for need in step.needs)


def listed(own: Sequence[BuildStep], mount: Sequence[BuildStep]) -> list[BuildStep]:
    """As the makers list them: the terminal's up to the first that needs a mount, the mount's, the terminal's rest."""
    at = next((index for index, one in enumerate(own) if NEEDS_MOUNT in one.needs), len(own))
    return [*own[:at], *mount, *own[at:]] if own else []


def joined(own: Sequence[BuildStep], mount: Sequence[BuildStep]) -> list[BuildStep]:
    """The terminal's steps and the mount's: what needs a mount comes after the mount's own steps.

    A step keeps its place among those that are ready, but for what waits for a setting or curing: that comes behind all
    that can be done meanwhile, and a hold point among it holds nothing on the bench.
    """
    every = listed(own, mount)
    needs: dict[str, set[str]] = {one.code: set() for one in every}
    for one in every:
        needs[one.code] = {need[5:] for need in one.needs if need.startswith("step:") and need[5:] in needs}
    first = next((one for one in own if NEEDS_MOUNT in one.needs), None)
    if first is not None:
        needs[first.code] |= {one.code for one in mount}
    place = {one.code: index for index, one in enumerate(every)}
    waiting: dict[str, bool] = {}

    def waits(code: str, trail: tuple[str, ...] = ()) -> bool:
        if code not in waiting:
            step = every[place[code]]
            waiting[code] = has_to_wait(step) or any(
                waits(one, (*trail, code)) for one in needs[code] if one not in trail
            )
        return waiting[code]

    order: list[BuildStep] = []
    left = {one.code: one for one in every}
    while left:
        ready = [code for code in left if not needs[code] & set(left)] or list(left)  # a circle: as it is listed
        code = min(ready, key=lambda one: (waits(one), place[one]))
        order.append(left.pop(code))
    return order


__all__ = ["NEEDS_MOUNT", "has_to_wait", "joined", "listed"]
