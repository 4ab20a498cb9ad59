"""Registers the app."""

from django.apps import AppConfig


class BenchConfig(AppConfig):
    """Measures speed and judgement."""

    name = "bench"
    label = "bench"
