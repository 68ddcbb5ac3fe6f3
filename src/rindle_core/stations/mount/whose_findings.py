"""The kinds of finding that doubt of which mount, position, place or way up something was told."""

from __future__ import annotations

from rindle_core.kernel.findings import Kind

MAST_OF = Kind(
    "mount.mast_of",
    "of which mount the mast was measured and its screws were told",
    against="the mount of now",
    source="What the job said when they were told",
    at="mount.mast_diameter_mm",
)
SPOT_OF = Kind(
    "mount.spot_of",
    "at which position wall, roof or ground was looked at",
    against="the position of now",
    source="What the job said when it was looked at",
    at="mount.base",
)
SITE_OF = Kind(
    "mount.site_of",
    "of which place wind, frost, snow and air were told",
    against="the place of now",
    unit="m",
    source="What the job said when they were told; house rule: place moved",
    at="mount.design_gust_mps",
)
SIDE_OF = Kind(
    "mount.side_of",
    "whether the side was told of the mount that the job has now",
    source="What the job said when it was told",
    at="mount.mount_side",
)
RESCUE_OF = Kind("mount.rescue_of", "of which way up that is", against="the one of now", at="mount.rescue")
AGED = Kind(
    "mount.aged",
    "whether what stands there was looked at again",
    against="what was handed over",
    source="What the job that it follows said",
    at="mount.checks",
)
