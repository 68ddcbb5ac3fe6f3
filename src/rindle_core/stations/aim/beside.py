"""What is reckoned beside the aim: landmarks that show a bearing, and spare feeds for neighbouring satellites."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome
from rindle_core.stations.aim.aim import AimResult
from rindle_core.stations.aim.bearings import LandmarkInput, LandmarkResult, landmark
from rindle_core.stations.aim.findings import SPARE
from rindle_core.stations.aim.kept import Landmark
from rindle_core.stations.aim.spare_feeds import SpareFeedsInput, SpareFeedsResult, spare_feeds
from rindle_core.stations.brief.places import PlaceInput, parse_place
from rindle_core.stations.entries import JobInput


class LandmarkSeen(Model):
    """A landmark with its bearing from the job's place, and the turn from it to the satellite."""

    name: str
    seen: LandmarkResult


def check_landmarks(change: Mapping[str, Any]) -> dict[str, Any]:
    """A landmark's place is refused where it cannot be read, as a job's own is. Raises InputError by its row."""
    for at, row in enumerate(change.get("landmarks") or []):
        told = row if isinstance(row, Mapping) else row.model_dump()
        try:
            parse_place(PlaceInput(place=str(told.get("place_text", ""))))
        except InputError as error:
            raise InputError.one(f"landmarks.{at}.place_text", error.message) from error
    return dict(change)


def landmarks_seen(
    landmarks: list[Landmark],
    place: tuple[float, float] | None,
    azimuth_true_deg: float | None,
    place_error_m: float | None = None,
    rules: HouseRules = DEFAULT_RULES,
) -> list[LandmarkSeen]:
    """The landmarks with their bearings, no surer than the place is; one that lies on the site itself shows nothing."""
    found = []
    for one in landmarks if place else []:
        there = parse_place(PlaceInput(place=one.place_text))
        given = LandmarkInput(
            from_latitude_deg=place[0],  # type: ignore[index]  # none are looked at without a place
            from_longitude_deg=place[1],  # type: ignore[index]
            to_latitude_deg=there.latitude_deg,
            to_longitude_deg=there.longitude_deg,
            azimuth_true_deg=None if azimuth_true_deg is None else azimuth_true_deg % 360.0,
            from_error_m=place_error_m,
            rules=rules,
        )
        try:
            found.append(LandmarkSeen(name=one.name, seen=landmark(given).result))
        except InputError:
            continue
    return found


def feeds_of(
    job: JobInput, aimed: AimResult | None, turned_deg: float
) -> Outcome[SpareFeedsResult] | list[Finding] | None:
    """The `spare_feeds` calculator on what is kept; None while none are wanted or the dish is not known.

    What cannot be reckoned is told as findings.
    """
    facts, picks, brief = job.aim, job.picks, job.brief
    wanted = [one for one in picks.others if one.code in facts.spare_satellites]
    terminal = picks.terminal
    if not wanted or terminal is None or picks.satellite is None or aimed is None or brief.place is None:
        return None
    focal_mm = facts.focal_length_mm or terminal.focal_length_mm
    if focal_mm is None:
        return [
            SPARE.of("focal").missing(
                "Where the spare feeds sit is not known", "Enter the dish's focal length from its sheet."
            )
        ]
    try:
        return spare_feeds(
            SpareFeedsInput(
                latitude_deg=brief.place[0],
                longitude_deg=brief.place[1],
                height_m=brief.above_sea_m,
                satellite_longitude_deg=picks.satellite.longitude_deg,
                wanted=wanted,
                focal_length_mm=focal_mm,
                aperture_mm=terminal.aperture_mm,
                aperture_offset_mm=terminal.aperture_offset_mm,
                turned_deg=turned_deg,
                feed_diameter_mm=facts.feed_diameter_mm,
                frequency_ghz=terminal.receive_ghz,
                brackets=picks.brackets,
                rules=picks.rules,
            )
        )
    except InputError as error:
        return [
            SPARE.of("refused")(
                Level.HOLD,
                "A spare feed cannot sit on this dish",
                error.message,
                clears_by="Choose other satellites, or a dish of their own.",
            )
        ]


__all__ = ["LandmarkSeen", "check_landmarks", "feeds_of", "landmarks_seen"]
