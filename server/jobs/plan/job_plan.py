"""A whole job's plan in memory: every floor's surfaces, every element with its targets."""

from __future__ import annotations

import json
from collections.abc import Callable, Iterable, Mapping
from functools import cached_property, lru_cache
from typing import TypeVar
from uuid import UUID

from core import elements as built
from core.design import (
    FrostCover,
    LevelSurface,
    PanelSurface,
    Shifted,
    Slab,
    SlabPart,
    Surface,
    formation_under,
)
from core.errors import BadLevel
from core.floors import FloorLevels, Outline, finished_level
from core.lengths import Elevation, Length, Style
from core.tasks import Task
from server.common.refusals import Entries, Missing
from server.crews.permissions import missing
from server.jobs.models import Benchmark, Element, Floor, Job
from server.jobs.plan.element_form import Ground, entries_of, given_surface
from server.jobs.plan.elements import frost_of, is_wet, waste_of
from server.jobs.plan.kinds import build, kind_of
from server.jobs.plan.panels import panel_entries, read_panels
from server.jobs.plan.pier_elements import PierWork, pier_work
from server.jobs.plan.underside import EVEN, read_underside, underside_entries
from server.jobs.planned import Leveled
from server.jobs.rules import (
    LONGEST_CHAIN,
    outline_of,
    style_of,
)

Row = TypeVar("Row")
Target = Mapping[tuple[Task, str], Elevation]


class _Known(dict[UUID, Row]):
    """Rows by their key; one that came in after they were read is looked up."""

    def __init__(self, rows: Mapping[UUID, Row], look_up: Callable[[UUID], Row]) -> None:
        super().__init__(rows)
        self._look_up = look_up

    def __missing__(self, key: UUID) -> Row:
        return self._look_up(key)


