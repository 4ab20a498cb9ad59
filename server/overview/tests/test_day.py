"""The crew's day: where every job stands, what is poured soon, what is due, who is where."""

from __future__ import annotations

from collections.abc import Callable
from datetime import timedelta
from functools import partial
from typing import Any
from unittest import mock
from uuid import uuid4

from django.db import connection
from django.test import Client
from django.test.utils import CaptureQueriesContext
from django.utils import timezone
from icalendar import Calendar

from server.crews.models import CalendarKey, Membership, Role, User
from server.jobs.models import DayOnJob, Glance, Happening, Job, Point
from server.overview.day import glance as glances
from server.overview.day.glance import GO_HOLDS
from server.overview.job_sheet import sheet_of
from server.pours.models import Pour
from server.tests.plan import element_body
from server.tests.pours import PourTestCase
from server.tests.site import SiteTestCase


class Day(PourTestCase):
    """The first page of a crew with a pour ahead."""

    def setUp(self) -> None:
        super().setUp()
        self.pours_at = timezone.now() + timedelta(days=2)
        Pour.objects.update(pours_at=self.pours_at)

    def day(self, client: Client | None = None) -> Any:
        return self.get("day", client or self.helper)

    def stands(self) -> Any:
        (job,) = self.day()["jobs"]
        return job["stands"]

    def test_a_job_says_what_comes_next_why_it_holds_and_what_is_left(self) -> None:
        stands = self.stands()
        points = Point.objects.filter(retired_at=None).count()
        self.assertEqual((stands["left"], stands["doubted"]), (points, 0))
        self.assertEqual(stands["verdict"], "hold")
        firsts = [line["faults"][0]["says"] for line in self.pour_lines()]
        for why, first in zip(stands["why"], firsts, strict=True):
            self.assertTrue(why.startswith(first), (why, first))
        self.assertEqual(len(stands["why"]), self.get(f"jobs/{self.job}")["pours"][0]["holds"])
        self.assertEqual(stands["next"], "dig")
        self.assertTrue(stands["note"].startswith("0 of "))

    def pour_lines(self) -> Any:
        return [line for line in self.get(f"pours/{self.pour}")["lines"] if not line["is_go"]]

    def test_its_glance_is_worked_out_again_once_anything_was_recorded(self) -> None:
        left = self.stands()["left"]
        self.stands()
        with mock.patch.object(glances, "glance_of") as worked:
            self.stands()
        worked.assert_not_called()
        self.shoot(Point.objects.filter(floor=self.floor)[:3], "3' 7\"")
        self.assertEqual(self.stands()["left"], left - 3)
        self.ok(self.helper, f"set-ups/{self.set_up_id}/knocks", {
            "id": str(uuid4()), "happened_at": timezone.now().isoformat(),
        })  # fmt: skip
        self.assertEqual(self.stands()["doubted"], 0, "it was knocked behind them")

    def test_every_record_and_change_marks_it_stale(self) -> None:
        self.stands()
        marks: dict[str, Callable[[], object]] = {
            "answer": lambda: self.answer("strip", "on"),
            "lift": lambda: self.lift("inspection"),
            "plan": partial(self.add_floor, name="Other"),
            "benchmark": self.add_second_benchmark,
            "reading": lambda: self.shoot(Point.objects.filter(floor=self.floor)[:1], "3' 7\""),
            "check": lambda: self.ok(
                self.helper, f"instruments/{self.instrument_id()}/knocks",
                {"id": str(uuid4()), "note": "fell", "happened_at": "2026-05-04T09:00:00Z"},
            ),
            "choice": lambda: self.foreman.put(
                f"/api/v1/crews/{self.crew.pk}/choices",
                {"strict_calls": True, "check_days": 30}, content_type="application/json",
            ),
        }  # fmt: skip
        for name, record in marks.items():
            Glance.objects.update(is_stale=False)
            record()
            with self.subTest(name):
                self.assertTrue(Glance.objects.get().is_stale)

    def instrument_id(self) -> str:
        sets: str = self.get(f"jobs/{self.job}")["set_ups"][0]["instrument_id"]
        return sets

    def test_a_go_is_never_said_from_memory_for_longer_than_a_minute(self) -> None:
        go = {"pours": [{"state": "go"}]}
        hold = {"pours": [{"state": "hold"}]}
        now = timezone.now()
        for sheet, age, fresh in (
            (go, GO_HOLDS - timedelta(seconds=1), True),
            (go, GO_HOLDS, False),
            (hold, GO_HOLDS, True),
            (hold, timedelta(hours=6), False),
        ):
            kept = Glance(job_id=self.job, sheet=sheet, made_at=now - age)
            self.assertIs(glances.is_fresh(kept, now), fresh, (sheet, age))
            kept.is_stale = True
            self.assertFalse(glances.is_fresh(kept, now))

    def test_what_is_recorded_while_it_is_worked_out_marks_it_stale_again(self) -> None:
        self.stands()
        self.stands()
        self.assertFalse(Glance.objects.get().is_stale)
        real = sheet_of

        def while_somebody_shoots(job: Job, role: str) -> Any:
            sheet = real(job, role)
            self.shoot(Point.objects.filter(floor=self.floor)[:1], "3' 7\"")
            return sheet

        with mock.patch.object(glances, "sheet_of", while_somebody_shoots):
            glances.work_out(Job.objects.select_related("crew").get(pk=self.job))
        self.assertTrue(Glance.objects.get().is_stale)

    def test_a_job_that_is_deleted_while_it_is_worked_out_leaves_nothing_and_breaks_nothing(
        self,
    ) -> None:
        body = {"id": str(uuid4()), "crew": str(self.crew.pk), "name": "Gone", "style": "mm"}
        self.ok(self.foreman, "jobs", body)
        job = Job.objects.select_related("crew").get(pk=body["id"])
        real = sheet_of

        def while_it_goes(found: Job, role: str) -> Any:
            sheet = real(found, role)
            Job.objects.filter(pk=found.pk).delete()
            return sheet

        with mock.patch.object(glances, "sheet_of", while_it_goes):
            self.assertEqual(glances.work_out(job)["left"], 0)
        self.assertFalse(Glance.objects.filter(job=job.pk).exists())

    def test_the_pours_of_two_weeks_are_told_with_their_trucks(self) -> None:
        self.shoot_all_but_the_bottoms()
        (pour,) = self.day()["pours"]
        self.assertEqual((pour["name"], pour["job_name"]), ("Slab", "Shed"))
        self.assertGreaterEqual(pour["loads"], 0)
        Pour.objects.update(pours_at=timezone.now() + timedelta(days=15))
        Glance.objects.update(is_stale=True)
        self.assertEqual(self.day()["pours"], [])

    def test_what_is_due_is_told_and_what_is_archived_is_not_worked_out(self) -> None:
        self.assertEqual([one["name"] for one in self.day()["due"]], ["Laser"])
        self.foreman.put(
            f"/api/v1/jobs/{self.job}/archived", {"is_archived": True},
            content_type="application/json",
        )  # fmt: skip
        (job,) = self.day()["jobs"]
        self.assertEqual((job["is_archived"], job["stands"]), (True, None))
        self.assertTrue(self.day()["is_whole"])
        self.assertEqual(self.day()["pours"], [])

    def test_another_crews_day_is_another(self) -> None:
        self.assertEqual(self.day(self.outsider)["jobs"], [])
        self.get("day", Client(), 401)

    @mock.patch("server.overview.day.sheet.PATIENCE", 600.0)
    def test_queries_do_not_grow_with_the_jobs(self) -> None:
        self.stands()
        counts = []
        for _ in range(2):
            self.day()
            with CaptureQueriesContext(connection) as asked:
                self.day()
            counts.append(len(asked))
            for number in range(6):
                body = self.job_body(id=str(uuid4()), name=f"J{number}", benchmark=None)
                self.ok(self.foreman, "jobs", body)
            self.day()
            self.day()
        self.assertEqual(counts[0], counts[1])
        self.assertLessEqual(counts[0], 14)

    def test_what_takes_too_long_follows_at_the_next_look(self) -> None:
        for number in range(3):
            body = self.job_body(id=str(uuid4()), name=f"J{number}", benchmark=None)
            self.ok(self.foreman, "jobs", body)
        with mock.patch("server.overview.day.sheet.PATIENCE", -1.0):
            first = self.day()
        self.assertFalse(first["is_whole"])
        self.assertEqual([job["stands"] for job in first["jobs"]], [None] * 4)
        with mock.patch("server.overview.day.sheet.PATIENCE", 600.0):
            self.assertTrue(self.day()["is_whole"])


