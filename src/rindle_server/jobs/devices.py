"""Terminals in the field behind one interface; the simulated one speaks HTTP on loopback."""

from __future__ import annotations

import math
import time
from functools import lru_cache
from typing import Any, Protocol

import httpx
from django.conf import settings

from rindle_bench.config import (
    MOST_TURNS,
    Axis,
    BenchFault,
    CoverFeed,
    DeskReply,
    DeskSaid,
    Downlink,
    FaultsChange,
    ModemEntries,
    NutsChange,
    PowerChange,
    Push,
    ScrewTurn,
    Side,
    StateEvent,
    Swing,
    Telemetry,
    TerminalConfig,
)
from rindle_bench.pages import PageAddress
from rindle_bench.router import RouterAsk, RouterTold
from rindle_core.catalogue.models import Terminal
from rindle_core.job import JobAssessment, JobInput
from rindle_core.kernel.model import Model
from rindle_core.stations.bringup.facts import BringUpFacts
from rindle_core.stations.bringup.home import service_of
from rindle_core.stations.peak.facts import PeakFacts
from rindle_server.errors import Conflict, DeviceDown

_SAMPLES = 5
_SETTLE_TRIES = 40
_SETTLE_PAUSE_S = 0.1


class TerminalLink(Protocol):
    """What Rindle asks of a terminal. An adapter of a real one has these methods too, or says that it lacks them."""

    simulated: bool

    def telemetry(self) -> Telemetry:
        """Everything it tells now."""
        ...

    def turn(self, axis: Axis, turns: float) -> Telemetry:
        """Turns a fine screw."""
        ...

    def swing(self, azimuth_deg: float, elevation_deg: float) -> Telemetry:
        """Swings the whole head by hand."""
        ...

    def cover(self, pulse_count: int) -> Telemetry:
        """Covers the feed for so many pulses, so that a stored best is forgotten."""
        ...

    def nuts(self, tight: bool) -> Telemetry:
        """Tightens or loosens the nuts."""
        ...

    def push(self, side: Side, keep: bool = False) -> Telemetry:
        """Pushes the rim from behind and lets go, or keeps pushing."""
        ...

    def power(self, on: bool) -> Telemetry:
        """Switches the modem."""
        ...

    def tell(self, entries: ModemEntries) -> Telemetry:
        """Gives the modem its entries."""
        ...

    def say(self, said: DeskSaid) -> DeskReply:
        """Says something to the operations desk, where one can be reached other than by telephone."""
        ...

    def page(self) -> PageAddress:
        """Where its own page is."""
        ...

    def router(self, asked: RouterAsk) -> RouterTold:
        """What the gateway of the house shows; with `send` it is told its part first."""
        ...

    def set_faults(self, faults: dict[BenchFault, float]) -> Telemetry:
        """Switches faults on for practice; only a simulated terminal has them."""
        ...


@lru_cache(maxsize=4)
def _client(base_url: str) -> httpx.Client:
    """The connection to the stand-ins, made once: threads may share it."""
    return httpx.Client(base_url=base_url, timeout=8.0, trust_env=False)


_PAST_PLAY_TURNS = 1.0  # more than the play of any screw
_PLACED: dict[str, str] = {}  # address of a stand-in -> the configuration that it was placed with


