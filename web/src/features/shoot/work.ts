import type { Schemas } from "../../api/client";
import type { PlanLine } from "../../parts/plan/drawn";
import type { Spot } from "../../parts/plan/frame";
import { drawnLines, outlineSpots, panelLines } from "../../parts/plan/pegs";

/** What is shot: the stone of a floor, or an element of the plan at a stage. */
export type Work = {
  id: string;
  name: string;
  /** What the rod stands on. */
  surface: string;
  pegs: readonly Schemas["Peg"][];
  counts: Schemas["PegCounts"];
  tolerance: Schemas["Shown"];
  rough_tolerance: Schemas["Shown"];
  outlines: readonly (readonly Spot[])[];
  lines: readonly PlanLine[];
  /** The other elements of the stage: they can be gone to from the plan. */
  others: readonly Schemas["Work"][];
};

export function stoneOf(floor: Schemas["FloorPlan"]): Work {
  return {
    ...floor,
    surface: "the stone",
    outlines: [outlineSpots(floor)],
    lines: panelLines(floor),
    others: [],
  };
}

export function workOf(
  work: Schemas["Work"],
  others: readonly Schemas["Work"][],
  floors: readonly Schemas["FloorPlan"][],
): Work {
  const own = drawnLines(work.drawn);
  const around = floors.map((floor) => ({
    spots: outlineSpots(floor),
    isClosed: true,
    isFaint: true,
  }));
  const beside = others.flatMap((one) => drawnLines(one.drawn, true));
  return { ...work, outlines: [], lines: [...around, ...beside, ...own], others };
}
