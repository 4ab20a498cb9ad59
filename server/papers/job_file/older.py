"""What files of older versions lack, and what stands for it: nothing was said of it then."""

from __future__ import annotations

from typing import Any
from uuid import UUID, uuid5

METRIC = ("m", "mm")
NOTHING = "0.000000000"
IGNORED_TAPE = "Taped beside a rod that tells the beam itself; it never counted."

#: Nothing was retired before version 6.
STANDING = {"retired_at": None, "retired_by": None, "retired_why": ""}
#: By the version a file must be older than: the tables it lacks, and the columns, by table.
LACKED: dict[int, tuple[tuple[str, ...], dict[str, dict[str, Any]]]] = {
    2: (
        ("struck_backsights", "struck_further_backsights"),
        {
            "floors": {"underside": {}},
            "instrument_checks": {"axis": "first"},
            "prices": {"truck": None},
        },
    ),
    3: (
        ("head_locks",),
        {
            "set_ups": {"backsight_sight": "standing", "taped_above_benchmark": None},
            "further_backsights": {"sight": "standing", "turning_point": None},
            "turning_points": {"sight": "standing"},
            "re_reads": {"sight": "standing"},
            "shots": {"sight": "standing"},
            "hole_findings": {"note": ""},
            "points_of_floors": {"target": None},
            "points_of_elements": {"target": None},
        },
    ),
    4: (
        ("datum_ties",),
        {
            "job": {"datum": NOTHING},
            "floors": {"typed_datum": NOTHING},
            "elements": {"typed_datum": NOTHING},
        },
    ),
    5: (
        (),
        {
            "notice_acknowledgments": {"witness": "", "address": "", "browser": "", "digest": ""},
        },
    ),
    6: (
        (
            "benchmark_corrections",
            "instrument_versions",
            "receiver_versions",
            "rod_versions",
            "pictures",
        ),
        {
            "job": {"kit": {}},
            "benchmarks": STANDING | {"retired_as": ""},
            **dict.fromkeys(
                ("floors", "elements", "points_of_floors", "points_of_elements", "pours"), STANDING
            ),
        },
    ),
}


#: The tables of records that keep what their phone said since version 5, and their time.
TIMES = {
    "set_ups": "taken_at", "turning_points": "taken_at", "re_reads": "taken_at",
    "knocks": "happened_at", "accepted_runs": "accepted_at", "shots": "taken_at",
    "hole_findings": "taken_at", "head_locks": "taken_at", "regrades": "graded_at",
    "instrument_checks": "made_at", "instrument_knocks": "happened_at",
    "pour_answers": "taken_at", "lifted_holds": "taken_at", "pour_closings": "taken_at",
    "notices": "taken_at",
}  # fmt: skip
OF_ITS_OWN_CLOCK = {"phone": None, "phone_number": None, "clock_off": None, "clock_give": "0"}
CLOCKS_KEPT = 5

#: Up to this version a set-up kept how far the beam was taped above the point it stands on.
TAPED_BESIDE = 3
#: Up to this version a job kept its style, so that all of its plan was typed in it.
TYPED_IN_ONE_STYLE = 4


def brought_up(body: dict[str, Any], version: int) -> dict[str, Any]:
    """Return the tables of a file as the version that reads them has them."""
    body = dict(body)
    for newer, (tables, columns) in sorted(LACKED.items()):
        if version < newer:
            body = {name: [] for name in tables} | body
            body |= {
                name: _filled(body[name], given) for name, given in columns.items() if name in body
            }
    if version < TAPED_BESIDE:
        _tapes_as_backsights(body)
        _beeps_as_signals(body)
    if version < TYPED_IN_ONE_STYLE:
        _typed_in_the_jobs_style(body)
    if version < CLOCKS_KEPT:
        _as_their_phones_said(body)
    return body


def _filled(rows: Any, given: dict[str, Any]) -> Any:
    """Return rows with what they lack; what is no list of rows is left for the check to refuse."""
    if not isinstance(rows, list):
        return rows
    return [given | row if isinstance(row, dict) else row for row in rows]


