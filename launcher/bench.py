"""./yp bench: figures of speed, as ratios in one run."""

from __future__ import annotations

from launcher import install
from launcher.checks import private_instance
from launcher.django import manage, manage_openly


def bench(_: list[str]) -> int:
    """Measure on a private database and print the figures; returns 0 whatever they are."""
    install.everything(for_tests=True)
    with private_instance(forgetful=False) as env:
        manage(env, "migrate", "--no-input", what="migrating the database")
        manage_openly(env, "measure")
        measured = ("panning", "sliding", "hearing", "carrying", "first_answer")
        return manage_openly(env, "test", *(f"e2e.{one}" for one in measured))
