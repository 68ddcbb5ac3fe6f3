"""Signing a job off: inputs, results and version are frozen, and the instruments learn from the peak."""

from __future__ import annotations

import datetime as dt
import hashlib

from django.utils import timezone

from rindle_core import __version__
from rindle_core.catalogue.models import Instrument
from rindle_core.stations.aim.dial_figures import side_told
from rindle_core.stations.aim.instruments import checks_at_peak, read_at_peak
from rindle_core.stations.secrets import masked_change, masked_facts, masked_part
from rindle_server.errors import Conflict
from rindle_server.jobs import models
from rindle_server.jobs.facts import Assessed, assessed
from rindle_server.jobs.journal import Draft, Write, whole
from rindle_server.jobs.records import checksum
from rindle_server.jobs.report import SYSTEMS, report_html
from rindle_server.stores.models import Firm, StoreItem, put_item


@whole
def sign_off(draft: Draft, by: str, at: dt.datetime | None = None, account: str = "") -> Write:
    """Freezes inputs, results, version, firm, files and the laid-out report under a checksum.

    Raises Conflict that says what is still open.
    """
    job, found = draft.job, assessed(draft.job)
    if not found.result.may_sign_off:
        raise Conflict.one("job", f"Not yet to be signed off: {'; '.join(found.result.sign_waits_for)}.")
    if not by.strip():
        raise Conflict.one("name", "Enter the name of the person who signs.")
    job.signed_off_at = at or timezone.now()
    job.signed_off_by = by.strip()
    firm = Firm.ours()
    facts, result = found.facts.model_dump(mode="json"), found.result
    forget = found.facts.picks.rules.keep_secrets == "no"
    if forget:
        facts["bringup"] = masked_facts(found.facts, facts["bringup"])
        result = result.model_copy(update=masked_part(result))
    job.record = {
        "version": __version__,
        "facts": facts,
        "assessment": result.model_dump(mode="json"),
        "place_text": job.place_text,
        "signed_off_at": job.signed_off_at.isoformat(),
        "signed_off_by": job.signed_off_by,
        "account": account,
        "firm": {"name": firm.name, "address": firm.address, "telephone": firm.telephone},
        "documents": [
            {"name": row.name, "sha256": row.sha256, "size_bytes": row.size_bytes} for row in job.documents.all()
        ],
    }
    job.record_sha256 = checksum(job.record)
    pages = {system: report_html(job, system) for system in SYSTEMS}

    def write() -> None:
        for system, page in pages.items():
            sha256 = hashlib.sha256(page.encode()).hexdigest()
            kept = {"html": page, "sha256": sha256}
            models.SignedReport.objects.update_or_create(job=job, system=system, defaults=kept)
        if forget:
            _forget_secrets(job, found)
        _teach_instruments(job, found)

    return write


def _forget_secrets(job: models.Job, found: Assessed) -> None:
    """Takes codes and passwords out of the job's documents and out of its journal."""
    row = job.docs.filter(station="bringup").first()
    if row is not None:
        row.data = masked_facts(found.facts, row.data)
        row.save(update_fields=["data"])
    for change in models.Change.objects.filter(job=job):
        ops = [
            {
                **op,
                **{
                    way: masked_change(found.facts, op["path"], op.get(way)) for way in ("before", "after") if way in op
                },
            }
            for op in change.ops
        ]
        if ops != change.ops:
            change.ops = ops
            change.save(update_fields=["ops"])


def _teach_instruments(job: models.Job, found: Assessed) -> None:
    """What the crew's instruments showed on the peak becomes a check of each in the stores, once."""
    facts = found.facts
    pointing = found.result.pointing
    if found.result.aim is None or facts.picks.terminal is None or pointing is None or not pointing.peaked:
        return  # without a proved peak the aim is not known, and nothing is learnt from it
    read = read_at_peak(
        found.result.aim,
        [facts.picks.terminal.clinometer, *facts.picks.terminal.other_faces],
        facts.peak.compass_at_peak_deg,
        facts.peak.clinometer_at_peak_deg,
        side_told(found.result.dial, facts.aim.preset_side),
    )
    for kind, check in checks_at_peak(facts.brief.date, job.number, read).items():
        item = StoreItem.objects.filter(kind="instrument", code=getattr(facts.aim, f"{kind}_code")).first()
        if item is not None:
            own = item.read(Instrument)
            put_item("instrument", own.model_copy(update={"checks": [*own.checks, check]}).model_dump(mode="json"))