class WhoIsWhere(PourTestCase):
    """The foreman says who is on which job; each sees it, also in a calendar."""

    def setUp(self) -> None:
        super().setUp()
        self.today = timezone.localdate()
        self.one = User.objects.get(username__startswith="helper")

    def put(self, people: list[int], day: str = "", status: int = 200, client: Any = None) -> Any:
        answer = (client or self.foreman).put(
            f"/api/v1/jobs/{self.job}/days/{day or self.today.isoformat()}",
            {"people": people},
            content_type="application/json",
        )
        self.assertEqual(answer.status_code, status, answer.content[:300])
        return answer.json()

    def test_the_last_word_on_a_day_counts_and_is_noted(self) -> None:
        boss = User.objects.get(username__startswith="foreman")
        self.put([self.one.pk, boss.pk])
        self.put([boss.pk, boss.pk])
        days = self.get("day", self.helper)["days"]
        self.assertEqual([(day["job"], day["person"]) for day in days], [(str(self.job), boss.pk)])
        what = f"On the job on {self.today:%A, %B} {self.today.day}, {self.today.year}"
        noted = Happening.objects.filter(what=what).order_by("recorded_at")
        self.assertEqual(noted[1].before["people"], "Foreman, Helper")
        self.assertEqual(noted[1].after["people"], "Foreman")

    def test_what_can_not_be_is_refused(self) -> None:
        stranger = User.objects.exclude(memberships__crew=self.crew).exclude(pk=self.one.pk)[0]
        self.put([stranger.pk], status=400)
        self.put([self.one.pk, stranger.pk], status=400)
        for day in ("yesterday", "2026-13-01", "1999-01-01", "2199-01-01"):
            self.put([self.one.pk], day, 400)
        self.put([self.one.pk], status=403, client=self.helper)
        self.put([self.one.pk], status=404, client=self.outsider)
        self.assertEqual(DayOnJob.objects.count(), 0)

    def feed(self, path: str, status: int = 200) -> Any:
        answer = Client().get(path)
        self.assertEqual(answer.status_code, status)
        return Calendar.from_ical(answer.content) if status == 200 else None

    def names(self, path: str) -> list[str]:
        return [str(one["summary"]) for one in self.feed(path).walk("VEVENT")]

    def test_a_calendar_has_the_days_and_the_pours_and_ends_with_its_address(self) -> None:
        Pour.objects.update(pours_at=timezone.now() + timedelta(days=1))
        self.put([self.one.pk])
        self.assertEqual(self.get("calendar", self.helper)["path"], "")
        path = self.ok(self.helper, "calendar", {}, 200)["path"]
        self.assertEqual(self.get("calendar", self.helper)["path"], path)
        self.assertEqual(self.names(path), ["Shed", "Pour: Slab, Shed"])
        second = self.ok(self.helper, "calendar", {}, 200)["path"]
        self.feed(path, 404)
        self.assertEqual(len(self.names(second)), 2)
        self.ok(self.helper, "calendar/end", {}, 200)
        self.feed(second, 404)

    def test_who_leaves_the_crew_sees_no_more_of_it_in_a_calendar(self) -> None:
        self.put([self.one.pk])
        path = self.ok(self.helper, "calendar", {}, 200)["path"]
        Membership.objects.filter(user=self.one).delete()
        self.assertEqual(self.names(path), [])
        User.objects.filter(pk=self.one.pk).update(is_active=False)
        self.feed(path, 404)

    def test_an_address_can_not_be_guessed(self) -> None:
        path = self.ok(self.helper, "calendar", {}, 200)["path"]
        key = CalendarKey.objects.get().key.hex
        for token in (key, f"{key}:", f"{key}:AAAA", path.split("/")[-1][:-8], "x" * 400, "%00"):
            self.feed(f"/api/v1/calendars/{token}.ics", 404)

    def test_names_that_break_lines_break_no_calendar(self) -> None:
        Job.objects.update(name="A\r\nEND:VCALENDAR; x, y", place="=cmd()")
        self.put([self.one.pk])
        path = self.ok(self.helper, "calendar", {}, 200)["path"]
        (event,) = self.feed(path).walk("VEVENT")
        self.assertIn("END:VCALENDAR", str(event["summary"]))

    def test_two_crews_of_one_person_make_one_day(self) -> None:
        body = self.job_body(id=str(uuid4()), name="Theirs", benchmark=None)
        crew = Membership.objects.exclude(crew=self.crew)[0].crew
        Membership.objects.create(crew=crew, user=self.one, role=Role.READER)
        self.ok(self.outsider, "jobs", body | {"crew": str(crew.pk)})
        day = self.get("day", self.helper)
        self.assertEqual({job["name"] for job in day["jobs"]}, {"Shed", "Theirs"})
        self.assertEqual({one["can_plan"] for one in day["crews"]}, {False})


