"""What is done at a desk more often, on a phone as well; run by ./yp test phone."""

from __future__ import annotations

from e2e import test_demo_story, test_records, test_trust
from e2e.browser import PHONE


class DemoStory(test_demo_story.DemoStory):
    """In one hand."""

    viewport = PHONE


class Records(test_records.Records):
    """In the truck."""

    viewport = PHONE


class Instruments(test_trust.Instruments):
    """Before the work."""

    viewport = PHONE
