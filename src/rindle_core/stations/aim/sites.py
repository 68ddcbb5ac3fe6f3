"""Many sites at once: a CSV in, figures out as CSV, GeoJSON or KML."""

from __future__ import annotations

import csv
import datetime as dt
import io
import json
from typing import Any
from xml.sax.saxutils import escape

from pydantic import Field

from rindle_core.catalogue.models import Beam, Clinometer
from rindle_core.kernel.errors import InputError, Stopped
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.geometry import wrap_180
from rindle_core.kernel.model import Model, parse
from rindle_core.kernel.registry import Outcome, register
from rindle_core.kernel.tables import columns_of, read_rows, safe_cell
from rindle_core.science.horizon import Progress
from rindle_core.science.magnetism import ModelDay
from rindle_core.stations.aim.aim import AimInput, AimResult, aim_many, clinometer_reading_deg
from rindle_core.stations.aim.beams import beam_and_edge
from rindle_core.stations.aim.findings import BAD, BELOW
from rindle_core.stations.aim.instruments import Side, shown_reading
from rindle_core.stations.brief.places import PlaceInput, parse_place

MOST_SITES = 20_000
_FIGURES = (
    "azimuth_true_deg",
    "azimuth_magnetic_deg",
    "declination_deg",
    "elevation_deg",
    "elevation_apparent_deg",
    "skew_deg",
    "slant_range_km",
    "round_trip_ms",
)


_CHUNK = 250  # rows between two words of progress
_SAME_SATELLITE_DEG = 0.05  # satellites keep their place within a tenth of a degree


class KnownSatellite(Model):
    """A satellite of the stores: the turn of its polarization plane belongs to a row's skew, its beams to the place."""

    code: str = ""
    name: str
    longitude_deg: float = Field(ge=-180, le=360)
    tilt_deg: float = Field(default=0.0, ge=-90, le=90)
    beams: list[Beam] = Field(default_factory=list, max_length=2000)


class SitesInput(Model):
    """CSV with a header: name, and either place or latitude_deg and longitude_deg;

    height_m, satellite_longitude_deg and satellite_tilt_deg where they differ.
    """

    csv: str = Field(min_length=1, max_length=8_000_000)
    satellite_longitude_deg: float | None = Field(default=None, ge=-180, le=360, description="For rows that name none")
    satellites: list[KnownSatellite] = Field(
        default_factory=list, max_length=2000, description="Those whose polarization plane is known"
    )
    clinometer: Clinometer | None = Field(
        default=None, description="Where it is laid on the terminal that all rows get; the reading is told with it"
    )
    date: ModelDay


class SiteFigures(Model):
    """A row with its figures, or with what is wrong with it."""

    line_number: int = Field(description="In the file; the header is line 1")
    name: str
    latitude_deg: float | None
    longitude_deg: float | None
    height_m: float
    satellite: str = Field(default="", description="Name of the known satellite at the row's longitude")
    satellite_code: str = Field(default="", description="Its code in the stores")
    satellite_longitude_deg: float | None = Field(default=None, description="Which the row is reckoned for")
    aim: AimResult | None
    clinometer_deg: float | None = Field(default=None, description="What it shows; None where no face was named")
    clinometer_side: Side = ""
    beam: str = Field(default="", description="Letter of the beam in which the site lies deepest; empty: not known")
    beam_edge_km: float | None = Field(default=None, description="From there to the beam's edge")
    outside: bool = Field(default=False, description="The satellite's beams are known and none of them covers the site")
    error: str


class SitesResult(Model):
    """Rows in order."""

    sites: list[SiteFigures]
    row_count: int = Field(default=0, description="All rows, where `sites` holds the first of them only")
    good_count: int = Field(description="Read, and their satellite stands above the horizon")
    below_count: int = Field(description="Read, and their satellite does not: nothing can be set there")


