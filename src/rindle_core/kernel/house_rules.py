"""Limits that a firm or a local code may set differently, with their defaults."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from rindle_core.kernel.model import Model

Exposure = Literal["B", "C", "D"]


class HouseRules(Model):
    """The firm's limits. Every calculator that judges takes them from here."""

    clearance_deg: float = Field(
        default=10.0,
        ge=0,
        le=45,
        description="Free angle wanted all round the sight-line: hand readings are rough, trees grow",
    )
    assumed_obstacle_distance_m: float = Field(
        default=10.0, gt=0, le=5000, description="Distance taken for a skyline point that has none"
    )
    fresnel_share: float = Field(default=0.6, ge=0, le=1, description="Share of the first Fresnel radius kept free")
    low_elevation_deg: float = Field(
        default=10.0, ge=0, le=45, description="Elevation under which ground noise, terrain and rain are to be minded"
    )
    design_gust_mps: float = Field(
        default=45.0, gt=0, le=120, description="3 s gust at 10 m over open country that the mount must survive"
    )
    working_gust_mps: float = Field(
        default=20.0, gt=0, le=80, description="3 s gust at 10 m in which the service must still hold"
    )
    exposure: Exposure = Field(default="C", description="B built-up or wooded, C open country, D shore or open plateau")
    steel_yield_mpa: float = Field(
        default=235.0, gt=0, le=1000, description="Yield strength taken for an unmarked tube"
    )
    strength_factor: float = Field(default=1.5, ge=1, le=5, description="Yield over allowed stress in the design gust")
    wind_loss_db: float = Field(default=0.5, gt=0, le=6, description="Pointing loss allowed in the working gust")
    swing_loss_db: float = Field(
        default=0.5, gt=0, le=10, description="Loss of a fixed dish at the ends of a satellite's daily swing"
    )
    cable_temperature_c: float = Field(default=40.0, ge=-40, le=90, description="Conductor temperature for the loss")
    shading_db: float = Field(
        default=0.1, ge=0, le=3, description="What a spare feed's body may take from the main beam"
    )
    service_loop_m: float = Field(default=0.7, ge=0, le=10, description="Loop left at the dish so ends can be remade")
    spares_aloft_percent: float = Field(
        default=10.0, ge=0, le=100, description="Spare small parts of those that are handled above ground, at least one"
    )
    rim_loss_db: float = Field(
        default=0.5, gt=0, le=6, description="Loss of a warped reflector under which it is built with"
    )
    hold_db: float = Field(default=0.2, gt=0, le=2, description="Level change allowed by lock-down and by a push")
    second_pass_db: float = Field(
        default=0.1, gt=0, le=2, description="Gain under which another peaking pass is not worth it"
    )
    level_shortfall_db: float = Field(
        default=2.0,
        gt=0,
        le=20,
        description="How far the peak may lie under the link's prediction before it is doubted",
    )
    preset_elevation_deg: float = Field(default=1.0, gt=0, le=5, description="Preset tolerance of the elevation")
    fold_asked_deg: float = Field(
        default=10.0,
        ge=0,
        le=45,
        description="A face that has to stand this near to level or plumb may lean to the wrong side unnoticed: "
        "it is asked to which",
    )
    preset_skew_deg: float = Field(default=3.0, gt=0, le=15, description="Preset tolerance of the skew")
    null_from_plan_deg: float = Field(
        default=10.0, gt=0, lt=45, description="How far the null of the skew may lie from the planned skew"
    )
    beam_edge_km: float = Field(
        default=30.0, ge=0, le=500, description="Distance to a beam's edge under which the second choice is said"
    )
    places_apart_m: float = Field(
        default=200.0, gt=0, le=100_000, description="Distance between two entries for one site that is asked about"
    )
    compass_deg: float = Field(default=2.0, gt=0, le=15, description="What a hand compass, well used, can do")
    clinometer_deg: float = Field(
        default=0.3, gt=0, le=5, description="What a clinometer, reversed and averaged, can do"
    )
    ladder_gust_mps: float = Field(
        default=12.0, gt=0, le=40, description="Gust over which nobody goes up a ladder or on a roof"
    )
    lift_gust_mps: float = Field(
        default=8.0, gt=0, le=40, description="Gust over which no reflector or panel is lifted"
    )
    sealant_least_c: float = Field(
        default=5.0, ge=-30, le=40, description="Least temperature at which sealant and adhesive set; the tube prevails"
    )
    foam_least_c: float = Field(
        default=5.0, ge=-30, le=40, description="Least temperature at which wall foam sets; the can prevails"
    )
    concrete_least_c: float = Field(default=5.0, ge=-30, le=40, description="Least temperature until concrete has set")
    workday_start_h: float = Field(default=8.0, ge=0, le=20, description="Hour at which the crew begins, site time")
    workday_h: float = Field(default=9.0, gt=0, le=16, description="Hours of a working day")
    lineup_lead_min: float = Field(
        default=60.0, ge=0, le=600, description="Minutes before a line-up by which coarse pointing is finished"
    )
    inverter_share: float = Field(default=0.85, gt=0, le=1, description="What an inverter hands on of what it takes")
    battery_share: float = Field(
        default=0.5, gt=0, le=1, description="Share of a battery that may be used: half of lead, more of lithium"
    )
    lineup_min: float = Field(default=30.0, gt=0, le=240, description="Minutes that a line-up takes")
    weekends: Literal["free", "work"] = Field(
        default="free", description="Whether the crew works on Saturday and Sunday; the first day counts in any case"
    )
    level_margin_db: float = Field(
        default=3.0, ge=0, le=20, description="Clear-sky level wanted over the least that the service needs"
    )
    currency: str = Field(default="", max_length=6, description="Sign of the firm's currency, for cost sheets")
    browse_out_percent: float = Field(
        default=3.0, gt=0, le=50, description="Share of time without service that reading pages bears"
    )
    stream_gap_s: float = Field(default=20.0, gt=0, le=300, description="Gap that a stream's buffer bears")
    stream_gaps_per_h: float = Field(default=0.5, ge=0, le=60, description="Longer gaps an hour that a viewer bears")
    call_gap_s: float = Field(default=2.0, gt=0, le=30, description="Gap that is heard in a call")
    call_gaps_per_h: float = Field(default=2.0, ge=0, le=120, description="Such gaps an hour that a call bears")
    tunnel_gap_s: float = Field(default=10.0, gt=0, le=300, description="Gap that a work tunnel bears")
    tunnel_gaps_per_h: float = Field(default=0.5, ge=0, le=60, description="Longer gaps an hour that a tunnel bears")
    game_gaps_per_h: float = Field(
        default=4.0, ge=0, le=240, description="Gaps of any length an hour that a game bears"
    )
    low_orbit_hold_percent: float = Field(
        default=10.0, gt=0, le=90, description="Share of time without service at which a position fails"
    )
    trial_least_h: float = Field(
        default=6.0, gt=0, le=200, description="Hours from which a trial is believed before the prediction"
    )
    trial_wanted_h: float = Field(default=12.0, gt=0, le=200, description="Usual length of a trial")
    scan_least_percent: float = Field(
        default=50.0,
        ge=0,
        le=100,
        description="Share of the bearings that matter under which a skyline is not judged as free",
    )
    scan_wanted_percent: float = Field(
        default=90.0, ge=0, le=100, description="Share of the bearings that matter that should be read"
    )
    elements_fresh_days: float = Field(
        default=14.0, gt=0, le=365, description="Age of orbital elements from which they are minded"
    )
    cable_warn_share: float = Field(
        default=0.8, gt=0, le=1, description="Share of a terminal's cable length from which a route is minded"
    )
    peak_fall_db: float = Field(
        default=1.0, gt=0, le=6, description="Fall of the level on both sides from which a top is proved"
    )
    trial_apart_m: float = Field(
        default=3.0, ge=0, le=100, description="How far the trial may stand from the position and still speak for it"
    )
    located_reach_m: float = Field(
        default=3.0, ge=0, le=100, description="How far from the spot that was planned then a marking of services holds"
    )
    assessed_days: int = Field(default=28, ge=1, le=365, description="How long a risk assessment is believed")
    located_days: int = Field(
        default=28, ge=1, le=365, description="How long a marking of buried services is believed; local rules prevail"
    )
    figures_reach_m: float = Field(
        default=2000.0,
        ge=50,
        le=100_000,
        description="How far from the job's place a planned position may lie for the place's figures to be its own",
    )
    place_moved_m: float = Field(
        default=100.0,
        ge=0,
        le=10_000,
        description="How far a place may be told otherwise before what was read and drawn there counts no more",
    )
    skyline_reach_m: float = Field(
        default=5.0,
        ge=0,
        le=100,
        description="How far beside the place where a skyline was read it still says what stands near: from further "
        "off a tree at the terminal is not seen, or seen before something else",
    )
    trial_sector_percent: float = Field(
        default=0.1,
        gt=0,
        le=10,
        description="Time lost towards one sector of 15° from which a trial is wanted before anything is drilled",
    )
    trial_spread_share: float = Field(
        default=0.65,
        gt=0,
        le=2,
        description="Spread of a trial's count of interruptions over that of chance alone: passes share them out "
        "evenly",
    )
    radiation_limit_w_per_m2: float = Field(
        default=10.0,
        gt=0,
        le=50,
        description="Mean power density to which people may be exposed unawares (ICNIRP 2020); the local code prevails",
    )
    person_reach_m: float = Field(
        default=2.2, gt=1, le=4, description="Height to which a standing person may reach, tools included"
    )
    declination_mind_deg: float = Field(
        default=5.0, ge=0, le=90, description="Declination from which compass and true bearing are minded as two"
    )
    overhead_deg: float = Field(
        default=89.0, ge=60, le=90, description="Elevation over which an azimuth screw hardly moves the beam"
    )
    shadow_most_deg: float = Field(
        default=75.0, ge=30, le=90, description="Height of the sun over which a shadow is too short to be sighted along"
    )
    clinometer_error_deg: float = Field(
        default=0.5, ge=0.05, le=5, description="Error of a clinometer's own from which it is minded"
    )
    handset_compass_deg: float = Field(
        default=10.0,
        gt=0,
        le=90,
        description="How far off a telephone's compass is taken to be, one standard deviation",
    )
    handset_landmark_deg: float = Field(
        default=2.0, gt=0, le=30, description="How far off its bearings are once a known landmark has set them"
    )
    handset_level_deg: float = Field(
        default=1.0, gt=0, le=20, description="How far off its heights are while nobody has turned it end for end"
    )
    handset_zero_days: float = Field(
        default=7.0, gt=0, le=400, description="How long a telephone's own error, once it was tried, is taken off"
    )
    skyline_bearing_deg: float = Field(
        default=5.0,
        gt=0,
        le=90,
        description="How far off the bearings of a panel's skyline may be before its time without service is minded",
    )
    skyline_gap_deg: float = Field(
        default=30.0,
        ge=5,
        le=180,
        description="Distance of read points about the sight-line over which a skyline counts as thinly read",
    )
    growth_years: float = Field(
        default=5.0, ge=0, le=40, description="Years for which growth should leave the beam free"
    )
    unserved_percent: float = Field(
        default=0.5, ge=0, le=50, description="Share of time without any satellite in the panel's sky that is minded"
    )
    better_bearing_percent: float = Field(
        default=1.0, ge=0, le=50, description="Gain from which another bearing of a panel is told"
    )
    reason_factor: float = Field(
        default=2.0, ge=0, le=10, description="Weight of what the job gives as a reason, where positions are compared"
    )
    aside_factor: float = Field(
        default=0.3, ge=0, le=10, description="Weight of looks and theft where the job does not give them as a reason"
    )
    cable_weight_m: float = Field(
        default=50.0, gt=0, le=1000, description="Cable that weighs as one where the terminal names no longest cable"
    )
    at_height_weight_min: float = Field(
        default=120.0, gt=0, le=1440, description="Minutes at height that weigh as one; half of them where not known"
    )
    printed_tolerance_deg: float = Field(
        default=0.6,
        gt=0,
        le=5,
        description="Difference up to which an angle printed on the work order and the computed one are the same",
    )
    connector_loss_db: float = Field(
        default=0.1, ge=0, le=2, description="Loss of a well made pair of connectors through L band"
    )
    arrester_loss_db: float = Field(
        default=0.5, ge=0, le=3, description="Loss of a surge arrester in the coax, where nobody told its own"
    )
    peak_certain_share: float = Field(
        default=0.1,
        ge=0.01,
        le=1,
        description="Share of the beamwidth to which a top should be fixed, two standard deviations",
    )
    side_lobe_least_db: float = Field(
        default=12.0, ge=3, le=40, description="Shortfall from which a peak is taken for a first side lobe"
    )
    side_lobe_most_db: float = Field(
        default=25.0,
        ge=5,
        le=60,
        description="Shortfall up to which it is: a round aperture has it 15 to 20 dB down, more or less",
    )
    stuck_share: float = Field(
        default=2.0, ge=1, le=20, description="Multiple of its usual time after which a state counts as stuck"
    )
    settle_min: float = Field(
        default=30.0, ge=0, le=600, description="Minutes after an update in which nothing is judged"
    )
    transmit_left_db: float = Field(
        default=2.0, ge=0, le=20, description="Left under the top of the transmit level, for rain"
    )
    password_bits: float = Field(
        default=50.0, ge=20, le=128, description="Guesses that a wireless password withstands, as a power of two"
    )
    keep_secrets: Literal["no", "yes"] = Field(
        default="no", description="Whether codes and passwords stay in a job once it is signed off"
    )
    gain_sure_percent: float = Field(
        default=50.0,
        gt=0,
        le=99,
        description="How sure a gain must be before it is called one: three runs on both sides",
    )
    run_spread_share: float = Field(
        default=0.5, gt=0, le=5, description="Spread of the download runs, over their median, that is minded"
    )
    queue_most_ms: float = Field(
        default=400.0,
        ge=0,
        le=10_000,
        description="What an echo may take beyond its way to the satellite and back before it is minded",
    )
    loss_most_percent: float = Field(
        default=1.0, ge=0, le=100, description="Packets that may be lost before it is minded, of those sent"
    )
    run_span_h: float = Field(
        default=4.0, ge=0, le=48, description="Hours from the first to the last run after the work that are wanted"
    )
    wanted_run_count: float = Field(
        default=3.0, ge=1, le=50, description="Runs of a service test from which their median is held against"
    )
    wire_least_m: float = Field(
        default=3.05,
        ge=1,
        le=50,
        description="Least distance from an overhead wire: 10 ft holds up to 50 kV (29 CFR 1910.333(c)(3)); the owner "
        "of the line prevails",
    )
    hole_margin_share: float = Field(
        default=0.12, ge=0, le=1, description="Room in a wall's hole over the plug: 10 to 15 % spare its contacts"
    )
    hole_fall_percent: float = Field(default=5.0, gt=0, le=50, description="Fall of a wall's hole to the outside")
    hole_apart_mm: float = Field(
        default=20.0, gt=0, le=500, description="Difference of the measures inside and outside to be minded"
    )
    tie_m: float = Field(default=0.4, ge=0.05, le=5, description="Distance of ties along arm and mast")
    clip_m: float = Field(default=0.5, ge=0.05, le=5, description="Distance of clips along a wall")
    end_spare_m: float = Field(default=0.3, ge=0, le=5, description="Cable cut longer at each end for another try")
    test_loss_db: float = Field(
        default=1.5, gt=0, le=20, description="Measured loss over the reckoned one to be minded"
    )
    earth_wire_mm2: float = Field(
        default=16.0, gt=0, le=200, description="Least earth wire of copper; the local code prevails"
    )
    bond_mohm: float = Field(
        default=100.0, gt=0, le=5000, description="Most resistance of a bond, the wire's own left out"
    )
    ground_ohm: float = Field(default=25.0, gt=0, le=1000, description="Most resistance to ground to be minded")
    injector_low_c: float = Field(
        default=0.0, ge=-60, le=40, description="Least temperature of an injector; its sheet prevails"
    )
    injector_high_c: float = Field(
        default=40.0, ge=0, le=90, description="Most temperature of an injector; its sheet prevails"
    )
    oval_percent: float = Field(
        default=2.0, gt=0, le=20, description="Difference of a mast's two diameters from which it is minded"
    )
    bracket_share: float = Field(
        default=0.4, gt=0, le=3, description="Distance of two brackets over the free length above them, at the least"
    )
    plumb_deg: float = Field(
        default=0.3, gt=0, le=5, description="Lean of a mast from which it is minded: 5 mm a metre"
    )
    concrete_waste_share: float = Field(default=0.1, ge=0, le=1, description="Concrete that is bought over the hole")
    bag_mix_min: float = Field(
        default=5.0, gt=0, le=60, description="Minutes to mix a bag of concrete by hand, water and tipping with it"
    )
    concrete_work_min: float = Field(
        default=60.0, gt=0, le=600, description="Minutes within which a pour is placed before its first part sets"
    )
    props_share: float = Field(
        default=0.25, gt=0, lt=1, description="Share of its 28-day strength at which a pole's props go"
    )
    load_share: float = Field(
        default=0.5, gt=0, lt=1, description="Share of its 28-day strength at which something is hung on a pole"
    )
    aim_share: float = Field(
        default=0.7, gt=0, lt=1, description="Share of its 28-day strength at which a pole is aimed on"
    )
    ballast_factor: float = Field(default=1.5, ge=1, le=5, description="Against tipping, sliding, lifting of ballast")
    coating_years: float = Field(default=10.0, ge=0, le=100, description="Years that the zinc of screws has to last")
    standing_fall_deg: float = Field(default=3.0, ge=0, le=30, description="Fall under a ballast frame, not told")
    roof_edge_m: float = Field(default=2.0, ge=0, le=50, description="Distance from an unguarded roof edge")
    hand_kg: float = Field(default=4.0, gt=0, le=25, description="Mass that is carried up a ladder in one hand")
    bag_wide_mm: float = Field(
        default=600.0, ge=100, le=3000, description="Width up to which a reflector or panel is carried up a ladder"
    )
    bag_kg: float = Field(default=12.0, gt=0, le=40, description="Mass that is carried up a ladder on the shoulder")
    from_ground_m: float = Field(
        default=1.6, gt=0, le=3, description="Height of a fixing up to which all is done from the ground"
    )
    at_height_most_min: float = Field(
        default=90.0, gt=0, le=960, description="Minutes on ladder or roof from which a lift is worth it"
    )
    lone_lift_kg: float = Field(default=25.0, gt=0, le=50, description="Mass that one person may lift at height")


DEFAULT_RULES = HouseRules()

__all__ = ["DEFAULT_RULES", "Exposure", "HouseRules"]
