"""Who may do the work, and what a hazard stops until somebody competent has released it."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterable, Sequence
from typing import Annotated

from pydantic import Field

from rindle_core.catalogue.crew import Member
from rindle_core.catalogue.house_words import WORKS, Hazard, HouseWords, Work, by_code
from rindle_core.kernel.days import Day
from rindle_core.kernel.entry import Entry
from rindle_core.kernel.findings import Finding, Kind, Level
from rindle_core.kernel.model import Model, Row


class Release(Row):
    """Somebody competent lets work go on that a hazard had stopped, and says what that rests on."""

    hazard: Annotated[str, Entry("Hazard")] = Field(min_length=1, max_length=40, description="Its code")
    by: Annotated[str, Entry("Released by")] = Field(min_length=2, max_length=120)
    how: Annotated[str, Entry("What it rests on")] = Field(min_length=5, max_length=300)
    on: Annotated[Day | None, Entry("Holds on")] = Field(
        default=None, description="The day for which it was given; empty: whenever the work is done"
    )

    def holds(self, day: dt.date) -> bool:
        """Whether it was given for that day, or for any."""
        return self.on is None or self.on == day


class RoleHeld(Model):
    """A role of somebody named, and what shows it on the day of the work."""

    name: str
    holds: bool = Field(description="Whether it needs no certificate, or one holds on the day of the work")
    papers: list[str] = Field(description="The certificates of that role, each with its last day")
    said: str = Field(description="Empty for a role that needs no certificate")


class PersonNamed(Model):
    """Somebody who does the work of this job."""

    name: str
    contact: str
    roles: list[RoleHeld]


class Stop(Model):
    """A hazard that stops work wherever it is there."""

    hazard: str = Field(description="Its code")
    name: str
    there: bool = Field(description="Whether it was ticked for this site")
    works: str = Field(description="What it stops, in words")
    released_by: str = Field(description="What lets the work go on")


def named(crew: Sequence[Member], codes: Iterable[str]) -> list[Member]:
    """The people of the stores' crew that a job names, in its order."""
    known = {one.code: one for one in crew}
    return [known[code] for code in codes if code in known]


def _role_held(person: Member, code: str, words: HouseWords, on: dt.date) -> RoleHeld:
    role = by_code(words.roles).get(code)
    name = role.name if role else code
    papers = [one for one in person.certificates if one.role == code]
    told = [
        f"{one.name} {one.number}".strip() + (f", until {one.expires_on}" if one.expires_on else "") for one in papers
    ]
    if role is not None and not role.certified:
        return RoleHeld(name=name, holds=True, papers=told, said="")
    if person.shows(code, on):
        last = max(one.expires_on or dt.date.max for one in papers)
        said = "certificate without a last day" if last == dt.date.max else f"certificate until {last}"
        return RoleHeld(name=name, holds=True, papers=told, said=said)
    ran_out = max((one.expires_on for one in papers if one.expires_on), default=None)
    said = f"certificate ran out on {ran_out}" if ran_out else "no certificate in Stores"
    return RoleHeld(name=name, holds=False, papers=told, said=said)


def crew_of(people: Iterable[Member], words: HouseWords, on: dt.date) -> list[PersonNamed]:
    """Those who are named, each role with what shows it on the day of the work."""
    return [
        PersonNamed(name=one.name, contact=one.contact, roles=[_role_held(one, code, words, on) for code in one.roles])
        for one in people
    ]


def stops_in(words: HouseWords, hazards: Iterable[str]) -> list[Stop]:
    """Every hazard of the house's words that stops work, and whether it is there on this site."""
    there = set(hazards)
    return [
        Stop(
            hazard=one.code,
            name=one.name,
            there=one.code in there,
            works=" or ".join(WORKS[work] for work in one.stops),
            released_by=one.released_by,
        )
        for one in words.hazards
        if one.stops
    ]


def who_may(people: Iterable[Member], work: Work, words: HouseWords, on: dt.date) -> tuple[list[str], list[str]]:
    """Names of those who may do it on that day, and of those whose certificate does not show it then."""
    may, lapsed = [], []
    roles = [one for one in words.roles if work in one.may]
    for person in people:
        held = [one for one in roles if one.code in person.roles]
        if any(not one.certified or person.shows(one.code, on) for one in held):
            may.append(person.name)
        elif held:
            lapsed.append(person.name)
    return may, lapsed


