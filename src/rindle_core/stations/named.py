"""Names in which a size stands, and what people wrote: neither is turned into another unit."""

from __future__ import annotations

from collections.abc import Iterator
from functools import cache
from typing import Any, Literal, get_args, get_origin, get_type_hints

from pydantic import BaseModel

from rindle_core.kernel.units import holds_size
from rindle_core.stations.secret_facts import SECRETS

# Of an item of the stores these are names: its own, those of its parts, of the tools. The rest are sentences.
_NAMES = frozenset({"name", "tools"})
# Codes and passwords are nobody's words: a list of names is no place for them.
_SECRET = frozenset(name for names in SECRETS.values() for name in names)
_MAY_HOLD = (str, list, tuple, BaseModel)


@cache  # as many as there are models
def _fields(kind: type[BaseModel]) -> tuple[tuple[str, bool], ...]:
    told = get_type_hints(kind)
    return tuple((name, name in _NAMES) for name in kind.model_fields if name not in _SECRET and _may_tell(told[name]))


def _may_tell(annotation: Any) -> bool:
    """Whether what people wrote may stand in it: a log has thousands of rows, and no word of anybody's."""
    if isinstance(annotation, type) and issubclass(annotation, BaseModel):
        return bool(_fields(annotation))
    inside = [one for one in get_args(annotation) if get_origin(annotation) is not Literal]
    return annotation in (str, Any, object) or any(_may_tell(one) for one in inside)


def _texts(told: object, every: bool) -> Iterator[str]:
    if isinstance(told, str):
        if every:
            yield told
    elif isinstance(told, BaseModel):
        held = told.__dict__
        for field, is_name in _fields(type(told)):
            value = held[field]
            if value and isinstance(value, _MAY_HOLD):
                yield from _texts(value, every or is_name)
    elif isinstance(told, list | tuple):
        for one in told:
            yield from _texts(one, every)


def named_in(*items: object, every: bool = False) -> frozenset[str]:
    """The names with a size among items of the stores, or `every` such text of what people entered."""
    return frozenset(text.strip() for one in items for text in _texts(one, every) if holds_size(text))


__all__ = ["named_in"]
