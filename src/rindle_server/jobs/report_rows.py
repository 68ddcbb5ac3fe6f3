"""Rows of the report: what was entered, computed and read at each station, in words."""

from __future__ import annotations

import datetime as dt
from typing import Any

from rindle_core.job import JobAssessment, JobInput
from rindle_core.kernel.units import System, format_money, format_quantity
from rindle_core.science.site import Site
from rindle_core.science.site_clock import told_at
from rindle_core.stations.aim.arc import NeighboursInput, judge_inclined, neighbours
from rindle_core.stations.aim.bearings import SunBearingInput, sun_bearing
from rindle_core.stations.aim.dial_figures import skew_to_set_deg
from rindle_core.stations.aim.outages import SunOutageInput, SunOutageResult, sun_outage
from rindle_core.stations.brief.visit import PLACE_METHODS
from rindle_core.stations.peak.lockdown import SIDES
from rindle_core.stations.peak.rows import MARKS, AxisReading
from rindle_server.jobs.edit import place_on_paper


def aim_rows(facts: JobInput, result: JobAssessment, system: System) -> list[tuple[str, str]]:
    """The figures of Aim with what stands beside them."""
    aim, dial = result.aim, result.dial
    if aim is None:
        return []
    linear = facts.picks.terminal is None or facts.picks.terminal.polarization == "linear"
    corrected = dial is not None and abs(dial.compass_correction_deg) > 0
    rows = [
        (
            "Compass, its correction in" if corrected else "Compass",
            format_quantity(dial.compass_deg if dial else aim.azimuth_magnetic_deg, "compass_deg"),
        ),
        ("True azimuth", f"{aim.azimuth_true_deg:.2f}°"),
        (
            "Declination",
            f"{format_quantity(aim.declination_deg, 'deg')} ± "
            f"{format_quantity(aim.declination_uncertainty_deg, 'deg')}",
        ),
        ("Elevation, geometric", f"{aim.elevation_deg:.2f}°"),
        ("Elevation seen, with refraction", f"{aim.elevation_apparent_deg:.2f}°"),
        ("Skew, clockwise from behind", f"{aim.skew_deg:.2f}°".replace("-", "−"))
        if linear
        else ("Skew", "none to set: the polarization is circular"),
        ("Slant range", format_quantity(aim.slant_range_km, "km", system)),
        ("Round trip", f"{aim.round_trip_ms:.1f} ms"),
    ]
    if linear and dial is not None and dial.skew_correction_deg:
        told = f"{skew_to_set_deg(aim, dial):.1f}°, the mast’s lean in it".replace("-", "−")
        rows.append(("Skew that the plate or feed shows", told))
    if aim.clinometer_deg is not None:
        reading = dial.clinometer_deg if dial else aim.clinometer_deg
        side = f", {dial.clinometer_side}" if dial and dial.clinometer_side else ""
        face = dial.clinometer_face if dial else aim.clinometer_face
        rows.insert(1, (f"Clinometer on the {face}{side}", format_quantity(reading, "deg")))
    return rows + beside_rows(facts, result, system) + outage_rows(facts, result) + arc_rows(facts, result)


def beside_rows(facts: JobInput, result: JobAssessment, system: System) -> list[tuple[str, str]]:
    """Landmarks, spare feeds and the sun's own marks of the bearing, for whoever stands there without a compass."""
    rows = [
        (
            f"Landmark {one.name}",
            f"{one.seen.bearing_deg:.{one.seen.digit_count}f}° true, good to {one.seen.uncertainty_deg:.1f}°"
            f"{' (no surer than a compass)' if one.seen.serves is False else ''}, "
            f"{format_quantity(one.seen.distance_m, 'm', system)}"
            + (
                ""
                if one.seen.lay_off_deg is None
                else f"; turn {abs(one.seen.lay_off_deg):.1f}° "
                f"{'clockwise' if one.seen.lay_off_deg >= 0 else 'anticlockwise'} from it"
            ),
        )
        for one in result.landmarks_seen
    ]
    for one in result.spare_feeds.feeds if result.spare_feeds else []:
        aside, over = one.feed.along_bar_mm, one.feed.height_mm
        rows.append(
            (
                f"Spare feed {one.satellite}",
                f"{format_quantity(abs(aside), 'mm', system)} to the {'right' if aside >= 0 else 'left'} seen from "
                f"behind, {format_quantity(abs(over), 'mm', system)} {'higher' if over >= 0 else 'lower'}, turned "
                f"{one.feed.skew_deg:.1f}°".replace("-", "−"),
            )
        )
    return rows + _sun_rows(facts, result)


