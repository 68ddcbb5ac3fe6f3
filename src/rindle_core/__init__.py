"""Rindle's rules and computation: no interface, no network, no clock of its own."""

from rindle_core.kernel.errors import Fault, InputError
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.house_rules import HouseRules

__version__ = "0.1.0"

__all__ = ["Fault", "Finding", "HouseRules", "InputError", "Level", "__version__"]
