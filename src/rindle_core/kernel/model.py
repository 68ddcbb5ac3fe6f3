"""Base of every typed input and result, and the reading of untyped data into it."""

from __future__ import annotations

from collections.abc import Mapping
from functools import cache
from typing import Annotated, Any, Self, TypeVar, get_args, get_origin

from pydantic import BaseModel, ConfigDict, Field, ValidationError

from rindle_core.kernel.errors import Fault, InputError


class Model(BaseModel):
    """A frozen value: unknown fields are refused, and no number may be infinite or NaN."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False)

    def __deepcopy__(self, memo: dict[int, Any] | None = None) -> Self:
        """Itself: a value that nobody changes. Pydantic else copies the firm’s lists of words for each default."""
        return self


class Row(Model):
    """A row of a list of facts. Its id stays with it, so that two people may change two rows of one list."""

    id: str = Field(default="", max_length=40, description="Given where the row is first kept")


@cache
def row_lists(kind: type[Model]) -> Mapping[str, type[Row]]:
    """The lists of rows in a model, by the names of their fields, with the rows' own model."""
    found = {}
    for name, told in kind.model_fields.items():
        for item in get_args(told.annotation) if get_origin(told.annotation) is list else ():
            if isinstance(item, type) and issubclass(item, Row):
                found[name] = item
    return found


Code = Annotated[str, Field(max_length=40)]  # of an item of the stores; empty: none


class Facts(Model):
    """What people enter at one station, each fact told once. None or empty: not yet."""


M = TypeVar("M", bound=BaseModel)

# What pydantic calls the fault -> what an installer reads. `{}` takes the error's context.
_SENTENCES: Mapping[str, str] = {
    "missing": "is needed",
    "extra_forbidden": "is no field here: the schema lists those that are (`--schema`, or /api/openapi.json)",
    "greater_than_equal": "is too small: {ge} or more is accepted",
    "greater_than": "is too small: more than {gt} is accepted",
    "less_than_equal": "is too large: {le} or less is accepted",
    "less_than": "is too large: less than {lt} is accepted",
    "float_parsing": "is not a number: write it with digits, such as 12.5",
    "float_type": "is not a number: write it with digits, such as 12.5",
    "int_parsing": "is not a whole number: write it with digits, such as 12",
    "int_type": "is not a whole number: write it with digits, such as 12",
    "int_from_float": "is not a whole number: write it with digits, such as 12",
    "finite_number": "is not a finite number",
    "string_type": "is not text",
    "string_too_long": "is too long: {max_length} characters or fewer are accepted",
    "string_too_short": "is too short: at least {min_length} characters are accepted",
    "literal_error": "is not one of the choices: {expected} is accepted",
    "enum": "is not one of the choices: {expected} is accepted",
    "date_from_datetime_parsing": "is not a date: write it as year-month-day, such as 2026-11-24",
    "date_parsing": "is not a date: write it as year-month-day, such as 2026-11-24",
    **dict.fromkeys(
        ("datetime_parsing", "datetime_from_date_parsing", "datetime_type", "datetime_object_invalid"),
        "is not a moment: write it as year-month-day and hour:minute, such as 2026-11-24 14:05",
    ),
    "timezone_naive": "names a zone: write it by the site's clock, such as 2026-11-24 14:05",
    "timezone_aware": "names no zone: write it as 2026-11-24T14:05:00Z or 2026-11-24T16:05:00+02:00",
    "date_type": "is not a date: write it as year-month-day, such as 2026-11-24",
    "bool_parsing": "is neither true nor false",
    "list_type": "is not a list",
    "too_short": "has too few entries: {min_length} or more are accepted",
    "too_long": "has too many entries: {max_length} or fewer are accepted",
    "model_type": "is not an object with named fields",
    "model_attributes_type": "is not an object with named fields",
    "string_pattern_mismatch": "does not have the form that is accepted: {pattern}",
}


# What pydantic calls the fault -> what a program may go by.
_CODES: Mapping[str, str] = {
    "missing": "missing",
    "extra_forbidden": "unknown_field",
    **dict.fromkeys(("greater_than_equal", "greater_than", "too_short", "string_too_short"), "too_small"),
    **dict.fromkeys(("less_than_equal", "less_than", "too_long", "string_too_long"), "too_large"),
    **dict.fromkeys(("literal_error", "enum"), "not_a_choice"),
    "value_error": "refused",
}


def _plain(value: object) -> object:
    return f"{value:g}" if isinstance(value, float) else value


def fault_of(error: Mapping[str, Any], root: str) -> Fault:
    """One entry of a pydantic error, in the words of this application."""
    path = ".".join(str(part) for part in error["loc"]) or root
    sentence = _SENTENCES.get(error["type"])
    message = (
        str(error["msg"]).removeprefix("Value error, ")
        if sentence is None
        else sentence.format(**{name: _plain(value) for name, value in error.get("ctx", {}).items()})
    )
    given = error.get("input")
    if error["type"] == "string_too_short" and given == "":
        return Fault(path, "is empty: it has to be entered", "missing")
    if error["type"] != "missing" and isinstance(given, str | int | float):
        message = f"{given!r} {message}" if sentence else message
    return Fault(path, message, _CODES.get(error["type"], "wrong_form"))


def faults_of(error: ValidationError, root: str = "input") -> list[Fault]:
    """The faults of a pydantic error, in the words of this application."""
    return [fault_of(dict(item), root) for item in error.errors(include_url=False)]


def parse(kind: type[M], data: object, root: str = "input") -> M:
    """Reads untyped data (from JSON) into `kind`.

    Raises InputError, which names each faulty field and what would be accepted.
    """
    try:
        return kind.model_validate(data)
    except ValidationError as error:
        raise InputError(faults_of(error, root)) from error


__all__ = ["Code", "Facts", "Model", "Row", "fault_of", "faults_of", "parse", "row_lists"]
