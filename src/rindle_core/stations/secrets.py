"""Codes and passwords of a job: taken out of what is kept or handed on, unless the firm keeps them."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from rindle_core.stations.bringup.entries_told import masked
from rindle_core.stations.bringup.part import BringUpPart
from rindle_core.stations.entries import JobInput

_WHOLE = ("bringup.activation_code", "bringup.wifi_password")  # paths of the journal that are a secret as they stand
_ENTRIES, _ROWS = "bringup.modem_entries.", "bringup.told_back/"
_IN_ROW = ("/again", "/shown")


def _secret_codes(job: JobInput) -> set[str]:
    """Codes of the terminal's entries that are secrets; the activation code is one whatever its terminal says."""
    terminal = job.picks.terminal
    return {"activation_code", *(one.code for one in (terminal.entries if terminal else []) if one.secret)}


def masked_facts(job: JobInput, bringup: Mapping[str, Any]) -> dict[str, Any]:
    """The facts of Bring-up, as JSON, with every secret masked."""
    secret = _secret_codes(job)
    told = dict(bringup)
    for name in ("activation_code", "wifi_password"):
        if told.get(name):
            told[name] = masked(told[name])
    if told.get("modem_entries"):
        told["modem_entries"] = {
            code: masked(value) if code in secret else value for code, value in told["modem_entries"].items()
        }
    if told.get("told_back"):
        told["told_back"] = [_masked_row(one) if one["code"] in secret else one for one in told["told_back"]]
    return told


def _masked_row(row: Mapping[str, Any]) -> dict[str, Any]:
    return {**row, **{name: masked(row[name]) for name in ("again", "shown") if row.get(name)}}


def masked_part(part: BringUpPart) -> dict[str, Any]:
    """What of Bring-up's result holds a secret, masked: fields by their names."""
    found: dict[str, Any] = {}
    if part.told_entries is not None:
        rows = [
            row.model_copy(update={name: masked(getattr(row, name)) for name in ("value", "known", "again", "shown")})
            if row.secret
            else row
            for row in part.told_entries.rows
        ]
        found["told_entries"] = part.told_entries.model_copy(update={"rows": rows})
    if part.wifi is not None:
        found["wifi"] = part.wifi.model_copy(update={"code_text": ""})
    return found


def masked_change(job: JobInput, path: str, value: Any) -> Any:
    """A value of the journal under its path, masked where it is a secret; what was before is masked like what is now.

    Of a row that has gone meanwhile its code is not known from a field alone: it is masked all the same.
    """
    secret = _secret_codes(job)
    if path in _WHOLE:
        return masked(value) if isinstance(value, str) else value
    if path.startswith(_ENTRIES) and path.removeprefix(_ENTRIES) in secret:
        return masked(value) if isinstance(value, str) else value
    if not path.startswith(_ROWS):
        return value
    if isinstance(value, Mapping):
        return _masked_row(value) if value.get("code") in secret else value
    open_rows = {one.id for one in job.bringup.told_back if one.code not in secret}
    row = path.removeprefix(_ROWS).partition("/")[0]
    return masked(value) if path.endswith(_IN_ROW) and row not in open_rows and isinstance(value, str) else value


__all__ = ["masked_change", "masked_facts", "masked_part"]
