"""Errors that the server adds to the core's; the table in `api` gives each its HTTP status."""

from rindle_core.kernel.errors import InputError


class Conflict(InputError):
    """What was asked cannot be done in the present state."""


class NotThere(InputError):
    """There is no such thing."""


class DeviceDown(InputError):
    """An outside device does not answer."""


class Busy(InputError):
    """As much as this machine can do at once is under way."""


class NoRoom(InputError):
    """The disk is full."""
