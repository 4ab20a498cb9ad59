"""The launcher's own parts: ports, secrets, children, stamps."""

from __future__ import annotations

import os
import socket
import sqlite3
import stat
from contextlib import closing
from pathlib import Path
from unittest import TestCase, mock

from launcher import checks, install, lanes, mutants, place, stamps
from launcher.__main__ import HELP, main
from launcher.place import free_port, home, is_free, kept_secrets, only_one, web_port
from launcher.say import Trouble
from launcher.tests.folder import FolderTestCase


class Places(FolderTestCase):
    """Two instances never meet."""

    def test_the_data_folder_is_asked_for_and_closed_to_others(self) -> None:
        asked = self.folder / "deep" / "data"
        with mock.patch.dict(os.environ, YP_HOME=str(asked)):
            self.assertEqual(home(), asked.resolve())
        self.assertEqual(stat.S_IMODE(asked.stat().st_mode), 0o700)

    def test_secrets_are_made_once_for_the_owner_alone(self) -> None:
        first = kept_secrets(self.folder)
        self.assertEqual(kept_secrets(self.folder), first)
        self.assertEqual(stat.S_IMODE((self.folder / "secrets.json").stat().st_mode), 0o600)
        other = self.folder / "other"
        other.mkdir()
        self.assertNotEqual(kept_secrets(other), first)
        self.assertEqual(set(first), {"secret_key", "database", "root"})

    def test_one_instance_a_folder(self) -> None:
        with only_one(self.folder), self.assertRaises(Trouble) as refused, only_one(self.folder):
            self.fail("two instances held one folder")
        self.assertIn("another instance uses", str(refused.exception))
        with only_one(self.folder):
            pass

    def test_a_port_in_use_is_refused_when_asked_for_and_passed_over_when_not(self) -> None:
        with closing(socket.socket()) as taken:
            taken.bind(("127.0.0.1", 0))
            taken.listen()
            port = taken.getsockname()[1]
            self.assertFalse(is_free(port))
            with mock.patch.dict(os.environ, YP_PORT=str(port)), self.assertRaises(Trouble):
                web_port()
            with mock.patch.object(place, "DEFAULT_PORT", port):
                self.assertGreater(web_port(), port)
        free = free_port()
        with mock.patch.dict(os.environ, YP_PORT=str(free)):
            self.assertEqual(web_port(), free)


class Stamps(FolderTestCase):
    """What is made is made again only when its sources change."""

    def test_a_changed_source_changes_the_stamp(self) -> None:
        source, made = self.folder / "source", self.folder / "made"
        source.write_text("one")
        made.mkdir()
        with mock.patch.object(stamps, "ROOT", self.folder):
            made_from = stamps.digest_of([source])
            self.assertFalse(stamps.is_stamped(made, made_from))
            stamps.stamp(made, made_from)
            self.assertTrue(stamps.is_stamped(made, stamps.digest_of([source])))
            self.assertFalse(stamps.is_stamped(made, stamps.digest_of([source], "other Python")))
            source.write_text("two")
            self.assertFalse(stamps.is_stamped(made, stamps.digest_of([source])))

    def test_missing_packages_are_named_for_whoever_can_not_install_them(self) -> None:
        with (
            mock.patch.object(os, "geteuid", return_value=1000),
            mock.patch("launcher.install.shutil.which", return_value=None),
            self.assertRaises(Trouble) as refused,
        ):
            install.debian_packages({"no-such-program": "its-package"})
        self.assertIn("apt-get install its-package", str(refused.exception))

    def test_nothing_missing_installs_nothing(self) -> None:
        with mock.patch.object(install, "run") as called:
            install.debian_packages({"sh": "dash"})
        called.assert_not_called()

    def test_an_older_npm_fetches_the_one_the_lock_file_is_of(self) -> None:
        for version, expected in (("10.8.2", "npx"), ("11.19.1", "npm")):
            with mock.patch.object(install, "_version", return_value=version):
                self.assertEqual(install._npm()[0], expected)


