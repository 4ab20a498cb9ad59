"""Clocks that are off, set anew, or set on purpose: what is sent counts when it can have been."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta
from time import time
from typing import Any
from uuid import uuid4

from django.test import Client

from core.clocks import LEAST_GIVE
from server.crews.models import Phone, Role
from server.fieldbook.models import Knock, Reread, SetUp, Shot
from server.gear.models import InstrumentCheck
from server.jobs.models import Job
from server.pours.models import PourAnswer
from server.tests.site import LONG_AGO, Body, SiteTestCase, person

MINUTE, HOUR, DAY = 60.0, 3600.0, 86_400.0


def iso(seconds: float) -> str:
    return datetime.fromtimestamp(seconds, UTC).isoformat()


class OnTheClock(SiteTestCase):
    """A set-up made an hour ago, and phones that send what they like."""

    def setUp(self) -> None:
        super().setUp()
        self.now = time()
        self.floor = self.add_floor()
        self.names = self.points(self.floor)
        self.set_up_id = self.add_set_up(taken_at=iso(self.now - HOUR))

    def send(self, client: Client, path: str, body: Body, **phone: str) -> Any:
        """Post with what a phone says of itself, as its headers."""
        headers: Any = {f"HTTP_X_PHONE_{name.upper()}": text for name, text in phone.items()}
        answer = client.post(f"/api/v1/{path}", body, content_type="application/json", **headers)
        self.assertIn(answer.status_code, (200, 201), answer.content[:300])
        return answer.json()

    def shoot(self, client: Client, at: float, point: str = "A1", **phone: str) -> Shot:
        body = self.shot_body(self.set_up_id, self.names[point], "3' 7\"", taken_at=iso(at))
        self.send(client, "shots", body, **phone)
        return Shot.objects.get(pk=body["id"])

    def reread(self, client: Client, at: float, reading: str, **phone: str) -> Reread:
        body: Body = {
            "id": str(uuid4()), "point": str(self.benchmark), "reading": reading,
            "occasion": "clock", "taken_at": iso(at),
        }  # fmt: skip
        self.send(client, f"set-ups/{self.set_up_id}/rereads", body, **phone)
        return Reread.objects.get(pk=body["id"])

    def check(self, client: Client, at: float) -> InstrumentCheck:
        instrument = SetUp.objects.get(pk=self.set_up_id).instrument_id
        body: Body = {
            "id": str(uuid4()), "method": "both-axes", "made_at": iso(at),
            "typed": {"distance": "100 ft", "gap": "0", "gap_right": "0",
                      "resolution": '1/64"'},
        }  # fmt: skip
        self.send(client, f"instruments/{instrument}/checks?units=ft-in/8", body)
        return InstrumentCheck.objects.get(pk=body["id"])

    def states(self) -> dict[str, str]:
        pegs = self.get(f"floors/{self.floor}")["plan"]["pegs"]
        return {peg["name"]: peg["state"] for peg in pegs if peg["state"] != "not-shot"}

    def remarks(self) -> list[str]:
        return [row["note"] for row in self.get(f"set-ups/{self.set_up_id}/book")["rows"]]

    def near(self, counted: datetime, seconds: float) -> None:
        """Within what went by since the test began, however slow the machine, and the give."""
        gone_by = time() - self.now
        self.assertLessEqual(abs(counted.timestamp() - seconds), gone_by + LEAST_GIVE)


class WhatCounts(OnTheClock):
    """The phone's time, put right."""

    def test_everything_it_follows_from_is_kept(self) -> None:
        off = 7 * MINUTE
        said = self.now - 10 * MINUTE + off
        shot = self.shoot(
            self.helper, said, now=repr(time() + off), clock_off=repr(off), number="12"
        )
        self.near(shot.taken_at, self.now - 10 * MINUTE)
        self.near(shot.said_at, said)
        self.assertEqual((shot.phone_number, shot.clock_off, shot.clock_give > 0), (12, off, True))
        self.assertEqual(Phone.objects.get(pk=shot.phone or "").last_number, 12)
        self.assertIn("its phone's clock said", self.remarks()[-1])

    def test_nothing_lies_in_the_future(self) -> None:
        self.near(self.shoot(self.helper, self.now + 70 * 365 * DAY).taken_at, self.now)
        self.near(self.reread(self.helper, self.now + DAY, "4' 2\"").taken_at, self.now)
        self.near(self.check(self.foreman, self.now + 70 * 365 * DAY).made_at, self.now)
        sheet = self.get(f"jobs/{self.job}")
        due = datetime.fromisoformat(sheet["set_ups"][0]["standing"]["due_at"])
        self.near(due, self.now + HOUR)
        (laser,) = [
            instrument for instrument in sheet["instruments"] if instrument["trust"]["due_at"]
        ]
        due = datetime.fromisoformat(laser["trust"]["due_at"])
        self.assertLess(due.timestamp(), self.now + 8 * DAY)

    def test_nothing_lies_before_its_set_up_or_before_its_phone_was_seen(self) -> None:
        shot = self.shoot(self.helper, self.now - 30 * DAY)
        self.assertGreaterEqual(shot.taken_at, SetUp.objects.get(pk=self.set_up_id).taken_at)
        stranger: Any = {"HTTP_X_PHONE": str(uuid4())}
        body = self.shot_body(
            self.set_up_id, self.names["A2"], "3' 7\"", taken_at=iso(self.now - 30 * MINUTE)
        )
        self.helper.post("/api/v1/shots", body, content_type="application/json", **stranger)
        self.near(Shot.objects.get(pk=body["id"]).taken_at, time())

    def test_a_set_up_does_not_lie_before_its_job(self) -> None:
        begun = datetime.fromtimestamp(self.now - 2 * HOUR, UTC)
        Job.objects.update(begun_at=begun)
        early = self.add_set_up(self.add_rod("down"), taken_at=iso(self.now - 9 * DAY))
        self.assertGreaterEqual(SetUp.objects.get(pk=early).taken_at, begun)

    def test_one_phones_order_is_its_own_whatever_its_clock_says(self) -> None:
        first = self.shoot(self.helper, self.now - 20 * MINUTE, number="1")
        second = self.shoot(self.helper, self.now - 40 * MINUTE, "A2", number="2")
        self.assertEqual(second.taken_at - first.taken_at, timedelta(microseconds=1))
        third = self.shoot(self.helper, self.now - 10 * MINUTE, "A3", number="4")
        held_up = self.shoot(self.helper, self.now - 5 * MINUTE, "A4", number="3")
        self.assertLessEqual(held_up.taken_at, third.taken_at)

    def test_who_says_nothing_of_a_clock_may_have_read_it_anytime_since_the_set_up(self) -> None:
        mute: Any = {"HTTP_X_PHONE": "", "HTTP_X_PHONE_NOW": "soon"}
        for point in ("A1", "A2"):
            body = self.shot_body(
                self.set_up_id, self.names[point], "3' 7\"", taken_at=iso(self.now - 50 * MINUTE)
            )
            self.helper.post("/api/v1/shots", body, content_type="application/json", **mute)
        one, other = Shot.objects.order_by("recorded_at")
        self.assertGreaterEqual(one.clock_give, HOUR)
        self.assertLessEqual(one.clock_give, HOUR + time() - self.now)
        self.near(one.taken_at, time())
        self.assertNotEqual(one.phone, other.phone)
        self.reread(self.foreman, self.now - 30 * MINUTE, "4' 2\"")
        self.reread(self.foreman, self.now - MINUTE, "4' 3\"")
        self.assertEqual(self.states(), {"A1": "in-doubt", "A2": "in-doubt"})

    def test_a_re_read_of_a_clock_nobody_knows_is_due_again_at_once(self) -> None:
        body: Body = {
            "id": str(uuid4()), "point": str(self.benchmark), "reading": "4' 2\"",
            "occasion": "clock", "taken_at": iso(self.now),
        }  # fmt: skip
        mute: Any = {"HTTP_X_PHONE": ""}
        path = f"/api/v1/set-ups/{self.set_up_id}/rereads"
        self.helper.post(path, body, content_type="application/json", **mute)
        self.assertEqual(Reread.objects.count(), 1)
        standing = self.get(f"jobs/{self.job}")["set_ups"][0]["standing"]
        self.near(datetime.fromisoformat(standing["good_at"]), self.now - HOUR)

    def test_a_phones_key_is_of_no_use_in_other_hands(self) -> None:
        """The foreman's key stands in the job's file; a helper sends under it, far ahead."""
        mine = self.shoot(self.foreman, self.now - 30 * MINUTE, number="1")
        for key in (str(mine.phone), str(self.foreman.key)):
            body = self.shot_body(
                self.set_up_id, self.names["A2"], "3' 7\"", taken_at=iso(self.now)
            )
            forged: Any = {"HTTP_X_PHONE": key, "HTTP_X_PHONE_NUMBER": "9000"}
            self.helper.post("/api/v1/shots", body, content_type="application/json", **forged)
            self.assertNotEqual(Shot.objects.get(pk=body["id"]).phone, mine.phone)
        again = self.shoot(self.foreman, self.now - 10 * MINUTE, "A3", number="2")
        self.near(again.taken_at, self.now - 10 * MINUTE)
        self.assertEqual(again.phone, mine.phone)

    def test_the_same_record_sent_twice_is_one_however_late_the_second(self) -> None:
        body = self.shot_body(
            self.set_up_id, self.names["A1"], "3' 7\"", taken_at=iso(self.now - 9 * MINUTE)
        )
        self.send(self.helper, "shots", body, number="1")
        counted = Shot.objects.get().taken_at
        self.shoot(self.helper, self.now - MINUTE, "A2", number="2")
        self.assertEqual(self.ok(self.helper, "shots", body, 200)["verdict"], "on")
        self.assertEqual(Shot.objects.get(pk=body["id"]).taken_at, counted)
        self.assertEqual(Shot.objects.count(), 2)

    def test_headers_that_can_not_be_are_as_none(self) -> None:
        for number, phone in enumerate((
            {"now": "1e400", "clock_off": "nan", "number": "-1"},
            {"now": "inf", "clock_off": "1e99", "number": "9" * 40},
            {"now": "\ufffd", "clock_off": "", "number": "1.5"},
        )):  # fmt: skip
            shot = self.shoot(self.helper, self.now - MINUTE, f"A{number + 1}", **phone)
            self.assertEqual((shot.phone_number, shot.clock_off), (None, None))
            self.near(shot.taken_at, time())

    def test_a_phone_is_seen_when_somebody_opens_the_app_on_it(self) -> None:
        key = str(uuid4())
        known = set(Phone.objects.values_list("pk", flat=True))
        self.helper.get("/api/v1/session", headers={"X-Phone": key})
        (seen,) = Phone.objects.exclude(pk__in=known)
        self.assertLess(time() - seen.first_seen_at.timestamp(), 5)
        stranger = Client()
        stranger.get("/api/v1/session", headers={"X-Phone": str(uuid4())})
        self.assertEqual(Phone.objects.filter(first_seen_at__gt=LONG_AGO).count(), 1)


