"""The drawings are to scale, escape what people wrote, and tell the same in words."""

import datetime as dt
import math
import re
import xml.etree.ElementTree as ET
from itertools import pairwise

import pytest

from rindle_core.catalogue.models import Beam, BringUpState, Clinometer, Screw
from rindle_core.job import JobInput, assess
from rindle_core.science.skyline import SkylinePoint
from rindle_core.stations.aim.aim import AimInput, aim
from rindle_core.stations.aim.dial_figures import dial_figures
from rindle_core.stations.bringup.bringup import BringUpInput, StateEntered, bringup
from rindle_core.stations.peak.peaking import PeakInput, PeakReading, peak
from rindle_core.stations.sky.fixed_sky import SkyInput, sky
from rindle_core.stations.sky.surroundings import Surroundings
from rindle_server.drawings import job_drawings
from rindle_server.drawings.aim import dial_card
from rindle_server.drawings.bringup import bringup_ladder
from rindle_server.drawings.cable import spread
from rindle_server.drawings.peak import peak_trace
from rindle_server.drawings.plan_side import side_drawing
from rindle_server.drawings.sky import StripSubject, skyline_strip
from rindle_server.drawings.svg import Look, for_print, tokens, words
from rindle_server.jobs.facts import assessed
from rindle_server.jobs.models import Job
from tests import golden

SVG = "{http://www.w3.org/2000/svg}"
SITE = {
    "latitude_deg": -29.31,
    "longitude_deg": 27.94,
    "height_m": 2140,
    "satellite_longitude_deg": 31.6,
    "date": dt.date(2026, 11, 24),
}
POINTS = [SkylinePoint(azimuth_deg=a, elevation_deg=e) for a, e in ((330, 6), (0, 12), (8, 30), (40, 7), (180, 3))]


def texts(drawing):
    return [node.text for node in ET.fromstring(drawing.svg).iter(f"{SVG}text")]


def strip(points=POINTS):
    result = sky(SkyInput(**SITE, aperture_mm=740, receive_ghz=19.95, skyline=points)).result
    around = Surroundings(skyline=points)
    return result, skyline_strip(StripSubject(around=around, arc=result.arc, sun_path=result.sun_path, sky=result))


def test_the_strip_places_points_by_one_scale_for_both_axes():
    result, drawing = strip()
    frame = drawing.frame
    squares = [node for node in ET.fromstring(drawing.svg).iter(f"{SVG}rect") if node.get("width") == "7"]
    inside = [p for p in POINTS if abs((p.azimuth_deg - result.satellite.azimuth_deg + 180) % 360 - 180) <= 90]
    assert len(squares) == len(inside)
    for square, point in zip(squares, inside, strict=True):
        x, y = float(square.get("x")) + 3.5, float(square.get("y")) + 3.5
        azimuth = (frame.left_azimuth_deg + (x - frame.left_px) / frame.px_per_deg) % 360
        elevation = frame.top_elevation_deg - (y - frame.top_px) / frame.px_per_deg
        assert (azimuth - point.azimuth_deg + 180) % 360 - 180 == pytest.approx(0, abs=0.01)
        assert elevation == pytest.approx(point.elevation_deg, abs=0.01)


def test_the_strip_has_the_satellite_in_its_middle_and_says_the_margin_in_words():
    result, drawing = strip()
    assert (drawing.frame.left_azimuth_deg + 90) % 360 == pytest.approx(result.satellite.azimuth_deg)
    told = dict(drawing.rows)
    assert told["Margin"].startswith(f"{result.margin_deg:.1f}°")
    assert sum(what.startswith("Skyline at") for what in told) == len(POINTS)


def test_a_thin_pole_is_drawn_as_high_as_it_is_judged():
    around = ((355.93, 5), (356.02, 50), (356.11, 5), (40, 5))
    _, drawing = strip([SkylinePoint(azimuth_deg=at, elevation_deg=up) for at, up in around])
    paths = ET.fromstring(drawing.svg).iter(f"{SVG}path")
    hill = next(node.get("d") for node in paths if "hill" in (node.get("fill") or ""))
    top_px = min(float(y) for y in re.findall(r",(-?[0-9.]+)", hill))
    drawn_deg = drawing.frame.top_elevation_deg - (top_px - drawing.frame.top_px) / drawing.frame.px_per_deg
    assert drawn_deg == pytest.approx(50, abs=0.02)  # drawings are written to a tenth of their unit


def test_an_empty_skyline_is_still_drawn_with_its_arc():
    _, drawing = strip([])
    assert "geostationary arc" in texts(drawing)


