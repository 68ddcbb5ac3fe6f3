"""Drawings of Mount and Cable measured: what is drawn to scale is in the scale of its own figures."""

import math

import pytest

from tests.server.test_drawings_read_back import drawn, nodes, numbers, points_of, written

STUD = {
    "mount_code": "stud_arm", "surface": "timber_siding", "base": "softwood", "fixing_code": "lag-10",
    "holes": [{"number": 1, "reaches": "structure"}, {"number": 2, "reaches": "structure"},
              {"number": 3, "reaches": "skin"}],
}  # fmt: skip


def test_the_holes_of_a_plate_are_where_its_data_has_them_and_say_what_they_bear():
    _, result, drawings = drawn("2026-101")
    plate = nodes(drawings["fixing-map"], "rect", rx="6")[0]
    x, y, wide, high = numbers(plate, "x", "y", "width", "height")
    px = wide / result.mount_kind.plate_width_mm
    assert high == pytest.approx(px * result.mount_kind.plate_height_mm, abs=0.1)
    circles = [numbers(one, "cx", "cy") for one in nodes(drawings["fixing-map"], "circle", r="13")]
    wanted = [[x + wide / 2 + one.right_mm * px, y + high / 2 - one.up_mm * px] for one in result.mount_kind.holes]
    assert [value for pair in circles for value in pair] == pytest.approx(
        [value for pair in wanted for value in pair], abs=0.05
    )
    said = " ".join(text for text, *_ in written(drawings["fixing-map"].svg))
    assert f"{100 * result.fixings.holes[0].use_share:.0f} %" in said


def test_a_hole_that_holds_nothing_is_drawn_hollow():
    _, result, drawings = drawn("2026-101", **STUD)
    assert [one.counts for one in result.fixings.holes] == [True, True, False]
    assert len(nodes(drawings["fixing-map"], "circle", r="18")) == 1
    assert "holds nothing" in dict(drawings["fixing-map"].rows)["Hole 3"]


def test_the_footing_is_as_deep_and_wide_as_it_is_dug():
    facts, result, drawings = drawn("2026-104")
    block = next(one for one in nodes(drawings["footing"], "path") if one.get("fill") == "var(--rule)")
    corners = points_of(block)
    wide = max(x for x, _ in corners) - min(x for x, _ in corners)
    ground = corners[0][1]
    deep = max(y for _, y in corners) - ground
    assert deep / wide == pytest.approx(facts.mount.hole_depth_m / facts.mount.hole_width_m, rel=1e-3)
    assert min(y for _, y in corners) < ground  # the top falls away from the pole
    frost = next(
        one for one in nodes(drawings["footing"], "line") if one.get("stroke-dasharray") and one.get("stroke") ==
        "var(--stream)" and float(one.get("y1")) < ground + 0.5 * deep
    )  # fmt: skip
    assert (float(frost.get("y1")) - ground) / deep == pytest.approx(0.3 / result.footing.depth_m, abs=0.01)


def test_the_curve_of_hardening_goes_through_its_stages():
    _, result, drawings = drawn("2026-104")
    curve = next(one for one in nodes(drawings["curing"], "path", stroke_width="3"))
    points = points_of(curve)
    for mark, stage in zip(nodes(drawings["curing"], "circle", r="5"), result.curing.stages, strict=True):
        x, y = numbers(mark, "cx", "cy")
        before, after = max(p for p in points if p[0] <= x), min(p for p in points if p[0] > x)
        share = (x - before[0]) / (after[0] - before[0])
        assert y == pytest.approx(before[1] + share * (after[1] - before[1]), abs=1.0), stage.name


def test_the_holes_fall_is_drawn_in_the_walls_own_scale():
    _, result, drawings = drawn("2026-103")
    hole = points_of(next(one for one in nodes(drawings["wall-section"], "path") if one.get("fill") == "var(--sheet)"))
    (left, high), (right, low) = hole[0], hole[1]
    assert math.degrees(math.atan2(low - high, right - left)) == pytest.approx(result.wall_hole.angle_deg, abs=0.1)
    assert low > high  # outside is on the right, and lower


def test_the_ties_sit_on_the_pole_in_its_own_scale_and_say_how_high():
    brackets = {"mount_code": "gable_pole", "bracket_spacing_m": 0.7, "tube_below_m": 0.9, "mast_free_length_m": 0.8}
    *_, drawings = drawn("2026-103", **brackets)
    pole = next(one for one in nodes(drawings["pole-ties"], "rect", width="14"))
    top, high = numbers(pole, "y", "height")
    ties = [one for one in nodes(drawings["pole-ties"], "rect", height="6") if one.get("fill") == "var(--ochre)"]
    heights_m = [1.7 * (top + high - numbers(one, "y")[0] - 3) / high for one in ties]
    assert heights_m[1:] == pytest.approx([1.139, 0.85, 0.5, 0.15], abs=0.01)  # by hand: between, under 0.9, under 0.2
    said = [text for text, *_ in written(drawings["pole-ties"].svg)]
    assert {"0.85 m", "0.15 m"} <= set(said)
    assert said.count("right under the bracket") == 2
    assert len(drawings["pole-ties"].rows) == len(ties)


