"""A string between two points as screens read it: its heights, its sag, what to measure down."""

from __future__ import annotations

from dataclasses import dataclass
from typing import TypedDict
from uuid import UUID

from core.design import fall_in_words
from core.layout import PULLS, STRINGS, PulledString
from core.lengths import Elevation, Length, Style, format_fine, format_length, says_a_side
from server.common.refusals import Entries
from server.common.shown import Shown, show
from server.crews.models import User
from server.crews.permissions import Ability
from server.jobs.access import job_for
from server.jobs.rules import style_of


@dataclass(frozen=True, slots=True)
class StringForm:
    """A string as it is typed: the heights of its ends, how far apart, where stakes stand.

    What is wanted under it may be left empty. Where only its start is typed it is level all
    along, and so far below the string all along where it was typed as lower by so much.
    ``beyond`` is how far past the end its fall is carried on; ``string`` and ``pull`` are keys
    of what it is and how hard it is pulled, which make its sag.
    """

    start: str
    end: str
    apart: str
    every: str
    wanted: str = ""
    wanted_end: str = ""
    beyond: str = ""
    string: str = "braided"
    pull: str = "hand"


class StakeSheet(TypedDict):
    """A stake along the string: the string's height there, its sag, and what to measure down."""

    along: str
    height: Shown
    sag: str
    down: str


class PulledStringSheet(TypedDict):
    """A string: its fall, its stakes, and its height carried on beyond its end."""

    fall: str
    sag: str
    stakes: list[StakeSheet]
    carried_on: Shown | None


def string_sheet(user: User, job_id: UUID, form: StringForm) -> PulledStringSheet:
    """Return a string's heights and what to measure down at every stake; nothing is stored."""
    job, _ = job_for(user, job_id, Ability.READ)
    style = style_of(job)
    names = ("start", "end", "apart", "every", "wanted", "wanted_end", "beyond")
    entries = Entries({name: getattr(form, name) for name in names}, style)
    string = _string(entries, form)
    under = _under(entries, string)
    every, beyond = entries.length("every"), entries.optional("beyond")
    stakes = None if string is None or every is None else entries.check(
        "every", lambda: string.stakes(every)
    )  # fmt: skip
    fall = None if string is None else entries.check("end", lambda: string.fall)
    entries.finish()
    assert string is not None
    assert stakes is not None
    assert fall is not None
    way = "" if string.start == string.end else ", rising" if string.rises else ", falling"
    return {
        "fall": fall_in_words(fall, style) + way,
        "sag": format_fine(float(string.most_sag), style),
        "stakes": [_stake(string, under, along, style) for along in stakes],
        "carried_on": None if beyond is None else show(
            string.straight_at(string.apart + beyond), style
        ),
    }  # fmt: skip


def _string(entries: Entries, form: StringForm) -> PulledString | None:
    start, end = entries.elevation("start"), entries.elevation("end")
    apart = entries.length("apart")
    if start is None or end is None or apart is None:
        return None
    weight, pull = STRINGS[form.string], PULLS[form.pull]
    return entries.check("apart", lambda: PulledString(start, end, apart, weight, pull))


def _under(entries: Entries, string: PulledString | None) -> PulledString | None:
    """Return the line that is wanted under a string, None where nothing is."""
    if not entries.text("wanted").strip() or string is None:
        return None
    start = entries.elevation("wanted", string.start)
    typed_end = entries.text("wanted_end").strip()
    if typed_end:
        end = entries.elevation("wanted_end", string.end)
    else:
        follows = says_a_side(entries.text("wanted"))
        end = entries.elevation("wanted", string.end) if follows else start
    if start is None or end is None:
        return None
    return PulledString(start, end, string.apart)


def _stake(
    string: PulledString, under: PulledString | None, along: Length, style: Style
) -> StakeSheet:
    height: Elevation = string.height_at(along)
    down = None if under is None else height - under.straight_at(along)
    return {
        "along": format_length(along, style),
        "height": show(height, style),
        "sag": format_fine(float(string.sag_at(along)), style),
        "down": "" if down is None else _down(down, style),
    }


def _down(amount: Length, style: Style) -> str:
    text = format_length(abs(amount), style)
    return f"{text} down" if amount.nanometres >= 0 else f"{text} UP: the string lies too low"
