"""What a job's file holds: its tables in order, and how each column is written and read."""

from __future__ import annotations

import json
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from decimal import Decimal, InvalidOperation
from typing import Any
from uuid import UUID

from django.db import models
from django.utils import timezone
from django.utils.dateparse import parse_datetime

from core.errors import RuleError
from core.lengths import metres_text
from server.common.files import is_text
from server.common.quantities import QuantityField
from server.common.senders import EARLIEST, FARTHEST_OFF, LATEST
from server.concrete import models as concrete
from server.crews.models import Crew, User
from server.fieldbook import models as book
from server.gear import models as gear
from server.jobs import models as jobs
from server.notices import models as notices
from server.pictures import models as pictures
from server.pours import models as pour

FORMAT = "yellow-peg-job"
VERSION = 1
LONGEST_JSON = 200_000
#: Moments that may lie ahead: what is planned, what runs out, and what a phone's clock showed.
TO_COME = ("pours_at", "expires_at", "said_at", "last_counted_at")
#: What the clocks of two servers may differ by.
BETWEEN_SERVERS = timedelta(minutes=10)


#: Gear that may be out of use: that is the crew's own affair, and no part of a job.
GEAR_IN_USE = (gear.Instrument, gear.Receiver, gear.Rod)
OF_THE_CREW = ("retired_at", "retired_by", "retired_why")


@dataclass(frozen=True, slots=True)
class Table:
    """A table of the file: the model, and the way from it to its job (or to gear it used)."""

    name: str
    model: type[models.Model]
    path: str

    @property
    def fields(self) -> list[models.Field[Any, Any]]:
        """The columns of the file: all of the model's but numbered keys and the crew."""
        return [
            field
            for field in self.model._meta.concrete_fields
            if not isinstance(field, models.AutoField)
            and not is_to(field, Crew)
            and not (self.model in GEAR_IN_USE and field.name in OF_THE_CREW)
        ]

    @property
    def has_key(self) -> bool:
        """Whether rows carry a key of their own, made by the client that recorded them."""
        return isinstance(self.model._meta.pk, models.UUIDField)


def is_to(field: models.Field[Any, Any], model: type[models.Model]) -> bool:
    """Tell whether a field refers to a model."""
    return isinstance(field, models.ForeignKey) and field.related_model is model


TABLES = (
    Table("instruments", gear.Instrument, "instrument"),
    Table("receivers", gear.Receiver, "receiver"),
    Table("rods", gear.Rod, "rod"),
    Table("instrument_checks", gear.InstrumentCheck, "instrument"),
    Table("instrument_knocks", gear.InstrumentKnock, "instrument"),
    *(Table(f"{one}_versions", gear.GearVersion, one) for one in ("instrument", "receiver", "rod")),
    Table("job", jobs.Job, "pk"),
    Table("benchmarks", jobs.Benchmark, "job"),
    Table("benchmark_corrections", jobs.BenchmarkCorrection, "benchmark__job"),
    Table("datum_ties", jobs.DatumTie, "job"),
    Table("floors", jobs.Floor, "job"),
    Table("floor_corners", jobs.FloorCorner, "floor__job"),
    Table("elements", jobs.Element, "job"),
    Table("points_of_floors", jobs.Point, "floor__job"),
    Table("points_of_elements", jobs.Point, "element__job"),
    Table("set_ups", book.SetUp, "job"),
    Table("further_backsights", book.ExtraBacksight, "set_up__job"),
    Table("turning_points", book.TurningPoint, "set_up__job"),
    Table("re_reads", book.Reread, "set_up__job"),
    Table("knocks", book.Knock, "set_up__job"),
    Table("accepted_runs", book.AcceptedRun, "closing__set_up__job"),
    Table("shots", book.Shot, "set_up__job"),
    Table("kept_benchmarks", book.KeptBenchmark, "shot__set_up__job"),
    Table("hole_findings", book.HoleFinding, "point__element__job"),
    Table("head_locks", book.HeadLock, "point__element__job"),
    Table("levelings_due", book.LevelingDue, "element__job"),
    Table("sheetings", book.Sheeting, "point__floor__job"),
    Table("regrades", book.Regrade, "floor__job"),
    Table("regraded_points", book.RegradedPoint, "regrade__floor__job"),
    Table("struck_shots", book.Strike, "shot__set_up__job"),
    Table("struck_re_reads", book.RereadStrike, "reread__set_up__job"),
    Table("struck_backsights", book.BacksightStrike, "first_of__job"),
    Table("struck_further_backsights", book.BacksightStrike, "extra__set_up__job"),
    Table("struck_turning_points", book.TurningPointStrike, "turning_point__set_up__job"),
    Table("pictures", pictures.Picture, "job"),
    Table("prices", concrete.PriceList, "job"),
    Table("pours", pour.Pour, "job"),
    Table("pour_parts", pour.PourPart, "pour__job"),
    Table("pour_answers", pour.PourAnswer, "pour__job"),
    Table("lifted_holds", pour.LiftedHold, "pour__job"),
    Table("pour_closings", pour.PourClosing, "pour__job"),
    Table("notices", notices.Notice, "floor__job"),
    Table("notice_withdrawals", notices.NoticeWithdrawal, "notice__floor__job"),
    Table("notice_acknowledgments", notices.NoticeAcknowledgment, "notice__floor__job"),
)


