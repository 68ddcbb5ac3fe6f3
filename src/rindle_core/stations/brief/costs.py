"""What the change costs: once, each month, and while both lines run."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from rindle_core.kernel.entry import Entry
from rindle_core.kernel.model import Model, Row
from rindle_core.kernel.registry import Outcome, register

CostKind = Literal["once", "new_month", "old_month"]


class CostItem(Row):
    """An amount in the firm's currency."""

    item: Annotated[str, Entry("Item")] = Field(min_length=1, max_length=120)
    kind: Annotated[
        CostKind,
        Entry(
            "Paid",
            choices={"once": "once", "new_month": "each month, new service", "old_month": "each month, old line"},
        ),
    ] = Field(default="once", description="once; each month of the new service; each month of the old one")
    amount_money: Annotated[float, Entry("Amount")] = Field(ge=0, le=1e9, description="In the firm's currency")


class CostsInput(Model):
    """All items, and how long both services are paid for."""

    items: list[CostItem] = Field(default_factory=list, max_length=100)
    overlap_month_count: float = Field(default=0.0, ge=0, le=60)


class CostsResult(Model):
    """Sums in the firm's currency."""

    once_money: float
    new_month_money: float
    old_month_money: float
    overlap_money: float = Field(description="The old line's fees while both run")
    first_year_money: float = Field(description="All that is paid in the first twelve months")
    month_difference_money: float = Field(description="New less old, each month once the old line has ended")


@register("costs", "Cost of kit, work and fees, with the overlap of two services", CostsInput, CostsResult)
def costs(given: CostsInput) -> Outcome[CostsResult]:
    """Plain sums: first year = once + 12 new months + the overlap's old months."""
    once, new, old = (
        sum(one.amount_money for one in given.items if one.kind == kind) for kind in ("once", "new_month", "old_month")
    )
    overlap = old * min(given.overlap_month_count, 12.0)
    result = CostsResult(
        once_money=once,
        new_month_money=new,
        old_month_money=old,
        overlap_money=overlap,
        first_year_money=once + 12.0 * new + overlap,
        month_difference_money=new - old,
    )
    return Outcome(result, [])


__all__ = ["CostItem", "CostKind", "CostsInput", "CostsResult", "costs"]
