"""Mount's answer in a sentence."""

from __future__ import annotations

from rindle_core.kernel.headline import sentence
from rindle_core.stations.mount.part import MountPart
from rindle_core.stations.station import Context, Headline


def headline(context: Context, result: MountPart) -> Headline:
    """Gust force, moment at the bracket and what the mast bears of it."""
    mount = result.mount
    if mount is None:
        return Headline(sentence("Measure the mast before anyone climbs"), [])
    words = sentence(
        "Gust force ",
        (mount.wind_force_n, "n"),
        ", ",
        (mount.base_moment_nm, "nm"),
        " at the bracket, mast at ",
        (mount.stress_mpa, "mpa"),
    )
    return Headline(words, sentence((mount.base_moment_nm, "nm")), is_answer=True)
