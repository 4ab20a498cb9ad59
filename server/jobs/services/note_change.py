"""Notes what was changed of a job: part of the change's own transaction."""

from __future__ import annotations

from collections.abc import Mapping
from uuid import UUID, uuid4

from server.common.senders import sender_now
from server.crews.models import User
from server.jobs.models import Happening, Job
from server.jobs.services.changed_since import NAMES

KEY_LENGTH = 36


def note(
    user: User,
    job: Job,
    what: str,
    before: Mapping[str, object],
    after: Mapping[str, object],
    about: UUID | None = None,
) -> None:
    """Note a change of a job, or of what it is ``about``; part of the change's own transaction."""
    _keep(user, job.crew_id, job_key=job.pk, what=what, about=about, before=before, after=after)


def note_under(
    user: User,
    crew: UUID,
    key: UUID,
    what: str,
    before: Mapping[str, object],
    after: Mapping[str, object],
) -> None:
    """Note a change under a job's key, or under a crew's own where it is of all its jobs."""
    _keep(user, crew, job_key=key, what=what, before=before, after=after)


def _keep(user: User, crew: UUID, **told: object) -> None:
    sender = sender_now()
    phone = sender.phone if sender else None
    Happening.objects.create(id=uuid4(), crew_id=crew, phone=phone, done_by=user, **told)


def note_difference(
    user: User,
    job: Job,
    what: str,
    before: Mapping[str, object],
    after: Mapping[str, object],
    about: UUID | None = None,
) -> None:
    """Note only what became something else; nothing at all where nothing did."""
    changed = [name for name in {**before, **after} if before.get(name) != after.get(name)]
    if changed:
        note(
            user,
            job,
            what,
            {_named(name): _in_words(job, before.get(name, "")) for name in changed},
            {_named(name): _in_words(job, after.get(name, "")) for name in changed},
            about,
        )


def _named(field: str) -> str:
    """Return what a field is called, without the article it has in a sentence."""
    return NAMES.get(field, field.replace("_", " ")).removeprefix("The ").lower()


def _in_words(job: Job, value: object) -> str:
    """Say what stands in a field: corners and the like in a row, another part by its name."""
    if isinstance(value, Mapping):
        return ", ".join(f"{_in_words(job, one)}" for one in value.values() if one != "")
    if isinstance(value, list):
        return "; ".join(_in_words(job, one) for one in value)
    text = str(value)
    return _part(job, text) if len(text) == KEY_LENGTH else text


def _part(job: Job, text: str) -> str:
    """Return the name of the benchmark or floor a key is of; other text as it is."""
    try:
        key = UUID(text)
    except ValueError:
        return text
    part = job.benchmarks.filter(pk=key).first() or job.floors.filter(pk=key).first()
    return str(part) if part else text
