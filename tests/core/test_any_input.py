"""Every calculator at the ends of its ranges: a result with finite figures, or a sentence that names the field."""

import json
import os
import random

import pytest

from rindle_core.job import JobInput, assess
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.model import parse
from rindle_core.kernel.registry import calculators
from rindle_core.stations.entries import ROOMS, Picks
from tests import golden
from tests.strategies import Maker

SEEDS = int(os.environ.get("RINDLE_SEEDS", "12"))  # more of them to look for new faults
SLOW = {"low_orbit", "job", "trial", "sky_shift", "sky", "usable_arc", "link"}  # seconds each: fewer inputs


# Whose inputs hang together so closely that chance hardly ever finds one: the job has its own test below.
REFUSING = {
    "outer_address",
    "job",
    "skyline_text",
    "trial_log",
    "trial_preview",
    "spare_feeds",
    "link",
    "mock_up",
    "low_orbit",
    "sky_photo",
    "sun_outage",
    "spare_feed",
    "earth",
    "curing",
    "computer",
}


def answer_of(ask):
    """The outcome, or None for a refusal that says what is wrong; anything else fails the test."""
    refusal = None
    try:
        return ask()
    except InputError as error:
        refusal = error
    assert refusal.field
    assert refusal.message
    return None


@pytest.mark.turns(days=2)
@pytest.mark.parametrize("name", sorted(calculators()))
def test_any_valid_input_gives_a_result_or_a_sentence(name):
    entry = calculators()[name]
    answered, seeds = 0, SEEDS // 4 if name in SLOW else SEEDS
    for seed in range(8 * seeds):
        if seed >= seeds and (answered or name in REFUSING):
            break  # enough; more only where all were refused by chance
        data = Maker(seed).model(entry.input_type)
        if name == "low_orbit":
            data |= {"duration_h": min(data.get("duration_h", 1.0), 0.5), "step_s": max(data.get("step_s", 1.0), 1.0)}
        outcome = answer_of(lambda entry=entry, data=data: entry.function(parse(entry.input_type, data)))
        if outcome is not None:
            json.loads(outcome.as_json())  # finite: JSON knows no NaN
            answered += 1
            assert all(one.message for one in outcome.findings)
    assert answered or name in REFUSING, "nothing but refusals proves nothing"


@pytest.mark.turns(days=6)
@pytest.mark.parametrize("name", golden.names())
def test_any_entry_into_a_real_job_gives_a_result_or_a_sentence(name):
    """A whole job with some of its entries at the ends of their ranges, or gone."""
    base = golden.read(name)["facts"]
    stores = {"terminal", "satellite", "constellation", "cables", "others", "compass", "clinometer", "date"}
    for seed in range(max(2, SEEDS // 4)):
        maker = Maker(seed)
        news = {key: value for room in ROOMS.values() for key, value in maker.model(room).items() if key not in stores}
        picked = sorted(news, key=lambda _, maker=maker: maker.chance.random())[:6]
        data = {**base, **{key: news[key] for key in picked}}
        outcome = answer_of(lambda data=data: assess(parse(JobInput, data)))
        if outcome is not None:
            json.loads(outcome.as_json())
            assert len(outcome.result.stations) == 9
            assert "waits.figures" not in {one.code for view in outcome.result.stations for one in view.findings}, (
                picked
            )


def figures(value, way=()):
    """The way to each number inside."""
    if isinstance(value, dict | list):
        for at, one in value.items() if isinstance(value, dict) else enumerate(value):
            yield from figures(one, (*way, at))
    elif isinstance(value, int | float) and not isinstance(value, bool):
        yield way


def instead(value, way, change):
    if not way:
        return change(value)
    part = dict(value) if isinstance(value, dict) else list(value)
    part[way[0]] = instead(value[way[0]], way[1:], change)
    return part


@pytest.mark.turns(days=6)
@pytest.mark.parametrize("name", ["2026-101", "2026-104", "2026-107"])
def test_a_figure_of_the_stores_that_is_a_thousand_times_off_takes_no_job_with_it(name):
    """Grams for kilograms, millimetres for metres: refused in a sentence where it is typed, or held where it counts."""
    base = golden.read(name)["facts"]
    ways = [way for store in Picks.model_fields if store in base for way in figures(base[store], (store,))]
    assert len(ways) > 100
    for way in random.Random(SEEDS).sample(ways, min(len(ways), 2 * SEEDS)):
        for times in (1000, 0.001):
            data = instead(base, way, lambda was, times=times: type(was)(was * times))
            outcome = answer_of(lambda data=data: assess(parse(JobInput, data)))
            assert outcome is None or len(outcome.result.stations) == 9