@pytest.mark.parametrize("azimuth", [0.0, 45.0, 200.0])
def test_the_compass_needle_points_at_the_true_azimuth(azimuth):
    result = aim(AimInput(**SITE)).result.model_copy(update={"azimuth_true_deg": azimuth})
    needle = next(
        node
        for node in ET.fromstring(dial_card(result, dial_figures(result, 0, 0), None, None).svg).iter(f"{SVG}line")
        if node.get("stroke-width") == "4"
    )
    dx, dy = float(needle.get("x2")) - float(needle.get("x1")), float(needle.get("y1")) - float(needle.get("y2"))
    assert math.degrees(math.atan2(dx, dy)) % 360 == pytest.approx(azimuth, abs=0.05)


def test_the_skew_is_drawn_clockwise_from_behind_when_positive():
    result = aim(AimInput(**SITE)).result.model_copy(update={"skew_deg": 30.0})
    bar = next(
        node
        for node in ET.fromstring(dial_card(result, dial_figures(result, 0, 0), None, None).svg).iter(f"{SVG}line")
        if node.get("stroke-width") == "5"
    )
    assert float(bar.get("x1")) > float(bar.get("x2"))  # the upper end leans to the right
    assert float(bar.get("y1")) < float(bar.get("y2"))


def test_the_dial_names_the_clinometers_face():
    clinometer = Clinometer(face="top of the <bracket>", kind="face", offset_deg=-10)
    job = AimInput(**SITE, clinometer=clinometer)
    found = aim(job).result
    drawing = dial_card(found, dial_figures(found, 0, 0), None, None)
    assert ET.fromstring(drawing.svg) is not None
    assert "<bracket>" not in words((0, 0), clinometer.face)


def test_a_beams_hand_turns_the_other_way_when_seen_against_the_wave(db):
    found = assessed(Job.objects.get(number="2026-101"))
    left = Beam(letter="K", hand="left", carrier_mhz=1200, expected_es_n0_db=12, polygon_deg=[(0, 0), (1, 0), (1, 1)])
    right = left.model_copy(update={"hand": "right"})
    heads = []
    for beam in (left, right):
        arcs = [
            node.get("d")
            for node in ET.fromstring(
                dial_card(found.result.aim, found.result.dial, found.facts.picks.terminal, beam).svg
            ).iter(f"{SVG}path")
        ]
        circle = max(arcs, key=len)
        first, last = re.findall(r"([0-9.]+),([0-9.]+)", circle)[:: len(re.findall(",", circle)) - 1][:2]
        heads.append(float(first[0]) - float(last[0]))
    assert heads[0] == pytest.approx(-heads[1], abs=1)


READINGS = [PeakReading(turns=t, level_db=13 - 1.05 * (t - 0.4) ** 2) for t in (-1.5, -0.75, 0, 0.75, 1.5)]


def test_the_trace_says_the_top_and_leads_back_beyond_it():
    view = peak(
        PeakInput(
            axis="elevation", readings=READINGS, screw=Screw(deg_per_turn=0.42, backlash_turns=0.2), beamwidth_deg=1.42
        )
    ).result
    drawing = peak_trace(view, READINGS)
    label = next(text for text in texts(drawing) if text.startswith("top "))
    assert label.startswith(f"top {view.fit.top_turns:.2f} ±")
    # Two arrows in the colour of what is to be done: down beyond the top, then up to it.
    arrows = [n for n in ET.fromstring(drawing.svg).iter(f"{SVG}line") if n.get("stroke") == "var(--rust)"]
    assert [float(n.get("x2")) < float(n.get("x1")) for n in arrows] == [True, False]
    assert len(drawing.rows) == len(READINGS) + 1


def test_a_top_that_may_be_anywhere_is_not_drawn():
    steep = [PeakReading(turns=float(t), level_db=y) for t, y in ((0, 8.2), (1, 10.4), (2, 8.9))]
    near_zenith = {"axis": "azimuth", "elevation_deg": 71.6, "beamwidth_deg": 1.42}
    view = peak(PeakInput(readings=steep, screw=Screw(deg_per_turn=0.42), **near_zenith)).result
    drawing = peak_trace(view, steep)
    assert view.fit is not None
    assert [text for text in texts(drawing) if text.startswith("top ")] == []
    assert len(drawing.rows) == len(steep)


def test_a_ladder_shows_what_is_stuck_in_its_colour():
    states = [BringUpState(code=c, name=c, usual_s=10) for c in ("power", "search", "online")]
    result = bringup(
        BringUpInput(
            states=states, entered=[StateEntered(code="power", at_s=0), StateEntered(code="search", at_s=5)], now_s=100
        )
    ).result
    drawing = bringup_ladder(result)
    bars = [(node.get("fill"), float(node.get("width"))) for node in ET.fromstring(drawing.svg).iter(f"{SVG}rect")]
    assert [colour for colour, _ in bars] == ["var(--stream)", "var(--rust)"]
    assert bars[1][1] / bars[0][1] == pytest.approx(95 / 5, rel=1e-3)  # bars in proportion to the time


