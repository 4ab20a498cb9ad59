"""The tables a phone takes along, each after what it refers to, and which rows are whose."""

from __future__ import annotations

import hashlib
import json
from collections.abc import Callable
from dataclasses import dataclass
from typing import Any
from uuid import UUID

from django.db import models
from django.db.models import Q

from server.common.records import SiteRecord
from server.concrete.models import PriceList
from server.crews.models import Crew, Membership, Phone, User
from server.exports.job_file.tables import TABLES
from server.gear import models as gear
from server.jobs import models as jobs

GEAR = (
    gear.Instrument, gear.Receiver, gear.Rod, gear.InstrumentCheck, gear.InstrumentKnock,
    gear.GearVersion,
)  # fmt: skip
#: What is never known of a person on a phone stands there as for one who can't sign in.
OF_A_PERSON = ("id", "username", "first_name", "last_name", "is_active")


@dataclass(frozen=True, slots=True)
class Asked:
    """Whose phone asks for which job, or for a crew's gear alone."""

    job: UUID | None
    crew: UUID
    person: int
    phone: UUID | None


@dataclass(frozen=True, slots=True)
class Carried:
    """A table taken along: the model, which of its rows, and whether those are the job's alone.

    Rows of one that are the job's alone go when it is taken anew; others may be another job's.
    """

    name: str
    model: type[models.Model]
    rows: Callable[[Asked], Q]
    is_the_jobs: bool = False

    @property
    def is_append_only(self) -> bool:
        """Whether its rows are never changed: only what was recorded since has to be sent."""
        return issubclass(self.model, SiteRecord)

    @property
    def columns(self) -> list[models.Field[Any, Any]]:
        """The columns that are sent."""
        fields = self.model._meta.concrete_fields
        if self.model is User:
            return [field for field in fields if field.name in OF_A_PERSON]
        return list(fields)


def _crews_own(model: type[models.Model]) -> Callable[[Asked], Q]:
    if model is gear.GearVersion:
        return lambda asked: (
            Q(instrument__crew=asked.crew) | Q(receiver__crew=asked.crew) | Q(rod__crew=asked.crew)
        )
    is_of_an_instrument = model in (gear.InstrumentCheck, gear.InstrumentKnock)
    path = "instrument__crew" if is_of_an_instrument else "crew"
    return lambda asked: Q(**{path: asked.crew})


def _jobs_own(path: str) -> Callable[[Asked], Q]:
    return lambda asked: Q(**{path: asked.job})


#: People stand first and are gathered last: those whom the other rows name.
PEOPLE = Carried("people", User, lambda asked: Q(pk=asked.person))
CARRIED = (
    Carried("crews", Crew, lambda asked: Q(pk=asked.crew)),
    Carried("places", Membership, lambda asked: Q(crew=asked.crew, user=asked.person)),
    Carried("phones", Phone, lambda asked: Q(pk=asked.phone)),
    *(Carried(model.__name__.lower(), model, _crews_own(model)) for model in GEAR),
    Carried("crew_prices", PriceList, lambda asked: Q(crew=asked.crew)),
    *(
        Carried(table.name, table.model, _jobs_own(table.path), is_the_jobs=True)
        for table in TABLES
        if table.model not in GEAR
    ),
    Carried("brought_in", jobs.BroughtIn, _jobs_own("job"), is_the_jobs=True),
    Carried("archived", jobs.Archived, _jobs_own("job"), is_the_jobs=True),
)
ALL = {table.name: table for table in (PEOPLE, *CARRIED)}


def shape() -> str:
    """Return the digest of all tables and columns: a phone takes in what has its own shape."""
    named = [
        [name, table.model._meta.db_table, *(str(field.column) for field in table.columns)]
        for name, table in ALL.items()
    ]
    return hashlib.sha256(json.dumps(named).encode()).hexdigest()[:16]
