"""Reading the stores."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router, Schema

from rindle_core.catalogue import Catalogue
from rindle_core.house_rules import HouseRules
from rindle_server.stores.models import Firm, catalogue

router = Router(tags=["stores"])


class FirmOut(Schema):
    """The firm and its rules."""

    name: str
    address: str
    rules: HouseRules


@router.get("", response=Catalogue)
def read_catalogue(request: HttpRequest) -> Catalogue:
    """Satellites, terminals and cables."""
    return catalogue()


@router.get("/firm", response=FirmOut)
def read_firm(request: HttpRequest) -> FirmOut:
    """The firm and its rules."""
    firm = Firm.ours()
    return FirmOut(name=firm.name, address=firm.address, rules=firm.house_rules())
