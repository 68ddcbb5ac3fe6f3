"""What the modem's own pages show: whose labels they are, and whether the settings sheet went in as it stands."""

from __future__ import annotations

from rindle_core.catalogue.parts import PART_KINDS
from rindle_core.kernel.findings import Finding, Level
from rindle_core.stations.bringup.findings import DESK_REACHED, SETTINGS, SHOWN_LABEL
from rindle_core.stations.bringup.rows import SettingMark
from rindle_core.stations.entries import JobInput


def _plain(text: str) -> str:
    """Letters and digits alone: a label has points and lines where a page has none."""
    return "".join(sign for sign in text.casefold() if sign.isalnum())


def judge_labels_shown(job: JobInput) -> list[Finding]:
    """Serial number and hardware address on the page against the labels that were read: another one is another part."""
    found = []
    for name, words, shown in (
        ("serial", "serial number", job.bringup.shown_serial.strip()),
        ("address", "hardware address", job.bringup.shown_address.strip()),
    ):
        labels = {_plain(getattr(one, name)): PART_KINDS[one.kind] for one in job.brief.kit if getattr(one, name)}
        if name == "address" and job.brief.hardware_address:
            labels.setdefault(_plain(job.brief.hardware_address), "the line-up’s request")
        labels.pop("", None)
        if not shown:
            continue
        whose = labels.get(_plain(shown))
        if whose:
            found.append(
                SHOWN_LABEL.of(name)(Level.CLEAR, f"The {words} on the page is that of a label", f"{shown}: {whose}.")
            )
        elif labels:
            found.append(
                SHOWN_LABEL.of(name)(
                    Level.MIND,
                    f"The page shows {words} {shown}, and no label that was read has it",
                    "The desk enters what is on the labels: with another one the terminal is not let in.",
                    clears_by="Read the label and the page again, and mend the one that is wrong.",
                )
            )
        else:
            found.append(
                SHOWN_LABEL.of(name).missing(
                    f"Whose {words} the page shows is not known: no label was read",
                    "Read it off the label at Brief, Parts and costs.",
                )
            )
    return found


def differs(one: SettingMark) -> bool:
    """Whether the page shows something else than the sheet has; blanks and capitals do not matter."""
    return bool(one.value.strip() and one.shown.strip()) and _text(one.value) != _text(one.shown)


def _text(value: str) -> str:
    return " ".join(value.split()).casefold()


def judge_settings(job: JobInput) -> list[Finding]:
    """The settings sheet, field by field, once anything of it is entered: read back by two people, or as shown."""
    told = job.bringup
    if not any(one.entered for one in told.settings):
        return []
    wrong = [one for one in told.settings if differs(one)]
    if wrong:
        return [
            SETTINGS(
                Level.HOLD,
                f"{wrong[0].name} is not as the sheet has it",
                f"The sheet says {wrong[0].value}, the page shows {wrong[0].shown}.",
                clears_by="Enter it anew into the modem and read it back, or mend what was typed here.",
            )
        ]
    open_ = [one.name for one in told.settings if not one.entered]
    if open_:
        return [
            SETTINGS.missing(
                f"{len(open_)} of {len(told.settings)} fields of the settings sheet are not entered",
                f"Next: {open_[0]}.",
            )
        ]
    told_by = told.settings_read_with.strip()
    if told_by or all(one.secret or one.shown.strip() for one in told.settings):
        return [
            SETTINGS(
                Level.CLEAR,
                "The settings sheet was read back",
                f"One read the page, {told_by} followed on the sheet."
                if told_by
                else "Each field as the page shows it.",
            )
        ]
    return [
        SETTINGS(
            Level.MIND,
            "The settings sheet was not read back",
            "Who typed a figure reads over their own slip.",
            clears_by="One reads from the page, somebody else follows on the sheet: say who; or enter what it shows.",
        )
    ]


def judge_desk_reached(job: JobInput) -> list[Finding]:
    """Whether a call gets through from where the carrier is switched, before the call."""
    terminal, told = job.picks.terminal, job.bringup
    if terminal is None or not terminal.needs_lineup or told.lineup_log:
        return []
    if told.desk_reached == "no":
        return [
            DESK_REACHED(
                Level.MIND,
                "No call gets through from where the carrier is switched",
                "The desk says when it goes off: seconds count.",
                clears_by="Somebody stands where it does and calls each word across, or a long lead or the house’s own "
                "telephone is taken; tried before the slot.",
            )
        ]
    if told.desk_reached == "yes":
        return [DESK_REACHED(Level.CLEAR, "A call gets through from where the carrier is switched", "It was tried.")]
    return [
        DESK_REACHED.missing(
            "Whether a call gets through from where the carrier is switched is not known",
            "Try it before the slot, from that very spot.",
        )
    ]


__all__ = ["differs", "judge_desk_reached", "judge_labels_shown", "judge_settings"]
