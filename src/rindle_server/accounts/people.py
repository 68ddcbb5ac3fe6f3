"""The people of the firm: who may sign in, who may change that, and their passwords. Nobody is ever deleted, since
records and histories name them: who leaves is stopped.
"""

from __future__ import annotations

from collections.abc import Iterable

from django.contrib.auth import get_user_model
from django.contrib.auth.models import User
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db import IntegrityError, transaction

from rindle_core.kernel.errors import InputError
from rindle_server.errors import Conflict, NotThere


def everyone() -> list[User]:
    """All accounts, those that may sign in first, by name."""
    return sorted(get_user_model().objects.all(), key=lambda one: (not one.is_active, name_of(one).lower()))


def name_of(user: User) -> str:
    """As the screens, the histories and the records call them."""
    return user.get_full_name() or user.username


def names_of(accounts: Iterable[str]) -> dict[str, str]:
    """Names by account; one that is not of this firm (of a bundle) keeps its own."""
    wanted = set(accounts)
    found = get_user_model().objects.filter(username__in=wanted)
    return {one: one for one in wanted} | {one.username: name_of(one) for one in found}


def manages(user: User) -> bool:
    """Whether this person may add, change and stop others. Where nobody was chosen for it, the first account may."""
    if not user.is_active:
        return False
    chosen = get_user_model().objects.filter(is_staff=True, is_active=True)
    if chosen.exists():
        return user.is_staff
    return user == get_user_model().objects.filter(is_active=True).order_by("pk").first()


def find(username: str) -> User:
    """The account of that sign-in name. Raises NotThere."""
    user: User | None = get_user_model().objects.filter(username=username).first()
    if user is None:
        raise NotThere.one("username", f"Nobody signs in as {username!r}.")
    return user


def _set_password(user: User, password: str) -> None:
    """Raises InputError where it is guessed at once."""
    try:
        validate_password(password, user)
    except ValidationError as error:
        raise InputError.one(
            "password", f"is too easy to guess: {' '.join(error.messages)} Ten characters or more that are no common "
            "word are accepted"
        ) from error  # fmt: skip
    user.set_password(password)


def add(username: str, password: str, name: str = "", may_manage: bool = False) -> User:
    """A new account. Raises InputError that names the field."""
    username = username.strip()
    user: User = get_user_model()(username=username, is_staff=may_manage)
    _rename(user, name)
    try:
        user.clean_fields(exclude=["password"])
    except ValidationError as error:
        raise InputError.one(
            "username", f"{' '.join(error.messages)} Letters, digits and . _ - are accepted"
        ) from error
    _set_password(user, password)
    try:
        with transaction.atomic():
            user.save()
    except IntegrityError as error:
        raise InputError.one("username", f"{username} is taken; another name to sign in with is accepted") from error
    return user


def _rename(user: User, name: str) -> None:
    user.first_name, _, user.last_name = name.strip().partition(" ")


@transaction.atomic
def change(
    user: User,
    name: str | None = None,
    password: str | None = None,
    may_manage: bool | None = None,
    stopped: bool | None = None,
) -> None:
    """Changes what is given. Raises Conflict where nobody would be left who may change people."""
    if name is not None:
        _rename(user, name)
    if password is not None:
        _set_password(user, password)
    if may_manage is not None:
        user.is_staff = may_manage
    if stopped is not None:
        user.is_active = not stopped
    user.save()
    if not any(manages(one) for one in get_user_model().objects.filter(is_active=True)):
        raise Conflict.one("stopped", "Nobody would be left who may sign in and change people: choose another first.")


def change_own_password(user: User, old: str, new: str) -> None:
    """Raises InputError where the old one is not the one that holds."""
    if user.has_usable_password() and not user.check_password(old):
        raise InputError.one("old", "is not the password that holds; the present one is accepted")
    change(user, password=new)


__all__ = ["add", "change", "change_own_password", "everyone", "find", "manages", "name_of"]
