"""The house's words: what is asked before a visit, ticked on site and proved at the end. A firm may write its own."""

from __future__ import annotations

from collections.abc import Sequence
from importlib.resources import files
from typing import Annotated, Any, Literal, Self, TypeVar

from pydantic import Field, TypeAdapter, model_validator

from rindle_core.catalogue.cables import CableKind
from rindle_core.catalogue.peak_words import Indicator, PeakFault
from rindle_core.catalogue.phrase import Phrase
from rindle_core.catalogue.service_words import CardLine, Later, RepairFault, ServiceUse
from rindle_core.catalogue.stuck_words import Cause, Sign
from rindle_core.kernel.model import Model

Side = Literal["shelter", "discreet", "out_of_reach", "no_path", "no_machines", "sky"]
Work = Literal["climb", "dig", "drill", "lift", "mains", "transmit", "release"]
WORKS: dict[Work, str] = {
    "climb": "climbing",
    "dig": "digging",
    "drill": "drilling",
    "lift": "lifting",
    "mains": "mains work",
    "transmit": "switching the transmitter on",
    "release": "releasing what a hazard stops",
}
UpBy = Literal["ground", "ladder", "roof", "lift"]
WeatherKind = Literal["ladder", "lift", "sealant", "foam", "concrete"]
WEATHER_KINDS: dict[WeatherKind, str] = {
    "ladder": "Ladder and roof work",
    "lift": "Lifting the antenna",
    "sealant": "Sealant and adhesive",
    "foam": "Foam in the wall",
    "concrete": "Concrete",
}


class Hazard(Phrase):
    """A hazard of a site with its caution, and the work that may not begin while nobody competent has released it."""

    stops: list[Work] = Field(default_factory=list, max_length=6, description="Work that waits for a release")
    released_by: str = Field(default="", max_length=200, description="What a release rests on")
    overhead: bool = Field(default=False, description="Whether it is a line that is drawn on a site plan")
    alone: bool = Field(default=False, description="Whether it is somebody working alone, which is agreed on with it")


class PowerCheck(Phrase):
    """Seen before power. Without families and kinds it is asked of every terminal."""

    families: list[str] = Field(default_factory=list, max_length=12, description="Family letters; empty: all")
    runs: int | None = Field(default=None, ge=1, le=2, description="Of terminals with so many cables; empty: any")
    panels: bool | None = Field(default=None, description="Of panels only, of dishes only; empty: both")
    injector: bool | None = Field(
        default=None, description="Where there is an injector, where there is none; empty: both"
    )


class Role(Phrase):
    """What somebody of the crew may do, and whether a certificate has to show it."""

    may: list[Work] = Field(min_length=1, max_length=7, description="Work that this role may do")
    certified: bool = Field(default=True, description="Whether it rests on a certificate that can expire")


class Need(Phrase):
    """What a customer needs, what it means, and how it is proved before the hand-over."""

    proof: str = Field(min_length=1, max_length=400, description="How it is proved with the customer")
    rests_on: str = Field(default="", max_length=40, description="Use of the line that it rests on")
    by_gaps: bool = Field(default=False, description="Judged by the gaps of the sky, so that it needs no reminder")


class EndCheck(Phrase):
    """Something that is looked at on an end that is made; its plug decides what that is."""

    of_kind: CableKind | Literal[""] = Field(
        default="", description="Kind of cable whose ends it is for; empty: of all"
    )


class Connector(Phrase):
    """A kind of connector that is put on a cable’s end: `text` is what it asks."""

    of_kind: CableKind = Field(description="Kind of cable that it goes on")
    outdoors: bool = Field(description="Whether it may stay outdoors")
    tool: str = Field(default="", max_length=80, description="What puts it on")
    torque_nm: float | None = Field(default=None, gt=0, le=50, description="On its port, by its sheet; empty: not told")


class Reason(Phrase):
    """Why a place is chosen or given up, and what of a position counts more for it."""

    weighs: list[Side] = Field(default_factory=list, max_length=6)


