"""Templates measured in the PDF itself: what is printed at 100 % is as long as it says, to 0.2 mm."""

import io
import json
import math
import re

import pytest
from pypdf import PdfReader

from rindle_core.catalogue.mounts import SHIPPED_MOUNTS
from rindle_server.drawings.mount_template import PAPERS_MM, plate_sketch, sheet_mm, sheets, wrap_sketch
from rindle_server.stores.models import Firm
from tests.server.calls import change

MM_PER_POINT = 25.4 / 72
WITHIN_MM = 0.2
KIND = {one.code: one for one in SHIPPED_MOUNTS}


def lines_mm(page):
    """Each straight line and each step of a path, in millimetres on the paper."""
    found, at = [], [(0.0, 0.0)]

    def put(operator, operands, matrix, _text):
        a, b, c, d, e, f = (float(one) for one in matrix)
        if operator in (b"m", b"l"):
            x, y = (float(one) for one in operands[:2])
            here = ((a * x + c * y + e) * MM_PER_POINT, (b * x + d * y + f) * MM_PER_POINT)
            if operator == b"l":
                found.append((*at[0], *here))
            at[0] = here

    page.extract_text(visitor_operand_before=put)
    return found


def level(found, long_mm):
    return [one for one in found if abs(one[1] - one[3]) < 0.05 and abs(abs(one[2] - one[0]) - long_mm) < WITHIN_MM]


def centres(found, long_mm=18.0):
    """Where a level and an upright line of that length cross in their middles."""
    across = [((a + c) / 2, b) for a, b, c, d in level(found, long_mm)]
    upright = [(a, (b + d) / 2) for a, b, c, d in found if abs(a - c) < 0.05 and abs(abs(d - b) - long_mm) < WITHIN_MM]
    return sorted(one for one in across if any(math.dist(one, other) < 0.05 for other in upright))


@pytest.mark.turns(days=6)
@pytest.mark.parametrize("paper", ["a4", "letter"])
def test_the_bar_and_the_holes_are_where_they_say(crew, paper):
    answer = crew.get("/api/jobs/2026-101/template.pdf", {"paper": paper})
    assert answer.status_code == 200
    reader = PdfReader(io.BytesIO(answer.content))
    high, wide = PAPERS_MM[paper]  # on its side: two sheets instead of four
    holes = []
    for page in reader.pages:
        assert float(page.mediabox.width) * MM_PER_POINT == pytest.approx(wide, abs=WITHIN_MM)
        assert float(page.mediabox.height) * MM_PER_POINT == pytest.approx(high, abs=WITHIN_MM)
        found = lines_mm(page)
        assert level(found, 100.0)
        assert level(found, 101.6)
        assert "100 mm" in page.extract_text()
        holes.append([one for one in centres(found) if 10 < one[0] < wide - 10 and 26 < one[1] < high - 14])
    upper, lower = holes
    plate = KIND["wall_arm"].holes
    assert [len(upper), len(lower)] == [2, 2]
    apart = plate[1].right_mm - plate[0].right_mm
    for one in (upper, lower):
        assert one[1][0] - one[0][0] == pytest.approx(apart, abs=WITHIN_MM)


def test_a_plate_that_fits_is_one_sheet_and_every_hole_is_on_it():
    kind = KIND["supplied_mast"]
    (only,) = sheets(plate_sketch(kind, 8.0), "a4", "")
    assert only.count("<circle") == 4


def test_every_mark_stands_on_some_sheet_and_sheets_overlap():
    sketch = plate_sketch(KIND["rib_clamp"], None)
    made = sheets(sketch, "letter", "")

    def count(wide, high):
        return math.ceil((sketch.width_mm - 10) / (wide - 20 - 10)) * math.ceil(
            (sketch.height_mm - 10) / (high - 40 - 10)
        )

    assert len(made) == count(279.4, 215.9) < count(215.9, 279.4)


@pytest.mark.parametrize(("diameter_mm", "turned", "count"), [(42.4, False, 1), (60.3, True, 1), (114.3, True, 2)])
def test_paper_is_laid_on_its_side_where_that_saves_sheets(diameter_mm, turned, count):
    sketch = wrap_sketch(diameter_mm, None)
    assert sheet_mm(sketch, "a4") == ((297.0, 210.0) if turned else (210.0, 297.0))
    assert len(sheets(sketch, "a4", "")) == count


def test_a_wrap_goes_once_round_the_tube(crew):
    page = PdfReader(io.BytesIO(crew.get("/api/jobs/2026-106/wrap.pdf").content)).pages[0]
    upright = sorted(
        {round(a, 2) for a, b, c, d in lines_mm(page) if abs(a - c) < 0.05 and abs(abs(d - b) - 150) < 0.2}
    )
    assert upright[-1] - upright[0] == pytest.approx(math.pi * 42.4, abs=WITHIN_MM)
    assert len(upright) == 5
    assert wrap_sketch(60.3, 8.0).width_mm == pytest.approx(math.pi * 60.3 + 16)


