"""What is shown and handed over, and who signs for it."""

import pytest

from rindle_core.job import JobInput, assess
from tests import golden

DISH = golden.read("2026-101")["facts"]


def found(**changed):
    job = JobInput.model_validate({**DISH, **changed})
    return {one.code: one for one in assess(job).findings if one.code.startswith("handover.")}


def test_a_signature_is_asked_of_the_customer_and_of_nobody_who_does_it_alone():
    assert found()["handover.customer"].level == "clear"
    assert found(customer_name="")["handover.customer"].level == "unknown"
    assert found(customer_signed_at=None)["handover.customer"].level == "unknown"
    assert "by name alone" in found(customer_lines=[])["handover.customer"].message
    assert "handover.customer" not in found(customer_name="", done_by="owner")
    only_before = [one for one in DISH["runs"] if one["when"] == "before"]
    assert "handover.customer" not in found(runs=only_before, customer_name="")  # nothing to sign for yet


def test_what_the_customer_does_not_agree_with_is_said_and_does_not_stop_the_signature():
    told = found(customer_objects="The cable shows on the wall.")
    assert (told["handover.objects"].level, told["handover.objects"].why) == ("mind", "The cable shows on the wall.")
    job = JobInput.model_validate({**DISH, "customer_objects": "The cable shows."})
    assert assess(job).result.may_sign_off


def test_what_is_closed_for_good_before_it_was_accepted_is_minded():
    assert "handover.early" not in found()
    assert "no level was read" in found(lock_after_db=None)["handover.early"].why.lower()
    only_before = [one for one in DISH["runs"] if one["when"] == "before"]
    assert "not measured" in found(runs=only_before)["handover.early"].why
    assert "was to stay" in found(old_line="backup")["handover.early"].why
    assert "handover.early" not in found(lock_after_db=None, closing=[])


@pytest.mark.parametrize("name", ["items_given", "shown_to"])
def test_what_is_not_ticked_is_named(name):
    code = {"items_given": "handover.given", "shown_to": "handover.shown"}[name]
    every = [one.code for one in getattr(JobInput.model_validate(DISH).picks.words, name)]
    assert found(**{name: every})[code].level == "clear"
    told = found(**{name: every[1:]})[code]
    assert (told.level, told.figure, told.limit) == ("mind", len(every) - 1, len(every))
