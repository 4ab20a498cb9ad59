"""How much JavaScript stands between a person and the first screen."""

from __future__ import annotations

import gzip
import re
from pathlib import Path

IMPORTS = re.compile(r"""(?:from|import)\s*["']\./([\w.-]+\.js)["']""")
ENTRY = re.compile(r'src="/assets/([\w.-]+\.js)"')
FIRST_SCREENS = (("signin-",), ("frame-", "jobs-"))


def first_screen(dist: Path) -> tuple[int, int]:
    """Return gzipped bytes of the heavier first screen's scripts, and of all scripts."""
    assets = dist / "assets"
    entry = ENTRY.findall((dist / "index.html").read_text())
    heaviest = max(
        sum(_gzipped(assets / name) for name in _closure(assets, [*entry, *_named(assets, screen)]))
        for screen in FIRST_SCREENS
    )
    return heaviest, sum(_gzipped(file) for file in assets.glob("*.js"))


def _named(assets: Path, prefixes: tuple[str, ...]) -> list[str]:
    return [file.name for prefix in prefixes for file in assets.glob(f"{prefix}*.js")]


def _closure(assets: Path, names: list[str]) -> set[str]:
    found: set[str] = set()
    waiting = list(names)
    while waiting:
        name = waiting.pop()
        if name not in found:
            found.add(name)
            waiting += IMPORTS.findall((assets / name).read_text())
    return found


def _gzipped(file: Path) -> int:
    return len(gzip.compress(file.read_bytes(), 9))
