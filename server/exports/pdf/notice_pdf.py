"""The customer's notice on paper."""

from __future__ import annotations

from uuid import UUID

from django.utils import timezone
from reportlab.platypus import Flowable

from server.crews.models import User
from server.crews.permissions import Ability
from server.exports.pdf.codes import CodeOnPaper
from server.exports.pdf.map import MapDrawing
from server.exports.pdf.page import (
    HEADING,
    TITLE,
    Paper,
    figures,
    gap,
    laid_out,
    moment_text,
    page_size,
    table,
    text,
    width_on,
)
from server.exports.pdf.pictures_part import pictures_of_notice_part
from server.jobs.rules import style_of
from server.notices.models import Notice
from server.notices.services.notice_page import NoticePage, page_of
from server.notices.services.notices import NoticeState, link_of, notice_by
from server.notices.services.send_notice import notice_for

SHOTS_A_ROW = 4


def notice_paper(user: User, notice_id: UUID, site: str) -> Paper:
    """Return a notice as a paper, for its crew; ``site`` is where a phone finds it."""
    return _paper(notice_for(user, notice_id, Ability.READ), site)


def notice_paper_by_link(token: str, site: str) -> Paper:
    """Return a notice as a paper, for the customer who has its link."""
    return _paper(notice_by(token), site)


def _paper(notice: Notice, site: str) -> Paper:
    page = page_of(notice)
    size = page_size(style_of(notice.floor.job).kind.is_metric)
    foot = [
        f"{page['job']}, {page['floor']}. Made {moment_text(timezone.now())}.",
        f"Notice {notice.pk}, sent {moment_text(page['sent_at'])} by {notice.taken_by.shown_name}.",
    ]
    title = f"Extra concrete, {page['floor']}"
    width = width_on(size)
    story = [*notice_story(page, width), *pictures_of_notice_part(notice, width)]
    story += [gap(), CodeOnPaper(f"{site}/notice/{link_of(notice)}", "This notice, as it stands")]
    return laid_out(story, size, title, foot)


def notice_story(page: NoticePage, width: float) -> list[Flowable]:
    """Return what a notice says, as it is set on paper."""
    numbers = page["numbers"]
    story: list[Flowable] = [
        text(f"Extra concrete, {page['floor']}", TITLE),
        text(f"{page['job']}, {page['place']}. From {page['crew']}."),
        gap(),
        text(f"Price of the extra: {numbers['price']}", HEADING),
        text(
            f"{numbers['extra']} than the nominal, at {numbers['rate']}. The agreed price covers "
            f"the nominal thickness of {numbers['nominal_thickness']}."
        ),
        text(_standing(page)),
        text("The numbers", HEADING),
        figures(
            [
                ("Nominal: area × thickness", numbers["nominal_volume"]),
                ("Over the stone as it was shot", numbers["volume"]),
                ("Range", numbers["sure_within"]),
                ("More or less than the nominal", numbers["extra"]),
                ("Thinnest and thickest shot", f"{numbers['thinnest']}, {numbers['thickest']}"),
            ],
            width,
        ),
        text(numbers["rests_on"]),
    ]
    if page["state"] != NoticeState.VOID and page["map"]["bands"]:
        corners = [(x, y) for x, y in page["corners"]]
        spots = [
            (spot["point"], spot["thickness"], (spot["x"], spot["y"])) for spot in page["spots"]
        ]
        story += [
            text("How thick, and where", HEADING),
            MapDrawing(page["map"], corners, spots, width),
        ]
    story += [text("The shots that prove it", HEADING), *_shots(page, width)]
    if page["state"] == NoticeState.OPEN:
        story += [gap(30), figures([("Name and date", ""), ("Acknowledged", "")], width)]
    return story


def _standing(page: NoticePage) -> str:
    if page["state"] == NoticeState.ACKNOWLEDGED:
        return f"{page['why'].removesuffix('.')}, {moment_text(page['acknowledged_at'])}."
    return page["why"]


def _shots(page: NoticePage, width: float) -> list[Flowable]:
    cells = [f"{shot['point']}: {shot['thickness']}" for shot in page["numbers"]["shots"]]
    cells += [""] * (-len(cells) % SHOTS_A_ROW)
    rows = [cells[n : n + SHOTS_A_ROW] for n in range(0, len(cells), SHOTS_A_ROW)]
    return table(["Thickness there"] + [""] * (SHOTS_A_ROW - 1), rows, [1] * SHOTS_A_ROW, width)
