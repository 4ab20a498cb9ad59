"""Takes a job's file apart: every refusal says where in the file, and nothing is stored yet."""

from __future__ import annotations

import json
from dataclasses import dataclass
from typing import Any, NoReturn
from uuid import UUID

from django.db import models

from core.errors import quoted
from server.common.refusals import Invalid, Problem
from server.exports.job_file.tables import FORMAT, REFUSED, TABLES, VERSION, Table, is_person, read
from server.exports.job_file.write import digest_of
from server.jobs.models import Job

LARGEST = 32 * 1024 * 1024
HEAD = ("format", "version", "digest", "seal")
#: Ten times what the largest job holds; counted before anything is made of them.
MOST_VALUES = 2_000_000
LONGEST_WORD = len("false")
ACCEPTS = "Bring in the whole file as Yellow Peg wrote it."


@dataclass(frozen=True, slots=True)
class Row:
    """A row of a file: its values as columns take them, people by their key."""

    table: Table
    number: int
    values: dict[str, Any]

    def refuse(self, column: str, value: Any, why: str) -> NoReturn:
        """Raise the refusal of one cell."""
        where = f"{self.table.name}, row {self.number}, {column}"
        refuse(f"{where}: {why}.", quoted(str(value)))

    def references(self) -> list[tuple[models.ForeignKey[Any, Any], UUID]]:
        """Return what the row refers to, people left out."""
        return [
            (field, self.values[field.name])
            for field in self.table.fields
            if isinstance(field, models.ForeignKey)
            and not is_person(field)
            and self.values[field.name] is not None
        ]


@dataclass(frozen=True, slots=True)
class ParsedFile:
    """A file taken apart: its digest, and the seal that stands on it."""

    digest: str
    seal: str
    people: list[Any]
    rows: list[Row]


def refuse(why: str, typed: str = "", accepts: str = ACCEPTS) -> NoReturn:
    """Raise the refusal of a file."""
    raise Invalid(Problem("file", "bad-file", typed, why, accepts))


def parsed(content: bytes) -> ParsedFile:
    """Return a file's people and rows; raises :class:`Invalid` where it is none of ours."""
    body = _body(content)
    _check_head(body)
    written = {name: value for name, value in body.items() if name not in HEAD}
    names = {"people", *(table.name for table in TABLES)}
    for name in sorted(set(written) ^ names):
        missing = name in names
        refuse(f"{name} is {'not in it' if missing else 'nothing this version knows'}.", name)
    digest = digest_of(written)
    if "digest" in body and body["digest"] != digest:
        refuse("It was changed after it was written: its digest is another.", "digest")
    for name, rows in written.items():
        if not isinstance(rows, list):
            refuse(f"{name} is no list.", name)
    rows = [
        _row(table, number, row)
        for table in TABLES
        for number, row in enumerate(written[table.name], start=1)
    ]
    _check_references(rows)
    return ParsedFile(digest, str(body.get("seal", "")), written["people"], rows)


def _body(content: bytes) -> dict[str, Any]:
    if len(content) > LARGEST:
        refuse("No job is that large.", f"{len(content)} bytes")
    values = sum(content.count(mark) for mark in (b",", b"[", b"{"))
    if values > MOST_VALUES:
        refuse("No job holds so many values.", f"{values} values")
    try:
        text = content.decode("utf-8-sig").rstrip()
        body = json.loads(text, parse_constant=_no_number)
    except UnicodeDecodeError as failed:
        if failed.end == len(content) and failed.reason == "unexpected end of data":
            refuse("It is cut short: it ends within a letter.")
        refuse("It is no text in UTF-8.")
    except RecursionError:
        refuse("It is nested deeper than any job.")
    except json.JSONDecodeError as failed:
        if failed.pos >= len(text) - LONGEST_WORD or "Untermin" in failed.msg:
            refuse(f"It is cut short: it ends in the middle, in line {failed.lineno}.")
        refuse(f"It is no JSON: line {failed.lineno}, column {failed.colno}.")
    if not isinstance(body, dict):
        refuse("It is JSON, but no job.")
    return body


def _no_number(text: str) -> NoReturn:
    refuse("It holds a number that is none.", text)


def _check_head(body: dict[str, Any]) -> None:
    if body.get("format") != FORMAT:
        refuse("It is JSON, but no job of Yellow Peg.", quoted(str(body.get("format", ""))))
    version = body.get("version")
    if isinstance(version, bool) or not isinstance(version, int) or version < 1:
        refuse("It does not say its version.", quoted(str(version)))
    if version > VERSION:
        refuse(
            f"It comes from a newer version: its format is {version}, this one reads {VERSION}.",
            str(version),
            "Update Yellow Peg here, then bring it in.",
        )


def _row(table: Table, number: int, given: Any) -> Row:
    row = Row(table, number, {})
    if not isinstance(given, dict):
        row.refuse("row", given, "it is no row")
    names = {field.name for field in table.fields}
    for name in sorted(set(given) ^ names):
        row.refuse(name, "", "it is missing" if name in names else "this version knows no such")
    for field in table.fields:
        value = given[field.name]
        try:
            if is_person(field):
                row.values[field.name] = value
            else:
                row.values[field.name] = read(field, value)
        except REFUSED as refused:
            row.refuse(field.name, value, str(refused))
    return row


def _check_references(rows: list[Row]) -> None:
    """Refuse a key that stands twice, and a row that refers to what the file does not hold."""
    known: dict[type[models.Model], set[UUID]] = {}
    for row in rows:
        keys = known.setdefault(row.table.model, set())
        if row.table.has_key:
            key = row.values["id"]
            if key in keys:
                row.refuse("id", key, "it stands twice")
            keys.add(key)
    if len(known.get(Job, ())) != 1:
        refuse("It holds no job, or more than one.", "job")
    for row in rows:
        for field, key in row.references():
            model = field.related_model
            assert isinstance(model, type)
            if key not in known.get(model, set()):
                row.refuse(field.name, key, "nothing in the file has that key")
