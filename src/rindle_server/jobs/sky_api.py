"""The Sky station over the API, and what serves the place: photos, skylines as files, horizons from terrain,
simulations with progress, trials.
"""

from __future__ import annotations

from typing import Any, Literal

from django.http import HttpRequest, HttpResponse, StreamingHttpResponse
from ninja import File, Router, Schema
from ninja.files import UploadedFile
from pydantic import Field

from rindle_bench.panorama import horizon as made_up_horizon
from rindle_core.job import JobInput
from rindle_core.kernel.constants import BEYOND_CIRCLE_DEG
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.model import Model
from rindle_core.science.horizon import Horizon, HorizonInput, find_horizon
from rindle_core.science.skyline import Season
from rindle_core.stations.choices import ChoicesResult, choices
from rindle_core.stations.sky.facts import SkylineSet
from rindle_core.stations.sky.fixed_sky import SkyInput
from rindle_core.stations.sky.low_orbit import simulate
from rindle_core.stations.sky.passes import LowOrbitInput
from rindle_core.stations.sky.seen import candidate_of, low_orbit_input, surroundings, terminal_height
from rindle_core.stations.sky.skyline_text import as_csv, as_json
from rindle_server import terrain_files
from rindle_server.accounts.api import person_of
from rindle_server.errors import Conflict, NotThere
from rindle_server.files import bytes_of
from rindle_server.jobs import documents, edit
from rindle_server.jobs.api_models import JobOut, job_out
from rindle_server.jobs.devices import seed_of
from rindle_server.jobs.facts import assessed, facts_of
from rindle_server.pictures import read_picture
from rindle_server.stores.shelf import catalogue
from rindle_server.work import stop, stream

router = Router(tags=["sky"])
_TERRAIN = "Terrain"


class PictureOut(Schema):
    """A picture that was kept, and what its camera said."""

    document_id: int
    width_px: int
    height_px: int
    focal_mm: float | None
    azimuth_deg: float | None
    panorama: bool
    scaled: bool
    job: JobOut


@router.post("/{number}/sky/photo", response=PictureOut)
def keep_photo(request: HttpRequest, number: str, file: File[UploadedFile]) -> PictureOut:
    """Keeps a picture with the job, upright and scaled where it is large;

    its camera's focal length and bearing are read first.
    """
    job = edit.editable(number)
    name = file.name or "picture.jpg"
    read = read_picture(name, bytes_of(file))
    row = documents.keep(job, f"{name.rpartition('.')[0] or name}.jpg", read.content, person_of(request).name)
    azimuth = read.azimuth_deg
    result = assessed(job).result
    if azimuth is not None and not read.azimuth_is_true:
        declination = (
            result.aim.declination_deg if result.aim else result.panel_aim.declination_deg if result.panel_aim else 0.0
        )
        azimuth = (azimuth + declination) % 360.0
    return PictureOut(
        document_id=row.pk,
        width_px=read.width_px,
        height_px=read.height_px,
        focal_mm=read.focal_mm,
        azimuth_deg=azimuth,
        panorama=read.panorama,
        scaled=read.scaled,
        job=job_out(job),
    )


@router.get("/{number}/skylines/{index}.{form}")
def export_skyline(request: HttpRequest, number: str, index: int, form: Literal["csv", "json"]) -> HttpResponse:
    """The points of one skyline as CSV (azimuth, elevation) or JSON; what is written can be read in again."""
    facts = assessed(edit.find(number)).facts
    if not 0 <= index < len(facts.sky.skylines):
        raise NotThere.one("index", f"There is no skyline {index}; the job has {len(facts.sky.skylines)}.")
    chosen = facts.sky.skylines[index]
    content = as_csv(chosen.points) if form == "csv" else as_json(chosen.points)
    answer = HttpResponse(content, content_type=f"{'text/csv' if form == 'csv' else 'application/json'}; charset=utf-8")
    answer["Content-Disposition"] = f'attachment; filename="skyline-{number}-{chosen.letter or "place"}.{form}"'
    return answer


class PracticeScene(Schema):
    """A made-up horizon, degree by degree: bearings true, and heights."""

    azimuth_deg: list[float]
    elevation_deg: list[float]


@router.get("/{number}/sky/practice", response=PracticeScene)
def practice_scene(request: HttpRequest, number: str) -> PracticeScene:
    """What the simulated telephone sees about this job: of no site at all."""
    azimuth, elevation = zip(*made_up_horizon(seed_of(edit.find(number).number)), strict=True)
    return PracticeScene(azimuth_deg=list(azimuth), elevation_deg=list(elevation))


class HorizonOrder(Model):
    """What horizon is wanted: at which position, how far."""

    letter: str = Field(default="", max_length=3)
    reach_km: float = Field(default=60.0, gt=0, le=200)


def _horizon_input(facts: JobInput, order: HorizonOrder) -> HorizonInput:
    if facts.brief.latitude_deg is None or facts.brief.longitude_deg is None:
        raise InputError.one("place", "the place is not known; enter it at Brief")
    at = candidate_of(facts, order.letter)
    latitude, longitude = facts.brief.latitude_deg, facts.brief.longitude_deg
    if at is not None and at.latitude_deg is not None and at.longitude_deg is not None:
        latitude, longitude = at.latitude_deg, at.longitude_deg
    height = terminal_height(facts, order.letter) or 2.0
    return HorizonInput(
        latitude_deg=latitude, longitude_deg=longitude, terminal_height_m=height, reach_km=order.reach_km
    )


