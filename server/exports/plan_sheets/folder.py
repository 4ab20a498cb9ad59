"""A job as a folder: its file, papers, drawings, tables and pictures, each with its digest."""

from __future__ import annotations

import csv
import hashlib
import io
import tempfile
import zipfile
from collections.abc import Callable, Iterator
from typing import IO
from uuid import UUID

from core.tables import AT_THE_ORIGIN, ColumnOrder, SurveyUnit
from server.common.files import harmless, plain_name
from server.common.refusals import Invalid
from server.crews.models import User
from server.crews.permissions import Ability
from server.exports.drawings.dxf import dxf_of
from server.exports.drawings.landxml import landxml_of
from server.exports.drawings.of_a_job import drawing_of, points_of
from server.exports.drawings.surfaces import surfaces_of
from server.exports.job_file.write import job_file
from server.exports.lists.points_out import points_csv
from server.exports.lists.readings_book import readings_workbook
from server.exports.models import KeptPaper
from server.exports.plan_sheets.ask import SheetAsk
from server.exports.plan_sheets.labels import LabelAsk, labels_of, labels_paper
from server.exports.plan_sheets.lists import piers_paper, walking_paper
from server.exports.plan_sheets.plan_paper import plan_paper
from server.jobs.access import job_for
from server.jobs.models import Job
from server.jobs.rules import style_of
from server.pictures.models import PictureContent
from server.stages.workbook import take_off_workbook

CONTENTS = "contents.csv"
#: The one moment all files of a folder bear, so that the same job makes the same folder.
ALWAYS = (1980, 1, 1, 0, 0, 0)
#: A zip so small is kept in memory while it is made.
IN_MEMORY = 8 * 1024 * 1024
Made = str | bytes


def job_folder(user: User, job_id: UUID, site: str) -> tuple[str, IO[bytes]]:
    """Return the folder's name and the folder as a zip, read from its start.

    ``site`` is where a phone finds the application. What a job has nothing for, such as piers,
    is not in it.
    """
    job, _ = job_for(user, job_id, Ability.READ)
    # It is closed by who reads it to its end.
    out = tempfile.SpooledTemporaryFile(max_size=IN_MEMORY)  # noqa: SIM115
    listed: list[list[str]] = []
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as packed:
        for name, content in _files(user, job, site):
            written = content.encode() if isinstance(content, str) else content
            _add(packed, name, written)
            digest = hashlib.sha256(written).hexdigest()
            listed.append([harmless(name), str(len(written)), digest])
        _add(packed, CONTENTS, _contents(listed))
    out.seek(0)
    return f"{plain_name(job.name)}.zip", out


def _add(packed: zipfile.ZipFile, name: str, content: bytes) -> None:
    one = zipfile.ZipInfo(name, ALWAYS)
    is_packed_already = name.endswith((".jpg", ".pdf", ".xlsx"))
    one.compress_type = zipfile.ZIP_STORED if is_packed_already else zipfile.ZIP_DEFLATED
    packed.writestr(one, content)


def _contents(listed: list[list[str]]) -> bytes:
    out = io.StringIO()
    rows = csv.writer(out, lineterminator="\n")
    rows.writerow(["file", "bytes", "sha256"])
    rows.writerows(listed)
    return out.getvalue().encode()


def _files(user: User, job: Job, site: str) -> Iterator[tuple[str, Made]]:
    is_metric = style_of(job).kind.is_metric
    unit = SurveyUnit.METRES if is_metric else SurveyUnit.FEET
    yield "job.json", job_file(user, job.pk)[1]
    order = ColumnOrder.NUMBER_NORTHING
    yield "tables/points.csv", points_csv(user, job.pk, order, "planned", unit, AT_THE_ORIGIN)[1]
    yield "tables/take-off.xlsx", take_off_workbook(user, job.pk)[1]
    yield "tables/readings.xlsx", readings_workbook(user, job.pk)[1]
    drawing = drawing_of(job, "planned", unit)
    yield "drawings/plan.dxf", dxf_of(drawing, unit, AT_THE_ORIGIN)
    points = points_of(job, "planned", unit)
    yield "drawings/surfaces.xml", landxml_of(points, surfaces_of(job), unit, AT_THE_ORIGIN)
    sheet = SheetAsk("a4" if is_metric else "letter")
    makes: dict[str, Callable[[], Made]] = {
        "sheets/plan.pdf": lambda: plan_paper(job, sheet).content,
        "sheets/stakes.pdf": lambda: _stakes(job, sheet, site),
        "sheets/walking-order.pdf": lambda: walking_paper(job, sheet, "").content,
        "sheets/piers.pdf": lambda: piers_paper(user, job, sheet).content,
    }
    for name, make in makes.items():
        try:
            yield name, make()
        except Invalid:
            continue  # the job has nothing for it
    for paper in KeptPaper.objects.filter(job=job).order_by("made_at", "pk"):
        yield f"papers/{paper.made_at:%Y-%m-%d}-{paper.digest[:8]}.pdf", bytes(paper.content)
    pictures = PictureContent.objects.filter(picture__job=job).order_by("picture_id")
    for picture in pictures.iterator(chunk_size=20):
        yield f"pictures/{picture.picture_id}.jpg", bytes(picture.large)


def _stakes(job: Job, sheet: SheetAsk, site: str) -> bytes:
    ask = LabelAsk(sheet)
    return labels_paper(labels_of(job, ask, site), ask).content
