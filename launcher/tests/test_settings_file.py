"""The settings file: said in full, for nobody else's eyes, and no name mistyped."""

from __future__ import annotations

from launcher.place import ROOT
from launcher.say import Trouble
from launcher.settings import DEFAULTS, KNOWN, NEEDED, read_settings
from launcher.tests.folder import FolderTestCase

LEAST = "YP_SECRET_KEY=a=b\nYP_HOSTS='peg.example'\n\n# said to nobody\nYP_DB_PASSWORD = \"p w\"\n"


class SettingsFile(FolderTestCase):
    """What stands in it, and what can't."""

    def read(self, text: str, mode: int = 0o640) -> dict[str, str]:
        file = self.folder / "settings"
        file.write_text(text)
        file.chmod(mode)
        return read_settings(file)

    def refused(self, text: str, mode: int = 0o640) -> str:
        with self.assertRaises(Trouble) as refused:
            self.read(text, mode)
        return str(refused.exception)

    def test_what_it_says_and_what_it_leaves_unsaid(self) -> None:
        found = self.read(LEAST + "YP_WORKERS=7\n")
        self.assertEqual(found["YP_SECRET_KEY"], "a=b")
        self.assertEqual(found["YP_HOSTS"], "peg.example")
        self.assertEqual(found["YP_DB_PASSWORD"], "p w")
        self.assertEqual(found["YP_WORKERS"], "7")
        self.assertEqual(found["YP_BIND"], DEFAULTS["YP_BIND"])

    def test_each_refusal_says_what_would_do(self) -> None:
        for text, said in (
            (LEAST.replace("YP_HOSTS", "YP_HOST"), "nobody knows YP_HOST;"),
            (LEAST + "free words\n", "line 6: “free words” is no setting"),
            (LEAST.replace("p w", ""), "does not say YP_DB_PASSWORD"),
            ("", "does not say YP_SECRET_KEY"),
            (LEAST + "YP_WORKERS=many\n", "YP_WORKERS is “many”; give a whole number"),
            (LEAST + "YP_PROXIES=0\n", "set YP_PROXIES to 1"),
            (LEAST + "YP_DEMO=on\n", "nobody knows YP_DEMO"),
        ):
            with self.subTest(said):
                self.assertIn(said, self.refused(text))

    def test_others_may_not_read_it(self) -> None:
        for mode in (0o644, 0o660, 0o641):
            self.assertIn("chmod 640", self.refused(LEAST, mode))
        self.read(LEAST, 0o600)

    def test_a_file_that_is_not_there(self) -> None:
        with self.assertRaises(Trouble) as refused:
            read_settings(self.folder / "none")
        self.assertIn("docs/running.md", str(refused.exception))

    def test_the_example_names_what_is_needed_and_the_page_names_all(self) -> None:
        example = (ROOT / "docs" / "running" / "settings.example").read_text()
        for name in NEEDED:
            self.assertIn(f"\n{name}=", example)
        page = (ROOT / "docs" / "running.md").read_text()
        for name in KNOWN:
            self.assertIn(f"`{name}`", page, name)
