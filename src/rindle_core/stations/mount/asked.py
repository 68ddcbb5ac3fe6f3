"""What the calculators of this room are asked: a job's facts, and where none is told the kind's own figures."""

from __future__ import annotations

import datetime as dt
from typing import Literal
from zoneinfo import ZoneInfo

from rindle_core.catalogue.fixings import SheetProfile
from rindle_core.catalogue.maker_wind import MakerWind
from rindle_core.catalogue.models import Terminal
from rindle_core.catalogue.mounts import MountKind
from rindle_core.kernel.constants import STANDARD_GRAVITY_MPS2
from rindle_core.kernel.registry import Outcome
from rindle_core.stations.brief.day_weather import day_weather
from rindle_core.stations.entries import JobInput
from rindle_core.stations.lists import shortened
from rindle_core.stations.mount.ballast import BallastInput, BallastResult, ballast
from rindle_core.stations.mount.curing import CuringInput, CuringResult, curing
from rindle_core.stations.mount.fit import FitInput, FitResult, fit
from rindle_core.stations.mount.fixings import fixings
from rindle_core.stations.mount.footing import FootingInput, FootingResult, footing
from rindle_core.stations.mount.getting_up import GettingUpInput, GettingUpResult, getting_up
from rindle_core.stations.mount.hardware import HardwareInput, HardwareResult, hardware
from rindle_core.stations.mount.lifts import LiftPiece, LiftsInput, LiftsResult, lifts
from rindle_core.stations.mount.mast import GustForces, MountInput, MountResult, mount
from rindle_core.stations.mount.plate import FixingsInput, FixingsResult
from rindle_core.stations.mount.reach import ReachInput, ReachResult, reach
from rindle_core.stations.mount.site_wind import SiteWindInput, SiteWindResult, site_wind
from rindle_core.stations.mounting import (
    at_height_min,
    chosen_fixing,
    fixing_height_m,
    height_is_told,
    height_m,
    mount_kind,
    mount_surface,
    up_by,
)
from rindle_core.stations.sky.plan_lines import ladder_places, people_within
from rindle_core.stations.sky.plan_things import ground_of
from rindle_core.stations.sky.seen import spot_of

WALLS = ("masonry", "timber_siding", "fascia")
_YOUNG_GPA = {"aluminium": 69.0, "stainless": 193.0}  # EN 1999-1-1, 3.2.5; EN 1993-1-4, 2.1.3


def maker_wind(job: JobInput) -> MakerWind | None:
    """The maker's table: as entered here, what is not entered from the stores. None: nothing is told."""
    told, own = job.mount, job.picks.terminal.maker_wind if job.picks.terminal else None
    base = own
    if told.maker_gust_mps is not None and told.maker_axial_n is not None:
        # Forces of the stores belong to the gust of the stores; they grow with its square.
        share = (told.maker_gust_mps / own.gust_mps) ** 2 if own and own.gust_mps else 0.0
        base = MakerWind(
            gust_mps=told.maker_gust_mps, axial_n=told.maker_axial_n,
            side_n=told.maker_side_n if told.maker_side_n is not None else own.side_n * share if own else 0.0,
            twist_nm=own.twist_nm * share if own else 0.0, operate_mps=own.operate_mps if own else None,
            survive_mps=own.survive_mps if own else None,
        )  # fmt: skip
    limits = {name: value for name in ("operate_mps", "survive_mps") if (value := getattr(told, name)) is not None}
    return (base or MakerWind()).model_copy(update=limits) if limits else base


def maker_lacks(job: JobInput) -> str:
    """What is missing of the maker's forces where some of them are entered here; empty: nothing is."""
    told = job.mount
    forces = {"the gust they belong to": told.maker_gust_mps, "the force along the beam": told.maker_axial_n}
    missing = [name for name, value in forces.items() if value is None]
    entered = len(missing) < len(forces) or told.maker_side_n is not None
    return shortened(missing) if entered and missing else ""


def tilt_deg(terminal: Terminal) -> float | None:
    """How far a flat panel leans from level; None: a dish."""
    return None if terminal.panel is None else terminal.panel.tilt_deg