class UsualTask(Phrase):
    """A task that a visit of this kind has as a rule; its figures are where a plan begins, not what the work takes."""

    wanted_for: Literal["all", "dish", "panel", "lineup", "drilled", "mounted", "masonry", "poured", "clamped"] = Field(
        default="all",
        description="Jobs that have it: all, of dish or panel, with line-up or hole; on building, masonry, foot, clamp",
    )
    work_h: float = Field(gt=0, le=16, description="Hours of the crew")
    wait_h: float = Field(default=0.0, ge=0, le=400, description="Hours that it is left alone afterwards")
    after: list[str] = Field(default_factory=list, max_length=10, description="Tasks that come before")
    at_height_min: float = Field(default=0.0, ge=0, le=960, description="Minutes of it on a ladder or a roof")
    weather: WeatherKind | Literal[""] = Field(default="", description="The kind of work that the weather may stop")
    before_slot: bool = Field(default=False, description="Finished before a line-up")
    sets_fixings: bool = Field(
        default=False,
        description="Fixings are set in it: left alone until their resin sets",
    )


class Wait(Phrase):
    """Something that takes its time: how long as a rule, by what it is over, what to do meanwhile, and when it is too
    long and then what.
    """

    usual_min: float | None = Field(default=None, gt=0, le=500_000, description="Minutes as a rule; empty: not told")
    late_min: float | None = Field(default=None, gt=0, le=1_000_000, description="Minutes after which it is too long")
    told_by: Literal["clock", "sign"] = Field(
        default="clock", description="clock: over when its time has gone; sign: only when somebody saw its sign"
    )
    sign: str = Field(default="", max_length=160, description="By what it is seen to be over")
    meanwhile: str = Field(
        default="", exclude_if=lambda told: not told, max_length=200, description="What can be done while it runs"
    )
    if_late: str = Field(
        default="", exclude_if=lambda told: not told, max_length=200, description="What to do when it takes too long"
    )

    @model_validator(mode="after")
    def _ordered(self) -> Self:
        if self.usual_min is not None and self.late_min is not None and self.late_min < self.usual_min:
            raise ValueError("it is too long before its usual time has gone; swap the two")
        if self.told_by == "clock" and self.usual_min is None:
            raise ValueError("a wait that the clock tells needs its usual minutes")
        if self.told_by == "sign" and not self.sign:
            raise ValueError("a wait that a sign tells needs the sign")
        return self


class OldLine(Phrase):
    """What becomes of the line that is there, and what that asks of the network: `text` is what to mind."""

    two_lines: bool = Field(description="Whether the network has both lines afterwards")
    gateway: str = Field(min_length=1, max_length=200, description="Which box the devices leave through")
    order: list[Annotated[str, Field(min_length=1, max_length=300)]] = Field(
        min_length=1, max_length=12, description="The work on the network, in its order, with the way back"
    )
    proof: str = Field(min_length=1, max_length=400, description="How it is proved at the hand-over")


class WayIn(Phrase):
    """What the cable goes through on its way in, and what that asks: `text` is how it is done there."""

    caution: str = Field(default="", max_length=300, description="Said at the step")
    tools: list[Annotated[str, Field(min_length=1, max_length=80)]] = Field(
        default_factory=list, max_length=8, description="Besides what pulls the cable"
    )
    wears: list[Annotated[str, Field(min_length=1, max_length=80)]] = Field(
        default_factory=list, max_length=6, description="Worn while it is done"
    )
    clip_plugs: bool = Field(default=False, description="Clips are held by plugs here")
    drills: bool = Field(default=True, description="Whether it is drilled: what stops drilling stops it")
    usual_min: float = Field(default=0.0, ge=0, le=480, description="Minutes that it adds as a rule")


