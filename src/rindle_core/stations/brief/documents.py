"""Files that belong to a job: what they are, and whether a configuration is for this satellite."""

from __future__ import annotations

import datetime as dt
import re
from collections.abc import Sequence
from typing import Literal

from pydantic import Field

from rindle_core.catalogue.models import Satellite
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.model import Model
from rindle_core.stations.brief.findings import DOCUMENT_SATELLITE

DocumentKind = Literal["order", "settings", "configuration", "manual", "photo", "permission", "other"]
_READ_CHARACTERS = 200_000  # of a file's beginning: a configuration names its satellite near the top


class DocumentFact(Model):
    """A file in the job's locker."""

    name: str = Field(max_length=200)
    kind: DocumentKind = "other"
    satellite_code: str = Field(default="", description="Satellite that the file names")
    version: str = Field(default="", max_length=60)
    loaded_at: dt.datetime | None = Field(default=None, description="When it was loaded into the modem")
    about: str = Field(default="", max_length=60, description="What a picture shows: step:lift, label:transceiver")


def _plain(text: str) -> str:
    return re.sub(r"[\s_.-]+", " ", text.casefold())


def satellite_named(name: str, content: bytes, satellites: Sequence[Satellite]) -> str:
    """Code of the one satellite that a file's name or text names; empty where it names none or several.

    Spaces, hyphens, points and underscores count alike. Binary content is not searched.
    """
    text = "" if b"\0" in content[:4096] else content[:_READ_CHARACTERS].decode("utf-8", "replace")
    for told in (name, text):
        body = f" {_plain(told)} "
        found = {
            one.code
            for one in satellites
            if any(
                re.search(rf"(?<![a-z0-9]){re.escape(_plain(word))}(?![a-z0-9])", body) for word in (one.code, one.name)
            )
        }
        if len(found) == 1:
            return found.pop()
    return ""


def judge_documents(documents: Sequence[DocumentFact], satellite: Satellite | None) -> list[Finding]:
    """A configuration file for another satellite is a hold: loaded, it keeps the terminal off the air."""
    if satellite is None:
        return []
    return [
        DOCUMENT_SATELLITE(
            Level.HOLD,
            f"{one.name} is for another satellite",
            f"The file names {one.satellite_code}, the job is for {satellite.name}.",
            clears_by="Ask the operator for the file of this satellite, and take this one out.",
        )
        for one in documents
        if one.kind == "configuration" and one.satellite_code and one.satellite_code != satellite.code
    ]


__all__ = ["DocumentFact", "DocumentKind", "judge_documents", "satellite_named"]
