"""The command line of the registry, and quantities in words."""

import io
import json

import pytest

from rindle_core.kernel.calculators import MODULE_OF
from rindle_core.kernel.cli import main
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.registry import calculator, calculators
from rindle_core.kernel.units import convert, format_quantity

AIM = {"latitude_deg": -29.3, "longitude_deg": 27.9, "satellite_longitude_deg": 31.6, "date": "2026-11-24"}


def command(*arguments, text=""):
    out, err = io.StringIO(), io.StringIO()
    status = main(list(arguments), io.StringIO(text), out, err)
    return status, out.getvalue(), err.getvalue()


def test_the_command_line_gives_what_the_registry_gives():
    status, out, _ = command("aim", text=json.dumps(AIM))
    assert status == 0
    assert json.loads(out) == calculator("aim").run(AIM).as_dict()


def test_bad_input_is_exit_status_2_and_one_json_line():
    status, out, err = command("aim", text=json.dumps({**AIM, "latitude_deg": 95}))
    assert (status, out) == (2, "")
    assert err.count("\n") == 1
    assert json.loads(err)["error"]["field"] == "latitude_deg"
    assert command("aim", text="{")[0] == 2
    assert command("nothing")[0] == 2


def test_lines_go_on_after_a_bad_one_and_keep_their_order():
    lines = [json.dumps(AIM), "nonsense", json.dumps({**AIM, "latitude_deg": 0})]
    status, out, _ = command("aim", "--lines", text="\n".join(lines))
    answers = [json.loads(line) for line in out.splitlines()]
    assert status == 0
    assert [set(answer) for answer in answers] == [{"result", "findings"}, {"error"}, {"result", "findings"}]
    assert answers[2]["result"]["elevation_deg"] > answers[0]["result"]["elevation_deg"]


@pytest.mark.turns(days=6)
def test_every_calculator_is_listed_and_has_its_schema():
    listed = [line.split("\t")[0] for line in command("--list")[1].splitlines()]
    assert listed == list(calculators()) == sorted(MODULE_OF)
    for name in listed:
        schema = json.loads(command(name, "--schema")[1])
        assert schema["input"]["properties"]


def test_an_unknown_calculator_lists_the_known_ones():
    with pytest.raises(InputError, match="aim"):
        calculator("aims")


def test_quantities_are_worded_in_both_systems():
    assert convert(25.4, "mm", "imperial") == pytest.approx(1.0)
    assert format_quantity(-0.04, "deg") == "0.0°"
    assert format_quantity(10, "mps", "imperial") == "22 mph"