def asked_wind(job: JobInput, terminal: Terminal) -> Outcome[SiteWindResult]:
    """The `site_wind` calculator."""
    told = job.mount
    return site_wind(
        SiteWindInput(
            height_above_ground_m=height_m(job) or told.mast_free_length_m or 0.0,
            altitude_m=job.brief.height_m or 0.0,
            aperture_mm=terminal.aperture_mm,
            depth_mm=terminal.depth_mm,
            tilt_deg=tilt_deg(terminal),
            force_coefficient=terminal.wind_force_coefficient,
            design_gust_mps=told.design_gust_mps,
            working_gust_mps=told.working_gust_mps,
            gust_source=told.gust_source,
            exposure=told.site_exposure or None,
            landform=told.landform,
            hill_height_m=told.hill_height_m,
            hill_half_length_m=told.hill_half_length_m,
            from_crest_m=told.from_crest_m,
            ice_mm=told.ice_mm or 0.0,
            maker=maker_wind(job),
            maker_lacks=maker_lacks(job),
            rules=job.picks.rules,
        )
    )


def asked_mast(job: JobInput, terminal: Terminal, blown: SiteWindResult) -> Outcome[MountResult] | None:
    """The `mount` calculator; None while the mast is not measured."""
    told = job.mount
    if told.mast_diameter_mm is None or told.mast_wall_mm is None or told.mast_free_length_m is None:
        return None
    gust = GustForces(
        force_n=blown.force_n,
        pressure_pa=blown.pressure_pa,
        working_force_n=blown.working_force_n,
        working_pressure_pa=blown.working_pressure_pa,
    )
    return mount(
        MountInput(
            mast_diameter_mm=told.mast_diameter_mm,
            mast_wall_mm=told.mast_wall_mm,
            free_length_m=told.mast_free_length_m,
            height_above_ground_m=height_m(job) or told.mast_free_length_m,
            altitude_m=job.brief.height_m or 0.0,
            aperture_mm=terminal.aperture_mm,
            beamwidth_deg=terminal.beamwidth_deg(),
            told=gust,
            bracket_spacing_m=told.bracket_spacing_m,
            **({"young_gpa": _YOUNG_GPA[told.mast_coating]} if told.mast_coating in _YOUNG_GPA else {}),
            rules=job.picks.rules,
        )
    )


def asked_fit(job: JobInput, terminal: Terminal, kind: MountKind | None) -> Outcome[FitResult] | None:
    """The `fit` calculator; None while the mast is not measured."""
    told = job.mount
    if told.mast_diameter_mm is None:
        return None
    return fit(
        FitInput(
            diameter_mm=told.mast_diameter_mm,
            other_diameter_mm=told.mast_other_diameter_mm,
            wall_mm=told.mast_wall_mm,
            coating=told.mast_coating,
            straight_mm=told.mast_straight_mm,
            window=terminal.mast,
            wall_least_mm=terminal.mast_wall_least_mm,
            grip_least_mm=kind.grip_least_mm if kind else None,
            grip_most_mm=kind.grip_most_mm if kind else None,
            tube_mm=kind.tube_mm if kind else None,
            tube_wall_mm=kind.tube_wall_mm if kind else None,
            shim=kind.shim if kind else False,
            rules=job.picks.rules,
        )
    )


def profile_of(job: JobInput) -> SheetProfile | Literal[""]:
    """The shape of the sheet: as it was said, else the one of a surface that has only one; empty: not looked at."""
    return job.mount.sheet_profile or ("wave" if mount_surface(job) == "corrugated" else "")


def people_under(job: JobInput) -> list[str]:
    """Places of people that are drawn no farther off than the antenna is high: it may come down on them."""
    at, high_m = spot_of(job, job.sky.position_letter), height_m(job)
    return people_within(job.sky.things, at, high_m) if at is not None and high_m and job.sky.things else []


def asked_hardware(job: JobInput) -> Outcome[HardwareResult]:
    """The `hardware` calculator."""
    told, drawn = job.mount, people_under(job)
    return hardware(
        HardwareInput(
            hardware=told.hardware,
            air=told.air,
            under="people" if drawn else told.under,
            drawn=drawn,
            rules=job.picks.rules,
        )
    )


