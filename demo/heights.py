"""The demo's jobs that begin with a height worked out on the spot."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import timedelta
from typing import Any
from uuid import UUID

from demo.ids import demo_id, moment
from server.crews.models import Crew, User
from server.fieldbook.services.height_now import HeightForm, WantedForm
from server.fieldbook.services.keep_height import KeepForm, keep_height
from server.fieldbook.services.record_shot import ShotForm, record_shot
from server.jobs.models import Job
from server.jobs.services.free_points import (
    FreePointForm,
    GroupForm,
    add_free_point,
    add_group,
)

Entry = dict[str, Any]


def keep_demo_height(users: Mapping[str, User], crew: Crew, entry: Entry) -> None:
    """Keep a height as a helper would, and check a surface from the same beam."""
    user, taken_at = users[entry["by"]], moment(entry["taken_at"])
    height = HeightForm(
        rod=demo_id("rod", entry["rod"]),
        known=entry["known"],
        reading=entry["reading"],
        points=tuple(WantedForm(**point) for point in entry["points"]),
    )
    kept = KeepForm(demo_id(entry["name"]), taken_at, entry["name"])
    job, _ = keep_height(user, crew.pk, height, kept)
    for group in entry["groups"]:
        key = demo_id(entry["name"], "group", group["name"])
        add_group(user, job.pk, GroupForm(key, group["name"]))
        for minute, point in enumerate(group["points"], start=4):
            own = ShotForm(
                id=demo_id(key, "shot", point["name"]),
                set_up=kept.key("set-up"),
                point=_point(user, job, GroupForm(key, group["name"]), point),
                reading=point["reading"],
                taken_at=taken_at + timedelta(minutes=minute),
                sight=group["sight"],
            )
            record_shot(user, own)


def _point(user: User, job: Job, group: GroupForm, point: Entry) -> UUID:
    key = demo_id(group.id, point["name"])
    form = FreePointForm(key, point["name"], x=point["x"], y=point["y"], group=group.id)
    add_free_point(user, job.pk, form)
    return key
