import type { Schemas } from "../../api/client";

export type RodSheet = Schemas["RodSheet"];

export const CLOSE = 1000;
export const FAR = 330;
const EPSILON = 1e-7;

/** Where a value of the scale is, in pixels above the rod's foot; drawing only. */
export function heightOf(rod: RodSheet, value: number, scale: number): number {
  const metres = rod.numbering === "down" ? rod.highest - value : value - rod.lowest;
  return metres * scale;
}

export type Tick = { value: number; length: number; label: string; isMajor: boolean };

/** The lines that can be told apart from farther away: whole units, every third one labeled. */
export function coarseTicksOf(rod: RodSheet): Tick[] {
  const unit = unitStep(rod.graduation.kind);
  return ticksOf(rod)
    .filter((one) => one.length >= 0.8)
    .map((one) =>
      one.isMajor || Math.round(one.value / unit) % 3 === 0 ? one : { ...one, label: "" },
    );
}

/** The lines of a rod's scale, each as long as it is important. */
export function ticksOf(rod: RodSheet): Tick[] {
  const { kind, division } = rod.graduation;
  const step = unitStep(kind);
  const perUnit = Math.round(step / division);
  const first = Math.ceil(rod.lowest / division - EPSILON);
  const last = Math.floor(rod.highest / division + EPSILON);
  return Array.from({ length: last - first + 1 }, (_, i) => {
    const number = first + i;
    const units = number / perUnit;
    return tick(kind, number * division, units, Number.isInteger(units), partOf(number, perUnit));
  });
}

function unitStep(kind: string): number {
  if (kind === "ft") return 0.03048;
  return kind === "ft-in" || kind === "in" ? 0.0254 : 0.01;
}

function partOf(number: number, perUnit: number): number {
  const rest = Math.abs(number % perUnit);
  if (rest * 2 === perUnit) return 0.6;
  return (rest * 4) % perUnit === 0 ? 0.45 : 0.3;
}

function tick(kind: string, value: number, units: number, whole: boolean, part: number): Tick {
  if (!whole) return { value, length: part, label: "", isMajor: false };
  const n = Math.abs(Math.round(units));
  if (kind === "ft-in") {
    const isMajor = n % 12 === 0;
    return { value, length: 1, label: isMajor ? `${n / 12}'` : `${n % 12}`, isMajor };
  }
  if (kind === "in") return { value, length: 1, label: `${n}`, isMajor: n === 0 };
  if (kind === "ft") {
    const isMajor = n % 10 === 0;
    return { value, length: 1, label: isMajor ? `${n / 10}'` : `.${n % 10}`, isMajor };
  }
  const isMajor = n % 10 === 0;
  const label = kind === "mm" ? `${n * 10}` : (n / 100).toFixed(1);
  return { value, length: isMajor ? 1 : 0.8, label: isMajor ? label : "", isMajor };
}
