"""What another job takes over of one: a plan is carried along, what somebody saw, measured, signed or did is not."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

Rooms = Mapping[str, Mapping[str, Any]]

# Of rooms in which plan and evidence stand side by side these are the plan; whatever else comes there stays behind.
PLAN: dict[str, tuple[str, ...]] = {
    "mount": (
        *("mount_code", "edge_height_m", "mast_diameter_mm", "mast_wall_mm", "mast_free_length_m"),
        *("height_above_ground_m", "bracket_spacing_m", "tube_below_m", "mount_side", "clamp_height_m", "reach_m"),
        *("design_gust_mps", "working_gust_mps", "gust_source", "site_exposure", "landform", "hill_height_m"),
        *("hill_half_length_m", "from_crest_m", "ice_mm", "maker_gust_mps", "maker_axial_n", "maker_side_n"),
        *("operate_mps", "survive_mps", "base", "fixing_code", "air", "soil", "hole_width_m", "hole_round"),
        *("hole_depth_m", "frost_m", "bag_kg", "underlay", "frame_width_m", "frame_length_m", "block_kg"),
        *("overhang_m", "eave_over_m", "snow_m", "rim_over_surface_m", "drifts"),
    ),
    "cable": (
        *("cable_code", "connectors", "cable_pieces", "joint_count", "splitter_db", "arrester_db", "adaptor_db"),
        *("extra_runs", "wall_mm", "wall_code", "drilled_from", "bulge_mm", "connector_out_code"),
        *("connector_in_code", "conduit_mm", "elbow_mm", "removable", "injector_place", "earth_wire_mm2"),
        *("earth_wire_length_m",),
    ),
    # How the network is built is a plan; codes, names and devices are of one household.
    "bringup": ("router_plan", "line_plan", "new_line_percent"),
}
# Seen, said, measured or signed for one visit.
OF_ONE_VISIT: dict[str, tuple[str, ...]] = {
    "brief": (
        *("settled", "cautions_seen", "hazards_sought", "forecast_gust_mps", "forecast_low_c", "conditions", "date"),
        *("tasks", "forecast", "assessed_by", "assessed_on", "releases", "stowed", "deliveries"),
        *("ground_checks", "entry_checks", "travel_checks", "settled_latitude_deg", "settled_longitude_deg"),
    ),
    "aim": ("preset_measured_deg", "preset_side", "modem_azimuth_deg", "modem_elevation_deg", "modem_north"),
    "sky": ("kept_off", "sky_seen_again"),
    "mount": (
        *("rescue", "rescue_way_code", "services_located_by", "services_located_on", "located_latitude_deg"),
        *("located_longitude_deg", "checks", "reuse_checks", "bracket_seats", "under", "mount_seen_again"),
    ),
    "cable": (
        *("tests", "slack_tried", "end_checks", "earth_bond_mohm", "earth_ground_ohm", "old_tested", "dressed"),
        *("made_cable_code", "cable_seen_again"),
    ),
}
_OF_ONE_ORDER: dict[str, tuple[str, ...]] = {
    "brief": (
        *("site_id", "terminal_id", "hardware_address", "customer_reference", "lineup_at", "lineup_booked"),
        *("order_extra", "order_name", "order_read", "printed_azimuth_deg", "printed_elevation_deg"),
        *("printed_skew_deg", "follows", "repair_reason", "repair_seen", "repair_found_code"),
        *("approved_by", "approved_at", "approved_letter", "approval_note", "approval_lines", "indoor"),
        "look_again_on",
    ),
    "aim": ("lean_deg", "lean_towards_deg"),
    "sky": ("trial", "trials_taken_out"),
}
_OF_ITS_FILES = {"sky": ("plan_picture", "mock_up", "sky_photos")}  # which stay with the job that has them
_NO_HANDS_IN = ("build", "peak", "handover", "after")
_OF_A_MODEL = ("kind", "model", "evidence")  # of a piece of equipment; its serial number is its own


def _without(rooms: Rooms, *left_out: Mapping[str, tuple[str, ...]]) -> dict[str, dict[str, Any]]:
    return {
        room: {name: value for name, value in told.items() if not any(name in one.get(room, ()) for one in left_out)}
        for room, told in rooms.items()
        if room not in _NO_HANDS_IN
    }


def to_a_copy(rooms: Rooms) -> dict[str, dict[str, Any]]:
    """Of a job's rooms what a new job begins with: kit, mount, cable and network as planned, place and sky; nothing of
    the work, of what was seen there, or of the order.
    """
    kept = _without(rooms, OF_ONE_VISIT, _OF_ONE_ORDER, _OF_ITS_FILES)
    for room, plan in PLAN.items():
        if room in kept:
            kept[room] = {name: value for name, value in kept[room].items() if name in plan}
    if kept.get("brief", {}).get("kit"):  # the same models, other pieces
        pieces = kept["brief"]["kit"]
        kept["brief"]["kit"] = [{name: one[name] for name in _OF_A_MODEL if name in one} for one in pieces]
    return kept


def to_a_repair(rooms: Rooms) -> dict[str, dict[str, Any]]:
    """Of a job that was handed over what its repair begins with: what stands there, and the order; what was tried, read
    or released for the visit is tried, read and released anew.
    """
    kept = _without(rooms, OF_ONE_VISIT, _OF_ITS_FILES)
    kept.pop("bringup", None)
    for name in ("crew", "costs"):
        kept.get("brief", {}).pop(name, None)
    return kept


__all__ = ["OF_ONE_VISIT", "PLAN", "to_a_copy", "to_a_repair"]
