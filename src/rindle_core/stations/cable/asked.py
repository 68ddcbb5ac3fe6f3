"""What the calculators of this room are asked."""

from __future__ import annotations

from typing import Literal

from rindle_core.catalogue.cables import CableKind, CoaxCable
from rindle_core.catalogue.models import Terminal
from rindle_core.kernel.registry import Outcome
from rindle_core.stations.brief.day_weather import day_weather
from rindle_core.stations.build.before_power import earth_marked
from rindle_core.stations.cable.cable import CableInput, CableResult, cable
from rindle_core.stations.cable.dress import DressInput, DressResult, cable_list
from rindle_core.stations.cable.earth import EarthInput, EarthResult, earth
from rindle_core.stations.cable.wall import WallHoleInput, WallHoleResult, wall_hole
from rindle_core.stations.entries import JobInput
from rindle_core.stations.way_in import way_in

_PORTS = {1: ["IF"], 2: ["RX", "TX"]}


def chosen_cable(job: JobInput) -> CoaxCable | None:
    """The cable that was chosen, from the stores."""
    return next((one for one in job.picks.cables if one.code == job.cable.cable_code), None)


def ends_kind(job: JobInput) -> CableKind | Literal[""]:
    """Of the plugs that are made: by the chosen cable, else by those that the terminal allows; empty: none are."""
    terminal, chosen = job.picks.terminal, chosen_cable(job)
    allowed = terminal.cable.types if terminal is not None else []
    known = [chosen] if chosen else [one for one in job.picks.cables if one.code in allowed]
    made = [one.kind for one in known if not one.sealed]
    return "" if known and not made else "ethernet" if made and "coax" not in made else "coax"


def ports_of(terminal: Terminal) -> list[str]:
    """Names of its ports, one a run: as its data has them, else receive and transmit, or a panel's data."""
    runs = terminal.cable.runs
    if len(terminal.cable.ports) >= runs:
        return terminal.cable.ports[:runs]
    return ["data"] if terminal.panel is not None and runs == 1 else _PORTS[runs]


def arresters_of_run(job: JobInput, chosen: CoaxCable) -> int:
    """Surge arresters that the way to earth puts into each run of coax; a cable with sealed ends is not cut for one."""
    if chosen.sealed or ends_kind(job) != "coax":
        return 0
    return sum(one.arrester for one in job.picks.words.earth_path)


def asked_cable(job: JobInput, terminal: Terminal, chosen: CoaxCable) -> Outcome[CableResult]:
    """The `cable` calculator: ends counted from the runs where nobody counted them; an arrester's loss by the house."""
    told, arresters = job.cable, arresters_of_run(job, chosen)
    arrester_db = told.arrester_db if told.arrester_db is not None else arresters * job.picks.rules.arrester_loss_db
    return cable(
        CableInput(
            pieces=told.cable_pieces,
            cable=chosen,
            connectors=min(20, 2 + 2 * (told.joint_count + arresters)) if told.connectors is None else told.connectors,
            inserted_db=arrester_db + sum(one or 0.0 for one in (told.splitter_db, told.adaptor_db)),
            others=job.picks.cables,
            limits=terminal.cable,
            supply=terminal.supply,
            rules=job.picks.rules,
        )
    )


def asked_hole(job: JobInput, terminal: Terminal, chosen: CoaxCable) -> Outcome[WallHoleResult] | None:
    """The `wall_hole` calculator; None while the wall is not measured, or no hole is made."""
    told = job.cable
    if told.wall_mm is None or told.sealed_by == "none":
        return None
    way = way_in(job)
    return wall_hole(
        WallHoleInput(
            passes_mm=max(terminal.cable.plug_mm, chosen.plug_mm, told.bulge_mm or chosen.bulge_mm or 0.0),
            cable_mm=chosen.diameter_mm,
            cable_count=terminal.cable.runs,
            wall_mm=told.wall_mm,
            drilled_from=told.drilled_from,
            hole_mm=told.hole_mm,
            inside_mm=told.inside_mm,
            outside_mm=told.outside_mm,
            looked_inside=told.looked_inside,
            looked_outside=told.looked_outside,
            swept=told.swept,
            drills=way is None or way.drills,
            things=told.wall_things,
            rules=job.picks.rules,
        )
    )


def asked_list(job: JobInput, terminal: Terminal, chosen: CoaxCable, run: CableResult) -> Outcome[DressResult]:
    """The `cable_list` calculator."""
    told = job.cable
    return cable_list(
        DressInput(
            pieces=told.cable_pieces,
            cable=chosen,
            ports=ports_of(terminal),
            joint_count=told.joint_count,
            arrester_count=arresters_of_run(job, chosen),
            connector_count=told.connectors,
            connectors=job.picks.words.connectors,
            connector_out_code=told.connector_out_code,
            connector_in_code=told.connector_in_code,
            conduit_mm=told.conduit_mm,
            elbow_mm=told.elbow_mm,
            bulge_mm=told.bulge_mm or chosen.bulge_mm,
            low_c=day_weather(job.brief).low_c,
            expected_db=None if run.untold_count else run.loss_high_db,
            least_db=None if run.untold_count else run.loss_low_db,
            tests=told.tests,
            rules=job.picks.rules,
        )
    )


def asked_earth(job: JobInput) -> Outcome[EarthResult]:
    """The `earth` calculator."""
    told, terminal = job.cable, job.picks.terminal
    of_coax = ends_kind(job) == "coax"
    return earth(
        EarthInput(
            path=job.picks.words.earth_path,
            done=told.earth_path,
            points=job.picks.terminal.earth_points if job.picks.terminal else [],
            point=told.earth_point,
            wire_mm2=told.earth_wire_mm2,
            wire_length_m=told.earth_wire_length_m,
            bond_mohm=told.earth_bond_mohm,
            ground_ohm=told.earth_ground_ohm,
            building=told.earth_building,
            why_not=told.earth_why_not,
            coax_count=len(ports_of(terminal)) if terminal is not None and of_coax else 0,
            marked=earth_marked(job),
            powered=job.bringup.powered_at is not None or bool(job.bringup.states_entered),
            rules=job.picks.rules,
        )
    )


__all__ = ["asked_cable", "asked_earth", "asked_hole", "asked_list", "chosen_cable", "ports_of"]
