"""What the readings belong to: the terminal and the satellite that the job had when the first one came."""

from __future__ import annotations

from rindle_core.kernel.findings import Finding, Level
from rindle_core.stations.entries import JobInput
from rindle_core.stations.peak.findings import READ_FOR


def judge_read_for(job: JobInput) -> list[Finding]:
    """Readings of another satellite, or of another antenna, prove nothing of this one."""
    held, brief = job.peak, job.brief
    pairs = (
        ("satellite", held.read_satellite_code, brief.satellite_code),
        ("terminal", held.read_terminal_code, brief.terminal_code),
    )
    others = [(what, was, now) for what, was, now in pairs if was and now and was != now]
    if not others:
        return []
    return [
        READ_FOR(
            Level.UNKNOWN,
            f"The readings belong to another {' and another '.join(what for what, _, _ in others)}",
            f"The job said {' and '.join(was for _, was, _ in others)} when they were taken, and says "
            f"{' and '.join(now for _, _, now in others)} now.",
            clears_by="Set it back at Brief, start both axes anew, or say that they were taken for what the job says "
            "now.",
        )
    ]


__all__ = ["judge_read_for"]
