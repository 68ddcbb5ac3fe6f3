"""Jobs: what people entered and what devices reported.

What can be computed is not stored, but for the signed record.
"""

from __future__ import annotations

from typing import Any, ClassVar

from django.db import models
from django.utils import timezone


def _today() -> Any:
    return timezone.localdate()


class Job(models.Model):
    """One installation. Numbers carry their unit in the name; empty means not yet."""

    number = models.CharField(max_length=20, unique=True)
    year = models.PositiveIntegerField(default=0)
    serial = models.PositiveIntegerField(default=0, db_comment="Within the year: the number's second half")
    head = models.PositiveBigIntegerField(
        default=0, db_comment="Counts changes: whoever saves must have seen the last one"
    )
    created_at = models.DateTimeField(auto_now_add=True)
    updated_at = models.DateTimeField(auto_now=True)
    customer = models.CharField(max_length=120, blank=True)
    service_wanted = models.CharField(max_length=400, blank=True)
    place_text = models.CharField(max_length=200, blank=True)
    latitude_deg = models.FloatField(null=True)
    longitude_deg = models.FloatField(null=True)
    height_m = models.FloatField(default=0.0)
    date = models.DateField(default=_today)
    terminal_code = models.CharField(max_length=40, blank=True)
    satellite_code = models.CharField(max_length=40, blank=True)
    other_place_text = models.CharField(max_length=200, blank=True)
    other_latitude_deg = models.FloatField(null=True)
    other_longitude_deg = models.FloatField(null=True)
    printed_azimuth_deg = models.FloatField(null=True)
    printed_elevation_deg = models.FloatField(null=True)
    printed_skew_deg = models.FloatField(null=True)
    needs = models.JSONField(default=list)
    hazards = models.JSONField(default=list)
    cautions_seen = models.JSONField(default=list)
    settled = models.JSONField(default=list)
    needs_proved = models.JSONField(default=list)
    visit = models.JSONField(default=dict)
    settings = models.JSONField(default=list)
    extra_runs = models.JSONField(default=list)
    modem_azimuth_deg = models.FloatField(null=True)
    modem_elevation_deg = models.FloatField(null=True)
    compass_at_peak_deg = models.FloatField(null=True)
    clinometer_at_peak_deg = models.FloatField(null=True)
    access = models.CharField(max_length=600, blank=True)
    preset_measured_deg = models.FloatField(null=True)
    lean_deg = models.FloatField(null=True)
    lean_towards_deg = models.FloatField(null=True)
    skylines = models.JSONField(default=list)
    sky_set = models.PositiveSmallIntegerField(default=0)
    sky_photos = models.JSONField(default=list)
    position_letter = models.CharField(max_length=3, blank=True)
    ahead_years = models.FloatField(default=0.0)
    season = models.CharField(max_length=4, default="leaf")
    constellation_code = models.CharField(max_length=40, blank=True)
    panel_azimuth_deg = models.FloatField(null=True)
    attitudes = models.JSONField(default=list)
    trial = models.JSONField(default=dict)
    wind_from_deg = models.FloatField(null=True)
    compass_code = models.CharField(max_length=40, blank=True)
    clinometer_code = models.CharField(max_length=40, blank=True)
    compass_correction_deg = models.FloatField(default=0.0)
    clinometer_correction_deg = models.FloatField(default=0.0)
    mast_diameter_mm = models.FloatField(null=True)
    mast_wall_mm = models.FloatField(null=True)
    mast_free_length_m = models.FloatField(null=True)
    height_above_ground_m = models.FloatField(null=True)
    cable_code = models.CharField(max_length=40, blank=True)
    connectors = models.PositiveSmallIntegerField(default=2)
    lock_before_db = models.FloatField(null=True)
    lock_after_db = models.FloatField(null=True)
    push_top_db = models.FloatField(null=True)
    push_bottom_db = models.FloatField(null=True)
    push_left_db = models.FloatField(null=True)
    push_right_db = models.FloatField(null=True)
    beam_letter = models.CharField(max_length=3, blank=True)
    activation_code = models.CharField(max_length=40, blank=True)
    device_now_s = models.FloatField(default=0.0)
    device_level_db = models.FloatField(null=True)
    signed_off_at = models.DateTimeField(null=True)
    signed_off_by = models.CharField(max_length=120, blank=True)
    record = models.JSONField(null=True)
    record_sha256 = models.CharField(max_length=64, blank=True)
    waivers = models.JSONField(default=list)
    powered_at = models.DateTimeField(null=True, db_comment="When somebody said that it was switched on")
    trials_taken_out = models.JSONField(default=list)
    listed = models.JSONField(null=True, db_comment="Its row in the list of jobs, and what that row was computed from")

    class Meta:
        ordering: ClassVar = ["-year", "-serial", "-number"]
        constraints: ClassVar = [models.UniqueConstraint(fields=["year", "serial"], name="one_job_per_serial")]

    def __str__(self) -> str:
        return self.number


