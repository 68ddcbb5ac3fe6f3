"""The gateway of the house over the API: what its page shows, and what is put into it."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router, Schema

from rindle_bench.router import RouterAsk, RouterTold
from rindle_core.science.addresses import outer_kind
from rindle_server.jobs import edit
from rindle_server.jobs.api_models import JobOut, job_out
from rindle_server.jobs.devices import link_for
from rindle_server.jobs.facts import assessed, facts_of

router = Router(tags=["device"])


class RouterOrder(Schema):
    """Whether the plan and the name of the wireless net are put in before it is asked."""

    send: bool = False


class RouterOut(Schema):
    """What it shows, with the job as it then stands."""

    told: RouterTold
    job: JobOut


@router.post("/{number}/device/router", response=RouterOut)
def ask_router(request: HttpRequest, number: str, order: RouterOrder) -> RouterOut:
    """Asks the gateway of the plan. Its outer address and who has joined are kept, as if somebody had read them off."""
    job = edit.editable(number)
    found = assessed(job)
    told, home = found.facts.bringup, found.result.home
    asked = RouterAsk(
        send=order.send,
        plan=told.router_plan or (home.proposed if home else "") or "keep",
        wifi_name=told.wifi_name,
        wifi_kept=told.wifi_kept,
        devices=[one.name for one in told.home_devices if one.name],
    )
    link = link_for(number, found.facts, found.result)
    answer, now = link.router(asked), link.telemetry()
    edit.note_device(job, [event.model_dump() for event in now.states_entered], now)
    news = _news(answer, facts_of(job).bringup.model_dump(mode="json", include={"outer_address", "home_devices"}))
    if news:
        edit.patch(job, "bringup", news)
    return RouterOut(told=answer, job=job_out(job))


def _news(answer: RouterTold, kept: dict[str, object]) -> dict[str, object]:
    """What of the answer is not with the job yet. Who has joined once is not taken back by a question."""
    news: dict[str, object] = {}
    if outer_kind(answer.outer_address) and answer.outer_address != kept["outer_address"]:
        news["outer_address"] = answer.outer_address
    rows = [dict(one) for one in kept["home_devices"]]  # type: ignore[attr-defined]  # rows, as they were dumped
    fresh = [one for one in rows if one["name"] in answer.joined and not one["joined"]]
    if fresh:
        for one in fresh:
            one["joined"] = True
        news["home_devices"] = rows
    return news


__all__ = ["router"]
