"""Made faults inside whole jobs of the demo, for the test and the benchmark of the causes."""

import json
from pathlib import Path

from rindle_bench import made_faults
from rindle_core.catalogue.models import Terminal
from rindle_core.job import JobInput
from rindle_core.stations.bringup.facts import BringUpFacts
from rindle_core.stations.cable.facts import CableFacts
from rindle_core.stations.fold import course_of
from rindle_core.stations.sky.facts import SkyFacts
from tests import golden

BASES = {"circular": "2026-101", "linear": "linear-north", "panel": "2026-106"}
_HAND = {"left": "right", "right": "left", "horizontal": "vertical", "vertical": "horizontal"}


def bases():
    return {kind: golden.read(name)["facts"] for kind, name in BASES.items()}


def base_of(terminal: Terminal, known):
    return known["panel" if terminal.panel else terminal.polarization]


def job_of(case: made_faults.Case, start: JobInput, beam):
    """The demo's job with that terminal, and what the crew of the case knows."""
    facts = dict(case.facts)
    hand, checks, long, blocked = (facts.pop(name, None) for name in ("hand", "power_checks", "long", "blocked"))
    facts["in_front_clear"] = True
    if hand and beam is not None:
        own = beam.hand or beam.plane
        facts["hand_set"] = own if hand == "own" else _HAND[own]
    if checks == "all":
        facts["power_checks"] = [one.code for one in start.picks.words.power_checks]
    changed = {"bringup": BringUpFacts.model_validate(facts)}
    if not start.peak.readings:  # the crew swept, and found nothing
        changed["peak"] = start.peak.model_copy(update={"symptom": "not_found"})
    if long:
        pieces = [{"kind": "outdoor", "length_m": 4.0 * case.terminal.cable.most_m}]
        changed["cable"] = CableFacts.model_validate({**start.cable.model_dump(), "cable_pieces": pieces})
    if blocked:
        points = [{"azimuth_deg": at, "elevation_deg": 80.0, "kind": "tree"} for at in range(0, 360, 30)]
        changed["sky"] = SkyFacts.model_validate({**start.sky.model_dump(), "skylines": [{"points": points}]})
    return start.model_copy(update=changed)


def start_of(terminal: Terminal, known):
    """The demo's job with that terminal and an order that names what it is told."""
    told = {**base_of(terminal, known), "terminal": terminal.model_dump(mode="json")}
    told["cable_code"] = terminal.cable.types[0]
    if told.get("satellite"):
        told["satellite"] = {**told["satellite"], "desk": {"name": "Desk"}}
    examples = {one.code: one.example for one in terminal.entries}
    told |= {
        code: examples[code] for code in ("site_code", "cluster_code", "site_id", "terminal_id") if code in examples
    }
    return JobInput.model_validate(told)


def as_ordered(terminal: Terminal, beam):
    """The terminal with the carrier of its beam as what is typed in: the order has no other."""
    if beam is None:
        return terminal
    entries = [
        one.model_copy(update={"example": f"{beam.carrier_mhz:g}"}) if one.code == "carrier_mhz" else one
        for one in terminal.entries
    ]
    return terminal.model_copy(update={"entries": entries})


def ranked(seed=1):
    """Each case with the codes of the causes that Bring-up names, likeliest first."""
    known = bases()
    stores = json.loads((Path(__file__).parents[1] / "demo" / "terminals.json").read_text("utf-8"))
    terminals = [Terminal.model_validate(one) for one in stores]
    starts = {one.code: start_of(one, known) for one in terminals}
    beams = {code: course_of(start, ("aim",))["aim"].outcome.result.beam for code, start in starts.items()}
    letters = {code: beam.letter for code, beam in beams.items() if beam is not None}
    ordered = [as_ordered(one, beams[one.code]) for one in terminals]
    for case in made_faults.cases(ordered, letters, seed):
        job = job_of(case, starts[case.terminal.code], beams[case.terminal.code])
        result = course_of(job, ("bringup",))["bringup"].outcome.result.bringup
        assert result.stuck, (case.terminal.code, case.name, case.state)
        yield case, [cause.code for cause in result.causes]
