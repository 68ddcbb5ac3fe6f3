"""Makes the maps of rain that ship with the core, a value each half degree, from the ITU's own in the package itur.

`.venv/bin/python tools/rain_maps.py`: rain rate passed during 0.01 % of the average year (Rec. ITU-R P.837-7) in tenths
of mm/h, and the mean height of the 0 °C isotherm (Rec. ITU-R P.839-4) in tens of metres.
"""

from __future__ import annotations

import warnings
from pathlib import Path

import numpy as np

OUT = Path(__file__).parents[1] / "src/rindle_core/science/rain_maps.npz"


def main() -> None:
    """Writes the file."""
    with warnings.catch_warnings():
        warnings.simplefilter("ignore")
        from itur.models import itu837, itu839

        longitudes, latitudes = np.meshgrid(np.arange(-180.0, 180.1, 0.5), np.arange(-90.0, 90.1, 0.5))
        rate = np.asarray(itu837.rainfall_rate(latitudes, longitudes, 0.01).value)
        freezing_km = np.asarray(itu839.isoterm_0(latitudes, longitudes).value)
    np.savez_compressed(
        OUT,
        rate_tenth_mm_h=np.round(rate * 10.0).astype(np.uint16),
        freezing_dam=np.round(freezing_km * 100.0).astype(np.uint16),
    )
    print(f"{OUT}: {OUT.stat().st_size} bytes")


if __name__ == "__main__":
    main()
