"""The one registry of calculators: command line, API and documentation are made from it."""

from __future__ import annotations

import contextlib
import json
from collections.abc import Callable, Iterable, Iterator, Sequence
from dataclasses import dataclass
from importlib import import_module
from itertools import islice
from typing import Any, Generic, TypeVar

from pydantic import ValidationError

from rindle_core.kernel.calculators import MODULE_OF
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Finding
from rindle_core.kernel.model import Model, faults_of, parse

I = TypeVar("I", bound=Model)  # noqa: E741  # the usual letter for an input type
R = TypeVar("R", bound=Model)


_CHUNK = 1000
_LEAST = 1e-9


def measure(text: str) -> float:
    """A number as it stands in JSON. What is under a billionth of a unit is no measure of anything here: it is 0, so
    that a field which wants more than 0 refuses it instead of dividing by it.
    """
    number = float(text)
    return number if abs(number) >= _LEAST else 0.0


def parse_json(text: str | bytes) -> Any:
    """JSON as Python data. Raises InputError."""
    try:
        return json.loads(text, parse_float=measure)
    except (json.JSONDecodeError, UnicodeDecodeError) as error:
        raise InputError.one("input", f"is not JSON: {error}; an object with named fields is accepted") from error
    except RecursionError as error:
        raise InputError.one("input", "is nested too deeply; an object with named fields is accepted") from error


def _chunks(lines: Iterable[str], size: int) -> Iterator[list[str]]:
    whole = (line for line in lines if line.strip())
    while chunk := list(islice(whole, size)):
        yield chunk


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

    def as_json(self) -> str:
        """The outcome as one line of JSON."""
        findings = ", ".join(finding.model_dump_json() for finding in self.findings)
        return f'{{"result": {self.result.model_dump_json()}, "findings": [{findings}]}}'


@dataclass(frozen=True, slots=True)
class Calculator(Generic[I, R]):
    """A pure function from a typed input to a typed result with findings."""

    name: str
    summary: str
    input_type: type[I]
    result_type: type[R]
    function: Callable[[I], Outcome[R]]
    many: Callable[[Sequence[I]], list[Outcome[R]]] | None = None

    def run_lines(self, lines: Iterable[str]) -> Iterator[str]:
        """Calculates JSON Lines into JSON Lines, in order; a bad line gives its error in its place.

        Where the calculator has an array form the lines are put through it a thousand at a time.
        """
        for chunk in _chunks(lines, _CHUNK):
            read: list[I | InputError] = [self._read(line) for line in chunk]
            good = [one for one in read if not isinstance(one, InputError)]
            outcomes = iter(self._all(good))
            for one in read:
                answer = one if isinstance(one, InputError) else next(outcomes)
                yield (
                    json.dumps({"error": answer.as_dict()}, ensure_ascii=False)
                    if isinstance(answer, InputError)
                    else answer.as_json()
                )

    def _read(self, line: str) -> I | InputError:
        try:
            return parse(self.input_type, parse_json(line))
        except InputError as error:
            return error

    def _all(self, given: list[I]) -> Iterable[Outcome[R] | InputError]:
        """All of them by the array form where there is one;

        where that fails, one by one, so that one spoils no other.
        """
        if self.many:
            with contextlib.suppress(Exception):
                return self.many(given)
        return map(self._safely, given)

    def _safely(self, given: I) -> Outcome[R] | InputError:
        try:
            return self.function(given)
        except InputError as error:
            return error
        except Exception as error:  # one line that cannot be calculated must not end the others
            return InputError.one(self.name, f"could not be calculated ({type(error).__name__}: {error})")

    def run(self, data: object) -> Outcome[R]:
        """Reads untyped data and calculates. Raises InputError."""
        given = parse(self.input_type, data)
        try:
            return self.function(given)
        except ValidationError as error:  # a figure on the way left the range of what it is handed to
            raise InputError(faults_of(error, self.name)) from error

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
    name: str,
    summary: str,
    input_type: type[I],
    result_type: type[R],
    many: Callable[[Sequence[I]], list[Outcome[R]]] | None = None,
) -> Callable[[Callable[[I], Outcome[R]]], Callable[[I], Outcome[R]]]:
    """Registers the decorated function under a name that has not been taken."""

    def decorate(function: Callable[[I], Outcome[R]]) -> Callable[[I], Outcome[R]]:
        if name in _CALCULATORS:
            raise ValueError(f"calculator {name} is registered twice")
        _CALCULATORS[name] = Calculator(name, summary, input_type, result_type, function, many)
        return function

    return decorate


def calculators() -> dict[str, Calculator[Any, Any]]:
    """All calculators by name, in alphabetical order."""
    for module in set(MODULE_OF.values()):
        import_module(f"rindle_core.{module}")
    return dict(sorted(_CALCULATORS.items()))


def calculator(name: str) -> Calculator[Any, Any]:
    """The calculator of that name. Raises InputError that lists the names."""
    if name not in MODULE_OF:
        raise InputError.one("calculator", f"{name!r} is not a calculator; known are {', '.join(sorted(MODULE_OF))}")
    import_module(f"rindle_core.{MODULE_OF[name]}")
    return _CALCULATORS[name]


__all__ = ["Calculator", "Outcome", "calculator", "calculators", "measure", "parse_json", "register"]
