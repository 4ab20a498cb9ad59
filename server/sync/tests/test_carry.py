"""What a phone takes along: all it needs, nothing more, and only what changed since."""

from __future__ import annotations

import json
from uuid import UUID

from django.db import models
from django.utils import timezone

from core.tasks import Task
from server.crews.models import Membership, Role
from server.fieldbook.models import Shot
from server.jobs.models import Floor
from server.jobs.plan.planned_key import planned_key
from server.sync.tables import ALL, CARRIED, OF_A_PERSON
from server.sync.tests.site import SiteWithShots
from server.sync.write import OVERLAP
from server.tests.site import person


class Carrying(SiteWithShots):
    """A job on its way to a phone."""

    def test_it_holds_the_job_its_gear_and_the_people_it_names(self) -> None:
        tables = self.carried()["tables"]
        for name in ("job", "floors", "points_of_floors", "set_ups", "shots", "rod", "instrument"):
            self.assertTrue(tables[name]["rows"], name)
        names = {row[1] for row in tables["people"]["rows"]}
        self.assertEqual(len(names), 2, "who planned it and who shot it")
        self.assertEqual(len(tables["places"]["rows"]), 1, "the one place of who asks")

    def test_it_tells_no_password_and_no_address_of_anybody(self) -> None:
        self.assertEqual({f.name for f in ALL["people"].columns}, set(OF_A_PERSON))
        self.assertNotIn("md5$", json.dumps(self.carried()))

    def test_another_crew_gets_nothing(self) -> None:
        self.get(f"jobs/{self.job}/carried", self.outsider, 404)
        self.get(f"crews/{self.crew.pk}/carried", self.outsider, 404)
        other = person(self.crew, Role.HELPER)
        self.get(f"jobs/{self.job}/carried", other)
        Membership.objects.filter(crew=self.crew).delete()
        self.get(f"jobs/{self.job}/carried", other, 404)

    def test_where_nothing_changed_nothing_is_sent(self) -> None:
        first = self.carried()
        again = self.carried(**self.since(first))
        self.assertEqual((again["tables"], again["concrete"]), ({}, []))
        self.assertEqual(again["digests"].keys(), first["digests"].keys())

    def test_a_shot_more_is_sent_with_who_made_it_and_nothing_that_is_there(self) -> None:
        first = self.carried()
        self.shoot(self.grid[1])
        again = self.carried(**self.since(first))
        self.assertFalse(again["tables"]["shots"]["is_whole"])
        self.assertEqual(set(again["tables"]), {"shots", "phones", "people"} & set(again["tables"]))
        self.assertIn("people", again["tables"])
        self.assertEqual(self.carried(**self.since(again))["tables"], {})

    def test_a_record_that_came_in_long_after_its_time_is_not_missed(self) -> None:
        first = self.carried()
        self.shoot(self.grid[1])
        late: models.QuerySet[Shot] = models.QuerySet(Shot).filter(point=self.grid[1])
        late.update(recorded_at=timezone.now() - 10 * OVERLAP)
        sent = self.carried(**self.since(first))["tables"]["shots"]
        self.assertTrue(sent["is_whole"], "what lies before the last look is sent anew")
        self.assertEqual(len(sent["rows"]), 2)

    def test_a_changed_floor_is_sent_whole(self) -> None:
        first = self.carried()
        Floor.objects.filter(pk=self.floor).update(name="Renamed")
        sent = self.carried(**self.since(first))["tables"]["floors"]
        self.assertTrue(sent["is_whole"])
        self.assertIn("Renamed", json.dumps(sent["rows"]))

    def test_a_crew_alone_holds_its_gear_and_no_job(self) -> None:
        tables = self.get(f"crews/{self.crew.pk}/carried")["tables"]
        self.assertTrue(tables["rod"]["rows"])
        own = {table.name for table in CARRIED if table.is_the_jobs}
        self.assertEqual(set(tables) & own, set())

    def test_a_planned_point_has_the_key_of_its_place(self) -> None:
        floor, first = UUID(self.floor), self.grid[0].place
        for point in self.grid:
            self.assertEqual(point.pk, planned_key(floor, Task.STONE, point.name, point.place))
        self.assertEqual(len({point.pk for point in self.grid}), len(self.grid))
        self.assertNotEqual(planned_key(floor, Task.STONE, self.grid[-1].name, first), point.pk)
