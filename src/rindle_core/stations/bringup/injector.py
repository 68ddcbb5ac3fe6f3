"""The light on the box that sends current up the data cable, read by the terminal's own table."""

from __future__ import annotations

from rindle_core.catalogue.modem import InjectorLight, Rhythm
from rindle_core.kernel.findings import Finding, Level
from rindle_core.stations.bringup.findings import INJECTOR

_SAID = {
    "load": (Level.CLEAR, "The injector feeds the panel"),
    "no_load": (Level.MIND, "Nothing draws current from the injector"),
    "too_much": (Level.HOLD, "The injector gives more current than it may"),
    "dark": (Level.UNKNOWN, "The injector is dark"),
}
_CLEARS = {
    "no_load": "Switch off; see that the panel’s cable is on the panel’s side and seated at both ends.",
    "too_much": "Switch it off at the mains; it stays off until cable and plugs were looked over and dried.",
    "dark": "See whether its socket has mains, and its plug is in.",
}


def shown_by(lights: list[InjectorLight], rhythm: Rhythm | str) -> InjectorLight | None:
    """The line of the table that was seen; None where nothing was, or the table has no such line."""
    return next((one for one in lights if one.rhythm == rhythm), None) if rhythm else None


def judge_injector(lights: list[InjectorLight], rhythm: Rhythm | str) -> list[Finding]:
    """What the light means for what is done next; nothing where nobody looked."""
    seen = shown_by(lights, rhythm)
    if seen is None:
        return []
    level, message = _SAID[seen.says]
    return [INJECTOR(level, message, seen.means, clears_by=_CLEARS.get(seen.says, ""))]


__all__ = ["judge_injector", "shown_by"]
