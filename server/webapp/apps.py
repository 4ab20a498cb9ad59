"""Registers the app."""

from django.apps import AppConfig


class WebAppConfig(AppConfig):
    """The app's name."""

    name = "server.webapp"
    label = "webapp"
