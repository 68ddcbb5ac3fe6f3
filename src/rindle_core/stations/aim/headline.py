"""Aim's answer in a sentence."""

from __future__ import annotations

from rindle_core.kernel.headline import sentence
from rindle_core.stations.aim.dial_figures import skew_to_set_deg
from rindle_core.stations.aim.part import AimPart, PanelAim
from rindle_core.stations.station import Context, Headline


def skew_words(skew_deg: float) -> str:
    """Which way the feed is turned, as seen from behind the antenna."""
    return "clockwise" if skew_deg >= 0 else "anticlockwise"


def headline(context: Context, result: AimPart) -> Headline:
    """Compass, clinometer and beam or skew; a panel's bearing and tilt."""
    aim, beam, panel, terminal = result.aim, result.beam, result.panel_aim, context.job.picks.terminal
    if panel is not None:
        return _panel(panel)
    if aim is None:
        return Headline(sentence("Enter the place and choose a satellite to aim"))
    dial = result.dial
    if not aim.visible or dial is None:
        return Headline(
            sentence("The satellite lies ", (-aim.elevation_apparent_deg, "deg"), " below the horizon"),
            sentence((aim.elevation_apparent_deg, "deg")),
        )
    if terminal is not None and terminal.polarization == "circular":
        tail = sentence(f", beam {beam.letter}" if beam else ", no beam")
    else:
        skew_deg = skew_to_set_deg(aim, dial)
        tail = sentence(", skew ", (abs(skew_deg), "deg"), f" {skew_words(skew_deg)} from behind")
    compass, clinometer = (dial.compass_deg, "compass_deg"), (dial.clinometer_deg, "deg")
    side = [f" {dial.clinometer_side}"] if dial.clinometer_side else []
    head = sentence("Compass ", compass, ", clinometer ", clinometer, *side)
    return Headline([*head, *tail], sentence(compass, " · ", clinometer), is_answer=True)


def _panel(panel: PanelAim) -> Headline:
    if panel.self_aiming:
        return Headline(
            sentence("It aims itself: give it the sky towards ", (panel.azimuth_true_deg, "compass_deg"), " true"),
            sentence("aims itself"),
        )
    words = sentence(
        "Turn the panel to compass ",
        (panel.azimuth_magnetic_deg, "compass_deg"),
        ", tilt ",
        (panel.tilt_deg, "deg"),
        " from the zenith",
    )
    return Headline(words, sentence((panel.azimuth_magnetic_deg, "compass_deg"), " · ", (panel.tilt_deg, "deg")))
