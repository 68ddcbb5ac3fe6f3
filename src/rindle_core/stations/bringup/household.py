"""The network behind the terminal: what the customer needs against what router and service can do, plan by plan."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from rindle_core.catalogue.modem import NetworkService, Router
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.stations.bringup.facts import ROUTER_PLANS, RouterPlan
from rindle_core.stations.bringup.findings import GATEWAY, NET_NEED, TRANSLATED

Met = Literal["yes", "no", "unknown", "mind"]
PLANS: tuple[RouterPlan, ...] = ("keep", "bypass", "second")
FROM_OUTSIDE = "from_outside"  # a device that is said to be seen from outside, whatever the customer's list of needs is
SAME_ADDRESS = "same_address"  # a device that is always to have the same address inside
_NEEDS_HERE = (
    "calls",
    "cameras",
    FROM_OUTSIDE,
    SAME_ADDRESS,
    "fixed_address",
    "old_line",
    "own_router",
    "remote_work",
    "guests",
    "telephone",
)


class HouseholdInput(Model):
    """Codes of the customer's needs, what the boxes can do, and what was decided."""

    needs: list[str] = Field(default_factory=list, max_length=40)
    need_names: dict[str, str] = Field(default_factory=dict)
    router: Router | None = None
    service: NetworkService = NetworkService()
    own_router: bool = Field(default=False, description="There is another router that could be the gateway")
    own_two_lines: bool = Field(default=False, description="And it takes two lines")
    two_lines: bool = Field(default=False, description="The old line stays beside the new one")
    plan: RouterPlan = ""


class NeedMet(Model):
    """A need under a plan."""

    code: str
    name: str
    met: Met
    how: str


class NetPlan(Model):
    """A way to build the net."""

    plan: RouterPlan
    name: str
    possible: bool
    why_not: str
    needs: list[NeedMet]
    loses: list[str]
    translation_count: int | None = Field(
        description="Times that addresses are translated; None: the service's is not told"
    )


class HouseholdResult(Model):
    """Every plan, and the one that is proposed."""

    plans: list[NetPlan]
    proposed: RouterPlan
    because: str


def _inward(given: HouseholdInput, plan: RouterPlan) -> tuple[Met, str]:
    """Whether a device can be reached from outside."""
    service, router = given.service, given.router
    if service.shared_address:
        ways = ["a way out that the device opens itself (its maker’s relay, or a tunnel)"]
        if service.fixed_address:
            ways.append("a fixed address, ordered from the operator")
        if given.two_lines:
            ways.append("it stays on the old line")
        return "no", f"Many customers share the address, so nothing reaches in. Instead: {', or '.join(ways)}."
    if service.shared_address is None:
        return "unknown", "Whether the service shares its address between customers is not told: ask the operator."
    if plan == "keep":
        if router is None or not router.opens_ports:
            return "no", "The terminal’s own router opens no ports."
        stays, how = _same_address(router)
        return stays, f"Open its port at the router. {how}"
    if plan == "bypass":
        return "yes", "Open its port at your own router."
    can = router is not None and router.opens_ports
    return ("mind", "Open its port at both routers.") if can else ("no", "The first router opens no ports.")


def _same_address(router: Router | None) -> tuple[Met, str]:
    """Whether the terminal's own router keeps a device at its address: a port opened to another one opens nothing."""
    if router is not None and router.fixed_leases:
        return "yes", "It gives a device its address by the hardware address."
    return "mind", "It gives no address that stays: set it in the device itself, outside what the router gives out."


def _guests(given: HouseholdInput, plan: RouterPlan) -> tuple[Met, str]:
    """Whether guests get a net of their own."""
    if plan != "keep":
        return "yes", "A net of its own for guests at your own router."
    can = given.router is not None and given.router.guest_net
    return ("yes", "The router has a net for guests.") if can else ("no", "Its router has no net for guests.")


def _both_lines(given: HouseholdInput, plan: RouterPlan) -> tuple[Met, str]:
    """Whether the old line can stay beside the new one."""
    if plan == "keep":
        can = given.router is not None and given.router.two_lines
        return ("yes", "Its router takes both lines.") if can else ("no", "Its router takes one line only.")
    if given.own_two_lines:
        return "yes", "Your own router takes both."
    return "unknown", "Whether your own router takes two lines is not said at Brief."


def _need(given: HouseholdInput, plan: RouterPlan, code: str) -> tuple[Met, str]:
    """How a need fares under a plan."""
    router, twice = given.router, plan == "second"
    match code:
        case "cameras" | "from_outside":
            return _inward(given, plan)
        case "same_address":
            if plan == "keep":
                return _same_address(router)
            return "yes", "Reserved at your own router by its hardware address; else set in the device itself."
        case "fixed_address":
            told = given.service.fixed_address
            if told is None:
                return "unknown", "Whether it can be ordered is not told: ask the operator."
            return ("yes", "Ordered from the operator.") if told else ("no", "The service has none to order.")
        case "remote_work":
            how = "A tunnel that is opened from inside works behind shared addresses; try it with the customer’s own."
            return ("mind", f"{how} Translated twice, some need NAT traversal switched on.") if twice else ("yes", how)
        case "calls" | "telephone":
            how = "Judged by the gaps and the delay at Hand over."
            return (
                ("mind", f"{how} Translated twice, a telephone may be heard one way only.") if twice else ("yes", how)
            )
        case "guests":
            return _guests(given, plan)
        case "old_line":
            return _both_lines(given, plan)
        case "own_router":
            if plan == "keep":
                return "no", "The customer’s router would be taken out."
            return ("mind", "It stays, behind the terminal’s own: translated twice.") if twice else ("yes", "It stays.")
    return "yes", ""


