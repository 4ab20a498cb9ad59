import type { Schemas } from "../../api/client";
import type { PegState } from "./Peg";
import type { PlanInstrument, PlanLine, PlanPeg } from "./drawn";
import { type Spot, spotOf } from "./frame";

export type FloorPlan = Schemas["FloorPlan"];
/** A floor, or an element at a stage. */
export type Pegged = { pegs: readonly Schemas["Peg"][] };
export type Pass = Schemas["SettingEnum"];
type SetUp = Schemas["SetUpSheet"];

export function outlineSpots(floor: FloorPlan): Spot[] {
  return floor.outline.map(spotOf);
}

/** The edges between a slab's panels. */
export function panelLines(floor: FloorPlan): PlanLine[] {
  return floor.panels.map((panel) => ({ spots: panel.map(spotOf), isClosed: true, isFaint: true }));
}

export function drawnLines(drawn: readonly Schemas["DrawnLine"][], isFaint = false): PlanLine[] {
  return drawn.map((line) => ({
    spots: line.places.map(spotOf),
    isClosed: line.is_closed,
    isFaint,
  }));
}

/** Every element of a job, faint, to show what else is there. */
export function elementLines(job: Pick<Schemas["JobSheet"], "elements">): PlanLine[] {
  return job.elements.flatMap((element) => drawnLines(element.drawn, true));
}

/** What a pass left on a peg; the rough pass and the fine one are kept apart. */
export function inPass(peg: Schemas["Peg"], pass: Pass) {
  return pass === "coarse"
    ? { state: peg.rough_state, shot: peg.rough }
    : { state: peg.state, shot: peg.shot };
}

/** Pegs as one pass left them; those in doubt say so and nothing more. */
export function planPegs(work: Pegged, pass: Pass = "fine"): PlanPeg[] {
  return work.pegs.flatMap((peg) => {
    if (!peg.place) return [];
    const { state, shot } = inPass(peg, pass);
    const isSound = shot !== null && !shot.in_doubt;
    return [
      {
        id: peg.id,
        name: peg.name,
        spot: spotOf(peg.place),
        state,
        thin: isSound && shot.is_thin,
        ...(isSound && state !== "on" ? { text: pegText(state, shot) } : {}),
      },
    ];
  });
}

function pegText(state: PegState, shot: Schemas["PegShot"]): string {
  return state === "close" ? `${shot.verdict}?` : shot.action;
}

export function planInstruments(setUps: readonly SetUp[], current?: string): PlanInstrument[] {
  return setUps
    .filter((one) => current === undefined || one.id === current)
    .flatMap((one) =>
      one.place
        ? [
            {
              name: `set-up ${one.number}`,
              spot: spotOf(one.place),
              isCurrent: one.id === (current ?? setUps[0]?.id),
              proves: one.id === current ? (one.proof?.metres ?? undefined) : undefined,
            },
          ]
        : [],
    );
}
