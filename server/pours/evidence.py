"""What the lines of a pour's list rest on: which records, whose, when, and by whose clock."""

from __future__ import annotations

from collections.abc import Iterator
from typing import TypedDict

from core.pours import Question
from server.crews.models import User
from server.crews.timed import Timed, clock_in_words
from server.fieldbook.models import Occasion
from server.gear.models import InstrumentCheck
from server.pours.facts import Facts
from server.pours.words import ASKED


class Evidence(TypedDict):
    """A record a line rests on; ``clock`` says by whose clock it counts."""

    question: Question
    what: str
    by: str
    at: str
    clock: str


def evidence_of(facts: Facts) -> list[Evidence]:
    """Return what a pour's lines rest on besides the points: answers, re-reads and checks."""
    return [*_answers(facts), *_benchmark(facts), *_checks(facts)]


def _answers(facts: Facts) -> Iterator[Evidence]:
    given = facts.job.answers[facts.pour.pk]
    for question, asked in ASKED.items():
        answer = given.get(str(asked))
        if answer is not None:
            yield _evidence(question, f"“{answer.answer}”", answer, answer.taken_by)


def _benchmark(facts: Facts) -> Iterator[Evidence]:
    """The last time the benchmark was found good from a set-up the pour rests on."""
    standing = facts.last_good
    if standing is None:
        return
    counting = standing.counting
    good = [read for read in standing.reads if read.is_good and read.read in counting]
    if not good:
        set_up = standing.set_up
        what = f"Backsight of set-up {set_up.number}"
        yield _evidence(Question.BENCHMARK, what, set_up, set_up.taken_by)
        return
    last = max(good, key=lambda one: one.read.moment.seconds).record
    what = f"{last.benchmark or last.turning_point} read again, {Occasion(last.occasion).label}"
    yield _evidence(Question.BENCHMARK, what, last, last.taken_by)


def _checks(facts: Facts) -> Iterator[Evidence]:
    """The last check of each instrument that readings in use rest on."""
    made = InstrumentCheck.objects.filter(instrument__in=list(facts.instruments))
    checks = made.select_related("made_by").order_by("made_at")
    last = {check.instrument_id: check for check in checks}
    for key, check in last.items():
        what = f"Last check of {facts.instruments[key].name}"
        yield _evidence(Question.INSTRUMENT, what, check, check.made_by)


def _evidence(question: Question, what: str, record: Timed, by: User) -> Evidence:
    return {
        "question": question,
        "what": what,
        "by": by.shown_name,
        "at": getattr(record, record.TIME).isoformat(),
        "clock": clock_in_words(record),
    }