def asked_fixings(
    job: JobInput, terminal: Terminal, kind: MountKind, blown: SiteWindResult, mast: MountResult
) -> Outcome[FixingsResult] | None:
    """The `fixings` calculator, of the upper one of two brackets; None while base or fixing is not chosen."""
    told, fixing = job.mount, chosen_fixing(job)
    if fixing is None or not told.base or kind.plate_width_mm is None or kind.plate_height_mm is None:
        return None
    pair = kind.holds == "brackets"
    if pair and mast.upper_n is None:
        return None
    level_n = mast.upper_n if pair and mast.upper_n is not None else mast.wind_force_n + mast.mast_wind_force_n
    lever_m = 0.0 if pair else mast.base_moment_nm / level_n if level_n > 0 else 0.0
    surface_is_wall = pair or kind.reach_m > 0
    # On a wall weight pulls at the fixings: all of it counts. On a deck it holds down: only what hangs there does.
    antenna_kg = terminal.mass_kg() if surface_is_wall else terminal.hung_kg()
    weight_n = (antenna_kg + sum(one.mass_kg * one.count for one in kind.pieces)) * STANDARD_GRAVITY_MPS2
    return fixings(
        FixingsInput(
            holes=kind.holes,
            width_mm=kind.plate_width_mm,
            height_mm=kind.plate_height_mm,
            plate_mm=kind.plate_mm or 5.0,
            upright=surface_is_wall,
            force_n=level_n,
            lift_n=blown.lift_n,
            weight_n=weight_n / (2.0 if pair else 1.0),
            reach_m=reach_m(job, kind),
            lever_m=lever_m,
            base=told.base,
            fixing=fixing,
            reached=told.holes,
            structure_least_count=kind.structure_least_count,
            strength_mpa=told.base_strength_mpa,
            sheet_mm=told.sheet_mm,
            profile=profile_of(job),
            pulled_n=told.pulled_n,
            low_c=day_weather(job.brief).low_c,
            wet=not told.timber_dry,
            rules=job.picks.rules,
        )
    )


def asked_footing(job: JobInput, terminal: Terminal, mast: MountResult) -> Outcome[FootingResult]:
    """The `footing` calculator."""
    told = job.mount
    level_n = mast.wind_force_n + mast.mast_wind_force_n
    more = {
        name: value for name, value in (("width_m", told.hole_width_m), ("bag_kg", told.bag_kg)) if value is not None
    }
    return footing(
        FootingInput(
            force_n=level_n,
            lever_m=max(mast.base_moment_nm / level_n if level_n > 0 else 0.0, 0.01),
            soil=told.soil,
            square=not told.hole_round,
            depth_m=told.hole_depth_m,
            pole_mm=told.mast_diameter_mm or 76.0,
            frost_m=told.frost_m,
            plumb=told.plumb,
            poured_at=told.poured_at,
            beamwidth_deg=terminal.beamwidth_deg(),
            rules=job.picks.rules,
            **more,
        )
    )


def loaded_at(job: JobInput) -> dt.datetime | None:
    """Since when the antenna hangs on it, by the site's clock: the first step of the terminal that lifts and is marked
    done at Build; None: none is.
    """
    steps = job.picks.terminal.build_steps if job.picks.terminal else []
    lifts = {one.code for one in steps if "lift" in one.work}
    marked = [one.at for one in job.build.step_marks if one.code in lifts]
    return min(marked).astimezone(ZoneInfo(job.brief.zone)).replace(tzinfo=None) if marked else None


def _plumbed_at(job: JobInput) -> dt.datetime | None:
    hard = [one.read_at for one in job.mount.plumb if one.stage == "hardened" and one.read_at is not None]
    return max(hard, default=None)


def asked_curing(job: JobInput) -> Outcome[CuringResult] | None:
    """The `curing` calculator; None before the pour."""
    told = job.mount
    if told.poured_at is None:
        return None
    return curing(
        CuringInput(
            poured_at=told.poured_at,
            spells=told.curing,
            now=told.cured_at,
            loaded_at=loaded_at(job),
            plumbed_at=_plumbed_at(job),
            rules=job.picks.rules,
        )
    )


