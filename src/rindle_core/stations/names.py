"""What the stations are called, in the order of the course."""

NAMES = {
    "brief": "Brief",
    "aim": "Aim",
    "sky": "Sky",
    "mount": "Mount",
    "cable": "Cable",
    "build": "Build",
    "peak": "Peak",
    "bringup": "Bring-up",
    "handover": "Hand over",
}

# What has to be so at the end: the goal of a job as conditions, each shown by one station.
GOALS = {
    "brief": "It is agreed what must work, where, and with what",
    "aim": "It is known where to look",
    "sky": "Nothing stands in the way",
    "mount": "What it stands on holds it in the wind",
    "cable": "Signal and power reach both ends",
    "build": "It is put together, and earthed before it has power",
    "peak": "It points where it should, and stays when pushed",
    "bringup": "The network has let it in",
    "handover": "It is measured, and what was asked for is proved",
}

__all__ = ["GOALS", "NAMES"]
