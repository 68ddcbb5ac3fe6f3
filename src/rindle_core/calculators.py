"""Imports every module that registers a calculator."""

from rindle_core import acceptance, aim, bringup, cable, job, mast, peaking, skyline, steps, wind
from rindle_core.places import Place, PlaceInput, parse_place
from rindle_core.registry import Outcome, register

__all__ = ["acceptance", "aim", "bringup", "cable", "job", "mast", "peaking", "skyline", "steps", "wind"]


@register("place", "Coordinates typed in any common form, read into WGS 84", PlaceInput, Place)
def place(given: PlaceInput) -> Outcome[Place]:
    """The typed place as latitude and longitude, and how it was understood."""
    return Outcome(parse_place(given), [])