class OnPurpose(OnTheClock):
    """A helper who would like a GO."""

    def test_a_shot_dated_before_a_failed_re_read_says_that_it_came_in_late(self) -> None:
        self.reread(self.foreman, self.now - 40 * MINUTE, "4' 2\"")
        self.reread(self.foreman, self.now - 20 * MINUTE, "4' 3\"")
        self.shoot(self.helper, self.now - 50 * MINUTE)
        self.assertIn("came in late, after a knock or a failed re-read", self.remarks()[-3])
        self.shoot(self.helper, self.now - 30 * MINUTE, "A2")
        self.assertEqual(self.states(), {"A1": "on", "A2": "in-doubt"})

    def test_a_good_re_read_sent_behind_a_failed_one_clears_nothing_before_it(self) -> None:
        self.shoot(self.helper, self.now - 30 * MINUTE)
        self.reread(self.foreman, self.now - 20 * MINUTE, "4' 3\"")
        self.assertEqual(self.states(), {"A1": "in-doubt"})
        self.reread(self.helper, self.now - 25 * MINUTE, "4' 2\"")
        self.assertEqual(self.states(), {"A1": "in-doubt"})

    def test_a_phone_that_was_away_sends_its_good_re_read_and_then_its_failed_one(self) -> None:
        self.shoot(self.helper, self.now - 50 * MINUTE, number="1")
        self.reread(self.helper, self.now - 40 * MINUTE, "4' 2\"", number="2")
        self.shoot(self.helper, self.now - 30 * MINUTE, "A2", number="3")
        self.reread(self.helper, self.now - 20 * MINUTE, "4' 3\"", number="4")
        self.assertEqual(self.states(), {"A1": "on", "A2": "in-doubt"})

    def test_a_knock_is_not_cleared_by_what_two_clocks_can_not_tell(self) -> None:
        self.reread(self.foreman, self.now - 20 * MINUTE, "4' 2\"")
        knock = {"id": str(uuid4()), "happened_at": iso(self.now - 20 * MINUTE - 1)}
        self.send(self.helper, f"set-ups/{self.set_up_id}/knocks", knock)
        self.assertEqual(Knock.objects.count(), 1)
        self.assertFalse(self.get(f"jobs/{self.job}")["set_ups"][0]["standing"]["stands"])

    def test_tomorrows_pour_is_not_let_go_by_a_re_read_and_a_check_from_the_future(self) -> None:
        for point in self.names.values():
            body = self.shot_body(self.set_up_id, point, "3' 7\"", taken_at=iso(self.now - 600))
            self.ok(self.helper, "shots", body)
        tomorrow = self.now + DAY
        pour = {
            "id": str(uuid4()), "name": "Slab", "pours_at": iso(tomorrow), "truck": "8",
            "rate": "16", "floors": [self.floor], "elements": [],
        }  # fmt: skip
        self.ok(self.foreman, f"jobs/{self.job}/pours", pour)
        self.reread(self.helper, tomorrow - 5 * MINUTE, "4' 2\"")
        self.check(self.helper, self.now + 70 * 365 * DAY)
        sheet = self.get(f"pours/{pour['id']}")
        lines = {line["question"]: line["is_go"] for line in sheet["lines"]}
        self.assertFalse(lines["benchmark"])
        said = {one["question"]: one for one in sheet["evidence"]}
        self.assertEqual(said["benchmark"]["what"], "BM1 read again, on the clock")
        self.assertEqual(said["benchmark"]["clock"], "the phone's clock, put right by 1435 min")
        self.assertEqual(said["benchmark"]["by"], "Helper")
        self.near(datetime.fromisoformat(said["instrument"]["at"]), time())

    def test_an_answer_dated_ahead_does_not_outlive_the_next_one(self) -> None:
        pour = {
            "id": str(uuid4()), "name": "Slab", "pours_at": iso(self.now + DAY), "truck": "8",
            "rate": "16", "floors": [self.floor], "elements": [],
        }  # fmt: skip
        self.ok(self.foreman, f"jobs/{self.job}/pours", pour)
        for at, is_good in ((self.now + 30 * DAY, True), (self.now, False)):
            answer = {
                "id": str(uuid4()), "question": "strip", "answer": "on hand", "is_good": is_good,
                "taken_at": iso(at),
            }  # fmt: skip
            self.send(self.foreman, f"pours/{pour['id']}/answers", answer)
        self.assertEqual(PourAnswer.objects.filter(taken_at__gt=iso(time() + 5)).count(), 0)
        lines = {
            line["question"]: line["is_go"] for line in self.get(f"pours/{pour['id']}")["lines"]
        }
        self.assertFalse(lines["strip"])

    def test_a_job_opened_away_begins_when_it_was_opened(self) -> None:
        said = self.now - 5 * HOUR
        body = self.job_body(id=str(uuid4()), name="Away")
        body["benchmark"] = {**body["benchmark"], "id": str(uuid4())}
        away = person(self.crew, Role.FOREMAN)
        self.send(away, "jobs", body, said=repr(said), number="1")
        self.near(Job.objects.get(pk=body["id"]).begun_at, said)
        self.assertGreater(Job.objects.get(pk=body["id"]).begun_at, LONG_AGO)
