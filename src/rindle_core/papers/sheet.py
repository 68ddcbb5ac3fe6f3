"""A sheet of paper as data: blocks of rows, of sentences, of tables. Screen, PDF and page lay out the same."""

from __future__ import annotations

from collections.abc import Sequence

from pydantic import Field

from rindle_core.kernel.model import Model


class SheetRow(Model):
    """A thing and what is to be known of it."""

    what: str
    value: str


class SheetBlock(Model):
    """A part of a sheet under its heading."""

    code: str
    heading: str
    rows: list[SheetRow] = Field(default_factory=list)
    lines: list[str] = Field(default_factory=list, description="Sentences, in their order")
    numbered: bool = Field(default=False, description="Whether the lines are done in their order")
    columns: list[str] = Field(default_factory=list, description="Heads of a table")
    cells: list[list[str]] = Field(default_factory=list, description="Its rows, each as long as the heads")


class Sheet(Model):
    """A whole sheet."""

    title: str
    blocks: list[SheetBlock]


def block(code: str, heading: str, rows: Sequence[tuple[str, str]]) -> list[SheetBlock]:
    """A block of rows, or none where there is nothing to tell."""
    told = [SheetRow(what=what, value=value) for what, value in rows if value]
    return [SheetBlock(code=code, heading=heading, rows=told)] if told else []


def lines(code: str, heading: str, told: Sequence[str], *, numbered: bool = False) -> list[SheetBlock]:
    """A block of sentences, or none."""
    kept = [one for one in told if one]
    return [SheetBlock(code=code, heading=heading, lines=kept, numbered=numbered)] if kept else []


def table(code: str, heading: str, columns: Sequence[str], cells: Sequence[Sequence[str]]) -> list[SheetBlock]:
    """A table, or none. A column in which nothing stands is left out."""
    if not cells:
        return []
    kept = [at for at in range(len(columns)) if at == 0 or any(row[at] for row in cells)]
    return [
        SheetBlock(
            code=code,
            heading=heading,
            columns=[columns[at] for at in kept],
            cells=[[row[at] for at in kept] for row in cells],
        )
    ]


__all__ = ["Sheet", "SheetBlock", "SheetRow", "block", "lines", "table"]
