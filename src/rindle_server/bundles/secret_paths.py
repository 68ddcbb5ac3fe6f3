"""What of a job is a secret, and who it is about: left out of a bundle unless somebody asks for it."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from rindle_core.kernel.journal import Op
from rindle_core.stations.secret_facts import SECRETS

_PATHS = tuple(f"{room}.{name}" for room, names in SECRETS.items() for name in names)
# Of people and their places: by the names of the fields, wherever they lie.
_PEOPLE = {"by", "who", "climber", "approved_by", "assessed_by", "customer_name", "services_located_by", "decided_by",
    "carrier_by", "settings_read_with", "move_confirmed", "lineup_person", "signed_off_by"}  # fmt: skip
_BLANK = {"customer", "service_wanted", "address", "place_text", "other_place_text", "climber_contact", "note", "text",
    "site_id", "terminal_id", "hardware_address", "shown_serial", "shown_address", "why",
    "customer_reference", "site_code", "cluster_code", "serial",
    "approval_note", "reuse_note", "repair_reason", "order_name", "delivered_by", "wifi_name", "own_router_name",
    "customer_objects", "witness_text", "wall_mark", "indoor_note", "reason", "earth_why_not", "address_line", "name",
    "number", "device", "source", "log_name", "left_over_note", "gust_source", "photo"}  # fmt: skip
_DROP = {"approval_lines", "customer_lines", "installer_lines", "sky_photos", "plan_picture", "mock_up", "order_extra",
    "crew", "team_code", "home_devices", "landmarks", "releases", "deliveries", "costs", "follows",
    "outer_address"}  # fmt: skip
_ROUNDED = {
    "latitude_deg",
    "longitude_deg",
    "other_latitude_deg",
    "other_longitude_deg",
    "read_latitude_deg",
    "read_longitude_deg",
    "things_latitude_deg",
    "peaked_latitude_deg",
    "settled_latitude_deg",
    "settled_longitude_deg",
    "site_latitude_deg",
    "spot_latitude_deg",
    "spot_longitude_deg",
    "peaked_longitude_deg",
    "site_longitude_deg",
    "located_latitude_deg",
    "located_longitude_deg",
    "things_longitude_deg",
}


def without_secrets(rooms: Mapping[str, Mapping[str, Any]]) -> dict[str, dict[str, Any]]:
    """The facts without codes and passwords."""
    return {
        room: {name: value for name, value in data.items() if name not in SECRETS.get(room, ())}
        for room, data in rooms.items()
    }


def is_secret(path: str) -> bool:
    """Whether a path of the journal lies in a secret."""
    return any(path == one or path.startswith((f"{one}.", f"{one}/")) for one in _PATHS)


def open_ops(ops: list[Op]) -> list[Op]:
    """The changes that are no secrets."""
    return [op for op in ops if not is_secret(op.path)]


def _blanked(name: str, value: Any, people: dict[str, str]) -> Any:
    if name in _PEOPLE and isinstance(value, str) and value:
        return people.setdefault(value, f"Person {len(people) + 1}")
    if name in _BLANK and isinstance(value, str):
        return "left out" if value else ""
    if name in _ROUNDED and isinstance(value, int | float):
        return round(float(value), 1)
    return _without(value, people)


def _without(value: Any, people: dict[str, str]) -> Any:
    if isinstance(value, dict):
        return {name: _blanked(name, one, people) for name, one in value.items() if name not in _DROP}
    if isinstance(value, list):
        return [_without(one, people) for one in value]
    return value


def anonymous(rooms: Mapping[str, Mapping[str, Any]]) -> dict[str, dict[str, Any]]:
    """The facts for support: people numbered, names, notes, ids and drawn signatures out, the place to a tenth of a
    degree, which moves angles by about as much.
    """
    people: dict[str, str] = {}
    told: dict[str, dict[str, Any]] = _without(without_secrets(rooms), people)
    brief = told.get("brief", {})
    if brief.get("latitude_deg") is not None and brief.get("longitude_deg") is not None:
        brief["place_text"] = f"{brief['latitude_deg']:.1f}, {brief['longitude_deg']:.1f}"
    return told


__all__ = ["SECRETS", "anonymous", "is_secret", "open_ops", "without_secrets"]
