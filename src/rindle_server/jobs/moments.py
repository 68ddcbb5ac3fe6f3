"""Moments as people write them, by the site's clock; none that is still to come."""

from __future__ import annotations

import datetime as dt

from rindle_core.kernel.errors import InputError
from rindle_core.science.site_clock import read_at
from rindle_server.jobs.journal import clock_at


def told_moment(text: str, zone: str, field: str, after: dt.datetime | None = None) -> dt.datetime | None:
    """The moment at which something was; None where nothing is written. A time alone is the next one `after` a moment.
    Raises InputError that names the field.
    """
    if not text.strip():
        return None
    try:
        moment = read_at(text, zone, after)
    except ValueError as error:
        raise InputError.one(field, str(error)) from error
    clock_at(zone).refuse(field, moment)
    return moment


__all__ = ["told_moment"]
