"""Which satellites and terminals serve a job's place: every pair put through the job's own rooms, best first."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Literal

from pydantic import Field

from rindle_core.catalogue.models import Catalogue, Constellation, Satellite, Terminal
from rindle_core.kernel.errors import Stopped
from rindle_core.kernel.findings import Finding, Level, worst
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome
from rindle_core.science.horizon import Progress
from rindle_core.stations.aim.findings import MARGIN
from rindle_core.stations.aim.part import AimPart
from rindle_core.stations.entries import JobInput, Picks
from rindle_core.stations.fold import Answer, course_of
from rindle_core.stations.sky.facts import TrialFacts
from rindle_core.stations.sky.findings import PLANNED, POSITION
from rindle_core.stations.sky.part import SkyPart

_ROOMS = ("aim", "sky", "mount", "cable")
# Of Aim what the pair decides, not how it is set; of the others all but what somebody competent has to release.
_OF_AIM = ("aim.below_horizon", "aim.elevation", "aim.beam", "aim.beam_edge", "aim.polarization", "aim.margin")
# Of Sky what is seen, not which of the job's positions is best by all reasons: mast and cable are judged beside it.
_NOT_OF_SKY = (POSITION.code, PLANNED.code)
_ORDER = {Level.CLEAR: 0, Level.MIND: 1, Level.UNKNOWN: 2, Level.HOLD: 3}
_GRAVITY = {Level.HOLD: 0, Level.MIND: 1, Level.UNKNOWN: 2}


class Aspect(Model):
    """One side of a pair, as the job would judge it."""

    code: Literal["sky", "mast", "cable", "stock"]
    verdict: Level
    said: str


class Choice(Model):
    """A satellite or constellation with a terminal."""

    satellite_code: str = Field(description="Empty for a panel")
    constellation_code: str = Field(description="Empty for a dish")
    system: str
    terminal_code: str
    terminal: str
    verdict: Level
    elevation_deg: float | None = Field(description="As seen; None for a panel")
    beam: str = Field(description="Letter of the beam that covers the place; empty: none does")
    edge_km: float | None = Field(description="How far inside the beam's edge the place lies")
    level_db: float | None = Field(description="Expected Es/N0 in clear sky")
    margin_db: float | None = Field(description="Over the least that the operator asks for")
    out_percent: float | None = Field(description="Of a panel's time without service under the sky that was read")
    aspects: list[Aspect]
    against: list[str] = Field(description="What speaks against the pair, gravest first")


class ChoicesResult(Model):
    """All pairs, best first."""

    pairs: list[Choice]


def _candidates(job: JobInput, stores: Catalogue) -> Iterator[tuple[Satellite | Constellation, Terminal]]:
    for terminal in stores.terminals:
        systems: Sequence[Satellite | Constellation] = stores.constellations if terminal.panel else stores.satellites
        yield from ((system, terminal) for system in systems)


def _with(job: JobInput, system: Satellite | Constellation, terminal: Terminal, stores: Catalogue) -> JobInput:
    """The job as it would be with that pair."""
    told = {name: getattr(job.picks, name) for name in Picks.model_fields}
    satellite = system if isinstance(system, Satellite) else None
    told |= {
        "terminal": terminal,
        "satellite": satellite,
        "constellation": system if isinstance(system, Constellation) else None,
        "others": [one for one in stores.satellites if satellite is None or one.code != satellite.code],
    }
    picks = Picks.model_construct(**told)
    seen_from = {job.sky.position_letter, *(one.letter for one in job.sky.skylines)}  # the others are not compared here
    spots = [one for one in job.sky.positions if one.letter in seen_from]
    job = job.model_copy(update={"sky": job.sky.model_copy(update={"positions": spots})})
    own = (job.picks.terminal, job.picks.satellite or job.picks.constellation)
    if own == (terminal, system):
        return job.model_copy(update={"picks": picks})
    sky = job.sky.model_copy(update={"trial": TrialFacts()})  # another pair's trial says nothing of this one
    return job.model_copy(update={"picks": picks, "sky": sky})


def _aspect(code: Literal["sky", "mast", "cable"], found: Sequence[Finding]) -> Aspect:
    """The gravest of a room's findings; not known where it has none."""
    counted = [one for one in found if ".stopped." not in one.code and one.code not in _NOT_OF_SKY]
    if not counted:
        return Aspect(code=code, verdict=Level.UNKNOWN, said="not entered yet")
    verdict = worst(counted)
    return Aspect(code=code, verdict=verdict, said=next(one.message for one in counted if one.level is verdict))


