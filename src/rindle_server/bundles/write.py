"""Writes jobs into a bundle: the same jobs give the same bytes."""

from __future__ import annotations

import hashlib
import io
import json
import zipfile
from collections.abc import Iterator, Sequence
from typing import Any

from rindle_core.kernel.journal import Op
from rindle_core.stations.secrets import masked_facts
from rindle_core.stations.sky.plan_geojson import as_geojson
from rindle_server import contents
from rindle_server.bundles.models import (
    BundleChange,
    BundleFile,
    BundleHead,
    BundleJob,
    BundlePart,
    BundleReport,
    BundleSigned,
    BundleStore,
)
from rindle_server.bundles.secret_paths import anonymous, open_ops, without_secrets
from rindle_server.drawings import for_print, job_drawings
from rindle_server.errors import Conflict
from rindle_server.jobs.facts import CHOSEN, assessed
from rindle_server.jobs.journal import ops_of
from rindle_server.jobs.models import Change, Job
from rindle_server.jobs.report import report_html
from rindle_server.spa import alone
from rindle_server.stores.models import StoreItem

HEAD = "bundle.json"
_STAMP = (1980, 1, 1, 0, 0, 0)  # of every file in the zip: the same jobs, the same bytes


def _lost(value: Any, numbers: dict[int, int]) -> bool:
    told = value.get("document_id") if isinstance(value, dict) else None
    return isinstance(told, int) and told not in numbers


def numbered(value: Any, numbers: dict[int, int]) -> Any:
    """Facts with their documents named by other numbers. What names one that is no longer there is left out: the name
    of a fact, the whole row of a list.
    """
    if isinstance(value, dict):
        return {
            name: numbers[one] if name == "document_id" and isinstance(one, int) else numbered(one, numbers)
            for name, one in value.items()
            if not (name == "document_id" and isinstance(one, int) and one not in numbers)
        }
    if isinstance(value, list):
        return [numbered(one, numbers) for one in value if not _lost(one, numbers)]
    return value


def numbered_op(op: Op, numbers: dict[int, int]) -> Op:
    """A change with its documents named by other numbers."""

    def told(value: Any) -> Any:
        if op.path.endswith("document_id") and isinstance(value, int):
            return numbers.get(value, 0)
        return numbered(value, numbers)

    return op.model_copy(update={"before": told(op.before), "after": told(op.after)})


def _signed(job: Job, *, secrets: bool) -> BundleSigned | None:
    if job.record is None or job.signed_off_at is None:
        return None
    facts = assessed(job).facts
    told = job.record["facts"].get("bringup", {}) if isinstance(job.record.get("facts"), dict) else {}
    if not secrets and masked_facts(facts, told) != told:
        raise Conflict.one(
            "secrets",
            f"Job {job.number} was signed with its codes in the record, as the firm keeps them: they cannot be taken "
            "out of what is sealed. Say that codes go with it, or make it anonymous.",
        )
    reports = [BundleReport(system=row.system, sha256=row.sha256) for row in job.reports.order_by("system")]
    return BundleSigned(
        at=job.signed_off_at,
        by=job.signed_off_by,
        record=job.record,
        record_sha256=job.record_sha256,
        reports=reports,
    )


def _stores(rooms: dict[str, dict[str, Any]]) -> list[BundleStore]:
    wanted = [(kind, rooms.get(room, {}).get(fact)) for room, fact, kind, _ in CHOSEN]
    found = []
    for kind, code in dict.fromkeys(wanted):
        item = StoreItem.objects.filter(kind=kind, code=code).first() if code else None
        if item is not None:
            found.append(BundleStore(kind=kind, data=item.data))
    return found


