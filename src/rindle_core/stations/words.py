"""Entries that name something of a table: what is on none of them is refused by name."""

from __future__ import annotations

from collections.abc import Collection, Mapping
from typing import Any

from rindle_core.kernel.errors import InputError


def refuse_unknown(change: Mapping[str, Any], tables: Mapping[str, Collection[str]]) -> None:
    """Raises InputError that lists what is accepted where an entry is in none of its table's codes."""
    for name, table in tables.items():
        for code in change.get(name) or []:
            if code not in table:
                raise InputError.one(name, f"{code!r} is not one of the choices: {', '.join(table)} are accepted")


__all__ = ["refuse_unknown"]
