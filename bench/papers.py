"""How long a job's record takes and how much memory; its file out and in."""

from __future__ import annotations

import os
import re
import subprocess
import sys
from contextlib import suppress
from dataclasses import dataclass
from pathlib import Path
from time import perf_counter
from uuid import uuid4

from django.db import connection
from django.test import Client

from bench.site import Site
from server.background.models import LongWork, WorkState
from server.exports.job_file.write import written_job
from server.imports.job_file.parse import parsed
from server.jobs.models import Job

SECONDS_BETWEEN_LOOKS = 0.01


@dataclass(frozen=True, slots=True)
class Made:
    """Seconds a record took in a process of its own, its greatest memory, and its pages."""

    seconds: float
    megabytes: float
    pages: int


@dataclass(frozen=True, slots=True)
class Moved:
    """Seconds a job's file takes to write and to take apart, and its megabytes."""

    out: float
    apart: float
    megabytes: float


def making_a_record(site: Site) -> Made:
    """Ask for a job's record as its page does, and let a worker make it."""
    key = str(uuid4())
    browser: Client = site.browser
    asked = browser.post(
        f"/api/v1/jobs/{site.job}/records", {"id": key}, content_type="application/json"
    )
    assert asked.status_code == 201, asked.content
    started = perf_counter()
    command = [sys.executable, "-m", "django", "work", "--once"]
    environment = {**os.environ, "YP_DB_NAME": str(connection.settings_dict["NAME"])}
    kilobytes = 0
    child = subprocess.Popen(command, env=environment)  # noqa: S603 - ours
    while child.poll() is None:
        kilobytes = max(kilobytes, greatest_memory(child.pid))
        with suppress(subprocess.TimeoutExpired):
            child.wait(SECONDS_BETWEEN_LOOKS)
    seconds = perf_counter() - started
    work = LongWork.objects.get(pk=key)
    assert child.returncode == 0
    assert work.state == WorkState.DONE, work.problems
    return Made(seconds, kilobytes / 1024, int(work.says.split(" ")[0]))


def greatest_memory(process: int) -> int:
    """Return the most memory a running process has had, kilobytes; 0 where it is just ending."""
    try:
        status = Path(f"/proc/{process}/status").read_text()
    except OSError:
        return 0
    found = re.search(r"VmHWM:\s+(\d+) kB", status)
    return int(found[1]) if found else 0


def moving_a_job(site: Site) -> Moved:
    """Write a job's file, and take it apart as one that comes in is."""
    started = perf_counter()
    content = written_job(Job.objects.get(pk=site.job))
    written = perf_counter()
    parsed(content)
    return Moved(written - started, perf_counter() - written, len(content) / 1e6)