class GeneratedFiles(FolderTestCase):
    """A stale file is noticed."""

    def test_missing_or_changed(self) -> None:
        new, kept = self.folder / "new", self.folder / "kept"
        new.write_text("a")
        self.assertTrue(checks._differ(new, kept))
        kept.write_text("b")
        self.assertTrue(checks._differ(new, kept))
        kept.write_text("a")
        self.assertFalse(checks._differ(new, kept))


class Lanes(FolderTestCase):
    """The browser's tests in lanes in front, the others giving way to them."""

    def ran(self, parts: list[str], labels: list[str], *, fails: str = "") -> list[str]:
        """Run the lanes without running anything; return what ran, and in which lane."""
        ran: list[str] = []
        self.on_tables: list[str] = []

        def passes(lane: lanes.Lane, *labels: str, under: tuple[str, ...] = ()) -> bool:
            where = "behind" if lane.gives_way else "front"
            ran.append(f"{where}: {' '.join(labels)}{' covered' if under else ''}")
            return fails not in labels

        def takes_tables(lane: lanes.Lane, tables: Path) -> None:
            self.assertEqual(tables.name, "tables")
            self.on_tables.append(lane.env["YP_DB_NAME"])

        with (
            mock.patch.object(lanes.Lane, "passes", passes),
            mock.patch.object(lanes.Lane, "takes_tables", takes_tables),
            mock.patch.object(lanes, "_tables", lambda env, folder: folder / "tables"),
            mock.patch.object(lanes, "core_is_covered", return_value=True),
            mock.patch.object(lanes, "failing_checks", return_value=["mypy"]),
        ):
            self.failed = lanes._run({"A": "b"}, self.folder / "counts", parts, labels)
        return sorted(ran)

    def test_all_of_it(self) -> None:
        ran = self.ran(list(lanes.PARTS), [], fails=lanes.servers()[0][0])
        front = [f"front: {' '.join(named)}" for named in lanes.browsers()]
        behind = [f"behind: {' '.join(named)}" for named in lanes.servers()]
        others = ["behind: core covered", "behind: simulation launcher"]
        self.assertEqual(ran, sorted([*front, *behind, *others]))
        self.assertEqual(sorted(self.on_tables), [f"yellowpeg_{number}" for number in range(7)])
        self.assertEqual(self.failed, ["mypy", self.failed[1]])
        self.assertIn(lanes.servers()[0][0], self.failed[1])

    def test_tests_are_shared_out_evenly_and_each_runs_once(self) -> None:
        for name, size in (("long", 900), ("some", 500), ("short", 300), ("least", 100)):
            self.write(f"e2e/test_{name}.py", size)
        self.write("e2e/browser.py", 9_000)
        self.assertEqual(
            lanes.browsers(self.folder),
            [["e2e.test_long"], ["e2e.test_some", "e2e.test_short", "e2e.test_least"]],
        )
        self.write("server/crews/tests/test_a.py", 500)
        self.write("server/crews/tests/people.py", 5_000)
        self.write("server/tests/test_b.py", 300)
        self.write("server/jobs/tests/test_c.py", 700)
        alone = ["server.jobs.tests.test_c", "server.crews.tests.test_a", "server.tests.test_b"]
        self.assertEqual(lanes.servers(self.folder), [[one] for one in alone])
        self.write("server/jobs/tests/test_d.py", 200)
        self.write("server/jobs/tests/test_e.py", 150)
        beside = ["server.jobs.tests.test_d", "server.jobs.tests.test_e"]
        self.assertEqual(lanes.servers(self.folder), [*([one] for one in alone), beside])

    def write(self, name: str, size: int) -> None:
        """Write a file of a size."""
        file = self.folder / name
        file.parent.mkdir(parents=True, exist_ok=True)
        file.write_text("#" * size)

    def test_what_was_asked_for_alone(self) -> None:
        self.assertEqual(self.ran([], ["e2e.test_pour"], fails="e2e.test_pour"),
                         ["front: e2e.test_pour"])  # fmt: skip
        self.assertEqual(self.failed, ["tests of e2e.test_pour"])
        self.assertEqual(
            self.ran(["server"], []),
            sorted(f"front: {' '.join(named)}" for named in lanes.servers()),
        )
        self.assertEqual(self.ran(["checks"], []), [])
        self.assertEqual(self.on_tables, [])

    def test_the_counts_add_up(self) -> None:
        self.assertEqual(lanes.totals("400 1\n70 0\n"), (470, 1))
        self.assertEqual(lanes.totals(""), (0, 0))


