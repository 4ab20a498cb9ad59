import type { Schemas } from "../../api/client";

type Typed = Schemas["FloorTyped"];

export type FloorForm = Omit<Typed, "corners"> & {
  shape: "rectangle" | "l-shape" | "corners";
  length: string;
  width: string;
  notch_length: string;
  notch_width: string;
  /** The plan as it was when the form was opened; of a new floor there is none. */
  opened: Typed | null;
  corners: { x: string; y: string }[];
};

export type PanelForm = Typed["panels"][number];
export type ThickenedForm = Typed["thickened"][number];

/** A new floor's form, with the usual figures of the job's units as editable defaults. */
export function emptyFloor(job: Schemas["JobSheet"]): FloorForm {
  const metric = job.style_kind === "m" || job.style_kind === "mm";
  const usual = metric
    ? { marks: "5 m", tolerance: "6 mm", step: "0.1" }
    : { marks: "16 ft", tolerance: '1/4"', step: "0.25" };
  return {
    name: job.floors.length ? `Slab ${job.floors.length + 1}` : "Slab",
    shape: "rectangle",
    length: "",
    width: "",
    notch_length: "",
    notch_width: "",
    corners: [
      { x: "0", y: "0" },
      { x: "", y: "0" },
      { x: "", y: "" },
    ],
    level_from: "benchmark",
    level: "",
    side: "above",
    reference: job.benchmarks[0]?.id ?? "",
    thickness: "",
    least_thickness: "",
    tolerance: usual.tolerance,
    grid_spacing: "about 24 shots",
    mark_spacing: usual.marks,
    waste: "5",
    order_step: usual.step,
    stone_thickness: "",
    formation: job.usual.formation,
    panels: [],
    taper_edge: "",
    taper_to: "",
    thickened: [],
    layers: [],
    opened: null,
  };
}

/** A new panel: the whole slab, level one way and falling the other. */
export function emptyPanel(job: Schemas["JobSheet"], number: number): PanelForm {
  const metric = job.style_kind === "m" || job.style_kind === "mm";
  return {
    name: `Panel ${number}`,
    kind: "one",
    toward: "right",
    fall: metric ? "1.5 %" : "1/4 in per ft",
    toward_across: "away",
    fall_across: "",
    x: "0",
    y: "0",
    drop: "0",
    corners: [],
  };
}

/** The form of a floor that is planned already, corner by corner. */
export function typedFloor(typed: Typed): FloorForm {
  return {
    ...typed,
    opened: typed,
    shape: "corners",
    length: "",
    width: "",
    notch_length: "",
    notch_width: "",
  };
}

/** What is sent: a reference only where the level is relative. */
export function bodyOf(form: FloorForm & { id: string }): Schemas["FloorChangeInputRequest"] {
  const reference = form.level_from === "elevation" ? null : form.reference || null;
  const opened = form.opened ?? {};
  return { ...form, opened, reference, corners: form.shape === "corners" ? form.corners : [] };
}
