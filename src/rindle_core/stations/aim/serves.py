"""Which satellites and dishes serve a place: every pair judged, best first, with what speaks against each."""

from __future__ import annotations

from pydantic import Field

from rindle_core.catalogue.models import Satellite, Terminal
from rindle_core.kernel.findings import Level, worst
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.science.magnetism import ModelDay
from rindle_core.science.site import Site
from rindle_core.stations.aim.aim import AimInput, aim
from rindle_core.stations.aim.beams import BeamInput, beam
from rindle_core.stations.aim.findings import MARGIN
from rindle_core.stations.aim.level import expected_level
from rindle_core.stations.aim.link import judge_margin

_NOTED = ("aim.below_horizon", "aim.elevation", "aim.beam", "aim.beam_edge", "aim.polarization", "aim.margin")


class ServesInput(Site):
    """A place, and what the stores hold. Panels are left out: their satellites are judged with the sky, at Sky."""

    date: ModelDay
    satellites: list[Satellite] = Field(max_length=200)
    terminals: list[Terminal] = Field(max_length=100)
    rules: HouseRules = DEFAULT_RULES


class Serving(Model):
    """A pair of satellite and terminal."""

    satellite_code: str
    satellite: str
    terminal_code: str
    terminal: str
    verdict: Level
    elevation_deg: float
    beam: str = Field(description="Letter of the beam that covers the place; empty: none does")
    edge_km: float | None = Field(description="How far inside the beam's edge the place lies")
    level_db: float | None = Field(description="Expected Es/N0 in clear sky")
    margin_db: float | None = Field(description="Over the least that the operator asks for")
    against: list[str] = Field(description="What speaks against the pair, gravest first")


class ServesResult(Model):
    """All pairs, best first."""

    pairs: list[Serving]


def _pair(given: ServesInput, satellite: Satellite, terminal: Terminal) -> Serving:
    place = {"latitude_deg": given.latitude_deg, "longitude_deg": given.longitude_deg}
    aimed = aim(
        AimInput(
            **place,
            height_m=given.height_m,
            satellite_longitude_deg=satellite.longitude_deg,
            date=given.date,
            rules=given.rules,
        )
    )
    covering = beam(
        BeamInput(
            **place,
            beams=satellite.beams,
            polarization=terminal.polarization,
            sends=terminal.sends,
            rules=given.rules,
        )
    )
    chosen = covering.result.chosen
    findings = [*aimed.findings, *covering.findings]
    level = margin = None
    stored = next((one for one in satellite.beams if chosen and one.letter == chosen.letter), None)
    if stored is not None and aimed.result.visible:
        level = expected_level(
            stored,
            satellite_longitude_deg=satellite.longitude_deg,
            **place,
            height_m=given.height_m,
            receive_ghz=terminal.receive_ghz,
            reference_gain_db=terminal.reference_gain_db,
        ).es_n0_db
        if stored.least_es_n0_db is not None:
            margin = level - stored.least_es_n0_db
            findings.append(judge_margin(margin, given.rules))
        else:
            findings.append(MARGIN.missing("The least quality that the operator asks for is not known", "Ask for it."))
    noted = [one for one in findings if one.code in _NOTED]
    order = {Level.HOLD: 0, Level.MIND: 1, Level.UNKNOWN: 2}
    against = sorted((one for one in noted if one.level in order), key=lambda one: order[one.level])
    return Serving(
        satellite_code=satellite.code,
        satellite=satellite.name,
        terminal_code=terminal.code,
        terminal=terminal.name,
        verdict=worst(noted),
        elevation_deg=aimed.result.elevation_apparent_deg,
        beam=chosen.letter if chosen else "",
        edge_km=chosen.edge_km if chosen else None,
        level_db=level,
        margin_db=margin,
        against=[one.message for one in against],
    )


@register("serves", "Which satellites and dishes serve a place, best first", ServesInput, ServesResult)
def serves(given: ServesInput) -> Outcome[ServesResult]:
    """Every satellite with every dish through `aim`, `beam` and the expected level; nothing else judges them here.

    First those with nothing against them, then by what is left over the need, then by elevation.
    """
    pairs = [
        _pair(given, satellite, terminal)
        for satellite in given.satellites
        for terminal in given.terminals
        if terminal.panel is None
    ]
    order = {Level.CLEAR: 0, Level.MIND: 1, Level.UNKNOWN: 2, Level.HOLD: 3}
    pairs.sort(key=lambda one: (order[one.verdict], -(one.margin_db or one.level_db or 0.0), -one.elevation_deg))
    return Outcome(ServesResult(pairs=pairs), [])


__all__ = ["ServesInput", "ServesResult", "Serving", "serves"]
