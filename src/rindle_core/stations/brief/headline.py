"""Brief's answer in a sentence."""

from __future__ import annotations

from rindle_core.kernel.headline import sentence
from rindle_core.stations.brief.part import BriefPart
from rindle_core.stations.station import Context, Headline


def headline(context: Context, result: BriefPart) -> Headline:
    """Who gets which terminal to which satellite."""
    picks = context.job.picks
    terminal, satellite = picks.terminal, picks.satellite or picks.constellation
    who = context.job.brief.customer or "A new job"
    what = f": {terminal.name}" if terminal else ": choose a terminal"
    where = f" to {satellite.name}" if terminal and satellite else ""
    return Headline(
        sentence(who + what + where),
        sentence(terminal.name if terminal else ""),
        is_answer=terminal is not None and satellite is not None,
    )
