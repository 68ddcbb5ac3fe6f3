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

__all__ = ["NAMES"]
