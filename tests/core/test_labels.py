"""The forms of the stores: every field has a name for people, and every house rule a leaf."""

from itertools import chain

from rindle_core.catalogue.house_words import HouseWords
from rindle_core.catalogue.labels import LABELS, labelled
from rindle_core.catalogue.models import Satellite, Terminal
from rindle_core.catalogue.rule_groups import RULE_GROUPS
from rindle_core.kernel.house_rules import HouseRules


def properties(schema):
    parts = (schema, *schema.get("$defs", {}).values())
    return {name: told for part in parts for name, told in part.get("properties", {}).items()}


def test_every_field_has_a_label_that_is_no_field_name():
    for model in (Satellite, Terminal, HouseRules, HouseWords):
        for name, told in properties(labelled(model.model_json_schema())).items():
            assert told["x-label"] == LABELS[name]
            assert "_" not in told["x-label"]


def test_units_travel_with_the_field():
    terminal = properties(labelled(Terminal.model_json_schema()))
    assert (terminal["aperture_mm"]["x-unit"], terminal["receive_ghz"]["x-sign"]) == ("mm", "GHz")
    assert terminal["deg_per_turn"]["x-sign"] == "°"
    rules = properties(labelled(HouseRules.model_json_schema()))
    assert (rules["call_gaps_per_h"]["x-unit"], rules["radiation_limit_w_per_m2"]["x-unit"]) == ("per_h", "w_per_m2")
    assert "x-unit" not in rules["currency"]


def test_every_rule_stands_in_one_group():
    grouped = list(chain.from_iterable(RULE_GROUPS.values()))
    assert sorted(grouped) == sorted(HouseRules.model_fields)
    assert all(told["x-group"] in RULE_GROUPS for told in properties(labelled(HouseRules.model_json_schema())).values())
