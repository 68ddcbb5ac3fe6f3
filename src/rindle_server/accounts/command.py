"""`./rindle account`: the people of the firm from the command line."""

from __future__ import annotations

import getpass
import os
import sys
from collections.abc import Callable
from types import ModuleType

from django.contrib.auth.models import User

from rindle_core.kernel.errors import InputError
from rindle_server.accounts import people


def asked_password() -> str:
    """Asks at the terminal, or takes RINDLE_PASSWORD where nobody can answer."""
    if sys.stdin.isatty():
        return getpass.getpass("Password (10 characters or more, no common one): ")
    return os.environ.get("RINDLE_PASSWORD", "")


def told_off(act: Callable[[ModuleType], object]) -> None:
    """Does something with the people of the firm; what is refused ends the program in a sentence."""
    try:
        act(people)
    except InputError as error:
        raise SystemExit(" ".join(f"{one.field} {one.message}" for one in error.faults)) from error


def run(act: str, username: str, name: str, may_manage: bool) -> None:
    """Lists, adds, stops and lets in again, gives a new password or the right to change people; prints who is there."""
    if act != "list" and not username:
        raise SystemExit(f"`./rindle account {act}` needs the name to sign in with.")
    if act == "add":
        password = asked_password()
        told_off(lambda people: people.add(username, password, name, may_manage))
    elif act == "password":
        password = asked_password()
        told_off(lambda people: people.change(people.find(username), password=password))
    elif act in ("stop", "start"):
        told_off(lambda people: people.change(people.find(username), stopped=act == "stop"))
    elif act == "manage":
        told_off(lambda people: people.change(people.find(username), may_manage=True, stopped=False))
    print("\n".join(_lines()) or "No account yet.")


def _lines() -> list[str]:
    def state(one: User) -> str:
        if not one.is_active:
            return "stopped"
        return "may change people" if people.manages(one) else ""

    return [f"{one.username:20} {people.name_of(one):30} {state(one)}".rstrip() for one in people.everyone()]


__all__ = ["asked_password", "run", "told_off"]
