"""The people of the crew as the stores hold them: what each may do, and until when a certificate shows it."""

from __future__ import annotations

import datetime as dt

from pydantic import Field

from rindle_core.kernel.days import Day
from rindle_core.kernel.model import Model


class Certificate(Model):
    """A paper that shows a role. Without a last day it does not expire."""

    role: str = Field(min_length=1, max_length=40, description="Role that it shows")
    name: str = Field(default="", max_length=120, description="What it is called and who gave it")
    number: str = Field(default="", max_length=60)
    expires_on: Day | None = Field(default=None, description="Last day on which it holds")


class Member(Model):
    """Somebody of the crew, or whom the crew hires."""

    code: str = Field(min_length=1, max_length=40)
    name: str = Field(min_length=1, max_length=120)
    contact: str = Field(default="", max_length=160, description="How to reach them")
    roles: list[str] = Field(default_factory=list, max_length=20, description="From the house's words")
    certificates: list[Certificate] = Field(default_factory=list, max_length=40)

    def shows(self, role: str, on: dt.date) -> bool:
        """Whether a certificate of that role holds on that day."""
        return any(one.role == role and (one.expires_on is None or one.expires_on >= on) for one in self.certificates)


class Team(Model):
    """Those who drive out together, with their vehicle: a line of the diary."""

    code: str = Field(min_length=1, max_length=40, pattern=r"^[a-z][a-z0-9_-]*$")
    name: str = Field(min_length=1, max_length=120)
    members: list[str] = Field(default_factory=list, max_length=20, description="People of the crew")
    vehicle: str = Field(default="", max_length=120)
    off_days: list[Day] = Field(default_factory=list, max_length=400, description="Days on which it does not work")


__all__ = ["Certificate", "Member", "Team"]
