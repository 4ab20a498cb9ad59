"""Registers the app."""

from django.apps import AppConfig


class PlatformConfig(AppConfig):
    """What any server has: settings, the frame of the API, its database."""

    name = "server.platform"
    label = "platform"