def _row_input(row: dict[str, str], given: SitesInput) -> AimInput:
    data: dict[str, Any] = {
        "date": given.date,
        "satellite_longitude_deg": row.get("satellite_longitude_deg") or given.satellite_longitude_deg,
    }
    if row.get("place"):
        place = parse_place(PlaceInput(place=row["place"]))
        data |= {
            "latitude_deg": place.latitude_deg,
            "longitude_deg": place.longitude_deg,
            "height_m": place.height_m or 0.0,
        }
    else:
        data |= {name: row[name] for name in ("latitude_deg", "longitude_deg") if row.get(name)}
    if row.get("height_m"):
        data["height_m"] = row["height_m"]
    if data["satellite_longitude_deg"] is None:
        raise InputError.one("satellite_longitude_deg", "is needed, in the row or for all rows")
    known = _known(
        given, float(data["satellite_longitude_deg"]) if _is_number(data["satellite_longitude_deg"]) else None
    )
    data["satellite_tilt_deg"] = row.get("satellite_tilt_deg") or (known.tilt_deg if known else 0.0)
    return parse(AimInput, data)


def _is_number(value: object) -> bool:
    try:
        float(str(value))
    except ValueError:
        return False  # the aim's own input says what would be accepted
    return True


def _known(given: SitesInput, longitude_deg: float | None) -> KnownSatellite | None:
    if longitude_deg is None:
        return None
    return next(
        (one for one in given.satellites if abs(wrap_180(one.longitude_deg - longitude_deg)) <= _SAME_SATELLITE_DEG),
        None,
    )


def _check_columns(text: str) -> None:
    names = set(columns_of(text, "csv"))
    if "place" not in names and not {"latitude_deg", "longitude_deg"} <= names:
        raise InputError.one(
            "csv",
            "the header needs place, or latitude_deg and longitude_deg; name, height_m, satellite_longitude_deg and "
            "satellite_tilt_deg may follow",
        )


@register("sites", "Look angles for a CSV of sites", SitesInput, SitesResult)
def sites(given: SitesInput) -> Outcome[SitesResult]:
    """Every row through the `aim` calculator; a row that cannot be read says why and the others go on."""
    return calculated(given)


def calculated(given: SitesInput, progress: Progress | None = None) -> Outcome[SitesResult]:
    """The `sites` calculator with its progress told; answering False stops it (raises Stopped)."""
    _check_columns(given.csv)
    rows: list[tuple[int, dict[str, str], AimInput | str]] = []
    for number, row in read_rows(given.csv, "csv"):
        if len(rows) >= MOST_SITES:
            raise InputError.one("csv", f"has too many rows: up to {MOST_SITES} are accepted")
        try:
            rows.append((number, row, _row_input(row, given)))
        except InputError as error:
            rows.append((number, row, str(error)))
    figures: list[SiteFigures] = []
    for first in range(0, len(rows), _CHUNK):
        if progress is not None and not progress(first / len(rows)):
            raise Stopped("the list of sites")
        chunk = rows[first : first + _CHUNK]
        outcomes = iter(aim_many([one for *_, one in chunk if isinstance(one, AimInput)]))
        figures += [
            _figures(number, row.get("name", ""), one, next(outcomes).result, given)
            if isinstance(one, AimInput)
            else SiteFigures(
                line_number=number,
                name=row.get("name", ""),
                latitude_deg=None,
                longitude_deg=None,
                height_m=0.0,
                aim=None,
                error=one,
            )
            for number, row, one in chunk
        ]
    read = [one.aim for one in figures if one.aim is not None]
    below = sum(not one.visible for one in read)
    return Outcome(
        SitesResult(sites=figures, row_count=len(figures), good_count=len(read) - below, below_count=below),
        [*_judge(len(figures) - len(read)), *_judge_below(below)],
    )


def _figures(number: int, name: str, one: AimInput, aimed: AimResult, given: SitesInput) -> SiteFigures:
    known = _known(given, one.satellite_longitude_deg)
    told: dict[str, Any] = {}
    if given.clinometer is not None and aimed.visible:
        reading = clinometer_reading_deg(aimed.elevation_apparent_deg, given.clinometer)
        told["clinometer_deg"], told["clinometer_side"] = shown_reading(reading)
    if known is not None and known.beams:
        found = beam_and_edge(known.beams, one.latitude_deg, one.longitude_deg)
        told["outside"] = found is None
        if found is not None:
            told["beam"], told["beam_edge_km"] = found[0].letter, found[1]
    return SiteFigures(
        line_number=number,
        name=name,
        latitude_deg=one.latitude_deg,
        longitude_deg=one.longitude_deg,
        height_m=one.height_m,
        satellite=known.name if known else "",
        satellite_code=known.code if known else "",
        satellite_longitude_deg=one.satellite_longitude_deg,
        aim=aimed,
        error="",
        **told,
    )


