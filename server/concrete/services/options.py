"""The options of a floor side by side, as screens read them; nothing is stored."""

from __future__ import annotations

from dataclasses import dataclass
from typing import TypedDict
from uuid import UUID

from core.errors import NotEnoughShots
from core.floors import finished_level
from core.lengths import Length, Style, retypable, written_above
from core.options import Cheapest, Option, Way, cheapest_of
from core.surfaces import PourRules, Sliders, options_of, over_trigger
from server.common.refusals import Entries
from server.common.shown import Amount, Shown, show, show_area, show_money, show_volume, volume_unit
from server.concrete.services.models_of_slabs import model_over
from server.concrete.services.prices import currency_of, prices_for, prices_of
from server.concrete.services.shot_stone import ShotStone, shot_stone
from server.crews.models import User
from server.crews.permissions import Ability
from server.fieldbook.sheeting import covered_among
from server.jobs.access import floor_for
from server.jobs.models import Floor
from server.jobs.plan.job_plan import JobPlan
from server.jobs.rules import style_of

SLIDERS = ("trigger", "raised", "down", "up")
LACKS = {
    "concrete": "a price of concrete",
    "stone": "a price of stone",
    "labor": "a price of labor",
}


@dataclass(frozen=True, slots=True)
class OptionsForm:
    """What a person moves, as it is typed: a trigger, and how far the slab is raised or lowered
    within what the datum allows.
    """

    trigger: str
    raised: str
    down: str
    up: str


class OptionSheet(TypedDict):
    """A way to pour; ``lacks`` says what keeps it from having a price.

    ``level`` is the floor's new finished level as it can be typed, empty where it stays.
    """

    way: Way
    name: str
    volume: Amount
    order: Amount
    loose_stone: Amount
    stone_taken: Amount
    regraded: Amount
    thinnest: Shown
    is_held: bool
    cost: str
    lacks: str
    moves: str
    limit: str
    level: str


class OptionsSheet(TypedDict):
    """A floor's options; the cheapest without a hold, and the points a trigger touches.

    ``covered`` are the points under sheeting: no option regrades them.
    """

    options: list[OptionSheet]
    cheapest: str
    saving: str
    touched: list[str]
    covered: list[str]
    why_none: str


NAMES = {
    Way.AS_IT_IS: "Pour as it is",
    Way.REGRADE_ALL: "Regrade everything to design",
    Way.REGRADE_OVER: "Regrade what is over the trigger",
    Way.MOVE_LEVEL: "Raise or lower the slab",
    Way.FROM_STONE: "Set the level from the stone",
}


def options_sheet(user: User, floor_id: UUID, form: OptionsForm) -> OptionsSheet:
    """Return a floor's options over its shot stone."""
    floor, _ = floor_for(user, floor_id, Ability.READ)
    plan = JobPlan(floor.job, parts=())
    sliders = _sliders(floor, form)
    shot = shot_stone(floor, plan)
    try:
        model = model_over(plan.surfaces(floor_id), shot.places)
    except NotEnoughShots as refused:
        why = f"{refused.why} {refused.accepts}"
        return {"options": [], "cheapest": "", "saving": "", "touched": [], "covered": [],
                "why_none": why}  # fmt: skip
    off, rules = model.off(model.places.mean(shot.heights)), _rules(floor, plan.style)
    kept = prices_for(floor.job)
    prices, currency = prices_of(kept, plan.style), currency_of(kept)
    covered = _covered(shot)
    options = options_of(model, off, rules, sliders, prices, covered)
    touched = over_trigger(model, off, sliders.trigger, covered)
    best = cheapest_of(options)
    write = _Writer(floor, plan, currency)
    return {
        "options": [write.option(option) for option in options],
        "cheapest": best.way if best else "",
        "saving": _saving(best, currency),
        "touched": [shot.names[at] for at in touched],
        "covered": [shot.names[at] for at in covered],
        "why_none": "",
    }


def touched_by(floor: Floor, trigger: Length) -> list[UUID]:
    """Return the points whose stone is farther off its design than a trigger."""
    plan = JobPlan(floor.job)
    shot = shot_stone(floor, plan)
    model = model_over(plan.surfaces(floor.pk), shot.places)
    off = model.off(model.places.mean(shot.heights))
    touched = over_trigger(model, off, float(trigger), _covered(shot))
    return [shot.points[at] for at in touched]


def _covered(shot: ShotStone) -> list[int]:
    """Return which shots lie under sheeting."""
    lying = covered_among(shot.points)
    return [at for at, point in enumerate(shot.points) if point in lying]


def _sliders(floor: Floor, form: OptionsForm) -> Sliders:
    entries = Entries({name: getattr(form, name) for name in SLIDERS}, style_of(floor.job))
    found = [entries.length(name) for name in SLIDERS]
    entries.finish()
    trigger, raised, down, up = (float(one or Length(0)) for one in found)
    sliders = entries.check(
        "trigger" if trigger < 0 else "raised", lambda: Sliders(trigger, raised, down, up)
    )
    entries.finish()
    assert sliders is not None
    return sliders


def _rules(floor: Floor, style: Style) -> PourRules:
    return PourRules(
        least=float(floor.least_thickness),
        waste=float(floor.waste),
        step=float(floor.order_step) * volume_unit(style),
    )


def _saving(best: Cheapest | None, currency: str) -> str:
    if best is None or best.saving is None:
        return ""
    return show_money(best.saving, currency)


def _limit(option: Option) -> str:
    """Say where the datum keeps an option from going farther."""
    if not option.is_limited:
        return ""
    return "as far as the datum allows" if option.raised else "the datum fixes the level"


class _Writer:
    def __init__(self, floor: Floor, plan: JobPlan, currency: str) -> None:
        self.floor, self.style, self.currency = floor, plan.style, currency
        self.finished = plan.surfaces(floor.pk).levels.top_of_slab

    def option(self, option: Option) -> OptionSheet:
        style, work, cost = self.style, option.work, option.cost
        raised = Length.from_float(option.raised)
        return {
            "way": option.way,
            "name": NAMES[option.way],
            "volume": show_volume(option.volume, style),
            "order": show_volume(work.ordered, style),
            "loose_stone": show_volume(work.loose_stone, style),
            "stone_taken": show_volume(work.stone_taken, style),
            "regraded": show_area(work.regraded, style),
            "thinnest": show(Length.from_float(option.thinnest), style),
            "is_held": option.is_held,
            "cost": "" if cost.total is None else show_money(cost.total, self.currency),
            "lacks": " and ".join(LACKS[name] for name in cost.lacks),
            "moves": self._moves(raised),
            "limit": _limit(option),
            "level": self._level(raised),
        }

    def _moves(self, raised: Length) -> str:
        if raised.nanometres == 0:
            return ""
        way = "raise" if raised.nanometres > 0 else "lower"
        return f"{way} it {show(abs(raised), self.style)['text']}"

    def _level(self, raised: Length) -> str:
        if raised.nanometres == 0:
            return ""
        return retypable(
            written_above(finished_level(self.finished, raised), self.style), self.style
        )
