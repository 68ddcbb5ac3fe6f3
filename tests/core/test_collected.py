"""Every test that lies in this folder is run."""

from fnmatch import fnmatch
from pathlib import Path

TESTS = Path(__file__).parents[1]


def test_no_folder_with_tests_has_a_name_that_pytest_walks_past(pytestconfig):
    left_out = pytestconfig.getini("norecursedirs")
    files = [one.relative_to(TESTS) for one in TESTS.rglob("test_*.py")]
    assert any("build" in one.parts for one in files)  # which pytest's own list leaves out
    assert not [one for one in files for part in one.parts[:-1] if any(fnmatch(part, name) for name in left_out)]
