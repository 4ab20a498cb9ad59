import type { Measure, Shape } from "./kinds";

const SIDES: readonly Measure[] = [
  { name: "x", label: "First corner, to the right", usual: ["0", "0"] },
  { name: "y", label: "First corner, away", usual: ["0", "0"] },
  { name: "length", label: "Length, to the right" },
  { name: "width", label: "Width, away from you" },
];

const NOTCH: readonly Measure[] = [
  { name: "notch_length", label: "Missing corner: length" },
  { name: "notch_width", label: "Missing corner: width" },
];

/** The measures of a shape that is not typed corner by corner. */
export function sidesOf(shape: Shape): readonly Measure[] {
  if (shape === "rectangle") return SIDES;
  return shape === "l-shape" ? [...SIDES, ...NOTCH] : [];
}
