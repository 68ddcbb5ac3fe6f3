"""Build's answer in a sentence."""

from __future__ import annotations

from rindle_core.kernel.headline import sentence
from rindle_core.stations.build.part import BuildPart
from rindle_core.stations.build.steps import OVER, held_up
from rindle_core.stations.station import Context, Headline


def headline(context: Context, result: BuildPart) -> Headline:
    """How many steps are done, and the next one."""
    build = result.build
    if build is None:
        return Headline(sentence("Choose a terminal to see its steps"), [])
    if context.job.picks.terminal is not None and not context.job.picks.terminal.build_steps:
        return Headline(sentence("The stores have no steps for this terminal"))
    count = f"{build.done_count} of {len(build.steps)}"
    upcoming = next((view for view in build.steps if view.state not in OVER), None)
    if upcoming is None:
        return Headline(sentence("All steps are done"), sentence(count), is_answer=True)
    words = "held: " if held_up(upcoming) else "waits for its time: " if upcoming.state == "waiting" else "next: "
    return Headline(sentence(f"{count} steps done, {words}{upcoming.step.title}"), sentence(count))
