"""./yp crew: open a crew with its first owner, on a server that is there."""

from __future__ import annotations

import argparse
from pathlib import Path

from launcher import install
from launcher.django import manage_openly
from launcher.instance import instance


def crew(arguments: list[str]) -> int:
    """Open a crew; the owner's password is asked for."""
    parser = argparse.ArgumentParser(prog="./yp crew")
    parser.add_argument("--settings", type=Path, help="the settings file of the server")
    parser.add_argument("crew", help="the crew's name")
    parser.add_argument("username", help="the name its owner signs in with")
    parser.add_argument("first", help="the owner's first name")
    parser.add_argument("last", help="and last name")
    asked = parser.parse_args(arguments)
    install.everything(for_tests=False)
    with instance(asked.settings) as env:
        names = (asked.crew, asked.username, asked.first, asked.last)
        return manage_openly(env, "open_crew", *names)
