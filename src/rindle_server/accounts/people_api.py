"""The people of the firm over HTTP: everybody sees who is there, those who were chosen for it change it."""

from __future__ import annotations

import datetime as dt
from typing import cast

from django.contrib.auth.models import User
from django.http import HttpRequest
from ninja import Router, Schema
from pydantic import Field

from rindle_server.accounts import people
from rindle_server.errors import Conflict

router = Router(tags=["people"])


class PersonOut(Schema):
    """Somebody who may or might sign in."""

    username: str
    name: str
    may_manage: bool
    stopped: bool
    last_seen_at: dt.datetime | None = Field(description="Last sign-in")
    is_me: bool


class PeopleOut(Schema):
    """All of them, and whether the one who asks may change them."""

    people: list[PersonOut]
    may_manage: bool


class PersonNew(Schema):
    """A new account."""

    username: str = Field(max_length=150)
    name: str = Field(default="", max_length=150)
    password: str = Field(max_length=200)
    may_manage: bool = False


class PersonPatch(Schema):
    """What is changed of an account."""

    name: str | None = Field(default=None, max_length=150)
    password: str | None = Field(default=None, max_length=200)
    may_manage: bool | None = None
    stopped: bool | None = None


def _told(request: HttpRequest) -> PeopleOut:
    me = cast(User, request.user)
    rows = [
        PersonOut(
            username=one.username,
            name=people.name_of(one),
            may_manage=people.manages(one),
            stopped=not one.is_active,
            last_seen_at=one.last_login,
            is_me=one == me,
        )
        for one in people.everyone()
    ]
    return PeopleOut(people=rows, may_manage=people.manages(me))


def _must_manage(request: HttpRequest) -> None:
    if not people.manages(cast(User, request.user)):
        who = ", ".join(people.name_of(one) for one in people.everyone() if people.manages(one))
        raise Conflict.one("people", f"Only who was chosen for it changes people: ask {who}.")


@router.get("", response=PeopleOut)
def show(request: HttpRequest) -> PeopleOut:
    """Who is there."""
    return _told(request)


@router.post("", response=PeopleOut)
def add(request: HttpRequest, given: PersonNew) -> PeopleOut:
    """Adds somebody."""
    _must_manage(request)
    people.add(given.username, given.password, given.name, given.may_manage)
    return _told(request)


@router.patch("/{username}", response=PeopleOut)
def change(request: HttpRequest, username: str, given: PersonPatch) -> PeopleOut:
    """Changes somebody, stops them, or lets them in again. A stopped person's sessions end at once."""
    _must_manage(request)
    people.change(people.find(username), **given.dict(exclude_unset=True))
    return _told(request)
