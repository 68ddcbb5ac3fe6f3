"""The one registry of calculators: command line, API and documentation are made from it."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any, Generic, TypeVar

from rindle_core.errors import InputError
from rindle_core.findings import Finding
from rindle_core.model import Model, parse

I = TypeVar("I", bound=Model)  # noqa: E741  # the usual letter for an input type
R = TypeVar("R", bound=Model)


@dataclass(frozen=True, slots=True)
class Outcome(Generic[R]):
    """What a calculator gives: a typed result, and what Rindle makes of it."""

    result: R
    findings: list[Finding]

    def as_dict(self) -> dict[str, Any]:
        """The outcome as JSON-ready data."""
        return {
            "result": self.result.model_dump(mode="json"),
            "findings": [finding.model_dump(mode="json") for finding in self.findings],
        }


@dataclass(frozen=True, slots=True)
class Calculator(Generic[I, R]):
    """A pure function from a typed input to a typed result with findings."""

    name: str
    summary: str
    input_type: type[I]
    result_type: type[R]
    function: Callable[[I], Outcome[R]]

    def run(self, data: object) -> Outcome[R]:
        """Reads untyped data and calculates. Raises InputError."""
        return self.function(parse(self.input_type, data))

    def schema(self) -> dict[str, Any]:
        """JSON Schemas of input and result."""
        return {
            "name": self.name,
            "summary": self.summary,
            "input": self.input_type.model_json_schema(),
            "result": self.result_type.model_json_schema(mode="serialization"),
        }


_CALCULATORS: dict[str, Calculator[Any, Any]] = {}


def register(
    name: str, summary: str, input_type: type[I], result_type: type[R]
) -> Callable[[Callable[[I], Outcome[R]]], Callable[[I], Outcome[R]]]:
    """Registers the decorated function under a name that has not been taken."""

    def decorate(function: Callable[[I], Outcome[R]]) -> Callable[[I], Outcome[R]]:
        if name in _CALCULATORS:
            raise ValueError(f"calculator {name} is registered twice")
        _CALCULATORS[name] = Calculator(name, summary, input_type, result_type, function)
        return function

    return decorate


def calculators() -> dict[str, Calculator[Any, Any]]:
    """All calculators by name, in alphabetical order."""
    import rindle_core.calculators  # noqa: F401  # registers on import

    return dict(sorted(_CALCULATORS.items()))


def calculator(name: str) -> Calculator[Any, Any]:
    """The calculator of that name. Raises InputError that lists the names."""
    known = calculators()
    if name not in known:
        raise InputError.one("calculator", f"{name!r} is not a calculator; known are {', '.join(known)}")
    return known[name]


__all__ = ["Calculator", "Outcome", "calculator", "calculators", "register"]
