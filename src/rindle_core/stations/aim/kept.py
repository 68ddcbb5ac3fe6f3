"""What Aim keeps beside its figures."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from rindle_core.kernel.entry import Entry
from rindle_core.kernel.model import Row


class Landmark(Row):
    """Something that is seen from the site and found on the map."""

    name: Annotated[str, Entry("Landmark")] = Field(min_length=1, max_length=80)
    place_text: Annotated[str, Entry("Its place", placeholder="-29.30, 27.95")] = Field(min_length=1, max_length=200)


__all__ = ["Landmark"]
