"""Changing a job over the API as the screens do: each fact at its station."""

import json

from rindle_core.stations.entries import home_of

JSON = {"content_type": "application/json"}


def change(client, number, seen=None, **facts):
    """Sends the facts to their stations, one after the other; gives the last answer, or the first refusal."""
    rooms = {}
    for name, value in facts.items():
        rooms.setdefault(home_of(name), {})[name] = value
    headers = {} if seen is None else {"X-Rindle-Seen": str(seen)}
    for room, told in rooms.items():
        answer = client.patch(f"/api/jobs/{number}/{room}", json.dumps(told), headers=headers, **JSON)
        if answer.status_code != 200:
            break
    return answer


def faults(answer):
    """What was refused, by field."""
    return {fault["field"]: fault["message"] for fault in answer.json()["error"]["faults"]}