def _sun_rows(facts: JobInput, result: JobAssessment) -> list[tuple[str, str]]:
    """When the sun or a shadow shows the bearing on the day of the work, where somebody asked for landmarks."""
    if not facts.aim.landmarks or facts.brief.place is None or result.aim is None or not result.aim.visible:
        return []
    told = sun_bearing(
        SunBearingInput(
            latitude_deg=facts.brief.place[0],
            longitude_deg=facts.brief.place[1],
            date=facts.brief.date,
            azimuth_true_deg=result.aim.azimuth_true_deg % 360.0,
            rules=facts.picks.rules,
        )
    ).result
    return [
        (f"Sun on {facts.brief.date}", f"{one.at:%H:%M} by the site’s clock: {one.instruction}") for one in told.times
    ]


_TOLD = 2  # neighbours on paper: the nearest are those that are mistaken


def arc_rows(facts: JobInput, result: JobAssessment) -> list[tuple[str, str]]:
    """The neighbours that a preset may land on with what tells ours, and the daily swing of one that is not held."""
    terminal, satellite, place = facts.picks.terminal, facts.picks.satellite, facts.brief.place
    if terminal is None or satellite is None or place is None or result.aim is None or not result.aim.visible:
        return []
    near = neighbours(
        NeighboursInput(
            latitude_deg=place[0],
            longitude_deg=place[1],
            height_m=facts.brief.above_sea_m,
            satellite=satellite,
            others=facts.picks.others,
            beamwidth_deg=terminal.beamwidth_deg(),
        )
    ).result.neighbours[:_TOLD]
    rows = [
        (
            f"Could be mistaken: {one.name}",
            f"{one.off_deg:.1f}° away: head {abs(one.azimuth_difference_deg):.1f}° "
            f"{'clockwise' if one.azimuth_difference_deg >= 0 else 'anticlockwise'}, "
            f"{abs(one.elevation_difference_deg):.1f}° {'higher' if one.elevation_difference_deg >= 0 else 'lower'}. "
            f"{one.identity}",
        )
        for one in near
    ]
    site = Site(latitude_deg=place[0], longitude_deg=place[1], height_m=facts.brief.above_sea_m)
    swing, _ = judge_inclined(satellite, site, terminal.beamwidth_deg(), facts.picks.rules)
    if swing is not None:
        rows.append(
            (
                "Daily swing of the satellite",
                f"{swing.azimuth_span_deg:.2f}° in azimuth, {swing.elevation_span_deg:.2f}° in elevation",
            )
        )
    return rows


def outages_on_the_day(facts: JobInput, result: JobAssessment) -> list[tuple[str, str]]:
    """The sun behind the satellite while the crew is there: a fall of the level that is nobody's fault."""
    told = sun_outages_of(facts, result, around=True)  # the day by the site's clock lies in two of UTC
    today = [
        (told_at(one.start, result.zone), one.minutes)
        for one in (told.outages if told else [])
        if told_at(one.start, result.zone)[:10] == facts.brief.date.isoformat()
    ]
    return [("Sun behind the satellite today", f"{at[11:]} for {minutes:.0f} minutes") for at, minutes in today]


def outage_rows(facts: JobInput, result: JobAssessment) -> list[tuple[str, str]]:
    """When the sun will stand behind the satellite in the year from the day of the work, by the site's clock."""
    told = sun_outages_of(facts, result)
    rows = []
    for season in told.seasons if told else []:
        first, last, at = (told_at(one.start, result.zone) for one in (season.first, season.last, season.longest))
        words = f"{first[:10]} to {last[:10]}, up to {season.longest.minutes:.0f} minutes a day about {at[11:]}"
        rows.append(("Sun behind the satellite", words))
    return rows


def sun_outages_of(facts: JobInput, result: JobAssessment, *, around: bool = False) -> SunOutageResult | None:
    """Of the year from the day of the work, or of the days about it; None where no dish looks at a satellite."""
    terminal, satellite, place = facts.picks.terminal, facts.picks.satellite, facts.brief.place
    if terminal is None or satellite is None or place is None or result.aim is None or not result.aim.visible:
        return None
    return sun_outage(
        SunOutageInput(
            latitude_deg=place[0],
            longitude_deg=place[1],
            height_m=facts.brief.above_sea_m,
            satellite_longitude_deg=satellite.longitude_deg,
            beamwidth_deg=terminal.beamwidth_deg(),
            date=facts.brief.date - dt.timedelta(days=1 if around else 0),
            days=3 if around else 366,
        )
    ).result


