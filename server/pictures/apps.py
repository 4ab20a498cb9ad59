"""Registers the app."""

from django.apps import AppConfig


class PicturesConfig(AppConfig):
    """The app's name."""

    name = "server.pictures"
    label = "pictures"
