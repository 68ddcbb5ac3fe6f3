"""Changes of a document as paths: what changed, how it is taken back, and how two that went separate ways are joined.

A document is plain JSON: rooms of fields. A path names a field (`mount.mast_wall_mm`), a part of a nested value
(`sky.trial.letter`), a row of a list by its id (`cable.cable_pieces/4.1`), a word of a set (`brief.needs/calls`) or the
order of a list (`cable.cable_pieces/`). Of a row that stays each field has a path of its own, down through lists inside
it (`sky.skylines/4.1/points/5.2/elevation_deg`); a row that comes or goes is one value. Two changes that name different
paths never touch each other.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from typing import Any

from pydantic import Field

from rindle_core.kernel.errors import InputError
from rindle_core.kernel.model import Model

_PATH_MOST = 200  # signs of an op's path

Json = Any
Document = Mapping[str, Json]


class Op(Model):
    """One path with its value before and after; None: it was not, or is no longer, there."""

    path: str = Field(min_length=1, max_length=_PATH_MOST)
    before: Json = None
    after: Json = None

    def inverse(self) -> Op:
        """Takes it back."""
        return Op(path=self.path, before=self.after, after=self.before)


def _key(item: Json) -> str | None:
    """By what an item of a list is known again: a row by its id, a word by itself."""
    if isinstance(item, str):
        return item
    return item.get("id") if isinstance(item, dict) and isinstance(item.get("id"), str) and item["id"] else None


def _keys(items: Sequence[Json]) -> list[str] | None:
    keys = [_key(one) for one in items]
    known = [one for one in keys if one is not None]
    return known if len(set(known)) == len(items) else None


def flatten(document: Document, prefix: str = "") -> dict[str, Json]:
    """Each path of a document with its value; nothing for rooms and lists that hold nothing. Rows and words of a list
    stand alone, its order under `list/`.
    """
    flat: dict[str, Json] = {}
    for name, value in document.items():
        path = f"{prefix}{name}"
        keys = _keys(value) if isinstance(value, list) else None
        if value in ({}, []):
            continue
        if isinstance(value, dict):
            flat |= flatten(value, f"{path}.")
        elif keys is not None:
            flat[f"{path}/"] = keys
            flat |= {f"{path}/{key}": item for key, item in zip(keys, value, strict=True)}
        elif value is not None:
            flat[path] = value
    return flat


def _unflatten(flat: Mapping[str, Json]) -> dict[str, Json]:
    document: dict[str, Json] = {}
    lists: dict[str, dict[str, Json]] = {}
    orders: dict[str, list[str]] = {}
    for path, value in flat.items():
        name, slash, key = path.partition("/")
        if not slash:
            _put(document, name, value)
        elif key:
            lists.setdefault(name, {})[key] = value
        else:
            orders[name] = value
    for name in {**orders, **lists}:
        items = lists.get(name, {})
        if not items and name in flat:
            continue  # a list whose items have no names stands whole
        order = [key for key in orders.get(name, []) if key in items]
        _put(document, name, [items[key] for key in [*order, *(key for key in items if key not in order)]])
    return document


def _put(document: dict[str, Json], path: str, value: Json) -> None:
    *rooms, name = path.split(".")
    for room in rooms:
        document = document.setdefault(room, {})
    document[name] = value


def _needs_order(was: list[str], now: list[str]) -> bool:
    """Whether adding at the end and taking out, forwards or backwards, would leave another order."""
    forwards = [key for key in was if key in now] + [key for key in now if key not in was]
    backwards = [key for key in now if key in was] + [key for key in was if key not in now]
    return forwards != now or backwards != was


def _split(path: str) -> tuple[str, str]:
    """A path's place in the document, and what of the row there it names: `("cable.cable_pieces/4.1", "length_m")`."""
    name, slash, rest = path.partition("/")
    key, _, inside = rest.partition("/")
    return f"{name}{slash}{key}", inside


