"""What phones of a trial count: what failed, what one more try cured, and what it did not."""

from __future__ import annotations

import http.client
import threading
from typing import Any
from unittest import TestCase, mock

from launcher.say import Trouble
from launcher.trials import phones
from launcher.trials.phones import Person, Phone, Site, Tally, Work, shooting

WORK = Work("job", "set-up", ["one point"])


class Scripted(Site):
    """A site whose answers are written down."""

    def __init__(self, *answers: int | Exception) -> None:
        self.answers, self.sent = list(answers), []  # type: ignore[var-annotated]
        self.over = threading.Event()

    def line(self) -> Any:
        return mock.Mock()

    def send(self, *asked: Any, **headers: str) -> Any:  # type: ignore[override]
        *_, path, body = asked
        self.sent.append((path, body["id"], headers["X-Phone"], headers["X-Phone-Number"]))
        answer = self.answers.pop(0)
        if not self.answers:
            self.over.set()
        if isinstance(answer, Exception):
            raise answer
        return answer, None, None


class Phones(TestCase):
    """One phone, and what it is answered."""

    def shoot(self, *answers: int | Exception) -> tuple[Tally, Scripted]:
        site, tally = Scripted(*answers), Tally()
        with mock.patch.object(phones, "RETRY_AFTER", 0.0):
            Phone(site, Person("", ""), WORK, tally).shoot(site.over)
        return tally, site

    def test_each_reading_has_its_key_and_number_and_a_failed_one_keeps_them(self) -> None:
        tally, site = self.shoot(201, 503, 201, 200)
        self.assertEqual([number for *_, number in site.sent], ["1", "2", "2", "3"])
        keys = [key for _, key, *_ in site.sent]
        self.assertEqual(keys[1], keys[2])
        self.assertEqual(len(set(keys)), 3)
        self.assertEqual(len({phone for *_, phone, _ in site.sent}), 1)
        self.assertEqual([key for _, key in tally.acknowledged], [keys[0], keys[1], keys[3]])

    def test_what_one_more_try_cures_is_counted_as_failed_alone(self) -> None:
        tally, _ = self.shoot(503, 201, 409, 201, ConnectionResetError(), 201)
        self.assertEqual(dict(tally.failed), {"503": 1, "409": 1, "ConnectionResetError": 1})
        self.assertEqual(dict(tally.uncured), {})
        self.assertEqual(len(tally.seconds), 3)

    def test_what_fails_twice_is_counted_as_not_cured_and_sent_on(self) -> None:
        tally, _ = self.shoot(502, 500, http.client.BadStatusLine(""), 201)
        self.assertEqual(sum(tally.failed.values()), 3)
        self.assertEqual(dict(tally.uncured), {"500": 1, "BadStatusLine": 1})
        self.assertEqual(len(tally.acknowledged), 1)

    def test_a_refusal_is_no_fault_of_a_machine_and_ends_the_trial(self) -> None:
        with self.assertRaises(Trouble):
            self.shoot(400, 201)

    def test_phones_share_the_works_between_them(self) -> None:
        works = [Work("a", "a", ["a"]), Work("b", "b", ["b"])]
        shot: list[str] = []

        def once(phone: Phone, over: threading.Event) -> None:
            shot.append(phone.work.job)

        with (
            mock.patch.object(Phone, "shoot", once),
            shooting(Scripted(200), Person("", ""), works, 5),
        ):
            pass
        self.assertEqual(sorted(shot), ["a", "a", "a", "b", "b"])