class JobPart(models.Model):
    """Something that belongs to a job, in order."""

    position = models.PositiveIntegerField(default=0)

    class Meta:
        abstract = True
        ordering: ClassVar = ["position", "pk"]


class ServiceRun(JobPart):
    """A measurement of the customer's service."""

    job = models.ForeignKey(Job, models.CASCADE, related_name="runs")
    when = models.CharField(max_length=6)
    down_mbps = models.FloatField()
    up_mbps = models.FloatField()
    latency_ms = models.FloatField()
    link = models.CharField(max_length=10, blank=True)
    letter = models.CharField(max_length=3, blank=True)
    note = models.CharField(max_length=160, blank=True)


class CablePiece(JobPart):
    """A piece of the cable's route, from the dish inwards."""

    job = models.ForeignKey(Job, models.CASCADE, related_name="cable_pieces")
    kind = models.CharField(max_length=10)
    length_m = models.FloatField()
    note = models.CharField(max_length=120, blank=True)


class StepMark(JobPart):
    """A build step marked done."""

    job = models.ForeignKey(Job, models.CASCADE, related_name="step_marks")
    code = models.CharField(max_length=40)
    at = models.DateTimeField(default=timezone.now)
    by = models.CharField(max_length=120)

    class Meta(JobPart.Meta):
        constraints: ClassVar = [models.UniqueConstraint(fields=["job", "code"], name="one_mark_per_step")]


class PeakReading(JobPart):
    """A reading of level against a screw's counter."""

    job = models.ForeignKey(Job, models.CASCADE, related_name="readings")
    axis = models.CharField(max_length=10)
    pass_number = models.PositiveSmallIntegerField(default=1)
    turns = models.FloatField()
    level_db = models.FloatField()
    turning = models.CharField(max_length=4, default="up")
    at = models.DateTimeField(default=timezone.now)


class StateEntered(JobPart):
    """A state that the terminal reported, seconds since power."""

    job = models.ForeignKey(Job, models.CASCADE, related_name="states_entered")
    code = models.CharField(max_length=20)
    at_s = models.FloatField()


class Delivery(JobPart):
    """Something on order for the job."""

    job = models.ForeignKey(Job, models.CASCADE, related_name="deliveries")
    item = models.CharField(max_length=120)
    ordered_on = models.DateField(null=True)
    lead_days = models.PositiveIntegerField(default=0)
    after_item = models.CharField(max_length=120, blank=True)
    arrived_on = models.DateField(null=True)
    interface = models.CharField(max_length=20, blank=True)
    stop_gap = models.CharField(max_length=160, blank=True)
    stop_gap_until = models.DateField(null=True)


class Position(JobPart):
    """A candidate place for the terminal: coordinates of its own, or a measured way from the job's place."""

    job = models.ForeignKey(Job, models.CASCADE, related_name="positions")
    letter = models.CharField(max_length=3)
    place_text = models.CharField(max_length=200, blank=True)
    distance_m = models.FloatField(null=True)
    bearing_deg = models.FloatField(null=True)
    note = models.CharField(max_length=200, blank=True)
    height_above_ground_m = models.FloatField(null=True)
    time_at_height_min = models.FloatField(null=True)
    cable_length_m = models.FloatField(null=True)
    exposure = models.CharField(max_length=10, blank=True)
    access = models.CharField(max_length=10, blank=True)
    walkway_in_front = models.BooleanField(default=False)
    discreet = models.BooleanField(default=False)
    out_of_reach = models.BooleanField(default=False)
    rigid = models.BooleanField(default=False)
    entry_bore_mm = models.FloatField(null=True)


class Document(JobPart):
    """A file that belongs to the job: an order, a settings sheet, a configuration file.

    Its content lies under its checksum.
    """

    job = models.ForeignKey(Job, models.CASCADE, related_name="documents")
    name = models.CharField(max_length=200)
    kind = models.CharField(max_length=20, default="other")
    satellite_code = models.CharField(max_length=40, blank=True)
    version = models.CharField(max_length=60, blank=True)
    loaded_at = models.DateTimeField(null=True)
    sha256 = models.CharField(max_length=64)
    size_bytes = models.PositiveBigIntegerField()
    at = models.DateTimeField(default=timezone.now)
    by = models.CharField(max_length=120)
