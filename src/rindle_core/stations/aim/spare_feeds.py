"""Several spare feeds on one reflector, and which bracket holds them all."""

from __future__ import annotations

from itertools import pairwise

from pydantic import Field

from rindle_core.catalogue.models import Bracket, Satellite
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Level
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.science.site import Site
from rindle_core.stations.aim.findings import SPARE_ORDER
from rindle_core.stations.aim.spare_feed import SpareFeedInput, SpareFeedResult, spare_feed


class SpareFeedsInput(Site):
    """The main satellite, those wanted beside it, the reflector, and the brackets to choose among."""

    satellite_longitude_deg: float = Field(ge=-180, le=360)
    wanted: list[Satellite] = Field(min_length=1, max_length=12)
    focal_length_mm: float = Field(gt=50, le=10_000)
    aperture_mm: float = Field(gt=100, le=20_000)
    aperture_offset_mm: float | None = Field(default=None, ge=0, le=20_000, description="See `spare_feed`")
    turned_deg: float = Field(default=0.0, ge=-180, le=180, description="See `spare_feed`")
    feed_diameter_mm: float = Field(default=60.0, gt=0, le=500)
    frequency_ghz: float = Field(default=12.0, gt=0, le=100)
    brackets: list[Bracket] = Field(default_factory=list, max_length=200)
    rules: HouseRules = DEFAULT_RULES


class NamedFeed(Model):
    """A spare feed with its satellite."""

    satellite: str
    feed: SpareFeedResult


class BracketChoice(Model):
    """A bracket with what speaks against it, and the angles off the main beam that it spans on this reflector."""

    name: str
    fits: bool
    against: list[str]
    least_off_deg: float
    most_off_deg: float


class SpareFeedsResult(Model):
    """Feeds from left to right as seen from behind; brackets that fit first."""

    feeds: list[NamedFeed]
    brackets: list[BracketChoice]


def _against(bracket: Bracket, feeds: list[NamedFeed]) -> list[str]:
    reasons = []
    if len(feeds) > bracket.feed_count:
        reasons.append(f"it holds {bracket.feed_count}, {len(feeds)} are wanted")
    for one in feeds:
        reach_mm = abs(one.feed.along_bar_mm)
        if not bracket.least_mm <= reach_mm <= bracket.most_mm:
            reasons.append(
                f"{one.satellite} sits at {reach_mm:.0f} mm, it reaches {bracket.least_mm:g} to {bracket.most_mm:g} mm"
            )
        if abs(one.feed.height_mm) > bracket.most_height_mm:
            reasons.append(
                f"{one.satellite} sits {abs(one.feed.height_mm):.0f} mm off in height, it allows "
                f"{bracket.most_height_mm:g} mm"
            )
    for left, right in pairwise(feeds):
        apart_mm = right.feed.along_bar_mm - left.feed.along_bar_mm
        if apart_mm < bracket.pitch_mm:
            reasons.append(
                f"{left.satellite} and {right.satellite} are {apart_mm:.0f} mm apart, it needs {bracket.pitch_mm:g} mm"
            )
    return reasons


def _off_deg(reach_mm: float, feed: SpareFeedResult) -> float:
    """Angle off the beam at a reach along the bar; the ratio of this reflector is that of its own feed."""
    return feed.off_deg * reach_mm / max(feed.distance_mm, 1e-9)


@register(
    "spare_feeds",
    "Several spare feeds on one reflector, and which bracket holds them",
    SpareFeedsInput,
    SpareFeedsResult,
)
def spare_feeds(given: SpareFeedsInput) -> Outcome[SpareFeedsResult]:
    """Each feed by `spare_feed`; brackets compared by reach, height, count and pitch."""
    found, findings = [], []
    for satellite in given.wanted:
        if abs(satellite.longitude_deg - given.satellite_longitude_deg) < 1e-6:
            raise InputError.one(
                "wanted", f"{satellite.name} is the main satellite's own place; another one is accepted"
            )
        outcome = spare_feed(
            SpareFeedInput(
                latitude_deg=given.latitude_deg,
                longitude_deg=given.longitude_deg,
                height_m=given.height_m,
                satellite_longitude_deg=given.satellite_longitude_deg,
                spare_longitude_deg=satellite.longitude_deg,
                spare_tilt_deg=satellite.tilt_deg,
                focal_length_mm=given.focal_length_mm,
                aperture_mm=given.aperture_mm,
                aperture_offset_mm=given.aperture_offset_mm,
                turned_deg=given.turned_deg,
                feed_diameter_mm=given.feed_diameter_mm,
                frequency_ghz=given.frequency_ghz,
                rules=given.rules,
            )
        )
        found.append(NamedFeed(satellite=satellite.name, feed=outcome.result))
        findings += [
            finding.model_copy(
                update={"message": f"{satellite.name}: {finding.message[0].lower()}{finding.message[1:]}"}
            )
            for finding in outcome.findings
        ]
    found.sort(key=lambda one: one.feed.along_bar_mm)
    ratio = found[0].feed
    choices = [
        BracketChoice(
            name=bracket.name,
            fits=not (against := _against(bracket, found)),
            against=against,
            least_off_deg=_off_deg(bracket.least_mm, ratio),
            most_off_deg=_off_deg(bracket.most_mm, ratio),
        )
        for bracket in given.brackets
    ]
    choices.sort(key=lambda one: not one.fits)
    return Outcome(SpareFeedsResult(feeds=found, brackets=choices), [*findings, _ORDER])


_ORDER = SPARE_ORDER(
    Level.MIND,
    "The main link first, then the spare feeds",
    "A bracket on the arm shifts the balance, and a spare feed may shade the main one; finding it needs an "
    "analyser or a receiver of its own.",
    clears_by="Finish and lock the main link, add the feeds on cables of their own, then measure the main link again.",
)

__all__ = ["BracketChoice", "NamedFeed", "SpareFeedsInput", "SpareFeedsResult", "spare_feeds"]
