"""The record of a signed job: what it holds, and whether it still is what was signed."""

from __future__ import annotations

import hashlib
import json
from typing import Any, Literal

from rindle_server.jobs.models import Job

RecordState = Literal["", "intact", "changed", "unsealed"]  # "": not signed; unsealed: of a version without checksums


def checksum(record: dict[str, Any]) -> str:
    """SHA-256 of the record as JSON with sorted names and no blanks (as RFC 8785 orders it)."""
    plain = json.dumps(record, sort_keys=True, separators=(",", ":"), ensure_ascii=False)
    return hashlib.sha256(plain.encode()).hexdigest()


def record_state(job: Job) -> RecordState:
    """Whether the record is what was signed. The checksum stands on the printed report too: paper is the witness."""
    if job.record is None:
        return ""
    if not job.record_sha256:
        return "unsealed" if "firm" not in job.record else "changed"  # whoever seals a record names the firm in it
    return "intact" if checksum(job.record) == job.record_sha256 else "changed"


__all__ = ["RecordState", "checksum", "record_state"]
