"""What a job record says of control, instruments and the book."""

from __future__ import annotations

from reportlab.platypus import Flowable

from server.crews.models import User
from server.exports.pdf.page import HEADING, PART, figures, moment_text, table, text
from server.fieldbook.book import BookRow, BookSheet, sheet_of
from server.fieldbook.notes import notes_of
from server.fieldbook.trust import JobTrust
from server.gear.check_sheets import Site
from server.gear.sheets import InstrumentHistory, instrument_history
from server.jobs.benchmark_sheets import benchmark_sheets
from server.jobs.plan.job_plan import JobPlan
from server.jobs.services.tie_datum import tie_sheets

NOTE_TITLES = (
    "Point", "BS", "IS", "FS", "Rise", "Fall", "HI", "Elevation", "Taken", "By", "Remarks",
)  # fmt: skip
NOTE_SHARES = (19, 10, 10, 10, 9, 9, 14, 14, 18, 13, 17)


def benchmarks_part(plan: JobPlan, width: float) -> list[Flowable]:
    """Return the benchmarks, and what tied them to real elevations."""
    sheets, retired = benchmark_sheets(plan.job, plan.style)
    rows = [
        [
            sheet["name"],
            sheet["elevation"]["text"],
            sheet["description"],
            f"{sheet['place']['x']['text']}, {sheet['place']['y']['text']}"
            if sheet["place"]
            else "",
            sheet["uncertainty"],
        ]
        for sheet in sheets
    ]
    titles = ("Name", "Elevation", "What it is", "Place, right and away", "Sure within")
    ties = [
        text(
            f"{tie['benchmark']} was tied to {tie['real']} (typed {tie['typed']}) "
            f"by {tie['taken_by']}, {moment_text(tie['recorded_at'])}: every height moved alike."
        )
        for tie in tie_sheets(plan.job)
    ]
    put_right = [
        *(f"{sheet['name']} was {said}." for sheet in sheets for said in sheet["corrections"]),
        *(
            f"{one['name']} at {one['elevation']['text']} ({one['description']}) is retired, "
            f"{one['what']}: {one['why']} ({one['by']}, {moment_text(one['at'])})."
            for one in retired
        ),
    ]
    told = [*ties, *map(text, put_right)]
    return [text("Benchmarks", HEADING), *table(titles, rows, (2, 2, 5, 3, 2), width), *told]


def instruments_part(
    user: User, plan: JobPlan, job_trust: JobTrust, width: float
) -> list[Flowable]:
    """Return the instruments the job was shot with, each with its checks and knocks."""
    site = Site(plan.style, None)
    used = dict.fromkeys(set_up.instrument_id for set_up in job_trust.lines.set_ups)
    story: list[Flowable] = [text("Instruments and their checks", HEADING)]
    for key in used:
        story += _instrument(instrument_history(user, key, site), width)
    return story if used else [*story, text("No instrument was set up.")]


def _instrument(history: InstrumentHistory, width: float) -> list[Flowable]:
    shown = history["instrument"]
    rows = [
        (
            moment_text(check["made_at"]),
            check["method_text"],
            check["says"]["verdict_text"],
            check["says"]["slope"],
            check["made_by"],
        )
        for check in history["checks"]
    ]
    rows += [
        (moment_text(knock["happened_at"]), "Knocked", knock["note"], "", knock["reported_by"])
        for knock in history["knocks"]
    ]
    rows.sort(reverse=True)
    about = f"{shown['kind_text']}, {shown['specification']}. {shown['trust']['text']}."
    titles = ("When", "What", "It says", "Slope", "By")
    return [
        text(shown["name"], PART),
        text(about),
        *(table(titles, rows, (3, 3, 5, 3, 3), width) if rows else ()),
    ]


def set_ups_part(job_trust: JobTrust, width: float) -> list[Flowable]:
    """Return every set-up with its notes and sums, struck readings with their reasons."""
    story: list[Flowable] = [text("Set-ups and their notes", HEADING)]
    for set_up in job_trust.lines.set_ups:
        story += _notes(sheet_of(notes_of(set_up, job_trust)), width)
    return story


def _notes(book: BookSheet, width: float) -> list[Flowable]:
    shown, set_up_trust = book["set_up"], book["set_up"]["standing"]
    stands = (
        "Stands."
        if set_up_trust["stands"] and not set_up_trust["in_doubt"]
        else set_up_trust["why"]
    )
    about = (
        f"{shown['instrument']} on {shown['known']} ({shown['known_elevation']['text']}), "
        f"rod {shown['rod']['name']}. {moment_text(shown['taken_at'])}, {shown['taken_by']}. "
        f"{stands} {book['style_text']}"
    )
    story: list[Flowable] = [
        text(f"Set-up {shown['number']}", PART),
        text(about),
        *table(NOTE_TITLES, [_note(row) for row in book["rows"]], NOTE_SHARES, width),
    ]
    sums = book["sums"]
    if sums is not None:
        pairs = [
            ("Backsight less foresight", sums["backsight_less_foresight"]),
            (
                "Rises less falls",
                f"{sums['rises']} less {sums['falls']}: {sums['rises_less_falls']}",
            ),
            ("Last less first", f"{sums['last']} less {sums['first']}: {sums['last_less_first']}"),
            ("All three agree", "yes" if sums["proves"] else "NO"),
        ]
        story.append(figures(pairs, width))
    return story


def _note(row: BookRow) -> list[str]:
    where = f"{row['floor']}, {row['point']}" if row["floor"] else row["point"]
    remarks = [f"STRUCK: {row['struck']}" if row["struck"] else ""]
    remarks += ["in doubt" if row["in_doubt"] else "", row["note"]]
    return [
        where,
        row["backsight"],
        row["intermediate"],
        row["foresight"],
        row["rise"],
        row["fall"],
        row["height_of_instrument"],
        row["elevation"],
        moment_text(row["taken_at"]).removesuffix(" UTC"),
        row["taken_by"],
        ", ".join(remark for remark in remarks if remark),
    ]
