import type { Schemas } from "../../api/client";

export type Rung = Schemas["LadderSheet"]["rungs"][number];
/** Heights that are the same, on one row. */
export type Row = { metres: number; rungs: Rung[] };

/** Where levels are written, and where the rail stands, in pixels from the left. */
export const LEVEL = 104;
export const RAIL = LEVEL + 28;

/** A level that is being moved: which, where to, and what is done as it is dragged. */
export type Moving = { key: string; metres: number; onDrag: (by: number) => void };