def written(field: models.Field[Any, Any], value: Any) -> Any:
    """Return a column's value as the file holds it: lengths in metres, moments in UTC."""
    if value is None:
        return None
    if isinstance(field, QuantityField):
        return metres_text(value)
    if isinstance(field, models.DateTimeField):
        return value.astimezone(UTC).isoformat().replace("+00:00", "Z")
    if isinstance(field, models.DecimalField):
        return f"{value:f}"
    if isinstance(field, models.FloatField):
        return repr(value)
    return str(value) if isinstance(value, UUID) else value


def read(field: models.Field[Any, Any], value: Any) -> Any:
    """Return a value of the file as its column takes it; raises ValueError where it can't be."""
    if value is None:
        if not field.null:
            raise ValueError("it is empty")
        return None
    for kind, reader in READERS:
        if isinstance(field, kind):
            return reader(field, value)
    raise ValueError("it is of no known kind")


def _text(value: Any) -> str:
    if not isinstance(value, str):
        raise ValueError("it is no text")  # noqa: TRY004 - one kind of refusal for all
    if not is_text(value):
        raise ValueError("it holds what is no text")
    return value


def _quantity(field: Any, value: Any) -> Any:
    number = _number(_text(value))
    whole = number.scaleb(9)
    if whole != whole.to_integral_value() or abs(number) >= Decimal(10) ** 6:
        raise ValueError("it is no length in metres with nine places at most")
    return field.quantity(int(whole))


def _number(text: str) -> Decimal:
    try:
        number = Decimal(text)
    except InvalidOperation as failed:
        raise ValueError("it is no number") from failed
    if not number.is_finite() or len(text) > 30:
        raise ValueError("it is no number")
    return number


def _decimal(field: Any, value: Any) -> Decimal:
    number = _number(_text(value))
    places = Decimal(1).scaleb(-field.decimal_places)
    if number != number.quantize(places) or abs(number) >= 10 ** (
        field.max_digits - field.decimal_places
    ):
        raise ValueError("it is out of its range")
    return number


def _moment(field: Any, value: Any) -> datetime:
    moment = parse_datetime(_text(value))
    if moment is None or moment.tzinfo is None:
        raise ValueError("it is no moment such as 2026-05-04T09:30:00Z")
    try:
        moment = min(max(moment.astimezone(UTC), EARLIEST), LATEST)
    except OverflowError as far:
        raise ValueError("no record is of such a day") from far
    now = timezone.now()
    if field.name in TO_COME or moment <= now:
        return moment
    if moment > now + BETWEEN_SERVERS:
        raise ValueError("it is still to come")
    return now


def _whole(field: Any, value: Any) -> int:
    if isinstance(value, bool) or not isinstance(value, int) or not 0 <= value < 2**31:
        raise ValueError("it is no whole number")
    field.run_validators(value)
    return value


def _large(field: Any, value: Any) -> int:
    if isinstance(value, bool) or not isinstance(value, int) or not 0 <= value < 2**53:
        raise ValueError("it is no whole number")
    return value


def _seconds(field: Any, value: Any) -> float:
    number = _number(_text(value))
    if abs(number) > FARTHEST_OFF:
        raise ValueError("no clock is that far off")
    return float(number)


def _truth(field: Any, value: Any) -> bool:
    if not isinstance(value, bool):
        raise ValueError("it is neither true nor false")  # noqa: TRY004
    return value


def _json(field: Any, value: Any) -> Any:
    try:
        is_all_text = all(map(is_text, _texts_in(value)))
        length = len(json.dumps(value))
    except RecursionError as deep:
        raise ValueError("it is nested deeper than any job") from deep
    if not is_all_text:
        raise ValueError("it holds what is no text")
    if length > LONGEST_JSON:
        raise ValueError("it is too long")
    return value


def _texts_in(value: Any) -> Iterator[str]:
    """Yield every text of a JSON value, names among them."""
    if isinstance(value, str):
        yield value
    elif isinstance(value, dict):
        for name, own in value.items():
            yield name
            yield from _texts_in(own)
    elif isinstance(value, list):
        for own in value:
            yield from _texts_in(own)


def _words(field: Any, value: Any) -> str:
    text = _text(value)
    if field.max_length is not None and len(text) > field.max_length:
        raise ValueError(f"it is longer than {field.max_length} characters")
    if field.choices and text not in dict(field.flatchoices) and not (field.blank and not text):
        raise ValueError(f"it is none of {', '.join(str(key) for key, _ in field.flatchoices)}")
    return text


def _key(field: Any, value: Any) -> UUID:
    return UUID(_text(value))


READERS: tuple[tuple[type, Callable[[Any, Any], Any]], ...] = (
    (QuantityField, _quantity),
    (models.DateTimeField, _moment),
    (models.DecimalField, _decimal),
    (models.BooleanField, _truth),
    (models.BigIntegerField, _large),
    (models.IntegerField, _whole),
    (models.FloatField, _seconds),
    (models.JSONField, _json),
    (models.CharField, _words),
    (models.UUIDField, _key),
    (models.ForeignKey, _key),
)
REFUSED = (ValueError, RuleError)


def is_person(field: models.Field[Any, Any]) -> bool:
    """Tell whether a field names a person."""
    return is_to(field, User)
