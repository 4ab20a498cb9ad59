"""Settings on a phone: all as on the server, but for SQLite in place of MariaDB.

| variable | meaning | where unset |
|---|---|---|
| YP_PHONE_DATABASE | the file of the database | in memory |
"""

from server.settings import *  # noqa: F403 - all that is not said here is as it is there
from server.settings import env

HAS_SURFACES = False
DATABASES = {
    "default": {
        "ENGINE": "django.db.backends.sqlite3",
        "NAME": env.str("YP_PHONE_DATABASE", default=":memory:"),
    }
}
DATABASES["beside"] = {**DATABASES["default"], "TEST": {"MIRROR": "default"}}
