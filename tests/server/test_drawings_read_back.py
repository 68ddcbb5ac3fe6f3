"""Drawings measured: coordinates read back through the drawing's own frame come to the result that was drawn."""

import re
import xml.etree.ElementTree as ET

import numpy as np
import pytest

from rindle_core.job import JobInput, assess
from rindle_core.kernel.geometry import separation_deg
from rindle_core.science.skyline import elevation_at
from rindle_core.stations.sky.seen import surroundings
from rindle_core.stations.sky.surroundings import Surroundings
from rindle_server.drawings import Look, job_drawings
from rindle_server.drawings.sky import subject_of
from rindle_server.drawings.sky_round import round_sky
from tests import golden

SVG = "{http://www.w3.org/2000/svg}"


def drawn(name, **changed):
    """A job's facts, result, and drawings by name."""
    facts = JobInput.model_validate({**golden.read(name)["facts"], **changed})
    result = assess(facts).result
    return facts, result, {one.name: one for one in job_drawings(facts, result)}


def nodes(drawing, kind, **wanted):
    every = ET.fromstring(drawing.svg).iter(f"{SVG}{kind}")
    return [one for one in every if all(one.get(name.replace("_", "-")) == value for name, value in wanted.items())]


def numbers(node, *names):
    return [float(node.get(name)) for name in names]


def points_of(node):
    found = [float(one) for one in re.findall(r"-?\d+\.?\d*", node.get("d"))]
    return list(zip(found[::2], found[1::2], strict=True))


def test_the_bars_of_the_cable_show_length_the_greater_loss_and_the_voltage():
    facts, result, drawings = drawn("2026-101")
    bars = [
        float(one.get("width")) / 330
        for one in nodes(drawings["cable"], "rect", height="16")
        if one.get("fill") != "var(--paper)"
    ]
    limits, supply = facts.picks.terminal.cable, facts.picks.terminal.supply
    assert result.cable.loss_high_db > 1.05 * result.cable.loss_low_db
    assert bars == pytest.approx(
        [
            0.8 * result.cable.length_m / limits.most_m,
            0.8 * result.cable.loss_high_db / limits.most_loss_db,
            result.cable.voltage_v / supply.supply_v,
        ],
        abs=1e-3,
    )


def test_a_data_cable_has_no_bar_of_a_loss_that_nobody_reckoned():
    drawings = drawn("2026-106")[2]
    bars = [one for one in nodes(drawings["cable"], "rect", height="16") if one.get("fill") != "var(--paper)"]
    assert len(bars) == 2
    words = [one.text for one in nodes(drawings["cable"], "text")]
    assert {"panel", "router", "Supply at the panel"} <= set(words)
    assert not any("Loss" in one for one in words if one)


def test_the_mount_has_its_lever_and_its_height_in_one_scale():
    facts, _, drawings = drawn("2026-101")
    (lever,) = (
        one
        for one in nodes(drawings["mount"], "line")
        if one.get("x1") == one.get("x2") and 450 < float(one.get("x1")) < 600
    )
    (ground,) = (one for one in nodes(drawings["mount"], "line", x1="40", x2="740"))
    top, foot = numbers(lever, "y1", "y2")
    share = (foot - top) / (float(ground.get("y1")) - top)
    assert share == pytest.approx(facts.mount.mast_free_length_m / facts.mount.height_above_ground_m, abs=0.003)


@pytest.mark.parametrize("hand", ["left", "right"])
def test_a_right_handed_wave_turns_against_the_clock_for_who_looks_at_the_satellite(hand):
    """IEEE Std 145: right-handed is clockwise along the wave's path; behind the dish one looks against it."""
    satellite = golden.read("2026-101")["facts"]["satellite"]
    beams = [{**one, "hand": hand} for one in satellite["beams"]]
    *_, drawings = drawn("2026-101", satellite={**satellite, "beams": beams})
    ring = max(nodes(drawings["dial"], "path", stroke_width="4"), key=lambda one: points_of(one)[0][0])
    around = np.array(points_of(ring)) - [650.0, 128.0]
    turned = np.cross(np.pad(around[:-1], ((0, 0), (0, 1))), np.pad(around[1:], ((0, 0), (0, 1))))[:, 2]
    assert np.all(turned > 0) == (hand == "left")  # y grows downwards: a positive product is clockwise
    assert np.all(turned < 0) == (hand == "right")