class EarthPiece(Phrase):
    """A piece of the way to earth, and what is brought for it."""

    lug_count: int = Field(default=0, ge=0, le=20, description="Ends of its wire, each with a lug and a toothed washer")
    arrester: bool = Field(default=False, description="Whether each run of coax has a surge arrester here")
    tools: list[Annotated[str, Field(min_length=1, max_length=80)]] = Field(default_factory=list, max_length=8)


class InstrumentCheck(Phrase):
    """How an instrument is checked before it is trusted, and of what that is."""

    of_tools: list[Annotated[str, Field(min_length=1, max_length=80)]] = Field(
        default_factory=list, max_length=8, description="Asked where one of them is brought; empty: always"
    )


class Gear(Phrase):
    """What is worn or brought for work at height, and by which way up it is wanted."""

    wanted_by: list[UpBy] = Field(min_length=1, max_length=4, description="Ways up")
    each: bool = Field(default=False, description="One for everybody who comes")
    of_ladder: bool = Field(default=False, description="Of a ladder that is brought: not wanted where one is there")


P = TypeVar("P", bound=Phrase)


def _shipped() -> dict[str, Any]:
    text = files("rindle_core.catalogue").joinpath("data/house_words.json").read_text("utf-8")
    table: dict[str, Any] = TypeAdapter(dict[str, list[dict[str, Any]]]).validate_json(text)
    return table


_SHIPPED = _shipped()


def _list(kind: type[P], name: str) -> Any:
    return Field(default_factory=lambda: [kind.model_validate(one) for one in _SHIPPED[name]], max_length=40)


