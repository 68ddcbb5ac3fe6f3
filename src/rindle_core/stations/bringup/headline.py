"""Bring-up's answer in a sentence."""

from __future__ import annotations

from rindle_core.kernel.headline import sentence
from rindle_core.stations.bringup.bringup import stay_words
from rindle_core.stations.bringup.part import BringUpPart
from rindle_core.stations.station import Context, Headline


def headline(context: Context, result: BringUpPart) -> Headline:
    """The state it is in and for how long, or that it is online."""
    bringup = result.bringup
    if bringup is None or bringup.current_code is None:
        return Headline(sentence("Switch on when the earth is bonded and nobody is in front"))
    current = next(rung for rung in bringup.rungs if rung.standing == "current")
    if bringup.online:
        return Headline(sentence("Online after ", (bringup.total_s or 0.0, "s")), sentence("Online"), is_answer=True)
    if bringup.stays_for:
        told = sentence(
            f"{current.state.name} for ", (current.taken_s or 0.0, "s"), f", {stay_words(bringup.stays_for)}"
        )
        return Headline(told, sentence(current.state.name))
    tail = ", stuck" if bringup.stuck else ""
    return Headline(
        sentence(
            f"{current.state.name} for ",
            (current.taken_s or 0.0, "s"),
            ", usually ",
            (current.state.usual_s, "s"),
            tail,
        ),
        sentence(current.state.name),
    )
