"""What a notice's link shows its customer."""

from __future__ import annotations

from typing import TypedDict

from server.concrete.services.map_sheet import ThicknessMap
from server.concrete.services.thickness_map import map_of
from server.jobs.models import Floor
from server.notices.models import Notice
from server.notices.services.notice_numbers import NoticeNumbers
from server.notices.services.notices import (
    NoticeState,
    content_now,
    notice_by,
    said_of,
    standing_of,
    stone_under,
    told,
)


class ShotSpot(TypedDict):
    """Where a shot is on the map, metres, and what it is called there."""

    point: str
    thickness: str
    x: float
    y: float


class NoticePage(TypedDict):
    """What a customer sees by the link, and nothing else of the job."""

    state: NoticeState
    why: str
    job: str
    place: str
    floor: str
    crew: str
    numbers: NoticeNumbers
    map: ThicknessMap
    corners: list[list[float]]
    spots: list[ShotSpot]
    sent_at: str
    expires_at: str
    acknowledged_by: str
    acknowledged_at: str


def notice_page(token: str) -> NoticePage:
    """Return what a link shows its customer: the map, the numbers, the price, where it stands."""
    notice = notice_by(token)
    return page_of(notice)


def page_of(notice: Notice) -> NoticePage:
    """Return a notice's page."""
    floor: Floor = notice.floor
    plan, own, taken = stone_under(floor.job, floor.pk)
    state, why = standing_of(notice, content_now(notice, plan, own, taken))
    said = said_of(notice)
    corners = plan.outlines[floor.pk].corners
    thick = {shot["point"]: shot["thickness"] for shot in notice.numbers["shots"]}
    places = {
        point.point.name: point.point.place for point in own.found if point.point.name in thick
    }
    return {
        "state": state,
        "why": why,
        "job": floor.job.name,
        "place": floor.job.place,
        "floor": floor.name,
        "crew": floor.job.crew.name,
        "numbers": told(notice),
        "map": map_of(plan, floor.pk, own),
        "corners": [[float(corner.x), float(corner.y)] for corner in corners],
        "spots": [
            {"point": name, "thickness": thick[name], "x": float(place.x), "y": float(place.y)}
            for name, place in places.items()
        ],
        "sent_at": notice.taken_at.isoformat(),
        "expires_at": notice.expires_at.isoformat(),
        "acknowledged_by": said.name if said else "",
        "acknowledged_at": said.recorded_at.isoformat() if said else "",
    }
