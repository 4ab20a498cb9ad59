"""A folder for a test."""

from __future__ import annotations

import tempfile
from pathlib import Path
from unittest import TestCase


class FolderTestCase(TestCase):
    """A folder that goes away."""

    def setUp(self) -> None:
        made = tempfile.TemporaryDirectory()
        self.addCleanup(made.cleanup)
        self.folder = Path(made.name)
