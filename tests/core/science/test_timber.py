"""Lag screws against the printed table and closed forms."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rindle_core.kernel.units import NEWTONS_PER_POUND_FORCE as LB
from rindle_core.science import timber


# NDS 2018, table 12.2A: pounds per inch of thread, whole pounds.
@pytest.mark.parametrize(
    ("gravity", "inch", "printed"),
    [(0.50, 0.25, 225), (0.50, 0.375, 305), (0.50, 0.5, 378), (0.43, 0.375, 243), (0.55, 0.25, 260), (0.42, 0.5, 291)],
)
def test_withdrawal_is_that_of_the_printed_table(gravity, inch, printed):
    found = timber.withdrawal_n(gravity, inch * 25.4, 25.4) / LB
    assert found == pytest.approx(printed, abs=0.6)


def test_a_long_screw_yields_in_itself_and_a_short_one_crushes_the_wood():
    d, fy = timber.root_mm(12.7) / 25.4, 45_000.0
    main = 6100 * 0.42**1.45 / math.sqrt(0.5)
    re = main / 87_000
    fourth = d**2 / (3.2 * 1.25) * math.sqrt(2 * main * fy / (3 * (1 + re)))
    # A thick plate holds the head: two hinges, mode IV, whatever the length.
    assert timber.lateral_n(0.42, 12.7, 250, 12.7) / LB == pytest.approx(fourth, rel=1e-9)
    # A screw that is hardly in: the wood crushes along it, or it tilts; never more than mode I allows.
    short = timber.lateral_n(0.42, 12.7, 10, 12.7) / LB
    assert short <= d * (10 / 25.4) * main / 5.0 * (1 + 1e-12)


@given(st.floats(0.36, 0.7), st.floats(6, 12.7), st.floats(20, 120), st.floats(3, 12))
def test_deeper_is_never_weaker(gravity, shank, deep, plate):
    more = deep * 1.3
    assert timber.withdrawal_n(gravity, shank, more) > timber.withdrawal_n(gravity, shank, deep)
    assert timber.lateral_n(gravity, shank, more, plate) >= timber.lateral_n(gravity, shank, deep, plate) - 1e-6


def test_pull_and_push_together_meet_each_alone():
    assert timber.combined_share(500, 0, 1000, 700) == pytest.approx(0.5)
    assert timber.combined_share(0, 350, 1000, 700) == pytest.approx(0.5)
    assert timber.combined_share(500, 350, 1000, 700) == pytest.approx(
        610.328 / 876.471, rel=1e-5
    )  # 700 000 over 798.658
    assert timber.combined_share(0, 0, 1000, 700) == 0


def test_pilots_are_the_printed_shares():
    assert timber.pilot_mm(10, 0.42) == (4.0, 7.0)
    assert timber.pilot_mm(10, 0.55) == pytest.approx((6.0, 7.5))
    assert timber.pilot_mm(10, 0.7) == pytest.approx((6.5, 8.5))
