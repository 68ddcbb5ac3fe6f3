"""What is said of interruptions, however rare they are."""

import pytest

from rindle_core.science.skyline import SkylinePoint
from tests.core.stations.sky.test_low_orbit import run, walls


@pytest.mark.parametrize(
    ("tower_deg", "said"),
    [(3.0, "No interruption in the hours"), (27.0, "0.33 interruptions an hour"), (33.0, "4 interruptions an hour")],
)
def test_interruptions_are_said_at_their_rate_however_rare(tower_deg, said):
    skyline = [*walls(3.0)[:18], SkylinePoint(azimuth_deg=180, elevation_deg=tower_deg), *walls(3.0)[19:]]
    outcome = run(skyline=skyline, duration_h=6.0)
    assert next(one.why for one in outcome.findings if one.code == "sky.low_orbit").startswith(said)
