"""The typed API: routers of the apps, and one table that turns errors into answers."""

from __future__ import annotations

import logging
from collections.abc import Sequence
from pathlib import Path
from typing import Any, cast

from django.conf import settings
from django.contrib.auth import get_user_model
from django.core.exceptions import RequestDataTooBig
from django.db import OperationalError
from django.http import HttpRequest, HttpResponse
from ninja import NinjaAPI, Schema
from ninja.errors import AuthenticationError, HttpError, ValidationError
from ninja.parser import Parser
from ninja.security import django_auth
from pydantic import create_model

from rindle_core import __version__
from rindle_core.kernel.errors import Fault, InputError
from rindle_core.kernel.findings import Finding
from rindle_core.kernel.model import Model, fault_of
from rindle_core.kernel.registry import Calculator, calculator, calculators, parse_json
from rindle_core.kernel.units import wording_table
from rindle_server.accounts.api import router as session_router
from rindle_server.accounts.people_api import router as people_router
from rindle_server.bundles.api import router as bundles_router
from rindle_server.diary.api import router as diary_router
from rindle_server.diary.teaching import router as teaching_router
from rindle_server.errors import Busy, Conflict, DeviceDown, NoRoom, NotThere
from rindle_server.jobs.after_api import router as after_router
from rindle_server.jobs.api import router as jobs_router
from rindle_server.jobs.device_api import router as device_router
from rindle_server.jobs.elsewhere_api import router as elsewhere_router
from rindle_server.jobs.listen_api import router as listen_router
from rindle_server.jobs.plan_api import router as plan_router
from rindle_server.jobs.report_api import router as report_router
from rindle_server.jobs.router_api import router as gateway_router
from rindle_server.jobs.sky_api import router as sky_router
from rindle_server.jobs.speed_api import router as speed_router
from rindle_server.jobs.trial_api import router as trial_router
from rindle_server.jobs.wireless_api import made_router
from rindle_server.jobs.wireless_api import router as wireless_router
from rindle_server.places_api import router as places_router
from rindle_server.sites_api import router as sites_router
from rindle_server.stores.api import router as stores_router
from rindle_server.stores.manuals import router as manuals_router

_LOG = logging.getLogger("rindle.api")


class _Bodies(Parser):
    """JSON whose numbers are read as the command line reads them."""

    def parse_body(self, request: HttpRequest) -> dict[str, Any]:
        return cast(dict[str, Any], parse_json(request.body))


api = NinjaAPI(title="Rindle", version=__version__, auth=django_auth, docs_url=None, parser=_Bodies())
api.add_router("/session", session_router)
api.add_router("/people", people_router)
api.add_router("/jobs", jobs_router)
api.add_router("/jobs", device_router)
api.add_router("/jobs", gateway_router)
api.add_router("/jobs", listen_router)
api.add_router("/jobs", wireless_router)
api.add_router("/jobs", elsewhere_router)
api.add_router("/passphrase", made_router)
api.add_router("/jobs", report_router)
api.add_router("/jobs", sky_router)
api.add_router("/jobs", trial_router)
api.add_router("/jobs", after_router)
api.add_router("/jobs", speed_router)
api.add_router("/jobs", plan_router)
api.add_router("/bundles", bundles_router)
api.add_router("/learnt", teaching_router)
api.add_router("/stores", stores_router)
api.add_router("/manuals", manuals_router)
api.add_router("/places", places_router)
api.add_router("/sites", sites_router)
api.add_router("/diary", diary_router)

_STATUS: dict[type[Exception], int] = {
    InputError: 422,
    Conflict: 409,
    NotThere: 404,
    DeviceDown: 503,
    Busy: 503,
    NoRoom: 507,
}


def _answer(request: HttpRequest, error: InputError, status: int) -> HttpResponse:
    return api.create_response(request, {"error": error.as_dict()}, status=status)


@api.exception_handler(InputError)
def _input_error(request: HttpRequest, error: InputError) -> HttpResponse:
    return _answer(
        request, error, next(status for kind, status in reversed(_STATUS.items()) if isinstance(error, kind))
    )


def _field_of(loc: Sequence[str | int]) -> tuple[str | int, ...]:
    """The field as its sender knows it: of a body without the name that the server has for the whole of it."""
    at = tuple(loc)
    return (at[2:] if at[:1] == ("body",) else at[1:]) or ("input",)


@api.exception_handler(ValidationError)
def _body_error(request: HttpRequest, error: ValidationError) -> HttpResponse:
    faults = [fault_of({**item, "loc": _field_of(item["loc"])}, "input") for item in error.errors]
    return _answer(request, InputError(faults or [Fault("input", "is not understood")]), 422)


