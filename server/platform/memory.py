"""How seldom Python looks for rings of objects that nobody holds any more."""

from __future__ import annotations

import gc

#: A screen of a large job makes a hundred thousand objects, and hardly a ring among them.
MADE_BEFORE_A_LOOK = 50_000
LOOKS_BEFORE_THE_OLDER = 20


def collect_seldom() -> None:
    """Leave what the server is made of alone from now on, and look through the rest seldom.

    Looking after every 700 objects, as Python does, takes a fifth of a large answer's time.
    """
    gc.collect()
    gc.freeze()
    gc.set_threshold(MADE_BEFORE_A_LOOK, LOOKS_BEFORE_THE_OLDER, LOOKS_BEFORE_THE_OLDER)
