"""Pictures on paper: small, three beside each other, each with what is said of it."""

from __future__ import annotations

import io
from collections.abc import Iterable, Sequence

from reportlab.lib.units import mm
from reportlab.platypus import Flowable, Image, Table

from server.exports.pdf.page import HEADING, SMALL, moment_text, text
from server.jobs.models import Job
from server.notices.models import Notice
from server.pictures.models import Picture, PictureContent

A_ROW, HEIGHT = 3, 45 * mm


def pictures_part(job: Job, width: float) -> list[Flowable]:
    """Return the pictures of a job, in the order they were taken; nothing where there are none."""
    own = Picture.objects.filter(job=job, content__isnull=False).order_by("taken_at", "pk")
    return _laid_out(list(own.select_related("content", "taken_by")), width)


def pictures_of_notice_part(notice: Notice, width: float) -> list[Flowable]:
    """Return the pictures that a notice shows."""
    chosen = notice.pictures.order_by("pk").select_related("picture__content", "picture__taken_by")
    return _laid_out([one.picture for one in chosen], width)


def _laid_out(pictures: Sequence[Picture], width: float) -> list[Flowable]:
    if not pictures:
        return []
    cells = [_cell(picture, width / A_ROW - 4 * mm) for picture in pictures]
    rows = [_row(cells[at : at + A_ROW]) for at in range(0, len(cells), A_ROW)]
    table = Table(rows, colWidths=[width / A_ROW] * A_ROW, hAlign="LEFT")
    return [text("Pictures", HEADING), table]


def _row(cells: Iterable[list[Flowable]]) -> list[list[Flowable]]:
    row = list(cells)
    return row + [[] for _ in range(A_ROW - len(row))]


def _cell(one: Picture, width: float) -> list[Flowable]:
    content: PictureContent = one.content
    shown = Image(io.BytesIO(bytes(content.small)))
    scale = min(width / shown.imageWidth, HEIGHT / shown.imageHeight)
    shown.drawWidth, shown.drawHeight = shown.imageWidth * scale, shown.imageHeight * scale
    said = f"{one.note}, " if one.note else ""
    told = f"{said}{one.kind}, {one.taken_by.shown_name}, {moment_text(one.taken_at)}"
    return [shown, text(told, SMALL)]
