"""Invented families as templates to copy from, for a firm whose stores are empty."""

from __future__ import annotations

from importlib.resources import files
from typing import Any

from pydantic import TypeAdapter


def starter() -> dict[str, list[dict[str, Any]]]:
    """Entries by kind. Each that carries figures of a maker or operator is marked as a template."""
    text = files("rindle_core.catalogue").joinpath("data/starter.json").read_text("utf-8")
    table: dict[str, list[dict[str, Any]]] = TypeAdapter(dict[str, list[dict[str, Any]]]).validate_json(text)
    return table


__all__ = ["starter"]