class HouseWords(Model):
    """Every list. A list that a firm does not set has the words that ship."""

    needs: Annotated[list[Need], Field(description="What a customer may need")] = _list(Need, "needs")
    hazards: Annotated[
        list[Hazard], Field(description="Hazards of a site, each with its caution and what it stops")
    ] = _list(Hazard, "hazards")
    roles: Annotated[list[Role], Field(description="What people of the crew may do")] = _list(Role, "roles")
    settled: Annotated[list[Phrase], Field(description="Settled before the visit")] = _list(Phrase, "settled")
    reasons: Annotated[list[Reason], Field(description="Why it is done, or done anew")] = _list(Reason, "reasons")
    indoor: Annotated[list[Phrase], Field(description="Asked of the indoor unit's place")] = _list(Phrase, "indoor")
    ground_checks: Annotated[list[Phrase], Field(description="Checked of a position on the ground")] = _list(
        Phrase, "ground_checks"
    )
    entry_checks: Annotated[list[Phrase], Field(description="Checked of an old hole")] = _list(Phrase, "entry_checks")

    earth_path: Annotated[list[EarthPiece], Field(description="The way to earth, piece by piece")] = _list(
        EarthPiece, "earth_path"
    )
    entry_steps: Annotated[list[Phrase], Field(description="Seen to where the cable enters")] = _list(
        Phrase, "entry_steps"
    )
    ways_in: Annotated[list[WayIn], Field(description="What a cable goes through on its way in")] = _list(
        WayIn, "ways_in"
    )
    gear: Annotated[list[Gear], Field(description="Worn or brought for work at height")] = _list(Gear, "gear")
    end_checks: Annotated[list[EndCheck], Field(description="Looked at on every end that is made")] = _list(
        EndCheck, "end_checks"
    )
    conduit_steps: Annotated[list[Phrase], Field(description="Seen to as a conduit is laid")] = _list(
        Phrase, "conduit_steps"
    )
    connectors: Annotated[list[Connector], Field(description="Connectors that are put on ends")] = _list(
        Connector, "connectors"
    )
    timber_signs: Annotated[list[Phrase], Field(description="Signs of timber behind the skin")] = _list(
        Phrase, "timber_signs"
    )
    pour_checks: Annotated[list[Phrase], Field(description="Seen to when concrete is poured")] = _list(
        Phrase, "pour_checks"
    )
    reuse_checks: Annotated[list[Phrase], Field(description="Asked of a mount that is used again")] = _list(
        Phrase, "reuse_checks"
    )
    travel_checks: Annotated[list[Phrase], Field(description="Checked of a set that travels")] = _list(
        Phrase, "travel_checks"
    )
    kept_off: Annotated[list[Phrase], Field(description="How people are kept out of a beam")] = _list(
        Phrase, "kept_off"
    )

    power_checks: Annotated[list[PowerCheck], Field(description="Seen before power")] = _list(
        PowerCheck, "power_checks"
    )
    move_stages: Annotated[list[Phrase], Field(description="Stages of the move to the new line, with the way back")] = (
        _list(Phrase, "move_stages")
    )
    causes: Annotated[list[Cause], Field(description="Why a terminal may be stuck on its way online")] = _list(
        Cause, "causes"
    )

    old_lines: Annotated[list[OldLine], Field(description="What becomes of the old line")] = _list(OldLine, "old_lines")
    usual_tasks: Annotated[list[UsualTask], Field(description="Tasks that a visit has as a rule")] = _list(
        UsualTask, "usual_tasks"
    )

    waits: Annotated[list[Wait], Field(description="What takes its time, and what is done meanwhile")] = _list(
        Wait, "waits"
    )
    instrument_checks: Annotated[
        list[InstrumentCheck], Field(description="Tried of the instruments before the work")
    ] = _list(InstrumentCheck, "instrument_checks")
    readiness: Annotated[list[Phrase], Field(description="Ready before leaving")] = _list(Phrase, "readiness")
    indicators: Annotated[list[Indicator], Field(description="What is heard or seen, and what it means")] = _list(
        Indicator, "indicators"
    )
    peak_faults: Annotated[list[PeakFault], Field(description="Why the satellite is not found or the peak is weak")] = (
        _list(PeakFault, "peak_faults")
    )
    closing: Annotated[list[Phrase], Field(description="Seen to before leaving the site")] = _list(Phrase, "closing")
    service_uses: Annotated[list[ServiceUse], Field(description="Uses of the line, and what they ask of it")] = _list(
        ServiceUse, "service_uses"
    )
    items_given: Annotated[list[Phrase], Field(description="Handed over to the customer")] = _list(
        Phrase, "items_given"
    )
    shown_to: Annotated[list[Phrase], Field(description="Shown to the customer before the signature")] = _list(
        Phrase, "shown_to"
    )
    card_lines: Annotated[list[CardLine], Field(description="Lines of the customer's card")] = _list(
        CardLine, "card_lines"
    )
    later: Annotated[list[Later], Field(description="Looked at after the hand-over")] = _list(Later, "later")
    stowed: Annotated[list[Phrase], Field(description="Before a vehicle drives off")] = _list(Phrase, "stowed")
    repair_seen: Annotated[list[Phrase], Field(description="What is seen when something broke")] = _list(
        Phrase, "repair_seen"
    )
    repair_faults: Annotated[list[RepairFault], Field(description="What may have broken, and what to bring")] = _list(
        RepairFault, "repair_faults"
    )

    def model_post_init(self, context: Any, /) -> None:
        """Checks it once, when it is made: a validator would do so again wherever it is handed on."""
        for name in type(self).model_fields:
            codes = [one.code for one in getattr(self, name)]
            twice = next((code for code in codes if codes.count(code) > 1), None)
            if twice is not None:
                raise ValueError(f"{name} has the code {twice!r} twice: give each word a code of its own")


DEFAULT_WORDS = HouseWords()


def by_code(phrases: Sequence[P]) -> dict[str, P]:
    """The words of a list by their codes, in their order."""
    return {one.code: one for one in phrases}


__all__ = [
    "DEFAULT_WORDS",
    "WEATHER_KINDS",
    "WORKS",
    "Cause",
    "Hazard",
    "HouseWords",
    "Need",
    "OldLine",
    "Phrase",
    "PowerCheck",
    "Reason",
    "Role",
    "Side",
    "Sign",
    "UsualTask",
    "Wait",
    "WeatherKind",
    "Work",
    "by_code",
]
