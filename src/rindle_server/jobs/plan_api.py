"""The site plan over the API: what it comes to while somebody moves something, and the plan as files."""

from __future__ import annotations

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from ninja import File, Query, Router, Schema
from ninja.files import UploadedFile
from pydantic import Field

from rindle_core.job import JobInput
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Finding
from rindle_core.kernel.model import Model, parse
from rindle_core.stations.sky.candidates import Candidate
from rindle_core.stations.sky.mock_up import MockUp
from rindle_core.stations.sky.plan_geojson import as_geojson, read_geojson
from rindle_core.stations.sky.plan_models import PlanPosition, SitePlanResult
from rindle_core.stations.sky.plan_picture import PlanPicture, read_world
from rindle_core.stations.sky.plan_seen import plan_of, positions_on_plan, side_of
from rindle_core.stations.sky.plan_things import PlanThing
from rindle_core.stations.sky.plan_tiles import PlanTilesInput, PlanTilesResult, plan_tiles
from rindle_core.stations.sky.seen import margins_of
from rindle_core.stations.sky.side_view import SideViewResult, side_view
from rindle_server.accounts.api import person_of
from rindle_server.drawings.plan import plan_to_scale
from rindle_server.errors import Conflict
from rindle_server.files import bytes_of, text_of
from rindle_server.jobs import documents, edit
from rindle_server.jobs.api_models import JobOut, job_out
from rindle_server.jobs.facts import assessed, facts_of
from rindle_server.jobs.models import Job
from rindle_server.pictures import read_picture
from rindle_server.tiles import zooms

router = Router(tags=["plan"])


class PlanLook(Model):
    """The plan as it would be. What is left out stays as it is kept; nothing here is kept."""

    things: list[PlanThing] | None = Field(default=None, max_length=200)
    positions: list[Candidate] | None = Field(default=None, max_length=50)
    letter: str = Field(default="", max_length=3, description="Position that is looked from")
    height_m: float | None = Field(default=None, ge=0, le=300, description="Of the terminal there over the ground")
    bearing_deg: float | None = Field(default=None, ge=0, lt=360.0, description="Of the cut; None: the sight-line")
    reach_m: float | None = Field(default=None, gt=1, le=2000)


class PlanLookOut(Schema):
    """What it comes to."""

    spots: list[PlanPosition] = Field(description="Every position that lies somewhere")
    plan: SitePlanResult | None
    side: SideViewResult | None
    margin_deg: float | None = Field(description="Sight-line against all that is read and drawn; None: not known")
    tube_margin_deg: float | None
    nearest_name: str
    findings: list[Finding]


def _as_looked(facts: JobInput, order: PlanLook) -> JobInput:
    things = facts.sky.things if order.things is None else order.things
    positions = facts.sky.positions if order.positions is None else order.positions
    mount = facts.mount
    if order.height_m is not None:
        told = {"height_above_ground_m": order.height_m}
        positions = [one.model_copy(update=told) if one.letter == order.letter else one for one in positions]
        mount = mount if order.letter else mount.model_copy(update=told)
    sky = facts.sky.model_copy(update={"things": things, "positions": positions, "position_letter": order.letter})
    return facts.model_copy(update={"sky": sky, "mount": mount})


@router.post("/{number}/plan/look", response=PlanLookOut)
def look(request: HttpRequest, number: str, order: PlanLook) -> PlanLookOut:
    """What the plan would come to, for the position that is looked from; nothing is kept."""
    facts = _as_looked(assessed(edit.find(number)).facts, order)
    found, cut = plan_of(facts), side_of(facts, order.letter, order.bearing_deg, order.reach_m)
    seen = margins_of(facts, order.letter)
    return PlanLookOut(
        spots=positions_on_plan(facts),
        plan=found.result if found else None,
        side=side_view(cut).result if cut else None,
        margin_deg=seen[0].flat_deg if seen else None,
        tube_margin_deg=seen[0].tube_deg if seen else None,
        nearest_name=seen[1] if seen else "",
        findings=found.findings if found else [],
    )


def _place_of(facts: JobInput) -> tuple[float, float]:
    if facts.brief.place is None:
        raise Conflict.one("place", "The job's place is not known: enter it at Brief, then the plan has coordinates.")
    return facts.brief.place


class PlanView(Schema):
    """The part of the plan that is shown, in its metres, and the screen pixels across it."""

    west_m: float
    north_m: float
    width_m: float
    height_m: float
    across_px: float


