"""One document a station in place of columns and tables, and the journal of changes."""

from __future__ import annotations

import uuid
from typing import Any

import django.db.models.deletion
import django.utils.timezone
from django.db import migrations, models

from rindle_core.stations.entries import ROOMS, lifted

_ROWS = {
    "runs": ("servicerun", ("when", "down_mbps", "up_mbps", "latency_ms", "link", "letter", "note")),
    "cable_pieces": ("cablepiece", ("kind", "length_m", "note")),
    "deliveries": (
        "delivery",
        (
            "item",
            "ordered_on",
            "lead_days",
            "after_item",
            "arrived_on",
            "interface",
            "stop_gap",
            "stop_gap_until",
        ),
    ),
    "step_marks": ("stepmark", ("code", "at", "by")),
    "readings": ("peakreading", ("axis", "pass_number", "turns", "level_db", "turning")),
    "states_entered": ("stateentered", ("code", "at_s")),
    "positions": (
        "position",
        (
            "letter",
            "place_text",
            "distance_m",
            "bearing_deg",
            "note",
            "height_above_ground_m",
            "time_at_height_min",
            "cable_length_m",
            "exposure",
            "access",
            "walkway_in_front",
            "discreet",
            "out_of_reach",
            "rigid",
            "entry_bore_mm",
        ),
    ),
}
_LOCKDOWN = (
    "lock_before_db",
    "lock_after_db",
    "push_top_db",
    "push_bottom_db",
    "push_left_db",
    "push_right_db",
)
_KEPT = {"customer", "service_wanted", "place_text", "date", "terminal_code", "satellite_code"}
_GONE = (
    *(name for name in (
        "latitude_deg", "longitude_deg", "height_m", "other_place_text", "other_latitude_deg", "other_longitude_deg",
        "printed_azimuth_deg", "printed_elevation_deg", "printed_skew_deg", "needs", "hazards", "cautions_seen",
        "settled", "needs_proved", "visit", "settings", "extra_runs", "modem_azimuth_deg", "modem_elevation_deg",
        "compass_at_peak_deg", "clinometer_at_peak_deg", "access", "preset_measured_deg", "lean_deg",
        "lean_towards_deg", "skylines", "sky_set", "sky_photos", "position_letter", "ahead_years", "season",
        "constellation_code", "panel_azimuth_deg", "attitudes", "trial", "wind_from_deg", "compass_code",
        "clinometer_code", "compass_correction_deg", "clinometer_correction_deg", "mast_diameter_mm", "mast_wall_mm",
        "mast_free_length_m", "height_above_ground_m", "cable_code", "connectors", "beam_letter", "activation_code",
        "device_now_s", "device_level_db", "waivers", "powered_at", "trials_taken_out",
    )),
    *_LOCKDOWN,
)


def _flat(job: Any, apps: Any) -> dict[str, Any]:
    """What people entered into a job of the version before, under its fact's name."""
    told = {name: getattr(job, name) for name in (*_GONE, *_KEPT)}
    for name, (table, fields) in _ROWS.items():
        rows = apps.get_model("jobs", table).objects.filter(job=job).order_by("position", "pk")
        told[name] = [{"id": f"0.{at}", **{one: getattr(row, one) for one in fields}} for at, row in enumerate(rows, 1)]
    if told["height_m"] == 0.0:
        told["height_m"] = None  # the version before could not tell sea level from not entered: it is asked again
    return {name: value for name, value in told.items() if value is not None}


def _into_rooms(apps: Any, schema_editor: Any) -> None:
    """Each job's entries into the documents of its stations. What the facts' models cannot read stops the move."""
    document = apps.get_model("jobs", "StationDoc")
    for job in apps.get_model("jobs", "Job").objects.order_by("pk"):
        job.uid = uuid.uuid4()
        job.save(update_fields=["uid"])
        rooms = lifted(_flat(job, apps))
        for station, kind in ROOMS.items():
            data = kind.model_validate(rooms.get(station, {})).model_dump(mode="json", exclude_defaults=True)
            for value in data.values():
                if isinstance(value, list) and value and all(isinstance(one, dict) for one in value):
                    for at, row in enumerate(value, start=1):
                        row.setdefault("id", f"0.{at}")
            if data:
                document.objects.create(job=job, station=station, data=data)


class Migration(migrations.Migration):
    """See the module."""

    dependencies = [("jobs", "0001_squashed_0010_safe")]

    operations = [
        migrations.CreateModel(
            "StationDoc",
            [
                ("id", models.BigAutoField(primary_key=True, serialize=False, auto_created=True, verbose_name="ID")),
                ("station", models.CharField(max_length=12)),
                ("version", models.PositiveSmallIntegerField(default=1)),
                ("data", models.JSONField(default=dict)),
                (
                    "job",
                    models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name="docs", to="jobs.job"),
                ),
            ],
        ),
        migrations.CreateModel(
            "Change",
            [
                ("id", models.BigAutoField(primary_key=True, serialize=False, auto_created=True, verbose_name="ID")),
                ("uid", models.UUIDField(default=uuid.uuid4, editable=False, unique=True)),
                ("seq", models.PositiveBigIntegerField(db_comment="The job's head after it")),
                ("at", models.DateTimeField(default=django.utils.timezone.now)),
                (
                    "by",
                    models.CharField(blank=True, db_comment="Account; empty: the program itself", max_length=150),
                ),
                (
                    "device",
                    models.CharField(blank=True, db_comment="Tab or device from which it came", max_length=40),
                ),
                ("ops", models.JSONField()),
                (
                    "job",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE, related_name="changes", to="jobs.job"
                    ),
                ),
                (
                    "undoes",
                    models.OneToOneField(
                        null=True,
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="undone_by",
                        to="jobs.change",
                    ),
                ),
            ],
            options={"ordering": ["seq"]},
        ),
        migrations.AddConstraint(
            "stationdoc", models.UniqueConstraint(fields=("job", "station"), name="one_document_a_station")
        ),
        migrations.AddConstraint("change", models.UniqueConstraint(fields=("job", "seq"), name="one_change_per_number")),
        migrations.AddField("job", "uid", models.UUIDField(null=True, editable=False)),
        migrations.RunPython(_into_rooms, migrations.RunPython.noop),
        migrations.AlterField("job", "uid", models.UUIDField(default=uuid.uuid4, editable=False, unique=True)),
        migrations.AlterField(
            "job",
            "head",
            models.PositiveBigIntegerField(
                db_comment="Number of its last change: whoever saves must have seen it", default=0
            ),
        ),
        *(migrations.RemoveField("job", name) for name in _GONE),
        *(migrations.DeleteModel(table) for table in ("ServiceRun", "CablePiece", "StepMark", "PeakReading")),
        *(migrations.DeleteModel(table) for table in ("StateEntered", "Delivery", "Position")),
    ]
