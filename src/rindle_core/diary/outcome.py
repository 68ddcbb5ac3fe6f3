"""What a laid-out diary comes to: blocks of a day, how far they reach, and who is wanted twice."""

from __future__ import annotations

import datetime as dt
from collections import defaultdict
from itertools import combinations

from rindle_core.diary.entries import DiaryBlock, DiaryConflict, DiaryInput, DiaryRow


def blocks_of(rows: list[DiaryRow], titles: dict[str, str]) -> list[DiaryBlock]:
    """What each crew does at a job on a day, as one block; in the order of days, crews and hours."""
    days: dict[tuple[str, str, dt.date], list[DiaryRow]] = defaultdict(list)
    for row in rows:
        days[(row.team, row.job, row.starts_at.date())].append(row)
    return [
        DiaryBlock(
            job=job,
            title=titles[job],
            team=team,
            day=day,
            starts_at=min(one.starts_at for one in those),
            ends_at=max(one.ends_at for one in those),
            at_height_min=sum(one.at_height_min for one in those),
            critical=any(one.critical for one in those),
        )
        for (team, job, day), those in sorted(days.items(), key=lambda one: (one[0][2], one[0][0], one[1][0].starts_at))
    ]


def ends_of(rows: list[DiaryRow]) -> dict[str, dt.datetime]:
    """By job, when the last of its work ends."""
    ends: dict[str, dt.datetime] = {}
    for row in rows:
        ends[row.job] = max(ends.get(row.job, row.ends_at), row.ends_at)
    return ends


def in_two_places(given: DiaryInput, blocks: list[DiaryBlock]) -> list[DiaryConflict]:
    """Who is wanted at two jobs at once, being in two crews. Times are those of the second job's clock."""
    crews = {one.code: one for one in given.teams}
    ahead = {one.number: dt.timedelta(hours=one.ahead_h) for one in given.jobs}
    found = []
    for one, other in combinations(blocks, 2):
        apart = ahead[other.job] - ahead[one.job]
        start, end = max(one.starts_at + apart, other.starts_at), min(one.ends_at + apart, other.ends_at)
        both = [name for code, name in crews[one.team].members.items() if code in crews[other.team].members]
        if one.team != other.team and both and start < end:
            when = f"{start:%Y-%m-%d %H:%M} to {end:%H:%M}"
            found.append(
                DiaryConflict(
                    job=other.job,
                    what=f"wants {' and '.join(both)} while {one.title or one.job} does",
                    why=f"in {crews[one.team].name} and in {crews[other.team].name}, {when}",
                    day=start.date(),
                )
            )
    return found


__all__ = ["blocks_of", "ends_of", "in_two_places"]
