"""Every paper of every demo job: nothing runs off it, nothing is too small to read, its units are the reader's."""

import base64
import json
import re
from io import BytesIO

import pytest
from pypdf import PdfReader
from weasyprint import HTML

from rindle_core.kernel.errors import Stopped
from rindle_core.papers.sheet import SheetBlock
from rindle_server.jobs.cards import _in_two, card_html
from rindle_server.jobs.facts import assessed
from rindle_server.jobs.models import Job
from rindle_server.jobs.paper import pdf_of
from rindle_server.jobs.report import FORMS, report_html
from rindle_server.stores.models import Firm
from tests.server.calls import change

NUMBERS = ["2026-101", "2026-106"]  # all of them: benchmarks/papers.py
_EIGHT_PT, _FOURTEEN_PT = 8 * 96 / 72, 14 * 96 / 72
_SLACK_PX = 0.6  # of rounding
_FOOT = re.compile(r"^(.* · )?\d+ of \d+$")  # the number of the page, and nothing else, may be smaller
_METRIC = re.compile(r"(?<![\w.])[\d.,]+\s?(?:m|km|mm|cm|kg|°C|m/s|N·m|kN|kPa)\b(?![²/])")


def boxes(box, right, bottom):
    """Each box with the edges beyond which nothing of it is seen."""
    yield box, right, bottom
    if box.style["overflow"] == "hidden":
        right = min(right, box.border_box_x() + box.border_width())
        bottom = min(bottom, box.border_box_y() + box.border_height())
    for child in getattr(box, "children", ()):
        yield from boxes(child, right, bottom)


def measured(page_html):
    """Pages, and what on them runs off the paper or is too small: text by text."""
    pages = HTML(string=page_html).render().pages
    off, small = [], []
    for number, page in enumerate(pages, start=1):
        root = page._page_box
        for one, right, bottom in boxes(root, root.margin_width(), root.margin_height()):
            text = getattr(one, "text", None)
            if not text or not text.strip():
                continue
            small.append((one.style["font_size"], text))
            if (
                one.position_x < -_SLACK_PX
                or one.position_x + one.width > right + _SLACK_PX
                or one.position_y + one.height > bottom + _SLACK_PX
            ):
                off.append((number, text))
    return pages, off, small


def drawn_too_small(page_html, width_px):
    """Letters of drawings, laid out over the width of the page, under 8 pt."""
    found = []
    for svg in re.findall(r"<svg.*?</svg>", page_html, re.S):
        box = re.search(r'viewBox="[\d.-]+ [\d.-]+ ([\d.]+)', svg)
        if box is None:
            continue
        scale = width_px / float(box.group(1))
        found += [
            float(size) * scale for size in re.findall(r'font-size="([\d.]+)', svg) if float(size) * scale < _EIGHT_PT
        ]
    return found


@pytest.mark.turns(days=6)
@pytest.mark.parametrize("number", NUMBERS)
def test_nothing_of_a_report_runs_off_the_paper_or_is_too_small(number, db):
    page = report_html(Job.objects.get(number=number), on_paper=True)
    pages, off, small = measured(page)
    assert len(pages) >= 3
    assert off == []
    assert [text for size, text in small if size < _EIGHT_PT - 0.01] == []
    assert drawn_too_small(page, 178 * 96 / 25.4) == []


@pytest.mark.parametrize("number", ["2026-101", "2026-102", "2026-106"])
def test_a_label_shows_all_that_stands_on_it(crew, number, monkeypatch):
    """The number of the job and the word to keep clear had been cut off."""
    page = []
    monkeypatch.setattr("rindle_server.jobs.templates_pdf.pdf_of", lambda html, _: page.append(html) or b"")
    firm = Firm.objects.get()
    firm.name = "Highwater Installers’ Cooperative of the Upper Valleys and the Plateau"
    firm.save()
    crew.get(f"/api/jobs/{number}/labels.pdf")
    assert f"<b>Mast · {number}</b>" in page[0]
    assert measured(page[0])[1] == []


@pytest.mark.turns(days=6)
def test_a_word_that_is_wider_than_the_paper_is_broken(crew):
    """Such as a link: without a place to break, what lay beyond the edge was gone."""
    link = "https://" + "W" * 100
    change(crew, "2026-102", customer=link, access=link, customer_objects=link, customer_name=link)
    for paper in ("report", "method", "proposal", "card", "pocket"):
        page = crew.get(f"/api/jobs/2026-102/{paper}.html", {"paper": "A6"}).content.decode()
        assert "WWW" in page
        assert measured(page)[1] == [], paper


