"""A path of the journal in the words of the screens."""

import pytest

from rindle_core.stations.change_words import fact_words, named


@pytest.mark.parametrize(
    ("path", "words", "at"),
    [
        ("mount.mast_wall_mm", "Wall thickness", "mount.mast_wall_mm"),
        ("bringup.carrier_by", "Carrier set by hand by", "bringup.carrier_by"),
        ("bringup.modem_entries.carrier_mhz", "Carrier, tuned", "bringup.modem_entries.carrier_mhz"),
        ("bringup.modem_entries.other", "Other entries of the modem, other", "bringup.modem_entries.other"),
        (
            "sky.skylines/4.1/points/5.2/elevation_deg",
            "Skylines, Skyline points, Height",
            "sky.skylines[].points[].elevation_deg",
        ),
        ("brief.conditions/dry", "Weather on the day, Dry and clear", "brief.conditions[]"),
        ("sky.skylines/4.1", "Skylines", "sky.skylines[]"),
        ("brief.needs/calls", "What the customer needs, calls", "brief.needs[]"),
        ("sky.nobody_knows.this/4", "nobody knows, this", "sky.nobody_knows.this[]"),
    ],
)
def test_a_path_is_told_by_the_words_of_its_entry_and_of_the_modem(path, words, at):
    assert named(path, {"carrier_mhz": "Carrier, tuned"}) == (words, at)


def test_a_row_is_named_by_its_list():
    assert fact_words("sky.skylines/4.1/points/5.2/elevation_deg") == "Skylines"
    assert fact_words("after.later_marks/3.1/level_db") == "Looked at"