def test_a_readings_triangle_points_the_way_the_screw_was_turned():
    facts, _, drawings = drawn("2026-101")
    readings = [
        {**one.model_dump(), "turning": way} for one, way in zip(facts.peak.readings, _ways(facts), strict=True)
    ]
    facts, _, drawings = drawn("2026-101", readings=readings)
    mine = [one for one in facts.peak.readings if one.axis == "elevation"]
    last = [one for one in mine if one.pass_number == max(each.pass_number for each in mine)]
    tips = [points_of(one) for one in nodes(drawings["peak-elevation"], "path", stroke_width="1.8")]
    assert {one.turning for one in last} == {"up", "down"}
    assert ["up" if tip[1][0] > tip[0][0] else "down" for tip in tips] == [one.turning for one in last]


def _ways(facts):
    return ["down" if at % 3 == 1 else "up" for at in range(len(facts.peak.readings))]


def test_the_plan_has_north_up_and_east_to_the_right():
    facts = golden.read("2026-101")["facts"]
    at = {"latitude_deg": facts["latitude_deg"], "longitude_deg": facts["longitude_deg"]}
    spots = [
        {"letter": "P", **at},
        {"letter": "Q", **at, "latitude_deg": at["latitude_deg"] + 20 / 110_846},
        {"letter": "R", **at, "longitude_deg": at["longitude_deg"] + 30 / 97_159},
    ]
    *_, drawings = drawn("2026-101", positions=spots)
    texts = {one.text: numbers(one, "x", "y") for one in nodes(drawings["plan"], "text")}
    (px, py), (qx, qy), (rx, ry) = (texts[letter] for letter in "PQR")
    assert (qx - px, ry - py) == pytest.approx((0, 0), abs=0.5)
    assert (py - qy) / (rx - px) == pytest.approx(20 / 30, rel=0.01)
    assert py > qy
    assert rx > px


def test_the_ladders_ticks_stand_at_the_usual_times_and_its_bars_at_the_taken_ones():
    _, result, drawings = drawn("2026-101")
    rungs = result.bringup.rungs
    longest = max(max(one.state.usual_s, one.taken_s or 0) for one in rungs)
    ticks = sorted(
        (float(one.get("y1")), float(one.get("x1"))) for one in nodes(drawings["bringup"], "line", stroke_width="1.5")
    )
    assert [x for _, x in ticks] == pytest.approx([230 + 290 * one.state.usual_s / longest for one in rungs], abs=0.01)
    bars = sorted((float(one.get("y")), float(one.get("width"))) for one in nodes(drawings["bringup"], "rect", x="230"))
    taken = [one.taken_s for one in rungs if one.taken_s is not None]
    assert [wide for _, wide in bars] == pytest.approx([290 * one / longest for one in taken], abs=0.01)


@pytest.mark.parametrize("name", ["2026-101", "equator"])
def test_the_ring_of_the_free_angle_is_a_small_circle_of_the_sky(name):
    facts, result, drawings = drawn(name)
    drawing = drawings["skyline"]
    frame, satellite = drawing.frame, result.sky.satellite
    rings = nodes(drawing, "path", stroke_dasharray="6 4", stroke="var(--stream)")
    around = np.array(points_of(max(rings, key=lambda one: len(one.get("d")))))
    azimuth = frame.left_azimuth_deg + (around[:, 0] - frame.left_px) / frame.px_per_deg
    elevation = frame.top_elevation_deg - (around[:, 1] - frame.top_px) / frame.px_per_deg
    away = separation_deg(azimuth, elevation, satellite.azimuth_deg, satellite.elevation_deg)
    seen = elevation < 89
    assert seen.sum() > 30
    assert away[seen] == pytest.approx(np.full(seen.sum(), facts.picks.rules.clearance_deg), abs=0.05)


def test_the_clinometer_lies_on_its_face_at_what_it_shows():
    facts, result, drawings = drawn("2026-103")
    bodies = [points_of(one) for one in nodes(drawings["setting"], "path", fill="var(--ochre-tint)")]
    slopes = [float(np.degrees(np.arctan2(body[0][1] - body[1][1], body[1][0] - body[0][0]))) for body in bodies]
    face, rim = facts.picks.terminal.clinometer, facts.picks.terminal.other_faces[0]
    assert (face.kind, rim.kind) == ("face", "rim")
    elevation = result.aim.elevation_apparent_deg
    assert slopes[0] == pytest.approx(elevation + face.offset_deg, abs=0.5)
    assert slopes[1] == pytest.approx(90.0 - (elevation - rim.offset_deg), abs=0.5)  # shown from the vertical
    rows = dict(drawings["setting"].rows)
    assert rows["Azimuth screw turned up"].startswith("clockwise seen from above; 0.38° a turn, 14 turns")


