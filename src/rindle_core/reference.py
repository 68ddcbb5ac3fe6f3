"""Two pages that are made from the code itself.

`python -m rindle_core.reference > docs/formulas.md`: the calculators, from their registry;
`python -m rindle_core.reference findings > docs/findings.md`: the findings, from the table of each room.
"""

from __future__ import annotations

import inspect
import json
import sys
from importlib.resources import files
from types import ModuleType
from typing import Any

from rindle_core.kernel import geometry
from rindle_core.kernel.registry import Calculator, calculators
from rindle_core.science import (
    antenna,
    elements,
    gas,
    geodesy,
    look_angles,
    magnetism,
    outline,
    radiation,
    refraction,
    site_clock,
    sun,
    terrain,
)
from rindle_core.stations.fold import COURSE, kinds_of

_MODULES = (
    look_angles,
    refraction,
    magnetism,
    geometry,
    geodesy,
    site_clock,
    sun,
    antenna,
    gas,
    radiation,
    outline,
    elements,
    terrain,
)
_HEAD = """# Formulas

Made from the registry of calculators by `python -m rindle_core.reference`; the tests fail when it is stale.
Every calculator is reached in three ways with the same JSON: `./rindle calc NAME`, `POST /api/calc/NAME`, and the
screens.
All angles are in degrees, all other units are in the names of the fields.
"""


WORKED: dict[str, dict[str, Any]] = json.loads(files("rindle_core").joinpath("worked.json").read_text("utf-8"))


def _worked(name: str) -> list[str]:
    """Equation, symbols, source and a worked example, which the tests run."""
    told = WORKED.get(name)
    if told is None:
        return []
    symbols = "; ".join(f"{symbol}: {field}" for symbol, field in told["symbols"].items())
    results = ", ".join(f"`{path}` {one['value']}" for path, one in told["comes_to"].items())
    return [
        f"**{told['equation']}**",
        "",
        *([symbols + ".", ""] if symbols else []),
        f"Source: {told['source']}.",
        "",
        f"Worked: `{json.dumps(told['given'], ensure_ascii=False)}`",
        f"comes to {results} ({told['by']}).",
        "",
    ]


def _about(kind: Any) -> str:
    return inspect.cleandoc(kind.__doc__ or "")


def _inputs(kind: Any) -> list[str]:
    rows = ["| field | default | meaning |", "|---|---|---|"]
    for name, field in kind.model_fields.items():
        plain = field.default is None or isinstance(field.default, int | float | str)
        default = (
            "needed"
            if field.is_required()
            else f"`{field.default}`"
            if plain and field.default_factory is None
            else "see the schema"
        )
        rows.append(f"| `{name}` | {default} | {field.description or ''} |")
    return rows


def _results(kind: Any) -> list[str]:
    return [
        "| field | meaning |",
        "|---|---|",
        *(f"| `{name}` | {field.description or ''} |" for name, field in kind.model_fields.items()),
    ]


def _functions(module: ModuleType, leave_out: object = None) -> list[str]:
    lines = []
    for name, value in vars(module).items():
        if (
            inspect.isfunction(value)
            and value.__module__ == module.__name__
            and not name.startswith("_")
            and value is not leave_out
        ):
            lines += ["", f"`{name}`: {_about(value)}"]
    return lines


def _section(entry: Calculator[Any, Any]) -> list[str]:
    lines = [
        f"\n## `{entry.name}`",
        entry.summary + ".",
        "",
        *_worked(entry.name),
        _about(entry.function),
        "",
        f"**In.** {_about(entry.input_type)}",
        "",
    ]
    lines += [*_inputs(entry.input_type), "", f"**Out.** {_about(entry.result_type)}", "", *_results(entry.result_type)]
    return lines + _functions(sys.modules[entry.function.__module__], entry.function)


def _beneath(module: ModuleType) -> list[str]:
    return [f"\n### `{module.__name__.rpartition('.')[2]}`", _about(module), *_functions(module)]


def page() -> str:
    """The whole page as Markdown."""
    sections = [line for entry in calculators().values() for line in _section(entry)]
    beneath = [line for module in _MODULES for line in _beneath(module)]
    return "\n".join([_HEAD, *sections, "\n## What the calculators stand on", *beneath]) + "\n"


_FINDINGS_HEAD = """# Findings

Made from the `findings.py` of each room by `python -m rindle_core.reference findings`; the tests fail when it is stale.

A finding has a level, a figure against a limit, the reason in a sentence, and what would clear it. Its code is stable.
Levels: **clear**, **mind** (look at it, go on if you accept it), **hold** (do not go on), **unknown** (an entry is
missing).
`…` stands for the axis, the need, the hazard, the use or the place of a push.
"""


def findings_page() -> str:
    """The kinds of finding, room by room, as Markdown."""
    lines = [_FINDINGS_HEAD]
    for station in COURSE:
        lines += [f"## {station.name}", "", "| code | judges | against | entry that changes it | source |"]
        lines += ["|---|---|---|---|---|"]
        for kind in kinds_of(station.code):
            at = f"`{kind.at}`" if kind.at else ""
            lines.append(f"| `{kind.code.format('…')}` | {kind.judges} | {kind.against} | {at} | {kind.source} |")
        lines.append("")
    return "\n".join(lines)


if __name__ == "__main__":
    sys.stdout.write(findings_page() if sys.argv[1:] == ["findings"] else page())
