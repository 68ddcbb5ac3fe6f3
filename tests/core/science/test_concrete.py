"""Strength and maturity against the printed table, volumes by hand."""

import math

import pytest

from rindle_core.science import concrete


# ACI 209R-92, table 2.2.1: moist, ordinary cement.
@pytest.mark.parametrize(("days", "printed"), [(3, 0.46), (7, 0.70), (14, 0.88), (21, 0.96), (28, 1.0)])
def test_strength_by_age_is_the_printed_table(days, printed):
    assert concrete.strength_share(days) == pytest.approx(printed, abs=0.008)  # two decimals, and 1.00 for 1.007
    assert concrete.age_for_share_days(concrete.strength_share(days)) == pytest.approx(days)


def test_maturity_counts_warmth_and_nothing_under_its_datum():
    assert concrete.equivalent_age_days([(48, 20)]) == pytest.approx(2.0)
    assert concrete.equivalent_age_days([(48, 5)]) == pytest.approx(1.0)  # 15 of 30 degrees
    assert concrete.equivalent_age_days([(48, -10), (100, -25)]) == 0.0


def test_the_concrete_of_a_square_hole():
    volume = concrete.hole_volume_m3(0.6, 1.0, 76, 0.9, square=True)
    assert volume == pytest.approx(0.36 - math.pi / 4 * 0.076**2 * 0.9)
    assert concrete.bags(0.1, 25, 0.0) == (8, 20.0)
    assert concrete.bags(0.1, 25, 0.1)[0] == 9
