"""Backups: all of a server in a file that is proved good, taken in again, and made by the hour."""

from __future__ import annotations

import io
import json
import os
import signal
import stat
import subprocess
import tarfile
from contextlib import redirect_stdout
from pathlib import Path
from unittest import mock

from launcher import backup, dump
from launcher.backup import DUMP, MANIFEST, Manifest, make, take_in
from launcher.backups_due import HOUR, BackupsDue
from launcher.checks import private_instance
from launcher.django import manage
from launcher.say import Trouble
from launcher.tests.folder import FolderTestCase

CREW, JOB = (f"{n}0000000-0000-4000-8000-000000000000" for n in (1, 2))
A_JOB = """
from server.crews.models import Crew, User
from server.jobs.models import Job
crew, _ = Crew.objects.get_or_create(id="{crew}", name="Lath")
user, _ = User.objects.get_or_create(username="ann")
Job.objects.create(id="{job}", crew=crew, name="{name}", place="", style="m", created_by=user)
"""
A_SIGN_IN = (
    "INSERT INTO crews_session (session_key, session_data, expire_date, device, began_at, seen_on)"
    " VALUES ('a key to come in with', 'x', '2099-01-01', '', '2026-05-04', '2026-05-04')"
)


class RealBackups(FolderTestCase):
    """On databases of their own."""

    def setUp(self) -> None:
        super().setUp()
        self.file = self.folder / "all.tar"
        said = redirect_stdout(io.StringIO())
        self.said = said.__enter__()
        self.addCleanup(said.__exit__, None, None, None)

    def add_job(self, env: dict[str, str], job: str, name: str) -> None:
        code = A_JOB.format(crew=CREW, job=job, name=name)
        manage(env, "shell", "-v", "0", "-c", code, what="adding a job")

    def test_out_in_use_proved_and_in_again_elsewhere(self) -> None:
        with private_instance() as env, private_instance() as elsewhere:
            manage(env, "migrate", "--no-input", what="migrating")
            self.add_job(env, JOB, "Stays")
            dump.ask(env, A_SIGN_IN)
            made = make(env, self.file)
            self.assertEqual(dump.ask(env, "SELECT jobs FROM background_backup"), "1\n")
            self.assertEqual(take_in(elsewhere, self.file), made)
            self.assertEqual(list(made.jobs), [JOB])
            self.assertEqual(dump.ask(elsewhere, "SELECT name FROM jobs_job"), "Stays\n")
            self.assertEqual(dump.ask(elsewhere, "SELECT COUNT(*) FROM crews_session"), "0\n")
            self.used_meanwhile(env, elsewhere)
            self.found_wrong(elsewhere)
        self.assertEqual(stat.S_IMODE(self.file.stat().st_mode), 0o600)
        self.assertIn("every job is as its digest says", self.said.getvalue())

    def used_meanwhile(self, env: dict[str, str], elsewhere: dict[str, str]) -> None:
        """A job somebody wrote in while it was made is in it, and is held against nothing."""
        seen = [{JOB: "before"}, {JOB: "after"}]
        with mock.patch.object(backup, "digests", side_effect=seen):
            used = make(env, self.folder / "used.tar", is_proved=False)
        self.assertEqual(used.jobs, {JOB: None})
        with self.assertRaises(Trouble) as refused:
            take_in(elsewhere, self.folder / "used.tar")
        self.assertIn("holds 1 jobs; --surely replaces", str(refused.exception))
        with mock.patch.object(backup, "digests", return_value={JOB: "anything"}):
            take_in(elsewhere, self.folder / "used.tar", replaces=True)

    def found_wrong(self, env: dict[str, str]) -> None:
        """A job that came in otherwise, or not at all, makes the backup no good."""
        for found in ({JOB: "other"}, {}):
            with (
                mock.patch.object(backup, "digests", return_value=found),
                self.assertRaises(Trouble) as refused,
            ):
                take_in(env, self.file, replaces=True)
            self.assertIn(f"not as they were are {JOB}", str(refused.exception))


