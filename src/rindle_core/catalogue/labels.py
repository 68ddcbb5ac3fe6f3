"""What the forms of the stores call each field: one name for a person, whatever the data calls it."""

from __future__ import annotations

import json
from collections.abc import Mapping
from importlib.resources import files
from types import MappingProxyType
from typing import Any

from rindle_core.catalogue.choices import choices_of
from rindle_core.catalogue.rule_groups import RULE_GROUPS
from rindle_core.kernel.units import UNIT_CODES

# By the name of the field, without its unit, which the form shows by itself.
LABELS: dict[str, str] = json.loads(files("rindle_core.catalogue").joinpath("data/labels.json").read_text("utf-8"))


# Units of the stores that are the same in both systems and that no result is told in.
_SIGNS = {
    "ohm_per_100m": "Ω",
    "ml": "ml",
    "deg_per_turn": "°",
    "dbm": "dBm",
    "bits": "bits",
    "ghz": "GHz",
    "w": "W",
}


def _unit(name: str) -> tuple[str, str]:
    """The unit code of a field, or else the sign of its unit; both empty for what has none."""
    endings = sorted({*UNIT_CODES, *_SIGNS}, key=len, reverse=True)
    found = next((one for one in endings if name == one or name.endswith(f"_{one}")), "")
    return ("", _SIGNS[found]) if found in _SIGNS else (found, "")


def labelled(schema: dict[str, Any], kept: Mapping[str, Mapping[str, str]] = MappingProxyType({})) -> dict[str, Any]:
    """The JSON Schema with a label, and a unit code where the field has one, on every property (`x-label`, `x-unit`;

    `x-sign` where the unit is the same in every system), and the words of its choices by their codes (`x-choices`),
    of what the firm keeps itself those of `kept`, by `Model.field`.
    """
    for part in (schema, *schema.get("$defs", {}).values()):
        for name, told in part.get("properties", {}).items():
            if choices := choices_of(part["title"], name) or kept.get(f"{part['title']}.{name}"):
                told["x-choices"] = dict(choices)
            told["x-label"] = LABELS[name]
            unit, sign = _unit(name)
            if unit:
                told["x-unit"] = unit
            elif sign:
                told["x-sign"] = sign
    for group, names in RULE_GROUPS.items():
        for name in names:
            if schema.get("title") == "HouseRules":
                schema["properties"][name]["x-group"] = group
    return schema


__all__ = ["LABELS", "labelled"]
