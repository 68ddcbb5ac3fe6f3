"""Jobs: what people entered and what devices reported, one document a station, and every change of it.

What can be computed is not stored, but for the signed record and the columns that are asked of many jobs.
"""

from __future__ import annotations

import uuid
from typing import Any, ClassVar

from django.db import models
from django.utils import timezone


def _today() -> Any:
    return timezone.localdate()


class Job(models.Model):
    """One installation: its number, the columns that are asked of many jobs, and its record once it is signed."""

    uid = models.UUIDField(default=uuid.uuid4, unique=True, editable=False)
    number = models.CharField(max_length=20, unique=True)
    year = models.PositiveIntegerField(default=0)
    serial = models.PositiveIntegerField(default=0, db_comment="Within the year: the number's second half")
    head = models.PositiveBigIntegerField(
        default=0, db_comment="Number of its last change: whoever saves must have seen it"
    )
    created_at = models.DateTimeField(auto_now_add=True)
    updated_at = models.DateTimeField(auto_now=True)
    customer = models.CharField(max_length=120, blank=True)
    service_wanted = models.CharField(max_length=400, blank=True)
    place_text = models.CharField(max_length=200, blank=True)
    date = models.DateField(default=_today)
    terminal_code = models.CharField(max_length=40, blank=True)
    satellite_code = models.CharField(max_length=40, blank=True)
    follows = models.CharField(max_length=20, blank=True, db_index=True, db_comment="Number of the job that it repairs")
    signed_off_at = models.DateTimeField(null=True)
    signed_off_by = models.CharField(max_length=120, blank=True)
    record = models.JSONField(null=True)
    record_sha256 = models.CharField(max_length=64, blank=True)
    verdict = models.CharField(max_length=8, blank=True, db_comment="Its gravest, as it was when it last changed")
    stage = models.CharField(max_length=12, blank=True, db_comment="Code of the station where the work stands")
    shelf = models.CharField(max_length=8, default="open", db_comment="open, archived, template or deleted")
    shelved_at = models.DateTimeField(null=True)
    listed = models.JSONField(null=True, db_comment="Its row in the list of jobs, and what that row was computed from")

    class Meta:
        ordering: ClassVar = ["-year", "-serial", "-number"]
        constraints: ClassVar = [models.UniqueConstraint(fields=["year", "serial"], name="one_job_per_serial")]
        # The list's orders and filters: without them each page would read the record of every signed job.
        indexes: ClassVar = [
            models.Index(fields=["shelf", "-year", "-serial", "-number"], name="jobs_by_number"),
            models.Index(fields=["shelf", "date", "-year", "-serial"], name="jobs_by_day"),
            models.Index(fields=["shelf", "customer", "-year", "-serial"], name="jobs_by_customer"),
            models.Index(fields=["shelf", "-updated_at"], name="jobs_by_change"),
            models.Index(fields=["shelf", "verdict", "-year", "-serial", "-number"], name="jobs_by_verdict"),
            models.Index(fields=["shelf", "stage", "-year", "-serial", "-number"], name="jobs_by_stage"),
        ]

    def __str__(self) -> str:
        return self.number


class StationDoc(models.Model):
    """The facts of one station, without what is at its default. Only the journal writes it."""

    job = models.ForeignKey(Job, models.CASCADE, related_name="docs")
    station = models.CharField(max_length=12)
    version = models.PositiveSmallIntegerField(default=1)
    data = models.JSONField(default=dict)

    class Meta:
        constraints: ClassVar = [models.UniqueConstraint(fields=["job", "station"], name="one_document_a_station")]


class Change(models.Model):
    """What somebody changed at one go, path by path. Changes are only added; the keystrokes of one
    entry, each within seconds of the one before, are one change.
    """

    uid = models.UUIDField(default=uuid.uuid4, unique=True, editable=False)
    job = models.ForeignKey(Job, models.CASCADE, related_name="changes")
    seq = models.PositiveBigIntegerField(db_comment="The job's head after it")
    at = models.DateTimeField(default=timezone.now)
    by = models.CharField(max_length=150, blank=True, db_comment="Account; empty: the program itself")
    device = models.CharField(max_length=40, blank=True, db_comment="Tab or device from which it came")
    ops = models.JSONField()
    undoes = models.OneToOneField("self", models.CASCADE, null=True, related_name="undone_by")

    class Meta:
        ordering: ClassVar = ["seq"]
        constraints: ClassVar = [models.UniqueConstraint(fields=["job", "seq"], name="one_change_per_number")]


class SignedReport(models.Model):
    """The report of a signed job as it was laid out then: no later version lays it out anew."""

    job = models.ForeignKey(Job, models.CASCADE, related_name="reports")
    system = models.CharField(max_length=8)
    html = models.TextField()
    sha256 = models.CharField(max_length=64)

    class Meta:
        constraints: ClassVar = [models.UniqueConstraint(fields=["job", "system"], name="one_report_a_system")]


class Document(models.Model):
    """A file that belongs to the job: an order, a settings sheet, a configuration file.

    Its content lies under its checksum.
    """

    job = models.ForeignKey(Job, models.CASCADE, related_name="documents")
    position = models.PositiveIntegerField(default=0)
    name = models.CharField(max_length=200)
    kind = models.CharField(max_length=20, default="other")
    satellite_code = models.CharField(max_length=40, blank=True)
    version = models.CharField(max_length=60, blank=True)
    loaded_at = models.DateTimeField(null=True)
    sha256 = models.CharField(max_length=64)
    size_bytes = models.PositiveBigIntegerField()
    at = models.DateTimeField(default=timezone.now)
    by = models.CharField(max_length=120)
    about = models.CharField(max_length=60, blank=True, db_comment="What a picture shows: step:lift, label:transceiver")

    class Meta:
        ordering: ClassVar = ["position", "pk"]
