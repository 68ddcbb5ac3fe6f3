"""Pictures that people hand in: turned upright, scaled where they are large, and what the camera wrote into them."""

from __future__ import annotations

import io
import math
from dataclasses import dataclass

from PIL import Image, ImageOps, UnidentifiedImageError

from rindle_core.kernel.errors import InputError

MOST_WIDTH_PX = 6000  # a tenth of a degree round the whole circle is 3600 columns
_MOST_PIXELS = 60_000_000  # 180 MB once it is decoded
_MOST_PIXELS_JPEG = 250_000_000  # decoded at a half or less where it is larger than is needed
_MOST_SIDE_PX = 60_000
_ORIENTATION = 0x0112
_EXIF_IFD, _GPS_IFD = 0x8769, 0x8825  # Exif 2.32
_FOCAL_35, _ORIENTED_TRUE = 0xA405, b"T"
_PANORAMA = 2.2  # wider than this times its height, a picture is most likely a stitched one


@dataclass(frozen=True, slots=True)
class Picture:
    """An upright picture as JPEG or PNG, with what its camera said."""

    content: bytes
    width_px: int
    height_px: int
    focal_mm: float | None
    azimuth_deg: float | None
    azimuth_is_true: bool
    panorama: bool
    scaled: bool


def _number(value: object) -> float | None:
    """A figure of the camera's; None for what is damaged (a zero below the line)."""
    try:
        found = float(value)  # type: ignore[arg-type]  # whatever the camera wrote
    except (TypeError, ValueError, ZeroDivisionError):
        return None
    return found if math.isfinite(found) else None


def _told(image: Image.Image) -> tuple[float | None, float | None, bool]:
    """35 mm equivalent focal length, and the bearing in which the camera looked."""
    exif = image.getexif()
    inner, gps = exif.get_ifd(_EXIF_IFD), exif.get_ifd(_GPS_IFD)
    bearing = _number(gps.get(17))  # GPSImgDirection
    is_true = str(gps.get(16, "T")).startswith("T")
    return _number(inner.get(_FOCAL_35)) or None, None if bearing is None else bearing % 360.0, is_true


def _opened(name: str, content: bytes, width_px: int) -> Image.Image:
    """The picture, not decoded larger than is needed. Raises InputError by its pixels, before they take memory."""
    opened = Image.open(io.BytesIO(content))
    most = _MOST_PIXELS_JPEG if opened.format == "JPEG" else _MOST_PIXELS
    if opened.width * opened.height > most or max(opened.size) > _MOST_SIDE_PX:
        raise InputError.one(
            "file",
            f"{name} has {opened.width} × {opened.height} pixels; up to {most // 1_000_000} million, and "
            f"{_MOST_SIDE_PX} a side, are accepted",
        )
    if opened.format == "JPEG" and opened.width > 2 * width_px:
        opened.draft("RGB", (width_px, width_px))  # decoded at a half, a quarter or an eighth
    return opened


def _upright(opened: Image.Image, width_px: int) -> tuple[Image.Image, bool]:
    """Scaled to the width it will have once it stands upright, then turned; and whether it was scaled."""
    turned = opened.getexif().get(_ORIENTATION, 1) in (5, 6, 7, 8)
    width = opened.height if turned else opened.width
    orientation = opened.getexif()
    plain = opened.convert("RGB")
    if width > width_px:
        share = width_px / width
        size = (max(1, round(opened.width * share)), max(1, round(opened.height * share)))
        plain = plain.resize(size, Image.Resampling.LANCZOS, reducing_gap=2.0)
    plain.getexif()[_ORIENTATION] = orientation.get(_ORIENTATION, 1)
    return ImageOps.exif_transpose(plain), width > width_px


def read_picture(name: str, content: bytes, most_width_px: int | None = None) -> Picture:
    """Reads a picture into a JPEG without its camera's notes.

    Raises InputError for what is none, or too large to hold.
    """
    width_px = most_width_px or MOST_WIDTH_PX
    try:
        with _opened(name, content, width_px) as opened:
            whole_px = opened.size
            focal, bearing, is_true = _told(opened)
            upright, scaled = _upright(opened, width_px)
            out = io.BytesIO()
            upright.save(out, "JPEG", quality=88, exif=b"")
    except (UnidentifiedImageError, OSError, ValueError, SyntaxError, Image.DecompressionBombError) as error:
        if isinstance(error, InputError):
            raise
        raise InputError.one(
            "file", f"{name} is not a picture that can be read; JPEG, PNG and WebP are accepted"
        ) from error
    return Picture(
        content=out.getvalue(),
        width_px=upright.width,
        height_px=upright.height,
        focal_mm=focal,
        azimuth_deg=bearing,
        azimuth_is_true=is_true,
        panorama=max(whole_px) > _PANORAMA * min(whole_px) and upright.width > upright.height,
        scaled=scaled,
    )


__all__ = ["MOST_WIDTH_PX", "Picture", "read_picture"]
