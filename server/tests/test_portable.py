"""What a phone's database holds is what the server's does."""

from __future__ import annotations

import sqlite3
from decimal import Decimal
from uuid import uuid4

from django.test import SimpleTestCase
from hypothesis import example, given
from hypothesis import strategies as st

from core.lengths import Length
from server.common.quantities import LengthField, exactly
from server.common.records import as_stored
from server.jobs.models import Job
from server.tests.site import SiteTestCase

MOST = 10**15 - 1


class Exactly(SimpleTestCase):
    """A length goes through a database that knows no DECIMAL and back unchanged."""

    @given(st.integers(-MOST, MOST))
    @example(MOST)
    @example(-MOST)
    @example(1)
    @example(0)
    def test_every_length_a_column_holds(self, nanometres: int) -> None:
        field, length = LengthField(), Length(nanometres)
        with sqlite3.connect(":memory:") as phone:
            written = str(field.get_prep_value(length))
            phone.execute("CREATE TABLE one (x decimal(15, 9))")
            phone.execute("INSERT INTO one VALUES (?)", [written])
            (stored,) = phone.execute("SELECT x FROM one").fetchone()
        self.assertIn(type(stored), (int, float))
        self.assertEqual(field.from_db_value(stored), length)

    def test_a_decimal_is_what_it_is(self) -> None:
        self.assertIs(exactly(found := Decimal("1.000000001")), found)
        self.assertIsNone(LengthField().from_db_value(None))


class Keys(SiteTestCase):
    """A key in a statement that is written out finds what the models find."""

    def test_it_finds_its_row_and_no_other(self) -> None:
        for key, found in ((self.job, 1), (uuid4(), 0)):
            rows = Job.objects.raw("SELECT id FROM jobs_job WHERE id = %s", [as_stored(key)])
            self.assertEqual([row.pk for row in rows], [key] * found)
