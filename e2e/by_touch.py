"""The same lesson of practice by touch, on a phone; run by ./yp test phone."""

from __future__ import annotations

from typing import Any, ClassVar

from e2e import test_practice
from e2e.browser import PHONE


class PracticingOnAPhone(test_practice.Practicing):
    """By touch, on a phone."""

    viewport = PHONE
    device: ClassVar[dict[str, Any]] = {"has_touch": True, "is_mobile": True}
    by_touch = True
