"""Figures of this job that a step is done by: told at the step, where they are used."""

from __future__ import annotations

from collections.abc import Callable, Mapping

from rindle_core.catalogue.build_steps import StepFigureKind
from rindle_core.kernel.units import MILLIMETRES_PER_INCH, format_quantity
from rindle_core.stations.aim.part import AimPart
from rindle_core.stations.brief.day_weather import day_weather
from rindle_core.stations.build.steps import StepFigure
from rindle_core.stations.cable.part import CablePart
from rindle_core.stations.entries import JobInput
from rindle_core.stations.mount.part import MountPart
from rindle_core.stations.mounting import resin_cold_c, resin_sets_min
from rindle_core.stations.station import Context
from rindle_core.stations.way_in import way_in

LOOKS_AT = ("cable.earth_point",)


def _inches(mm: float | None) -> str:
    return "" if mm is None else f" or {format_quantity(mm, 'mm', 'imperial')}"


def _fixing(mount: MountPart) -> list[StepFigure]:
    fixing, found = mount.fixing, mount.fixings
    if fixing is None or found is None:
        return [StepFigure(name="Drill", text="not known: choose the fixing (Mount, Fixings)")]
    told = [StepFigure(name="Fixing", text=f"{len(found.holes)} × {fixing.name}")]
    if found.drill:
        told.append(StepFigure(name="Drill", text=found.drill))
    told.append(StepFigure(name="Depth at least", value=fixing.embedment_mm, unit="mm"))
    if found.seal_ml:
        told.append(
            StepFigure(name="Sealant", text=f"{found.seal_ml:.0f} ml, in the holes before, over the heads after")
        )
    if fixing.note:
        told.append(StepFigure(name="Mind", text=fixing.note))
    return told


def _fixing_torque(job: JobInput, mount: MountPart) -> list[StepFigure]:
    fixing, found, sets_min = mount.fixing, mount.fixings, resin_sets_min(job)
    if fixing is None or found is None:
        return [StepFigure(name="Torque of the fixings", text="not known: choose the fixing (Mount, Fixings)")]
    resin = [StepFigure(name="Resin in each hole", text=f"{fixing.resin_ml:g} ml, from the bottom up")]
    by_feel = None if found.torque_nm is not None else "by feel, the last turns by hand"
    told = resin if fixing.resin_ml else []
    told.append(StepFigure(name="Torque of the fixings", value=found.torque_nm, unit="nm", text=by_feel or ""))
    if found.spanner:
        told.append(StepFigure(name="Spanner", text=found.spanner))
    if sets_min is not None:
        known = "" if day_weather(job.brief).low_c is not None else ", as nobody told how cold it gets"
        cold = f"at {resin_cold_c(job, fixing):.0f} °C{known}; the cartridge’s table prevails"
        told.append(StepFigure(name="Sets before it is loaded", value=sets_min / 60.0, unit="h", text=cold))
    return told


def _pit(mount: MountPart) -> list[StepFigure]:
    if mount.footing is None:
        return [StepFigure(name="Hole", text="not known: soil and gust are asked for (Mount, Concrete)")]
    return [
        StepFigure(name="Depth", value=mount.footing.depth_m, unit="m"),
        StepFigure(name="Width", value=mount.footing.width_m, unit="m"),
    ]


def _pour(mount: MountPart) -> list[StepFigure]:
    footing = mount.footing
    if footing is None:
        return []
    return [
        StepFigure(name="Dry concrete", text=f"in {footing.bag_count} bags", value=footing.dry_kg, unit="kg"),
        StepFigure(name="Water", value=footing.water_l, unit="l", text="or as the bag says"),
        StepFigure(name="To mix by hand", value=footing.mix_min, unit="min"),
    ]


def _blocks(mount: MountPart) -> list[StepFigure]:
    if mount.ballast is None:
        return [StepFigure(name="Blocks", text="not known: the frame is not told yet (Mount, Weight)")]
    return [StepFigure(name="Blocks", value=mount.ballast.wanted_kg, unit="kg", text="or more")]


def _way_in(job: JobInput, cable: CablePart) -> list[StepFigure]:
    hole = cable.wall_hole
    if hole is None or way_in(job) is None:
        return []
    through = StepFigure(name="Through the wall", value=hole.slant_mm, unit="mm")
    if not hole.drills:  # an old hole
        return [through]
    bit = "larger than any that is sold: a core drill" if hole.bit_mm is None else f"{hole.bit_mm:g}\u00a0mm"
    inch = _inches(hole.bit_in and hole.bit_in * MILLIMETRES_PER_INCH)
    return [
        StepFigure(name="Drill for the cable", text=bit + (inch if hole.bit_mm is not None else "")),
        through,
        StepFigure(name="Drill’s way", text=hole.said),
    ]


