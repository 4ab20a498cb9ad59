"""The rules' own page: every section a docstring cites is there, and every test it names."""

from __future__ import annotations

import re
from pathlib import Path
from unittest import TestCase

ROOT = Path(__file__).parents[2]
PAGE = (ROOT / "docs" / "rules.md").read_text()
CITED = re.compile(r"\bsections? (\d+(?:(?:,| and| to) \d+)*)")
NAMED = re.compile(r"`(core/tests/\w+\.py)`:\s((?:\s*`test_\w+`,?)+)")


class RulesPage(TestCase):
    """docs/rules.md."""

    def test_every_section_that_is_cited_stands_on_it(self) -> None:
        sections = set(re.findall(r"^## (\d+)\. ", PAGE, re.MULTILINE))
        self.assertEqual(sections, {str(n) for n in range(1, 15)})
        for path in [*ROOT.glob("core/**/*.py"), *ROOT.glob("server/**/*.py")]:
            for cited in CITED.findall(path.read_text()):
                self.assertLessEqual(set(re.findall(r"\d+", cited)), sections, path)

    def test_every_test_it_names_is_there(self) -> None:
        named = NAMED.findall(PAGE)
        self.assertGreaterEqual(len(named), 20)
        for path, tests in named:
            text = (ROOT / path).read_text()
            for name in re.findall(r"`(test_\w+)`", tests):
                self.assertIn(f"def {name}(", text, path)

    def test_every_section_but_the_cautions_names_one(self) -> None:
        for section in re.split(r"^## ", PAGE, flags=re.MULTILINE)[1:]:
            if not section.startswith("14."):
                self.assertRegex(section, "Held by `core/tests/")
