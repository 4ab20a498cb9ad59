"""./yp shots: the pictures of the main views, from the demo."""

from __future__ import annotations

from launcher import install
from launcher.checks import private_instance
from launcher.django import manage_openly


def shots(_: list[str]) -> int:
    """Load the demo into a private database and take every picture anew."""
    install.everything(for_tests=True)
    with private_instance() as env:
        return manage_openly(env, "test", "e2e.pictures")