class SimulatedTerminalLink:
    """The stand-in of `rindle_bench`. Raises DeviceDown where it does not answer."""

    simulated = True

    def __init__(self, base_url: str, name: str, config: TerminalConfig) -> None:
        self._client = _client(base_url)
        self._path = f"/terminals/{name}"
        self._config = config
        placed = config.model_dump_json()
        self.placed: Telemetry | None = None
        if _PLACED.get(base_url + self._path) != placed:  # it is asked some times a second
            self.placed = self._ask("PUT", "", config)
            _PLACED[base_url + self._path] = placed

    def _ask(self, method: str, action: str, body: Model | None = None) -> Telemetry:
        return Telemetry.model_validate_json(self._content(method, action, body))

    def _content(self, method: str, action: str, body: Model | None) -> bytes:
        content = body.model_dump_json() if body else None
        try:
            answer = self._client.request(method, self._path + action, content=content)
            if answer.status_code == httpx.codes.NOT_FOUND:  # the stand-in was started anew
                self._client.put(self._path, content=self._config.model_dump_json())
                answer = self._client.request(method, self._path + action, content=content)
            answer.raise_for_status()
        except httpx.HTTPError as error:
            raise DeviceDown.one(
                "device",
                "The simulated terminal does not answer. What you entered is kept; go on by hand, or start it and try "
                "again.",
            ) from error
        return answer.content

    def telemetry(self) -> Telemetry:
        """Everything it tells now."""
        return self._ask("GET", "")

    def turn(self, axis: Axis, turns: float) -> Telemetry:
        """Turns a fine screw."""
        return self._ask("POST", "/screw", ScrewTurn(axis=axis, turns=turns))

    def _turn_far(self, axis: Axis, turns: float) -> Telemetry:
        """The same, however far: in as many goes as it takes."""
        goes = max(1, math.ceil(abs(turns) / MOST_TURNS))
        return [self.turn(axis, turns / goes) for _ in range(goes)][-1]

    def swing(self, azimuth_deg: float, elevation_deg: float) -> Telemetry:
        """Swings the whole head by hand."""
        return self._ask("POST", "/swing", Swing(azimuth_deg=azimuth_deg, elevation_deg=elevation_deg))

    def cover(self, pulse_count: int) -> Telemetry:
        """Covers the feed for so many pulses, so that a stored best is forgotten."""
        return self._ask("POST", "/cover", CoverFeed(pulse_count=pulse_count))

    def nuts(self, tight: bool) -> Telemetry:
        """Tightens or loosens the nuts."""
        return self._ask("POST", "/nuts", NutsChange(tight=tight))

    def push(self, side: Side, keep: bool = False) -> Telemetry:
        """Pushes the rim from behind and lets go, or keeps pushing."""
        return self._ask("POST", "/push", Push(side=side, keep=keep))

    def power(self, on: bool) -> Telemetry:
        """Switches the modem."""
        return self._ask("POST", "/power", PowerChange(on=on))

    def go_on(self, told: BringUpFacts, peak: PeakFacts) -> None:
        """A stand-in that was placed anew has the power, the screws and the nuts that the job's was left with."""
        if self.placed is None:
            return
        for axis, last in {one.axis: one for one in peak.readings}.items():  # of each axis the last
            # Come to it turning as it was: where the head stands in the play of the screw is decided by that.
            moved = self._turn_far(
                axis, last.turns - _PAST_PLAY_TURNS if last.turning == "up" else last.turns + _PAST_PLAY_TURNS
            )
            counter = moved.elevation_turns if axis == "elevation" else moved.azimuth_turns
            self._turn_far(axis, last.turns - counter)
        if peak.lock_after_db is not None:
            self.nuts(tight=True)
        if self.placed.powered or not told.states_entered or told.powered_at is not None:
            return
        left = [StateEvent(code=one.code, at_s=one.at_s) for one in told.states_entered]
        self.tell(entries_of(told))
        self._ask("POST", "/power", PowerChange(on=True, left_at=left))

    def tell(self, entries: ModemEntries) -> Telemetry:
        """Gives the modem its entries."""
        return self._ask("POST", "/entries", entries)

    def say(self, said: DeskSaid) -> DeskReply:
        """Says something to the simulated desk."""
        return DeskReply.model_validate_json(self._content("POST", "/desk", said))

    def set_faults(self, faults: dict[BenchFault, float]) -> Telemetry:
        """Switches faults on for practice."""
        return self._ask("POST", "/faults", FaultsChange(faults=faults))

    def page(self) -> PageAddress:
        """Where the simulated modem's page is, on its own loopback address."""
        return PageAddress.model_validate_json(self._content("POST", "/page", None))

    def router(self, asked: RouterAsk) -> RouterTold:
        """What the simulated gateway shows."""
        return RouterTold.model_validate_json(self._content("POST", "/router", asked))


_PANEL_LEVEL_DB = 12.0  # of a panel with a free sky: it aims itself, or stands as it was set


def bench_config(seed: int, facts: JobInput, result: JobAssessment) -> TerminalConfig:
    """The stand-in for this job's terminal at this job's site. Raises Conflict where the brief is not complete."""
    terminal, satellite = facts.picks.terminal, facts.picks.satellite
    if terminal is not None and terminal.panel is not None and facts.brief.place is not None:
        return TerminalConfig(
            seed=seed,
            time_scale=settings.BENCH_TIME_SCALE,
            beamwidth_deg=60.0,
            elevation_deg=60.0,
            elevation_screw=terminal.elevation_screw,
            azimuth_screw=terminal.azimuth_screw,
            coarse_elevation_error_deg=0.0,
            coarse_azimuth_error_deg=0.0,
            peak_level_db=_PANEL_LEVEL_DB,
            network=facts.picks.constellation.name if facts.picks.constellation else "",
            states=terminal.bringup_states,
            **_modem_side(facts, terminal),
        )
    if (
        terminal is None
        or result.aim is None
        or result.beam is None
        or satellite is None
        or facts.brief.latitude_deg is None
        or facts.brief.longitude_deg is None
        or not result.aim.visible
    ):
        raise Conflict.one(
            "device",
            "The terminal can be reached once place, terminal and satellite are chosen and a beam covers the site.",
        )
    guide = result.pointing.guide if result.pointing else None
    return TerminalConfig(
        by_meter=guide is not None and guide.kind in ("meter", "analyser"),
        seed=seed,
        time_scale=settings.BENCH_TIME_SCALE,
        beamwidth_deg=terminal.beamwidth_deg(),
        elevation_beamwidth_deg=terminal.beamwidth_deg("elevation"),
        network=satellite.network_id,
        lock_s=guide.lock_s if guide else 2.0,
        drop_db=guide.drop_db if guide else 0.6,
        reset_pulse_count=guide.reset_pulse_count if guide else 0,
        elevation_deg=min(90.0, result.aim.elevation_apparent_deg),
        elevation_screw=terminal.elevation_screw,
        azimuth_screw=terminal.azimuth_screw,
        downlink=Downlink(
            satellite_longitude_deg=satellite.longitude_deg,
            latitude_deg=facts.brief.latitude_deg,
            longitude_deg=facts.brief.longitude_deg,
            height_m=facts.brief.above_sea_m,
            outline_deg=result.beam.polygon_deg,
            centre_db=result.beam.expected_es_n0_db,
            edge_loss_db=result.beam.edge_loss_db,
            terminal_gain_db=terminal.reference_gain_db,
        ),
        beam_letter=result.beam.letter,
        states=terminal.bringup_states,
        **_modem_side(facts, terminal),
    )


