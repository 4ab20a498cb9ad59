"""A job's prices, or its crew's where it has none: read, kept, turned into the core's."""

from __future__ import annotations

from dataclasses import dataclass
from decimal import Decimal
from typing import TypedDict
from uuid import UUID

from django.db import transaction
from django.db.models import Q

from core.errors import OutOfRange
from core.lengths import Style
from core.options import Prices
from server.common.refusals import Entries
from server.common.shown import SQUARE_METRES_PER_SQUARE_FOOT, volume_unit, volume_unit_text
from server.concrete.models import PriceList
from server.crews.models import User
from server.crews.permissions import Ability
from server.jobs.access import job_for
from server.jobs.models import Job
from server.jobs.rules import kind_of, style_of
from server.jobs.services.note_change import note_difference

DOLLAR, LONGEST_SIGN = "$", 4
NAMES = ("concrete", "stone", "labor", "short_load", "short_below", "truck")
HIGHEST = Decimal(10_000_000)
ACCEPTS = "Give a price such as 165 or 165.50, or leave it empty."


@dataclass(frozen=True, slots=True)
class PricesForm:
    """Prices as they are typed; ``for_crew`` keeps them for the crew's other jobs as well."""

    concrete: str
    stone: str
    labor: str
    short_load: str
    short_below: str
    for_crew: bool
    currency: str = DOLLAR
    truck: str = ""


class PricesSheet(TypedDict):
    """Prices as they can be typed again; whose they are, and what each is paid for."""

    concrete: str
    stone: str
    labor: str
    short_load: str
    short_below: str
    truck: str
    currency: str
    is_own: bool
    volume_unit: str
    area_unit: str


def currency_of(prices: PriceList | None) -> str:
    """Return the currency of prices, dollars where nobody gave any."""
    return DOLLAR if prices is None else str(prices.currency)


def prices_for(job: Job) -> PriceList | None:
    """Return a job's own prices, else its crew's, else None."""
    is_metric = kind_of(job).is_metric
    either = Q(job=job) | Q(crew=job.crew_id)
    return max(PriceList.objects.filter(either, is_metric=is_metric), key=_is_own, default=None)


def _is_own(prices: PriceList) -> bool:
    return prices.job_id is not None


def prices_of(stored: PriceList | None, style: Style) -> Prices:
    """Return stored prices as the core knows them, by the cubic and the square metre."""
    if stored is None:
        return Prices()
    area = 1.0 if style.kind.is_metric else SQUARE_METRES_PER_SQUARE_FOOT
    volume = volume_unit(style)
    short, truck = stored.short_below, stored.truck
    return Prices(
        concrete=_a_metre(stored.concrete, volume),
        stone=_a_metre(stored.stone, volume),
        labor=_a_metre(stored.labor, area),
        short_load=_a_metre(stored.short_load, 1.0),
        short_below=None if short is None else float(short) * volume,
        truck=None if truck is None else float(truck) * volume,
    )


def _a_metre(price: Decimal | None, unit: float) -> float | None:
    return None if price is None else float(price) / unit


def prices_sheet(user: User, job_id: UUID) -> PricesSheet:
    """Return a job's prices as they can be typed again."""
    job, _ = job_for(user, job_id, Ability.READ)
    stored, metric = prices_for(job), kind_of(job).is_metric
    typed = {name: _typed(getattr(stored, name, None)) for name in NAMES}
    return {
        **typed,  # type: ignore[typeddict-item]
        "currency": currency_of(stored),
        "is_own": stored is not None and stored.job_id is not None,
        "volume_unit": volume_unit_text(style_of(job)),
        "area_unit": "m²" if metric else "ft²",
    }


def _typed(price: Decimal | None) -> str:
    return "" if price is None else f"{price.normalize():f}"


def keep_prices(user: User, job_id: UUID, form: PricesForm) -> None:
    """Keep a job's prices, for the crew's other jobs of its units too where it is asked for."""
    job, _ = job_for(user, job_id, Ability.PLAN)
    entries = Entries({name: getattr(form, name) for name in NAMES}, style_of(job))
    values: dict[str, Decimal | str | None] = {name: _price(entries, name) for name in NAMES}
    values["currency"] = _currency(entries, form.currency)
    entries.finish()
    metric = kind_of(job).is_metric
    stored = PriceList.objects.filter(job=job, is_metric=metric).first()
    before = {name: _typed(getattr(stored, name, None)) for name in NAMES}
    with transaction.atomic():
        note_difference(
            user, job, "Prices", before,
            {name: _typed(values[name]) for name in NAMES},  # type: ignore[arg-type]
        )  # fmt: skip
        if form.for_crew:
            PriceList.objects.update_or_create(
                crew=job.crew,
                is_metric=metric,
                defaults={**values, "changed_by": user, "job": None},
            )
        PriceList.objects.update_or_create(
            job=job, is_metric=metric, defaults={**values, "changed_by": user}
        )


def _currency(entries: Entries, typed: str) -> str:
    sign = typed.strip()
    if not 1 <= len(sign) <= LONGEST_SIGN or any(mark.isdigit() for mark in sign):
        why, accepts = "That is no currency.", "Give its sign or its code, such as $."
        entries.refuse("currency", typed, why, accepts)
    return sign


def _price(entries: Entries, name: str) -> Decimal | None:
    text = entries.text(name).strip()
    if not text:
        return None
    price = entries.decimal(name, ACCEPTS)
    if price is None:
        return None
    return entries.check(name, lambda: _payable(text, price))


def _payable(text: str, price: Decimal) -> Decimal:
    if not 0 <= price < HIGHEST:
        raise OutOfRange(text, "Nobody is paid that.", ACCEPTS)
    return price.quantize(Decimal("0.01"))
