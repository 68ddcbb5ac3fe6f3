"""Reference carriers through a receiving aid: what the analyser is set to, and what seeing one of them proves."""

from __future__ import annotations

from pydantic import Field

from rindle_core.catalogue.carriers import WAVES, ReceivingAid, ReferenceCarrier
from rindle_core.catalogue.models import Satellite
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.kernel.units import as_written
from rindle_core.science.site import Site
from rindle_core.stations.peak.findings import HELPER

_SPAN_MHZ = 100.0  # the least: neighbours are seen beside it
_SPAN_WIDTHS = 3.0
_VOLTS = {"vertical": 13, "right": 13, "horizontal": 18, "left": 18}


class HelperInput(Site):
    """The wanted satellite with its carriers, the others of the stores, the aid, and what it is tuned to."""

    satellite: Satellite
    others: list[Satellite] = Field(default_factory=list, max_length=500)
    aid: ReceivingAid | None = None
    tuned: str = Field(default="", max_length=60, description="Name of the carrier; empty: not told")
    used: bool = Field(default=True, description="Whether it is pointed by an aid")


class Hump(Model):
    """A carrier as the analyser shows it."""

    name: str
    if_mhz: float
    width_mhz: float


class HelperRow(Model):
    """A reference carrier, what the analyser is set to for it, and whether it tells the satellite."""

    name: str
    downlink_mhz: float
    wave: str = Field(description="Empty: nobody told it")
    if_mhz: float | None = Field(description="On the analyser; None where the aid is not told or does not pass it")
    supply_v: int | None = Field(description="None: the wave is turned by hand, or not told")
    tone_on: bool | None = Field(description="The 22 kHz tone; None: the aid has one band")
    mirrored: bool = Field(description="Its oscillator lies over it: left and right are swapped")
    width_mhz: float
    bare: bool = Field(description="A line, nothing is sent on it")
    also_on: list[str] = Field(description="Satellites above the horizon here that have one at the same place")
    proof: bool = Field(description="Seen, it is the wanted satellite")
    span_mhz: float = Field(description="What the analyser shows from edge to edge, this carrier in the middle")
    cannot: str = Field(default="", description="Why the aid does not show it")
    looks: str = ""
    beside: list[Hump] = Field(description="What else of this satellite that span shows with the same voltage and tone")


class HelperResult(Model):
    """Each carrier, the aid's name, and the one it is tuned to."""

    aid: str
    rows: list[HelperRow]
    tuned: HelperRow | None
    if_least_mhz: float
    if_most_mhz: float


def oscillator_mhz(aid: ReceivingAid, downlink_mhz: float) -> tuple[float, bool | None]:
    """Its oscillator for that downlink, MHz, and whether the tone is on; None: it has one band."""
    if aid.high_oscillator_mhz is None or aid.switch_mhz is None:
        return aid.oscillator_mhz, None
    high = downlink_mhz >= aid.switch_mhz
    return aid.high_oscillator_mhz if high else aid.oscillator_mhz, high


@register("helper_carriers", "What an analyser is set to for each reference carrier", HelperInput, HelperResult)
def helper_carriers(given: HelperInput) -> Outcome[HelperResult]:
    """The frequency on the analyser is the difference of downlink and oscillator; voltage and tone as EN 61319-1
    has them: 13 V vertical or right-hand, 18 V horizontal or left-hand, 22 kHz the high band.
    """
    seen_from_here = [
        one
        for one in given.others
        if one.code != given.satellite.code and float(given.look(one.longitude_deg).elevation_deg) > 0
    ]
    rows = [_row(one, given.aid, seen_from_here) for one in given.satellite.carriers]
    rows = [row.model_copy(update={"beside": _beside(row, rows)}) for row in rows]
    only = rows[0] if len(rows) == 1 else None
    tuned = next((row for row in rows if row.name == given.tuned), only if not given.tuned else None)
    result = HelperResult(
        aid=given.aid.name if given.aid else "",
        rows=rows,
        tuned=tuned,
        if_least_mhz=given.aid.if_least_mhz if given.aid else 0.0,
        if_most_mhz=given.aid.if_most_mhz if given.aid else 0.0,
    )
    return Outcome(result, _judge(given, result) if given.used else [])


