"""The server stopped with kill -9 between two shots: nothing acknowledged is lost."""

from __future__ import annotations

from uuid import UUID, uuid4

from django.db import connection
from django.test import TransactionTestCase

from bench.served import Connection, served
from bench.site import Site
from server.fieldbook.models import Shot
from server.tests.site import SiteTestCase


class Killed(TransactionTestCase):
    """The process goes; what it answered for stands."""

    def test_what_was_acknowledged_stands_and_the_rest_can_be_sent_again(self) -> None:
        site = SiteTestCase()
        site.setUp()
        floor, set_up = site.add_floor(), site.add_set_up()
        names = site.points(floor)
        bodies = [
            site.shot_body(set_up, names[name], "3' 7\"", id=str(uuid4())) for name in ("A1", "A2")
        ]
        on_site = Site(site.job, UUID(set_up), [], site.helper)
        database = str(connection.settings_dict["NAME"])
        with served(database) as server:
            Connection(server.port, on_site).post("/api/v1/shots", bodies[0])
            server.kill()
            with self.assertRaises(OSError):
                Connection(server.port, on_site).post("/api/v1/shots", bodies[1])
        self.assertEqual([str(shot.pk) for shot in Shot.objects.all()], [bodies[0]["id"]])
        with served(database) as server:
            for body in bodies:
                Connection(server.port, on_site).post("/api/v1/shots", body)
        self.assertEqual({str(shot.pk) for shot in Shot.objects.all()}, {b["id"] for b in bodies})
