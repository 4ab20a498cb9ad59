"""Lessons of practice in a crew: who did which, where they said so, and who is asked for one."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from typing import TypedDict
from uuid import UUID

from server.common.records import record_once
from server.common.refusals import Invalid, Missing, Problem
from server.crews.models import AskedLesson, Membership, SharedLesson, User
from server.crews.permissions import ABILITIES, Ability, role_in_crew
from simulation.practice.lessons import LESSONS

TITLES = {one.key: one.title for one in LESSONS}


class LessonName(TypedDict):
    """A lesson by its key and its title."""

    key: str
    title: str


class DoneLesson(LessonName):
    """How a lesson ended for somebody, the best of the times they shared."""

    points: int
    of: int
    is_passed: bool


class AskedSheet(LessonName):
    """A lesson somebody is asked for and has not passed since, and by whom."""

    asked_by: str


class PersonsLessons(TypedDict):
    """What somebody shared, and what they are asked for."""

    person: int
    name: str
    is_you: bool
    done: list[DoneLesson]
    asked: list[AskedSheet]


class CrewLessonsSheet(TypedDict):
    """The lessons there are, and each person's; one who does not plan sees their own alone."""

    lessons: list[LessonName]
    people: list[PersonsLessons]
    can_ask: bool


@dataclass(frozen=True, slots=True)
class SharedForm:
    """A lesson that was done, as the device says it ended."""

    id: UUID
    lesson: str
    points: int
    of: int
    is_passed: bool


def lessons_sheet(user: User, crew_id: UUID) -> CrewLessonsSheet:
    """Return the lessons of a crew, as far as who asks may see them."""
    role = role_in_crew(user, crew_id, Ability.READ)
    can_ask = Ability.PLAN in ABILITIES[role]
    places = Membership.objects.filter(crew=crew_id).select_related("user")
    people = [place.user for place in places if can_ask or place.user_id == user.pk]
    shared = SharedLesson.objects.filter(crew=crew_id).order_by("recorded_at")
    asked = AskedLesson.objects.filter(crew=crew_id).select_related("asked_by")
    return {
        "lessons": [{"key": key, "title": title} for key, title in TITLES.items()],
        "people": [
            _persons(
                one,
                [row for row in shared if row.user_id == one.pk],
                [row for row in asked if row.user_id == one.pk],
                is_you=one.pk == user.pk,
            )
            for one in sorted(people, key=lambda person: person.shown_name)
        ],
        "can_ask": can_ask,
    }


def share_lesson(user: User, crew_id: UUID, form: SharedForm) -> tuple[SharedLesson, bool]:
    """Let a crew know of a lesson one did; the same form twice says it once."""
    role_in_crew(user, crew_id, Ability.READ)
    _require_lesson(form.lesson)
    if form.points > form.of:
        raise Invalid(
            Problem("points", "too-many", str(form.points), f"It brings {form.of} at most.",
                    "Share what the lesson's end says.")
        )  # fmt: skip
    shared = SharedLesson(
        id=form.id,
        crew_id=crew_id,
        user=user,
        lesson=form.lesson,
        points=form.points,
        of=form.of,
        is_passed=form.is_passed,
    )
    return record_once(shared)


def ask_for_lesson(
    user: User, crew_id: UUID, key: UUID, person: int, lesson: str
) -> tuple[AskedLesson, bool]:
    """Ask somebody in the crew to do a lesson."""
    role_in_crew(user, crew_id, Ability.PLAN)
    _require_lesson(lesson)
    if not Membership.objects.filter(crew=crew_id, user=person).exists():
        raise Missing(str(person), "There is no such person in the crew.", "Choose one of them.")
    return record_once(
        AskedLesson(id=key, crew_id=crew_id, user_id=person, lesson=lesson, asked_by=user)
    )


def _require_lesson(lesson: str) -> None:
    if lesson not in TITLES:
        raise Invalid(
            Problem("lesson", "unknown", lesson, "There is no such lesson.",
                    f"One of {', '.join(TITLES)}.")
        )  # fmt: skip


def _persons(
    person: User,
    shared: Iterable[SharedLesson],
    asked: Iterable[AskedLesson],
    *,
    is_you: bool,
) -> PersonsLessons:
    best: dict[str, SharedLesson] = {}
    passed_at = {row.lesson: row.recorded_at for row in shared if row.is_passed}
    for row in shared:
        before = best.get(row.lesson)
        if before is None or (row.is_passed, row.points) >= (before.is_passed, before.points):
            best[row.lesson] = row
    open_ones = {
        row.lesson: row
        for row in asked
        if row.lesson not in passed_at or passed_at[row.lesson] < row.recorded_at
    }
    return {
        "person": person.pk,
        "name": person.shown_name,
        "is_you": is_you,
        "done": [_done(key, best[key]) for key in TITLES if key in best],
        "asked": [
            {"key": key, "title": TITLES[key], "asked_by": open_ones[key].asked_by.shown_name}
            for key in TITLES
            if key in open_ones
        ],
    }


def _done(key: str, row: SharedLesson) -> DoneLesson:
    return {
        "key": key,
        "title": TITLES[key],
        "points": row.points,
        "of": row.of,
        "is_passed": row.is_passed,
    }
