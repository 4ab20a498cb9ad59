"""Registers the app."""

from django.apps import AppConfig


class CrewsConfig(AppConfig):
    """The app's name."""

    name = "server.crews"
    label = "crews"
