import type { Schemas } from "../api/client";

export type Kind = Schemas["ElementKindEnum"];
export type Shape = Schemas["ElementShapeEnum"];
export type Measure = {
  name: string;
  label: string;
  /** The usual figure, in feet and inches and in meters; yours to change. */
  usual?: readonly [string, string];
  hint?: string;
  /** Whether it stands folded away until it is wanted. */
  isFolded?: boolean;
  /** Where it is chosen: what is sent, and its words; the first is the usual one. */
  choices?: readonly (readonly [string, string])[];
};

/** The stages that belong to elements, each with a screen of its own. */
export type OwnStage = Exclude<Schemas["StageEnum"], "stone" | "points">;

type KindSheet = {
  name: string;
  /** The stages it brings points to. */
  stages: readonly OwnStage[];
  lead: string;
  /** What its level is the level of; empty where it is only found on site. */
  level: string;
  /** The surface of its floor it usually takes its level from; the top of slab where none is said. */
  part?: Schemas["FloorPartEnum"];
  /** How far above that surface it usually lies; where none is said, at it or below. */
  above?: readonly [string, string];
  /** How far off is still on; a usual figure for what is built where none is said. */
  tolerance?: readonly [string, string];
  shapes: readonly Shape[];
  measures: readonly Measure[];
  hasSteps?: boolean;
  hasLayers?: boolean;
};

/** What is dug is not held to what is built. */
const DUG = ['1"', "25 mm"] as const;

const LEFT_OPEN = "Leave it empty where nobody knows yet";

const SPACING: Measure = {
  name: "spacing",
  label: "Points at most apart",
  usual: ["8 ft", "2.5 m"],
};

const COUNTED: Measure = { ...SPACING, hint: "Or how many: about 12 shots" };

/** What a footing is asked against the frost; each is a hold until somebody entered it. */
const FROST: readonly Measure[] = [
  {
    name: "frost_depth",
    label: "Frost depth, local code",
    hint: "A hold until entered; 0 where none is asked",
  },
  { name: "grade", label: "Finished grade beside it", hint: "An elevation; a hold until entered" },
];

const WASTE: Measure = {
  name: "waste",
  label: "Concrete ordered with waste, %",
  usual: ["5", "5"],
};

const AROUND: readonly Shape[] = ["floor", "rectangle", "l-shape", "corners"];
const ALONG: readonly Shape[] = ["line", ...AROUND];

