"""Candidate positions: where each lies."""

from __future__ import annotations

from pydantic import Field

from rindle_core.candidates import CandidateFacts
from rindle_core.errors import InputError
from rindle_core.places import PlaceInput, parse_place
from rindle_server.jobs import models
from rindle_server.jobs.edit import whole


class Candidate(CandidateFacts):
    """A candidate position as it is entered: where it lies, and what the core reads of it."""

    place_text: str = Field(default="", max_length=200)


@whole
def put_positions(job: models.Job, entries: list[Candidate]) -> None:
    """Puts the candidate positions in place of the old ones. Raises InputError for a place that cannot be read."""
    letters = [entry.letter for entry in entries]
    for at, entry in enumerate(entries):
        if entry.letter in letters[:at]:
            raise InputError.one(f"{at}.letter", f"{entry.letter} is there twice; every position has a letter of its own")
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
