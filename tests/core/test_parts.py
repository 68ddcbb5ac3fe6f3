"""What takes turns has its turn: within its days each case goes, and by hand all of them go."""

import pytest

from tests import parts


class Item:
    """One of pytest's items, as far as its turn goes."""

    def __init__(self, name, days=None):
        self.nodeid, self.days = name, days

    def get_closest_marker(self, _name):
        return self.days and pytest.mark.turns(days=self.days).mark


ITEMS = [Item(f"t{at}", days) for at, days in enumerate([3, None, 2, 3, 3, 3, 2, parts.EACH_DAY, None])]


def names(items):
    return {one.nodeid for one in items}


def test_within_its_days_each_has_its_turn_whatever_the_order(monkeypatch):
    went = []
    for day in range(20_000, 20_006):
        monkeypatch.setenv("RINDLE_DAY", str(day))
        today, away = parts.turns_of_today(ITEMS)
        assert names(parts.turns_of_today(ITEMS[::-1])[0]) == names(today)
        assert names(today) | names(away) == names(ITEMS)
        assert len(today) + len(away) == len(ITEMS)
        assert {"t1", "t7", "t8"} <= names(today) != names(ITEMS)
        went.append(names(today))
    assert set.union(*went[:3]) == names(ITEMS)
    assert [sum(one.nodeid in day for day in went) for one in ITEMS] == [2, 6, 3, 2, 2, 2, 3, 6, 6]


def test_by_hand_all_of_them_go(monkeypatch):
    monkeypatch.delenv("RINDLE_DAY", raising=False)
    assert parts.turns_of_today(ITEMS) == (ITEMS, [])
    assert parts.of_today("abcde", 3) == list("abcde")


def test_of_cases_each_goes_once_in_its_days(monkeypatch):
    found = []
    for day in (7, 8, 9):
        monkeypatch.setenv("RINDLE_DAY", str(day))
        found += parts.of_today("abcde", 3)
    assert sorted(found) == list("abcde")
