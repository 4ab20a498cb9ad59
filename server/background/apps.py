"""Registers the app."""

from django.apps import AppConfig


class BackgroundConfig(AppConfig):
    """Long work, carried out beside the pages."""

    name = "server.background"
    label = "background"
