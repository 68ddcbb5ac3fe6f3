"""Lists in a sentence."""

from rindle_core.stations.lists import shortened


def test_what_has_a_comma_of_its_own_stays_one_thing():
    assert shortened(["a", "b"]) == "a, b"
    assert shortened(["Clamp, azimuth", "Locks"]) == "Clamp, azimuth; Locks"
    assert shortened(list("abcde")) == "a, b, c and 2 more"
