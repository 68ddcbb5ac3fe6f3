"""What people call each choice of the stores' forms: no code stands alone on a screen."""

from __future__ import annotations

import json
from collections.abc import Mapping
from importlib.resources import files
from typing import Any

from rindle_core.catalogue.build_steps import MARK_CUES, STEP_FIGURES, STEP_PLACES
from rindle_core.catalogue.carriers import WAVES
from rindle_core.catalogue.fixings import BASES, SHEET_PROFILES
from rindle_core.catalogue.guides import GUIDE_KINDS, MEMORY_RESETS
from rindle_core.catalogue.house_words import WORKS, HouseWords
from rindle_core.catalogue.models import Catalogue
from rindle_core.catalogue.modem import ENTRY_SOURCES, LIGHT_SHAPES, REACHES, RHYTHMS, STATE_NEEDS
from rindle_core.catalogue.mounts import SURFACES
from rindle_core.catalogue.parts import JOINT_ENDS, JOINT_HEADS, JOINT_SPOTS, PART_KINDS, PART_PLACES
from rindle_core.catalogue.peak_words import SENSES, SYMPTOMS
from rindle_core.catalogue.service_words import CARD_GROUPS
from rindle_core.catalogue.stuck_words import SIGNS

_TOLD: dict[str, Mapping[Any, str]] = {
    "BringUpState.needs": STATE_NEEDS,
    "BuildStep.figures": STEP_FIGURES,
    "BuildStep.place": STEP_PLACES,
    "BuildStep.work": WORKS,
    "CardLine.group": CARD_GROUPS,
    "Cause.holds": STATE_NEEDS,
    "Cause.signs": {code: there for code, (there, _) in SIGNS.items()},
    "Fixing.bases": BASES,
    "Fixing.profiles": SHEET_PROFILES,
    "Hazard.stops": WORKS,
    "Indicator.sense": SENSES,
    "InjectorLight.rhythm": RHYTHMS,
    "Joint.ends": JOINT_ENDS,
    "Joint.head": JOINT_HEADS,
    "Joint.spot": JOINT_SPOTS,
    "Light.rhythm": RHYTHMS,
    "Light.shape": LIGHT_SHAPES,
    "ModemAccess.reaches": REACHES,
    "ModemEntry.feeds": STATE_NEEDS,
    "ModemEntry.source": ENTRY_SOURCES,
    "MountKind.surfaces": SURFACES,
    "OrientationMark.cue": MARK_CUES,
    "Part.kind": PART_KINDS,
    "Part.sits": PART_PLACES,
    "PeakFault.shows": SYMPTOMS,
    "PeakGuide.kind": GUIDE_KINDS,
    "PeakGuide.reset": MEMORY_RESETS,
    "ReferenceCarrier.wave": WAVES,
    "Role.may": WORKS,
}
# Of those that nothing but the form tells: `Model.field`, each code with its words.
_FORM: dict[str, dict[str, str]] = json.loads(
    files("rindle_core.catalogue").joinpath("data/choices.json").read_text("utf-8")
)
CHOICES: dict[str, Mapping[Any, str]] = {**_TOLD, **_FORM}


def choices_of(model: str, field: str) -> dict[str, str]:
    """The words of a model's field by their codes; empty where it is no choice. `model` is the class's name."""
    return {str(code): words for code, words in CHOICES.get(f"{model}.{field}", {}).items()}


# Codes of what the firm itself keeps: chosen from there, never typed.
_OF_WORDS = {
    "BringUpState.wait": "waits",
    "BuildStep.starts": "waits",
    "Certificate.role": "roles",
    "Member.roles": "roles",
    "Need.rests_on": "service_uses",
    "RepairFault.seen": "repair_seen",
    "UsualTask.after": "usual_tasks",
}
_OF_STORES = {"CableLimits.types": "cables", "Team.members": "members"}
KEPT = frozenset({*_OF_WORDS, *_OF_STORES})


def kept_choices(words: HouseWords, stores: Catalogue) -> dict[str, dict[str, str]]:
    """What a firm's own lists let choose: by `Model.field` the names by their codes."""
    lists = [(words, of) for of in _OF_WORDS.items()] + [(stores, of) for of in _OF_STORES.items()]
    return {field: {one.code: one.name for one in getattr(of, name)} for of, (field, name) in lists}


__all__ = ["CHOICES", "KEPT", "choices_of", "kept_choices"]
