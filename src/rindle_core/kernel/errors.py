"""The one exception that bad input raises."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Self


@dataclass(frozen=True, slots=True)
class Fault:
    """One thing wrong with one field: what it is, and what would be accepted; `code` for programs, which read no
    sentences.
    """

    field: str
    message: str
    code: str = "refused"


class InputError(ValueError):
    """Input that cannot be used. Carries every fault that was found, not only the first."""

    def __init__(self, faults: Sequence[Fault]) -> None:
        self.faults = tuple(faults)
        super().__init__("; ".join(f"{fault.field}: {fault.message}" for fault in self.faults))

    @classmethod
    def one(cls, field: str, message: str, code: str = "refused") -> Self:
        """An error about a single field."""
        return cls([Fault(field, message, code)])

    @property
    def field(self) -> str:
        """The first faulty field, the one a form should move to."""
        return self.faults[0].field

    @property
    def message(self) -> str:
        """What is wrong with the first faulty field and what would be accepted."""
        return self.faults[0].message

    def as_dict(self) -> dict[str, object]:
        """The error as the command line and the API send it."""
        faults = [{"field": one.field, "message": one.message, "code": one.code} for one in self.faults]
        return {**faults[0], "faults": faults}


class Stopped(Exception):  # it is no error: somebody asked for it
    """Long work that was asked to stop; nothing of it is kept."""

    def __init__(self, what: str) -> None:
        super().__init__(f"{what} was stopped; nothing was changed")


__all__ = ["Fault", "InputError", "Stopped"]
