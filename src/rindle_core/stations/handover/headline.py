"""Hand over's answer in a sentence."""

from __future__ import annotations

from rindle_core.kernel.headline import sentence
from rindle_core.stations.handover.part import HandOverPart
from rindle_core.stations.station import Context, Headline


def headline(context: Context, result: HandOverPart) -> Headline:
    """What the work gained."""
    before, after = result.acceptance.before, result.acceptance.after
    if after is None:
        return Headline(sentence("Measure the new service and show the gain"), [])
    if before is None:
        return Headline(
            sentence("Download ", (after.down_mbps, "mbps"), " after the work"),
            sentence((after.down_mbps, "mbps")),
            is_answer=True,
        )
    return Headline(
        sentence("Download from ", (before.down_mbps, "mbps"), " to ", (after.down_mbps, "mbps")),
        sentence((after.down_mbps, "mbps")),
        is_answer=True,
    )
