"""The lessons as a page lists them, and what can be chosen of an open site."""

from __future__ import annotations

from typing import TypedDict

from core.rods import GRADUATIONS
from server.practice.words import GROUND_WORDS, INSTRUMENT_WORDS, STRUCTURE_WORDS
from simulation.practice.lesson import Lesson
from simulation.practice.lessons import LESSONS
from simulation.practice.lessons.open_site import (
    ANY,
    GROUNDS,
    INSTRUMENTS,
    OPEN_SITE,
    RODS,
    STRUCTURES,
)


class LessonRow(TypedDict):
    """A lesson as the list of them shows it."""

    key: str
    title: str
    learn: str
    why: str
    minutes: int


class ChoiceShown(TypedDict):
    """One of the answers to choose from."""

    key: str
    words: str


class LessonsSheet(TypedDict):
    """All lessons, in the order of the work, and the open site with what can be chosen of it."""

    lessons: list[LessonRow]
    open: LessonRow
    grounds: list[ChoiceShown]
    structures: list[ChoiceShown]
    rods: list[ChoiceShown]
    instruments: list[ChoiceShown]


def lessons_sheet() -> LessonsSheet:
    """Return the lessons there are."""
    return {
        "lessons": [lesson_row(lesson) for lesson in LESSONS],
        "open": lesson_row(OPEN_SITE),
        "grounds": _choices({ground: GROUND_WORDS[ground] for ground in GROUNDS}),
        "structures": _choices({structure: STRUCTURE_WORDS[structure] for structure in STRUCTURES}),
        "instruments": _choices(
            {instrument: INSTRUMENT_WORDS[instrument] for instrument in INSTRUMENTS}
        ),
        "rods": _choices({rod: GRADUATIONS[rod].label for rod in RODS}),
    }


def _choices(words: dict[str, str]) -> list[ChoiceShown]:
    shown: list[ChoiceShown] = [{"key": ANY, "words": "any"}]
    shown += [{"key": key, "words": told} for key, told in words.items()]
    return shown


def lesson_row(lesson: Lesson) -> LessonRow:
    """Return a lesson as lists show it."""
    return {
        "key": lesson.key,
        "title": lesson.title,
        "learn": lesson.learn,
        "why": lesson.why,
        "minutes": lesson.minutes,
    }
