"""Configures the app."""

from django.apps import AppConfig


class PapersConfig(AppConfig):
    """Records out and in."""

    name = "server.papers"
    label = "papers"
