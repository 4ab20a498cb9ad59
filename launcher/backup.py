"""./yp backup and ./yp restore: all of a server in one file, and a file that is proved good.

A backup is a tar file of ``manifest.json`` and ``dump.sql.gz``. The manifest says the digest of
every job; a job somebody wrote in while the backup was made has none, and is compared with
nothing.
"""

from __future__ import annotations

import argparse
import hashlib
import json
import os
import tarfile
import tempfile
import time
from dataclasses import dataclass
from datetime import UTC, datetime
from pathlib import Path

from launcher import dump, install
from launcher.checks import private_instance
from launcher.django import manage
from launcher.instance import instance
from launcher.say import Trouble, say

FORMAT, VERSION = "yellow-peg-backup", 1
MANIFEST, DUMP = "manifest.json", "dump.sql.gz"


@dataclass(frozen=True)
class Manifest:
    """What a backup says of itself: ``jobs`` are digests by key, None of one in use meanwhile."""

    made_at: str
    migrations: str
    dump_digest: str
    jobs: dict[str, str | None]

    def as_json(self) -> str:
        """Return it as it stands in the file."""
        return json.dumps({"format": FORMAT, "version": VERSION, **self.__dict__}, indent=1)

    @classmethod
    def read(cls, text: str) -> Manifest:
        """Return what stands in a file; raises :class:`Trouble` where it is none of ours."""
        try:
            found = json.loads(text)
            if found.pop("format") != FORMAT or found.pop("version") != VERSION:
                raise Trouble("that is no backup this version reads.")
            return cls(**found)
        except (ValueError, KeyError, TypeError, AttributeError) as failed:
            raise Trouble("that is no backup of Yellow Peg.") from failed


def backup(arguments: list[str]) -> int:
    """Write a backup, prove it by taking it into a fresh server, and note that it is good."""
    asked = _asked("./yp backup", arguments, "--unproved", "only written, and not noted as good")
    install.everything(for_tests=False)
    with instance(asked.settings) as env:
        make(env, asked.file, is_proved=not asked.is_flagged)
    return 0


def make(env: dict[str, str], file: Path, *, is_proved: bool = True) -> Manifest:
    """Write a backup of an instance in use; raises :class:`Trouble` where it is no good."""
    began = time.monotonic()
    with tempfile.TemporaryDirectory(dir=file.resolve().parent, prefix=".yp-backup-") as folder:
        written = Path(folder) / DUMP
        before = digests(env)
        dump.dump(env, written)
        after = digests(env)
        jobs = {job: digest if after.get(job) == digest else None for job, digest in before.items()}
        made_at = datetime.now(UTC).isoformat(timespec="seconds")
        manifest = Manifest(made_at, _migrations(env), _digest(written), jobs)
        if is_proved:
            prove(written, manifest)
        _pack(Path(folder), manifest, file)
    seconds, size = time.monotonic() - began, file.stat().st_size
    held = sum(digest is not None for digest in jobs.values())
    proved = f", proved: {held} of them held against their digest" if is_proved else ""
    say(f"{file}: {len(jobs)} jobs, {size} bytes, {seconds:.1f} s{proved}")
    if is_proved:
        note = ("note_backup", file.name, str(size), str(len(jobs)))
        manage(env, *note, what="noting the backup")
    return manifest


def prove(written: Path, manifest: Manifest) -> None:
    """Take a dump into a fresh server of its own and hold every job against its digest."""
    with private_instance() as fresh:
        dump.load(fresh, written)
        _compare(digests(fresh), manifest)


def restore(arguments: list[str]) -> int:
    """Take a backup in; what a server holds already is only replaced where that is asked for."""
    asked = _asked("./yp restore", arguments, "--surely", "replace what the server holds")
    if not asked.file.is_file():
        raise Trouble(f"there is no file {asked.file}.")
    install.everything(for_tests=False)
    with instance(asked.settings, alone=True) as env:
        take_in(env, asked.file, replaces=asked.is_flagged)
    return 0


