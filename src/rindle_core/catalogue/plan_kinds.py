"""What can be put on a site plan, as data: its shape, what it does to the sky, and what is asked of it."""

from __future__ import annotations

from importlib.resources import files
from typing import Literal

from pydantic import Field, TypeAdapter

from rindle_core.kernel.model import Model
from rindle_core.science.bodies import Kind

Shape = Literal["point", "line", "outline"]
Role = Literal["", "ladder", "ground", "entry", "indoor", "earth", "cable"]


class PlanKind(Model):
    """A kind of thing of the site plan."""

    code: str = Field(min_length=1, max_length=20, pattern=r"^[a-z][a-z_]*$")
    name: str = Field(min_length=1, max_length=60)
    group: Literal["stands", "people", "work"]
    shape: Shape
    sky: Kind | None = Field(default=None, description="What it is in the sky; empty: it hides nothing")
    live: bool = Field(default=False, description="Whether it may carry mains or more: nobody comes near it")
    people: bool = Field(default=False, description="Whether people stand or walk there")
    role: Role = Field(default="", description="What the work takes from it")
    asks: list[str] = Field(description="Which entries it has beside its place")
    height_word: str = "Height"
    across_word: str = "Across"
    needs_height: bool = Field(default=False, description="Whether nothing can be said of it without its height")
    usual: dict[str, float] = Field(default_factory=dict, description="What a new one begins with")

    @property
    def corners_least(self) -> int:
        """How many corners it has at the least."""
        return {"point": 1, "line": 2, "outline": 3}[self.shape]


def _shipped() -> dict[str, PlanKind]:
    text = files("rindle_core.catalogue").joinpath("data/plan_kinds.json").read_text("utf-8")
    return {one.code: one for one in TypeAdapter(list[PlanKind]).validate_json(text)}


PLAN_KINDS = _shipped()

__all__ = ["PLAN_KINDS", "PlanKind", "Role", "Shape"]
