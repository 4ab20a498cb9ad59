"""A site whose long work is carried out when a test says so."""

from __future__ import annotations

from unittest import mock
from uuid import uuid4

from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client

from server.entry.works import carry_out_next
from server.tests.site import Body, SiteTestCase


class WorkTestCase(SiteTestCase):
    """Hands files in and lets the work be done.

    A test is one transaction that never ends, so news of a work goes through it, not beside it.
    """

    def setUp(self) -> None:
        super().setUp()
        news = mock.patch("server.entry.works.carry_out.BESIDE", "default")
        news.start()
        self.addCleanup(news.stop)

    def hand_in(
        self, path: str, content: bytes, client: Client | None = None, **asked: str
    ) -> Body:
        """Hand a file in, let the work be done, and return it as its screen shows it."""
        client = client or self.foreman
        body = self.handed(path, content, client, 201, **asked)
        self.assertTrue(carry_out_next())
        work: Body = self.get(f"works/{body['id']}", client)
        return work

    def handed(self, path: str, content: bytes, client: Client, status: int, **asked: str) -> Body:
        """Hand a file in and return what is answered at once."""
        file = SimpleUploadedFile("file", content)
        answer = client.post(f"/api/v1/{path}", {"id": str(uuid4()), "file": file, **asked})
        self.assertEqual(answer.status_code, status, answer.content[:400])
        told: Body = answer.json()
        return told