class LevelingAgain(SiteTestCase):
    """Points that are leveled again: the day tells of them, and the calendar."""

    def setUp(self) -> None:
        super().setUp()
        body = element_body("form", self.add_floor())
        self.forms = self.ok(self.foreman, f"jobs/{self.job}/elements", body)["id"]
        self.path = f"elements/{self.forms}/leveling-due"

    def keep(self, days: int | None, status: int = 201) -> Any:
        due = None if days is None else (timezone.localdate() + timedelta(days=days)).isoformat()
        return self.ok(self.helper, self.path, {"id": str(uuid4()), "due_on": due}, status)

    def due(self) -> list[str]:
        return [row["name"] for row in self.get("day", self.helper)["levelings"]]

    def test_it_is_told_two_weeks_before_and_the_last_day_counts(self) -> None:
        self.keep(13)
        self.assertEqual(self.due(), ["The form"])
        self.assertTrue(self.get(f"elements/{self.forms}/movement")["due_on"])
        self.keep(200)
        self.assertEqual(self.due(), [])
        self.keep(0)
        self.assertEqual(self.due(), ["The form"])
        self.assertEqual(self.get("day", self.outsider)["levelings"], [])
        self.keep(None)
        self.assertEqual(self.due(), [])
        self.assertEqual(self.get(f"elements/{self.forms}/movement")["due_on"], "")

    def test_a_day_behind_or_far_ahead_is_refused(self) -> None:
        for days in (-1, 4000):
            said = self.keep(days, 400)["errors"][0]
            self.assertEqual((said["field"], said["code"]), ("due_on", "not-ahead"))
        self.assertEqual(self.keep(None, 400)["errors"][0]["code"], "empty")

    def test_the_calendar_has_it(self) -> None:
        self.keep(3)
        address = self.ok(self.helper, "calendar", {}, 200)["path"]
        told = self.client.get(address).content.decode()
        self.assertIn("SUMMARY:Level again: The form", told)
        day = timezone.localdate() + timedelta(days=3)
        self.assertIn(f"DTSTART;VALUE=DATE:{day:%Y%m%d}", told)
