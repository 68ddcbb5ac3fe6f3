"""Whether the weather of the day lets each kind of work be done."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from rindle_core.catalogue.house_words import WEATHER_KINDS, WeatherKind
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.stations.brief.findings import WEATHER

Condition = Literal["dry", "rain", "snow", "ice", "thunder", "fog"]
CONDITIONS: dict[str, str] = {
    "dry": "Dry and clear",
    "rain": "Rain",
    "snow": "Snow lying or falling",
    "ice": "Ice or frost on rungs and roof",
    "thunder": "Thunder possible",
    "fog": "Fog",
}


class WeatherInput(Model):
    """The forecast for the hours of the work. What is not known stays empty."""

    forecast_gust_mps: float | None = Field(default=None, ge=0, le=100)
    forecast_low_c: float | None = Field(
        default=None, ge=-60, le=60, description="Lowest temperature until the work has set"
    )
    conditions: list[Condition] = Field(default_factory=list)
    not_here: list[WeatherKind] = Field(default_factory=list, description="Work of which this job has none")
    rules: HouseRules = DEFAULT_RULES


class TaskWeather(Model):
    """A kind of work with its verdict and the reasons."""

    task: WeatherKind
    name: str
    level: Level
    reasons: list[str]
    here: bool = Field(default=True, description="False: this job is known to have no such work; it counts for nothing")


class WeatherResult(Model):
    """Every kind of work."""

    tasks: list[TaskWeather]


_SKY_UNKNOWN = (Level.UNKNOWN, "the sky is not known")


def _reasons(task: WeatherKind, given: WeatherInput) -> list[tuple[Level, str]]:
    rules, met, found = given.rules, set(given.conditions), []
    gust_limit = {"ladder": rules.ladder_gust_mps, "lift": rules.lift_gust_mps}.get(task)
    if gust_limit is not None:
        if given.forecast_gust_mps is None:
            found.append((Level.UNKNOWN, "the gusts are not known"))
        elif given.forecast_gust_mps > gust_limit:
            found.append((Level.HOLD, f"gusts of {given.forecast_gust_mps:g} m/s pass the limit of {gust_limit:g} m/s"))
        found += [
            (Level.HOLD, f"{CONDITIONS[one].casefold()}: nobody leaves the ground")
            for one in ("ice", "thunder")
            if one in met
        ]
        found += [
            (Level.MIND, f"{CONDITIONS[one].casefold()}: slippery, or not seen")
            for one in ("rain", "snow", "fog")
            if one in met
        ]
        return found if met else [*found, _SKY_UNKNOWN]
    least_c = {"sealant": rules.sealant_least_c, "foam": rules.foam_least_c}.get(task, rules.concrete_least_c)
    if given.forecast_low_c is None:
        found.append((Level.UNKNOWN, "the lowest temperature is not known"))
    elif given.forecast_low_c < least_c:
        found.append((Level.HOLD, f"{given.forecast_low_c:g} °C is under the {least_c:g} °C at which it sets"))
    if not met and task != "foam":
        found.append(_SKY_UNKNOWN)
    wet = met & {"rain", "snow", "ice"}
    if wet and task == "sealant":
        found.append((Level.HOLD, "the surface must be dry"))
    elif wet and task == "concrete":
        found.append((Level.MIND, "cover the pour from rain and frost"))
    return found


@register("weather", "Go or no-go by kind of work from the forecast", WeatherInput, WeatherResult)
def weather(given: WeatherInput) -> Outcome[WeatherResult]:
    """Compares the forecast with the firm's limits. Cold-weather limit of concrete: ACI 306R-16, 4 °C, rounded up to 5
    °C as a house rule.
    """
    order = [Level.HOLD, Level.MIND, Level.UNKNOWN]
    tasks = []
    for task, name in WEATHER_KINDS.items():
        found = sorted(_reasons(task, given), key=lambda one: order.index(one[0]))
        tasks.append(
            TaskWeather(
                task=task,
                name=name,
                level=found[0][0] if found else Level.CLEAR,
                reasons=[text for _, text in found],
                here=task not in given.not_here,
            )
        )
    return Outcome(WeatherResult(tasks=tasks), _judge(given, tasks))


def _named(tasks: list[TaskWeather], level: Level) -> list[str]:
    return [one.name.casefold() for one in tasks if one.level is level]


def _judge(given: WeatherInput, tasks: list[TaskWeather]) -> list[Finding]:
    if given.forecast_gust_mps is None and given.forecast_low_c is None and not given.conditions:
        return [
            WEATHER.missing(
                "The weather of the day is not known", "Enter gusts and lowest temperature from the forecast."
            )
        ]
    here = [one for one in tasks if one.here]
    bad = [one for one in here if one.level in (Level.HOLD, Level.MIND)]
    open_ones = [one for one in here if one.level is Level.UNKNOWN]
    if not bad and not open_ones:
        return [WEATHER(Level.CLEAR, "The weather lets the work be done", "As forecast; look again on the morning.")]
    found = []
    if bad:
        found.append(
            WEATHER(
                Level.MIND,
                "The weather stops or hinders some of the work",
                " ".join(
                    f"{word}: {', '.join(names)}."
                    for word, names in (("No-go", _named(bad, Level.HOLD)), ("Mind", _named(bad, Level.MIND)))
                    if names
                ),
                figure=float(len(bad)),
                limit=0.0,
                clears_by="Move the day, or split the job: what cannot be done now is done in better weather.",
            )
        )
    if open_ones:
        why = sorted({f"{reason[0].upper()}{reason[1:]}." for one in open_ones for reason in one.reasons})
        found.append(
            WEATHER.missing(
                "The weather of the day is not known whole",
                " ".join([*why, f"It is asked for {', '.join(one.name.casefold() for one in open_ones)}."]),
            )
        )
    return found


__all__ = ["CONDITIONS", "Condition", "TaskWeather", "WeatherInput", "WeatherResult", "weather"]
