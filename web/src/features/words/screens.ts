/** What each screen of a job is for, in one sentence, and the words it rests on. */
export const SCREENS: Record<string, { purpose: string; words: readonly string[] }> = {
  "": {
    purpose: "Where the job stands: what comes next, and what asks for attention.",
    words: ["set-up", "hold"],
  },
  instruments: {
    purpose: "Prove the instrument before anything rests on it, and know how far it is out.",
    words: ["beam", "u", "rod"],
  },
  control: {
    purpose: "The points whose elevation is known; every height of the job is carried from them.",
    words: ["benchmark", "elevation"],
  },
  floors: {
    purpose: "The whole job drawn to scale; tap anything on it to open it.",
    words: ["finished-level", "stone", "formation", "fall"],
  },
  "take-along": {
    purpose: "What goes into the truck for this job; what is short stands first.",
    words: ["rod", "receiver", "chairs"],
  },
  heights: {
    purpose:
      "Every level of the job on one scale, with the beam across and what the rod shows at each.",
    words: ["elevation", "beam", "finished-level", "clamp"],
  },
  "set-up": {
    purpose: "Stand the instrument up and read a benchmark: that gives the height of the beam.",
    words: ["set-up", "backsight", "beam", "turning-point"],
  },
  stand: {
    purpose: "Where to stand the instrument so that the points to shoot are surest.",
    words: ["u", "set-up", "turning-point"],
  },
  runs: {
    purpose: "Carry the level on over turning points, and see whether it closes.",
    words: ["turning-point", "backsight", "foresight"],
  },
  points: { purpose: "Any height, without a plan.", words: ["benchmark", "rod", "cut"] },
  layout: {
    purpose: "Shoot the ground at the corners; boards, strings and stakes follow.",
    words: ["batter-boards", "rod"],
  },
  dig: {
    purpose: "Shoot what is dug while the digger is still here.",
    words: ["formation", "high", "cut"],
  },
  forms: {
    purpose: "Set the top of the forms, and shoot them.",
    words: ["forms", "high", "clamp"],
  },
  piers: {
    purpose: "From the ground to the heads of a row of piers.",
    words: ["stack-up", "high"],
  },
  stone: {
    purpose: "Shoot the stone all over: it says what to take off and add before the pour.",
    words: ["stone", "cut", "high", "u"],
  },
  "in-slab": {
    purpose: "Set what lies under the slab and in it: layers, steel, bolts, recesses.",
    words: ["layer", "chairs", "embed", "recess"],
  },
  marks: {
    purpose: "Set marks, forms and screed points at their heights.",
    words: ["clamp", "screed", "receiver"],
  },
  concrete: {
    purpose: "How thick the slab will be, and how much concrete to order.",
    words: ["stone", "finished-level"],
  },
  pours: {
    purpose: "Whether a pour may begin, each line with its reason.",
    words: ["hold", "strike"],
  },
  after: {
    purpose: "Shoot the finished surface: its range, tilt and bumps.",
    words: ["finished-level", "high"],
  },
  book: {
    purpose: "Every reading as it was taken, with the sums that prove it.",
    words: ["backsight", "foresight", "beam", "strike"],
  },
  records: {
    purpose: "What goes out on paper or as a file, and what comes in.",
    words: ["benchmark"],
  },
};
