"""Which facts are codes and passwords, told once: for what is handed on, and for what is read as people's words."""

from __future__ import annotations

from collections.abc import Mapping

SECRETS: Mapping[str, tuple[str, ...]] = {
    "brief": ("order_extra",),
    "bringup": ("activation_code", "settings", "modem_entries", "wifi_password", "told_back"),
}

__all__ = ["SECRETS"]