@pytest.mark.parametrize("mechanism", ["head", "feed"])
def test_what_turns_for_the_skew_is_drawn_full_and_mirrored_from_in_front(mechanism):
    terminal = {**golden.read("2026-104")["facts"]["terminal"], "skew_mechanism": mechanism}
    _, result, drawings = drawn("2026-104", terminal=terminal)
    rings = nodes(drawings["setting"], "circle", stroke="var(--stream)")
    assert {one.get("r") for one in rings} == {"54" if mechanism == "head" else "15"}
    turned = [numbers(one, "x1", "y1", "x2", "y2") for one in nodes(drawings["setting"], "line", stroke_width="4")]
    angles = [float(np.degrees(np.arctan2(x1 - x2, y2 - y1))) for x1, y1, x2, y2 in turned]
    told = result.dial.skew_deg  # the lean of its mast is in it
    assert angles == pytest.approx([told, -told], abs=0.5)


NARROW_PX = 328.0  # what the narrowest telephone in use leaves a drawing: 360 px less the page's edges
LETTER_EM = 0.52  # mean width of a letter of the drawings' typeface
UPRIGHT = ("blocks", "dial", "setting", "plan", "mount", "cable", "peak-elevation", "peak-azimuth", "bringup")


def written(svg):
    """Each text of a drawing with its size and its left and right end, in the drawing's units."""

    def walk(node, left, scale):
        move = re.search(r"translate\(([-\d.]+)", node.get("transform", ""))
        left += scale * float(move[1]) if move else 0.0
        sized = re.search(r"scale\(([-\d.]+)", node.get("transform", ""))
        scale *= float(sized[1]) if sized else 1.0
        if node.tag == f"{SVG}text" and node.text:
            size = scale * float(node.get("font-size"))
            wide, at = LETTER_EM * size * len(node.text), left + scale * float(node.get("x"))
            start = at - wide * {"start": 0.0, "middle": 0.5, "end": 1.0}[node.get("text-anchor")]
            yield node.text, size, start, start + wide
        for one in node:
            yield from walk(one, left, scale)

    return list(walk(ET.fromstring(svg), 0.0, 1.0))


@pytest.mark.parametrize("system", ["metric", "imperial"])
@pytest.mark.parametrize("name", ["2026-101", "2026-102", "2026-103", "2026-104", "2026-106"])
def test_on_a_telephone_each_word_is_readable_and_stands_in_the_sheet(name, system):
    facts = JobInput.model_validate(golden.read(name)["facts"])
    made = {one.name: one for one in job_drawings(facts, assess(facts).result, system, narrow=True)}
    upright = [made[code] for code in UPRIGHT if code in made]
    assert len(upright) >= 3
    for drawing in upright:
        width = float(ET.fromstring(drawing.svg).get("viewBox").split()[2])
        for text, size, left, right in written(drawing.svg):
            assert size * NARROW_PX / width >= 12.0, (drawing.name, text)
            assert -1 <= left <= right <= width + 1, (drawing.name, text, left, right)


@pytest.mark.parametrize("system", ["metric", "imperial"])
@pytest.mark.parametrize("name", ["2026-101", "2026-103", "2026-106", "every-hold", "half-way", "linear-north"])
def test_on_a_wide_sheet_no_word_runs_out_of_it(name, system):
    facts = JobInput.model_validate(golden.read(name)["facts"])
    for drawing in job_drawings(facts, assess(facts).result, system):
        width = float(ET.fromstring(drawing.svg).get("viewBox").split()[2])
        for text, _, left, right in written(drawing.svg):
            assert -1 <= left <= right <= width + 1, (drawing.name, text, left, right)


