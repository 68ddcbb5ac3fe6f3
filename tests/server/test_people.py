"""The people of the firm: who may change whom, and that nobody is locked out of their own data."""

import pytest
from django.contrib.auth import get_user_model
from django.test import Client

from rindle_core.kernel.errors import InputError
from rindle_server.accounts import command, people
from tests.server.calls import JSON

PASSWORD = "heron over weir"


@pytest.fixture
def firm(db):
    get_user_model().objects.all().delete()
    people.add("lineo", PASSWORD, "Lineo Phiri", may_manage=True)
    people.add("tau", PASSWORD, "Tau Moeti")
    return {name: signed_in(name) for name in ("lineo", "tau")}


def signed_in(username, password=PASSWORD):
    client = Client()
    told = {"username": username, "password": password}
    return client if client.post("/api/session", told, **JSON).status_code == 200 else None


def new(client, **more):
    told = {"username": "palesa", "password": PASSWORD, "name": "Palesa Ntho", **more}
    return client.post("/api/people", told, **JSON)


def fault(answer):
    return answer.json()["error"]["faults"][0]


def test_who_was_chosen_adds_somebody_who_then_signs_in(firm):
    assert new(firm["lineo"]).status_code == 200
    assert signed_in("palesa").get("/api/session").json()["name"] == "Palesa Ntho"


def test_who_was_not_chosen_changes_nobody_and_is_told_whom_to_ask(firm):
    for answer in (new(firm["tau"]), firm["tau"].patch("/api/people/lineo", {"stopped": True}, **JSON)):
        assert answer.status_code == 409
        assert "Lineo Phiri" in fault(answer)["message"]
    assert signed_in("lineo")


@pytest.mark.parametrize(
    ("more", "field"),
    [({"password": "password123"}, "password"), ({"username": "tau"}, "username"), ({"username": "a b/"}, "username")],
)
def test_what_cannot_be_taken_names_its_field(firm, more, field):
    answer = new(firm["lineo"], **more)
    assert (answer.status_code, fault(answer)["field"]) == (422, field)
    assert "accepted" in fault(answer)["message"]


def test_a_stopped_person_is_out_at_once_and_keeps_their_name(firm):
    assert firm["lineo"].patch("/api/people/tau", {"stopped": True}, **JSON).status_code == 200
    assert firm["tau"].get("/api/jobs").status_code == 401
    assert signed_in("tau") is None
    row = next(one for one in firm["lineo"].get("/api/people").json()["people"] if one["username"] == "tau")
    assert (row["name"], row["stopped"]) == ("Tau Moeti", True)
    firm["lineo"].patch("/api/people/tau", {"stopped": False}, **JSON)
    assert signed_in("tau")


@pytest.mark.parametrize("change", [{"stopped": True}, {"may_manage": False, "stopped": True}])
def test_the_last_who_may_change_people_cannot_shut_everybody_out(firm, change):
    firm["lineo"].patch("/api/people/tau", {"stopped": True}, **JSON)
    answer = firm["lineo"].patch("/api/people/lineo", change, **JSON)
    assert answer.status_code == 409
    assert signed_in("lineo").get("/api/people").json()["may_manage"]


def test_one_changes_ones_own_password_by_the_old_one(firm):
    wrong = firm["tau"].post("/api/session/password", {"old": "not that", "new": "reed and sedge 4"}, **JSON)
    assert (wrong.status_code, fault(wrong)["field"]) == (422, "old")
    weak = firm["tau"].post("/api/session/password", {"old": PASSWORD, "new": "1234567890"}, **JSON)
    assert fault(weak)["field"] == "password"
    assert signed_in("tau")
    other = signed_in("tau")
    done = firm["tau"].post("/api/session/password", {"old": PASSWORD, "new": "reed and sedge 4"}, **JSON)
    assert done.status_code == 200
    assert firm["tau"].get("/api/session").status_code == 200  # this device stays in
    assert other.get("/api/session").status_code == 401  # the others do not
    assert signed_in("tau", "reed and sedge 4")


def test_a_data_folder_of_before_has_its_first_account_for_that(firm):
    get_user_model().objects.update(is_staff=False)
    told = {one["username"]: one["may_manage"] for one in firm["tau"].get("/api/people").json()["people"]}
    assert told == {"lineo": True, "tau": False}


def test_who_holds_the_machine_sets_a_forgotten_password(firm, monkeypatch, capsys):
    monkeypatch.setattr("sys.stdin.isatty", lambda: False)
    monkeypatch.setenv("RINDLE_PASSWORD", "reed and sedge 4")
    command.run("password", "tau", "", may_manage=False)
    assert signed_in("tau", "reed and sedge 4")
    command.run("stop", "tau", "", may_manage=False)
    assert "stopped" in next(line for line in capsys.readouterr().out.splitlines()[::-1] if line.startswith("tau"))
    with pytest.raises(SystemExit, match="username"):
        command.run("start", "nobody", "", may_manage=False)
    with pytest.raises(SystemExit, match="needs the name"):
        command.run("add", "", "", may_manage=False)


@pytest.mark.turns(days=6)
def test_nobody_without_a_name_to_sign_in_with(firm):
    with pytest.raises(InputError, match="accepted"):
        people.add("  ", PASSWORD)
