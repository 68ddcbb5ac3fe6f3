"""A job on another device of the crew's network: its address there, and the code that a telephone reads."""

from __future__ import annotations

from typing import Annotated

import segno
from django.conf import settings
from django.http import HttpRequest
from ninja import Query, Router, Schema
from pydantic import Field

from rindle_server.drawings.svg import tokens
from rindle_server.jobs import edit
from rindle_server.network import own_address

router = Router(tags=["network"])
_HERE_ONLY = "127.0.0.1"


class Elsewhere(Schema):
    """Where a job opens on another device, or why it does not."""

    address: str
    code_svg: str = Field(description="The address as a QR code; empty while no other device reaches it")
    why_not: str


def address_of(request: HttpRequest, number: str, leaf: str = "aim") -> str:
    """Where the job opens on the local network: the laptop's own address there, unless it only listens to itself.

    The host that a browser names never stands in it, only its port.
    """
    port = request.get_host().partition(":")[2]
    host = _HERE_ONLY if settings.LISTEN == _HERE_ONLY else own_address()
    scheme = "https" if request.is_secure() else "http"
    return f"{scheme}://{host}{f':{port}' if port else ''}/jobs/{number}/{leaf}"


@router.get("/{number}/elsewhere", response=Elsewhere)
def elsewhere(
    request: HttpRequest, number: str, leaf: Annotated[str, Query(pattern="^[a-z]+(/[a-z_]+)?$", max_length=60)] = "aim"
) -> Elsewhere:
    """The address of a station or leaf on the crew's network, with its QR code."""
    address = address_of(request, edit.find(number).number, leaf)
    if f"//{_HERE_ONLY}" in address:
        why = "Only this machine reaches Rindle now: start it with --listen 0.0.0.0, and the crew’s network is let in."
        return Elsewhere(address=address, code_svg="", why_not=why)
    code = segno.make(address, error="m").svg_inline(
        scale=5, dark=tokens()["day"]["ink"], light=tokens()["day"]["paper"]
    )
    return Elsewhere(address=address, code_svg=str(code), why_not="")


__all__ = ["address_of", "router"]
