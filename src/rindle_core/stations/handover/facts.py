"""What is entered at Hand over."""

from __future__ import annotations

from typing import Annotated

from pydantic import AwareDatetime, Field

from rindle_core.kernel.entry import Entry
from rindle_core.kernel.model import Code, Facts
from rindle_core.stations.brief.visit import Stroke
from rindle_core.stations.evidence import Waiver
from rindle_core.stations.handover.service import ServiceRun
from rindle_core.stations.handover.watch import Watch


class HandOverFacts(Facts):
    """The service before and after, what was watched, proved, let pass and given, and who signed for it."""

    runs: Annotated[list[ServiceRun], Entry("Runs")] = Field(default_factory=list)
    proved_terminal_code: Annotated[Code, Entry("Terminal of the job when its line was measured")] = ""
    proved_mount_code: Annotated[Code, Entry("Mount of the job when its line was measured")] = ""
    proved_satellite_code: Annotated[Code, Entry("Satellite of the job when its line was measured")] = ""
    proved_constellation_code: Annotated[Code, Entry("Constellation of the job when its line was measured")] = ""
    needs_proved: Annotated[list[str], Entry("What the customer asked for, proved", words="needs")] = Field(
        default_factory=list, max_length=20
    )
    old_line_proved: Annotated[list[str], Entry("What was agreed of the old line, proved", words="old_lines")] = Field(
        default_factory=list, max_length=20, description="By what is agreed: another agreement is proved anew"
    )
    waivers: Annotated[list[Waiver], Entry("Proofs let pass")] = Field(
        default_factory=list, max_length=60, description="Proofs that somebody let pass"
    )
    watch: Annotated[Watch, Entry("Watched for gaps")] = Watch()
    items_given: Annotated[list[str], Entry("Handed over", words="items_given")] = Field(
        default_factory=list, max_length=40
    )
    shown_to: Annotated[list[str], Entry("Shown to the customer", words="shown_to")] = Field(
        default_factory=list, max_length=40
    )
    customer_name: Annotated[str, Entry("Customer signs", placeholder="Name in full")] = Field(
        default="", max_length=120
    )
    customer_signed_at: Annotated[AwareDatetime | None, Entry("Customer signed at", past=True)] = None
    customer_lines: Annotated[list[Stroke], Entry("Signature of the customer")] = Field(
        default_factory=list, max_length=60, description="Strokes as shares of the pad's width; empty: typed alone"
    )
    customer_objects: Annotated[
        str, Entry("The customer does not agree with", hint="In their own words; printed in the report")
    ] = Field(default="", max_length=600)
    installer_lines: Annotated[list[Stroke], Entry("Signature of the installer")] = Field(
        default_factory=list, max_length=60
    )


__all__ = ["HandOverFacts"]
