"""What a room's evidence belongs to: terminal, mount, satellite and place that the job had when it first came."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from rindle_core.kernel.findings import Finding, Kind, Level
from rindle_core.kernel.model import Model
from rindle_core.science.geodesy import apart_m
from rindle_core.stations.entries import JobInput
from rindle_core.stations.mounting import mount_code, up_by
from rindle_core.stations.planned import planned


def every(row: Any) -> bool:
    """Each row is evidence."""
    return True


def stamp_rows(
    rows: Sequence[Mapping[str, Any]],
    before: Sequence[Model],
    says: tuple[str, ...],
    now: Mapping[str, str],
) -> list[dict[str, Any]]:
    """Rows with what each was made on. One that is sent back as it stands stays of that; one whose `says` came out anew
    is of the job as it is now.
    """
    was = {getattr(one, "id", ""): one.model_dump(mode="json") for one in before}
    stamped = []
    for row in rows:
        known = was.get(str(row.get("id") or ""))
        if known is None:  # entered now, unless it is of a file that is read in
            stamped.append({**row, **{name: row.get(name) or code for name, code in now.items()}})
        else:
            same = all((row.get(name) or None) == (known.get(name) or None) for name in says)
            stamped.append({**row, **({name: known[name] for name in now} if same else now)})
    return stamped


_ON_GROUND = "ground"  # a way up on which nobody has to be brought down: nothing is asked of it
_AT_PLACE = "place"  # of a job that is planned at none of its positions, in place of a letter


def _said(job: JobInput, of: str) -> str | None:
    if of == "cable_code":
        return job.cable.cable_code
    if of == "position_letter":
        spot = planned(job)
        return spot.letter if spot is not None else _AT_PLACE
    if of == "way_up_code":
        return up_by(job)
    told: str | None = mount_code(job) if of == "mount_code" else getattr(job.brief, of)
    return told


def _called(job: JobInput, of: str, code: str) -> str:
    """As the stores call it, where they do."""
    if of == "position_letter":
        return "the job’s place" if code == _AT_PLACE else f"position {code}"
    things = job.picks.mounts if of == "mount_code" else job.picks.cables if of == "cable_code" else []
    return next((one.name for one in things if one.code == code), code)


@dataclass(frozen=True, slots=True)
class Belongs:
    """Rows of a room that were taken with one terminal, or towards one satellite, and prove nothing of another.

    `told`: the fact that keeps what the job said, and the fact of Brief that it keeps, or `mount_code`, `cable_code`,
    `position_letter` or `way_up_code`; `what`: the rows in words; `findings`: codes of the room, or how they begin,
    that rest on the rows; empty: all of them.
    """

    room: str
    kind: Kind
    what: str
    rows: tuple[str, ...]  # lists, or a single entry that is evidence too
    told: Mapping[str, str]
    place: tuple[str, ...] = ()  # the facts that keep latitude and longitude; empty: it is of no place
    counts: Callable[[Any], bool] = every
    findings: tuple[str, ...] = ()
    is_one: bool = False  # of what stands in words

    @property
    def _belong(self) -> str:
        return "belongs" if self.is_one else "belong"

    def stamped(self, change: Mapping[str, Any], job: JobInput) -> dict[str, Any]:
        """What a change of the room brings along: with the first row what the job says now, with the last none of it.

        Where what is kept is taken out, the rows count for what the job says now; so does an entry that stands alone
        whenever it is entered.
        """
        held = getattr(job, self.room)
        names = (*self.told, *self.place)
        if not any(name in change for name in (*self.rows, *names)):
            return {}
        lists = [change[name] if name in change else getattr(held, name) for name in self.rows]
        rows = [row for told in lists for row in (told if isinstance(told, list) else [told])]
        if not any(self.counts(row) for row in rows if row not in (None, "", False)):
            return dict.fromkeys(names)
        if any(change.get(name) for name in names):
            return {}  # it is told with them: a file that is read in
        alone = len(self.rows) == 1 and not isinstance(lists[0], list)
        said_anew = any(name in change for name in names) or (alone and self.rows[0] in change)
        if said_anew or not any(getattr(held, name) for name in names):
            now = {name: _said(job, of) or None for name, of in self.told.items()}
            return now | dict(zip(self.place, job.brief.place or (None, None), strict=False))
        return {}

    def doubts(self, job: JobInput) -> list[Finding]:
        """That the job says another terminal or satellite now."""
        held = getattr(job, self.room)
        pairs = [(of, getattr(held, name), _said(job, of)) for name, of in self.told.items()]
        others = [
            (of.rpartition("_")[0].replace("_", " "), _called(job, of, was), _called(job, of, now))
            for of, was, now in pairs
            if was and now and was != now and (of, now) != ("way_up_code", _ON_GROUND)
        ]
        if self.place and not others:
            was = tuple(getattr(held, name) for name in self.place)
            latitude, longitude = job.brief.latitude_deg, job.brief.longitude_deg
            known = None not in was and latitude is not None and longitude is not None
            off_m = apart_m(was, (latitude, longitude)) if known else 0.0  # type: ignore[arg-type]
            if off_m > job.picks.rules.place_moved_m:
                return [self._moved(off_m, job.picks.rules.place_moved_m)]
        if not others:
            return []
        return [
            self.kind(
                Level.UNKNOWN,
                f"{self.what} {self._belong} to another {' and another '.join(of for of, _, _ in others)}",
                f"The job said {' and '.join(was for _, was, _ in others)} when the first came, and says "
                f"{' and '.join(now for _, _, now in others)} now.",
                clears_by="Set it back, do it anew, or say that it was done with what the job says now.",
            )
        ]

    def _moved(self, off_m: float, limit_m: float) -> Finding:
        they = "It was" if self.is_one else "They were"
        return self.kind(
            Level.UNKNOWN,
            f"{self.what} {self._belong} to another place",
            f"{they} noted {off_m:.0f} m from where the job says now; up to {limit_m:.0f} m a place may be mended.",
            clears_by="Set it back at Brief, do it anew, or say that it was done at the place as it is now.",
        )


__all__ = ["Belongs", "every", "stamp_rows"]
