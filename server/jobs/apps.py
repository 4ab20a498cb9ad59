"""Registers the app."""

from django.apps import AppConfig


class JobsConfig(AppConfig):
    """The app's name."""

    name = "server.jobs"
    label = "jobs"