@router.get("/{number}/plan/tiles", response=PlanTilesResult)
def tiles_under(request: HttpRequest, number: str, shown: Query[PlanView]) -> PlanTilesResult:
    """The firm's own raster tiles under a part of the plan; none where there are no tiles, or no place."""
    place, there = facts_of(edit.find(number)).brief.place, zooms(settings.HOME)
    if place is None or there is None:
        return PlanTilesResult(tiles=[])
    told = {"latitude_deg": place[0], "longitude_deg": place[1], "least_zoom": there[0], "most_zoom": there[1]}
    return plan_tiles(parse(PlanTilesInput, {**told, **shown.dict()})).result


@router.get("/{number}/plan.geojson")
def plan_geojson(request: HttpRequest, number: str) -> HttpResponse:
    """The plan as GeoJSON; what is written can be read in again."""
    facts = assessed(edit.find(number)).facts
    answer = HttpResponse(as_geojson(facts.sky.things, *_place_of(facts)), content_type="application/geo+json")
    answer["Content-Disposition"] = f'attachment; filename="site-plan-{number}.geojson"'
    return answer


@router.get("/{number}/plan.svg")
def plan_svg(request: HttpRequest, number: str) -> HttpResponse:
    """The plan as SVG, to the scale that is written on it when it is printed at its own size."""
    found = assessed(edit.find(number))
    _place_of(found.facts)
    answer = HttpResponse(plan_to_scale(found.facts, found.result), content_type="image/svg+xml; charset=utf-8")
    answer["Content-Disposition"] = f'attachment; filename="site-plan-{number}.svg"'
    return answer


def _kept(request: HttpRequest, number: str, file: UploadedFile) -> tuple[Job, dict[str, int]]:
    """The job with a picture in its locker, upright; its number there and its size."""
    job = edit.editable(number)
    name = file.name or "picture.jpg"
    read = read_picture(name, bytes_of(file))
    row = documents.keep(job, f"{name.rpartition('.')[0] or name}.jpg", read.content, person_of(request).name)
    return job, {"document_id": row.pk, "width_px": read.width_px, "height_px": read.height_px}


@router.post("/{number}/plan/picture", response=JobOut)
def take_picture(request: HttpRequest, number: str, file: File[UploadedFile]) -> JobOut:
    """A picture from above, or a sketch, is kept and laid under the plan; its place is told afterwards."""
    job, kept = _kept(request, number, file)
    edit.patch(job, "sky", {"plan_picture": PlanPicture(**kept).model_dump(mode="json")})
    return job_out(job)


@router.post("/{number}/mock-up", response=JobOut)
def take_mock_up(request: HttpRequest, number: str, file: File[UploadedFile]) -> JobOut:
    """A photo of the place is kept; the antenna is drawn into it once its marks are set."""
    job, kept = _kept(request, number, file)
    edit.patch(job, "sky", {"mock_up": MockUp(**kept).model_dump(mode="json")})
    return job_out(job)


@router.post("/{number}/plan/world", response=JobOut)
def take_world(request: HttpRequest, number: str, file: File[UploadedFile]) -> JobOut:
    """The picture's world file: six lines that tell where it lies."""
    job = edit.editable(number)
    picture = facts_of(job).sky.plan_picture
    if picture.document_id is None:
        raise Conflict.one("file", "There is no picture under the plan yet: hand that in first.")
    text = text_of(file)
    read_world(text)  # refused here where it is none
    kept = {"document_id": picture.document_id, "width_px": picture.width_px, "height_px": picture.height_px}
    edit.patch(job, "sky", {"plan_picture": PlanPicture(**kept, world_text=text).model_dump(mode="json")})
    return job_out(job)


class PlanTaken(Schema):
    """What a file brought."""

    taken: int
    left_out: list[str]
    job: JobOut


@router.post("/{number}/plan/geojson", response=PlanTaken)
def take_geojson(request: HttpRequest, number: str, file: File[UploadedFile]) -> PlanTaken:
    """The things of a GeoJSON file are added to the plan; what is not known is named and left out."""
    job = edit.editable(number)
    facts = facts_of(job)
    read = read_geojson(text_of(file), *_place_of(facts))
    if not read.things:
        raise InputError.one(
            "file", "holds nothing for a site plan; `kind` or a tag such as `building` says what it is"
        )
    edit.patch(job, "sky", {"things": [one.model_dump(mode="json") for one in (*facts.sky.things, *read.things)]})
    return PlanTaken(taken=len(read.things), left_out=read.left_out, job=job_out(job))
