"""Lessons that are written down in a job's own book, through the job's own addresses."""

from __future__ import annotations

from dataclasses import replace
from uuid import UUID, uuid4

from django.utils import timezone

from server.crews.models import Membership, Role, User
from server.crews.session_sheets import SessionSheet
from server.fieldbook.models import SetUp, Shot
from server.gear.models import InstrumentCheck
from server.jobs.models import Benchmark, Floor, Point
from server.practice.job import SOMEBODY, spot_of
from server.practice.run import Run, run_of
from server.practice.session import practice_session
from server.practice.tests.book import Book
from server.practice.tests.site import PracticeTestCase
from simulation.practice.faults import Fault
from simulation.practice.judge import debrief
from simulation.practice.lessons import BY_KEY, LESSONS
from simulation.practice.lessons.open_site import open_scene
from simulation.practice.player import Player
from simulation.practice.record import MarkMade, Purpose, Read, StoodUp, heights_of
from simulation.practice.slips import Slip, Slipped

ON_THE_JOB = [one for one in LESSONS if one.is_on_the_job]


class TheJob(PracticeTestCase):
    """What stands in it before anything is read."""

    def test_its_points_benchmarks_and_gear_are_those_of_the_site(self) -> None:
        for seed in range(6):
            run = run_of(UUID(self.begin("stone", seed)))
            points = Point.objects.filter(floor__job=run.job)
            self.assertEqual(
                {point.name: spot_of(run, point) for point in points},
                {target.name: target.name for target in run.scene.targets},
            )
            (mark,) = run.scene.marks
            sheet = self.client.get(f"/api/v1/jobs/{run.job}")
            self.assertEqual(sheet.status_code, 401)
            Book(run, self.client)
            job = self.client.get(f"/api/v1/jobs/{run.job}").json()
            self.assertEqual([benchmark["name"] for benchmark in job["benchmarks"]], [mark.name])
            self.client.logout()
            floor = Floor.objects.get(job=run.job)
            top = float(floor.level_elevation.metres)
            thick = float(floor.thickness.metres)
            self.assertAlmostEqual(top - thick, run.scene.design + run.scene.told_by, 3)

    def test_made_again_it_is_the_same_one(self) -> None:
        key = self.begin("knock", 5)
        self.ask("", {"id": key, "lesson": "knock", "seed": 5})
        self.assertEqual(Floor.objects.filter(job=UUID(key)).count(), 1)
        self.assertEqual(InstrumentCheck.objects.count(), 1)

    def test_the_laser_was_checked_as_long_ago_as_the_lesson_says(self) -> None:
        days = set()
        for seed in range(12):
            run = run_of(UUID(self.begin("go-or-hold", seed)))
            check = InstrumentCheck.objects.get(instrument=run.key("instrument"))
            ago = (timezone.now() - check.made_at).total_seconds() / 86_400
            self.assertAlmostEqual(ago, run.scene.amount("days"), 2)
            days.add(round(ago))
        self.assertEqual(days, {3, 9})

    def test_lessons_by_hand_have_no_job(self) -> None:
        self.begin("move", 2)
        self.assertFalse(User.objects.filter(pk=SOMEBODY).exists())

    def test_who_practices_is_a_foreman_of_nobody_elses_crew(self) -> None:
        self.begin("stone", 2)
        place = Membership.objects.get(user=SOMEBODY)
        self.assertEqual(place.role, Role.FOREMAN)
        told = practice_session(User.objects.get(pk=SOMEBODY))
        self.assertEqual(set(told), set(SessionSheet.__annotations__))
        self.assertEqual([crew["id"] for crew in told["crews"]], [str(place.crew_id)])
        self.assertEqual(practice_session(None)["crews"], [])


