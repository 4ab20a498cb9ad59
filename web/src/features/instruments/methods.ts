import type { Schemas } from "../../api/client";

export type MethodKey = Schemas["MethodEnum"];
export type EntryOf = { name: string; label: string; hint?: string; sides?: [string, string] };
export type Method = {
  name: string;
  /** What it takes, in a line. */
  needs: string;
  steps: readonly string[];
  entries: readonly EntryOf[];
};

const ALWAYS =
  "Same edge of the beam every time; lock the pendulum before each move; let it settle.";
const RESOLUTION: EntryOf = {
  name: "resolution",
  label: "How finely you can read a mark",
  hint: "Left empty: 1/32 in, or 0.5 mm",
};
const ROD_RESOLUTION: EntryOf = {
  ...RESOLUTION,
  label: "How finely you read the rod",
  hint: "Left empty: 1/16 in, or 1 mm",
};
const ABOVE_BELOW: [string, string] = ["above", "below"];

/** The checks as a crew does them, in order. */
export const METHODS: Record<MethodKey, Method> = {
  "two-position": {
    name: "Two positions, one wall",
    needs: "One wall with two places A and B, far apart.",
    steps: [
      ALWAYS,
      "Stand the laser near A. Tape its distance to A, and to B.",
      "Mark the beam on the wall at A and at B.",
      "Move the laser near B, the same distances swapped. Bring the beam exactly to B’s mark.",
      "At A, measure from the mark to the beam: the gap.",
      "To make sure, stand half-way, bring the beam to B’s mark and measure at A again.",
    ],
    entries: [
      { name: "near", label: "Distance to the near mark" },
      { name: "far", label: "Distance to the far mark" },
      {
        name: "gap",
        label: "Gap at A",
        hint: "How far the beam is from the mark, with its unit",
        sides: ABOVE_BELOW,
      },
      {
        name: "middle",
        label: "Again, from the middle: gap at A",
        hint: "May be left out. With the beam on B’s mark it must be half of the gap",
        sides: ABOVE_BELOW,
      },
      RESOLUTION,
    ],
  },
  "face-about": {
    name: "Face about, one axis",
    needs: "One wall, as far away as the site allows.",
    steps: [
      ALWAYS,
      "Aim one axis of the instrument at the wall. Tape the distance.",
      "Mark the beam on the wall.",
      "Turn the instrument half round on its legs and mark the beam again.",
      "Measure from the first mark to the second: the gap.",
    ],
    entries: [
      { name: "distance", label: "Distance to the wall" },
      {
        name: "gap",
        label: "Gap: the first mark is",
        sides: ABOVE_BELOW,
        hint: "above or below the second",
      },
      RESOLUTION,
    ],
  },
  "both-axes": {
    name: "Face about, both axes",
    needs: "One wall; gives the tilt of the whole plane and its direction.",
    steps: [
      ALWAYS,
      "Aim the first axis at the wall. Tape the distance, mark, turn half round, mark again.",
      "Measure from the first mark to the second: the first axis’ gap.",
      "Turn the instrument a quarter to its left, so that what was to its right faces the wall.",
      "Mark, turn half round, mark again: the second axis’ gap.",
    ],
    entries: [
      { name: "distance", label: "Distance to the wall" },
      { name: "gap", label: "First axis: first mark is", sides: ABOVE_BELOW },
      { name: "gap_right", label: "Second axis: first mark is", sides: ABOVE_BELOW },
      RESOLUTION,
    ],
  },
  "two-peg": {
    name: "Two pegs",
    needs: "Two firm pegs A and B, 30 m (100 ft) or more apart, and a rod.",
    steps: [
      ALWAYS,
      "Stand half-way between the pegs. Read the rod on A and on B: their difference is true.",
      "Move close to A. Tape the distance to A and to B.",
      "Read the rod on A and on B again.",
    ],
    entries: [
      { name: "a1", label: "Half-way: rod on A" },
      { name: "b1", label: "Half-way: rod on B" },
      { name: "to_a", label: "Then: distance to A" },
      { name: "to_b", label: "Then: distance to B" },
      { name: "a2", label: "Near A: rod on A" },
      { name: "b2", label: "Near A: rod on B" },
      ROD_RESOLUTION,
    ],
  },
  "water-level": {
    name: "Against a water level",
    needs: "A full clear hose with no air in it; both ends side by side agree.",
    steps: [
      ALWAYS,
      "Fill the hose, keep it shaded, leave it half a minute. Side by side, both ends agree.",
      "Stand the laser close to one end. Tape the distance to A and to B.",
      "At A, mark the water and the beam, and measure between them. The same at B.",
    ],
    entries: [
      { name: "to_a", label: "Distance to A" },
      { name: "to_b", label: "Distance to B" },
      { name: "a", label: "At A the beam is", sides: ["above", "below"] },
      { name: "b", label: "At B the beam is", sides: ["above", "below"] },
      RESOLUTION,
    ],
  },
};

const FOR_KIND: Record<string, readonly MethodKey[]> = {
  "rotary-laser": ["two-position", "face-about", "both-axes", "water-level", "two-peg"],
  "line-laser": ["two-position", "water-level"],
  "optical-level": ["two-peg"],
  "water-level": [],
};

/** The checks that fit a kind of instrument. */
export function methodsFor(kind: string): readonly MethodKey[] {
  return FOR_KIND[kind] ?? [];
}
