"""Tests of the core: worked cases first, then properties."""

from hypothesis import settings

# No test may fail for a slow machine, and each run draws the same examples.
settings.register_profile("steady", deadline=None, derandomize=True, max_examples=50)
settings.load_profile("steady")
