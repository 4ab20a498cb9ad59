"""Registers the app."""

from django.apps import AppConfig


class FieldBookConfig(AppConfig):
    """The app's name."""

    name = "server.fieldbook"
    label = "fieldbook"
