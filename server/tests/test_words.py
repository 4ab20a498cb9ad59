"""The same thing by the same word everywhere: what people read, checked against the glossary."""

from __future__ import annotations

import ast
import json
import re
from collections.abc import Iterator
from pathlib import Path
from unittest import TestCase

ROOT = Path(__file__).resolve().parents[2]
WEB = ROOT / "web" / "src"
GLOSSARY = WEB / "features" / "words" / "glossary.json"
SCREENS = WEB / "features" / "words" / "screens.ts"
DRAWINGS = WEB / "features" / "words" / "drawings.ts"

#: A survey's papers and its file formats have words of their own.
ELSEWHERE = ("server/imports", "server/exports/landxml", "web/src/features/drawings")

#: Other names of a thing that its own meaning may tell.
MEANINGS = {"sub-base"}

Said = tuple[str, int, str]
QUOTED = re.compile(r'"((?:[^"\\\n]|\\.)*)"|`([^`]*)`')
BETWEEN = re.compile(r">([^<>{}=;]*[a-z][^<>{}=;]*)<")
HOLE = re.compile(r"\$\{[^}]*\}")
COMMENT = re.compile(r"/\*.*?\*/|^\s*//.*?$", re.DOTALL | re.MULTILINE)


def is_told(text: str) -> bool:
    """Whether a text is read by people, as far as that shows: words with a space between."""
    return bool(re.search(r"[A-Za-z]{2,} [A-Za-z]", text)) and "/" not in text[:1]


def told_by_python() -> Iterator[Said]:
    """Yield what the core and the server say: every string but those that document."""
    for file in sorted([*(ROOT / "core").rglob("*.py"), *(ROOT / "server").rglob("*.py")]):
        name = str(file.relative_to(ROOT))
        if "/tests/" in name or "/migrations/" in name or name.startswith(ELSEWHERE):
            continue
        tree = ast.parse(file.read_text())
        documents = {
            id(node.value)
            for node in ast.walk(tree)
            if isinstance(node, ast.Expr) and isinstance(node.value, ast.Constant)
        }
        for node in ast.walk(tree):
            if not isinstance(node, ast.Constant) or id(node) in documents:
                continue
            if isinstance(node.value, str) and is_told(node.value):
                yield name, node.lineno, node.value


def told_by_the_web() -> Iterator[Said]:
    """Yield what screens say: quoted texts, and what stands between tags."""
    for file in sorted([*WEB.rglob("*.tsx"), *WEB.rglob("*.ts")]):
        name = str(file.relative_to(ROOT))
        if name.endswith(".gen.d.ts") or name.startswith(ELSEWHERE):
            continue
        source = COMMENT.sub(lambda found: "\n" * found[0].count("\n"), file.read_text())
        for pattern in (QUOTED, BETWEEN):
            for found in pattern.finditer(source):
                text = next(group for group in found.groups() if group is not None)
                text = HOLE.sub("…", text)
                if is_told(text) and not text.startswith(("@", "M", "translate")):
                    yield name, source[: found.start()].count("\n") + 1, text


def glossary() -> list[dict[str, object]]:
    """Return the words of the trade."""
    read: list[dict[str, object]] = json.loads(GLOSSARY.read_text())
    return read


class Words(TestCase):
    """One word a thing."""

    def test_no_screen_and_no_refusal_calls_a_thing_by_another_word(self) -> None:
        never = {
            other: str(term["word"])
            for term in glossary()
            for other in term["never"]  # type: ignore[attr-defined]
        }
        pattern = re.compile(rf"\b({'|'.join(map(re.escape, never))})s?\b", re.IGNORECASE)
        told = [*told_by_python(), *told_by_the_web()]
        self.assertGreater(len(told), 2_000)
        wrong = [
            f"{name}:{line}: {found[0]!r} should be {never[found[1].lower()]!r}"
            for name, line, text in told
            if name != str(GLOSSARY.relative_to(ROOT))
            for found in pattern.finditer(text)
        ]
        self.assertEqual(wrong, [])

    def test_every_word_is_drawn_and_explained_by_none_of_the_words_not_used(self) -> None:
        drawings = DRAWINGS.read_text()
        keys = [str(term["key"]) for term in glossary()]
        self.assertEqual(len(keys), len(set(keys)))
        for term in glossary():
            key, means = str(term["key"]), str(term["means"])
            self.assertRegex(drawings, rf'(?m)^  "?{re.escape(key)}"?: \{{', key)
            self.assertTrue(means.endswith("."), key)
            for other in term["never"]:  # type: ignore[attr-defined]
                if other not in MEANINGS:
                    self.assertNotIn(other, means)

    def test_every_screen_says_what_it_is_for_in_one_sentence_with_words_there_are(self) -> None:
        source = SCREENS.read_text()
        purposes = re.findall(r'purpose:\s*"([^"]+)"', source)
        named = set(re.findall(r'"([a-z-]+)"', " ".join(re.findall(r"words: \[(.*?)\]", source))))
        self.assertGreater(len(purposes), 15)
        for purpose in purposes:
            self.assertRegex(purpose, r"^[A-Z].*\.$")
            self.assertNotRegex(purpose[:-1], r"[.!?] [A-Z]", "one sentence")
        self.assertEqual(named - {str(term["key"]) for term in glossary()}, set())

    def test_what_is_read_is_found_and_what_documents_is_not(self) -> None:
        told = {text for _, _, text in told_by_python()}
        self.assertIn("The amount has a minus sign.", told)
        self.assertNotIn("The same thing by the same word everywhere.", told)
        shown = {" ".join(text.split()) for _, _, text in told_by_the_web()}
        self.assertIn("Move the finished level", shown)
        self.assertIn("Draw corners by tapping", shown)