class JobPlan:
    """The plan of a job, loaded in a fixed number of queries."""

    def __init__(
        self,
        job: Job,
        floors: Iterable[Floor] | None = None,
        parts: Iterable[Element] | None = None,
        outlines: Mapping[UUID, Outline] | None = None,
    ) -> None:
        if floors is None:
            floors = Floor.objects.filter(job=job, retired_at=None).order_by("created_at")
            floors = floors.prefetch_related("corners")
        if parts is None:
            parts = Element.objects.filter(job=job, retired_at=None).order_by("created_at")
        self.job, self.style = job, style_of(job)
        self.floors = _Known({floor.pk: floor for floor in floors}, self._late_floor)
        self.elements = _Known({element.pk: element for element in parts}, self._late_element)
        for floor in self.floors.values():
            floor.job = job
        #: The outlines of the floors.
        self.outlines: Mapping[UUID, Outline] = outlines or _Known(
            {pk: outline_of(floor.corners.all()) for pk, floor in self.floors.items()},
            lambda key: outline_of(self.floors[key].corners.all()),
        )
        self._surfaces: dict[UUID, Slab] = {}
        self._built: dict[UUID, built.Element] = {}
        self._targets: dict[UUID, Target] = {}

    def _late_floor(self, key: UUID) -> Floor:
        floor = Floor.objects.filter(job=self.job, pk=key).first()
        if floor is None:
            raise missing("floor", key)
        floor.job = self.job
        return floor

    def _late_element(self, key: UUID) -> Element:
        element = Element.objects.filter(job=self.job, pk=key).first()
        if element is None:
            raise missing("element", key)
        return element

    @cached_property
    def _benchmarks(self) -> dict[UUID, Elevation]:
        return dict(Benchmark.objects.filter(job=self.job).values_list("pk", "elevation"))

    def finished(self, leveled: Leveled, links: int = 0) -> Elevation | None:
        """Return the level something is given at, None where it has none.

        Raises :class:`BadLevel` for floors that refer to each other in a ring.
        """
        if leveled.level_elevation is not None:
            given: Elevation = leveled.level_elevation
            return given
        if links > LONGEST_CHAIN:
            raise BadLevel(
                str(leveled),
                "Its level leads through too many floors, or back to itself.",
                "Give it from a benchmark.",
            )
        if leveled.reference_floor_id is not None:
            start = self.finished(self.floors[leveled.reference_floor_id], links + 1)
        elif leveled.reference_benchmark_id is not None:
            start = self._benchmarks[leveled.reference_benchmark_id]
        else:
            return None
        offset: Length | None = leveled.level_offset
        assert start is not None
        assert offset is not None
        return finished_level(start, offset)

    def surfaces(self, floor_id: UUID) -> Slab:
        """Return a floor's surfaces."""
        if floor_id not in self._surfaces:
            self._surfaces[floor_id] = self._surfaces_of(self.floors[floor_id])
        return self._surfaces[floor_id]

    def _surfaces_of(self, floor: Floor) -> Slab:
        finished, outline = self.finished(floor), self.outlines[floor.pk]
        assert finished is not None
        entries = Entries(panel_entries(floor.panels), floor.typed_in)
        panels = read_panels(entries, floor.panels, outline, finished)
        entries.finish()
        assert panels is not None
        top, typed = PanelSurface(panels), floor.underside or EVEN
        entries = Entries(underside_entries(typed), floor.typed_in)
        under = read_underside(entries, typed, outline, floor.thickness, floor.least_thickness)
        entries.finish()
        assert under is not None
        levels = FloorLevels(
            finished, floor.thickness, floor.least_thickness, floor.stone_thickness, under.between
        )
        formation = formation_under(
            top, under, levels, is_level=floor.formation_is_level, style=self.style
        )
        return Slab(outline, levels, top, under, formation)

    def surface_under(self, element: Element) -> Surface | None:
        """Return the surface an element is set to; None where it has no level."""
        mesh = element.typed.get("mesh")
        if mesh:
            return given_surface(mesh)
        if element.reference_floor_id is None:
            level = self.finished(element)
            return None if level is None else LevelSurface(level)
        surface = self.surfaces(element.reference_floor_id).part(SlabPart(element.part))
        offset = element.level_offset
        assert offset is not None
        if surface is None:
            raise BadLevel(
                element.name,
                "Its floor has no formation: nobody said how thick the stone is.",
                "Give the floor's stone thickness, or take another level.",
            )
        return Shifted(surface, offset)

    def ground(self, element: Element) -> Ground:
        """Return what an element is built on."""
        followed = element.typed["outline_of"]
        floor: UUID | None = element.reference_floor_id
        surface, outline = self.surface_under(element), self._outline(followed)
        if floor is None or element.part != SlabPart.TOP:
            return Ground(surface, outline)
        slab = self.surfaces(floor).underside
        return Ground(surface, outline, element.level_offset, slab)

    def _outline(self, floor: str) -> Outline | None:
        """Return the outline of a floor an element follows; None where there is none."""
        try:
            return self.outlines[UUID(floor)] if floor else None
        except Missing:
            return None

    def element(self, element_id: UUID) -> built.Element:
        """Return an element as the core knows it."""
        if element_id not in self._built:
            stored = self.elements[element_id]
            typed = json.dumps(stored.typed, sort_keys=True)
            made = _remembered(stored.kind, typed, stored.typed_in, self.ground(stored))
            self._built[element_id] = made
        return self._built[element_id]

    def pier_work(self, element_id: UUID) -> PierWork:
        """Return what a row of piers is besides its geometry."""
        work = pier_work(self._entries(element_id))
        assert work is not None
        return work

    def frost(self, element_id: UUID) -> FrostCover | None:
        """Return what a footing or a pad is asked against the frost; None of any other kind."""
        if not kind_of(self.elements[element_id].kind).asks_frost:
            return None
        entries = self._entries(element_id)
        cover = frost_of(entries)
        entries.finish()
        return cover

    def is_wet(self, element_id: UUID) -> bool:
        """Whether an element's points are wet pads, struck while it is poured."""
        return is_wet(self._entries(element_id))

    def waste(self, element_id: UUID) -> float:
        """Return the waste an element's concrete is ordered with."""
        waste = waste_of(self._entries(element_id))
        assert waste is not None
        return waste

    def _entries(self, element_id: UUID) -> Entries:
        element = self.elements[element_id]
        return entries_of(element.typed, element.typed_in)

    def targets(self, element_id: UUID) -> Target:
        """Return what each point of an element is set to, where that is planned."""
        if element_id not in self._targets:
            self._targets[element_id] = _targets_of(self.element(element_id))
        return self._targets[element_id]


@lru_cache(maxsize=1024)
def _remembered(kind: str, typed: str, style: Style, ground: Ground) -> built.Element:
    """Return an element from what was typed, from memory after the first time.

    Everything it follows from is in the call, so that what is remembered stays true.
    """
    geometry = json.loads(typed)
    entries = entries_of(geometry, style)
    made = build(kind, entries, geometry, ground)
    entries.finish()
    assert made is not None
    return made


@lru_cache(maxsize=1024)
def _targets_of(element: built.Element) -> Target:
    return {
        (point.task, point.name): point.target
        for point in element.points()
        if point.target is not None
    }
