"""The way of the cable into the house: what it adds to the step in which the cable goes through the wall."""

from __future__ import annotations

from rindle_core.catalogue.build_steps import BuildStep
from rindle_core.catalogue.house_words import WayIn
from rindle_core.stations.entries import JobInput

LOOKS_AT = ("cable.wall_code", "cable.sealed_by", "brief.may_drill")
_NOT_TOLD = WayIn(
    code="not_told",
    name="not told",
    text="The hole falls outwards. What the wall is of is not told yet (Cable, Wall): it decides drill and fixings.",
    caution="Look on both sides before drilling: pipes, wires and studs. Keep clear of mains.",
    tools=["drill"],
    drills=True,
    usual_min=20,
)
_NO_HOLE = WayIn(
    code="no_hole",
    name="without a hole",
    text="No holes are allowed: through an old one, a duct, or flat through a window. Which is not told yet (Cable, "
    "Wall).",
    drills=False,
    usual_min=5,
)
_PHOTO = "The place of the hole, inside and outside, a tape on the mark: both before it is closed"
_SETS = {"foam": "foam", "sealant": "sealant", "": "sealant"}  # the wait that closing the hole begins


def way_in(job: JobInput) -> WayIn | None:
    """What the cable goes through; None where no hole is made. Not told: drilled, unless no holes are allowed."""
    if job.cable.sealed_by == "none":
        return None
    untold = _NOT_TOLD if job.brief.may_drill else _NO_HOLE
    return next((one for one in job.picks.words.ways_in if one.code == job.cable.wall_code), untold)


def through_wall(step: BuildStep, job: JobInput) -> BuildStep:
    """The step as it is done on this wall; as it is where it has nothing to do with one, or where none is passed."""
    way = way_in(job) if step.passes_wall else None
    if way is None:
        return step
    wait = _SETS.get(job.cable.sealed_by, "")
    return step.model_copy(
        update={
            "detail": f"{step.detail} {way.text}".strip(),
            "caution": f"{step.caution} {way.caution}".strip(),
            "photo": step.photo or (_PHOTO if way.drills else ""),
            "tools": list(dict.fromkeys([*way.tools, *step.tools])),
            "work": [*step.work, "drill"] if way.drills and "drill" not in step.work else step.work,
            "starts": [*step.starts, wait] if wait and wait not in step.starts else step.starts,
            "usual_min": (step.usual_min or 0.0) + way.usual_min or None,
        }
    )


__all__ = ["LOOKS_AT", "through_wall", "way_in"]
