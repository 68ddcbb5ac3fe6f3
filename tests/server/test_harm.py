"""What means nothing, or means harm, is refused in a sentence."""

import io
import json

import pytest
from django.conf import settings as django_settings
from django.core.files.uploadedfile import SimpleUploadedFile
from PIL import Image
from PIL.TiffImagePlugin import IFDRational

from rindle_core.kernel.errors import InputError
from rindle_server import pictures
from tests.server.test_api import JSON


@pytest.mark.parametrize("host", ["evil.example", "rindle.attacker.example:8765"])
def test_a_host_that_is_not_ours_is_refused(crew, host):
    assert crew.get("/api/health", HTTP_HOST=host).status_code == 400
    assert "*" not in django_settings.ALLOWED_HOSTS


@pytest.mark.parametrize(
    ("method", "url", "body"),
    [
        ("get", "/api/places/height?latitude_deg=nan&longitude_deg=28", None),
        ("get", "/api/places/height?latitude_deg=1e999&longitude_deg=28", None),
        ("post", "/api/jobs/2026-102/device/read", {"axis": "azimuth", "turns": 27e6}),
        ("post", "/api/calc/aim", "[" * 200_000),
        ("post", "/api/sites", {"csv": "", "date": "2026-11-24"}),
        ("post", "/api/sites", {"csv": "\x00,\r1", "date": "2026-11-24"}),
        ("post", "/api/sites", {"csv": 'name,place\n"open', "date": "2026-11-24", "satellite_longitude_deg": 1}),
        ("patch", "/api/jobs/2026-102/brief", {"needs": ["nonsense"]}),
        ("patch", "/api/jobs/2026-102/sky", {"position_letter": "ZZZ"}),
        ("patch", "/api/jobs/2026-102/sky", {"sky_set": 39}),
        ("patch", "/api/jobs/2026-102/bringup", {"beam_letter": "ABCD"}),
        ("patch", "/api/jobs/2026-102/brief", {"hazards": "x" * 5}),
    ],
)
def test_what_means_nothing_is_refused_in_a_sentence(crew, bench, method, url, body):
    if method == "get":
        answer = crew.get(url)
    else:
        answer = getattr(crew, method)(url, body if isinstance(body, str) else json.dumps(body), **JSON)
    if url == "/api/sites" and "open" in str(body):
        assert answer.status_code in (200, 422)
        return
    assert answer.status_code == (400 if body == "[" * 200_000 else 422), answer.content[:300]
    assert answer.json()["error"]["message"]


@pytest.mark.parametrize(
    "content",
    [
        pytest.param(b"<kml>" + b"<a>" * 100_000 + b"</a>" * 100_000 + b"</kml>", id="nested KML"),
        pytest.param(b'{"type": "FeatureCollection", "features": 5}', id="features are a number"),
        pytest.param(
            b'{"features": [{"geometry": {"type": "Point", "coordinates": 5}}]}', id="coordinates are a number"
        ),
        pytest.param(b"[" * 100_000, id="nested JSON"),
        pytest.param(b"<gpx><wpt lat='1' lon='2'><ele>nan</ele></wpt></gpx>", id="height that is no number"),
    ],
)
def test_files_that_mean_harm_are_refused_in_a_sentence(crew, content):
    answer = crew.post("/api/places/file", {"file": SimpleUploadedFile("x.kml", content)})
    assert answer.status_code == 422
    for path in ("/api/stores/satellite/import", "/api/stores/constellation/import"):
        answer = crew.post(path, {"file": SimpleUploadedFile("x.json", content)})
        assert answer.status_code in (404, 422), answer.content[:200]


def picture(size, kind="PNG", **more):
    out = io.BytesIO()
    Image.new("1" if kind == "PNG" else "L", size).save(out, kind, **more)
    return out.getvalue()


@pytest.mark.turns(days=6)
@pytest.mark.parametrize("size", [(13_300, 13_300), (60_001, 5), (5, 60_001)])
def test_a_picture_is_refused_by_its_pixels_before_they_take_memory(size):
    with pytest.raises(InputError, match=r"pixels; up to 60 million, and 60000 a side"):
        pictures.read_picture("x.png", picture(size))


def test_a_large_photo_is_decoded_small_and_damaged_notes_are_let_go():
    exif = Image.Exif()
    exif[0x0112] = 6  # held upright
    exif.get_ifd(0x8825)[17] = IFDRational(1, 0)  # a bearing of one over nothing
    found = pictures.read_picture("x.jpg", picture((9000, 6000), "JPEG", exif=exif), 1000)
    assert (found.width_px, found.height_px, found.azimuth_deg) == (1000, 1500, None)
    assert Image.open(io.BytesIO(found.content)).getexif() == {}
