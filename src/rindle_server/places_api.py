"""Finding places: in files that people hand in, and in the packaged gazetteer."""

from __future__ import annotations

from typing import Annotated

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from ninja import File, Query, Router, Schema
from ninja.files import UploadedFile

from rindle_core.science.terrain import height_m, tile_name
from rindle_core.stations.brief.place_files import FoundPlace, places_in_file
from rindle_server import gazetteer, terrain_files
from rindle_server.files import MOST_TILE_BYTES, bytes_of
from rindle_server.tiles import read_tile

router = Router(tags=["places"])
_SHOWN = 12


class GazetteerEntry(Schema):
    """A named place."""

    name: str
    country: str
    latitude_deg: float
    longitude_deg: float
    people: int


@router.get("/find", response=list[GazetteerEntry])
def find(request: HttpRequest, name: str) -> list[gazetteer.NamedPlace]:
    """Places of that name, that begin with it, or that hold it; the largest first. No network is asked."""
    return gazetteer.find(name, _SHOWN)


@router.post("/file", response=list[FoundPlace])
def read_file(request: HttpRequest, file: File[UploadedFile]) -> list[FoundPlace]:
    """The points of a GPX, KML or GeoJSON file, or the position of a photo."""
    return places_in_file(file.name or "the file", bytes_of(file))


@router.get("/tiles/{z}/{x}/{y}")
def tile(request: HttpRequest, z: int, x: int, y: int) -> HttpResponse:
    """A raster tile of the firm's own local file; an empty answer where there is none."""
    found = read_tile(settings.HOME, z, x, y)
    if found is None:
        return HttpResponse(status=204)
    content, kind = found
    answer = HttpResponse(content, content_type=kind)
    answer["Cache-Control"] = "max-age=86400"
    return answer


class TerrainHeight(Schema):
    """Height of the ground from a local tile; None where no tile covers the place or it has no data there."""

    height_m: float | None
    tile: str


@router.get("/height", response=TerrainHeight)
def terrain_height(
    request: HttpRequest,
    latitude_deg: Annotated[float, Query(ge=-90, le=90)],
    longitude_deg: Annotated[float, Query(ge=-180, le=180)],
) -> TerrainHeight:
    """Height of the ground from the tiles of the data folder;

    the name of the tile that gave it, or that would be needed.
    """
    for name, tile in terrain_files.tiles():
        height = height_m(tile, latitude_deg, longitude_deg)
        if height is not None:
            return TerrainHeight(height_m=height, tile=name)
    return TerrainHeight(height_m=None, tile=f"{tile_name(latitude_deg, longitude_deg)}.hgt")


class TileOut(Schema):
    """An elevation tile of the data folder."""

    name: str
    size_bytes: int
    south_deg: float
    north_deg: float
    west_deg: float
    east_deg: float


@router.get("/terrain", response=list[TileOut])
def list_terrain(request: HttpRequest) -> list[terrain_files.KeptTile]:
    """The tiles that are there."""
    return terrain_files.kept()


@router.post("/terrain", response=TerrainHeight)
def keep_terrain(request: HttpRequest, file: File[UploadedFile]) -> TerrainHeight:
    """Keeps an SRTM tile or a GeoTIFF in the data folder."""
    return TerrainHeight(height_m=None, tile=terrain_files.keep(file.name or "", bytes_of(file, MOST_TILE_BYTES)))


@router.delete("/terrain/{name}", response=list[TileOut])
def drop_terrain(request: HttpRequest, name: str) -> list[terrain_files.KeptTile]:
    """Takes a tile out of the data folder."""
    terrain_files.drop(name)
    return terrain_files.kept()
