"""Codes and passwords of a job: taken out of what is kept or handed on, unless the firm keeps them."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from rindle_core.stations.bringup.entries_told import masked
from rindle_core.stations.bringup.part import BringUpPart
from rindle_core.stations.entries import JobInput

# Facts of Bring-up in which a secret may stand, whole or in a part.
SECRET_FACTS = ("activation_code", "wifi_password", "modem_entries", "told_back")


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
    return {**row, **{name: masked(row.get(name) or "") for name in ("again", "shown")}}


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


__all__ = ["SECRET_FACTS", "masked_facts", "masked_part"]
