"""Which part of many like cases goes today.

A long row of cases that go the same way is gone through in some days; ./rindle test all goes through all of it.
"""

import os
import time

_ALL = bool(os.environ.get("RINDLE_ALL"))
# Told to the workers, by ./rindle to all of a run: it has one day, also over midnight and when it is tried again.
_DAY = int(os.environ.setdefault("RINDLE_DAY", str(int(time.time()) // 86_400)))


def of_today(cases, days):
    """Of the cases one in so many, others each day. Raises ValueError where a day would have none."""
    cases = list(cases)
    if len(cases) < days:
        raise ValueError(f"{len(cases)} cases are too few for {days} days")
    return cases if _ALL else cases[_DAY % days :: days]
