"""Settings of the server in a phone: all as on the real one, but for what a phone has not.

There are no sessions, passwords and long works; SQLite stands in place of MariaDB. The one
person who is signed in is told by the page, and nothing but the page can ask.

| variable | meaning | where unset |
|---|---|---|
| YP_PHONE_DATABASE | the file of the database | in memory |
"""

from server.platform.settings import *  # noqa: F403 - all that is not said here is as it is there
from server.platform.settings import REST_FRAMEWORK as SHARED
from server.platform.settings import env

SURFACES = "server.offline.concrete"
PICTURES = "server.offline.pictures"
ROOT_URLCONF = "server.offline.urls"
ALLOWED_HOSTS = ["phone"]
INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "rest_framework",
    "server.crews",
    "server.gear",
    "server.jobs",
    "server.fieldbook",
    "server.pours",
    "server.concrete",
    "server.notices",
    "server.pictures",
    "server.overview",
    "server.platform",  # its own way to migrate
    "server.offline",
]
MIDDLEWARE = [
    "server.offline.person.PersonMiddleware",
    "server.common.senders.SenderMiddleware",
    "server.practice.booked.BookedMiddleware",
]
AUTHENTICATION_BACKENDS = []
TEMPLATES = []
LOGGING_CONFIG = ""
USE_I18N = False
CACHES = {"default": {"BACKEND": "django.core.cache.backends.dummy.DummyCache"}}
DATABASES = {
    "default": {
        "ENGINE": "django.db.backends.sqlite3",
        "NAME": env.str("YP_PHONE_DATABASE", default=":memory:"),
        # What must not be lost is kept by the page before it is acknowledged.
        "OPTIONS": {"init_command": "PRAGMA journal_mode=MEMORY; PRAGMA synchronous=OFF"},
    }
}
REST_FRAMEWORK = SHARED | {
    "DEFAULT_AUTHENTICATION_CLASSES": ["server.offline.person.ByPhone"],
    "DEFAULT_THROTTLE_RATES": dict.fromkeys(SHARED["DEFAULT_THROTTLE_RATES"]),
    "DEFAULT_SCHEMA_CLASS": "rest_framework.schemas.AutoSchema",
}