def test_the_gauge_of_an_end_is_as_long_as_jacket_and_pin(crew):
    answer = crew.get("/api/jobs/2026-101/strip.pdf")
    assert answer.status_code == 200
    cable = {one["code"]: one for one in crew.get("/api/stores").json()["cables"]}["coax-7-solid"]
    found = lines_mm(PdfReader(io.BytesIO(answer.content)).pages[0])
    assert level(found, 100.0)
    tall, marks = cable["diameter_mm"] + 16.0, {}
    for a, b, c, d in found:
        if abs(a - c) < 0.05 and abs(abs(d - b) - tall) < WITHIN_MM:
            marks.setdefault(round(min(b, d)), []).append(a)
    jacket, pin = sorted((sorted(one) for one in marks.values()), key=len)
    assert jacket[1] - jacket[0] == pytest.approx(cable["strip_mm"], abs=WITHIN_MM)
    assert (pin[1] + pin[2]) / 2 - pin[0] == pytest.approx(cable["pin_mm"], abs=WITHIN_MM)
    change(crew, "2026-107", cable_code="ethernet-23")
    assert crew.get("/api/jobs/2026-107/strip.pdf").status_code == 422


@pytest.mark.turns(days=6)
def test_what_has_no_holes_or_was_not_measured_is_refused_in_words(crew):
    refused = crew.get("/api/jobs/2026-107/template.pdf")
    assert refused.status_code == 422
    assert "no plate with holes" in refused.content.decode()
    assert crew.get("/api/jobs/2026-105/wrap.pdf").status_code == 422
    change(crew, "2026-107", mount_code="cone_foot")
    told = PdfReader(io.BytesIO(crew.get("/api/jobs/2026-107/template.pdf").content))
    assert "Lowcone" in told.pages[0].extract_text().replace(" ", "")


def test_the_report_has_mount_cable_and_earth_with_who_measured_them(crew):
    pole = crew.get("/api/jobs/2026-104/report.html").content.decode()
    for wanted in ("Ground pole in concrete", "Mopani Valley Utilities desk", "<td>half full</td>", "May be loaded"):
        assert wanted in pole
    arm = crew.get("/api/jobs/2026-102/report.html").content.decode()
    for wanted in (
        "4 × Resin anchor 12 mm",
        "<td>through</td><td>no short</td>",
        "6 of 6 made",
        "cut to 23.7 m",
        "closed with sealant",
    ):
        assert wanted in arm


def test_the_sign_tells_how_far_to_stay_off_and_a_job_without_a_beam_has_none(crew):
    told = PdfReader(io.BytesIO(crew.get("/api/jobs/2026-102/sign.pdf").content)).pages[0].extract_text()
    facts = crew.get("/api/jobs/2026-102").json()["facts"]["picks"]["terminal"]
    assert "Keep out of the beam" in told
    distance = float(re.search(r"Stay ([0-9.]+) m or more", " ".join(told.split()))[1])
    assert distance >= facts["aperture_mm"] / 1000
    assert "555 0142" in told  # whom to ring before anybody works there
    assert crew.get("/api/jobs/2026-105/sign.pdf").status_code == 422


def test_the_sign_of_a_panel_keeps_people_off_its_face_and_tells_no_distance(crew):
    told = " ".join(
        PdfReader(io.BytesIO(crew.get("/api/jobs/2026-107/sign.pdf").content)).pages[0].extract_text().split()
    )
    assert "Keep off the panel" in told
    assert not re.search(r"\d m or more", told)
    maker = PdfReader(io.BytesIO(crew.get("/api/jobs/2026-106/sign.pdf").content)).pages[0].extract_text()
    assert "Stay 1.5 m or more from it, on all sides and above." in " ".join(maker.split())


@pytest.mark.turns(days=6)
def test_a_customer_has_a_number_to_ring_and_a_signed_job_keeps_the_one_of_its_day(crew):
    assert "555 0142" in crew.get("/api/jobs/2026-102/card.html?kind=customer").content.decode()
    kept = crew.get("/api/jobs/2026-101/card.html?kind=customer").content.decode()
    assert "555 0142" in kept
    assert "About 0.6 seconds there and back" in kept  # as it was measured
    planned = crew.get("/api/jobs/2026-103/card.html?kind=customer").content.decode()
    assert "About 0.5 seconds or more there and back" in planned  # 4 × 36 741 km at the speed of light
    firm = crew.get("/api/stores/firm").json()
    older = {name: firm[name] for name in ("name", "address", "rules")}  # a caller that knows of no telephone
    crew.put("/api/stores/firm", json.dumps(older), content_type="application/json")
    assert crew.get("/api/stores/firm").json()["telephone"] == "555 0142"
    Firm.objects.update(telephone="555 0199")
    assert "555 0199" in crew.get("/api/jobs/2026-102/card.html?kind=customer").content.decode()
    assert "555 0199" not in crew.get("/api/jobs/2026-101/card.html?kind=customer").content.decode()
    assert crew.get("/api/stores/firm").json()["telephone"] == "555 0199"
