"""Registers the app."""

from django.apps import AppConfig


class EntryConfig(AppConfig):
    """Every address of the server, and its worker."""

    name = "server.entry"
    label = "entry"