def _row(carrier: ReferenceCarrier, aid: ReceivingAid | None, others: list[Satellite]) -> HelperRow:
    also_on = [one.name for one in others if any(carrier.meets(its) for its in one.carriers)]
    if_mhz, tone_on, mirrored, cannot = None, None, False, ""
    if aid is not None:
        oscillator, tone_on = oscillator_mhz(aid, carrier.downlink_mhz)
        if_mhz, mirrored = abs(carrier.downlink_mhz - oscillator), oscillator > carrier.downlink_mhz
        if not aid.if_least_mhz <= if_mhz <= aid.if_most_mhz:
            cannot = (
                f"The aid brings it to {as_written(if_mhz)} MHz, and passes {as_written(aid.if_least_mhz)} to "
                f"{as_written(aid.if_most_mhz)} MHz."
            )
            if_mhz = None
    return HelperRow(
        name=carrier.name,
        downlink_mhz=carrier.downlink_mhz,
        wave=WAVES[carrier.wave] if carrier.wave else "",
        if_mhz=if_mhz,
        supply_v=_VOLTS.get(carrier.wave) if aid is not None and aid.by_voltage else None,
        tone_on=tone_on,
        mirrored=mirrored,
        width_mhz=carrier.width_mhz,
        bare=carrier.symbol_rate_kbaud is None,
        also_on=also_on,
        proof=carrier.only_here and not also_on,
        span_mhz=max(_SPAN_MHZ, _SPAN_WIDTHS * carrier.width_mhz),
        cannot=cannot,
        looks=carrier.looks,
        beside=[],
    )


def _beside(row: HelperRow, rows: list[HelperRow]) -> list[Hump]:
    return [
        Hump(name=one.name, if_mhz=one.if_mhz, width_mhz=one.width_mhz)
        for one in rows
        if one.name != row.name
        and one.if_mhz is not None
        and row.if_mhz is not None
        and abs(one.if_mhz - row.if_mhz) < 0.5 * (row.span_mhz + one.width_mhz)
        and (one.wave, one.supply_v, one.tone_on) == (row.wave, row.supply_v, row.tone_on)
    ]


def _judge(given: HelperInput, result: HelperResult) -> list[Finding]:
    ours, tuned = given.satellite.name, result.tuned
    if not result.rows:
        return [
            HELPER.missing(
                f"No reference carrier of {ours} is told",
                "Put those that are always there with the satellite in Stores: downlink, wave, symbol rate.",
            )
        ]
    if given.tuned and tuned is None:
        return [
            HELPER(
                Level.HOLD,
                f"“{given.tuned}” is no carrier of {ours}",
                "The dish would be brought to the best of another satellite.",
                clears_by="Tune to one of its own.",
            )
        ]
    if tuned is None:
        return [HELPER.missing("Which carrier the aid is tuned to is not said", "Choose it on the card.")]
    if tuned.cannot:
        return [
            HELPER(
                Level.HOLD,
                f"The aid does not show {tuned.name}",
                tuned.cannot,
                clears_by="Tune to another carrier, or fit another aid.",
            )
        ]
    if not tuned.proof:
        whose = f"{tuned.also_on[0]} has one there too." if tuned.also_on else "Nobody said that only this one has it."
        return [
            HELPER(
                Level.MIND,
                f"{tuned.name} brings the dish to a top, and does not tell of which satellite",
                whose,
                clears_by="Look for a carrier that only the wanted one has before the clamps are tightened.",
            )
        ]
    return [HELPER(Level.CLEAR, f"{tuned.name} is on {ours} alone", "Seen, it is the wanted satellite.")]


__all__ = ["HelperInput", "HelperResult", "HelperRow", "Hump", "helper_carriers", "oscillator_mhz"]
