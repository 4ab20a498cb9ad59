"""Registers the app."""

from django.apps import AppConfig


class NoticesConfig(AppConfig):
    """Notices to customers."""

    name = "server.notices"
    label = "notices"
