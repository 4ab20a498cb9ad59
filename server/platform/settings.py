"""Settings, from the environment first; safe for production where nothing is set.

| variable | meaning | where unset |
|---|---|---|
| YP_SECRET_KEY | Django's secret | refuses to start |
| YP_DEBUG | Django's debug pages | off |
| YP_HOSTS | host names served, comma-separated | localhost, 127.0.0.1 |
| YP_ORIGINS | trusted origins for forms, comma-separated | none |
| YP_HTTPS | the site is behind HTTPS: secure cookies, HSTS | on |
| YP_HSTS_DOMAIN | HSTS for all that stands in the domain, and for browsers' own lists | off |
| YP_PROXIES | how many proxies of ours stand in front | 0 |
| YP_DB_HOST, _PORT, _NAME, _USER, _PASSWORD | MariaDB | 127.0.0.1, 3306, yellowpeg, yp, empty |
| YP_SIGN_UP | whoever comes may begin a crew | off |
| YP_MAIL_HOST, _PORT, _USER, _PASSWORD, _TLS | the server that mail is sent through | no mail |
| YP_MAIL_FROM | whom mail is from | yellow-peg@localhost |
| YP_DEMO | the demo is loaded: its accounts stand on the sign-in page | off |
| YP_EXTRAS | apps that are no part of the product: demo, bench | none |
| YP_WEB_DIST | the built web | web/dist |
"""

import os
from pathlib import Path

import environ
from csp.constants import NONCE, NONE, SELF, WASM_UNSAFE_EVAL

from core.pours import FaultKind, Question, Side
from server.common.plain import no_page

env = environ.Env()
#: What works out the concrete over shot stone; a phone has not what surfaces need.
SURFACES = "server.concrete.services.triangulated"
#: By what pictures are written anew.
PICTURES = "server.pictures.written_anew"
ROOT = Path(__file__).resolve().parents[2]

SECRET_KEY = env.str("YP_SECRET_KEY")
DEBUG = env.bool("YP_DEBUG", default=False)
DEMO = env.bool("YP_DEMO", default=False)
HTTPS = env.bool("YP_HTTPS", default=True)
SIGN_UP = env.bool("YP_SIGN_UP", default=False)
ALLOWED_HOSTS = env.list("YP_HOSTS", default=["localhost", "127.0.0.1"])
CSRF_TRUSTED_ORIGINS = env.list("YP_ORIGINS", default=[])
WEB_DIST = Path(env.str("YP_WEB_DIST", default=str(ROOT / "web" / "dist")))

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "axes",
    "csp",
    "rest_framework",
    "drf_spectacular",
    "django_prometheus",
    "server.crews",
    "server.gear",
    "server.jobs",
    "server.fieldbook",
    "server.pours",
    "server.concrete",
    "server.notices",
    "server.pictures",
    "server.overview",
    "server.background",
    "server.imports",
    "server.exports",
    "server.entry",
    "server.platform",
    *env.list("YP_EXTRAS", default=[]),
]

MIDDLEWARE = [
    "server.platform.health.HealthMiddleware",
    "django.middleware.security.SecurityMiddleware",
    "server.platform.api.faults.FaultsMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "csp.middleware.CSPMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "axes.middleware.AxesMiddleware",
    "server.common.senders.SenderMiddleware",
]

#: Figures are kept where somebody gathers them.
if "PROMETHEUS_MULTIPROC_DIR" in os.environ:
    MIDDLEWARE = [
        "django_prometheus.middleware.PrometheusBeforeMiddleware",
        *MIDDLEWARE,
        "django_prometheus.middleware.PrometheusAfterMiddleware",
    ]
PROMETHEUS_EXPORT_MIGRATIONS = False

ROOT_URLCONF = "server.entry.urls"
WSGI_APPLICATION = "server.entry.wsgi.application"
TEST_RUNNER = "server.tests.runner.CountingRunner"
AUTH_USER_MODEL = "crews.User"
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"
AUTHENTICATION_BACKENDS = [
    "axes.backends.AxesStandaloneBackend",
    "server.crews.sessions.PersonBackend",
]
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": "django.contrib.auth.password_validation.MinimumLengthValidator"},
    {"NAME": "django.contrib.auth.password_validation.CommonPasswordValidator"},
]

