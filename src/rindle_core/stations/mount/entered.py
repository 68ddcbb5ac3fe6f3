"""What follows from an entry at Mount: services are marked about one spot, checks and brackets are of one mount."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from rindle_core.stations.aged import Aged
from rindle_core.stations.belongs import Belongs, stamp_rows
from rindle_core.stations.entries import JobInput
from rindle_core.stations.mount import findings as found
from rindle_core.stations.mount import fixing_findings as fixed
from rindle_core.stations.mount import whose_findings as whose
from rindle_core.stations.mount.findings import RESCUE, SIDE
from rindle_core.stations.mounting import mount_code
from rindle_core.stations.sky.seen import absolute_of

_LOCATED = ("services_located_by", "services_located_on")
# Rows that were tried or measured on one kind of mount: what of them says so, and what they keep of it.
_OF_MOUNT = {
    "checks": (("code", "state", "play_deg", "second_deg", "gap_mm"), ("of_mount", "of_terminal")),
    "bracket_seats": (("name", "off_line_mm", "turned_deg"), ("of_mount",)),
}
BELONGS = Belongs(
    room="mount",
    kind=whose.SIDE_OF,
    what="The side that was told",
    rows=("mount_side",),
    told={"side_mount_code": "mount_code"},
    findings=(SIDE.code,),
    is_one=True,
)

DOWN = Belongs(
    room="mount",
    kind=whose.RESCUE_OF,
    what="How somebody is brought down",
    rows=("rescue",),
    told={"rescue_way_code": "way_up_code"},
    findings=(RESCUE.code,),
    is_one=True,
)

# What is measured of the mast, and what its screws are.
MAST = Belongs(
    room="mount",
    kind=whose.MAST_OF,
    what="What was told of mast and screws",
    rows=("mast_diameter_mm", "mast_other_diameter_mm", "mast_wall_mm", "mast_straight_mm", "mast_coating", "hardware"),
    told={"mast_mount_code": "mount_code"},
    findings=tuple(
        one.code
        for one in (
            *(found.FIT, found.OVAL, found.PINCH, found.WALL, found.TUBE, found.COATING, found.CLAMPED),
            *(found.STRESS, found.SWAY, found.SWAY_FAR, found.HARDWARE),
        )
    ),
    is_one=True,
)
# What is looked at where it is fixed: the wall, the roof or the ground of one position, and who is under it.
SPOT = Belongs(
    room="mount",
    kind=whose.SPOT_OF,
    what="What was told of wall, roof or ground",
    rows=(
        *("base", "base_strength_mpa", "sheet_mm", "sheet_profile", "holes", "pulled_n", "timber_dry", "timber_signs"),
        *("old_material", "overhang_m", "eave_over_m", "below_slide", "snow_m", "drifts", "under"),
        *("soil", "frost_m", "hole_width_m", "hole_depth_m", "plumb", "pour_checks", "poured_at", "curing"),
        *("underlay", "standing_fall_deg", "deck_kpa", "roof_edge_m"),
    ),
    told={"spot_letter": "position_letter"},
    place=("spot_latitude_deg", "spot_longitude_deg"),
    findings=tuple(
        one.code
        for one in (
            *(fixed.FIXING, fixed.PROFILE, fixed.GAUGE, found.SIGNS, found.OLD_MATERIAL, found.HARDWARE),
            *(found.REACH, found.SNOW, found.ICE_FALL, found.SOIL, found.DEPTH, found.FROST, found.PLUMB, found.POUR),
            *(found.CURING, found.FROZEN, found.FRICTION, found.BALLAST, found.DECK),
        )
    ),
    is_one=True,
)

# What maps and codes say of a place.
SITE = Belongs(
    room="mount",
    kind=whose.SITE_OF,
    what="Wind, frost, snow and air",
    rows=("design_gust_mps", "site_exposure", "landform", "frost_m", "snow_m", "ice_mm", "air"),
    told={},
    place=("site_latitude_deg", "site_longitude_deg"),
    findings=tuple(
        one.code
        for one in (
            *(found.GUST, found.STRESS, found.SWAY, found.SWAY_FAR, fixed.FIXING, found.DEPTH, found.BALLAST),
            *(found.FROST, found.SNOW, found.HARDWARE, found.LANDFORM),
        )
    ),
)

STANDING = Aged(
    room="mount",
    kind=whose.AGED,
    seen="mount_seen_again",
    message="What stands there was not looked at again",
    look_for="Look for rust, cracks round the fixings, loose bolts and play, and whether the pole is plumb still.",
    was_told=lambda job: bool(mount_code(job)),
    findings=tuple(
        one.code  # rust takes what a mast's wall was, and with it what was reckoned of it
        for one in (
            *(found.COATING, found.PLUMB, found.HARDWARE, fixed.FIXING, found.WALL),
            *(found.STRESS, found.SWAY, found.SWAY_FAR),
        )
    ),
)


def entered(change: Mapping[str, Any], job: JobInput) -> dict[str, Any]:
    """The change, with the planned spot where services are marked, the kind of mount of each check and bracket, and the
    mount or the position of which the rest was told.
    """
    whole = dict(change)
    if any(name in change for name in _LOCATED) and change.get("located_latitude_deg") is None:
        told = any(change[name] if name in change else getattr(job.mount, name) for name in _LOCATED)
        at = absolute_of(job, job.sky.position_letter) if told else None
        whole |= {
            "located_latitude_deg": round(at[0], 7) if at else None,
            "located_longitude_deg": round(at[1], 7) if at else None,
        }
    code = change["mount_code"] if change.get("mount_code") else mount_code(job)
    now = {"of_mount": code, "of_terminal": job.brief.terminal_code or ""}
    for name, (says, keeps) in _OF_MOUNT.items():
        if change.get(name) is not None:
            of = {one: now[one] for one in keeps}
            whole[name] = stamp_rows(change[name], getattr(job.mount, name), says, of)
    leaves = job.model_copy(update={"mount": job.mount.model_copy(update={"mount_code": code or ""})})
    whole |= BELONGS.stamped(change, leaves) | DOWN.stamped(change, job)
    whole |= MAST.stamped(change, leaves) | SPOT.stamped(change, job) | SITE.stamped(change, job)
    if change.get("mount_code") and not mount_code(job) and any(getattr(job.mount, name) for name in MAST.rows):
        whole.setdefault("mast_mount_code", code)  # measured before any mount was chosen, it is of the first
    return whole


__all__ = ["BELONGS", "DOWN", "MAST", "SITE", "SPOT", "STANDING", "entered"]
