"""How firmly a bolt is turned, by size and class, and with which spanner."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from rindle_core.catalogue.parts import Joint
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.science.bolts import grades, preload_n, sizes, tightening_nm

Hand = Literal["maker", "reckoned", "feel"]


class TighteningInput(Model):
    """The joints of a mount, or any bolts."""

    joints: list[Joint] = Field(min_length=1, max_length=60)


class JointTorque(Model):
    """A joint with its torque and spanner or key. Without a class it is by feel, the last turns by hand."""

    name: str
    count: int
    size_mm: float | None
    spanner: str
    hex_key: str = ""
    torque_nm: float | None
    preload_n: float | None
    by: Hand
    tighten: str


class TighteningResult(Model):
    """All joints."""

    joints: list[JointTorque]


@register("tightening", "Torque and spanner by size and class of a bolt", TighteningInput, TighteningResult)
def tightening(given: TighteningInput) -> Outcome[TighteningResult]:
    """The maker's torque prevails; else K d F to three quarters of the proof load, for dry steel on steel.

    Lag screws, plastic and self-locking nuts have no such figure: by feel, the last turns by hand.
    """
    told = []
    for one in given.joints:
        known = one.size_mm in sizes() and one.grade in grades()
        if one.grade and one.grade not in grades():
            raise InputError.one("joints", f"{one.grade} is no class known here: {', '.join(grades())} are")
        by: Hand = "maker" if one.torque_nm is not None else "reckoned" if known else "feel"
        reckoned = tightening_nm(one.size_mm, one.grade) if known and one.size_mm else None
        told.append(
            JointTorque(
                name=one.name,
                count=one.count,
                size_mm=one.size_mm,
                spanner=one.spanner,
                hex_key=one.hex_key,
                torque_nm=one.torque_nm if one.torque_nm is not None else reckoned,
                preload_n=preload_n(one.size_mm, one.grade) if known and one.size_mm else None,
                by=by,
                tighten=one.tighten,
            )
        )
    return Outcome(TighteningResult(joints=told), [])


__all__ = ["JointTorque", "TighteningInput", "TighteningResult", "tightening"]