def _modem_side(facts: JobInput, terminal: Terminal) -> dict[str, Any]:
    """What the stand-in's modem and desk are like. What the network has is what the order says, not what was typed."""
    desk = facts.picks.satellite.desk if facts.picks.satellite else None
    known = {
        "site_code": facts.brief.site_code,
        "cluster_code": facts.brief.cluster_code,
        "site_id": facts.brief.site_id,
        "terminal_id": facts.brief.terminal_id,
    }
    return {
        "entries": terminal.entries,
        "right": {code: value for code, value in known.items() if value},
        "access": terminal.access,
        "name": terminal.name,
        "supply_v": terminal.supply.supply_v,
        "least_v": terminal.supply.least_v,
        "lock_level_db": terminal.lock_es_n0_db if terminal.lock_es_n0_db is not None else 2.0,
        "least_input_dbm": terminal.least_input_dbm if terminal.least_input_dbm is not None else -65.0,
        "transmit_dbm": (terminal.transmit_most_dbm or 34.0) - 6.0,
        "desk_least_db": desk.isolation_least_db if desk else 25.0,
        "carrier_most_min": desk.carrier_most_min if desk else 5.0,
        "feed_isolation_db": terminal.feed_isolation_db or 38.0,
        "terminal_id": facts.brief.terminal_id,
        "injector": bool(terminal.injector_lights),
        "own_router": terminal.router is not None,
        "shared_address": service_of(facts).shared_address is not False,
        "joins_wait_s": 60.0 * (terminal.router.joins_wait_min if terminal.router else 2.0),
    }


def seed_of(number: str) -> int:
    """A seed of the job's own, so that its run can be repeated."""
    return int("".join(character for character in number if character.isdigit()) or "1")


def entries_of(told: BringUpFacts) -> ModemEntries:
    """What the job has for the modem. The meter is out, and it is in installation mode, where somebody said so."""
    return ModemEntries(
        beam_letter=told.beam_letter,
        activation_code=told.activation_code,
        others={code: value for code, value in told.modem_entries.items() if value},
        meter_out={"yes": False, "no": True}.get(told.meter_fitted),
        install={"yes": True, "no": False}.get(told.install_mode),
    )


def link_for(number: str, facts: JobInput, result: JobAssessment) -> TerminalLink:
    """The terminal of a job. Raises Conflict or DeviceDown."""
    if not settings.BENCH_URL:
        raise DeviceDown.one("device", "No terminal is connected. Enter readings and states by hand.", "not_connected")
    link = SimulatedTerminalLink(settings.BENCH_URL, number, bench_config(seed_of(number), facts, result))
    link.go_on(facts.bringup, facts.peak)
    return link


def no_level(told: Telemetry) -> None:
    """Raises Conflict where nothing listens."""
    if told.no_level_why:
        raise Conflict.one("device", f"Nothing can be read. {told.no_level_why}")


def settled(link: TerminalLink) -> Telemetry:
    """The telemetry once the receiver's meter has caught up, its level the mean of some samples. Raises DeviceDown if
    it never does.

    A single sample scatters by nearly as much as a push may change the level; five bring that to well under half.
    Raises Conflict where nothing listens.
    """
    for _ in range(_SETTLE_TRIES):
        told = link.telemetry()
        no_level(told)
        if told.settled:
            taken = [told.level_db, *(link.telemetry().level_db for _ in range(_SAMPLES - 1))]
            levels = [one for one in taken if one is not None]
            return told.model_copy(update={"level_db": round(sum(levels) / len(levels), 2)})
        time.sleep(_SETTLE_PAUSE_S)
    raise DeviceDown.one("device", "The terminal's level does not settle. Wait a moment, then read again.")
