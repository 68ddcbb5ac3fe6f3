"""Taking a work order into a job."""

from __future__ import annotations

from typing import Any

from rindle_core.kernel.units import as_written
from rindle_server.errors import NotThere
from rindle_server.jobs import models
from rindle_server.jobs.edit import patch_any
from rindle_server.stores.models import StoreItem

_ORDERED = (
    "customer",
    "service_wanted",
    "height_m",
    "date",
    "activation_code",
    "beam_letter",
    "site_id",
    "terminal_id",
    "hardware_address",
    "customer_reference",
    "site_code",
    "cluster_code",
    "order_extra",
)


def take_order(job: models.Job, order: dict[str, Any], name: str = "") -> None:
    """Puts a work order's fields into the job. Raises InputError."""
    change: dict[str, Any] = {name: order[name] for name in _ORDERED if name in order}
    change |= {f"printed_{name}": order[name] for name in ("azimuth_deg", "elevation_deg", "skew_deg") if name in order}
    if "latitude_deg" in order and "longitude_deg" in order:
        change["place_text"] = f"{as_written(order['latitude_deg'])}, {as_written(order['longitude_deg'])}"
    if "azimuth_north" in order:
        change["printed_north"] = order["azimuth_north"]
    if "place" in order:
        change["place_text"] = order["place"]
    if "place_text" in change:
        change["place_method"] = "order"
    for kind in ("terminal", "satellite"):
        if kind in order:
            change[f"{kind}_code"] = _by_name(kind, order[kind])
    patch_any(job, {**change, "order_name": name or "pasted text", "order_read": False})


def _by_name(kind: str, wanted: str) -> str:
    items = list(StoreItem.objects.filter(kind=kind))
    for item in items:
        if wanted.casefold() in (item.code.casefold(), str(item.data["name"]).casefold()):
            return item.code
    raise NotThere.one(
        kind, f"{wanted!r} is not in the stores; there are {', '.join(str(item.data['name']) for item in items)}"
    )
