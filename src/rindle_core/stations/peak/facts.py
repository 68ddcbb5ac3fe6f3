"""What is entered at Peak."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from pydantic import AwareDatetime, Field

from rindle_core.catalogue.guides import GUIDE_KINDS, GuideKind
from rindle_core.catalogue.peak_words import SYMPTOMS, Symptom
from rindle_core.kernel.constants import BEYOND_CIRCLE_DEG
from rindle_core.kernel.entry import Entry
from rindle_core.kernel.model import Code, Facts
from rindle_core.stations.peak.rows import Attitude, AxisReading, Cover, LockStep, ScrewCheck, SkewReading, Sweep

YesNo = Literal["", "yes", "no"]
_YES_NO = {"": "not yet", "yes": "yes", "no": "no"}
_DURING = "While the rim is pushed from behind"


def _level(description: str = "") -> Any:
    return Field(default=None, ge=-60, le=60, description=description)


class PeakFacts(Facts):
    """Preset, sweeps, readings, what held when it was locked and pushed, and the instruments on the peak."""

    preset_skew_deg: Annotated[float | None, Entry("Skew plate shows", hint="Clockwise from behind")] = Field(
        default=None, ge=-180, le=180
    )
    preset_compass_deg: Annotated[float | None, Entry("Compass shows")] = Field(
        default=None, ge=0, lt=BEYOND_CIRCLE_DEG
    )
    scale_zero_deg: Annotated[
        float | None, Entry("Its scale shows with the head level", hint="The scale’s own zero error")
    ] = Field(default=None, ge=-45, le=45)
    arrow_deg: Annotated[
        float | None, Entry("Offset arrow after the coarse azimuth", hint="Up positive; adds to the elevation")
    ] = Field(default=None, ge=-20, le=20)
    elevation_mid_turns: Annotated[
        float | None, Entry("Elevation screw from its middle", hint="Up positive; 0 is the middle")
    ] = Field(default=None, ge=-100, le=100)
    azimuth_mid_turns: Annotated[
        float | None, Entry("Azimuth screw from its middle", hint="Clockwise positive; 0 is the middle")
    ] = Field(default=None, ge=-100, le=100)
    screw_checks: Annotated[list[ScrewCheck], Entry("Shown at a count of turns")] = Field(
        default_factory=list, max_length=60
    )

    guide: Annotated[GuideKind | Literal[""], Entry("Pointed by", choices={"": "as a rule", **GUIDE_KINDS})] = ""
    sweeps: Annotated[list[Sweep], Entry("Sweeps")] = Field(default_factory=list, max_length=100)
    symptom: Annotated[Symptom, Entry("What goes wrong", choices=SYMPTOMS)] = ""
    clamp_kept: Annotated[YesNo, Entry("Tone or lock kept while the clamps were tightened", choices=_YES_NO)] = ""
    aid_fitted: Annotated[YesNo, Entry("Receiving aid fitted", choices=_YES_NO)] = ""
    aid_carrier: Annotated[str, Entry("Aid tuned to", hint="A reference carrier of this satellite")] = Field(
        default="", max_length=60
    )
    aid_off: Annotated[YesNo, Entry("Receiving aid off again", choices=_YES_NO)] = ""
    seen_network: Annotated[str, Entry("Network that it shows", hint="As the modem’s page or the meter names it")] = (
        Field(default="", max_length=60)
    )
    seen_carrier: Annotated[YesNo, Entry("Reference carrier seen", choices=_YES_NO)] = ""

    transmit_off: Annotated[YesNo, Entry("Transmitter off", hint="Seen, before a hand covers it", choices=_YES_NO)] = ""
    covers: Annotated[list[Cover], Entry("Stored best cleared")] = Field(default_factory=list, max_length=40)
    readings: Annotated[list[AxisReading], Entry("Readings")] = Field(default_factory=list)
    read_satellite_code: Annotated[Code, Entry("Satellite of the job when the first reading came")] = ""
    read_letter: Annotated[Code, Entry("Position of the job when the first reading was taken")] = ""
    read_mount_code: Annotated[Code, Entry("Mount of the job when the first reading was taken")] = ""
    read_terminal_code: Annotated[Code, Entry("Terminal of the job when the first reading came")] = ""
    peaked_latitude_deg: Annotated[float | None, Entry("Latitude of the job when the first reading came")] = Field(
        default=None, ge=-90, le=90, description="Kept by the server; another place has another aim"
    )
    peaked_longitude_deg: Annotated[float | None, Entry("Longitude of the job when the first reading came")] = Field(
        default=None, ge=-180, le=180, description="Kept by the server"
    )
    skew_readings: Annotated[list[SkewReading], Entry("Skew readings")] = Field(default_factory=list, max_length=60)
    skew_set_deg: Annotated[float | None, Entry("Skew as it is locked", hint="Clockwise from behind")] = Field(
        default=None, ge=-180, le=180
    )
    desk_isolation_db: Annotated[float | None, Entry("Isolation that the desk read")] = Field(default=None, ge=0, le=80)
    desk_least_db: Annotated[float | None, Entry("Least that the desk asks for")] = Field(default=None, ge=0, le=80)

    lock_before_db: Annotated[float | None, Entry("Before tightening")] = _level("Before the nuts were tightened")
    lock_after_db: Annotated[float | None, Entry("After tightening")] = _level("After the nuts were tightened")
    lock_steps: Annotated[list[LockStep], Entry("After each nut")] = Field(default_factory=list, max_length=40)
    loosened_count: Annotated[int, Entry("Loosened again")] = Field(
        default=0, ge=0, le=99, description="How often the lock was taken back"
    )
    push_top_db: Annotated[float | None, Entry("After a push, top")] = _level("After a push on the rim")
    push_bottom_db: Annotated[float | None, Entry("After a push, bottom")] = _level()
    push_left_db: Annotated[float | None, Entry("After a push, left")] = _level()
    push_right_db: Annotated[float | None, Entry("After a push, right")] = _level()
    push_top_during_db: Annotated[float | None, Entry("During, top", hint=_DURING)] = _level()
    push_bottom_during_db: Annotated[float | None, Entry("During, bottom", hint=_DURING)] = _level()
    push_left_during_db: Annotated[float | None, Entry("During, left", hint=_DURING)] = _level()
    push_right_during_db: Annotated[float | None, Entry("During, right", hint=_DURING)] = _level()
    retest_db: Annotated[float | None, Entry("Main link after the spare feeds", hint="Measured again")] = _level(
        "Level of the main link once the spare feeds were fitted"
    )
    witness_text: Annotated[
        str, Entry("Witness marks", hint="Where paint marks show the locked place, for a later visit")
    ] = Field(default="", max_length=200)
    compass_at_peak_deg: Annotated[float | None, Entry("Compass on the peak")] = Field(
        default=None, ge=0, lt=BEYOND_CIRCLE_DEG, description="What the compass showed on the peak"
    )
    clinometer_at_peak_deg: Annotated[float | None, Entry("Clinometer on the peak")] = Field(
        default=None, ge=-90, le=180
    )

    attitudes: Annotated[list[Attitude], Entry("Attitudes by day")] = Field(default_factory=list, max_length=200)
    panel_moved_at: Annotated[AwareDatetime | None, Entry("Last moved or updated", past=True)] = None
    speed_before_mbps: Annotated[float | None, Entry("Speed before aligning")] = Field(default=None, ge=0, le=100_000)
    speed_after_mbps: Annotated[float | None, Entry("Speed after aligning")] = Field(default=None, ge=0, le=100_000)


__all__ = ["PeakFacts"]
