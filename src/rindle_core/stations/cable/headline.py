"""Cable's answer in a sentence."""

from __future__ import annotations

from rindle_core.kernel.headline import sentence
from rindle_core.stations.cable.part import CablePart
from rindle_core.stations.station import Context, Headline


def headline(context: Context, result: CablePart) -> Headline:
    """Length, loss and the voltage that arrives."""
    cable = result.cable
    if cable is not None and cable.untold_count:
        one = cable.untold_count == 1
        pieces = "1 piece of the cable has" if one else f"{cable.untold_count} pieces of the cable have"
        return Headline(sentence(f"{pieces} no length yet; together they are at least ", (cable.length_m, "m")), [])
    if cable is None or cable.length_m == 0:
        return Headline(sentence("Enter the cable piece by piece, from the antenna inwards"), [])
    terminal = context.job.picks.terminal
    end = "panel" if terminal is not None and terminal.panel is not None else "dish"
    volts = (
        sentence(", ", (cable.voltage_v, "v"), f" at the {end}")
        if cable.voltage_v is not None
        else sentence(f", no supply at the {end}")
    )
    lost = sentence(", ", (cable.loss_high_db, "db"), " lost") if cable.loss_high_db > 0 else []
    return Headline(
        [*sentence((cable.length_m, "m"), " of cable"), *lost, *volts],
        sentence((cable.length_m, "m")),
        is_answer=True,
    )
