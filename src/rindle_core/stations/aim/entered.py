"""What follows from an entry at Aim: a landmark's place can be read, a satellite wanted beside is one of the stores."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from rindle_core.stations.aim.beside import check_landmarks
from rindle_core.stations.entries import JobInput
from rindle_core.stations.words import refuse_unknown


def entered(change: Mapping[str, Any], job: JobInput) -> dict[str, Any]:
    """The change as it is. Raises InputError."""
    known = [*(one.code for one in job.picks.others), *job.aim.spare_satellites]  # one that left may still stand there
    refuse_unknown(change, {"spare_satellites": known})
    return check_landmarks(change)


__all__ = ["entered"]