def job_of(job: Job, *, secrets: bool = False, nameless: bool = False) -> BundleJob:
    """The job as it goes into a bundle. Raises Conflict where a sealed record holds codes that are to stay here."""
    files = list(job.documents.all())
    numbers = {row.pk: at for at, row in enumerate(files, start=1)}
    rooms = {row.station: dict(row.data) for row in job.docs.order_by("station")}
    if nameless:
        uid = hashlib.sha256(f"nameless {job.uid}".encode()).hexdigest()[:32]
        told = numbered(anonymous(rooms), {})
        return BundleJob(
            uid=uid,
            number=f"A-{uid[:8]}",
            head=job.head,
            updated_at=job.updated_at,
            facts=told,
            stores=_stores(rooms),
            anonymous=True,
        )
    changes = Change.objects.filter(job=job).select_related("undoes").order_by("seq")
    kept = [(row, ops_of(row)) for row in changes]
    if not secrets:
        rooms, kept = without_secrets(rooms), [(row, open_ops(ops)) for row, ops in kept]
    return BundleJob(
        uid=str(job.uid),
        number=job.number,
        shelf=job.shelf,
        head=job.head,
        updated_at=job.updated_at,
        facts=numbered(rooms, numbers),
        signed=_signed(job, secrets=secrets),
        files=[
            BundleFile(
                number=numbers[row.pk],
                name=row.name,
                kind=row.kind,
                satellite_code=row.satellite_code,
                version=row.version,
                loaded_at=row.loaded_at,
                sha256=row.sha256,
                size_bytes=row.size_bytes,
                at=row.at,
                by=row.by,
                about=row.about,
            )
            for row in files
        ],
        changes=[
            BundleChange(
                uid=str(row.uid),
                seq=row.seq,
                at=row.at,
                by=row.by,
                device=row.device,
                ops=[numbered_op(op, numbers) for op in ops],
                undoes_uid=str(row.undoes.uid) if row.undoes else "",
            )
            for row, ops in kept
        ],
        stores=_stores(rooms),
        secrets=secrets,
    )


def _text(value: Any) -> bytes:
    return (json.dumps(value, ensure_ascii=False, indent=1, sort_keys=True) + "\n").encode()


def _shown(job: Job, folder: str) -> dict[str, bytes]:
    """What a person without Rindle looks at: report, drawings and the site plan."""
    found = assessed(job)
    told = {f"{folder}/report.html": alone(report_html(job)).encode()}
    for one in job_drawings(found.facts, found.result):
        told[f"{folder}/drawings/{one.name}.svg"] = for_print(one.svg).encode()
    place = found.facts.brief.place
    if place is not None and found.facts.sky.things:
        told[f"{folder}/site-plan.geojson"] = as_geojson(found.facts.sky.things, *place).encode()
    return told


class _Out(io.RawIOBase):
    """Takes what the zip writes, and hands it on in pieces."""

    def __init__(self) -> None:
        self.held = bytearray()

    def writable(self) -> bool:
        """As a zip asks of what it writes to."""
        return True

    def write(self, data: Any) -> int:
        """Takes a piece."""
        self.held += data
        return len(data)

    def taken(self) -> bytes:
        """What came since."""
        told = bytes(self.held)
        self.held.clear()
        return told


def _files_of(job: Job, told: BundleJob, folder: str) -> dict[str, bytes]:
    """All files of a job in its folder."""
    files = {f"{folder}/job.json": _text(told.model_dump(mode="json"))}
    if told.anonymous:
        return files
    for row in told.files:
        files[f"{folder}/files/{row.sha256}"] = contents.content_of(row.sha256, row.name)
    for report in job.reports.all():
        files[f"{folder}/report-{report.system}.html"] = report.html.encode()
    return files | _shown(job, folder)


def bundle_pieces(jobs: Sequence[Job], *, secrets: bool = False, nameless: bool = False) -> Iterator[bytes]:
    """The zip in pieces, a job after the other, its list at the end: whoever takes it sees how far it is and may stop.

    What speaks against it is said before the first piece. Raises Conflict.
    """
    known = [(job, job_of(job, secrets=secrets, nameless=nameless)) for job in jobs]

    def pieces() -> Iterator[bytes]:
        out, sums, parts = _Out(), {}, []
        with zipfile.ZipFile(out, "w") as packed:

            def put(name: str, content: bytes) -> None:
                info = zipfile.ZipInfo(name, _STAMP)
                info.compress_type = zipfile.ZIP_DEFLATED
                info.external_attr = 0o600 << 16
                packed.writestr(info, content, compresslevel=6)

            for job, told in known:
                folder = f"jobs/{told.number}"
                parts.append(BundlePart(uid=told.uid, number=told.number, folder=folder))
                for name, content in sorted(_files_of(job, told, folder).items()):
                    sums[name] = hashlib.sha256(content).hexdigest()
                    put(name, content)
                yield out.taken()
            put(HEAD, _text(BundleHead(jobs=parts, files=sums).model_dump(mode="json")))
        yield out.taken()

    return pieces()


def bundle_of(jobs: Sequence[Job], *, secrets: bool = False, nameless: bool = False) -> bytes:
    """The whole zip. Raises Conflict."""
    return b"".join(bundle_pieces(jobs, secrets=secrets, nameless=nameless))


__all__ = ["HEAD", "bundle_of", "bundle_pieces", "job_of", "numbered", "numbered_op"]
