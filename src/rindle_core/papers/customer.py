"""The customer's card: one page in plain words, from the house's lines and this job's figures."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Literal

from rindle_core.catalogue.service_words import CARD_GROUPS, CardGroup
from rindle_core.job import JobAssessment, JobInput
from rindle_core.kernel.units import System, format_quantity
from rindle_core.papers.sheet import Sheet, SheetBlock, SheetRow
from rindle_core.science.site_clock import told_at
from rindle_core.stations.aim.link import rain_told
from rindle_core.stations.aim.outages import SunOutageResult
from rindle_core.stations.traits import traits_of

Language = Literal["first", "second"]
_ASKED = ("power", "online", "coming", "firm", "number", "rain", "sun", "latency", "gaps", "speed")


def _online(facts: JobInput) -> str:
    """How the lights look when all is well."""
    states = facts.picks.terminal.bringup_states if facts.picks.terminal else []
    said = next((", ".join(light.words for light in state.lights) or state.light for state in states[-1:]), "")
    return f"{said[0].upper()}{said[1:]}." if said else ""


def _coming(facts: JobInput) -> str:
    """The lights in the order in which they come on."""
    states = facts.picks.terminal.bringup_states if facts.picks.terminal else []
    names = dict.fromkeys(light.name for state in states for light in state.lights if light.rhythm != "off")
    return ", ".join(names)


def _sun(told: SunOutageResult | None, zone: str) -> str:
    """The two seasons of a year, as a customer would note them."""
    if told is None or not told.seasons:
        return ""
    spans = []
    for season in told.seasons[:2]:
        first, last, at = (told_at(one.start, zone) for one in (season.first, season.last, season.longest))
        spans.append(f"{first[:10]} to {last[:10]}, about {at[11:16]}, up to {season.longest.minutes:.0f} minutes")
    return f"For some days twice a year the sun stands behind the satellite and drowns it: {'; and '.join(spans)}."


def _rain(facts: JobInput, result: JobAssessment) -> str:
    """What heavy rain does, with the level that is to spare where it is known."""
    need, level = facts.aim.needed_es_n0_db, facts.peak.lock_after_db
    said = "In a cloudburst the service may stop for some minutes and comes back by itself."
    link = result.link
    if link is not None and link.margin_db is not None and link.margin_db > 0:
        said += f" By the maps of rain that is {rain_told(link)} in an average year."
    if need is None or level is None or level <= need:
        return said
    return f"{said} On the day of the work {format_quantity(level - need, 'db')} were to spare."


def _power(facts: JobInput, result: JobAssessment) -> str:
    """What happens without mains: how long the spare supply is planned to last, or that there is none."""
    wanted_h = facts.brief.spare_power_h
    if not wanted_h:
        return "Without mains there is no service. No plug board that is switched off at night."
    return f"The spare supply is planned for {wanted_h:g} hours. Test it twice a year."


def _gaps(result: JobAssessment) -> str:
    counted = result.watched.counted if result.watched else None
    if counted is not None and counted.interruptions_per_h > 0:
        return (
            f"Some {counted.interruptions_per_h:.1f} an hour were counted, the longest of "
            f"{format_quantity(counted.longest_s, 's')}: the terminal changes from satellite to satellite."
        )
    return "Now and then for some seconds: the terminal changes from satellite to satellite."


def _latency(result: JobAssessment) -> str:
    """As it was measured; before that at least the way up to the satellite and down, there and back."""
    if result.acceptance.after is not None:
        return f"{result.acceptance.after.latency_ms / 1000.0:.1f} seconds"
    return f"{2.0 * result.aim.round_trip_ms / 1000.0:.1f} seconds or more" if result.aim else ""


def fills_of(
    facts: JobInput,
    result: JobAssessment,
    firm: str,
    number: str,
    sun: SunOutageResult | None = None,
    system: System = "metric",
) -> dict[str, str]:
    """What stands for the words in braces of the house's lines; empty where it is not known."""
    after = result.acceptance.after
    return {
        "power": _power(facts, result),
        "online": _online(facts),
        "coming": _coming(facts),
        "firm": firm,
        "number": number,
        "rain": _rain(facts, result),
        "sun": _sun(sun, result.zone),
        "gaps": _gaps(result),
        "latency": _latency(result),
        "speed": ""
        if after is None
        else f"Measured when it was handed over: {format_quantity(after.down_mbps, 'mbps', system)} down, "
        f"{format_quantity(after.up_mbps, 'mbps', system)} up.",
    }


def _filled(text: str, fills: Mapping[str, str]) -> str:
    """The line with its words in braces filled in; empty where one of them is not known: no sentence has a hole."""
    for name in _ASKED:
        if "{" + name + "}" in text:
            if not fills.get(name):
                return ""
            text = text.replace("{" + name + "}", fills[name])
    return text


def customer_sheet(facts: JobInput, fills: Mapping[str, str], language: Language = "first") -> Sheet:
    """The card. In the second language a line that the firm has not put into it is left out."""
    traits = traits_of(facts.picks, facts.brief, facts.mount.height_above_ground_m)
    groups: dict[CardGroup, list[SheetRow]] = {group: [] for group in CARD_GROUPS}
    for line in facts.picks.words.card_lines:
        if line.wanted_for not in traits:
            continue
        text = _filled(line.text if language == "first" else line.second_text, fills)
        if text:
            groups[line.group].append(SheetRow(what=line.name if language == "first" else "", value=text))
    blocks = [
        SheetBlock(code=group, heading=CARD_GROUPS[group] if language == "first" else "", rows=rows)
        for group, rows in groups.items()
        if rows
    ]
    return Sheet(title="Your satellite internet", blocks=blocks)


__all__ = ["Language", "customer_sheet", "fills_of"]
