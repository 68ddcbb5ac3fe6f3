"""Mount, cable and earth on paper in short; what was tried and measured is told in the blocks beneath."""

from __future__ import annotations

from rindle_core.job import JobAssessment, JobInput
from rindle_core.kernel.units import System, format_amount, format_quantity

Rows = list[tuple[str, str]]


def mount_rows(facts: JobInput, result: JobAssessment, system: System) -> Rows:
    """The mount as it stands."""
    told, kind = facts.mount, result.mount_kind
    if kind is None:
        return []
    rows: Rows = [("Mount", kind.name)]
    if told.mast_diameter_mm is not None:
        both = [told.mast_diameter_mm, *([told.mast_other_diameter_mm] if told.mast_other_diameter_mm else [])]
        rows.append(("Mast outer diameter", " and ".join(format_quantity(one, "mm", system) for one in both)))
    if result.site_wind is not None:
        gust = format_quantity(result.site_wind.design_gust_mps, "mps", system)
        source = told.gust_source or ("of this place" if told.design_gust_mps is not None else "the firm’s")
        rows.append(("Gust to survive", f"{gust}, {source}"))
    if result.fixings is not None and result.fixing is not None:
        use = result.fixings.use_share
        known = "what it bears is not known" if use is None else f"{100 * use:.0f} % of what the worst may bear"
        rows.append(("Fixings", f"{len(result.fixings.holes)} × {result.fixing.name}: {known}"))
        drill, torque = result.fixings.drill_mm, result.fixings.torque_nm
        turned = "by feel, the last turns by hand" if torque is None else format_quantity(torque, "nm", system)
        bored = "" if drill is None else f"drilled {format_quantity(drill, 'mm', system)}, "
        rows.append(("Fixings are set", f"{bored}tightened {'' if torque is None else 'with '}{turned}"))
    if result.footing is not None:
        rows += _concrete_rows(facts, result, system)
    if result.ballast is not None and told.block_count is not None:
        rows.append(("Blocks", f"{told.block_count}, {format_quantity(result.ballast.laid_kg, 'kg', system)}"))
    rows += [(f"Looked at {_every(one.look_years)}", f"{one.what}: {one.why}") for one in kind.ageing]
    return rows


def _every(years: float) -> str:
    if years == 1:
        return "every year"
    return f"every {12 * years:.0f} months" if years < 1 else f"every {years:g} years"


def _concrete_rows(facts: JobInput, result: JobAssessment, system: System) -> Rows:
    told, found = facts.mount, result.footing
    rows: Rows = []
    if told.services_located_by and told.services_located_on:
        on = f"{told.services_located_on:%Y-%m-%d}"
        rows.append(("Buried services found and marked", f"{told.services_located_by}, {on}"))
    if found is not None:
        depth = format_quantity(found.depth_m, "m", system)
        rows.append(
            ("Footing", f"{depth} deep, {found.bag_count} bags, {format_quantity(found.volume_m3, 'm3', system)}")
        )
    if told.poured_at is not None:
        rows.append(("Poured", f"{told.poured_at:%Y-%m-%d %H:%M}"))
    if result.curing is not None:
        rows += [(one.name, f"{one.at:%Y-%m-%d %H:%M}") for one in result.curing.stages if one.at is not None]
    return rows


def cable_rows(facts: JobInput, result: JobAssessment, system: System) -> Rows:
    """Cut list, hole, tests and readings of the way to earth."""
    told, rows = facts.cable, []
    if result.cable_list is not None:
        for cut in result.cable_list.cuts:
            way, cut_m = (format_quantity(one, "m", system) for one in (cut.length_m, cut.cut_m))
            least = "at least " if cut.untold_count else ""
            rows.append((f"Cable {cut.run}", f"{least}{way}, cut to {least}{cut_m}"))
        rows += [(one.name, format_amount(one.amount, one.unit, system)) for one in result.cable_list.consumables]
    if result.wall_hole is not None:
        hole = format_quantity(told.hole_mm, "mm", system) if told.hole_mm is not None else "not told"
        closed = f", closed with {told.sealed_by}" if told.sealed_by else ""
        drop = format_quantity(result.wall_hole.drop_mm, "mm", system)
        fall = f", to fall {drop} outwards" if result.wall_hole.drills else ", an old hole"
        rows.append(("Hole in the wall", f"{hole}{fall}{closed}"))
    if result.earth is not None:
        made = f"{result.earth.done_count} of {len(result.earth.steps)} made"
        rows.append(("Way to earth", made))
        if told.earth_why_not:
            rows.append(("Not bonded to the building", told.earth_why_not))
    return rows


__all__ = ["cable_rows", "mount_rows"]