@pytest.mark.parametrize("narrow", [False, True])
def test_spare_feeds_stand_on_their_bar_to_scale_and_turned_as_told(narrow):
    facts = JobInput.model_validate(golden.read("2026-104")["facts"])
    wanted = ["hamerkop-2", "lapwing-3"]
    facts = facts.model_copy(update={"aim": facts.aim.model_copy(update={"spare_satellites": wanted})})
    result = assess(facts).result
    (drawing,) = job_drawings(facts, result, "metric", ["feeds"], narrow=narrow)
    rings = nodes(drawing, "circle")
    (main,) = (numbers(one, "cx", "cy") for one in rings if one.get("stroke") == "var(--ink)")
    spare = sorted(numbers(one, "cx", "cy", "r") for one in rings if one.get("stroke") == "var(--stream)")
    told = sorted(result.spare_feeds.feeds, key=lambda one: one.feed.along_bar_mm)
    assert len(spare) == len(told) == 2
    px = (spare[0][0] - main[0]) / told[0].feed.along_bar_mm
    for (x, y, radius), one in zip(spare, told, strict=True):
        assert (x - main[0]) / px == pytest.approx(one.feed.along_bar_mm, abs=0.5)
        assert (main[1] - y) / px == pytest.approx(one.feed.height_mm, abs=0.5)
        assert radius == pytest.approx(max(9.0, facts.aim.feed_diameter_mm * px / 2), abs=0.01)
    strokes = [numbers(one, "x1", "y1", "x2", "y2") for one in nodes(drawing, "line", stroke="var(--stream)")]
    turned = [np.degrees(np.arctan2(x1 - x2, y2 - y1)) for x1, y1, x2, y2 in sorted(strokes)]
    assert turned == pytest.approx([one.feed.skew_deg for one in told], abs=0.1)
    width = float(ET.fromstring(drawing.svg).get("viewBox").split()[2])
    for text, size, left, right in written(drawing.svg):
        assert size * (NARROW_PX if narrow else width) / width >= 12.0
        assert -1 <= left <= right <= width + 1, (text, left, right)


def on_the_dome(drawing, points):
    """Bearings and elevations of drawing points of the round sky, and how far outside the rim they lie."""
    rim = next(one for one in nodes(drawing, "circle") if one.get("fill") == "var(--paper)")
    x, y, radius = numbers(rim, "cx", "cy", "r")
    across, up = np.array(points).T[0] - x, y - np.array(points).T[1]
    out = np.hypot(across, up)
    return np.degrees(np.arctan2(across, up)) % 360.0, 90.0 * (1.0 - out / radius), out - radius


def test_the_round_sky_has_what_is_lost_behind_the_skyline_and_what_each_sector_costs():
    facts, result, drawings = drawn("2026-106")
    drawing, found = drawings["round-sky"], result.low_orbit
    profile = Surroundings(**surroundings(facts, facts.sky.position_letter)).profile()
    for name, blocked in (("lost", True), ("traffic", False)):
        (marks,) = nodes(drawing, "path", **{"class": name})
        shift = 2.5 if blocked else 0.0
        at = [(float(x) + shift, float(y) + shift) for x, y in re.findall(r"M(-?[\d.]+),(-?[\d.]+)", marks.get("d"))]
        azimuth, elevation, _ = on_the_dome(drawing, at)
        told = [one for one in found.traffic if one.blocked is blocked]
        assert len(told) == len(at) > 100
        away = separation_deg(azimuth, elevation, *np.array([(one.azimuth_deg, one.elevation_deg) for one in told]).T)
        assert away.max() < 0.15  # a tenth of a drawing unit is 0.06°
        # A step's satellite may stand up to a step's way over the edge of what hides it, or under it.
        assert np.mean((elevation < elevation_at(profile, azimuth)) == blocked) > 0.97
    costly = [one for one in found.sectors if one.blocked_percent > 0]
    bars = nodes(drawing, "path", **{"class": "cost"})
    assert len(bars) == len(costly) > 1
    most = max(one.blocked_percent for one in costly)
    for bar, sector in zip(bars, costly, strict=True):
        azimuth, _, outside = on_the_dome(drawing, points_of(bar))
        assert sector.from_deg < azimuth.min() < azimuth.max() < sector.to_deg
        assert np.ptp(outside) / 26.0 == pytest.approx(sector.blocked_percent / most, abs=0.01)
    assert sum(what.startswith("From") for what, _ in drawing.rows) == len(found.sectors)


@pytest.mark.parametrize("tilt_deg", [0.0, 21.0, 70.0])
def test_the_edge_of_the_panels_sky_is_its_cone_cut_off_at_its_least_elevation(tilt_deg):
    facts, result, _ = drawn("2026-106")
    panel = facts.picks.terminal.panel.model_copy(update={"tilt_deg": tilt_deg})
    drawing = round_sky(subject_of(facts, result), panel, Look())
    boresight = result.low_orbit.boresight_azimuth_deg
    edges = nodes(drawing, "path", stroke_dasharray="6 4")
    azimuth, elevation, _ = (
        np.concatenate(one) for one in zip(*(on_the_dome(drawing, points_of(e)) for e in edges), strict=True)
    )
    off_axis = separation_deg(azimuth, elevation, boresight, 90.0 - tilt_deg)
    on_cone = np.abs(off_axis - panel.cone_half_deg) < 0.2
    on_foot = np.abs(elevation - panel.least_elevation_deg) < 0.05
    assert (on_cone | on_foot).all()
    assert (off_axis < panel.cone_half_deg + 0.2).all()
    assert on_cone.any()