def _cable(cable: CablePart) -> list[StepFigure]:
    cuts = cable.cable_list.cuts if cable.cable_list else []
    return [
        StepFigure(
            name=f"Length, {one.run}" if len(cuts) > 1 else "Length",
            value=one.length_m,
            unit="m",
            text="or more: pieces of it have no length yet (Cable, Route)" if one.untold_count else "",
        )
        for one in cuts
    ]


def _earth(job: JobInput, cable: CablePart) -> list[StepFigure]:
    rules, told = job.picks.rules, job.cable
    own = cable.earth.wire_mohm if cable.earth else None
    at = [StepFigure(name="Taken at", text=told.earth_point)] if told.earth_point else []
    return [
        StepFigure(name="Wire at least", value=rules.earth_wire_mm2, unit="mm2"),
        StepFigure(
            name="Bond at most",
            value=rules.bond_mohm + (own or 0.0),
            unit="mohm",
            text="and what the wire has of its own" if own is None else "",
        ),
        *at,
    ]


def _ends(job: JobInput, cable: CablePart) -> list[StepFigure]:
    listed, run = cable.cable_list, cable.cable
    if listed is None or run is None or not listed.end_count:
        return []
    told = [StepFigure(name="Ends", text=f"{listed.end_count}, each looked at before it is mated")]
    if run.loss_high_db > 0 and not run.untold_count:
        most_db = run.loss_high_db + job.picks.rules.test_loss_db
        told.append(StepFigure(name="Loss at most", value=most_db, unit="db", text="where it is measured"))
    return told


def _sight(aim: AimPart) -> list[StepFigure]:
    if aim.dial is None or aim.aim is None:
        return []
    return [
        StepFigure(name="Compass", text=f"{round(aim.dial.compass_deg) % 360}°"),
        StepFigure(name="Satellite over the level", text=f"{aim.aim.elevation_apparent_deg:.1f}°"),
    ]


def _preset(job: JobInput, aim: AimPart) -> list[StepFigure]:
    panel, dial = aim.panel_aim, aim.dial
    if panel is not None and not panel.self_aiming:
        return [
            StepFigure(name="Compass", text=f"{round(panel.azimuth_magnetic_deg) % 360}°"),
            StepFigure(name="Tilt", text=f"{panel.tilt_deg:.1f}°"),
        ]
    if dial is None:
        return []
    face = f"on the {dial.clinometer_face}" if dial.clinometer_face else ""
    where = ", ".join(one for one in (dial.clinometer_side, face) if one)
    told = [StepFigure(name="Clinometer", value=dial.clinometer_deg, unit="deg", text=where)]
    linear = job.picks.terminal is not None and job.picks.terminal.polarization == "linear"
    if linear and dial.skew_deg is not None:
        way = "clockwise" if dial.skew_deg >= 0 else "anticlockwise"
        told.append(StepFigure(name="Skew", value=abs(dial.skew_deg), unit="deg", text=f"{way}, from behind"))
    return [*told, StepFigure(name="Compass", text=f"{round(dial.compass_deg) % 360}°")]


def step_figures(context: Context) -> Mapping[StepFigureKind, list[StepFigure]]:
    """What each kind of figure is on this job. What is not known yet says where it is asked for."""
    job = context.job
    aim, mount, cable = context.result(AimPart), context.result(MountPart), context.result(CablePart)
    found: dict[StepFigureKind, Callable[[], list[StepFigure]]] = {
        "fixing": lambda: _fixing(mount),
        "fixing_torque": lambda: _fixing_torque(job, mount),
        "pit": lambda: _pit(mount),
        "pour": lambda: _pour(mount),
        "blocks": lambda: _blocks(mount),
        "way_in": lambda: _way_in(job, cable),
        "cable": lambda: _cable(cable),
        "earth": lambda: _earth(job, cable),
        "ends": lambda: _ends(job, cable),
        "sight": lambda: _sight(aim),
        "preset": lambda: _preset(job, aim),
    }
    return {kind: of() for kind, of in found.items()}


__all__ = ["LOOKS_AT", "step_figures"]
