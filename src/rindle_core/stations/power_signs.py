"""What of a job tells that its terminal had power, where nobody entered a state."""

from __future__ import annotations

from collections.abc import Mapping

from rindle_core.stations.entries import JobInput
from rindle_core.stations.peak.coarse import by_modem

LOOKS_AT = ("peak.readings", "peak.sweeps", "peak.guide", "peak.clamp_kept", "handover.runs")


def power_signs(job: JobInput) -> Mapping[str, int]:
    """Each sign in words, with how often it is there."""
    told, of_modem = job.bringup, by_modem(job)
    return {
        "The new service was measured": sum(one.when == "after" for one in job.handover.runs),
        "Its page was opened": int(told.laptop_page in ("opens", "warns", "no_code_page")),
        "Entries were read back from its page": sum(bool(one.shown) for one in told.told_back),
        "Radio figures were read": len(told.radio),
        "Levels were read at Peak": len(job.peak.readings) if of_modem else 0,
        "Its sound was heard at Peak": sum(one.heard != "nothing" for one in job.peak.sweeps) if of_modem else 0,
    }


def sign_of_power(job: JobInput) -> str:
    """A sign, where there are more than when somebody said that it is off; empty where there are not. Which of several
    is the newer one, is not known.
    """
    signs = power_signs(job)
    if sum(signs.values()) <= job.bringup.signs_when_off_count:
        return ""
    return next(words for words, count in signs.items() if count)


__all__ = ["LOOKS_AT", "power_signs", "sign_of_power"]
