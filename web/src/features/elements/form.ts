import type { Schemas } from "../../api/client";
import { KINDS, type Kind, type Measure, type Shape } from "../../parts/kinds";
import { sidesOf } from "../../parts/sides";

type Typed = Schemas["ElementTyped"];
export type ElementForm = Typed & {
  /** The element as it was when the form was opened; of a new one there is none. */
  opened: Typed | null;
};

function isMetric(job: Schemas["JobSheet"]): boolean {
  return job.style_kind === "m" || job.style_kind === "mm";
}

/** How far off what is built may be and is still on. */
const BUILT = ['1/8"', "3 mm"] as const;

/** A new element's form, with the usual figures of the job's units as editable defaults. */
export function emptyElement(job: Schemas["JobSheet"], kind: Kind): ElementForm {
  const { shapes, measures, hasLayers, part, above, tolerance } = KINDS[kind];
  const units = isMetric(job) ? 1 : 0;
  const floor = job.floors[0];
  const usual = (all: readonly Measure[]) =>
    Object.fromEntries(
      all.map(({ name, usual, choices }) => [name, choices?.[0]?.[0] ?? usual?.[units] ?? ""]),
    );
  return {
    kind,
    name: "",
    level_from: floor ? "floor" : "benchmark",
    level: above?.[units] ?? "0",
    side: above ? "above" : "below",
    reference: floor?.id ?? job.benchmarks[0]?.id ?? "",
    part: part ?? "top",
    tolerance: (tolerance ?? BUILT)[units],
    shape: shapes.find((shape) => shape !== "floor" || floor) ?? "corners",
    outline_of: floor?.id ?? "",
    corners:
      kind === "embeds"
        ? [{ x: "", y: "" }]
        : [
            { x: "0", y: "0" },
            { x: "", y: "" },
          ],
    measures: {
      ...usual(sidesOf("l-shape")),
      ...usual(measures),
      ...(kind === "screed" ? { screeds: job.usual.screeds } : {}),
    },
    steps: [],
    mesh: null,
    layers: hasLayers ? [{ name: "", nominal: "", actual: "" }] : [],
    opened: null,
  };
}

/** What is sent: only what the chosen shape takes. */
export function bodyOf(form: ElementForm & { id: string }): Schemas["ElementChangeInputRequest"] {
  const typesCorners = form.shape === "line" || form.shape === "corners";
  const takesShape = KINDS[form.kind].shapes.length > 0;
  return {
    ...form,
    opened: form.opened ?? {},
    reference: form.level_from === "elevation" ? null : form.reference || null,
    outline_of: takesShape && form.shape === "floor" ? form.outline_of || null : null,
    corners: takesShape && typesCorners ? form.corners : [],
    layers: form.layers.filter((layer) => layer.nominal || layer.name || layer.actual),
  };
}

/** The fields that show their own refusals. */
export function fieldsOf(form: ElementForm): string[] {
  return [
    "name",
    "level",
    "reference",
    "part",
    "tolerance",
    "outline_of",
    "corners",
    ...Object.keys(form.measures),
    ...form.corners.flatMap((_, i) => [`corners.${i}.x`, `corners.${i}.y`]),
    ...form.steps.flatMap((_, i) => [`steps.${i}.along`, `steps.${i}.drop`]),
    ...form.layers.flatMap((_, i) => [`layers.${i}.nominal`, `layers.${i}.actual`]),
  ];
}

export const SHAPE_NAMES: Record<Shape, string> = {
  line: "Along a line",
  floor: "As a floor",
  rectangle: "Rectangle",
  "l-shape": "L-shape",
  corners: "Corners",
};
