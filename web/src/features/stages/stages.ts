import type { Schemas } from "../../api/client";
import type { OwnStage } from "../../parts/kinds";

export type Stage = Schemas["StageEnum"];

type StageWords = {
  title: string;
  /** What to do where the plan has nothing for the stage yet. */
  empty: string;
  /** Where its points are shot. */
  path: string;
  cautions: readonly string[];
};

export const STAGES: Record<OwnStage, StageWords> = {
  layout: {
    title: "Rough layout",
    empty:
      "Add batter boards around the lot: shooting its corners gives the string and the stakes.",
    path: "layout",
    cautions: [
      "Beam: set it above or below eye level and post the sign for its class.",
      "Stakes: have buried services located before you drive any; cap what is left standing.",
    ],
  },
  dig: {
    title: "Dig",
    empty: "Add an excavation, a footing, a pad or piers: their bottoms are shot here.",
    path: "dig",
    cautions: [
      "Buried services: have them located before any digging or auger; local rules say by whom.",
      "Trench and hole edges: keep back, shore or slope as local rules say, cover open holes.",
    ],
  },
  forms: {
    title: "Footings and forms",
    empty: "Add forms, a footing, a wall or a curb: the tops to set are shot here.",
    path: "forms",
    cautions: ["Rebar and stakes: cap every end that stands up."],
  },
  piers: {
    title: "Piers",
    empty: "Add a row or a grid of piers: their schedule, cut list and heads follow.",
    path: "piers",
    cautions: [
      "Tubes and beams: lift with enough hands, and brace them before you let go.",
      "Open holes: cover them until the tube stands.",
    ],
  },
  "in-slab": {
    title: "Under and in the slab",
    empty: "Add a layer, steel, bolts or a recess: each is shot here before the pour.",
    path: "in-slab",
    cautions: ["Rebar and bolts: cap every end that stands up."],
  },
  marks: {
    title: "Marks and screed points",
    empty: "Add wall marks or screed points: each is ticked here when it is on.",
    path: "marks/shoot",
    cautions: ["Wet concrete burns skin: gloves, boots and water to wash it off at once."],
  },
  after: {
    title: "After the pour",
    empty: "Add the finished surface: its range, its tilt and its bumps follow from its shots.",
    path: "after",
    cautions: ["Young concrete: keep off until it carries; it still burns skin."],
  },
};
