"""The wireless net over the API: a password that is made here, its QR code, and a card to print."""

from __future__ import annotations

import io
import secrets

import segno
from django.http import HttpRequest, HttpResponse
from django.template.loader import render_to_string
from django.utils.safestring import mark_safe
from ninja import Router, Schema

from rindle_core.science.passphrase import MADE_BITS, made_passphrase
from rindle_core.science.spelling import spelled
from rindle_server.drawings.svg import tokens
from rindle_server.errors import Conflict
from rindle_server.jobs import edit
from rindle_server.jobs.facts import Assessed, assessed
from rindle_server.jobs.report import firm_of

router = Router(tags=["network"])
made_router = Router(tags=["network"])
_CHANCE_BITS = 96


class PassphraseOut(Schema):
    """A new password that can be read out, and the guesses that it withstands as a power of two."""

    password: str
    bits: float


@made_router.post("", response=PassphraseOut)
def passphrase(request: HttpRequest) -> PassphraseOut:
    """Four words from the machine's own chance. Nothing is kept."""
    return PassphraseOut(password=made_passphrase(secrets.randbits(_CHANCE_BITS)), bits=MADE_BITS)


def _found(number: str) -> Assessed:
    found = assessed(edit.find(number))
    if found.result.wifi is None or not found.result.wifi.code_text:
        raise Conflict.one(
            "wifi_name", "There is no card yet: enter the name of the wireless net and a password that devices take."
        )
    return found


def _code(text: str) -> str:
    return str(segno.make(text, error="m").svg_inline(scale=6, dark=tokens()["day"]["ink"]))


@router.get("/{number}/wifi.svg")
def wifi_svg(request: HttpRequest, number: str) -> HttpResponse:
    """The QR code by which a telephone joins the net. Raises Conflict while name or password is missing."""
    found = _found(number)
    assert found.result.wifi is not None
    drawn = io.BytesIO()
    segno.make(found.result.wifi.code_text, error="m").save(drawn, kind="svg", scale=4, dark=tokens()["day"]["ink"])
    return HttpResponse(drawn.getvalue(), content_type="image/svg+xml")


@router.get("/{number}/wifi-card.html")
def wifi_card(request: HttpRequest, number: str) -> HttpResponse:
    """A card for the customer's wall: name, password, QR code, in large type. Raises Conflict while one is missing."""
    job, found = edit.find(number), _found(number)
    told = found.facts.bringup
    assert found.result.wifi is not None
    page = render_to_string(
        "wifi-card.html",
        {
            "job": job,
            "customer": found.facts.brief.customer,
            "name": told.wifi_name,
            "password": told.wifi_password,
            "spelled": spelled(told.wifi_password),
            "qr": mark_safe(_code(found.result.wifi.code_text)),  # made here
            "firm": firm_of(job),
            "colours": tokens()["day"],
        },
    )
    return HttpResponse(page)


__all__ = ["made_router", "router"]
