"""Rindle's rules and computation: no interface, no network, no clock of its own."""

from rindle_core.errors import Fault, InputError
from rindle_core.findings import Finding, Level
from rindle_core.house_rules import HouseRules

__version__ = "0.1.0"

__all__ = ["Fault", "Finding", "HouseRules", "InputError", "Level", "__version__"]