DATABASES = {
    "default": {
        "ENGINE": "server.platform.database",
        "HOST": env.str("YP_DB_HOST", default="127.0.0.1"),
        "PORT": env.str("YP_DB_PORT", default="3306"),
        "NAME": env.str("YP_DB_NAME", default="yellowpeg"),
        "USER": env.str("YP_DB_USER", default="yp"),
        "PASSWORD": env.str("YP_DB_PASSWORD", default=""),
        "CONN_MAX_AGE": 600,
        "CONN_HEALTH_CHECKS": False,
        "OPTIONS": {
            "charset": "utf8mb4",
            "isolation_level": "read committed",
            "init_command": (
                "SET sql_mode='STRICT_ALL_TABLES,NO_ZERO_DATE,NO_ZERO_IN_DATE,"
                "ERROR_FOR_DIVISION_BY_ZERO,NO_ENGINE_SUBSTITUTION',"
                " default_storage_engine=InnoDB"
            ),
        },
        "TEST": {"CHARSET": "utf8mb4", "COLLATION": "utf8mb4_unicode_ci"},
    }
}
# How far a long work is must be seen while its own transaction is still open.
DATABASES["beside"] = {**DATABASES["default"], "TEST": {"MIRROR": "default"}}

LANGUAGE_CODE = "en-us"
USE_TZ = True
TIME_ZONE = "UTC"

STATIC_URL = "/static/"
WHITENOISE_ROOT = WEB_DIST if WEB_DIST.is_dir() else None
WHITENOISE_INDEX_FILE = False
WHITENOISE_IMMUTABLE_FILE_TEST = r"^.*/assets/[^/]+-[\w-]{8}\.\w+$"
WHITENOISE_ADD_HEADERS_FUNCTION = no_page
TEMPLATES = [{"BACKEND": "django.template.backends.django.DjangoTemplates", "APP_DIRS": True}]

EMAIL_HOST = env.str("YP_MAIL_HOST", default="")
EMAIL_PORT = env.int("YP_MAIL_PORT", default=587)
EMAIL_HOST_USER = env.str("YP_MAIL_USER", default="")
EMAIL_HOST_PASSWORD = env.str("YP_MAIL_PASSWORD", default="")
EMAIL_USE_TLS = env.bool("YP_MAIL_TLS", default=True)
EMAIL_TIMEOUT = 10
DEFAULT_FROM_EMAIL = env.str("YP_MAIL_FROM", default="yellow-peg@localhost")
#: The demo's mail goes nowhere: a stand-in keeps it.
SENDS_MAIL = DEMO or bool(EMAIL_HOST)
if DEMO:
    EMAIL_BACKEND = "server.crews.mailbox.StandInMailbox"
PASSWORD_RESET_TIMEOUT = 24 * 3600

SESSION_ENGINE = "server.crews.sessions"
SESSION_COOKIE_HTTPONLY = True
SESSION_COOKIE_SAMESITE = "Lax"
SESSION_COOKIE_SECURE = HTTPS
SESSION_COOKIE_AGE = 30 * 24 * 3600
CSRF_COOKIE_SAMESITE = "Lax"
CSRF_COOKIE_SECURE = HTTPS
CSRF_FAILURE_VIEW = "server.platform.api.errors.csrf_failure"
SECURE_HSTS_SECONDS = 365 * 24 * 3600 if HTTPS else 0
SECURE_HSTS_INCLUDE_SUBDOMAINS = SECURE_HSTS_PRELOAD = env.bool("YP_HSTS_DOMAIN", default=False)
#: What else stands in the domain is not ours to say.
SILENCED_SYSTEM_CHECKS = ["security.W005", "security.W021"]
SECURE_CONTENT_TYPE_NOSNIFF = True
SECURE_REFERRER_POLICY = "same-origin"
SECURE_CROSS_ORIGIN_OPENER_POLICY = "same-origin"
X_FRAME_OPTIONS = "DENY"

CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": [NONE],
        # A phone runs Python as WebAssembly, in a worker of our own; nothing else is evaluated.
        "script-src": [SELF, WASM_UNSAFE_EVAL],
        "worker-src": [SELF],
        "style-src": [SELF, NONCE],
        "font-src": [SELF],
        "img-src": [SELF, "data:"],
        "connect-src": [SELF],
        "manifest-src": [SELF],
        "base-uri": [NONE],
        "form-action": [SELF],
        "frame-ancestors": [NONE],
        "object-src": [NONE],
    }
}

#: How many proxies of ours stand in front; each appends to X-Forwarded-For.
PROXIES = env.int("YP_PROXIES", default=0)
#: What the proxy says of how it was asked; without one, it would be the client's own word.
SECURE_PROXY_SSL_HEADER = ("HTTP_X_FORWARDED_PROTO", "https") if PROXIES else None
SECURE_SSL_REDIRECT = HTTPS and PROXIES > 0
#: One for all processes, so that a limit is a limit however many of them there are.
CACHES = {
    "default": {
        "BACKEND": "django.core.cache.backends.db.DatabaseCache",
        "LOCATION": "yp_cache",
        "OPTIONS": {"MAX_ENTRIES": 200_000},
    }
}

