"""Registers the app."""

from django.apps import AppConfig


class PourConfig(AppConfig):
    """The app's name."""

    name = "server.pour"
    label = "pour"