def _tapes_as_backsights(body: dict[str, Any]) -> None:
    """Make a further backsight of each tape; beside a rod that tells the beam it is struck."""
    set_ups, further = body.get("set_ups"), body.get("further_backsights")
    struck, rods = body.get("struck_further_backsights"), body.get("rods")
    if not (isinstance(set_ups, list) and isinstance(further, list) and isinstance(rods, list)):
        return
    numbering = {row.get("id"): row.get("numbering") for row in rods if isinstance(row, dict)}
    body["set_ups"] = [_without_tape(row) for row in set_ups]
    taped = [
        (row, _taped(row, row["taped_above_benchmark"]))
        for row in set_ups
        if isinstance(row, dict) and isinstance(row.get("taped_above_benchmark"), str)
    ]
    body["further_backsights"] = [*further, *(extra for _, extra in taped)]
    if isinstance(struck, list):
        body["struck_further_backsights"] = [
            *struck,
            *(_strike_of(extra, row) for row, extra in taped
              if numbering.get(row.get("rod")) == "up"),
        ]  # fmt: skip


def _as_their_phones_said(body: dict[str, Any]) -> None:
    """Say of every record that it counts when its phone said, and of the job when it was made."""
    for name, time in TIMES.items():
        if isinstance(body.get(name), list):
            body[name] = [
                OF_ITS_OWN_CLOCK | {"said_at": row.get(time)} | row
                if isinstance(row, dict)
                else row
                for row in body[name]
            ]
    if isinstance(body.get("job"), list):
        body["job"] = [
            {"begun_at": row.get("created_at")} | row if isinstance(row, dict) else row
            for row in body["job"]
        ]


def _typed_in_the_jobs_style(body: dict[str, Any]) -> None:
    """Say of every plan that it was typed in its job's style, and of every order its unit."""
    jobs = body.get("job")
    first = jobs[0] if isinstance(jobs, list) and jobs else None
    style = first.get("style", "") if isinstance(first, dict) else ""
    for name in ("floors", "elements"):
        if name in body:
            body[name] = _filled(body[name], {"typed_style": style})
    unit = "m³" if style in METRIC else "yd³"
    answers = body.get("pour_answers")
    if isinstance(answers, list):
        body["pour_answers"] = [
            row | {"given_for": unit}
            if isinstance(row, dict) and row.get("question") == "ordered"
            else row
            for row in answers
        ]


def _beeps_as_signals(body: dict[str, Any]) -> None:
    """Name what a receiver tells by; it was the meaning of its fast beep alone."""
    rows = body.get("receivers")
    if isinstance(rows, list):
        body["receivers"] = [_signaling(row) for row in rows]


def _signaling(row: Any) -> Any:
    if not isinstance(row, dict) or "fast_beep" not in row:
        return row
    return {"signal" if name == "fast_beep" else name: value for name, value in row.items()}


def _without_tape(row: Any) -> Any:
    if not isinstance(row, dict):
        return row
    return {name: value for name, value in row.items() if name != "taped_above_benchmark"}


def _taped(row: dict[str, Any], taped: str) -> dict[str, Any]:
    above = taped.removeprefix("-")
    return {
        "id": _key_of(row, "taped"),
        "recorded_at": row.get("recorded_at"),
        "set_up": row.get("id"),
        "benchmark": row.get("benchmark"),
        "turning_point": row.get("turning_point"),
        "reading": above,
        "typed": f"{above} m"[:60],
        "sight": "taped-up" if taped.startswith("-") else "taped-down",
    }


def _strike_of(extra: dict[str, Any], row: dict[str, Any]) -> dict[str, Any]:
    return {
        "id": _key_of(row, "taped beside the rod"),
        "recorded_at": row.get("recorded_at"),
        "reason": IGNORED_TAPE,
        "taken_by": row.get("taken_by"),
        "first_of": None,
        "extra": extra["id"],
    }


def _key_of(row: dict[str, Any], name: str) -> str:
    """Return a key that follows from a row's own; a wrong one is left for the check to refuse."""
    try:
        return str(uuid5(UUID(str(row.get("id"))), name))
    except ValueError:
        return ""