def _why_not(given: HouseholdInput, plan: RouterPlan) -> str:
    if plan == "keep":
        return "" if given.router else "The terminal has no router of its own."
    if plan == "bypass" and given.router and not given.router.bypass:
        return "The terminal’s own router has no bypass."
    if plan == "second" and given.router is None:
        return "The terminal has no router of its own that another could stand behind."
    return "" if given.own_router else "There is no other router here: one has to be brought."


_NAMED_ALONE = "Another router is the gateway: the terminal has none"


def _loses(given: HouseholdInput, plan: RouterPlan) -> list[str]:
    if plan == "keep":
        return []
    if plan == "bypass":
        return list(given.router.bypass_loses) if given.router else []
    return ["One more box that can fail and wants power", "Devices behind the two routers do not find each other"]


def _translations(given: HouseholdInput, plan: RouterPlan) -> int | None:
    if given.service.shared_address is None:
        return None
    return int(given.service.shared_address) + (2 if plan == "second" and given.router else 1)


def _plan(given: HouseholdInput, plan: RouterPlan) -> NetPlan:
    why_not = _why_not(given, plan)
    needs = []
    for code in given.needs:
        if code in _NEEDS_HERE:
            met, how = _need(given, plan, code)
            needs.append(NeedMet(code=code, name=given.need_names.get(code, code), met=met, how=how))
    return NetPlan(
        plan=plan,
        name=_NAMED_ALONE if plan == "bypass" and given.router is None else ROUTER_PLANS[plan],
        possible=not why_not,
        why_not=why_not,
        needs=needs,
        loses=_loses(given, plan),
        translation_count=_translations(given, plan),
    )


_WORSE: dict[Met, float] = {"no": 3.0, "unknown": 1.0, "mind": 0.5, "yes": 0.0}


@register(
    "household",
    "Keep, bypass or second router: what each means for the customer's needs",
    HouseholdInput,
    HouseholdResult,
)
def household(given: HouseholdInput) -> Outcome[HouseholdResult]:
    """Keeping the terminal's own router is proposed unless it leaves a need unmet that another plan meets.

    Where it has none and no other is there either, one has to be brought: that one is the gateway then.
    """
    plans = [_plan(given, plan) for plan in PLANS]
    possible = [one for one in plans if one.possible] or [one for one in plans if one.plan == "bypass"]
    best = min(possible, key=lambda one: (sum(_WORSE[need.met] for need in one.needs), PLANS.index(one.plan)))
    keep = plans[0]
    short = [need.name for need in keep.needs if need.met == "no"] if best is not keep and keep.possible else []
    chosen = next((one for one in plans if one.plan == given.plan), best)
    because = (
        best.why_not
        if not best.possible
        else f"With its own router these are not met: {', '.join(short)}."
        if short
        else "Nothing that is needed asks for more."
        if best is keep
        else keep.why_not or "It meets more of what is needed."
    )
    return Outcome(HouseholdResult(plans=plans, proposed=best.plan, because=because), _judge(given, chosen))


def _judge(given: HouseholdInput, chosen: NetPlan) -> list[Finding]:
    if not given.plan:
        return []
    found = []
    if not chosen.possible:
        found.append(
            GATEWAY(Level.HOLD, "The gateway chosen cannot be had", chosen.why_not, clears_by="Choose another one.")
        )
    for need in chosen.needs:
        level = {"yes": Level.CLEAR, "mind": Level.MIND, "no": Level.MIND, "unknown": Level.UNKNOWN}[need.met]
        said = {
            "yes": "nothing of the gateway is against it",
            "mind": "can be had, with care",
            "no": "is not met",
            "unknown": "is not settled",
        }
        found.append(
            NET_NEED.of(need.code)(
                level,
                f"{need.name}: {said[need.met]}",
                need.how,
                clears_by=""
                if need.met == "yes"
                else "Choose another gateway, or settle it with the customer and say so.",
            )
        )
    if chosen.translation_count is not None and chosen.translation_count > 1:
        found.append(
            TRANSLATED(
                Level.MIND,
                "Addresses are translated more than once",
                "Games, telephones and tunnels may fail by it, and nothing is reached from outside.",
                figure=float(chosen.translation_count),
                limit=1.0,
                bound="at_most",
                clears_by="Bypass instead of a second router."
                if chosen.plan == "second"
                else "Only a fixed address from the operator ends it; else know it when something fails.",
            )
        )
    return found


__all__ = ["PLANS", "HouseholdInput", "HouseholdResult", "NeedMet", "NetPlan", "household"]
