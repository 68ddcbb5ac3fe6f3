"""Signing in and out."""

from __future__ import annotations

from typing import cast

from django.conf import settings
from django.contrib.auth import authenticate, get_user_model, login, logout, update_session_auth_hash
from django.contrib.auth.models import User
from django.http import HttpRequest
from ninja import Router, Schema

from rindle_server.accounts import people
from rindle_server.errors import Conflict

router = Router(tags=["session"])


class SignIn(Schema):
    """Name and password."""

    username: str
    password: str


class NewPassword(Schema):
    """The password that holds, and the one that shall."""

    old: str
    new: str


class Person(Schema):
    """Who is signed in."""

    username: str
    name: str


def person_of(request: HttpRequest) -> Person:
    """The signed-in person of an authenticated request."""
    user = cast(User, request.user)
    return Person(username=user.username, name=people.name_of(user))


@router.post("", auth=None, response=Person)
def sign_in(request: HttpRequest, given: SignIn) -> Person:
    """Starts a session. A wrong pair says so without telling which half was wrong."""
    user = authenticate(request, username=given.username.strip(), password=given.password)
    if user is None:
        raise Conflict.one("password", "This name and password do not go together. Check both and try again.")
    login(request, user)
    return person_of(request)


@router.post("/demo", auth=None, response=Person)
def enter_demo(request: HttpRequest) -> Person:
    """One press into the demo; refused where the firm's own data is served."""
    if not settings.DEMO:
        raise Conflict.one("session", "This is not the demo. Sign in with your name and password.")
    user = get_user_model().objects.order_by("pk").first()
    assert user is not None, "the demo data makes its people"
    login(request, user, backend="django.contrib.auth.backends.ModelBackend")
    return person_of(request)


@router.post("/password", response=Person)
def change_password(request: HttpRequest, given: NewPassword) -> Person:
    """Changes one's own password; other sessions of the same person end."""
    user = cast(User, request.user)
    people.change_own_password(user, given.old, given.new)
    update_session_auth_hash(request, user)
    return person_of(request)


@router.get("", response=Person)
def who(request: HttpRequest) -> Person:
    """Who is signed in."""
    return person_of(request)


@router.delete("", response=None)
def sign_out(request: HttpRequest) -> None:
    """Ends the session."""
    logout(request)