def take_in(env: dict[str, str], file: Path, *, replaces: bool = False) -> Manifest:
    """Take a backup into an instance nobody uses meanwhile, and hold it against its manifest."""
    began = time.monotonic()
    with tempfile.TemporaryDirectory(prefix="yp-restore-") as folder:
        manifest, written = _unpack(file, Path(folder))
        held = _jobs_held(env)
        if held and not replaces:
            raise Trouble(f"this server holds {held} jobs; --surely replaces them.")
        dump.load(env, written)
    if _migrations(env) == manifest.migrations:
        _compare(digests(env), manifest)
        proved = "every job is as its digest says"
    else:
        manage(env, "migrate", "--no-input", what="migrating the database")
        proved = "it is of another version and was migrated; its jobs are not compared"
    say(f"{len(manifest.jobs)} jobs of {manifest.made_at} are back; {proved}")
    say(f"that took {time.monotonic() - began:.1f} s")
    return manifest


def digests(env: dict[str, str]) -> dict[str, str]:
    """Return the digest of every job."""
    said = manage(env, "job_digests", what="reading the jobs")
    found: dict[str, str] = json.loads(said.splitlines()[-1])
    return found


def _compare(found: dict[str, str], manifest: Manifest) -> None:
    wrong = [job for job, digest in manifest.jobs.items() if digest and found.get(job) != digest]
    missing = manifest.jobs.keys() - found.keys()
    if wrong or missing:
        named = ", ".join(sorted({*wrong, *missing})[:5])
        raise Trouble(f"the backup is no good: not as they were are {named}.")


def _migrations(env: dict[str, str]) -> str:
    rows = dump.ask(env, "SELECT app, name FROM django_migrations ORDER BY app, name")
    return hashlib.sha256(rows.encode()).hexdigest()


def _jobs_held(env: dict[str, str]) -> int:
    if not dump.ask(env, "SHOW TABLES LIKE 'jobs_job'"):
        return 0
    return int(dump.ask(env, "SELECT COUNT(*) FROM jobs_job"))


def _digest(file: Path) -> str:
    with file.open("rb") as content:
        return hashlib.file_digest(content, "sha256").hexdigest()


def _pack(folder: Path, manifest: Manifest, file: Path) -> None:
    """Put a backup together beside its place, readable by its owner alone, and then there."""
    (folder / MANIFEST).write_text(manifest.as_json())
    whole = folder / "whole"
    with os.fdopen(os.open(whole, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600), "wb") as out:
        with tarfile.open(fileobj=out, mode="w") as archive:
            for name in (MANIFEST, DUMP):
                archive.add(folder / name, name)
        out.flush()
        os.fsync(out.fileno())
    whole.replace(file)


def _unpack(file: Path, folder: Path) -> tuple[Manifest, Path]:
    """Take a backup apart; raises :class:`Trouble` where it is cut short or changed."""
    try:
        with tarfile.open(file) as archive:
            for name in (MANIFEST, DUMP):
                archive.extract(name, folder, filter="data")
    except (tarfile.TarError, KeyError, EOFError, OSError) as failed:
        raise Trouble(f"{file} is no backup, or is cut short.") from failed
    manifest = Manifest.read((folder / MANIFEST).read_text())
    if _digest(folder / DUMP) != manifest.dump_digest:
        raise Trouble(f"{file} is not as it was written: its content has another digest.")
    return manifest, folder / DUMP


def _asked(program: str, arguments: list[str], flag: str, what: str) -> argparse.Namespace:
    parser = argparse.ArgumentParser(prog=program)
    parser.add_argument("file", type=Path)
    parser.add_argument("--settings", type=Path, help="the settings file of the server")
    parser.add_argument(flag, dest="is_flagged", action="store_true", help=what)
    return parser.parse_args(arguments)
