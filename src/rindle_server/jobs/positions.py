"""Candidate positions: where each lies."""

from __future__ import annotations

from pydantic import Field

from rindle_core.kernel.errors import InputError
from rindle_core.stations.brief.places import PlaceInput, parse_place
from rindle_core.stations.sky.candidates import CandidateFacts, next_letter
from rindle_server.errors import Conflict, NotThere
from rindle_server.jobs import models
from rindle_server.jobs.edit import Write, whole
from rindle_server.jobs.facts import coordinates_of


class Candidate(CandidateFacts):
    """A candidate position as it is entered: where it lies, and what the core reads of it."""

    place_text: str = Field(default="", max_length=200)


@whole
def put_positions(job: models.Job, entries: list[Candidate]) -> Write:
    """Puts the candidate positions in place of the old ones. Raises InputError for a place that cannot be read."""
    letters = [entry.letter for entry in entries]
    for at, entry in enumerate(entries):
        if entry.letter in letters[:at]:
            raise InputError.one(
                f"{at}.letter", f"{entry.letter} is there twice; every position has a letter of its own"
            )
        if entry.place_text:
            try:
                parse_place(PlaceInput(place=entry.place_text))
            except InputError as error:
                raise InputError.one(f"{at}.place_text", error.message) from error
        elif entry.distance_m is None or entry.bearing_deg is None:
            raise InputError.one(
                f"{at}.place_text", "needs coordinates of its own, or a distance and a bearing from the job's place"
            )
    if job.position_letter not in letters:
        job.position_letter = ""  # the planned one is gone

    def write() -> None:
        job.positions.all().delete()
        models.Position.objects.bulk_create(
            models.Position(job=job, position=at, **entry.model_dump()) for at, entry in enumerate(entries)
        )

    return write


def _in_words(at: tuple[float, float]) -> str:
    return f"{at[0]:.7f}, {at[1]:.7f}"


@whole
def take_as_place(job: models.Job, letter: str) -> Write:
    """Makes a candidate the job's place. Everything that was told from the old place keeps its spot on the ground:

    candidates by distance and bearing get coordinates of their own, and the old place becomes a candidate itself, with
    the skylines that were read there. Raises NotThere or Conflict.
    """
    rows = list(job.positions.all())
    chosen = next((row for row in rows if row.letter == letter), None)
    if chosen is None:
        raise NotThere.one("letter", f"There is no position {letter}.")
    at = coordinates_of(job, chosen)
    if at is None or job.latitude_deg is None or job.longitude_deg is None:
        raise Conflict.one("letter", "The job's own place is not known, so nobody knows where this position lies.")
    for row in rows:
        there = coordinates_of(job, row)
        if not row.place_text and there is not None:
            row.place_text, row.distance_m, row.bearing_deg = _in_words(there), None, None
    before = models.Position(
        job=job,
        position=len(rows),
        letter=next_letter([row.letter for row in rows]),
        place_text=_in_words((job.latitude_deg, job.longitude_deg)),
        note="the job's place before",
    )
    job.skylines = [{**one, "letter": before.letter} if not one.get("letter") else one for one in job.skylines]
    if job.position_letter == "":
        job.position_letter = before.letter
    if job.trial and not job.trial.get("letter"):
        job.trial = {**job.trial, "letter": before.letter}
    job.place_text = _in_words(at)
    job.latitude_deg, job.longitude_deg = round(at[0], 7), round(at[1], 7)

    def write() -> None:
        for row in rows:
            row.save()
        before.save()

    return write
