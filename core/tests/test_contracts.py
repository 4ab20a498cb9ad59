"""What every value and every refusal of the core promises, held once over all of them."""

from __future__ import annotations

import ast
import copy
import dataclasses
import importlib
import inspect
import pickle
import pkgutil
import sys
from collections.abc import Iterator
from pathlib import Path
from types import ModuleType
from typing import Any
from unittest import TestCase

import core
from core import errors
from core.errors import Offer, RuleError
from core.tests.samples import samples

FOLDER = Path(core.__file__).parent
NEEDS_MORE = {
    f"core.surfaces{part}"
    for part in (
        "",
        ".slab",
        ".order",
        ".panels",
        ".triangles",
        ".thickness",
        ".options",
        ".along",
        ".regions",
        ".uncertainty",
        ".tin",
        ".lift",
    )
} | {f"core.placing{part}" for part in ("", ".beam", ".blocks", ".places", ".several")}
LONGEST_FUNCTION = 50
MOST_PARAMETERS = 6
LONGEST_FILE = 400


def modules() -> Iterator[ModuleType]:
    """Every module of the core but its tests."""
    for found in pkgutil.walk_packages(core.__path__, "core."):
        if ".tests" not in found.name:
            yield importlib.import_module(found.name)


class Values(TestCase):
    """Frozen, equal by what they hold, and the same after any journey."""

    def test_every_dataclass_of_the_core_is_frozen_and_among_the_samples(self) -> None:
        sampled = {type(value) for value in samples()}
        reachable = {type(part) for value in samples() for part in parts(value)}
        for module in modules():
            for name, kind in inspect.getmembers(module, inspect.isclass):
                if not dataclasses.is_dataclass(kind):
                    continue
                with self.subTest(f"{module.__name__}.{name}"):
                    self.assertTrue(vars(kind)["__dataclass_params__"].frozen)
                    self.assertIn(kind, sampled | reachable)

    def test_each_survives_copying_and_pickling(self) -> None:
        for value in samples():
            with self.subTest(type(value).__name__):
                self.assertEqual(copy.deepcopy(value), value)
                self.assertEqual(pickle.loads(pickle.dumps(value)), value)
                self.assertEqual(hash(value), hash(copy.deepcopy(value)))
                self.assertNotEqual(value, object())

    def test_none_can_be_changed(self) -> None:
        for value in samples():
            for field in dataclasses.fields(value):
                with self.subTest(f"{type(value).__name__}.{field.name}"):
                    held = getattr(value, field.name)
                    self.assertRaises(
                        dataclasses.FrozenInstanceError, setattr, value, field.name, held
                    )


def parts(value: Any) -> Iterator[Any]:
    """The values held inside a value."""
    for field in dataclasses.fields(value):
        held = getattr(value, field.name)
        for one in held if isinstance(held, tuple) else (held,):
            if dataclasses.is_dataclass(one):
                yield one
                yield from parts(one)


class RefusalsOfTheCore(TestCase):
    """Each has a code of its own, and says what was typed, why, and what would do."""

    def kinds(self) -> list[type[RuleError]]:
        found = inspect.getmembers(errors, inspect.isclass)
        return [kind for _, kind in found if issubclass(kind, RuleError) and kind is not RuleError]

    def test_codes_are_their_own(self) -> None:
        codes = [kind.code for kind in self.kinds()]
        self.assertEqual(len(set(codes)), len(codes))
        self.assertNotIn(RuleError.code, codes)

    def test_words_fields_and_journeys(self) -> None:
        offers = (Offer("a", "b"),)
        for kind in self.kinds():
            with self.subTest(kind.__name__):
                refusal = kind("5.2", "It is so.", "Do this.", offers)
                self.assertIsInstance(refusal, ValueError)
                self.assertEqual(str(refusal), "“5.2”: It is so. Do this.")
                again = pickle.loads(pickle.dumps(refusal))
                self.assertEqual((again.typed, again.offers), ("5.2", offers))

    def test_every_kind_is_raised_somewhere(self) -> None:
        source = "".join(
            file.read_text() for file in FOLDER.rglob("*.py") if "tests" not in file.parts
        )
        for kind in self.kinds():
            self.assertTrue(
                f"raise {kind.__name__}(" in source or f"return {kind.__name__}(" in source, kind
            )


class Shape(TestCase):
    """What a newcomer may rely on, read off the source."""

    def trees(self) -> Iterator[tuple[str, ast.Module, str]]:
        for file in sorted(FOLDER.rglob("*.py")):
            if "tests" not in file.parts:
                name = ".".join(file.relative_to(FOLDER.parent).with_suffix("").parts)
                text = file.read_text()
                yield name.removesuffix(".__init__"), ast.parse(text), text

    def test_only_surfaces_need_more_than_the_standard_library(self) -> None:
        for name, tree, _ in self.trees():
            for node in ast.walk(tree):
                named = (
                    [alias.name for alias in node.names]
                    if isinstance(node, ast.Import)
                    else [node.module or ""]
                    if isinstance(node, ast.ImportFrom)
                    else []
                )
                outside = {n.split(".")[0] for n in named} - sys.stdlib_module_names - {"core"}
                if name not in NEEDS_MORE:
                    self.assertEqual(outside, set(), name)
                self.assertLessEqual(outside, {"numpy", "scipy", "shapely"}, name)

    def test_no_clock_no_chance_no_files(self) -> None:
        for name, tree, _ in self.trees():
            imported = {
                alias.name.split(".")[0]
                for node in ast.walk(tree)
                if isinstance(node, ast.Import | ast.ImportFrom)
                for alias in node.names
            } | {
                (node.module or "").split(".")[0]
                for node in ast.walk(tree)
                if isinstance(node, ast.ImportFrom)
            }
            self.assertFalse(imported & {"time", "datetime", "random", "os", "pathlib", "io"}, name)

    def test_everything_public_is_documented_and_annotated_and_nothing_is_long(self) -> None:
        for name, tree, text in self.trees():
            self.assertTrue(ast.get_docstring(tree), name)
            self.assertLessEqual(text.count("\n"), LONGEST_FILE, name)
            for node in ast.walk(tree):
                if isinstance(node, ast.FunctionDef):
                    where = f"{name}.{node.name}"
                    self.assertIsNotNone(node.returns, where)
                    lines = (node.end_lineno or 0) - node.lineno
                    self.assertLessEqual(lines, LONGEST_FUNCTION, where)
                    self.assertLessEqual(len(node.args.args), MOST_PARAMETERS, where)
                if isinstance(node, ast.ClassDef | ast.FunctionDef) and not node.name.startswith(
                    "_"
                ):
                    is_overload = any(
                        "overload" in ast.dump(d) for d in getattr(node, "decorator_list", [])
                    )
                    if not is_overload and not self.is_within_function(tree, node):
                        self.assertTrue(ast.get_docstring(node), f"{name}.{node.name}")

    @staticmethod
    def is_within_function(tree: ast.Module, node: ast.AST) -> bool:
        """Whether a definition stands inside a function or a private class."""
        return any(
            node is not outer
            and (
                isinstance(outer, ast.FunctionDef)
                or (isinstance(outer, ast.ClassDef) and outer.name.startswith("_"))
            )
            and any(inner is node for inner in ast.walk(outer))
            for outer in ast.walk(tree)
        )
