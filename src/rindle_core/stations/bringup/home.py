"""A job's entries about the network behind the terminal put through their calculators."""

from __future__ import annotations

from rindle_core.catalogue.house_words import by_code
from rindle_core.catalogue.modem import NetworkService
from rindle_core.kernel.registry import Outcome
from rindle_core.science.addresses import outer_kind
from rindle_core.stations.bringup.entries_told import is_masked
from rindle_core.stations.bringup.facts import RouterPlan
from rindle_core.stations.bringup.household import (
    FROM_OUTSIDE,
    SAME_ADDRESS,
    HouseholdInput,
    HouseholdResult,
    household,
)
from rindle_core.stations.bringup.move import (
    MoveInput,
    MoveResult,
    WirelessInput,
    WirelessResult,
    household_move,
    wireless,
)
from rindle_core.stations.bringup.outer import OuterInput, OuterResult, outer_address
from rindle_core.stations.bringup.two_lines import TwoLinesInput, TwoLinesResult, two_lines
from rindle_core.stations.entries import JobInput


def old_stays(job: JobInput) -> bool:
    """Whether the old line stays beside the new one."""
    return any(one.two_lines for one in job.picks.words.old_lines if one.code == job.brief.old_line)


def service_of(job: JobInput) -> NetworkService:
    """What the job's network gives beyond the terminal."""
    network = job.picks.satellite or job.picks.constellation
    return network.service if network else NetworkService()


def home_of(job: JobInput, service: NetworkService) -> Outcome[HouseholdResult]:
    """Keep, bypass or second router. An old line that stays is a need too.

    What the gateway's own page shows goes before what the stores say of the service.
    """
    brief, terminal, stays = job.brief, job.picks.terminal, old_stays(job)
    needs = [*brief.needs, *(["old_line"] if stays and "old_line" not in brief.needs else [])]
    names = {code: need.name for code, need in by_code(job.picks.words.needs).items()}
    outside = [one.name for one in job.bringup.home_devices if one.from_outside and one.line != "old"]
    if outside:
        needs.append(FROM_OUTSIDE)
        names[FROM_OUTSIDE] = f"Seen from outside: {', '.join(outside)}"
    same = [one.name for one in job.bringup.home_devices if one.fixed_ip]
    if same:
        needs.append(SAME_ADDRESS)
        names[SAME_ADDRESS] = f"Always the same address: {', '.join(same)}"
    seen = _outer(job, service, job.bringup.router_plan)
    if seen is not None and seen.result.shared is not None:
        service = service.model_copy(update={"shared_address": seen.result.shared})
    told = household(
        HouseholdInput(
            needs=needs,
            need_names=names,
            router=terminal.router if terminal else None,
            service=service,
            own_router=bool(job.bringup.own_router_name) or "own_router" in brief.needs or "router" in brief.reused,
            own_two_lines=brief.router_two_lines,
            two_lines=stays,
            plan=job.bringup.router_plan,
        )
    )
    return Outcome(told.result, [*(seen.findings if seen else []), *told.findings])


def _outer(job: JobInput, service: NetworkService, plan: RouterPlan) -> Outcome[OuterResult] | None:
    """What the outer address tells; None where nobody read it, and in a record with one that is none."""
    if not outer_kind(job.bringup.outer_address):
        return None
    return outer_address(OuterInput(address=job.bringup.outer_address, plan=plan, shared_told=service.shared_address))


def lines_of(job: JobInput) -> Outcome[TwoLinesResult]:
    """Address plan and configuration; the new line's gateway is the terminal's own router where nobody said another."""
    told, terminal = job.bringup, job.picks.terminal
    own = terminal.router.address if terminal and terminal.router else ""
    return two_lines(
        TwoLinesInput(
            net=told.home_net,
            devices=told.home_devices,
            plan=told.line_plan,
            new_percent=told.new_line_percent,
            new_gateway=told.new_gateway or own,
            old_gateway=told.old_gateway,
        )
    )


def wireless_of(job: JobInput) -> Outcome[WirelessResult]:
    """The wireless net; whoever is near tries the customer's name first."""
    told = job.bringup
    password = "" if is_masked(told.wifi_password) else told.wifi_password
    known = [*job.brief.customer.split(), *job.brief.address.split()][:20]
    return wireless(
        WirelessInput(name=told.wifi_name, password=password, known=known, kept=told.wifi_kept, rules=job.picks.rules)
    )


def moving_of(job: JobInput) -> Outcome[MoveResult]:
    """The move of the household."""
    told = job.bringup
    return household_move(
        MoveInput(
            devices=told.home_devices,
            stages=job.picks.words.move_stages,
            done=told.moved_stages,
            confirmed_by=told.move_confirmed,
            wireless_kept=told.wifi_kept,
        )
    )


__all__ = ["home_of", "lines_of", "moving_of", "old_stays", "service_of", "wireless_of"]
