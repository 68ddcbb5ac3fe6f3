"""What is remembered of a job's sky is that of these parts and this letter, and of nothing else."""

from rindle_core.job import JobInput
from rindle_core.stations.asked_once import _MOST, asked_once
from tests import golden

JOB = JobInput.model_validate(golden.read("2026-106")["facts"])


def test_an_answer_is_worked_out_once_for_the_same_parts_and_anew_for_others():
    calls = []

    @asked_once
    def letters(job, letter):
        calls.append(letter)
        return f"{letter}{job.sky.ahead_years}"

    assert (letters(JOB, "A"), letters(JOB, "A"), calls) == ("A0.0", "A0.0", ["A"])
    assert (letters(JOB, "B"), calls) == ("B0.0", ["A", "B"])
    assert letters(JOB.model_copy(), "A") == "A0.0"  # the same parts in another hand
    assert calls == ["A", "B"]
    grown = JOB.model_copy(update={"sky": JOB.sky.model_copy(update={"ahead_years": 3.0})})
    assert (letters(grown, "A"), letters(JOB, "A")) == ("A3.0", "A0.0")
    for part in ("brief", "mount", "picks"):
        letters(JOB.model_copy(update={part: getattr(JOB, part).model_copy()}), "A")
    assert len(calls) == 6


def test_no_more_is_kept_than_a_few_assessments_ask_for():
    calls = []

    @asked_once
    def counted(job, letter):
        calls.append(letter)
        return len(calls)

    for number in range(_MOST + 1):
        counted(JOB, str(number))
    assert counted(JOB, str(_MOST)) == _MOST + 1
    assert counted(JOB, "0") == _MOST + 2  # the oldest is gone
