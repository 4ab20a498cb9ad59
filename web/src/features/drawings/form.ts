import { type Problem, type Schemas, newId } from "../../api/client";
import { KINDS, type Kind } from "../../parts/kinds";
import { type ElementForm, bodyOf as elementBody, emptyElement, fieldsOf } from "../elements/form";
import { type FloorForm, bodyOf as floorBody, emptyFloor } from "../floors/form";

type Job = Schemas["JobSheet"];
export type Sheet = Schemas["DrawingSheet"];
export type Shape = Schemas["ShapeSheet"];
export type Lay = Schemas["LayInputRequest"];

/** What a shape can be said to be. */
export const DRAWN_AS = [
  "slab", "footing", "pad", "piers", "wall", "excavation", "form", "boards", "finished", "lot",
] as const; // prettier-ignore
export type DrawnAs = (typeof DRAWN_AS)[number];
export const nameOf = (kind: DrawnAs): string => (kind === "slab" ? "Slab" : KINDS[kind].name);

/** A part of the plan: the shapes it is drawn as, and the form of what it is. */
export type Part = {
  id: string;
  kind: DrawnAs;
  shapes: string[];
  /** The surface of the file it is set to; empty for none. */
  mesh: string;
  floor: FloorForm | null;
  element: ElementForm | null;
};
export type PlacingForm = { parts: Part[]; marks: string[] };

export const AS_IT_IS: Lay = { unit: "", within: "", known: [] };

/** Measures that the drawing gives. */
const DRAWN: Partial<Record<Kind, readonly string[]>> = {
  pad: ["x", "y", "length", "width"],
  piers: ["x", "y", "x_last", "y_last", "count", "rows", "row_spacing"],
};
export const measuresOf = (kind: Kind) =>
  KINDS[kind].measures.filter(({ name }) => !DRAWN[kind]?.includes(name));

/** Measures that the drawing gives where nothing is typed. */
export const FROM_DRAWING = ["diameter", "strip_width"];

/** A job as its forms see it, with the floors that are only about to be placed. */
export function withDrawn(job: Job, parts: readonly Part[]): Job {
  const drawn = parts.flatMap(({ id, floor }) =>
    floor ? [{ ...(job.floors[0] as Job["floors"][number]), id, name: floor.name }] : [],
  );
  return { ...job, floors: [...job.floors, ...drawn] };
}

/** A new part of some shapes, with the usual figures, and its level where it was drawn at one. */
export function newPart(
  job: Job,
  kind: DrawnAs,
  shapes: readonly Shape[],
  others: readonly Part[],
): Part {
  const id = newId();
  const own = { id, kind, shapes: shapes.map(({ handle }) => handle), mesh: "" };
  const drawnAt = [...new Set(shapes.map(({ height }) => height))];
  const at = drawnAt.length === 1 ? drawnAt[0] : "";
  const level = at ? { level_from: "elevation" as const, level: at } : {};
  if (kind === "slab") {
    const name = freeName("Slab", namesOf(job, others));
    const form = { ...emptyFloor(job), name, shape: "corners" as const, ...level };
    return { ...own, floor: form, element: null };
  }
  const above = others.find(({ floor }) => floor)?.id;
  const empty = emptyElement(withDrawn(job, others), kind);
  const form = above ? { ...empty, reference: above } : empty;
  const name = freeName(KINDS[kind].name, namesOf(job, others));
  const measures = { ...form.measures };
  for (const drawn of FROM_DRAWING) if (drawn in measures) measures[drawn] = "";
  return {
    ...own,
    floor: null,
    element: { ...form, name, measures, shape: "corners", ...level },
  };
}

/** A new part set to a surface of the file: around a floor where there is one, else around all. */
export function partOn(job: Job, kind: DrawnAs, mesh: string, others: readonly Part[]): Part {
  const part = newPart(job, kind, [], others);
  const shape = job.floors.length ? ("floor" as const) : ("corners" as const);
  return { ...part, mesh, element: part.element && { ...part.element, shape } };
}

/** The parts that a drawing's layers say it has: each outline one, the piers of a layer one row. */
export function suggested(job: Job, sheet: Sheet): Part[] {
  const open = sheet.shown.filter(({ meant, placed }) => meant && !placed);
  const found: Part[] = [];
  for (const kind of DRAWN_AS) {
    const own = open.filter(({ meant }) => meant === kind);
    const groups = GROUPS[kind]?.(own) ?? own.map((one) => [one]);
    if (groups.length > MOST_SUGGESTED) continue;
    for (const shapes of groups) found.push(newPart(job, kind, shapes, found));
  }
  return found;
}

/** The piers of a layer are one row; two outlines of a footing's layer are its edges. */
const GROUPS: Partial<Record<DrawnAs, (own: readonly Shape[]) => Shape[][]>> = {
  piers: byLayer,
  footing: (own) =>
    byLayer(own).flatMap((shapes) =>
      shapes.length === 2 && shapes.every(({ is_closed }) => is_closed)
        ? [shapes]
        : shapes.map((one) => [one]),
    ),
};

/** Layers that hold more than this are no plan of one job's parts. */
const MOST_SUGGESTED = 12;

function byLayer(shapes: readonly Shape[]): Shape[][] {
  const layers = new Map<string, Shape[]>();
  for (const one of shapes) layers.set(one.layer, [...(layers.get(one.layer) ?? []), one]);
  return [...layers.values()];
}

function namesOf(job: Job, parts: readonly Part[]): Set<string> {
  return new Set([
    ...job.floors.map(({ name }) => name),
    ...job.elements.map(({ name }) => name),
    ...parts.map(({ floor, element }) => floor?.name ?? element?.name ?? ""),
  ]);
}

function freeName(name: string, taken: Set<string>): string {
  for (let n = 1; ; n++) {
    const tried = n === 1 ? name : `${name} ${n}`;
    if (!taken.has(tried)) return tried;
  }
}

/** What is sent. */
export function placingBody(lay: Lay, { parts, marks }: PlacingForm) {
  return {
    ...lay,
    marks,
    parts: parts.map(({ id, shapes, mesh, floor, element }) => ({
      shapes,
      mesh,
      floor: floor && { ...floorBody({ ...floor, id }), corners: [] },
      element: element && { ...elementBody({ ...element, id }), corners: [], mesh: null },
    })),
  };
}

/** The refusals of one part, by the fields of its own form. */
export function problemsOfPart(problems: readonly Problem[], at: number): Problem[] {
  const before = `parts.${at}.`;
  return problems
    .filter(({ field }) => field.startsWith(before))
    .map((problem) => ({ ...problem, field: problem.field.slice(before.length) }));
}

/** The fields of a part that show their own refusals. */
export function fieldsOfPart(part: Part): string[] {
  return part.element ? fieldsOf(part.element) : ["name", "thickness", "level", "reference"];
}
