"""How a fact is asked for: the words, the unit and the choices that go with it, told once beside the fact itself."""

from __future__ import annotations

import datetime as dt
import types
import typing
from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass, field
from typing import Annotated, Any, Literal, Union, get_args, get_origin

from pydantic import AwareDatetime, BaseModel, NaiveDatetime
from pydantic.fields import FieldInfo

Kind = Literal["number", "text", "choice", "tick", "day", "moment", "words", "rows", "kept"]

_UNITS = (
    *("deg_per_s", "deg", "db", "hz", "ms", "s", "mbps", "percent", "m", "km", "mm", "kg", "mps", "mhz", "w", "wh"),
    *(
        "c",
        "ma",
        "h",
        "min",
        "years",
        "m_per_year",
        "n",
        "nm",
        "mpa",
        "kpa",
        "v",
        "ohm",
        "mohm",
        "mm2",
        "dbm",
        "l",
        "m3",
    ),
)


def unit_of(name: str) -> str:
    """The unit that the name of a number ends with, as `kernel.units` calls it; empty where it has none."""
    return next((unit for unit in sorted(_UNITS, key=len, reverse=True) if name.endswith(f"_{unit}")), "")


@dataclass(frozen=True, slots=True)
class Entry:
    """The words of an entry. They travel as annotations of the JSON schema: title, description and examples."""

    label: str
    hint: str = ""
    placeholder: str = ""
    choices: Mapping[str, str] = field(default_factory=dict)
    words: str = ""  # the list of the house's words from which it is ticked or chosen
    past: bool = False  # a day or moment at which something has been: never one that is still to come

    def __get_pydantic_json_schema__(self, core_schema: Any, handler: Callable[[Any], dict[str, Any]]) -> Any:
        schema = dict(handler(core_schema))
        schema["title"] = self.label
        if self.hint:
            schema["description"] = self.hint
        return schema

    def __hash__(self) -> int:
        return hash((self.label, self.hint, self.placeholder, tuple(self.choices.items()), self.words, self.past))


class Told(BaseModel):
    """An entry as a screen needs it."""

    label: str
    kind: Kind
    hint: str = ""
    placeholder: str = ""
    unit: str = ""
    optional: bool = False
    max_length: int | None = None
    choices: list[tuple[str, str]] = []
    words: str = ""


def entry_of(fact: FieldInfo) -> Entry | None:
    """The words of a fact, where it has any."""
    return next((one for one in fact.metadata if isinstance(one, Entry)), None)


def _bare(kind: Any) -> tuple[Any, bool]:
    """The type without None and without its bounds, and whether None is accepted."""
    if get_origin(kind) is Annotated:
        return _bare(get_args(kind)[0])
    if get_origin(kind) in (Union, types.UnionType):
        rest = [one for one in get_args(kind) if one is not type(None)]
        if len(rest) == 1:
            return _bare(rest[0])[0], True
    return kind, False


def row_of(kind: Any) -> type[BaseModel] | None:
    """The model of the rows of a list, or of what a fact holds; None where it is neither."""
    bare, _ = _bare(kind)
    inner = _bare(get_args(bare)[0])[0] if get_origin(bare) is list else bare
    return inner if isinstance(inner, type) and issubclass(inner, BaseModel) else None


def _kind_of(bare: Any, name: str) -> Kind:
    if get_origin(bare) is list:
        return "rows" if row_of(bare) else "words"
    if get_origin(bare) is Literal:
        return "choice"
    simple: dict[Any, Kind] = {
        bool: "tick", int: "number", float: "number", str: "text", dt.date: "day", dt.datetime: "moment",
        AwareDatetime: "moment", NaiveDatetime: "moment",
    }  # fmt: skip
    if bare is str and name.endswith("_code"):
        return "choice"
    return simple.get(bare, "kept")


def _told(name: str, fact: FieldInfo, entry: Entry) -> Told:
    bare, optional = _bare(fact.annotation)
    kind = _kind_of(bare, name)
    return Told(
        label=entry.label,
        kind=kind,
        hint=entry.hint,
        placeholder=entry.placeholder,
        unit=unit_of(name) if kind == "number" else "",
        optional=optional,
        max_length=next((length for one in fact.metadata if (length := getattr(one, "max_length", None))), None),
        choices=list(entry.choices.items()),
        words=entry.words,
    )


def entries_of(model: type[BaseModel], at: str) -> Iterator[tuple[str, Told]]:
    """Every entry of a model by its path: `mount.mast_wall_mm`, `sky.trial.height_m`, `handover.runs[].down_mbps`."""
    for name, fact in model.model_fields.items():
        entry = entry_of(fact)
        if entry is None:
            continue
        path = f"{at}.{name}"
        told = _told(name, fact, entry)
        yield path, told
        row = row_of(fact.annotation)
        if row is not None:
            yield from entries_of(row, f"{path}[]" if told.kind == "rows" else path)


def literal_choices(fact: FieldInfo) -> tuple[str, ...] | None:
    """The codes of a fact that has a fixed choice; None where it has not."""
    bare, _ = _bare(fact.annotation)
    return typing.get_args(bare) if get_origin(bare) is Literal else None


__all__ = ["Entry", "Kind", "Told", "entries_of", "entry_of", "literal_choices", "unit_of"]
