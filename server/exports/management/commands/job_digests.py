"""Prints the digest of every job, for a backup to be held against."""

from __future__ import annotations

import json
from typing import Any

from django.core.management.base import BaseCommand

from server.exports.job_file.write import digest_now
from server.jobs.models import Job


class Command(BaseCommand):
    """Writes one JSON object: digests by the keys of jobs."""

    help = "Prints the digest of every job."

    def handle(self, *args: Any, **options: Any) -> None:
        """Print them."""
        jobs = Job.objects.order_by("pk")
        self.stdout.write(json.dumps({str(job.pk): digest_now(job) for job in jobs.iterator()}))
