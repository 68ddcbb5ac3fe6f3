"""Listening over the API: a recording in, what it says out. Nothing of it is kept."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import File, Router
from ninja.files import UploadedFile

from rindle_core.science.hearing import RATE_HZ, read_wav
from rindle_core.stations.peak.listen import ListenResult, heard_in
from rindle_server.jobs import edit
from rindle_server.jobs.facts import facts_of

router = Router(tags=["device"])


@router.post("/{number}/listen", response=ListenResult)
def listen(request: HttpRequest, number: str, file: File[UploadedFile]) -> ListenResult:
    """Names the patterns of this job's family in a WAV file, and says where the long tone fell and came back."""
    facts = facts_of(edit.find(number))
    samples = read_wav(file.read())
    family = facts.picks.terminal.family if facts.picks.terminal else ""
    return heard_in(samples, max(len(samples) / RATE_HZ, 0.1), family, facts.picks.words)


__all__ = ["router"]