class Written(PracticeTestCase):
    """What is read and typed, and what is made of it at the end."""

    def test_the_book_is_judged_as_the_person_wrote_it(self) -> None:
        for lesson in ON_THE_JOB:
            for seed in (3, 8):
                with self.subTest(lesson.key, seed=seed):
                    key, player, _ = self.through(lesson.key, seed)
                    written = self.of(run_of(UUID(key)).record.entries)
                    for one, other in zip(written, self.of(player.entries), strict=True):
                        self.assertEqual(one[:-1], other[:-1])
                        self.assertAlmostEqual(one[-1], other[-1], 6)
                    self.assertTrue(self.ask(f"/{key}/end", {})["is_passed"])

    def of(self, entries: object) -> list[tuple[str, int, bool, float]]:
        """Return what of readings and stands can be compared: a closing is a re-read here."""
        assert isinstance(entries, tuple | list)
        told: list[tuple[str, int, bool, float]] = []
        for entry in entries:
            if isinstance(entry, Read):
                stands = entry.state.stands
                told.append((entry.spot, stands, entry.is_struck, entry.typed))
            elif isinstance(entry, StoodUp | MarkMade):
                told.append((type(entry).__name__, entry.state.stands, False, 0.0))
        return told

    def test_each_mistake_of_these_lessons_is_told_from_the_book(self) -> None:
        for lesson in ON_THE_JOB:
            for fault in lesson.about:
                if fault in (Fault.NEVER_CLOSES, Fault.SWAPS_THE_SIGHTS):
                    continue  # told from an answer, and from what is not there
                with self.subTest(lesson.key, fault=fault):
                    self.told_of(lesson.key, fault)

    def told_of(self, lesson: str, fault: Fault) -> None:
        """Play one mistake on a site where it makes a difference."""
        for seed in range(30):
            player = Player(BY_KEY[lesson], seed, fault)
            player.play()
            if player.erred:
                break
        run = run_of(UUID(self.begin(lesson, seed)))
        book = Book(run, self.client)
        for entry in player.entries:
            if isinstance(entry, Read):
                book.write(entry)
            else:
                run.entries.append(entry)
        self.assertEqual(debrief(run.lesson, run.scene, run.record).faults, (fault,))

    def test_what_is_struck_counts_no_more(self) -> None:
        run, book, reads = self.begun()
        shot = book.write(reads[1])
        self.assertEqual(len(run.record.reads(Purpose.SHOT)), 1)
        book.send(f"shots/{shot}/strikes", {"reason": "misread"})
        self.assertEqual(run.record.reads(Purpose.SHOT), ())
        self.assertEqual(len(run.booked), 2)

    def test_written_down_for_a_point_the_rod_was_not_on_is_told(self) -> None:
        run, book, reads = self.begun()
        elsewhere = next(one for one in reads if one.spot == "A2")
        point = Point.objects.get(floor__job=run.job, name="B3")
        run.state = elsewhere.state
        typed = f"{elsewhere.typed:.9f} m"
        body = {"reading": typed, "taken_at": timezone.now().isoformat()}
        own = {"set_up": str(book.first), "point": str(point.pk)}
        book.send("shots", body | own)
        (read,) = run.record.reads(Purpose.SHOT)
        self.assertTrue(read.is_elsewhere)
        self.assertEqual((read.spot, read.state.spot), ("B3", "A2"))
        told = self.ask(f"/{run.job}/end", {})
        self.assertTrue(any("not on" in words for words in told["mistakes"]), told["mistakes"])

    def test_a_task_is_done_by_the_book_and_not_beside_it(self) -> None:
        run, _, _ = self.begun()
        sheet = self.ask(f"/{run.job}")
        done = {task["key"]: task["is_done"] for task in sheet["tasks"]}
        self.assertTrue(done["read"])
        self.assertFalse(done["A1"])
        screens = {task["key"]: task["screen"] for task in sheet["tasks"]}
        self.assertEqual((screens["read"], screens["A1"]), ("set-up/new", "stone"))
        (error,) = self.answer(str(run.job), "A1", 409, typed="1 m")["errors"]
        self.assertIn("job's screens", error["accepts"])

    def test_what_the_phone_refuses_is_not_in_the_book(self) -> None:
        run, book, _ = self.begun()
        body = {"reading": "9999 m", "taken_at": timezone.now().isoformat()}
        point = Point.objects.filter(floor__job=run.job)[0]
        own = {"set_up": str(book.first), "point": str(point.pk)}
        book.send("shots", body | own, 400)
        self.assertEqual(len(run.booked), 1)

    def begun(self) -> tuple[Run, Book, list[Read]]:
        """Begin to shoot stone: its set-up is made."""
        key = self.begin("stone", 4)
        run = run_of(UUID(key))
        player = Player(run.lesson, 4)
        player.play()
        reads = [entry for entry in player.entries if isinstance(entry, Read)]
        run.entries.extend(entry for entry in player.entries if isinstance(entry, StoodUp))
        book = Book(run, self.client)
        book.write(reads[0])
        return run, book, reads

    def test_another_persons_job_is_not_theirs(self) -> None:
        run, book, reads = self.begun()
        book.write(reads[1])
        self.assertEqual((SetUp.objects.count(), Shot.objects.count()), (1, 1))
        other = User.objects.create_user("other", password=str(uuid4()))
        self.client.force_login(other, backend="server.crews.sessions.PersonBackend")
        self.assertEqual(self.client.get(f"/api/v1/jobs/{run.job}").status_code, 404)


