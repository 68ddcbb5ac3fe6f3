"""What people call each choice of the stores' forms: no code stands alone on a screen."""

from __future__ import annotations

import json
from collections.abc import Mapping
from importlib.resources import files
from typing import Any

from rindle_core.catalogue.build_steps import MARK_CUES, STEP_FIGURES, STEP_PLACES
from rindle_core.catalogue.fixings import BASES
from rindle_core.catalogue.guides import GUIDE_KINDS, MEMORY_RESETS
from rindle_core.catalogue.house_words import WORKS
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


__all__ = ["CHOICES", "choices_of"]
