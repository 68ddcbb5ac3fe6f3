"""Inputs made from a calculator's own model: each field at its default, its bounds, just inside them, or anywhere."""

from __future__ import annotations

import datetime as dt
import math
from typing import Any, Literal, get_args, get_origin

import annotated_types
import numpy as np
from pydantic import AwareDatetime, BaseModel
from pydantic.fields import FieldInfo

_DAYS = (dt.date(2026, 11, 24), dt.date(2025, 1, 1), dt.date(2029, 12, 30))
_MOMENTS = tuple(dt.datetime(day.year, day.month, day.day, 6, tzinfo=dt.UTC) for day in _DAYS)


class Maker:
    """Draws inputs; the same seed draws the same ones."""

    def __init__(self, seed: int) -> None:
        self.chance = np.random.default_rng(seed)

    def one_of(self, choices: Any) -> Any:
        """Any of them."""
        return choices[int(self.chance.integers(len(choices)))]

    def model(self, kind: type[BaseModel], depth: int = 0) -> dict[str, Any]:
        """Data for a model; optional fields are left out half of the time, deep ones always."""
        data = {}
        for name, field in kind.model_fields.items():
            if not field.is_required() and (depth > 3 or self.chance.random() < 0.45):
                continue
            data[name] = self.value(field.annotation, field, depth)
        return data

    def value(self, annotation: Any, field: FieldInfo, depth: int) -> Any:
        """Data of an annotation under a field's bounds."""
        origin, inner = get_origin(annotation), get_args(annotation)
        if origin is Literal:
            return self.one_of(inner)
        if inner and type(None) in inner:
            kept = [one for one in inner if one is not type(None)]
            return None if self.chance.random() < 0.3 else self.value(kept[0], field, depth)
        if hasattr(annotation, "__metadata__"):
            bounded = FieldInfo.from_annotation(annotation)
            return self.value(bounded.annotation, bounded, depth)
        if origin is list:
            return self._list(inner[0], field, depth)
        if origin is tuple:
            return [self.value(one, FieldInfo.from_annotation(one), depth) for one in inner if one is not Ellipsis]
        if origin is dict:
            return {}
        return self._plain(annotation, field, depth)

    def _list(self, inner: Any, field: FieldInfo, depth: int) -> list[Any]:
        least = next((one.min_length for one in field.metadata if isinstance(one, annotated_types.MinLen)), 0)
        most = next((one.max_length for one in field.metadata if isinstance(one, annotated_types.MaxLen)), least + 3)
        count = int(self.chance.integers(least, min(most, least + 3) + 1))
        return [self.value(inner, FieldInfo.from_annotation(inner), depth + 1) for _ in range(count)]

    def _plain(self, annotation: Any, field: FieldInfo, depth: int) -> Any:
        if isinstance(annotation, type) and issubclass(annotation, BaseModel):
            return self.model(annotation, depth + 1)
        if annotation is bool:
            return bool(self.chance.random() < 0.5)
        if annotation in (int, float):
            found = self._number(field)
            return round(found) if annotation is int else found
        if annotation is dt.date:
            return self.one_of(_DAYS).isoformat()
        if annotation in (dt.datetime, AwareDatetime):
            return self.one_of(_MOMENTS).isoformat()
        if annotation is str:
            return self.one_of(["", "A", "K", "-29.5, 28.2", "name,latitude_deg,longitude_deg\nx,1,2"])
        return self.one_of([one.value for one in annotation]) if hasattr(annotation, "__members__") else None

    def _number(self, field: FieldInfo) -> float:
        low, high, open_low, open_high = -1e6, 1e6, False, False
        for one in field.metadata:
            if isinstance(one, annotated_types.Ge):
                low = float(one.ge)
            elif isinstance(one, annotated_types.Gt):
                low, open_low = float(one.gt), True
            elif isinstance(one, annotated_types.Le):
                high = float(one.le)
            elif isinstance(one, annotated_types.Lt):
                high, open_high = float(one.lt), True
        first = low + max(1e-9, abs(low) * 1e-12) if open_low else low
        last = math.nextafter(high, low) if open_high else high
        inside = float(self.chance.uniform(first, last))
        small = min(max(0.0, first), last)
        return float(self.one_of([first, last, inside, inside, small, (first + last) / 2]))
