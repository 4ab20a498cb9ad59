"""The phone's own part, installed on a phone alone."""

from django.apps import AppConfig


class PhoneConfig(AppConfig):
    """The server as it runs on a phone."""

    name = "server.phone"
