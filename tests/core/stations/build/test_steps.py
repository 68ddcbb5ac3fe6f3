"""Build: the order of steps, hold points and what they wait for."""

from rindle_core.catalogue.models import BuildStep
from rindle_core.stations.build.steps import BuildInput, StepMark, build

STEPS = [
    BuildStep(code="kit", title="Kit", hold_point=True),
    BuildStep(code="mast", title="Mast", hold_point=True, needs=["step:kit", "entry:mount"]),
    BuildStep(code="arm", title="Arm"),
]


def states_of(*marked, **entries):
    marks = [StepMark(code=code, at="2026-11-24T08:00:00Z", by="N") for code in marked]
    return [view.state for view in build(BuildInput(steps=STEPS, marks=marks, entries=entries)).result.steps]


def test_hold_points_cannot_be_passed_while_what_they_need_is_missing():
    assert states_of() == ["ready", "locked", "locked"]
    assert states_of("kit") == ["done", "locked", "locked"]
    assert states_of("kit", mount=True) == ["done", "ready", "locked"]
    assert states_of("kit", "mast", mount=True) == ["done", "done", "ready"]


def test_a_held_step_says_for_what_it_waits():
    result = build(BuildInput(steps=STEPS)).result
    assert result.steps[1].waits_for == ["step “Kit”", "a mast that fits and holds (Mount)"]
    assert result.steps[2].waits_for == ["hold point “Kit”"]