@pytest.mark.parametrize("number", NUMBERS)
def test_an_imperial_report_is_imperial_and_no_finding_has_a_bare_figure(number, db):
    job = Job.objects.get(number=number)
    page = re.sub(r"<style.*?</style>", "", report_html(job, "imperial"), flags=re.S)
    text = re.sub(r"\s+", " ", re.sub(r"<[^>]+>", " ", page))
    named = assessed(job).result.named
    assert "Coax 7 mm, solid copper centre" in named
    for name in (*named, "Coax 7 mm", "Coax 11 mm"):  # what a thing is called stays
        text = text.replace(name, "")
    assert _METRIC.findall(text) == []
    assert re.findall(r'<td class="num">\s*[\d.,]+\s*(?:<|$)', page) == []


@pytest.mark.turns(days=6)
@pytest.mark.parametrize("number", NUMBERS)
def test_a_customers_card_is_one_page_of_large_type(number, db):
    pages, off, small = measured(card_html(Job.objects.get(number=number), "customer", on_paper=True))
    assert len(pages) == 1
    assert off == []
    assert [text for size, text in small if size < _FOURTEEN_PT - 0.01 and not _FOOT.search(text)] == []


@pytest.mark.turns(days=6)
@pytest.mark.parametrize("kind", ["repair", "repeak", "travel"])
def test_the_other_cards_are_large_and_whole(kind, db):
    pages, off, small = measured(card_html(Job.objects.get(number="2026-101"), kind, on_paper=True))
    assert len(pages) <= (3 if kind == "repair" else 2)
    assert off == []
    assert [text for size, text in small if size < _FOURTEEN_PT - 0.01 and not _FOOT.search(text)] == []


@pytest.mark.turns(days=6)
def test_a_report_tells_how_far_it_is_and_is_the_same_paper(crew):
    def told(**order):
        answer = crew.post("/api/jobs/2026-105/report/work", json.dumps(order), content_type="application/json")
        return [json.loads(line) for line in b"".join(answer.streaming_content).splitlines()]

    lines = told(audience="customer")
    shares = [one["progress"] for one in lines if "progress" in one]
    assert shares == sorted(shares)
    assert len(shares) > 3
    assert 0.5 < shares[-1] < 1
    made = PdfReader(BytesIO(base64.b64decode(lines[-1]["done"]["pdf_base64"])))
    asked = PdfReader(BytesIO(crew.get("/api/jobs/2026-105/report.pdf?audience=customer").content))
    assert [one.extract_text() for one in made.pages] == [one.extract_text() for one in asked.pages]
    refused = crew.post("/api/jobs/2026-105/report/work", '{"stations": ["attic"]}', content_type="application/json")
    assert refused.status_code == 422
    assert "attic" in refused.content.decode()


def test_a_paper_that_is_stopped_is_not_made():
    asked = []

    def until_the_third(share):
        asked.append(share)
        return len(asked) < 3

    page = "<h1>A</h1><p>" + "words " * 20_000
    with pytest.raises(Stopped):
        pdf_of(page, "", until_the_third)
    assert len(asked) == 3
    assert pdf_of("<h1>A</h1>", "")[:4] == b"%PDF"  # nobody follows the next one
    assert len(asked) == 3


@pytest.mark.turns(days=6)
def test_a_report_is_an_archive_pdf_with_tags_bookmarks_and_its_typeface(crew):
    content = crew.get("/api/jobs/2026-101/report.pdf").content
    told = PdfReader(BytesIO(content))
    root = told.trailer["/Root"]
    assert root["/MarkInfo"]["/Marked"]
    assert "/StructTreeRoot" in root
    meta = root["/Metadata"].get_object().get_data().decode()
    assert re.search(r"part[>\"= ]+2", meta)
    assert re.search(r"conformance[>\"= ]+B", meta)
    assert [one["/Title"] for one in told.outline if not isinstance(one, list)]
    fonts = [
        font.get_object()["/DescendantFonts"][0].get_object()["/FontDescriptor"].get_object()
        for page in told.pages
        for font in (page["/Resources"].get("/Font") or {}).values()
    ]
    assert fonts
    assert all({"/FontFile2", "/FontFile3"} & set(one) for one in fonts)