def _keep_horizon(number: str, order: HorizonOrder, height_m: float, found: Horizon) -> dict[str, Any]:
    """The horizon becomes a skyline of the job, and the one in use: in place of the computed points of an older one of
    that place. What people read into it stays; where that cannot be told apart the older one stays whole beside it.
    """
    job = edit.editable(number)
    skylines = facts_of(job).sky.skylines
    old = next((one for one in skylines if one.name == _TERRAIN and one.letter == order.letter), None)
    seen = {"read_height_m": height_m, "points": found.points(), "terrain_ends": found.ends}
    new = SkylineSet.model_validate({"name": _TERRAIN, "letter": order.letter, **seen})
    kept = [one for one in skylines if one is not old]
    if old is not None:
        mixed = not any(point.computed for point in old.points)
        read = [point for point in old.points if not point.computed and (not mixed or point.kind != "terrain")]
        new = new.model_copy(update={"points": [*new.points, *read], "obstacles": old.obstacles})
        kept += [old.model_copy(update={"name": f"{_TERRAIN}, before"})] if mixed and old.points else []
    all_of_them = [one.model_dump(mode="json") for one in (*kept, new)]
    edit.patch(job, "sky", {"skylines": all_of_them, "sky_set": len(all_of_them) - 1})
    ends = [one.model_dump() for one in found.ends]
    told = {"ground_m": found.ground_m, "points": len(new.points), "ends": ends}
    return {"job": job_out(job).model_dump(mode="json"), **told}


@router.post("/{number}/sky/horizon")
def horizon(request: HttpRequest, number: str, order: HorizonOrder) -> StreamingHttpResponse:
    """The horizon from the loaded elevation tiles becomes a skyline of the job. A stream of progress, see `work`."""
    given = _horizon_input(facts_of(edit.editable(number)), order)
    tiles = [tile for _, tile in terrain_files.tiles()]
    return stream(
        lambda progress: find_horizon(given, tiles, progress),
        lambda found: _keep_horizon(number, order, given.terminal_height_m, found),
    )


class SimulationOrder(Model):
    """A simulation other than the one that the station shows."""

    letter: str | None = Field(default=None, max_length=3)
    duration_h: float = Field(default=12.0, gt=0, le=48)
    step_s: float = Field(default=1.0, ge=0.1, le=15)
    seed: int = Field(default=1, ge=0, le=2**31)
    schedule: Literal["even", "highest"] = "even"
    season: Season = "leaf"
    ahead_years: float = Field(default=0.0, ge=0, le=40)
    boresight_azimuth_deg: float | None = Field(
        default=None,
        ge=0,
        lt=BEYOND_CIRCLE_DEG,
        description="True, that the panel is turned to; None: as planned",
    )
    terminal_height_m: float | None = Field(default=None, ge=0, le=300)


@router.post("/{number}/sky/simulate")
def simulate_sky(request: HttpRequest, number: str, order: SimulationOrder) -> StreamingHttpResponse:
    """The low-orbit simulation with other hours, seed, season, height or years. A stream of progress, see `work`."""
    given = low_orbit_input(assessed(edit.find(number)).facts, order.letter)
    if given is None:
        raise InputError.one("job", "place, panel and constellation are needed; choose them at Brief")
    change = order.model_dump(exclude={"letter"}, exclude_none=True)
    if order.boresight_azimuth_deg is not None:  # turned to another sector, as a network may turn it one day
        change |= {"panel": given.panel.model_copy(update={"self_aiming": False}).model_dump(), "bearings": False}
    wanted = LowOrbitInput.model_validate({**given.model_dump(), **change})
    return stream(lambda progress: simulate(wanted, progress), lambda found: found.as_dict())


@router.post("/{number}/choices", response=ChoicesResult)  # what the last line of the stream holds
def choose(request: HttpRequest, number: str) -> StreamingHttpResponse:
    """Which satellites and terminals of the stores serve this job's place. A stream of progress, see `work`."""
    job, stores = facts_of(edit.find(number)), catalogue()
    return stream(lambda progress: choices(job, stores, progress), lambda found: found.model_dump(mode="json"))


@router.delete("/work/{work_id}", response=dict[str, bool])
def stop_work(request: HttpRequest, work_id: str) -> dict[str, bool]:
    """Asks running work to stop."""
    return {"stopped": stop(work_id)}


@router.get("/{number}/sky/input", response=dict[str, Any])
def sky_input(request: HttpRequest, number: str, letter: str | None = None) -> dict[str, Any]:
    """The input of the `sky` calculators (sky, sky_shift, usable_arc) for a position of this job.

    Raises Conflict while something is missing.
    """
    facts = assessed(edit.find(number)).facts
    terminal = facts.picks.terminal
    if (
        facts.brief.latitude_deg is None
        or facts.brief.longitude_deg is None
        or facts.picks.satellite is None
        or terminal is None
    ):
        raise Conflict.one("job", "Place, satellite and terminal are needed; choose them at Brief.")
    given = SkyInput(
        latitude_deg=facts.brief.latitude_deg,
        longitude_deg=facts.brief.longitude_deg,
        height_m=facts.brief.above_sea_m,
        satellite_longitude_deg=facts.picks.satellite.longitude_deg,
        date=facts.brief.date,
        aperture_mm=terminal.aperture_mm,
        receive_ghz=terminal.receive_ghz,
        **surroundings(facts, facts.sky.position_letter if letter is None else letter),
    )
    return given.model_dump(mode="json")


__all__ = ["router"]