@api.exception_handler(AuthenticationError)
def _stranger(request: HttpRequest, error: AuthenticationError) -> HttpResponse:
    return _answer(request, InputError.one("session", "Sign in first."), 401)


_CSRF_FAILED = "CSRF check Failed"  # as django-ninja words it


@api.exception_handler(HttpError)
def _http_error(request: HttpRequest, error: HttpError) -> HttpResponse:
    if error.status_code == 403 and str(error) == _CSRF_FAILED:
        return _stranger(request, AuthenticationError())  # whose page it is cannot be told any more
    told = error.__cause__ if isinstance(error.__cause__, InputError) else InputError.one("request", str(error))
    return _answer(request, told, error.status_code)


@api.exception_handler(RecursionError)
def _too_deep(request: HttpRequest, error: RecursionError) -> HttpResponse:
    return _answer(request, InputError.one("request", "The data is nested too deeply to be read."), 422)


@api.exception_handler(RequestDataTooBig)
def _too_big(request: HttpRequest, error: RequestDataTooBig) -> HttpResponse:
    return _answer(request, InputError.one("request", "What was sent is too large: up to 10 MB is accepted."), 413)


@api.exception_handler(OperationalError)
def _database(request: HttpRequest, error: OperationalError) -> HttpResponse:
    """A disk that is full, or another program that holds the database, is said in a sentence; nothing was changed."""
    _LOG.error("database: %s", error)
    full = "full" in str(error)
    message = (
        "The disk is full: nothing was changed. Make room, then try again."
        if full
        else "The database is busy or cannot be written: nothing was changed. Try again in a moment."
    )
    return _answer(request, InputError.one("database", message), 507 if full else 503)


class Health(Schema):
    """Whether the server answers, and how one may enter."""

    status: str
    version: str
    demo: bool
    has_accounts: bool


class CalculatorEntry(Schema):
    """A calculator of the registry."""

    name: str
    summary: str


@api.get("/health", auth=None, response=Health)
def health(request: HttpRequest) -> Health:
    """Open to everyone."""
    has_accounts = get_user_model().objects.exists()
    return Health(status="ok", version=__version__, demo=settings.DEMO, has_accounts=has_accounts)


@api.get("/authority.crt", auth=None)
def authority(request: HttpRequest) -> HttpResponse:
    """The certificate that a device of the crew is told to trust: it holds no secret. Raises NotThere without TLS."""
    path = Path(settings.HOME) / "tls" / "rindle-authority.crt"
    if not settings.TLS or not path.exists():
        raise NotThere.one("authority", "This server has no certificate of its own: it is started with --tls for one.")
    answer = HttpResponse(path.read_bytes(), content_type="application/x-x509-ca-cert")
    answer["Content-Disposition"] = 'attachment; filename="rindle-authority.crt"'
    return answer


@api.get("/units", response=dict[str, dict[str, dict[str, Any]]])
def units(request: HttpRequest) -> dict[str, dict[str, dict[str, float | str | int]]]:
    """Factor, suffix and decimals of each unit code in both systems."""
    return wording_table()


@api.get("/calc", response=list[CalculatorEntry])
def list_calculators(request: HttpRequest) -> list[CalculatorEntry]:
    """The registry."""
    return [CalculatorEntry(name=name, summary=entry.summary) for name, entry in calculators().items()]


def _typed(name: str, entry: Calculator[Any, Any]) -> None:
    """The route of one calculator, with its own types in and out."""
    title = name.replace("_", " ").title().replace(" ", "")
    answer = create_model(f"{title}Outcome", result=(entry.result_type, ...), findings=(list[Finding], ...))

    def calculate(request: HttpRequest, given: Model) -> HttpResponse:
        return HttpResponse(entry.run(given).as_json(), content_type="application/json")

    calculate.__annotations__ |= {"request": HttpRequest, "given": entry.input_type, "return": HttpResponse}
    api.post(f"/calc/{name}", response=answer, operation_id=f"calc_{name}", summary=entry.summary)(calculate)

    def schema(request: HttpRequest) -> dict[str, Any]:
        return entry.schema()

    told = "JSON Schemas of its input and result"
    api.get(f"/calc/{name}", response=dict[str, Any], operation_id=f"schema_{name}", summary=told)(schema)


for _name, _entry in calculators().items():
    _typed(_name, _entry)


@api.api_operation(["GET", "POST"], "/calc/{name}", response=dict[str, Any], include_in_schema=False)
def no_calculator(request: HttpRequest, name: str) -> dict[str, Any]:
    """A name that no calculator has. Raises InputError that lists the names."""
    return calculator(name).schema()
