"""What is logged: a line an event, and no word in it that opens anything."""

from __future__ import annotations

import re
from logging.config import dictConfig
from typing import Any

import structlog
from structlog.typing import EventDict

#: A link is a key: whoever has it may answer a notice, join a crew, or choose a password.
FRONTS = r"links|calendars|notice|join|joining|(?:new-password|passwords)/[^/\s\"'?&]+"
KEYS = re.compile(rf"(?P<before>/(?:{FRONTS})/)[^/\s\"'?&]+")
HIDDEN = r"\g<before>…"


def without_keys(_: Any, __: str, event: EventDict) -> EventDict:
    """Hide the keys that stand in addresses, wherever they turn up in an event."""
    return {name: KEYS.sub(HIDDEN, v) if isinstance(v, str) else v for name, v in event.items()}


def away_in_a_word(_: Any, __: str, event: EventDict) -> EventDict:
    """Leave out how it came to be that the database is away: every request would say the same."""
    if str(event.get("event", "")).startswith("Service Unavailable"):
        event.pop("exc_info", None)
    return event


LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "formatters": {
        "lines": {
            "()": structlog.stdlib.ProcessorFormatter,
            "foreign_pre_chain": [
                structlog.stdlib.add_log_level,
                structlog.stdlib.add_logger_name,
                structlog.processors.TimeStamper(fmt="iso"),
            ],
            "processors": [
                structlog.stdlib.ProcessorFormatter.remove_processors_meta,
                away_in_a_word,
                structlog.processors.format_exc_info,
                without_keys,
                structlog.processors.LogfmtRenderer(key_order=["timestamp", "level", "event"]),
            ],
        }
    },
    "handlers": {"console": {"class": "logging.StreamHandler", "formatter": "lines"}},
    "loggers": {
        "django.request": {"level": "ERROR"},
        "gunicorn.error": {"level": "INFO", "handlers": ["console"], "propagate": False},
    },
    "root": {"handlers": ["console"], "level": "WARNING"},
}


def configure(_: object) -> None:
    """Log so from now on; Django calls it as it starts, where its settings name it."""
    dictConfig(LOGGING)
