"""Candidate positions: where each lies."""

from __future__ import annotations

from pydantic import Field

from rindle_core.bearings import OffsetInput, offset
from rindle_core.errors import InputError
from rindle_core.model import Model
from rindle_core.places import PlaceInput, parse_place
from rindle_server.jobs import models
from rindle_server.jobs.edit import whole


class Candidate(Model):
    """A candidate position as it is entered."""

    letter: str = Field(min_length=1, max_length=3)
    place_text: str = Field(default="", max_length=200)
    distance_m: float | None = Field(default=None, ge=0, le=100_000)
    bearing_deg: float | None = Field(default=None, ge=0, lt=360.0001, description="True")
    note: str = Field(default="", max_length=200)


@whole
def put_positions(job: models.Job, entries: list[Candidate]) -> None:
    """Puts the candidate positions in place of the old ones. Raises InputError for a place that cannot be read."""
    for at, entry in enumerate(entries):
        if entry.place_text:
            try:
                parse_place(PlaceInput(place=entry.place_text))
            except InputError as error:
                raise InputError.one(f"{at}.place_text", error.message) from error
        elif entry.distance_m is None or entry.bearing_deg is None:
            raise InputError.one(f"{at}.place_text", "needs coordinates of its own, or a distance and a bearing from the job's place")
    job.positions.all().delete()
    models.Position.objects.bulk_create(models.Position(job=job, position=at, **entry.model_dump()) for at, entry in enumerate(entries))
    job.save()


def position_coordinates(job: models.Job, row: models.Position) -> tuple[float, float] | None:
    """Where a candidate lies; None while the job itself has no place."""
    if row.place_text:
        place = parse_place(PlaceInput(place=row.place_text))
        return place.latitude_deg, place.longitude_deg
    if job.latitude_deg is None or job.longitude_deg is None or row.distance_m is None or row.bearing_deg is None:
        return None
    there = offset(
        OffsetInput(latitude_deg=job.latitude_deg, longitude_deg=job.longitude_deg, distance_m=row.distance_m, bearing_deg=row.bearing_deg)
    ).result
    return there.latitude_deg, there.longitude_deg
