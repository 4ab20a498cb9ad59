"""Registers the app."""

from importlib import import_module

from django.apps import AppConfig


class OverviewConfig(AppConfig):
    """The app's name; what is said of jobs at a glance goes stale with what is recorded."""

    name = "server.overview"
    label = "overview"

    def ready(self) -> None:
        """Listen to what is recorded."""
        import_module("server.overview.day.stale").listen()
