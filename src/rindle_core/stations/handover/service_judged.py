"""What the figures of the new service say: gain, queues, packets lost, how well the runs agree, against what."""

from __future__ import annotations

from collections.abc import Sequence
from statistics import median

from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.house_rules import HouseRules
from rindle_core.stations.handover.findings import GAIN, GAIN_UP, LOSS, QUEUE, SOURCES, SPREAD
from rindle_core.stations.handover.service import Ratio, ServiceFigures, ServiceRun

_ALONE = 2  # sources from which one bears the other out


def judge_spread(after: ServiceFigures, rules: HouseRules) -> list[Finding]:
    """How far the download runs lie apart; nothing where one run was made."""
    if after.run_count < 2 or after.down_mbps <= 0:  # one run has no spread
        return []
    share = 100.0 * after.down_spread_mbps / after.down_mbps
    return [
        SPREAD.at_most(
            share,
            100.0 * rules.run_spread_share,
            level=Level.MIND,
            clear="The runs agree with one another",
            over="The runs differ widely: what the line gives is not settled",
            why="Largest less smallest download, as a share of the median. Another computer, a crowded hour or an "
            "update does that.",
            clears_by="Take everything else off the line, measure again, and note beside a run why it lies apart.",
        )
    ]


def judge_gain(
    before: ServiceFigures | None, after: ServiceFigures, ratio: Ratio | None, rules: HouseRules
) -> list[Finding]:
    """Faster is said where the interval lies over the old and is sure enough; a run on each side proves nothing."""
    if before is None:
        return []
    sure = ratio is not None and ratio.coverage_percent >= rules.gain_sure_percent
    if sure and ratio is not None and ratio.low_factor > 1.0:
        level, message = Level.CLEAR, "The new download is faster than the old"
    elif after.down_mbps < before.down_mbps:
        level, message = Level.MIND, "The new download is slower than the old"
    else:
        level, message = Level.MIND, "That the new download is faster is not shown yet"
    said = f" {ratio.said[0].upper()}{ratio.said[1:]}." if ratio is not None else ""
    return [
        GAIN(
            level,
            message,
            f"Median of the download runs, after against before.{said}",
            figure=after.down_mbps,
            limit=before.down_mbps,
            bound="at_least",
            clears_by=""
            if level is Level.CLEAR
            else "Make three runs or more on both sides; compare the level with its prediction before handing over.",
        ),
        *_judge_upload(before, after),
    ]


def _judge_upload(before: ServiceFigures, after: ServiceFigures) -> list[Finding]:
    """A loss is minded; that there is none is not said, since nobody asks how sure that would be."""
    if after.up_mbps >= before.up_mbps:
        return []
    return [
        GAIN_UP(
            Level.MIND,
            "The new upload is slower than the old",
            "Calls, cameras and what is sent from the house go by the upload; a gain in the download hides it.",
            figure=after.up_mbps,
            limit=before.up_mbps,
            bound="at_least",
            clears_by="See the level sent and the isolation at Bring-up, and what the plan allows; tell the customer.",
        )
    ]


def judge_queue(after: ServiceFigures, least_ping_ms: float | None, rules: HouseRules) -> list[Finding]:
    """What an echo takes beyond its way through space is spent in queues, repeats and the net behind the station."""
    if least_ping_ms is None or after.latency_ms < least_ping_ms:
        return []
    over_ms = after.latency_ms - least_ping_ms
    if over_ms <= rules.queue_most_ms and after.run_count < rules.wanted_run_count:
        return []  # a run or two do not show that it is well
    return [
        QUEUE.at_most(
            over_ms,
            rules.queue_most_ms,
            level=Level.MIND,
            clear="The echo takes little longer than its way through space",
            over="The echo takes far longer than its way through space",
            why=f"Its way takes {least_ping_ms:.0f} ms or a little more. The rest is a line that is full, blocks "
            "that are sent again for want of level, or a far server: calls suffer from it, whatever the download is.",
            so=f"Its way takes {least_ping_ms:.0f} ms or a little more.",
            clears_by="Take everything else off the line and measure again; then look at the level and the sky.",
        )
    ]


def judge_loss(now: Sequence[ServiceRun], rules: HouseRules) -> list[Finding]:
    """Packets lost, by the runs that tell it; nothing where none does, or too few to say that it is well."""
    told = [run.loss_percent for run in now if run.loss_percent is not None]
    if not told or (median(told) <= rules.loss_most_percent and len(told) < rules.wanted_run_count):
        return []  # a run or two do not show that it is well
    return [
        LOSS.at_most(
            median(told),
            rules.loss_most_percent,
            level=Level.MIND,
            clear="Few packets are lost",
            over="Too many packets are lost",
            why="A download hides it by asking again; calls and games do not. Want of level, water in a plug, a tree "
            "in the wind or a wireless link in the house lose them.",
            so=f"Of {len(told)} runs that tell it.",
            clears_by="Measure over a cable; then look at the level, the plugs and the sky.",
        )
    ]


def judge_sources(names: Sequence[str]) -> list[Finding]:
    """`names`: against what was measured, as the runs say; an empty one says nothing."""
    named = [one for one in names if one]
    if len(named) >= _ALONE:
        return [SOURCES(Level.CLEAR, "Measured against two sources", ", ".join(named), figure=float(len(named)))]
    return [
        SOURCES(
            Level.MIND,
            f"Measured against {named[0]} alone" if named else "Against what it was measured is not said",
            "A single test page may be slow itself, or stand nearer than what the customer uses.",
            figure=float(len(named)),
            limit=float(_ALONE),
            bound="at_least",
            clears_by="Measure against a second one, and name both beside the runs.",
        )
    ]


__all__ = ["judge_gain", "judge_loss", "judge_queue", "judge_sources", "judge_spread"]
