"""./yp cluster-trial: three machines, phones that shoot, and everything that can go wrong.

Everything acknowledged must stand once on every node; what fails must be cured by one more try;
the machines must go on by themselves within ten seconds.
"""

from __future__ import annotations

import argparse
import json
import signal
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from dataclasses import dataclass

from launcher.django import manage
from launcher.say import say
from launcher.trials.galera import wait_for
from launcher.trials.phones import Tally, shooting
from launcher.trials.stand import MACHINES, PATIENCE, Stand, standing

ACCOUNT = ("marek", "string-line-4")
MOST_SECONDS = 10.0
EVERY_SHOT = "SELECT id FROM yellowpeg.fieldbook_shot"


@dataclass(frozen=True, slots=True)
class Verdict:
    """What a trial came to: readings lost or twice, tries not cured, seconds without an answer."""

    acknowledged: int
    lost: int
    twice: int
    uncured: dict[str, int]
    longest_gap: float
    is_same_everywhere: bool

    @property
    def is_good(self) -> bool:
        """Whether nothing was lost and the machines went on soon enough by themselves."""
        is_whole = self.lost == self.twice == 0 and self.is_same_everywhere
        return is_whole and not self.uncured and self.longest_gap <= MOST_SECONDS


def trial(arguments: list[str]) -> int:
    """Run it and print what came of it; returns 0 where all aims are met."""
    parser = argparse.ArgumentParser(prog="./yp cluster-trial")
    parser.add_argument("--seconds", type=float, default=15.0, help="how long each part takes")
    parser.add_argument("--phones", type=int, default=12)
    asked = parser.parse_args(arguments)
    with standing() as stand:
        verdict = tried(stand, asked.phones, asked.seconds)
    say(f"{'all aims are met' if verdict.is_good else 'NOT all aims are met'}")
    return 0 if verdict.is_good else 1


def tried(stand: Stand, phones: int, seconds: float) -> Verdict:
    """Let phones shoot through every fault, and hold what stands against what was said."""
    person = stand.site.sign_in(*ACCOUNT)
    works = stand.site.works(person, MACHINES)
    say(f"{phones} phones shoot in {len(works)} jobs")
    gaps: list[float] = []
    with shooting(stand.site, person, works, phones) as tally:
        for name, fault in FAULTS.items():
            with _part(name, tally) as gap:
                fault(stand, seconds)
            gaps += gap
    took = wait_for(stand.nodes, MACHINES, stand.root_password, PATIENCE)
    say(f"all nodes are in step {took:.1f} s after the last reading")
    return _held_against(stand, tally, max(gaps))


@contextmanager
def _part(name: str, tally: Tally) -> Iterator[list[float]]:
    began, before = time.monotonic(), len(tally.acknowledged)
    failed = dict(tally.failed)
    gap: list[float] = []
    yield gap
    ended = time.monotonic()
    gap.append(tally.longest_gap(began, ended))
    number = len(tally.acknowledged) - before
    new = {what: n - failed.get(what, 0) for what, n in tally.failed.items()}
    say(
        f"{name}: {number} readings in {ended - began:.0f} s ({number / (ended - began):.0f} a"
        f" second), longest without one {gap[0]:.1f} s,"
        f" failed: { {what: n for what, n in new.items() if n} or 'none' }"
    )


def _calm(_: Stand, seconds: float) -> None:
    time.sleep(seconds)


def _node_killed(stand: Stand, seconds: float) -> None:
    stand.nodes[1].kill()
    time.sleep(seconds)


def _node_back(stand: Stand, seconds: float) -> None:
    say(f"  it is in step again after {stand.rejoin(1):.1f} s")
    time.sleep(seconds / 2)


def _node_cut_off(stand: Stand, seconds: float) -> None:
    stand.nodes[2].cut_off(stand.root_password, is_off=True)
    time.sleep(seconds)


def _node_found(stand: Stand, seconds: float) -> None:
    stand.nodes[2].cut_off(stand.root_password, is_off=False)
    took = wait_for(stand.nodes, MACHINES, stand.root_password, PATIENCE)
    say(f"  it is in step again after {took:.1f} s")
    time.sleep(seconds / 2)


def _program_killed(stand: Stand, seconds: float) -> None:
    child = stand.programs[0]
    child.signal(signal.SIGKILL)
    assert child.process is not None
    child.process.wait()
    time.sleep(seconds)
    child.start()


FAULTS: dict[str, Callable[[Stand, float], None]] = {
    "all well": _calm,
    "a node killed": _node_killed,
    "that node joins again": _node_back,
    "a node cut off": _node_cut_off,
    "that node joins again ": _node_found,
    "a program killed, and started": _program_killed,
}


def _held_against(stand: Stand, tally: Tally, longest_gap: float) -> Verdict:
    """Look on every node for every reading that was acknowledged."""
    kept = [node.ask(stand.root_password, EVERY_SHOT).split() for node in stand.nodes]
    said = {key for _, key in tally.acknowledged}
    lost = max(len(said - set(one)) for one in kept)
    twice = max(len(one) - len(set(one)) for one in kept)
    digests = {
        manage(stand.environment(n), "job_digests", what="reading the jobs").splitlines()[-1]
        for n in range(MACHINES)
    }
    say(f"acknowledged {len(said)}, lost {lost}, twice {twice}")
    say(f"the {len(json.loads(next(iter(digests))))} jobs are the same on all: {len(digests) == 1}")
    say(f"answered in: half {tally.at(0.5):.3f} s, 95 of 100 {tally.at(0.95):.3f} s")
    for line in stand.errors():
        say(f"  logged: {line[:400]}")
    failed, uncured = (dict(one) or "none" for one in (tally.failed, tally.uncured))
    say(f"failed: {failed}; not cured by one more try: {uncured}")
    is_same = len(digests) == 1
    return Verdict(len(said), lost, twice, dict(tally.uncured), longest_gap, is_same)
