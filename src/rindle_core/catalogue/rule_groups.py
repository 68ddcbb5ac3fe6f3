"""The house rules by what they are about."""

from __future__ import annotations

# The house rules by what they are about: each is a leaf of its own.
RULE_GROUPS: dict[str, tuple[str, ...]] = {
    "Place and aim": (
        "compass_deg", "clinometer_deg", "clinometer_error_deg", "handset_compass_deg",
        "handset_landmark_deg", "handset_level_deg", "handset_zero_days",
        "declination_mind_deg", "preset_elevation_deg", "fold_asked_deg",
        "printed_tolerance_deg", "places_apart_m", "figures_reach_m",
        "beam_edge_km", "overhead_deg", "low_elevation_deg",
        "shadow_most_deg", "level_margin_db", "shading_db", "radiation_limit_w_per_m2", "person_reach_m",
    ),
    "Sky": (
        "clearance_deg", "assumed_obstacle_distance_m", "fresnel_share", "skyline_gap_deg", "skyline_bearing_deg",
        "skyline_reach_m",
        "place_moved_m", "growth_years",
        "scan_least_percent", "scan_wanted_percent",
    ),
    "Low orbits": (
        "low_orbit_hold_percent", "unserved_percent", "better_bearing_percent", "elements_fresh_days",
        "browse_out_percent", "stream_gap_s", "stream_gaps_per_h", "call_gap_s", "call_gaps_per_h",
        "tunnel_gap_s", "tunnel_gaps_per_h", "game_gaps_per_h",
        "trial_least_h", "trial_wanted_h", "trial_apart_m", "trial_spread_share",
        "trial_sector_percent",
    ),
    "Positions": ("reason_factor", "aside_factor", "cable_weight_m", "at_height_weight_min"),
    "Mount and wind": (
        "design_gust_mps", "working_gust_mps", "exposure", "steel_yield_mpa", "strength_factor", "wind_loss_db",
        "swing_loss_db", "oval_percent", "bracket_share", "plumb_deg", "ballast_factor", "standing_fall_deg",
        "roof_edge_m", "coating_years", "concrete_waste_share", "bag_mix_min", "concrete_work_min", "props_share",
        "load_share", "aim_share",
    ),
    "Weather and people": (
        "wire_least_m", "located_reach_m", "located_days", "assessed_days",
        "ladder_gust_mps", "lift_gust_mps", "lone_lift_kg", "sealant_least_c", "concrete_least_c", "foam_least_c",
        "workday_start_h", "workday_h", "weekends", "lineup_lead_min", "lineup_min",
        "inverter_share", "battery_share", "hand_kg", "bag_kg", "bag_wide_mm", "from_ground_m", "at_height_most_min",
    ),
    "Cable": ("cable_temperature_c", "cable_warn_share", "connector_loss_db", "arrester_loss_db", "service_loop_m",
        "hole_margin_share", "hole_fall_percent", "hole_apart_mm", "tie_m", "clip_m", "end_spare_m", "test_loss_db",
        "injector_low_c", "injector_high_c"),
    "Earth": ("earth_wire_mm2", "bond_mohm", "ground_ohm"),
    "Peak and proof": (
        "peak_certain_share", "peak_fall_db", "second_pass_db", "level_shortfall_db", "side_lobe_least_db",
        "side_lobe_most_db", "preset_skew_deg", "null_from_plan_deg", "spares_aloft_percent",
        "rim_loss_db", "hold_db", "stuck_share", "wanted_run_count",
        "run_spread_share", "queue_most_ms", "loss_most_percent", "run_span_h", "gain_sure_percent", "currency",
    ),
    "Bring-up and network": ("settle_min", "transmit_left_db", "password_bits", "keep_secrets"),
}  # fmt: skip

__all__ = ["RULE_GROUPS"]