class Verbs(TestCase):
    """What a person types."""

    def test_help_and_an_unknown_verb(self) -> None:
        for arguments, code in (([], 0), (["help"], 0), (["fly"], 2)):
            with mock.patch("sys.stdout") as out:
                self.assertEqual(main(arguments), code)
            out.write.assert_called_once_with(HELP)

    def test_trouble_is_said_and_fails(self) -> None:
        def fails(_: list[str]) -> int:
            raise Trouble("no room")

        def stopped(_: list[str]) -> int:
            raise KeyboardInterrupt

        verbs = {"fails": fails, "stopped": stopped}
        with mock.patch("launcher.__main__.VERBS", verbs), mock.patch("builtins.print") as out:
            self.assertEqual(main(["fails"]), 1)
            self.assertEqual(main(["stopped"]), 130)
        self.assertEqual(out.call_args_list[0].args, ("yp: can't go on: no room",))


#: The line of the small core below that says how much a cache holds.
CACHE_AT = 8


class Mutants(FolderTestCase):
    """Which changes of the core are tried, and what is said of them."""

    def session(self) -> None:
        (self.folder / "core").mkdir()
        code = "\n".join(
            "@lru_cache(maxsize=64)" if n == CACHE_AT else f"a = {n}" for n in range(1, 41)
        )
        (self.folder / "core" / "a.py").write_text(code)
        with closing(sqlite3.connect(self.folder / "session.sqlite")) as session, session:
            session.execute(
                "CREATE TABLE mutation_specs (job_id, operator_name, module_path, "
                "start_pos_row, start_pos_col, occurrence)"
            )
            session.execute("CREATE TABLE work_items (job_id)")
            session.execute("CREATE TABLE work_results (job_id, test_outcome, diff)")
            for n in range(40):
                operator = mutants.OPERATORS[0] if n % 2 else "core/RemoveDecorator"
                row = (f"job-{n}", operator, "core/a.py", n + 1, 0, 0)
                session.execute("INSERT INTO mutation_specs VALUES (?, ?, ?, ?, ?, ?)", row)
                session.execute("INSERT INTO work_items VALUES (?)", row[:1])

    def test_how_many_and_of_which_seed(self) -> None:
        self.assertEqual(mutants._asked(["12", "7"]), (12, 7))
        self.assertEqual(mutants._asked([])[0], 40)
        for wrong in (["-3"], ["many"], ["4", "x"], ["٣"]):
            self.assertRaises(Trouble, mutants._asked, wrong)

    def test_a_seed_draws_the_same_changes_again_and_of_the_chosen_kinds_alone(self) -> None:
        self.session()
        chosen = mutants._sample(self.folder, 6, 5)
        self.assertEqual(chosen, mutants._sample(self.folder, 6, 5))
        self.assertNotEqual(chosen, mutants._sample(self.folder, 6, 6))
        self.assertTrue(all(int(key.removeprefix("job-")) % 2 for key in chosen))
        everything = mutants._sample(self.folder, 999, 5)
        self.assertEqual(len(everything), 19)
        self.assertNotIn(f"job-{CACHE_AT - 1}", everything, "how much a cache holds is no rule")
        mutants._keep(self.folder, chosen)
        with closing(sqlite3.connect(self.folder / "session.sqlite")) as session:
            for table in ("mutation_specs", "work_items"):
                kept = {row[0] for row in session.execute(f"SELECT job_id FROM {table}")}
                self.assertEqual(kept, set(chosen))

    def test_survivors_are_shown_and_counted(self) -> None:
        outcomes = [("TestOutcome.KILLED", "")] * 3 + [("TestOutcome.SURVIVED", "-a\n+b\n c")]
        with mock.patch("builtins.print") as out:
            mutants._report(outcomes)
        said = [call.args[0] for call in out.call_args_list]
        self.assertEqual(said[0], "-a\n+b")
        self.assertIn("3 of 4 changes were noticed, 75 %", said[-1].replace("75%", "75 %"))
