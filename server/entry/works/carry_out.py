"""Carries out long work, one at a time, and tells how far it is."""

from __future__ import annotations

import logging
import os
import socket
import threading
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from uuid import UUID, uuid4

from django.db import DatabaseError, connections, transaction

from server.background import turns
from server.background.models import LongWork, WorkKind, WorkState
from server.common.refusals import Problem, Refusal
from server.entry.works.kinds import DOES, Progress
from server.platform.api.errors import DOUBLE, fault_of

SECONDS_BETWEEN_NEWS = 0.25
SECONDS_BETWEEN_SIGNS = turns.LEASE.total_seconds() / 4
BESIDE = "beside"
#: This process among all workers.
OWNER = f"{socket.gethostname()[:40]} {os.getpid()} {uuid4().hex[:8]}"
log = logging.getLogger(__name__)


class Interrupted(Exception):
    """The worker is to stop; what it has in hand is put back whole."""


class _Lost(Exception):
    """Another worker has the work by now; what this one did is undone."""


def carry_out_next(is_stopped: Callable[[], bool] = lambda: False) -> bool:
    """Carry out the work whose turn it is; returns False where none waits.

    Raises :class:`Interrupted` where the worker was told to stop meanwhile.
    """
    work = turns.take_next(OWNER)
    if work is None:
        return False
    with _signs_of_life(work.pk):
        _carry_out(work, _news_of(work.pk, is_stopped))
    return True


def _carry_out(work: LongWork, progress: Progress) -> None:
    try:
        _do(work, progress)
    except Interrupted:
        turns.put_back(work, counts=False)
        raise
    except _Lost:
        log.warning("a long work was another's by the time it was done: %s", work.pk)
    except Refusal as refused:
        turns.end(
            work, WorkState.FAILED, problems=[problem.as_kept() for problem in refused.problems]
        )
    except MemoryError:
        _fail(work, "too-large", "Reading it takes more memory than any job does.", "Send less.")
    except Exception as failed:
        if fault_of(failed) not in (None, DOUBLE):
            _after_a_fault(work)
            return
        log.exception("a long work failed: %s %s", work.kind, work.pk)
        _fail(work, "broken", "The server failed at it.", "Try once more; nothing was changed.")


@transaction.atomic
def _do(work: LongWork, progress: Progress) -> None:
    """Do a work and write down that it is done: both, or neither."""
    outcome = DOES[WorkKind(work.kind)](work, progress)
    if not turns.end(work, WorkState.DONE, says=outcome.says, job=outcome.job):
        raise _Lost


def _fail(work: LongWork, code: str, why: str, accepts: str) -> None:
    problem = Problem(None, code, work.file_name, why, accepts)
    turns.end(work, WorkState.FAILED, problems=[problem.as_kept()])


def _after_a_fault(work: LongWork) -> None:
    """Put a work back; while the database is away its lease runs out, which does the same."""
    connections.close_all()
    try:
        turns.put_back(work, counts=True)
    except DatabaseError:
        log.warning("the database is away; a long work waits for it: %s", work.pk)


@contextmanager
def _signs_of_life(key: UUID) -> Iterator[None]:
    """Keep the lease while the block runs, also where it makes no progress for a while."""
    over = threading.Event()

    def sign() -> None:
        while not over.wait(SECONDS_BETWEEN_SIGNS):
            try:
                turns.keep(key, OWNER, using=BESIDE)
            except DatabaseError:
                log.warning("could not keep a long work: %s", key)
            finally:
                connections[BESIDE].close()

    signs = threading.Thread(target=sign, daemon=True)
    signs.start()
    try:
        yield
    finally:
        over.set()
        signs.join()


def _news_of(key: UUID, is_stopped: Callable[[], bool]) -> Progress:
    """Return what keeps a work's progress, beside its own transaction and not at every step."""
    last = 0.0

    def tell(done: int, of: int) -> None:
        nonlocal last
        now = time.monotonic()
        if is_stopped():
            raise Interrupted
        if now - last >= SECONDS_BETWEEN_NEWS:
            last = now
            mine = LongWork.objects.using(BESIDE).filter(pk=key, owner=OWNER)
            mine.update(done=done, of=of)

    return tell
