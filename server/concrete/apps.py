"""Registers the app."""

from django.apps import AppConfig


class ConcreteConfig(AppConfig):
    """Concrete over shot stone: volume, map, options, prices, order."""

    name = "server.concrete"
    label = "concrete"