def judge_competence(
    kind: Kind, work: Work, people: Sequence[Member], words: HouseWords, on: dt.date, *, level: Level = Level.HOLD
) -> Finding:
    """Whether somebody named may do one kind of work on that day. Not known while nobody is named."""
    said = WORKS[work]
    if not people:
        return kind.missing(f"Who is competent for {said} is not said", "Name the people of this job at Brief.")
    may, lapsed = who_may(people, work, words, on)
    if may:
        return kind(Level.CLEAR, f"{', '.join(may)}: competent for {said}", "By role and certificate in Stores.")
    return kind(
        level,
        f"Nobody of this job is competent for {said}",
        f"{', '.join(lapsed)}: the role is entered, and no certificate for it that holds on {on}."
        if lapsed
        else "No one named has a role that may do it.",
        clears_by="Name somebody who may, or enter role and certificate in Stores; hire someone where nobody may.",
    )


def judge_crew(kind: Kind, codes: Sequence[str], crew: Sequence[Member], words: HouseWords, on: dt.date) -> Finding:
    """Whether those who do the work are named, known in Stores, and hold their certificates on the day of the work."""
    people = named(crew, codes)
    if not codes:
        return kind.missing("Who does the work is not named", "Name the people of the crew; Stores keep them.")
    certified = {one.code: one.name for one in words.roles if one.certified}
    open_points = [
        f"{person.name}: no certificate for “{certified[role]}” that holds on {on}"
        for person in people
        for role in person.roles
        if role in certified and not person.shows(role, on)
    ]
    open_points += [f"“{code}” is no longer in Stores" for code in codes if code not in {one.code for one in people}]
    if open_points:
        return kind(
            Level.MIND,
            "Not everybody named may do all of their roles on the day",
            f"{'; '.join(open_points)}.",
            clears_by="Renew the certificate and enter it in Stores, or name somebody else.",
        )
    return kind(Level.CLEAR, f"The work is done by {', '.join(one.name for one in people)}", "")


def release_of(hazard: str, releases: Sequence[Release], on: dt.date) -> Release | None:
    """The release of a hazard that counts on a day; of several the last that holds on it, else the last."""
    of_it = sorted((one for one in releases if one.hazard == hazard), key=lambda one: one.holds(on))
    return of_it[-1] if of_it else None


def _judge_release(
    kind: Kind, told: Hazard, release: Release | None, crew: Sequence[Member], words: HouseWords, on: dt.date, said: str
) -> Finding:
    if release is None:
        return kind(
            Level.HOLD,
            f"{told.name}: no {said} yet",
            told.text,
            clears_by=f"Have it released by somebody competent, at Brief, Crew and risks. {told.released_by}".strip(),
        )
    if not release.holds(on):
        return kind(
            Level.HOLD,
            f"{told.name}: released for another day",
            f"For {release.on}, and the work is on {on}: a line is live again, a guard is gone.",
            clears_by="Have it released anew for the day of the work; leave its day empty where it holds on any.",
        )
    known = [one for one in crew if one.name.casefold() == release.by.strip().casefold()]
    may, _ = who_may(known, "release", words, on)
    if may:
        return kind(Level.CLEAR, f"{told.name}: released for {said} by {release.by}", release.how)
    if crew:
        return kind(
            Level.HOLD,
            f"{told.name}: {release.by} may not release it",
            "Stores show no role and certificate for it that hold on that day.",
            clears_by="Have it released by somebody whose role in Stores may do so.",
        )
    return kind(
        Level.MIND,
        f"{told.name}: released for {said} by {release.by}, whose competence is not shown",
        release.how,
        clears_by="Keep the crew with roles and certificates in Stores.",
    )


def stopped_works(
    hazards: Iterable[str],
    releases: Sequence[Release],
    crew: Sequence[Member],
    words: HouseWords,
    on: dt.date,
) -> dict[Work, list[str]]:
    """Which work is stopped, and the names of the hazards that stop it."""
    names = {one.code: one.name for one in words.hazards}
    stopped: dict[Work, list[str]] = {}
    asked = Kind("{}", "")
    for work in WORKS:
        held = [
            one.code
            for one in judge_stops(asked, [work], hazards, releases, crew, words, on)
            if one.level is Level.HOLD
        ]
        if held:
            stopped[work] = [names[code] for code in held]
    return stopped


def judge_stops(
    kind: Kind,
    works: Sequence[Work],
    hazards: Iterable[str],
    releases: Sequence[Release],
    crew: Sequence[Member],
    words: HouseWords,
    on: dt.date,
) -> list[Finding]:
    """What the hazards of the site stop of this work, or who has released it."""
    known = by_code(words.hazards)
    found = []
    for code in hazards:
        told = known.get(code)
        stopped = [one for one in works if told and one in told.stops]
        if told and stopped:
            said = " or ".join(WORKS[one] for one in stopped)
            release = release_of(code, releases, on)
            found.append(_judge_release(kind.of(code), told, release, crew, words, on, said))
    return found


__all__ = [
    "PersonNamed",
    "Release",
    "RoleHeld",
    "Stop",
    "crew_of",
    "judge_competence",
    "judge_crew",
    "judge_stops",
    "named",
    "release_of",
    "stopped_works",
    "stops_in",
    "who_may",
]