def _stock(terminal: Terminal) -> Aspect:
    if terminal.in_stock_count is None:
        return Aspect(code="stock", verdict=Level.UNKNOWN, said="not counted")
    if terminal.in_stock_count == 0:
        return Aspect(code="stock", verdict=Level.MIND, said="none in stock")
    return Aspect(code="stock", verdict=Level.CLEAR, said=f"{terminal.in_stock_count} in stock")


def _of_aim(terminal: Terminal, aim: Outcome[AimPart]) -> list[Finding]:
    if terminal.panel is not None:
        return []
    found = [one for one in aim.findings if one.code in _OF_AIM]
    covered = aim.result.coverage is not None and aim.result.coverage.chosen is not None
    if covered and not any(one.code == "aim.margin" for one in found):
        found.append(MARGIN.missing("The least quality that the operator asks for is not known", "Ask for it."))
    return found


def _choice(system: Satellite | Constellation, terminal: Terminal, answers: dict[str, Answer]) -> Choice:
    outcomes = {code: one.outcome for code, one in answers.items()}
    aim: AimPart = outcomes["aim"].result
    sky: SkyPart = outcomes["sky"].result
    aimed = _of_aim(terminal, outcomes["aim"])
    aspects = [
        _aspect("sky", outcomes["sky"].findings),
        _aspect("mast", outcomes["mount"].findings),
        _aspect("cable", outcomes["cable"].findings),
        _stock(terminal),
    ]
    # A sky that is not read or a stock that is not counted says nothing against a pair: it only is not clear.
    told = [(one.level, one.message) for one in aimed]
    told += [(one.verdict, f"{one.code}: {one.said}") for one in aspects if one.verdict is not Level.UNKNOWN]
    against = sorted((one for one in told if one[0] in _GRAVITY), key=lambda one: _GRAVITY[one[0]])
    levels = [*(one.level for one in aimed), *(one.verdict for one in aspects if one.code != "stock")]
    levels += [Level.MIND] if aspects[-1].verdict is Level.MIND else []
    chosen = aim.coverage.chosen if aim.coverage else None
    margin = next((one.figure for one in aimed if one.code == "aim.margin"), None)
    dish = terminal.panel is None
    return Choice(
        satellite_code=system.code if dish else "",
        constellation_code="" if dish else system.code,
        system=system.name,
        terminal_code=terminal.code,
        terminal=terminal.name,
        verdict=max(levels, key=lambda one: _ORDER[one]),
        elevation_deg=aim.aim.elevation_apparent_deg if dish and aim.aim else None,
        beam=chosen.letter if dish and chosen else "",
        edge_km=chosen.edge_km if dish and chosen else None,
        level_db=aim.predicted_level_db if dish else None,
        margin_db=margin,
        out_percent=sky.low_orbit.out_percent if sky.low_orbit and aspects[0].verdict is not Level.UNKNOWN else None,
        aspects=aspects,
        against=[text for _, text in against],
    )


def choices(job: JobInput, stores: Catalogue, progress: Progress | None = None) -> ChoicesResult:
    """Every satellite with every dish and every constellation with every panel, judged by the job's own Aim, Sky, Mount
    and Cable as they stand; nothing else judges them here. Answering False to `progress` stops it (raises Stopped).

    First those with nothing against them, then by the number of holds, the time without service, what is left over the
    need, and the elevation.
    """
    if job.brief.latitude_deg is None or job.brief.longitude_deg is None:
        return ChoicesResult(pairs=[])
    candidates = list(_candidates(job, stores))
    pairs = []
    for count, (system, terminal) in enumerate(candidates):
        if progress is not None and not progress(count / len(candidates)):
            raise Stopped("the judgement of what serves here")
        pairs.append(_choice(system, terminal, course_of(_with(job, system, terminal, stores), _ROOMS)))

    def better(one: Choice) -> tuple[float, ...]:
        holds = sum(aspect.verdict is Level.HOLD for aspect in one.aspects)
        left_over = one.margin_db if one.margin_db is not None else one.level_db or 0.0
        return _ORDER[one.verdict], holds, one.out_percent or 0.0, -left_over, -(one.elevation_deg or 0.0)

    return ChoicesResult(pairs=sorted(pairs, key=better))


__all__ = ["Aspect", "Choice", "ChoicesResult", "choices"]
