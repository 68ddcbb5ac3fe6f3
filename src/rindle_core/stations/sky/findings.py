"""The kinds of finding of this room."""

from __future__ import annotations

from rindle_core.kernel.findings import Kind

PLANNED = Kind(
    "sky.planned",
    "the planned position against what speaks against it in the comparison",
    against="no hold",
    source="Comparison of the positions",
    at="sky.position_letter",
)
SCAN = Kind(
    "sky.scan",
    "share of the bearings that matter that were read",
    against="house rules `scan_least_percent`, `scan_wanted_percent`",
    unit="percent",
    source="Bearings that matter with a read point within 15°",
    at="sky.skylines",
)
TRACED = Kind(
    "sky.traced",
    "share of a traced skyline that was led too fast",
    against="none",
    unit="percent",
    source="Turn about the vertical over a third of a second, at most 25°/s",
    at="sky.skylines",
)
READ_ERROR = Kind(
    "sky.read_error",
    "angle left beyond the beam's tube where the skyline is off by as much as it may be",
    against="0°",
    unit="deg",
    source="The read points moved by the errors that their skyline tells",
    at="sky.skylines",
)
BEARINGS = Kind(
    "sky.bearings",
    "how far off the bearings of a panel's skyline may be",
    against="house rule `skyline_bearing_deg`",
    unit="deg",
    source="Errors that the skyline tells",
    at="sky.skylines",
)
SIMULATED = Kind(
    "sky.simulated",
    "whether the skyline is of the site, or was traced to practise",
    at="sky.skylines",
)
TRIAL = Kind(
    "sky.trial",
    "time without service in the trial, and which to believe",
    against="house rules for trials",
    unit="percent",
    source="Log of the trial against the simulated passes",
    at="sky.trial",
)
POSITION = Kind(
    "sky.position",
    "the candidate that is recommended",
    source="Sky first, then firmness, cable and access",
    at="sky.position_letter",
)
TUBE = Kind(
    "sky.tube",
    "angle left beyond the beam's physical tube",
    against="0°",
    unit="deg",
    source="Aperture plus a share of the first Fresnel zone, ITU-R P.526",
    at="sky.skylines",
)
CLEARANCE = Kind(
    "sky.clearance",
    "angle between sight-line and skyline",
    against="house rule `clearance_deg`",
    unit="deg",
    source="House rule: free angle all round",
    at="sky.skylines",
)
GAP = Kind(
    "sky.gap",
    "spacing of the points about the sight-line",
    against="30°",
    unit="deg",
    source="Spacing of the points that were read",
    at="sky.skylines",
)
GROWTH = Kind(
    "sky.growth",
    "years until growth touches the tube",
    against="5",
    unit="years",
    source="Height plus growth a year",
    at="sky.skylines",
)
LEAF = Kind(
    "sky.leaf",
    "margin in the bare season where the leaved tree closes it",
    unit="deg",
    source="Leafless share of the points",
    at="sky.skylines",
)
EMPTY = Kind(
    "sky.empty",
    "no skyline was read",
    at="sky.skylines",
)
LOW_ORBIT = Kind(
    "sky.low_orbit",
    "time without service of a panel",
    against="house rules `browse_out_percent`, `low_orbit_hold_percent`",
    unit="percent",
    source="Simulated passes against the skyline, weighed by traffic",
    at="sky.skylines",
)
ELEMENTS_REFUSED = Kind(
    "sky.elements_refused",
    "satellites whose elements cannot be followed to the day",
    against="all that were given",
    unit="count",
    source="SGP4's own check of the elements",
)
ELEMENTS_AGE = Kind(
    "sky.elements_age",
    "age of the orbital elements",
    against="house rule `elements_fresh_days`",
    unit="days",
    source="Epoch of the newest elements against the start",
)
BEARING = Kind(
    "sky.bearing",
    "another bearing of a hand-set panel",
    against="its own time without service",
    unit="percent",
    source="The same passes for every bearing",
    at="sky.panel_azimuth_deg",
)
UNSERVED = Kind(
    "sky.unserved",
    "time in which no satellite is in the panel's sky",
    against="0.5 %",
    unit="percent",
    source="Simulated passes, skyline aside",
    at="brief.constellation_code",
)
USE = Kind(
    "sky.use.{}",
    "a use (browse, stream, call, game) against its rule",
    against="house rules for uses",
    source="House rules for uses",
    at="sky.skylines",
)
OBSTACLE_ERROR = Kind(
    "sky.obstacle_error",
    "uncertainty of a measured height",
    against="half a metre or a tenth",
    unit="m",
    source="Errors carried on by the delta method",
    at="sky.skylines",
)
WALKWAY = Kind(
    "sky.walkway",
    "lower edge of the beam over a place where people walk",
    against="reach of a person",
    unit="m",
    source="Aperture's tube along the sight-line; one dish diameter kept clear in front",
    at="mount.height_above_ground_m",
)
SHIFT = Kind(
    "sky.shift",
    "distance to the nearest spot with a free sky",
    against="the reach of the grid",
    unit="m",
    source="Margin on a grid of spots",
    at="sky.skylines",
)
PHOTO = Kind(
    "sky.photo",
    "accuracy of the angles of a photo",
    against="2°",
    unit="deg",
    source="Known things moved by their own errors",
    at="sky.sky_photos",
)
MOVED = Kind(
    "sky.moved",
    "distance between where the skyline was read and where the terminal will be; points without one stay as read, and "
    "what stands near was not seen from further off",
    against="house rule `skyline_reach_m`",
    unit="m",
    source="Geometry of the points' distances",
    at="sky.skylines",
)
PLACE_MOVED = Kind(
    "sky.place_moved",
    "how far the place was moved after the skyline was read there",
    against="house rule `place_moved_m`",
    unit="m",
    source="Geodesic between the place then and now (WGS 84)",
    at="sky.skylines",
)
PLAN_MOVED = Kind(
    "sky.plan_moved",
    "how far the place was moved after the plan was drawn about it",
    against="house rule `place_moved_m`",
    unit="m",
    source="Geodesic between the place then and now (WGS 84)",
    at="sky.things",
)
TRIAL_WANTED = Kind(
    "sky.trial_wanted",
    "time that is lost towards the worst sector",
    against="house rule `trial_sector_percent`",
    unit="percent",
    source="Simulated passes against what was read, before any trial",
    at="sky.trial",
)
TRIAL_OUTSIDE = Kind(
    "sky.trial_outside",
    "outages of the log outside the trial's time",
    against="none",
    unit="count",
    source="Times of the log against the trial's clock",
    at="sky.trial",
)
AGED = Kind(
    "sky.aged",
    "whether the sky was looked at again",
    against="what was handed over",
    source="What the job that it follows said",
    at="sky.skylines",
)
TRIAL_SILENT = Kind(
    "sky.trial_silent",
    "longest stretch of the trial without an interruption, where the rest has them often",
    against="none",
    unit="h",
    source="By chance such a silence comes once in 160 000",
    at="sky.trial",
)
PLAN_ALONE = Kind(
    "sky.plan_alone",
    "whether anybody has read the sky that the plan stands for",
    against="a skyline read at the place",
    source="What is drawn, and what was read",
    at="sky.skylines",
)
TERRAIN_ALONE = Kind(
    "sky.terrain_alone",
    "share of the bearings that matter that were looked at, computed terrain aside",
    against="house rule `scan_wanted_percent`",
    unit="percent",
    source="Elevation tiles hold no trees and no houses",
    at="sky.skylines",
)
TERRAIN_ENDS = Kind(
    "sky.terrain_ends",
    "how far out the terrain is known where the terminal looks",
    against="the reach that was asked for",
    unit="km",
    source="Edges and holes of the loaded elevation tiles",
    at="sky.skylines",
)
PLAN_BEAM = Kind(
    "sky.plan_beam",
    "lower edge of the beam over drawn places where people are; of a panel how near they come",
    against="house rule `person_reach_m`; a panel’s `keep_off_m`",
    unit="m",
    source="Plane geometry of the aperture's tube over the drawn ground",
    at="sky.things",
)
PLAN_WIRE = Kind(
    "sky.plan_wire",
    "distance of mast and terminal from a drawn wire",
    against="house rule `wire_least_m`",
    unit="m",
    source="29 CFR 1910.333(c)(3): 10 ft up to 50 kV; the owner of the line prevails",
    at="sky.things",
)
PLAN_INSIDE = Kind(
    "sky.plan_inside",
    "the terminal's height against the roof where it is drawn",
    against="the roof there",
    source="Drawn outline and roof",
    at="sky.things",
)
PLAN_CABLE = Kind(
    "sky.plan_cable",
    "length of the drawn cable way",
    against="the terminal's longest cable; house rule `cable_warn_share`",
    unit="m",
    source="Drawn corners with their heights",
    at="sky.things",
)
PLAN_LADDER = Kind(
    "sky.plan_ladder",
    "how steep a drawn ladder stands",
    against="65° to 77°",
    unit="deg",
    source="29 CFR 1926.1053(b)(5)(i): a quarter of the working length out",
    at="sky.things",
)
PLAN_ROOFS = Kind(
    "sky.plan_roofs",
    "roofs of which neither ridge nor pitch is told",
    against="what each hides of the sky",
    source="The site plan: a roof that is not told hides what its eaves do",
    at="sky.things",
)
PLAN_HEIGHTS = Kind(
    "sky.plan_heights",
    "drawn things of which no height is told",
    against="every height told",
    at="sky.things",
)
PLAN_GROUND = Kind(
    "sky.plan_ground",
    "whether the plan's ground is told or taken as level",
    against="ground heights",
    at="sky.things",
)
PLAN_TAPES = Kind(
    "sky.plan_tapes",
    "angle at which two tapes cross",
    against="30° to 150°",
    unit="deg",
    source="Intersection by distances: the error grows with one over the sine of the angle",
    at="sky.things",
)
