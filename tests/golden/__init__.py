"""Golden files: the facts of whole jobs and what they come to, kept as JSON and compared figure by figure.

They say nothing about whether a figure is right, only that it moved. `python -m tests.golden` prints what moved, and
with `--write` writes it down; the reasons belong in the commit.
"""

from __future__ import annotations

import json
from collections.abc import Iterator
from pathlib import Path
from typing import Any

FOLDER = Path(__file__).parent / "jobs"
_SAME_SHARE = 1e-8  # the last digits of a sum differ between processors' vector units; no reading comes near this


def read(name: str) -> dict[str, Any]:
    """A golden file: `facts`, laid side by side without their rooms, and `assessment`."""
    found: dict[str, Any] = json.loads((FOLDER / f"{name}.json").read_text("utf-8"))
    return {**found, "facts": flat(found["facts"])}


def flat(facts: dict[str, Any]) -> dict[str, Any]:
    """Facts by rooms in the flat form, which is read too: no two rooms have a fact of one name."""
    return {name: value for room in facts.values() for name, value in room.items()}


def names() -> list[str]:
    """All golden jobs."""
    return sorted(path.stem for path in FOLDER.glob("*.json"))


def idless(value: Any) -> Any:
    """The same data without the ids of its rows, which tell only when each was first kept."""
    if isinstance(value, dict):
        return {key: idless(one) for key, one in value.items() if key != "id"}
    return [idless(one) for one in value] if isinstance(value, list) else value


def rounded(value: Any) -> Any:
    """The same data with figures of nine digits, so that a file changes only when a figure does."""
    if isinstance(value, float):
        return float(f"{value:.9g}")
    if isinstance(value, dict):
        return {key: rounded(one) for key, one in value.items()}
    return [rounded(one) for one in value] if isinstance(value, list) else value


def differences(was: Any, now: Any, path: str = "") -> Iterator[str]:
    """Each place at which two pieces of JSON differ, as `path: was -> now`."""
    if isinstance(was, dict) and isinstance(now, dict):
        for key in [*was, *(key for key in now if key not in was)]:
            yield from differences(was.get(key, "(absent)"), now.get(key, "(absent)"), f"{path}.{key}" if path else key)
    elif isinstance(was, list) and isinstance(now, list):
        if len(was) != len(now):
            yield f"{path}: {len(was)} entries -> {len(now)}"
        for at, (one, other) in enumerate(zip(was, now, strict=False)):
            yield from differences(one, other, f"{path}[{at}]")
    elif isinstance(was, int | float) and isinstance(now, int | float) and not isinstance(was, bool):
        if abs(was - now) > _SAME_SHARE * max(abs(was), abs(now), 1e-6):
            yield f"{path}: {was} -> {now}"
    elif was != now:
        yield f"{path}: {was!r} -> {now!r}"
