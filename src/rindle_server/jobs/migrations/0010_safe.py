"""Year and serial of their own, the count of changes, the record's checksum, trials taken out, the list's row."""

from __future__ import annotations

import re
from typing import Any

from django.db import migrations, models


def _number_them(apps: Any, schema_editor: Any) -> None:
    """Year and serial from the number; one that is not of that form gets a serial after all others of year 0."""
    jobs = apps.get_model("jobs", "Job")
    strange = 0
    for job in jobs.objects.order_by("pk"):
        match = re.fullmatch(r"(\d{4})-(\d+)", job.number)
        if match and not jobs.objects.filter(year=int(match[1]), serial=int(match[2])).exists():
            job.year, job.serial = int(match[1]), int(match[2])
        else:
            strange += 1
            job.year, job.serial = 0, strange
        job.save(update_fields=["year", "serial"])


class Migration(migrations.Migration):
    """See the module."""

    dependencies = [("jobs", "0009_run_letter")]

    operations = [
        migrations.AddField("job", "year", models.PositiveIntegerField(default=0)),
        migrations.AddField(
            "job", "serial", models.PositiveIntegerField(default=0, db_comment="Within the year: the number's second half")
        ),
        migrations.AddField(
            "job",
            "head",
            models.PositiveBigIntegerField(default=0, db_comment="Counts changes: whoever saves must have seen the last one"),
        ),
        migrations.AddField("job", "record_sha256", models.CharField(blank=True, max_length=64)),
        migrations.AddField("job", "waivers", models.JSONField(default=list)),
        migrations.AddField(
            "job",
            "powered_at",
            models.DateTimeField(null=True, db_comment="When somebody said that it was switched on"),
        ),
        migrations.AddField("job", "trials_taken_out", models.JSONField(default=list)),
        migrations.AddField(
            "job",
            "listed",
            models.JSONField(null=True, db_comment="Its row in the list of jobs, and what that row was computed from"),
        ),
        migrations.RunPython(_number_them, migrations.RunPython.noop),
        migrations.AlterModelOptions("job", {"ordering": ["-year", "-serial", "-number"]}),
        migrations.AddConstraint("job", models.UniqueConstraint(fields=["year", "serial"], name="one_job_per_serial")),
    ]
