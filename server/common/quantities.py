"""Model fields that hold the core's exact quantities as DECIMAL(15,9) metres."""

from __future__ import annotations

from decimal import Decimal
from typing import TYPE_CHECKING, Any, Generic, TypeVar

from django.db import models
from django.db.backends.base.base import BaseDatabaseWrapper

from core.lengths import Elevation, Length, Reading

Quantity = TypeVar("Quantity", Length, Elevation, Reading)


if TYPE_CHECKING:
    Column = models.Field[Any, Any]
else:
    Column = models.Field


class QuantityField(Column, Generic[Quantity]):
    """A DECIMAL(15,9) column read and written as one of the core's quantities."""

    quantity: type[Quantity]
    max_digits = 15
    decimal_places = 9

    def db_type(self, connection: BaseDatabaseWrapper) -> str:
        return f"numeric({self.max_digits}, {self.decimal_places})"

    def from_db_value(self, value: Decimal | float | None, *_: object) -> Quantity | None:
        return None if value is None else self.quantity(int(exactly(value).scaleb(9)))

    def get_prep_value(self, value: Any) -> Decimal | None:
        return value.metres if isinstance(value, self.quantity) else value


def exactly(stored: Decimal | float) -> Decimal:
    """Return a stored number of metres; a database that knows no DECIMAL gives the nearest float.

    Fifteen digits, all a column holds, go through a float and back unchanged.
    """
    return stored if isinstance(stored, Decimal) else Decimal(f"{stored:.9f}")


class LengthField(QuantityField[Length]):
    """A length."""

    quantity = Length
    _pyi_private_set_type: Length
    _pyi_private_get_type: Length


class ElevationField(QuantityField[Elevation]):
    """An elevation."""

    quantity = Elevation
    _pyi_private_set_type: Elevation
    _pyi_private_get_type: Elevation


class ReadingField(QuantityField[Reading]):
    """A reading on a rod's scale."""

    quantity = Reading
    _pyi_private_set_type: Reading
    _pyi_private_get_type: Reading