def asked_ballast(
    job: JobInput, terminal: Terminal, kind: MountKind, blown: SiteWindResult, mast: MountResult
) -> Outcome[BallastResult]:
    """The `ballast` calculator."""
    told = job.mount
    level_n = mast.wind_force_n + mast.mast_wind_force_n
    return ballast(
        BallastInput(
            force_n=level_n,
            lift_n=blown.lift_n,
            lever_m=max(mast.base_moment_nm / level_n if level_n > 0 else 0.0, 0.01),
            own_kg=terminal.hung_kg() + sum(one.mass_kg * one.count for one in kind.pieces),
            width_m=told.frame_width_m or (kind.plate_width_mm or 1000.0) / 1000.0,
            length_m=told.frame_length_m or (kind.plate_height_mm or 1000.0) / 1000.0,
            block_kg=told.block_kg,
            block_count=told.block_count,
            underlay=told.underlay,
            slope_deg=job.picks.rules.standing_fall_deg if told.standing_fall_deg is None else told.standing_fall_deg,
            deck_kpa=told.deck_kpa,
            edge_m=told.roof_edge_m,
            on_roof=mount_surface(job) != "bare_ground",
            rules=job.picks.rules,
        )
    )


def reach_m(job: JobInput, kind: MountKind) -> float:
    """How far it stands off the wall: as measured, or as its kind does."""
    return job.mount.reach_m if job.mount.reach_m is not None else kind.reach_m


def asked_reach(job: JobInput, terminal: Terminal, kind: MountKind) -> Outcome[ReachResult]:
    """The `reach` calculator."""
    told = job.mount
    return reach(
        ReachInput(
            reach_m=reach_m(job, kind),
            rise_m=told.mast_free_length_m or kind.rise_m,
            aperture_mm=terminal.aperture_mm,
            overhang_m=told.overhang_m,
            eave_over_m=told.eave_over_m,
        )
    )


def _in_parts(terminal: Terminal) -> bool | None:
    """Whether its own steps lift it more than once; None where none of them says that it lifts."""
    count = sum("lift" in one.work for one in terminal.build_steps)
    return count > 1 if count else None


def asked_lifts(job: JobInput, terminal: Terminal, kind: MountKind | None) -> Outcome[LiftsResult]:
    """The `lifts` calculator: the mount's pieces and the terminal's."""
    own = [
        LiftPiece(name=one.name, mass_kg=one.mass_kg, count=one.count, of_mount=True)
        for one in (kind.pieces if kind else [])
    ]
    parts = [
        LiftPiece(
            name=one.name,
            mass_kg=one.mass_kg,
            count=one.count,
            first_up=one.first_up,
            wide_mm=terminal.aperture_mm if one.kind in ("reflector", "panel") else 0.0,
        )
        for one in terminal.parts
        if one.place == "up" or (one.mass_kg and one.place != "indoors")  # also one whose mass nobody told
    ]
    return lifts(
        LiftsInput(
            pieces=[*own, *parts] or [LiftPiece(name=terminal.name, mass_kg=0.0)],
            height_m=fixing_height_m(job),
            antenna_m=height_m(job),
            crew_count=len(job.brief.crew) or None,
            at_height_min=at_height_min(job),
            at_height_told=height_is_told(job),
            in_parts=_in_parts(terminal),
            all_known=kind is not None,
            rules=job.picks.rules,
        )
    )


def asked_getting_up(job: JobInput) -> Outcome[GettingUpResult]:
    """The `getting_up` calculator: by the planned position's access, and the ladder that is drawn for it."""
    drawn = ladder_places(job.sky.things, ground_of(job.sky.things)) if job.sky.things else []
    return getting_up(
        GettingUpInput(
            by=up_by(job),
            work_m=height_m(job),
            edge_m=job.mount.edge_height_m,
            drawn_m=max((one.length_m for one in drawn if one.length_m), default=None),
            crew_count=len(job.brief.crew) or None,
            ladder_there=kind.ladder_there if (kind := mount_kind(job)) else "",
            gear=job.picks.words.gear,
            rescue=job.mount.rescue,
            lone_agreed=any(one.alone and one.code in job.brief.hazards for one in job.picks.words.hazards),
        )
    )


__all__ = [
    "WALLS",
    "asked_ballast",
    "asked_curing",
    "asked_fit",
    "asked_fixings",
    "asked_footing",
    "asked_getting_up",
    "asked_lifts",
    "asked_mast",
    "asked_reach",
    "asked_wind",
    "chosen_fixing",
    "loaded_at",
    "maker_wind",
    "reach_m",
]
