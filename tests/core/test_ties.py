"""A figure that is exactly at its limit: the last digits of a float make no verdict."""

import pytest

from rindle_core.kernel.findings import Level
from rindle_core.kernel.ties import no_less, no_more
from rindle_core.stations.peak.lockdown import LockdownInput, lockdown


def test_what_is_as_much_as_allowed_is_allowed_and_a_hair_more_is_not():
    assert 10.9 - 10.7 > 0.2  # what a float makes of it
    assert no_more(10.9 - 10.7, 0.2)
    assert no_less(0.2, 10.9 - 10.7)
    assert no_more(0.1 + 0.7 + 49.2, 50.0)
    assert not no_more(0.2001, 0.2)
    assert not no_less(0.1999, 0.2)


@pytest.mark.parametrize("before_db", [5.2, 8.3, 10.9, 11.0, 12.3, 13.7])
def test_a_lock_that_costs_what_it_may_holds_wherever_the_level_stands(before_db):
    def said(after_db):
        found = lockdown(LockdownInput(before_db=before_db, after_db=after_db)).findings
        return next(one.level for one in found if one.code == "peak.hold.tightening")

    assert said(round(before_db - 0.2, 1)) is Level.CLEAR
    assert said(round(before_db - 0.3, 1)) is Level.HOLD
