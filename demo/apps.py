"""Registers the app."""

from django.apps import AppConfig


class DemoConfig(AppConfig):
    """A crew with its jobs, to try the program on."""

    name = "demo"
    label = "demo"
