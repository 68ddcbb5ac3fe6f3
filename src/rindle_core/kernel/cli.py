"""The command line of the registry: `rindle calc NAME < in.json > out.json`."""

from __future__ import annotations

import argparse
import json
import sys
from typing import TextIO

from rindle_core.kernel.errors import InputError
from rindle_core.kernel.registry import calculator, calculators, parse_json


def _error_line(error: InputError) -> str:
    return json.dumps({"error": error.as_dict()}, ensure_ascii=False)


def main(
    arguments: list[str] | None = None, source: TextIO = sys.stdin, out: TextIO = sys.stdout, err: TextIO = sys.stderr
) -> int:
    """Runs a calculator. Exit status 0, or 2 with one JSON line on `err` for bad input."""
    parser = argparse.ArgumentParser(prog="rindle calc", description="Rindle's calculators, JSON in and out.")
    parser.add_argument("name", nargs="?", help="name of the calculator")
    parser.add_argument("--list", action="store_true", help="list the calculators")
    parser.add_argument("--schema", action="store_true", help="print the JSON Schemas of input and result")
    parser.add_argument("--lines", action="store_true", help="JSON Lines in and out, one calculation a line")
    options = parser.parse_args(arguments)
    try:
        if options.list:
            out.writelines(f"{name}\t{entry.summary}\n" for name, entry in calculators().items())
            return 0
        if options.name is None:
            raise InputError.one("calculator", f"no name was given; known are {', '.join(calculators())}")
        chosen = calculator(options.name)
        if options.schema:
            out.write(json.dumps(chosen.schema(), indent=2, ensure_ascii=False) + "\n")
            return 0
        if options.lines:
            out.writelines(f"{answer}\n" for answer in chosen.run_lines(source))
            return 0
        out.write(chosen.run(parse_json(source.read())).as_json() + "\n")
    except InputError as error:
        err.write(_error_line(error) + "\n")
        return 2
    return 0


if __name__ == "__main__":
    sys.exit(main())