AXES_FAILURE_LIMIT = 8
AXES_CLIENT_IP_CALLABLE = "server.platform.api.addresses.client_address"
AXES_COOLOFF_TIME = 0.25  # hours
AXES_LOCKOUT_PARAMETERS = [["username", "ip_address"]]
AXES_RESET_ON_SUCCESS = True
AXES_LOCKOUT_CALLABLE = "server.crews.api.views.too_many"
AXES_WHITELIST_CALLABLE = "server.crews.known_phones.is_known"
AXES_VERBOSE = False
AXES_DISABLE_ACCESS_LOG = True

DATA_UPLOAD_MAX_MEMORY_SIZE = 1024 * 1024

REST_FRAMEWORK = {
    "DEFAULT_AUTHENTICATION_CLASSES": ["server.platform.api.signed_in.BySession"],
    "DEFAULT_PERMISSION_CLASSES": ["rest_framework.permissions.IsAuthenticated"],
    "DEFAULT_RENDERER_CLASSES": ["rest_framework.renderers.JSONRenderer"],
    "DEFAULT_PARSER_CLASSES": ["server.platform.api.parsing.CarefulJSONParser"],
    "DEFAULT_SCHEMA_CLASS": "drf_spectacular.openapi.AutoSchema",
    "DEFAULT_THROTTLE_RATES": {
        "link": "120/min",
        "sign-in": "60/min",
        "known-phone": "20/hour",
        "worked-out": "600/min",
    },
    "NUM_PROXIES": PROXIES,
    "EXCEPTION_HANDLER": "server.platform.api.errors.handle",
    "UNICODE_JSON": True,
}

SPECTACULAR_SETTINGS = {
    "TITLE": "Yellow Peg",
    "DESCRIPTION": "Heights before concrete: benchmarks, set-ups, marks, shots, floors.",
    "VERSION": "1",
    "SERVE_INCLUDE_SCHEMA": False,
    "SERVE_PERMISSIONS": ["rest_framework.permissions.IsAuthenticated"],
    "COMPONENT_SPLIT_REQUEST": True,
    "SCHEMA_PATH_PREFIX": r"/api/v1",
    "ENUM_GENERATE_CHOICE_DESCRIPTION": False,
    "ENUM_NAME_OVERRIDES": {
        "WayToSetEnum": ["clamp", "slide", "tape", "direct"],
        "GoOrHoldEnum": ["go", "hold"],
        "UnitEnum": ["m", "ft"],
        "DrawingUnitEnum": ["in", "ft", "survey-ft", "mm", "cm", "m"],
        "HappenedKindEnum": [
            "change",
            "plan",
            "set-up",
            "reading",
            "strike",
            "check",
            "finding",
            "pour",
            "notice",
        ],
        "RoleEnum": ["owner", "foreman", "helper", "reader"],
        "VerdictEnum": ["on", "high", "low", "found"],
        "InstrumentKindEnum": "server.gear.models.InstrumentKind",
        "HeightKindEnum": ["height-of-instrument", "constant"],
        "SightEnum": ["standing", "upside-down", "taped-down", "taped-up", "on-the-point"],
        "ElementKindEnum": "server.jobs.planned.ELEMENT_KINDS",
        "QuestionEnum": [str(question) for question in Question],
        "FaultKindEnum": [str(kind) for kind in FaultKind],
        "FaultSideEnum": [str(side) for side in Side],
        "LevelSideEnum": ["above", "below"],
        "NorthOrStreetEnum": ["north", "street"],
        "AskedEnum": "server.pours.models.Asked",
        "StageEnum": "core.tasks.Stage",
        "FloorPartEnum": ["top", "finished", "underside", "sub-base", "sub-grade"],
        "PanelKindEnum": ["level", "one", "two", "point"],
        "FloorShapeEnum": ["rectangle", "l-shape", "corners"],
        "ElementShapeEnum": ["line", "corners", "rectangle", "l-shape", "floor"],
        "TowardEnum": ["right", "left", "away", "near"],
        "CheckVerdictEnum": ["pass", "fail", "inconclusive"],
        "TrustStateEnum": "core.instruments.trust.TrustState",
        "PegStateEnum": ["not-shot", "on", "high", "low", "close", "in-doubt", "found"],
        "NoticeStateEnum": ["open", "acknowledged", "void", "expired", "withdrawn"],
        "WorkStateEnum": ["waiting", "running", "done", "failed"],
        "WorkKindEnum": ["record", "job-in", "points-in", "readings-in"],
        "PourStateEnum": ["go", "hold", "poured"],
        "StepStateEnum": ["done", "next", "open", "later", "attention"],
    },
}

LOGGING_CONFIG = "server.platform.logs.configure"
LOGGING = {"lines": "logfmt"}