class BadFiles(FolderTestCase):
    """A file that is no backup is told so before anything is touched."""

    def taken(self, file: Path) -> str:
        with mock.patch.object(dump, "load") as load, self.assertRaises(Trouble) as refused:
            take_in({}, file)
        load.assert_not_called()
        return str(refused.exception)

    def packed(self, manifest: str, content: bytes = b"") -> Path:
        file = self.folder / "made.tar"
        with tarfile.open(file, "w") as archive:
            for name, bits in ((MANIFEST, manifest.encode()), (DUMP, content)):
                entry = tarfile.TarInfo(name)
                entry.size = len(bits)
                archive.addfile(entry, io.BytesIO(bits))
        return file

    def test_none_cut_short_changed_and_of_another_kind(self) -> None:
        plain = self.folder / "plain"
        plain.write_text("not this")
        self.assertIn("is no backup", self.taken(plain))
        good = Manifest("now", "", "0" * 64, {}).as_json()
        self.assertIn("another digest", self.taken(self.packed(good)))
        self.assertIn("no backup", self.taken(self.packed("{}")))
        self.assertIn("no backup", self.taken(self.packed("[1]")))
        newer = json.dumps(json.loads(good) | {"version": 2})
        self.assertIn("no backup this version reads", self.taken(self.packed(newer)))
        more = json.dumps(json.loads(good) | {"more": 1})
        self.assertIn("no backup", self.taken(self.packed(more)))
        whole = self.packed(good, os.urandom(9000))
        whole.write_bytes(whole.read_bytes()[:6000])
        self.assertIn("cut short", self.taken(whole))


class ByTheHour(FolderTestCase):
    """When one is due, what is kept, and what comes after a failure."""

    def setUp(self) -> None:
        super().setUp()
        self.clock = 1_800_000_000.0
        self.settings = {
            "YP_BACKUPS": str(self.folder / "kept"), "YP_BACKUP_HOURS": "6", "YP_BACKUPS_KEPT": "3",
        }  # fmt: skip
        self.made: list[list[str]] = []
        self.code = 0
        patched = mock.patch.object(subprocess, "Popen", self.begin)
        patched.start()
        self.addCleanup(patched.stop)

    def begin(self, command: list[str], **_: object) -> mock.Mock:
        self.made.append(command)
        file = Path(command[2])
        if self.code == 0:
            file.write_bytes(b"")
            os.utime(file, (self.clock, self.clock))
        return mock.Mock(poll=lambda: self.code, returncode=self.code)

    def due(self) -> BackupsDue:
        return BackupsDue(
            self.folder / "settings", self.settings, self.folder / "log", lambda: self.clock
        )

    def pass_by(self, due: BackupsDue, hours: float) -> int:
        """Let time pass, looking every minute; returns how many were begun."""
        before = len(self.made)
        with redirect_stdout(io.StringIO()):
            for _ in range(int(hours * 60)):
                due.look()
                self.clock += HOUR / 60
        return len(self.made) - before

    def test_one_at_once_and_then_every_so_many_hours_and_so_many_kept(self) -> None:
        due = self.due()
        self.assertEqual(self.pass_by(due, 1), 1)
        self.assertEqual(self.pass_by(due, 4.9), 0)
        self.assertEqual(self.pass_by(due, 0.3), 1)
        self.assertEqual(self.pass_by(due, 24), 4)
        self.assertEqual(len(list((self.folder / "kept").iterdir())), 3)
        self.assertEqual(self.made[0][1], "backup")
        self.assertEqual(self.made[0][3:], ["--settings", str(self.folder / "settings")])

    def test_a_server_that_starts_again_counts_from_the_last(self) -> None:
        self.pass_by(self.due(), 2)
        self.assertEqual(self.pass_by(self.due(), 3.9), 0)
        self.assertEqual(self.pass_by(self.due(), 0.2), 1)

    def test_one_that_failed_is_made_again_before_long_and_throws_nothing_away(self) -> None:
        due = self.due()
        self.pass_by(due, 13)
        kept = len(list((self.folder / "kept").iterdir()))
        self.code = 1
        failed = self.pass_by(due, 6)
        self.assertEqual(failed, 4, "at 18:00 and every quarter of an hour after")
        self.assertEqual(len(list((self.folder / "kept").iterdir())), kept)

    def test_one_in_the_making_is_told_to_clear_up_and_waited_for(self) -> None:
        due = self.due()
        due.look()
        making = mock.Mock(poll=lambda: None)
        due.making = making
        due.stop()
        making.send_signal.assert_called_once_with(signal.SIGINT)
        making.wait.assert_called_once_with()

    def test_where_no_folder_is_named_none_is_made(self) -> None:
        self.settings["YP_BACKUPS"] = ""
        self.assertEqual(self.pass_by(self.due(), 30), 0)
