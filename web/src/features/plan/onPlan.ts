import type { Schemas } from "../../api/client";
import type { Stage } from "../stages";
import type { PlanArea, PlanControl } from "../../parts/plan/drawn";
import { spotOf } from "../../parts/plan/frame";
import { drawnLines, outlineSpots, panelLines } from "../../parts/plan/pegs";

type Job = Schemas["JobSheet"];

/** The floors and elements of a job as they are drawn, the largest first so that none is hidden. */
export function areasOf(job: Job): PlanArea[] {
  const floors: PlanArea[] = job.floors.map((floor) => ({
    id: floor.id,
    name: floor.name,
    level: floor.top_of_slab.text,
    lines: [{ spots: outlineSpots(floor), isClosed: true }, ...panelLines(floor)],
    tone: "floor",
  }));
  const elements: PlanArea[] = job.elements
    .filter((element) => element.kind !== "free")
    .map((element) => ({
      id: element.id,
      name: element.name,
      level: element.level?.text ?? "",
      lines: drawnLines(element.drawn),
      tone: element.kind === "lot" ? "lot" : "element",
    }));
  const bySize = (a: PlanArea, b: PlanArea) => extent(b) - extent(a);
  return [...elements.filter(({ tone }) => tone === "lot"), ...floors.sort(bySize)].concat(
    elements.filter(({ tone }) => tone === "element").sort(bySize),
  );
}

/** How much of the plan lines take up, square metres of the box around them. */
function extent({ lines }: PlanArea): number {
  const spots = lines.flatMap((line) => line.spots);
  const xs = spots.map(({ x }) => x);
  const ys = spots.map(({ y }) => y);
  return (Math.max(...xs) - Math.min(...xs)) * (Math.max(...ys) - Math.min(...ys));
}

export function controlsOf(job: Job): PlanControl[] {
  return job.benchmarks.flatMap(({ name, place }) =>
    place ? [{ name, spot: spotOf(place), isTurn: false }] : [],
  );
}

/** What belongs to a stage and its points: floors for the stone, elements for the others. */
export type Layered = { id: string; name: string; pegs: readonly Schemas["Peg"][] };

export function layeredBy(job: Job, stage: Stage | "", sheet: Schemas["StageSheet"] | undefined) {
  if (stage === "") return [];
  const own: readonly Layered[] = stage === "stone" ? job.floors : (sheet?.works ?? []);
  return own;
}

export type Layer = { stage: Stage; name: string; points: number; shot: number; inDoubt: number };

const ORDER: readonly Stage[] = [
  "points",
  "layout",
  "dig",
  "forms",
  "piers",
  "stone",
  "in-slab",
  "marks",
  "after",
];

/** The stages of a job that have points, in the order of work, each with how far it is. */
export function layersOf(job: Job, nameOf: (stage: Stage) => string): Layer[] {
  const stone = job.floors.reduce<Layer>(
    (sum, { counts }) => ({
      ...sum,
      points: sum.points + counts.points,
      shot: sum.shot + counts.points - counts.not_shot,
      inDoubt: sum.inDoubt + counts.in_doubt,
    }),
    { stage: "stone", name: "", points: 0, shot: 0, inDoubt: 0 },
  );
  const others = job.stages.map((one) => ({
    stage: one.stage,
    name: nameOf(one.stage),
    points: one.points,
    shot: one.shot,
    inDoubt: one.in_doubt,
  }));
  return [...others, { ...stone, name: nameOf("stone") }]
    .filter(({ points }) => points > 0)
    .sort((a, b) => ORDER.indexOf(a.stage) - ORDER.indexOf(b.stage));
}
