"""The WSGI entry point."""

import os
from importlib import import_module

from django.core.wsgi import get_wsgi_application

from server.platform.memory import collect_seldom

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.platform.settings")
application = get_wsgi_application()
import_module("server.entry.urls")  # before the first request, which would wait for it
collect_seldom()