@pytest.mark.turns(days=6)
def test_whom_a_report_is_for_decides_what_stands_in_it(crew):
    pages = {whom: crew.get(f"/api/jobs/2026-101/report.html?audience={whom}").content.decode() for whom in FORMS}
    assert "Who changed what" in pages["firm"]
    assert "This copy is for the operator" in pages["operator"]
    for whom in ("operator", "customer"):
        assert "Who changed what" not in pages[whom]
    assert "Radio figures by stage" in pages["operator"]
    assert "Radio figures by stage" not in pages["customer"]
    assert "mufol-teris" not in "".join(pages.values())
    planned = {whom: crew.get(f"/api/jobs/2026-103/report.html?audience={whom}").content.decode() for whom in FORMS}
    assert {whom for whom, page in planned.items() if "workshop telephone" in page} == {"firm"}  # how one is reached
    only = crew.get("/api/jobs/2026-101/report.html?stations=peak").content.decode()
    assert ("7 Peak" in only, "4 Mount" in only) == (True, False)
    assert crew.get("/api/jobs/2026-101/report.html?stations=attic").status_code == 422


def test_what_one_person_changed_again_and_again_is_one_row_of_the_report(crew):
    def trail():
        page = crew.get("/api/jobs/2026-104/report.html").content.decode().partition("Who changed what")[2]
        return re.findall(r"<td>([^<]*)</td></tr>", page.partition("</table>")[0])

    before = trail()
    for value in (2.1, 2.2, 2.3):
        change(crew, "2026-104", mast_wall_mm=value)
    change(crew, "2026-104", mast_free_length_m=0.9)
    change(crew, "2026-104", mast_wall_mm=2.4)
    assert trail() == [*before, "Wall thickness (3 times)", "Free length", "Wall thickness"]


def test_a_report_tells_what_it_rests_on(crew):
    page = crew.get("/api/jobs/2026-101/report.html").content.decode()
    for words in (
        "X3-04471", "Coax 7 mm", "Angles", "Correction inside it", "Joints", "Highland Carriers",
        "Beam letter", "After activation", "Valley test page", "times the old", "Watched for gaps", "Mpho Tsediso",
        "Signature of the customer", "Yellow paint", "fell on both sides", "Main earth",
    ):  # fmt: skip
        assert words in page, words
    assert "url(" not in re.sub(r"url\(\"?(data:|#)[^)]*\)", "", page)  # it stands alone


def test_a_customer_card_names_what_is_known_and_leaves_no_hole(crew):
    page = crew.get("/api/jobs/2026-101/card.html").content.decode()
    assert re.search(r"By the maps of rain that is about \d+ hours in an average year", page)
    assert "{" not in re.sub(r"<style.*?</style>", "", page, flags=re.S)
    assert "Measured when it was handed over: 48.3 Mbit/s" in page
    assert "Sun behind the satellite" in page
    bare = crew.get("/api/jobs/2026-105/card.html").content.decode()
    assert "Measured when" not in bare


def test_a_second_language_has_the_lines_that_the_firm_put_into_it(crew):
    bare = crew.get("/api/jobs/2026-102/card.html?language=second").content.decode()
    assert "All is well" not in bare
    assert not crew.get("/api/jobs/2026-102").json()["assessment"]["second_language"]
    lines = [one.model_dump() for one in Firm.ours().house_words().card_lines]
    told = [{**one, "second_text": "Letlapa le khutsitse"} if one["code"] == "hurt_ladder" else one for one in lines]
    Firm.objects.filter(pk=1).update(words={"card_lines": told})
    page = crew.get("/api/jobs/2026-102/card.html?language=second").content.decode()
    assert "Letlapa le khutsitse" in page
    assert "No ladder leans" not in page
    assert crew.get("/api/jobs/2026-102").json()["assessment"]["second_language"]


def test_the_wireless_password_is_on_the_customers_card_alone(crew):
    change(crew, "2026-102", wifi_name="School", wifi_password="mufol-teris-gavod-kunep")
    assert "mufol-teris" in crew.get("/api/jobs/2026-102/card.html").content.decode()
    assert "mufol-teris" not in crew.get("/api/jobs/2026-102/card.html?kind=repair").content.decode()
    assert "mufol-teris" not in crew.get("/api/jobs/2026-102/report.html").content.decode()


@pytest.mark.parametrize(
    ("signs", "first"), [([10, 10, 10, 10], 2), ([900, 10, 10, 10], 1), ([10, 10, 10, 900], 3), ([], 0)]
)
def test_a_card_has_its_blocks_in_order_in_two_columns_of_about_one_length(signs, first):
    blocks = [SheetBlock(code=str(at), heading="h", lines=["x" * one]) for at, one in enumerate(signs)]
    left, right = _in_two(blocks)
    assert [*left, *right] == blocks
    assert len(left) == first
