"""Nobody is asked for what no rule and no paper reads."""

import re
from pathlib import Path

from rindle_core.kernel.entry import entries_of
from rindle_core.stations.entries import ROOMS

_SOURCE = Path(__file__).parents[2] / "src"
_DECLARED = ("facts.py", "rows.py")  # where entries are named, not read
_BY_SIDE = re.compile(r"push_(left|right|top|bottom)_during_db")  # read as f"push_{side}_during_db"


def test_every_tick_choice_and_figure_that_is_asked_is_read_somewhere():
    read = {
        word
        for path in _SOURCE.rglob("*.py")
        if path.name not in _DECLARED and "migrations" not in path.parts
        for word in re.findall(r"\w+", path.read_text(encoding="utf-8"))
    }
    asked = {
        path.rpartition(".")[2]
        for room, kind in ROOMS.items()
        for path, told in entries_of(kind, room)
        if told.kind in ("tick", "choice", "number")
    }
    assert len(asked) > 300
    assert sorted(name for name in asked - read if not _BY_SIDE.fullmatch(name)) == []