export const KINDS: Record<Kind, KindSheet> = {
  free: {
    name: "Free points",
    stages: [],
    lead: "Points that no plan asks for, added as they are shot.",
    level: "",
    shapes: [],
    measures: [],
  },
  lot: {
    name: "Lot line",
    stages: [],
    lead: "Where the lot ends; it is drawn on the plan, and nothing is shot or poured along it.",
    level: "",
    shapes: ["corners", "line", "rectangle", "l-shape"],
    measures: [],
  },
  obstacle: {
    name: "Wall, stack or machine",
    stages: [],
    lead: "What the beam doesn't pass: where to stand counts it, and names what it hides.",
    level: "",
    shapes: ["line", "corners", "rectangle", "l-shape"],
    measures: [],
  },
  boards: {
    name: "Batter boards",
    stages: ["layout"],
    lead: "Shoot the ground at every corner; the string, the boards and the stakes follow.",
    level: "",
    shapes: AROUND,
    measures: [
      { name: "clearance", label: "String above the highest ground", usual: ['6"', "150 mm"] },
      { name: "step", label: "Step the string down by", usual: ["2 ft", "600 mm"] },
      { name: "tallest", label: "Tallest practical board", usual: ["4 ft", "1.2 m"] },
      { name: "driven", label: "Stakes driven", usual: ['18"', "450 mm"] },
    ],
  },
  excavation: {
    name: "Excavation",
    stages: ["dig"],
    lead: "The formation, shot on a grid while it is dug.",
    level: "Formation",
    part: "sub-grade",
    tolerance: DUG,
    shapes: AROUND,
    measures: [
      COUNTED,
      {
        name: "ground",
        label: "Ground now, an elevation",
        hint: "For the soil; left empty, it is taken from the ground shots",
        isFolded: true,
      },
      {
        name: "loose",
        label: "Loose, it takes so many times the room",
        usual: ["1.25", "1.25"],
        isFolded: true,
      },
    ],
  },
  footing: {
    name: "Strip footing",
    stages: ["dig", "forms"],
    lead: "A strip along a line, with its steps; bottoms to dig to, tops to form to.",
    level: "Top of footing at its start",
    part: "sub-grade",
    tolerance: ['1/2"', "12 mm"],
    shapes: ALONG,
    measures: [
      { name: "strip_width", label: "Width of the strip", usual: ['16"', "400 mm"] },
      { name: "depth", label: "Depth, top to bottom", usual: ['8"', "200 mm"] },
      SPACING,
      ...FROST,
      WASTE,
    ],
    hasSteps: true,
  },
  pad: {
    name: "Pad",
    stages: ["dig", "forms"],
    lead: "A pad under a post or a column.",
    level: "Top of pad",
    tolerance: ['1/2"', "12 mm"],
    shapes: [],
    measures: [
      { name: "x", label: "Middle, to the right" },
      { name: "y", label: "Middle, away" },
      { name: "length", label: "Length, to the right" },
      { name: "width", label: "Width, away" },
      { name: "depth", label: "Depth, top to bottom" },
      ...FROST,
      WASTE,
    ],
  },
  wall: {
    name: "Wall of courses",
    stages: ["forms"],
    lead: "Every course's top, to set all along.",
    level: "Base, top of the footing",
    part: "sub-grade",
    tolerance: ['1/4"', "6 mm"],
    shapes: ALONG,
    measures: [
      { name: "unit", label: "Unit height", usual: ['7 5/8"', "190 mm"] },
      { name: "joint", label: "Joint", usual: ['3/8"', "10 mm"] },
      { name: "courses", label: "Courses" },
      { name: "thickness", label: "Wall thickness", usual: ['8"', "200 mm"] },
      SPACING,
    ],
  },
  form: {
    name: "Forms",
    stages: ["forms"],
    lead: "The top of form at each stake; it follows the fall of the floor it is given from.",
    level: "Top of form",
    shapes: ALONG,
    measures: [{ ...SPACING, label: "Stakes at most apart" }],
  },
  piers: {
    name: "Piers",
    stages: ["layout", "dig", "piers"],
    lead: "A row or a grid: ground, holes, tops, tubes and heads.",
    level: "Finished level above the piers",
    part: "finished",
    tolerance: ['1/4"', "6 mm"],
    shapes: [],
    measures: [
      { name: "x", label: "First pier, to the right" },
      { name: "y", label: "First pier, away" },
      { name: "x_last", label: "Last pier, to the right" },
      { name: "y_last", label: "Last pier, away" },
      { name: "count", label: "Piers in a row" },
      { name: "rows", label: "Rows", usual: ["1", "1"] },
      { name: "row_spacing", label: "Rows apart", hint: "Where there is more than one row" },
      { name: "extra_drop", label: "Extra drop", usual: ["0", "0"] },
      { name: "fall", label: "Fall along the row", usual: ["level", "level"] },
      { name: "diameter", label: "Tube diameter", usual: ['10"', "250 mm"] },
      { name: "bell_height", label: "Bell height", hint: "Empty for none" },
      { name: "bell_diameter", label: "Bell diameter", hint: "Empty for none" },
      { name: "least_depth", label: "Least depth, local code", hint: "A hold until entered" },
      { name: "frost_depth", label: "Frost depth, local code", hint: "A hold until entered" },
      { name: "bottom", label: "Planned bottom (elevation)", hint: LEFT_OPEN },
      { name: "auger", label: "The auger at hand reaches", hint: "Empty where it is deep enough" },
      { name: "stock", label: "Tubes come in", hint: "For the cut list" },
      { name: "kerf", label: "Lost at each cut", usual: ['1/8"', "3 mm"] },
      { name: "head_least", label: "Adjustable head, least height", hint: "Empty for none" },
      { name: "head_greatest", label: "Adjustable head, greatest", hint: "Empty for none" },
      WASTE,
    ],
    hasLayers: true,
  },
  piles: {
    name: "Screwed or driven piles",
    stages: ["piers"],
    lead: "A row of piles under a beam: the cut mark of each, its head, and what it was driven to.",
    level: "Top of what the piles carry",
    part: "finished",
    shapes: [],
    measures: [
      { name: "count", label: "Piles in the row" },
      { name: "apart", label: "Apart, to the right", usual: ["8 ft", "2.4 m"] },
      { name: "beam", label: "Beam, as measured" },
      {
        name: "own_beams",
        label: "Piles with another beam",
        hint: "Such as 2: 9 3/8, 4: 9 1/2; may be left empty",
        isFolded: true,
      },
      {
        name: "crown",
        label: "Crown of the beam, in its middle",
        hint: "Taken off a gap that is measured under it",
        isFolded: true,
      },
      { name: "shaft", label: "Shaft diameter", hint: "Empty where nobody knows" },
      { name: "torque", label: "Torque or refusal asked for", hint: "As the engineer wrote it" },
      { name: "head_least", label: "Head, least height", hint: "Empty for none" },
      { name: "head_greatest", label: "Head, greatest height", hint: "Empty for none" },
      { name: "x", label: "First pile, to the right", usual: ["0", "0"], isFolded: true },
      { name: "y", label: "First pile, away", usual: ["0", "0"], isFolded: true },
      {
        name: "x_last",
        label: "Last pile, to the right",
        hint: "Instead of how far apart",
        isFolded: true,
      },
      {
        name: "y_last",
        label: "Last pile, away",
        hint: "Instead of how far apart",
        isFolded: true,
      },
    ],
  },
  layer: {
    name: "Layer or lift",
    stages: ["in-slab"],
    lead: "A surface under the slab, shot like the stone: sand, insulation, a lift of stone.",
    level: "Top of the layer",
    part: "underside",
    tolerance: ['1/4"', "6 mm"],
    shapes: AROUND,
    measures: [COUNTED],
  },
  steel: {
    name: "Steel",
    stages: ["in-slab"],
    lead: "A mat on its chairs, or the top mat, shot before the pour.",
    level: "Top of the mat",
    tolerance: ['1/4"', "6 mm"],
    shapes: AROUND,
    measures: [{ ...COUNTED, usual: ["12 ft", "4 m"] }],
  },
  embeds: {
    name: "Bolts, sleeves, drains",
    stages: ["in-slab"],
    lead: "What is cast in, each at its place: bolts by their projection, sleeves by their center.",
    level: "Top of bolt or rim, center of sleeve,",
    above: ["0", "0"],
    shapes: ["corners"],
    measures: [],
  },
  recess: {
    name: "Recess or raised part",
    stages: ["in-slab"],
    lead: "A step, a ledge, a threshold or a shower: its own level, and what it takes of concrete.",
    level: "Its surface",
    shapes: AROUND,
    measures: [SPACING, WASTE],
  },
  curb: {
    name: "Curb",
    stages: ["forms"],
    lead: "A strip that stands above the slab and is poured with it: its form, and its concrete.",
    level: "Top of curb",
    above: ['6"', "150 mm"],
    shapes: ALONG,
    measures: [
      { name: "strip_width", label: "Width of the curb", usual: ['6"', "150 mm"] },
      { ...SPACING, label: "Stakes at most apart" },
      WASTE,
    ],
  },
  marks: {
    name: "Wall marks",
    stages: ["marks"],
    lead: "Marks for a chalk line; on a fall each has its own height, and a drop from a level line.",
    level: "Marks",
    shapes: ALONG,
    measures: [{ ...SPACING, label: "Marks at most apart", usual: ["16 ft", "5 m"] }],
  },
  grade: {
    name: "Ground away from a wall",
    stages: ["after"],
    lead: "Finished ground beside a wall and so far out, falling away so that water runs off.",
    level: "Ground at the wall",
    tolerance: DUG,
    shapes: [...AROUND, "line"],
    measures: [
      {
        name: "away",
        label: "Falls away",
        usual: ["6 in over 10 ft", "5 %"],
        hint: "Local code says how much",
      },
      { name: "reach", label: "As far out as", usual: ["10 ft", "3 m"] },
      {
        name: "falls_to",
        label: "Along an open line it falls to",
        choices: [
          ["right", "the right, seen along the line"],
          ["left", "the left, seen along the line"],
        ],
      },
      { ...SPACING, usual: ["16 ft", "5 m"] },
    ],
  },
  finished: {
    name: "Finished surface",
    stages: ["after"],
    lead: "Shot after the pour: range, tilt apart from bumps, the worst spots.",
    level: "Finished level",
    shapes: AROUND,
    measures: [COUNTED],
  },
  screed: {
    name: "Screed points",
    stages: ["marks"],
    lead: "A grid the straightedge reaches over, each ticked when it is on.",
    level: "Finished level",
    shapes: AROUND,
    measures: [
      {
        name: "screeds",
        label: "What the straightedge runs on",
        choices: [
          ["fixed", "pins, pipes or rails, fixed before the pour"],
          ["wet", "wet pads, struck while it is poured"],
        ],
      },
      { name: "straightedge", label: "Straightedge", usual: ["10 ft", "3 m"] },
      { name: "overlap", label: "Overlap", usual: ["1 ft", "300 mm"] },
    ],
  },
};

/** The kinds that bring points to a stage. */
export const kindsOf = (stage: OwnStage): readonly Kind[] =>
  KIND_KEYS.filter((kind) => KINDS[kind].stages.includes(stage));

export const KIND_KEYS = (Object.keys(KINDS) as Kind[]).filter((kind) => kind !== "free");
