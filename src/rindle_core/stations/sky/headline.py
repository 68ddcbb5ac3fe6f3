"""Sky's answer in a sentence."""

from __future__ import annotations

from rindle_core.kernel.headline import sentence
from rindle_core.kernel.house_rules import HouseRules
from rindle_core.stations.sky.low_orbit import LowOrbitResult
from rindle_core.stations.sky.part import SkyPart
from rindle_core.stations.sky.seen import has_skyline
from rindle_core.stations.station import Context, Headline


def headline(context: Context, result: SkyPart) -> Headline:
    """How free it is and where it is nearest; a panel's time without service; what still has to be read."""
    sky, simulated, more = result.sky, result.low_orbit, result.sky_more
    bad = (
        sky.tube_margin_deg is not None and sky.tube_margin_deg < 0
        if sky
        else simulated is not None and simulated.interruption_count > 0
    )
    if more is not None and more.unread and not bad:
        share = (more.scanned_percent, "percent")
        return Headline(
            sentence("Read on: only ", share, " of the bearings that matter are read"), sentence(share, " read")
        )
    if simulated is not None:
        read = has_skyline(context.job)
        if not read:
            return Headline(sentence("Read the skyline where the panel looks"))
        return _low_orbit(simulated, more.scanned_percent if more else 0.0, context.job.picks.rules)
    if sky is None or sky.margin_deg is None or sky.nearest is None:
        return Headline(sentence("Read the skyline about the sight-line"))
    towards = (sky.nearest.azimuth_deg, "compass_deg")
    if sky.margin_deg < 0:
        return Headline(
            sentence("The skyline covers the satellite by ", (-sky.margin_deg, "deg")),
            sentence((sky.margin_deg, "deg")),
        )
    if sky.tube_margin_deg is not None and sky.tube_margin_deg < 0:
        words = sentence(
            "The beam's tube is touched towards ", towards, " true, ", (sky.margin_deg, "deg"), " from the sight-line"
        )
    else:
        words = sentence("Free by ", (sky.margin_deg, "deg"), ", nearest towards ", towards, " true")
    return Headline(words, sentence((sky.margin_deg, "deg")), is_answer=True)


def _low_orbit(found: LowOrbitResult, read_percent: float, rules: HouseRules) -> Headline:
    if found.interruption_count == 0:
        if read_percent >= rules.scan_wanted_percent:
            words = sentence("The panel has its sky: no gap in the hours that were followed")
        else:  # a tree in what was not read would not be seen
            words = sentence(
                "No gap in the hours that were followed, with ", (read_percent, "percent"), " of the bearings read"
            )
        return Headline(words, sentence("no gap"), is_answer=True)
    gaps = sentence(
        " of the time: ", (found.interruptions_per_h, "count"), " gaps an hour, longest ", (found.longest_gap_s, "s")
    )
    return Headline(
        [*sentence("Without service ", (found.out_percent, "percent")), *gaps],
        sentence((found.out_percent, "percent"), " out"),
    )