def brief_rows(facts: JobInput, result: JobAssessment, system: System) -> list[tuple[str, str]]:
    """Customer, place, day and what was chosen."""
    place = place_on_paper(facts.brief) or "not given"
    rows = [("Customer", facts.brief.customer), ("Service wanted", facts.brief.service_wanted), ("Place", place)]
    if facts.brief.place_method:
        off = facts.brief.place_error_m
        within = "" if off is None else f", may be off by {format_quantity(off, 'm', system)}"
        rows.append(("Place found by", f"{PLACE_METHODS[facts.brief.place_method].casefold()}{within}"))
    rows += [
        (
            "Height above sea",
            "not given: the sea's level is taken"
            if facts.brief.height_m is None
            else format_quantity(facts.brief.height_m, "above_sea_m", system),
        ),
        ("Day of the figures", facts.brief.date.isoformat()),
    ]
    if facts.picks.terminal:
        rows.append(("Terminal", facts.picks.terminal.name))
    if facts.picks.satellite:
        rows.append(
            (
                "Satellite",
                f"{facts.picks.satellite.name}, {abs(facts.picks.satellite.longitude_deg):g}° "
                f"{'E' if facts.picks.satellite.longitude_deg >= 0 else 'W'}",
            )
        )
    if facts.picks.constellation:
        rows.append(("Constellation", facts.picks.constellation.name))
    return rows


def sky_rows(facts: JobInput, result: JobAssessment, system: System) -> list[tuple[str, str]]:
    """The position, how it compares, the ways out and the trial."""
    more, rows = result.sky_more, []
    if more is None:
        return []
    if facts.sky.position_letter:
        rows.append(("Planned at", f"position {facts.sky.position_letter}"))
    if more.compared:
        rows.append(("Positions compared", more.compared.why))
    sign = facts.picks.rules.currency
    for one in more.ways.ways if more.ways else []:
        left = [format_quantity(one.out_percent, "percent") + " without service"] if one.out_percent is not None else []
        left += [format_quantity(one.margin_deg, "deg") + " free"] if one.margin_deg is not None else []
        left += [f"costs {sign} {format_money(one.cost_money)}"] if one.cost_money is not None else []
        rows.append((one.what, ", ".join(left)))
    if more.trial:
        rows.append(("Trial", f"{more.trial.available_percent:.1f} % available. {more.trial.because}"))
    if facts.brief.look_again_on:
        rows.append(("Look again on", facts.brief.look_again_on.isoformat()))
    return rows


def service_rows(result: JobAssessment) -> list[dict[str, str]]:
    """Medians before and after."""
    before, after = result.acceptance.before, result.acceptance.after
    named = (("Download", "down_mbps", "mbps"), ("Upload", "up_mbps", "mbps"), ("Latency", "latency_ms", "ms"))

    def cell(figures: Any, name: str, unit: str) -> str:
        return format_quantity(getattr(figures, name), unit) if figures else "not measured"

    return [
        {"what": what, "before": cell(before, name, unit), "after": cell(after, name, unit)}
        for what, name, unit in named
    ]


def heard_or_read(one: AxisReading) -> str:
    """The level of a reading, or what was heard there."""
    return MARKS[one.mark] if one.level_db is None else format_quantity(one.level_db, "db")


def push_rows(facts: JobInput, result: JobAssessment, system: System) -> list[tuple[str, str]]:
    """Levels before and after the lock and each push."""
    held = facts.peak
    told = (
        ("Before tightening", held.lock_before_db),
        ("After tightening", held.lock_after_db),
        ("After a push, top", held.push_top_db),
        ("After a push, bottom", held.push_bottom_db),
        ("After a push, left", held.push_left_db),
        ("After a push, right", held.push_right_db),
        *((f"While pushed, {side}", getattr(held, f"push_{side}_during_db")) for side in SIDES),
        ("Isolation that the desk read", held.desk_isolation_db),
    )
    rows = [(what, format_quantity(level, "db")) for what, level in told if level is not None]
    if held.skew_set_deg is not None:
        rows.append(("Skew as locked, clockwise from behind", format_quantity(held.skew_set_deg, "deg")))
    words = (
        ("Network that it showed", held.seen_network),
        ("Receiving aid tuned to", held.aid_carrier),
        ("Reference carrier seen", held.seen_carrier),
        ("Witness marks", held.witness_text),
    )
    rows += [(what, text) for what, text in words if text]
    return rows + ([("Lock taken back, times", str(held.loosened_count))] if held.loosened_count else [])


__all__ = [
    "aim_rows",
    "arc_rows",
    "beside_rows",
    "brief_rows",
    "heard_or_read",
    "outage_rows",
    "outages_on_the_day",
    "push_rows",
    "service_rows",
    "sky_rows",
    "sun_outages_of",
]