def _value(flat: Mapping[str, Json], path: str) -> Json:
    """What stands at a path; None where there is nothing."""
    place, inside = _split(path)
    held = flat.get(place)
    if not inside:
        return held
    return _value(flatten(held), inside) if isinstance(held, dict) else None


def differences(was: Document, now: Document) -> list[Op]:
    """The changes that lead from one document to the other. Raises InputError for a word of a list that is too long to
    be told apart by its path.
    """
    before, after = flatten(was), flatten(now)
    ops: list[Op] = []
    for path in [*before, *(path for path in after if path not in before)]:
        one, other = before.get(path), after.get(path)
        if one == other or (path.endswith("/") and not _needs_order(one or [], other or [])):
            continue
        if isinstance(one, dict) and isinstance(other, dict):
            inside = differences(one, other)
            ops += [op.model_copy(update={"path": f"{path}/{op.path}"}) for op in inside]
        else:
            name, _, word = path.partition("/")
            if len(path) > _PATH_MOST:
                most = _PATH_MOST - len(name) - 1
                field = name.rpartition(".")[2]
                raise InputError.one(field, f"one of its words has {len(word)} signs: at most {most} are accepted")
            ops.append(Op(path=path, before=one, after=other))
    return ops


def applied(document: Document, ops: Iterable[Op]) -> dict[str, Json]:
    """The document after the changes, whatever stood at their paths before. The order of a list keeps what it does not
    name, at its end. A field of a row that is gone is let go.
    """
    flat = flatten(document)
    within: dict[str, list[Op]] = {}
    for op in ops:
        place, inside = _split(op.path)
        if inside:
            within.setdefault(place, []).append(op.model_copy(update={"path": inside}))
            continue
        name, slash, key = op.path.partition("/")
        if op.after is None:
            flat.pop(op.path, None)
        else:
            flat[op.path] = op.after
        if slash and key:  # the list's own order follows
            order = flat.get(f"{name}/", [])
            if op.after is None:
                flat[f"{name}/"] = [one for one in order if one != key]
            elif key not in order:
                flat[f"{name}/"] = [*order, key]
    for place, of_row in within.items():
        if isinstance(flat.get(place), dict):
            flat[place] = applied(flat[place], of_row)
    return _unflatten(flat)


def inverse(ops: Iterable[Op]) -> list[Op]:
    """What takes the changes back."""
    return [op.inverse() for op in ops]


def untouched(document: Document, ops: Iterable[Op]) -> tuple[list[Op], list[Op]]:
    """Changes whose paths still hold what they left there, and those that somebody has changed since."""
    flat = flatten(document)
    kept: list[Op] = []
    passed: list[Op] = []
    for op in ops:
        same = op.path.endswith("/") or _value(flat, op.path) == op.after
        (kept if same else passed).append(op)
    return kept, passed


def _outermost_missing(flat: Mapping[str, Json], path: str) -> str:
    """The row farthest out of those in which a path lies that is not there; empty where all of them are."""
    parts = path.split("/")
    rows = ("/".join(parts[:length]) for length in range(2, len(parts), 2))
    return next((row for row in rows if _value(flat, row) is None), "")


def merged(base: Document, mine: Document, theirs: Document) -> tuple[dict[str, Json], list[str]]:
    """Theirs with what I changed since the base; and the paths that both changed otherwise, where mine now stands."""
    my_ops = differences(base, mine)
    their_flat, base_flat, my_flat = flatten(theirs), flatten(base), flatten(mine)
    # A row that I changed and they took out comes back whole, wherever it lay.
    gone = {row for op in my_ops if (row := _outermost_missing(their_flat, op.path))}
    both = [
        op.path
        for op in my_ops
        if not op.path.endswith("/")
        and (
            any(op.path.startswith(f"{row}/") for row in gone)
            or _value(their_flat, op.path) not in (_value(base_flat, op.path), op.after)
        )
    ]
    back = [Op(path=row, before=None, after=_value(my_flat, row)) for row in sorted(gone)]
    return applied(theirs, [*back, *my_ops]), both


__all__ = ["Document", "Op", "applied", "differences", "flatten", "inverse", "merged", "untouched"]
