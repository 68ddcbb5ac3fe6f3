"""Tables as text: CSV with comma, semicolon or tab, as spreadsheets of all lands and ages write it."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterator

from rindle_core.kernel.errors import InputError

_MARKS = ",;\t"
_FORMULA = ("=", "+", "-", "@", "\t", "\r")  # a spreadsheet would calculate what begins so


def plain_text(text: str, field: str = "text") -> str:
    """Text without byte order mark, its line ends as ours. Raises InputError for what is no text."""
    if "\x00" in text:
        raise InputError.one(field, "holds a zero byte, so it is no text; CSV or JSON in UTF-8 is accepted")
    return text.lstrip("\ufeff").replace("\r\n", "\n").replace("\r", "\n")


def read_rows(text: str, field: str = "text") -> Iterator[tuple[int, dict[str, str]]]:
    """Line number and cells by column of every row below the header; names and cells without blanks about them.

    The mark between cells is the one that the header uses most. A first row stands for an empty table too: the header's
    columns with no cell. Raises InputError that names the line.
    """
    body = plain_text(text, field)
    header = body.partition("\n")[0]
    reader = csv.reader(io.StringIO(body), delimiter=max(_MARKS, key=header.count), skipinitialspace=True)
    try:
        names = [name.strip() for name in next(reader, [])]
        for cells in reader:
            if cells:
                padded = [*cells, *[""] * (len(names) - len(cells))]
                yield reader.line_num, {name: cell.strip() for name, cell in zip(names, padded, strict=False)}
    except csv.Error as error:
        raise InputError.one(field, f"line {reader.line_num} cannot be read as a table: {error}") from error


def columns_of(text: str, field: str = "text") -> list[str]:
    """The header's names."""
    header = plain_text(text, field).partition("\n")[0]
    rows = csv.reader(io.StringIO(header), delimiter=max(_MARKS, key=header.count), skipinitialspace=True)
    try:
        return [name.strip() for name in next(rows, [])]
    except csv.Error as error:
        raise InputError.one(field, f"the header cannot be read: {error}") from error


def safe_cell(text: str) -> str:
    """A cell of words that no spreadsheet takes for a formula: one that begins like it gets an apostrophe before it.

    Source: OWASP, CSV injection.
    """
    return f"'{text}" if text.startswith(_FORMULA) else text


__all__ = ["columns_of", "plain_text", "read_rows", "safe_cell"]
