"""How a panel is turned: to a bearing by hand, or by itself."""

from __future__ import annotations

from rindle_core.kernel.findings import Finding, Level
from rindle_core.science.magnetism import magnetic_field
from rindle_core.stations.aim.findings import PANEL
from rindle_core.stations.aim.part import PanelAim
from rindle_core.stations.entries import JobInput
from rindle_core.stations.sky.low_orbit import LowOrbitResult


def panel_aim_of(job: JobInput, simulated: LowOrbitResult | None) -> PanelAim | None:
    """Bearing and tilt of a panel's boresight; None without a panel or place."""
    panel = job.picks.terminal.panel if job.picks.terminal else None
    if panel is None or job.brief.latitude_deg is None or job.brief.longitude_deg is None:
        return None
    azimuth = job.sky.panel_azimuth_deg
    if azimuth is None or panel.self_aiming:
        azimuth = simulated.boresight_azimuth_deg if simulated else (180.0 if job.brief.latitude_deg < 0 else 0.0)
    field = magnetic_field(job.brief.latitude_deg, job.brief.longitude_deg, job.brief.above_sea_m, job.brief.date)
    return PanelAim(
        self_aiming=panel.self_aiming,
        azimuth_true_deg=azimuth,
        azimuth_magnetic_deg=(azimuth - field.declination_deg) % 360.0,
        declination_deg=field.declination_deg,
        tilt_deg=panel.tilt_deg,
    )


def judge_panel_aim(aimed: PanelAim) -> list[Finding]:
    """What has to be set by hand, if anything."""
    how = (
        "It turns itself once it is on."
        if aimed.self_aiming
        else "Its page shows how far it is off; the compass only helps to begin."
    )
    return [
        PANEL(
            Level.CLEAR, "The panel aims itself" if aimed.self_aiming else "The panel is set to a bearing by hand", how
        )
    ]


__all__ = ["judge_panel_aim", "panel_aim_of"]
