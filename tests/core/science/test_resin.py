"""How long resin sets: ten kelvin colder take twice as long, and warmth shortens nothing."""

import pytest

from rindle_core.science.resin import sets_min


@pytest.mark.parametrize(("base_c", "minutes"), [(20, 48), (10, 96), (0, 192), (15, 48 * 2**0.5), (35, 48)])
def test_setting_doubles_with_every_ten_kelvin(base_c, minutes):
    assert sets_min(0.8, base_c) == pytest.approx(minutes)
