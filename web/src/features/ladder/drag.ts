import type { Move } from "./useRaised";

/** The smallest amount a level is dragged by, metres: a line of a usual rod. */
const STEPS = { metric: 0.001, other: 0.0254 / 8 } as const;
const EIGHTHS = 8;

/** How far a level was dragged, as a person would type it; nothing where it is back. */
export function draggedBy(metres: number, isMetric: boolean): Pick<Move, "by" | "way"> {
  const steps = Math.round(metres / STEPS[isMetric ? "metric" : "other"]);
  const way = steps < 0 ? "down" : "up";
  const count = Math.abs(steps);
  if (!count) return { by: "", way };
  return { by: isMetric ? `${count} mm` : inEighths(count), way };
}

function inEighths(count: number): string {
  const inches = Math.floor(count / EIGHTHS);
  const eighths = count % EIGHTHS;
  const rest = eighths ? ` ${eighths}/8` : "";
  return `${inches || !rest ? inches : ""}${rest}"`.trim();
}
