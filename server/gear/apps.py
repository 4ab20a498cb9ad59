"""Registers the app."""

from django.apps import AppConfig


class GearConfig(AppConfig):
    """The app's name."""

    name = "server.gear"
    label = "gear"
