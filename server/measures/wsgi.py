"""The served application with the bare view beside it."""

import os

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.settings")

from django.conf import settings
from django.core.wsgi import get_wsgi_application

settings.ROOT_URLCONF = "server.measures.bare"
application = get_wsgi_application()
