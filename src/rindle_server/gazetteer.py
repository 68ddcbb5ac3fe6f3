"""The packed gazetteer: names of towns and villages, found without a network. Source: GeoNames, CC BY 4.0."""

from __future__ import annotations

import lzma
import threading
import unicodedata
from functools import lru_cache
from itertools import islice
from pathlib import Path
from typing import NamedTuple

SOURCE = "GeoNames, CC BY 4.0"
_DATA = Path(__file__).parent / "gazetteer_data" / "places.tsv.xz"
_READING = threading.Lock()


class NamedPlace(NamedTuple):
    """A town or village; `plain` is its name in small letters without accents."""

    plain: str
    name: str
    country: str
    latitude_deg: float
    longitude_deg: float
    people: int


def _plain(text: str) -> str:
    folded = text.casefold()
    if folded.isascii():
        return folded
    return "".join(
        character for character in unicodedata.normalize("NFKD", folded) if not unicodedata.combining(character)
    )


@lru_cache(maxsize=1)
def _read() -> list[NamedPlace]:
    countries, _, rows = lzma.decompress(_DATA.read_bytes()).decode().partition("\n\n")
    named = dict(line.split("\t") for line in countries.split("\n"))
    found = []
    for line in rows.split("\n"):
        name, code, latitude, longitude, people = line.split("\t")
        country = named.get(code, code)
        found.append(NamedPlace(_plain(name), name, country, int(latitude) / 1e5, int(longitude) / 1e5, int(people)))
    return found


def places() -> list[NamedPlace]:
    """All places, the largest first; read once."""
    with _READING:
        return _read()


def find(name: str, most: int) -> list[NamedPlace]:
    """Places of that name, then those that begin with it, then those that hold it; the largest first each time.

    Two letters are the least.
    """
    wanted = _plain(name.strip())
    if len(wanted) < 2:
        return []
    named = [one for one in places() if one.plain == wanted][:most]
    begins = islice(
        (one for one in places() if one.plain.startswith(wanted) and one.plain != wanted), most - len(named)
    )
    found = [*named, *begins]
    holds = (one for one in places() if wanted in one.plain and not one.plain.startswith(wanted))
    return [*found, *islice(holds, most - len(found))]


__all__ = ["SOURCE", "NamedPlace", "find", "places"]