class TheOpenSite(PracticeTestCase):
    """Chosen over the address, and told at its end."""

    def begin_open(self, seed: int = 21, **chosen: object) -> Run:
        key = str(uuid4())
        self.ask("", {"id": key, "lesson": "open", "seed": seed, **chosen})
        return run_of(UUID(key))

    def test_it_is_what_was_chosen(self) -> None:
        run = self.begin_open(ground="sloping", structure="slab-beside-a-wall", rod="ft/100")
        self.assertEqual(run.scene.gear.rod.marking, "ft/100")
        sheet = self.ask(f"/{run.job}")
        self.assertEqual((len(sheet["walls"]), len(sheet["floor"]), sheet["tasks"]), (1, 4, []))
        (error,) = self.ask(
            "", {"id": str(uuid4()), "lesson": "open", "seed": 1, "ground": "swamp"}, 400
        )["errors"]
        self.assertIn("swamp", error["typed"])

    def test_a_lesson_heeds_no_choice(self) -> None:
        key = str(uuid4())
        self.ask("", {"id": key, "lesson": "stone", "seed": 21, "rod": "ft/100"})
        self.assertEqual(run_of(UUID(key)).scene, BY_KEY["stone"].scene(21))

    def test_the_list_offers_every_choice(self) -> None:
        told = self.ask("")
        self.assertEqual(told["open"]["key"], "open")
        for name in ("grounds", "structures", "rods"):
            self.assertEqual(told[name][0]["key"], "any")
            self.assertGreater(len(told[name]), 2)

    def test_a_height_that_was_misread_is_in_the_job_and_not_on_its_tag(self) -> None:
        for seed in range(60):
            key = str(uuid4())
            self.ask("", {"id": key, "lesson": "open", "seed": seed})
            run = run_of(UUID(key))
            marks = {mark.name: mark for mark in run.scene.marks}
            is_misread = run.scene.slipped.has(Slip.NUMBER_MISREAD)
            for known in Benchmark.objects.filter(job=run.job):
                off = float(known.elevation.metres) - marks[known.name].told
                whole = 1.0 if run.style.kind.is_metric else 0.3048
                expected = whole if is_misread and known.name == "BM1" else 0.0
                self.assertAlmostEqual(abs(off), expected, 3)
            if is_misread:
                return
        self.fail("no number was misread")

    def test_the_end_tells_heights_costs_and_what_was_noticed(self) -> None:
        sound = next(seed for seed in range(99) if not open_scene(seed).slipped.kinds)
        run = self.begin_open(sound, ground="even", structure="slab", rod="m/cm")
        run.scene = replace(run.scene, slipped=Slipped((Slip.STONE_LOW,), stone_low=0.03))
        run.state = replace(run.state, scene=run.scene)
        player = Player(BY_KEY["open"], 21)
        player.scene, player.state = run.scene, run.state
        player.stand_up(tuple(run.scene.spots))
        player.read("BM1")
        for name in ("A1", "A2", "A3"):
            player.read(name)
        book = Book(run, self.client)
        for entry in player.entries:
            if isinstance(entry, Read):
                book.write(entry)
            else:
                run.entries.append(entry)
        told = self.ask(f"/{run.job}/end", {})
        self.assertEqual([one["spot"] for one in told["points_told"]], ["A1", "A2", "A3"])
        self.assertTrue(all(one["is_near"] for one in told["points_told"]))
        self.assertEqual(told["cost"]["again"], [])
        self.assertEqual([slip["was_noticed"] for slip in told["slips"]], [True])
        self.assertEqual((told["points"], told["of"]), (0, 0))
        heights = [heights_of(run.scene, run.record)[name] for name in ("A1", "A2", "A3")]
        for one, height in zip(told["points_told"], heights, strict=True):
            self.assertEqual(one["written"], f"{height:.3f} m")