def test_an_old_hole_is_drawn_without_a_drill():
    *_, new = drawn("2026-103")
    *_, old = drawn("2026-103", wall_code="old_hole", hole_mm=None)
    assert {name for name, _ in new["wall-section"].rows} - {name for name, _ in old["wall-section"].rows} == {"Drill"}
    assert dict(old["wall-section"].rows)["Old hole"].endswith("or more")


def test_a_panel_is_drawn_flat_and_a_dish_as_a_bowl():
    *_, panel = drawn("2026-106")
    *_, dish = drawn("2026-101")
    assert nodes(panel["mount"], "line", stroke_width="6")
    assert not nodes(panel["mount"], "path", stroke_width="4")
    assert nodes(dish["mount"], "path", stroke_width="4")


def test_the_pole_stands_on_the_side_of_the_ladder_that_is_told():
    def rails_and_pole(side):
        *_, drawings = drawn("2026-107", mount_side=side)
        upright = [one for one in nodes(drawings["mount"], "line") if one.get("x1") == one.get("x2")]
        rails = [float(one.get("x1")) for one in upright if one.get("stroke-width") == "3"]
        return rails, float(next(one for one in upright if one.get("stroke-width") == "4").get("x1"))

    rails, pole = rails_and_pole("left")
    assert len(rails) == 2
    assert pole < min(rails)
    rails, pole = rails_and_pole("right")
    assert pole > max(rails)


def test_what_is_made_of_the_way_to_earth_is_joined():
    _, result, drawings = drawn("2026-103")
    ticks = nodes(drawings["earth"], "path", stroke_width="3")
    assert len(ticks) == result.earth.done_count == 2
    assert [value for _, value in drawings["earth"].rows[:3]] == ["made", "made", "not made yet"]


@pytest.mark.parametrize("name", ["2026-101", "2026-103", "2026-104"])
def test_no_word_of_these_drawings_leaves_its_sheet(name):
    *_, drawings = drawn(name)
    for code in ("mount", "wind-angles", "fixing-map", "footing", "curing", "wall-section", "connector", "earth"):
        if code in drawings:
            for text, _, left, right in written(drawings[code].svg):
                assert -1 <= left <= right <= 781, (code, text)


def test_a_maker_s_ring_is_as_wide_as_its_force():
    _, result, drawings = drawn("2026-101", maker_gust_mps=50, maker_axial_n=900, maker_side_n=300)
    ring = nodes(drawings["wind-angles"], "circle", stroke_dasharray="7 5")[0]
    shape = points_of(next(one for one in nodes(drawings["wind-angles"], "path", stroke_width="2.5")))
    worst = max(math.dist(one, (390, 150)) for one in shape)
    forces = [math.hypot(one.axial_n, one.side_n) for one in result.site_wind.by_angle]
    assert float(ring.get("r")) / worst == pytest.approx(result.site_wind.maker_n / max(forces), rel=1e-3)
    assert result.mount.wind_force_n == pytest.approx(result.site_wind.maker_n)


def test_the_ladder_leans_by_a_quarter_in_the_scale_of_the_work():
    _, result, drawings = drawn("2026-101")
    up = result.getting_up
    rails = next(one for one in nodes(drawings["way-up"], "line") if one.get("stroke-width") == "5")
    (x1, y1), (x2, y2) = numbers(rails, "x1", "y1"), numbers(rails, "x2", "y2")
    assert (y1 - y2) / (x2 - x1) == pytest.approx(4.0, rel=1e-3)
    px = (y1 - y2) / up.top_m
    assert math.hypot(x2 - x1, y2 - y1) / px == pytest.approx(up.ladder_m, rel=1e-3)
    _, work_y = numbers(nodes(drawings["way-up"], "circle", stroke="var(--ochre)")[0], "cx", "cy")
    assert (y1 - work_y) / px == pytest.approx(3.6, abs=0.01)
    assert "3.4 m" in dict(drawings["way-up"].rows)["Ladder, at least"]


def test_no_ladder_is_drawn_where_its_height_is_not_known_or_none_is_needed():
    assert "way-up" not in drawn("2026-104")[2]
    assert "way-up" not in drawn("2026-101", height_above_ground_m=None)[2]


def test_the_shapes_of_sheet_show_where_the_chosen_clamp_sits_and_which_one_is_here():
    *_, wall = drawn("2026-103")
    assert "sheet-profiles" not in wall
    *_, drawings = drawn("2026-103", base="sheet", fixing_code="rib-clamp", sheet_profile="seam")
    shapes = {one.get("data-profile"): one for one in nodes(drawings["sheet-profiles"], "g") if one.get("data-profile")}
    clamped = {code for code, one in shapes.items() if any(e.get("fill") == "var(--ochre)" for e in one.iter())}
    assert (set(shapes), clamped) == ({"rib", "wave", "seam", "step"}, {"rib", "wave"})
    rows = dict(drawings["sheet-profiles"].rows)
    assert rows["Standing seams"] == "not made for it; the sheet here"
    assert rows["Waves"] == "it sits here"
