"""What goes today: a run of ./rindle test is a day's part of what takes long, ./rindle test all goes through all of it.

Cases that go the same way, and tests that take long, go one in so many, others each day (RINDLE_DAY, which ./rindle
tells to all of a run: also over midnight, and when it is tried again, a run has one day). pytest by hand knows no day
and runs all that it is told.
"""

import os

EACH_DAY = 1  # as `days`: on every day


def of_today(cases, days):
    """Of the cases one in so many, others each day; all of them where there is no day."""
    day = os.environ.get("RINDLE_DAY")
    return list(cases)[0 if day is None else int(day) % days :: 1 if day is None else days]


def _days_of(item):
    return item.get_closest_marker("turns").kwargs["days"]


def turns_of_today(items):
    """Of pytest's items those that go today, in the order that they have, and the others.

    Those that take turns are told by `@pytest.mark.turns(days=…)`; which of them goes does not rest on their order.
    """
    turning = sorted((one for one in items if one.get_closest_marker("turns")), key=lambda one: one.nodeid)
    away = set(turning)
    for days in {_days_of(one) for one in turning}:
        away.difference_update(of_today((one for one in turning if _days_of(one) == days), days))
    return [one for one in items if one not in away], [one for one in items if one in away]
