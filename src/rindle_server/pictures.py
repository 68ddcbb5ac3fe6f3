"""Pictures that people hand in: turned upright, scaled where they are large, and what the camera wrote into them."""

from __future__ import annotations

import io
from dataclasses import dataclass

from PIL import Image, ImageOps, UnidentifiedImageError

from rindle_core.errors import InputError

MOST_WIDTH_PX = 6000  # a tenth of a degree round the whole circle is 3600 columns
_MOST_PIXELS = 250_000_000
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


def _told(image: Image.Image) -> tuple[float | None, float | None, bool]:
    """35 mm equivalent focal length, and the bearing in which the camera looked."""
    exif = image.getexif()
    inner, gps = exif.get_ifd(_EXIF_IFD), exif.get_ifd(_GPS_IFD)
    focal = float(inner[_FOCAL_35]) if inner.get(_FOCAL_35) else None
    bearing = float(gps[17]) % 360.0 if gps.get(17) is not None else None  # GPSImgDirection
    return focal, bearing, str(gps.get(16, "T")).startswith("T")


def read_picture(name: str, content: bytes) -> Picture:
    """Reads a picture. Raises InputError for what is none, or too large to hold."""
    try:
        with Image.open(io.BytesIO(content)) as opened:
            if opened.width * opened.height > _MOST_PIXELS:
                raise InputError.one(
                    "file", f"{name} has {opened.width} × {opened.height} pixels; up to {_MOST_PIXELS // 1_000_000} million are accepted"
                )
            focal, bearing, is_true = _told(opened)
            upright = ImageOps.exif_transpose(opened)
            scaled = upright.width > MOST_WIDTH_PX
            if scaled:
                upright = upright.resize((MOST_WIDTH_PX, round(upright.height * MOST_WIDTH_PX / upright.width)), Image.Resampling.LANCZOS)
            out = io.BytesIO()
            upright.convert("RGB").save(out, "JPEG", quality=88)
            return Picture(
                out.getvalue(), upright.width, upright.height, focal, bearing, is_true, upright.width > _PANORAMA * upright.height, scaled
            )
    except (UnidentifiedImageError, OSError, Image.DecompressionBombError) as error:
        raise InputError.one("file", f"{name} is not a picture that can be read; JPEG, PNG and WebP are accepted") from error


__all__ = ["MOST_WIDTH_PX", "Picture", "read_picture"]
