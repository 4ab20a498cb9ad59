"""The served application with the bare view beside it."""

import os

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.platform.settings")

from django.conf import settings
from django.core.wsgi import get_wsgi_application

settings.ROOT_URLCONF = "bench.bare"
application = get_wsgi_application()
