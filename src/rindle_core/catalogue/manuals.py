"""Pages of the firm's own manuals at which a step of the assembly opens."""

from __future__ import annotations

from pydantic import Field

from rindle_core.kernel.model import Model


class Bookmark(Model):
    """A page for one step of one terminal; without a step it is for the terminal as a whole."""

    terminal: str = Field(min_length=1, max_length=40, description="Code of the terminal")
    step: str = Field(default="", max_length=40, description="Code of its build step; empty: the whole terminal")
    page: int = Field(ge=1, le=5000)
    note: str = Field(default="", max_length=120, description="What is found there")


__all__ = ["Bookmark"]
