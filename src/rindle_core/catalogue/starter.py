"""Invented families as templates to copy from, for a firm whose stores are empty."""

from __future__ import annotations

from functools import cache
from importlib.resources import files
from typing import Any

from pydantic import TypeAdapter

from rindle_core.catalogue.models import Constellation, Satellite, Terminal

_NO_FIGURES = {"code", "name", "template", "in_stock_count"}
_KINDS: dict[type, str] = {Terminal: "terminal", Satellite: "satellite", Constellation: "constellation"}


def starter() -> dict[str, list[dict[str, Any]]]:
    """Entries by kind. Each that carries figures of a maker or operator is marked as a template."""
    text = files("rindle_core.catalogue").joinpath("data/starter.json").read_text("utf-8")
    table: dict[str, list[dict[str, Any]]] = TypeAdapter(dict[str, list[dict[str, Any]]]).validate_json(text)
    return table


@cache
def _figures(kind: type[Terminal | Satellite | Constellation]) -> list[dict[str, Any]]:
    return [kind.model_validate(one).model_dump(exclude=_NO_FIGURES) for one in starter()[_KINDS[kind]]]


def is_invented(entry: Terminal | Satellite | Constellation) -> bool:
    """Whether its figures are a template's: it is one, or a copy of one of which nothing but the name was changed."""
    return entry.template or entry.model_dump(exclude=_NO_FIGURES) in _figures(type(entry))


__all__ = ["is_invented", "starter"]
