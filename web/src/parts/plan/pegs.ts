import type { Schemas } from "../../api/client";
import type { PlanInstrument, PlanPeg } from "./Plan";
import { type Spot, spotOf } from "./frame";

export type FloorPlan = Schemas["FloorPlan"];
type SetUp = Schemas["SetUpSheet"];

export function outlineSpots(floor: FloorPlan): Spot[] {
  return floor.outline.map(spotOf);
}

export function planPegs(floor: FloorPlan): PlanPeg[] {
  return floor.pegs.map((peg) => ({
    id: peg.id,
    name: peg.name,
    spot: spotOf(peg.place),
    state: peg.state,
    thin: peg.shot?.is_thin ?? false,
    ...(peg.shot && peg.state !== "on" ? { text: peg.shot.action } : {}),
  }));
}

export function planInstruments(setUps: readonly SetUp[], current?: string): PlanInstrument[] {
  return setUps
    .filter((one) => current === undefined || one.id === current)
    .map((one) => ({
      name: `set-up ${one.number}`,
      spot: spotOf(one.place),
      isCurrent: one.id === (current ?? setUps[0]?.id),
    }));
}