def _judge(bad: int) -> list[Finding]:
    if bad == 0:
        return []
    return [
        BAD(
            Level.MIND,
            "Some rows could not be read",
            "They are named with their line; the others are calculated.",
            figure=float(bad),
            limit=0.0,
            clears_by="Mend these lines and load the list again.",
        )
    ]


def _judge_below(below: int) -> list[Finding]:
    if below == 0:
        return []
    return [
        BELOW(
            Level.HOLD,
            "Some sites do not see their satellite",
            "It stands below their horizon: no setting finds it.",
            figure=float(below),
            limit=0.0,
            bound="at_most",
            clears_by="Choose another satellite for these rows.",
        )
    ]


def as_csv(result: SitesResult) -> str:
    """The figures as CSV, one row a site, errors in the last column."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    head = ["name", "latitude_deg", "longitude_deg", "height_m", "satellite", "satellite_longitude_deg"]
    writer.writerow([*head, *_FIGURES, "clinometer_deg", "clinometer_side", "beam", "beam_edge_km", "visible", "error"])
    for one in result.sites:
        numbers = ["" for _ in _FIGURES] if one.aim is None else [f"{getattr(one.aim, name):.4f}" for name in _FIGURES]
        where = (
            one.latitude_deg,
            one.longitude_deg,
            one.height_m,
            safe_cell(one.satellite),
            one.satellite_longitude_deg,
        )
        seen = "" if one.aim is None else "yes" if one.aim.visible else "no"
        laid = "" if one.clinometer_deg is None else f"{one.clinometer_deg:.4f}"
        beam = "none" if one.outside else safe_cell(one.beam)
        edge = "" if one.beam_edge_km is None else f"{one.beam_edge_km:.1f}"
        more = (laid, one.clinometer_side, beam, edge, seen, safe_cell(one.error))
        writer.writerow([safe_cell(one.name), *where, *numbers, *more])
    return out.getvalue()


def seen(result: SitesResult) -> list[tuple[SiteFigures, AimResult]]:
    """The rows whose satellite stands above their horizon."""
    return [(one, one.aim) for one in result.sites if one.aim is not None and one.aim.visible]


def as_geojson(result: SitesResult) -> str:
    """The rows that see their satellite as a FeatureCollection (RFC 7946), figures as properties."""
    features = [
        {
            "type": "Feature",
            "geometry": {"type": "Point", "coordinates": [one.longitude_deg, one.latitude_deg, one.height_m]},
            "properties": {
                "name": one.name,
                "satellite": one.satellite,
                "beam": one.beam,
                "clinometer_deg": None if one.clinometer_deg is None else round(one.clinometer_deg, 4),
                **{name: round(getattr(aim, name), 4) for name in _FIGURES},
            },
        }
        for one, aim in seen(result)
    ]
    return json.dumps({"type": "FeatureCollection", "features": features}, ensure_ascii=False)


def as_kml(result: SitesResult, day: dt.date) -> str:
    """The rows that see their satellite as placemarks (OGC KML 2.2)."""
    marks = "".join(
        f"<Placemark><name>{escape(one.name)}</name><description>Compass {aim.azimuth_magnetic_deg:.0f}°, true "
        f"{aim.azimuth_true_deg:.1f}°, "
        f"elevation {aim.elevation_apparent_deg:.1f}°, skew {aim.skew_deg:.1f}° {escape(one.satellite)}"
        + (f", beam {escape(one.beam)}" if one.beam else "")
        + (f", clinometer {one.clinometer_deg:.1f}°" if one.clinometer_deg is not None else "")
        + "</description>"
        f"<Point><coordinates>{one.longitude_deg},{one.latitude_deg},{one.height_m}</coordinates></Point></Placemark>"
        for one, aim in seen(result)
    )
    head = '<?xml version="1.0" encoding="UTF-8"?><kml xmlns="http://www.opengis.net/kml/2.2"><Document>'
    return f"{head}<name>Sites {day}</name>{marks}</Document></kml>"


__all__ = ["SiteFigures", "SitesInput", "SitesResult", "as_csv", "as_geojson", "as_kml", "calculated", "seen", "sites"]