@pytest.mark.parametrize("number", ["2026-101", "2026-102", "2026-103", "2026-104", "2026-105"])
@pytest.mark.parametrize("system", ["metric", "imperial"])
def test_every_demo_drawing_is_sound_in_both_systems_and_for_print(db, number, system):
    found = assessed(Job.objects.get(number=number))
    for drawing in job_drawings(found.facts, found.result, system):
        root = ET.fromstring(for_print(drawing.svg))
        assert root.find(f"{SVG}title").text == drawing.title
        assert drawing.rows
        assert "var(" not in for_print(drawing.svg)
        assert "nan" not in drawing.svg.lower().replace("nant", "")
        told = [value for _, value in drawing.rows if not value.endswith(tuple(found.result.named))]
        assert not (system == "imperial" and any(value.endswith((" mm", " N", " m")) for value in told))


def _luminance(colour):
    channels = [int(colour[i : i + 2], 16) / 255 for i in (1, 3, 5)]
    linear = [c / 12.92 if c <= 0.04045 else ((c + 0.055) / 1.055) ** 2.4 for c in channels]
    return 0.2126 * linear[0] + 0.7152 * linear[1] + 0.0722 * linear[2]


def contrast(one, other):
    light, dark = sorted((_luminance(one), _luminance(other)), reverse=True)
    return (light + 0.05) / (dark + 0.05)


@pytest.mark.parametrize("light", ["day", "dusk"])
@pytest.mark.parametrize(
    ("text", "ground", "least"),
    [
        ("ink", "sheet", 7),
        ("ink", "paper", 7),
        ("quiet", "sheet", 4.5),
        ("quiet", "paper", 4.5),
        ("stream", "sheet", 4.5),
        ("stream", "stream-tint", 4.5),
        ("rust", "sheet", 4.5),
        ("rust", "paper", 4.5),
        ("ochre", "sheet", 4.5),
        ("ink", "ochre-tint", 7),
        ("ink", "rust-tint", 7),
        ("on-stream", "stream", 4.5),
    ],
)
def test_every_colour_pair_passes_wcag(light, text, ground, least):
    """WCAG 2.2: 4.5 for text (AA), 7 for figures (AAA)."""
    assert contrast(tokens()[light][text], tokens()[light][ground]) >= least


def test_labels_of_short_pieces_stand_apart_and_inside():
    places = spread([100.0, 104.0, 106.0, 700.0, 719.0], 96.0, 60.0, 720.0)
    assert all(b - a >= 96.0 for a, b in pairwise(places))
    assert places[0] == 100.0
    assert places[-1] <= 720.0
    crowded = spread([float(at) for at in range(20)], 96.0, 60.0, 720.0)
    assert crowded[0] == pytest.approx(60.0)
    assert crowded[-1] == pytest.approx(720.0)


def test_the_picture_of_the_setting_tells_the_crews_own_figures():
    """It told them without the instrument's correction, and the plate's without what the mast's lean asks."""
    job = JobInput.model_validate(golden.read("2026-104")["facts"])
    aim = job.aim.model_copy(update={"clinometer_correction_deg": 1.5, "lean_deg": 4.0, "lean_towards_deg": 60.0})
    given = job.model_copy(update={"aim": aim})
    result = assess(given).result
    dial = result.dial
    said = dict(next(one for one in job_drawings(given, result) if one.name == "setting").rows)
    assert f"{dial.clinometer_deg:.1f}° from the vertical" in said.values()
    assert f"{result.plumb.elevation_setting_deg:.1f}° on the scale" in said.values()
    assert f"{abs(dial.skew_deg):.1f}° anticlockwise from behind" in said["Skew"]
    card = dict(next(one for one in job_drawings(given, result) if one.name == "dial").rows)
    assert card["Skew seen from behind"].startswith(f"{abs(dial.skew_deg):.1f}°")


@pytest.mark.parametrize("narrow", [True, False])
def test_names_of_the_side_view_lie_neither_on_each_other_nor_on_the_head(narrow):
    """14 px letters are 7 px wide on the average: two words of a customer's picture lay on the head and on the beam."""
    job = JobInput.model_validate(golden.read("2026-103")["facts"])
    root = ET.fromstring(side_drawing(job, Look(narrow=narrow), "A").svg)
    share = {"start": 0.0, "middle": 0.5, "end": 1.0}
    boxes = []
    for node in root.iter(f"{SVG}text"):
        x, y, wide = float(node.get("x")), float(node.get("y")), 7.0 * len(node.text)
        left = x - share[node.get("text-anchor")] * wide
        boxes.append((left, y - 12, left + wide, y + 2))
    assert len(boxes) == 5  # three things, what is tight, and the scale
    for at, one in enumerate(boxes):
        assert all(one[0] > b[2] or one[2] < b[0] or one[1] > b[3] or one[3] < b[1] for b in boxes[at + 1 :])
    head = next(one for one in root.iter(f"{SVG}circle") if one.get("r") == "6")
    x, y = float(head.get("cx")), float(head.get("cy"))
    assert not any(left < x < right and top < y < foot for left, top, right, foot in boxes)
