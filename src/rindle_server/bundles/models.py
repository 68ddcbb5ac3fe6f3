"""The published form of a bundle. `docs/bundle.schema.json` is made from these models."""

from __future__ import annotations

import datetime as dt
from typing import Any

from pydantic import Field

from rindle_core import __version__
from rindle_core.kernel.journal import Op
from rindle_core.kernel.model import Model

FORM = 1


class BundleChange(Model):
    """A change of the job's journal. Paths are those of the journal: `mount.mast_wall_mm`, `cable.tests/4.1`."""

    uid: str = Field(min_length=1, max_length=40)
    seq: int = Field(ge=0, description="Its number in the job: changes are read in this order")
    at: dt.datetime
    by: str = Field(default="", max_length=150)
    device: str = Field(default="", max_length=40)
    ops: list[Op] = Field(max_length=100_000)
    undoes_uid: str = Field(default="", max_length=40, description="The change that this one takes back")


class BundleFile(Model):
    """A document or photo. Facts name it by its number."""

    number: int = Field(ge=1, description="What `document_id` in the facts stands for, from 1")
    name: str = Field(max_length=200)
    kind: str = Field(default="other", max_length=20)
    satellite_code: str = Field(default="", max_length=40)
    version: str = Field(default="", max_length=60)
    loaded_at: dt.datetime | None = None
    sha256: str = Field(pattern=r"^[0-9a-f]{64}$", description="Of its content, which lies under files/ by this name")
    size_bytes: int = Field(ge=0)
    at: dt.datetime
    by: str = Field(default="", max_length=120)
    about: str = Field(default="", max_length=60, description="What a picture shows: step:lift")


class BundleReport(Model):
    """The report of a signed job as it was laid out then; it lies beside the job as report-metric.html."""

    system: str = Field(pattern=r"^(metric|imperial)$")
    sha256: str = Field(pattern=r"^[0-9a-f]{64}$")


class BundleSigned(Model):
    """The signature and the record under it. The checksum is that of the record as JSON, names sorted, no blanks."""

    at: dt.datetime
    by: str
    record: dict[str, Any]
    record_sha256: str
    reports: list[BundleReport] = Field(default_factory=list, max_length=4)


class BundleStore(Model):
    """An entry of the stores that the job uses."""

    kind: str = Field(max_length=16)
    data: dict[str, Any]


class BundleJob(Model):
    """A job whole: job.json in its folder."""

    uid: str = Field(min_length=1, max_length=40, description="The same job on every laptop has the same")
    number: str = Field(min_length=1, max_length=20)
    shelf: str = "open"
    head: int = Field(ge=0)
    updated_at: dt.datetime
    facts: dict[str, dict[str, Any]] = Field(
        description="Room by room what people entered; `after` since the signature"
    )
    signed: BundleSigned | None = None
    files: list[BundleFile] = Field(default_factory=list, max_length=2000)
    changes: list[BundleChange] = Field(default_factory=list, max_length=200_000)
    stores: list[BundleStore] = Field(default_factory=list, max_length=400)
    secrets: bool = Field(default=False, description="Whether codes and passwords are in it")
    anonymous: bool = Field(default=False, description="Whether names, places and files were taken out")


class BundlePart(Model):
    """A job of the bundle."""

    uid: str
    number: str
    folder: str = Field(pattern=r"^jobs/[0-9A-Za-z-]{1,20}$")


class BundleHead(Model):
    """bundle.json: what is in the zip, and the checksum of every other file of it."""

    rindle_bundle: int = Field(default=FORM, description="Version of this form")
    version: str = Field(default=__version__, description="Of the Rindle that wrote it")
    jobs: list[BundlePart] = Field(max_length=500)
    files: dict[str, str] = Field(description="Path in the zip -> SHA-256 of its content")


__all__ = [
    "FORM",
    "BundleChange",
    "BundleFile",
    "BundleHead",
    "BundleJob",
    "BundlePart",
    "BundleReport",
    "BundleSigned",
    "BundleStore",
]
