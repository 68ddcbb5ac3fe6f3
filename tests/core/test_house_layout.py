"""The house as it is described: each room has the same parts, and what is outside of it mirrors it."""

from pathlib import Path

import pytest

from rindle_core.kernel.calculators import MODULE_OF
from rindle_core.stations.fold import COURSE
from rindle_core.stations.names import NAMES

ROOT = Path(__file__).parents[2]
STATIONS = ROOT / "src" / "rindle_core" / "stations"


@pytest.mark.parametrize("code", NAMES)
def test_each_room_has_facts_a_part_an_assessment_and_a_headline(code):
    parts = {path.stem for path in (STATIONS / code).glob("*.py")}
    assert {"__init__", "facts", "part", "assess", "headline", "room"} <= parts
    room = next(one for one in COURSE if one.code == code)
    assert room.facts.__module__ == f"rindle_core.stations.{code}.facts"
    assert room.result.__module__ == f"rindle_core.stations.{code}.part"


def test_there_is_no_other_room():
    assert {path.name for path in STATIONS.iterdir() if path.is_dir() and path.name != "__pycache__"} == set(NAMES)


def test_the_fold_names_no_calculator_and_is_short():
    text = (ROOT / "src" / "rindle_core" / "job.py").read_text("utf-8")
    body = text.partition("def assess(")[2].partition("__all__")[0]
    assert body.count("\n") < 80
    assert not [name for name in MODULE_OF if f"{name}(" in body.replace("assess(", "")]


def test_no_fact_of_one_room_has_the_name_of_another_rooms():
    names = [name for room in COURSE for name in room.facts.model_fields]
    assert len(names) == len(set(names))


def test_nothing_but_the_journal_writes_documents_of_stations():
    server = ROOT / "src" / "rindle_server"
    writers = {
        str(path.relative_to(server))
        for path in server.rglob("*.py")
        if "migrations" not in path.parts
        and any(one in path.read_text("utf-8") for one in ("StationDoc(", "docs.create(", "StationDoc.objects.create"))
    }
    assert writers == {"jobs/journal.py", "jobs/models.py", "jobs/edit.py"}  # a new job's first one is made by `create`


@pytest.mark.parametrize("code", NAMES)
def test_each_room_has_tests_of_its_own(code):
    folder = Path(__file__).parent / "stations" / code
    assert list(folder.glob("test_*.py")), f"tests/core/stations/{code} tells what the room {code} must do"


def test_tests_of_science_have_the_name_of_their_module():
    modules = {path.stem for path in (ROOT / "src" / "rindle_core" / "science").glob("*.py")}
    tests = {path.stem.removeprefix("test_") for path in (Path(__file__).parent / "science").glob("test_*.py")}
    assert tests <= modules


def test_drawings_have_the_name_of_the_room_that_they_draw():
    drawn = {
        path.stem.partition("_")[0] or path.stem for path in (ROOT / "src" / "rindle_server" / "drawings").glob("*.py")
    }
    assert drawn - {"__init__", "svg", "strip", "plan"} <= set(NAMES)  # how one draws, and the plan that several show


def test_a_start_loads_no_part_of_scipy():
    """A part costs up to a second; `import scipy` loads each when it is first asked for."""
    texts = {path: path.read_text("utf-8").splitlines() for path in (ROOT / "src").rglob("*.py")}
    assert len(texts) > 400
    assert not [
        path.name for path, lines in texts.items() for one in lines if one.startswith(("from scipy", "import scipy."))
    ]
