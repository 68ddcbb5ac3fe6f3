"""What is shown and handed over, and who signs for it."""

import pytest

from rindle_core.job import JobInput, assess
from rindle_core.stations.handover.entered import entered
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


def test_a_signature_is_of_what_was_shown_then():
    job = JobInput.model_validate(DISH)
    held = job.handover.model_dump(mode="json")
    for name, news in (("runs", held["runs"][:-1]), ("customer_objects", "The cable shows."), ("items_given", [])):
        told = entered({name: news}, job)
        assert (told["customer_signed_at"], told["customer_lines"]) == (None, None), name
    for name in ("runs", "items_given", "customer_objects"):
        assert "customer_signed_at" not in entered({name: held[name]}, job), name  # sent again as it is
    assert "customer_signed_at" not in entered({"waivers": []}, job)
    assert entered({"runs": [], "customer_signed_at": "2026-11-24T08:00:00Z"}, job)["customer_signed_at"]


def test_what_stands_against_the_signature_is_told_once_for_screen_and_refusal():
    assert assess(JobInput.model_validate(DISH)).result.sign_waits_for == []
    told = assess(JobInput.model_validate({**DISH, "customer_name": "", "states_entered": []})).result
    assert not told.may_sign_off
    assert "the terminal is not online" in told.sign_waits_for
    assert any("customer has not signed" in one for one in told.sign_waits_for)
    unmeasured = assess(JobInput.model_validate(golden.read("2026-102")["facts"])).result.sign_waits_for
    said = [one.partition(": ")[2] or one for one in unmeasured]
    assert "the new service is not measured" in said
    assert len(set(said)) == len(said)


def test_ready_to_drive_is_never_said_of_what_nobody_listed():
    packed = assess(JobInput.model_validate({**DISH, "permanence": "portable"})).result.drive
    assert (packed.ready, packed.begun, len(packed.still)) == (False, False, 6)
    bare = {**DISH, "permanence": "portable"}
    picks = JobInput.model_validate(bare).picks
    nothing = picks.model_copy(update={"words": picks.words.model_copy(update={"stowed": []})})
    job = JobInput.model_validate(bare).model_copy(update={"picks": nothing})
    assert assess(job).result.drive is None
    assert assess(JobInput.model_validate(DISH)).result.drive is None


@pytest.mark.parametrize("name", ["items_given", "shown_to"])
def test_what_is_not_ticked_is_named(name):
    code = {"items_given": "handover.given", "shown_to": "handover.shown"}[name]
    every = [one.code for one in getattr(JobInput.model_validate(DISH).picks.words, name)]
    assert found(**{name: every})[code].level == "clear"
    told = found(**{name: every[1:]})[code]
    assert (told.level, told.figure, told.limit) == ("mind", len(every) - 1, len(every))
