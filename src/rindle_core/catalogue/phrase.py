"""A thing of the house's words."""

from __future__ import annotations

from pydantic import Field

from rindle_core.kernel.model import Model


class Phrase(Model):
    """A thing that is ticked. Its code is what a job keeps, so that the words may change later."""

    code: str = Field(min_length=1, max_length=40, pattern=r"^[a-z][a-z0-9_]*$")
    name: str = Field(min_length=1, max_length=120)
    text: str = Field(default="", max_length=400, description="What it means for the work, or what to mind")


__all__ = ["Phrase"]
