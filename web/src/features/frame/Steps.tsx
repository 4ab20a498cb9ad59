import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { NARROW } from "../../theme/theme";

type Job = Schemas["JobSheet"];
type Step = Schemas["Step"];

export const STEP_NAMES: Record<Step["key"], string> = {
  instruments: "Prove the instrument",
  control: "Control",
  floors: "The plan",
  "set-up": "Set up",
  points: "Any point",
  layout: "Rough layout",
  dig: "Dig",
  forms: "Footings and forms",
  piers: "Piers",
  stone: "Shoot the stone",
  "in-slab": "Under and in the slab",
  marks: "Marks and screed",
  concrete: "Concrete",
  pours: "Go or hold",
  after: "After the pour",
  book: "The book",
  records: "Records",
};

const STATE_WORDS: Record<Step["state"], string> = {
  done: "done",
  next: "comes next",
  open: "open",
  later: "later",
  attention: "asks for attention",
};

/** Screens that stand beside a step's own. */
const BELONGS_TO: Record<string, Step["key"]> = {
  elements: "floors",
  heights: "floors",
  drawings: "floors",
  stand: "set-up",
  runs: "control",
  "height-now": "points",
};

/** Screens that belong to no step. */
const APART: Record<string, string> = {
  happened: "What happened",
  settings: "Job settings",
  "": "Where the job stands",
};

/** The step a screen belongs to, named with its number in the order of work. */
export function stepAt(job: Job, pathname: string): { key?: Step["key"]; name: string } {
  const part = pathname.split("/")[3] ?? "";
  const own = BELONGS_TO[part] ?? part;
  const index = job.steps.findIndex((step) => step.key === own);
  const step = job.steps[index];
  if (step) return { key: step.key, name: `${index + 1}. ${STEP_NAMES[step.key]}` };
  return { name: APART[own] ?? (STEP_NAMES as Record<string, string>)[own] ?? job.name };
}

/** The steps as pegs along a line: driven when done, marked when next. */
export function Steps({ job, here }: { job: Job; here: string | undefined }) {
  return (
    <Box component="ol" sx={{ listStyle: "none", m: 0, p: 0, pt: 1, position: "relative" }}>
      {job.steps.map((step, i) => (
        <Box component="li" key={step.key} sx={{ position: "relative" }}>
          <Box
            component={Link}
            to={`/jobs/${job.id}/${step.key}`}
            aria-current={step.key === here ? "page" : undefined}
            sx={{
              display: "flex",
              gap: 1,
              alignItems: "center",
              minHeight: 45,
              px: 1.5,
              color: "#fff",
              textDecoration: "none",
              bgcolor: step.key === here ? "#343c40" : "transparent",
              "&:hover": { bgcolor: "#2a3135" },
            }}
          >
            <StepPeg state={step.state} isLast={i === job.steps.length - 1} />
            <Box sx={{ minWidth: 0 }}>
              <Typography noWrap sx={{ fontFamily: NARROW, fontWeight: 600, lineHeight: 1.2 }}>
                {i + 1}. {STEP_NAMES[step.key]}
              </Typography>
              <Typography variant="body2" noWrap sx={{ color: "#d3d9da" }}>
                {step.state === "next" ? "next: " : ""}
                {step.note}
                <Box component="span" sx={visuallyHidden}>
                  {`, ${STATE_WORDS[step.state]}`}
                </Box>
              </Typography>
            </Box>
          </Box>
        </Box>
      ))}
    </Box>
  );
}

const visuallyHidden = {
  position: "absolute",
  width: 1,
  height: 1,
  overflow: "hidden",
  clipPath: "inset(50%)",
} as const;

function StepPeg({ state, isLast }: { state: Step["state"]; isLast: boolean }) {
  const fill = state === "done" ? "#ffc20e" : "#15191c";
  const stroke = state === "later" ? "#7d888c" : "#ffc20e";
  return (
    <svg width={22} height={46} viewBox="0 5 22 46" aria-hidden style={{ flexShrink: 0 }}>
      <path d={isLast ? "M11 0V28" : "M11 0V56"} stroke="#7d888c" strokeWidth={2} />
      <path d="M4 16h14v16l-7 10-7-10z" fill={fill} stroke={stroke} strokeWidth={2} />
      {state === "done" && (
        <path d="M7 24l3 4 5-7" fill="none" stroke="#15191c" strokeWidth={2.5} />
      )}
      {state === "attention" && <Attention />}
      {state === "next" && <circle cx={11} cy={25} r={3.5} fill="#ffc20e" />}
    </svg>
  );
}

function Attention() {
  return (
    <text x={11} y={32} textAnchor="middle" fontWeight={700} fontSize={18} fill="#ffc20e">
      !
    </text>
  );
}
