"""The kinds of finding of this room."""

from __future__ import annotations

from rindle_core.kernel.findings import Kind

STOPPED = Kind(
    "mount.stopped.{}",
    "digging and drilling that a hazard of the site stops",
    against="a release by somebody competent",
    source="Usual cautions; local codes prevail",
    at="brief.releases",
)

WAITS_MAST = Kind(
    "waits.mast",
    "a station that waits for entries",
    at="mount.mast_diameter_mm",
)
HEIGHT = Kind(
    "mount.height",
    "height over ground not said",
    against="–",
    at="mount.height_above_ground_m",
)
FIT = Kind(
    "mount.fit",
    "mast diameter",
    against="the terminal's window",
    unit="mm",
    source="Terminal's mast window",
    at="mount.mast_diameter_mm",
)
LIFT = Kind(
    "mount.lift",
    "mass of what goes up",
    against="house rule `lone_lift_kg`",
    unit="kg",
    source="House rule: lone lift",
)
STRESS = Kind(
    "mount.stress",
    "bending stress in the design gust",
    against="yield over `strength_factor`",
    unit="mpa",
    source="Cantilever bending, M c / I; gust after ASCE 7-16",
    at="mount.mast_wall_mm",
)
SWAY = Kind(
    "mount.sway",
    "pointing loss in the working gust",
    against="house rule `wind_loss_db`",
    unit="db",
    source="F L²/2EI and 12 (θ/θ3)²",
    at="mount.mast_free_length_m",
)
MOUNT_CHOICE = Kind(
    "brief.mount_choice",
    "kinds of mount for the surface",
    against="the trade's usual kinds",
    source="The trade's usual kinds by surface: a planning aid, local codes prevail",
    at="brief.surface",
)
SURFACE = Kind(
    "brief.surface",
    "kinds of mount for the surface",
    against="the trade's usual kinds",
    at="brief.surface",
)
