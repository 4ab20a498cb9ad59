import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { Page, Panel } from "../../parts/Page";
import { Legend } from "../../parts/plan/Legend";
import { Plan } from "../../parts/plan/Plan";
import {
  elementLines,
  outlineSpots,
  panelLines,
  planInstruments,
  planPegs,
} from "../../parts/plan/pegs";
import { shownTime, useNow } from "../../parts/time";
import { STEP_NAMES } from "../frame/Steps";
import { useJobSheet } from "../frame/useJobSheet";
import { Verdict } from "../pours";
import { StandingBar } from "../standing";
import { Counts } from "./Counts";
import { useTakeAlong } from "./useTakeAlong";

const TO_DO: Record<Schemas["Step"]["key"], string> = {
  instruments: "Check the instrument before anything rests on it.",
  control: "Enter a benchmark: the point everything is carried from.",
  floors: "Lay out the floor: outline, finished level, thickness.",
  layout: "Shoot the ground at the corners; boards and strings follow.",
  dig: "Shoot the bottoms while the digger is still here.",
  forms: "Set the forms and shoot their tops.",
  piers: "Shoot the tops of the piers.",
  "set-up": "Set up the instrument and take a backsight.",
  points: "Readings of points are in doubt. Shoot them again.",
  marks: "Set the marks and the screed points.",
  stone: "Go on shooting the stone.",
  "in-slab": "Set the layers, the steel and what is cast in.",
  concrete: "Look at the thin spots before you order.",
  pours: "A pour is on hold. See what holds it.",
  after: "Shoot the finished surface.",
  book: "Look over the level notes.",
  records: "Make the job record.",
};

/** Where a step that comes next has one thing to do, straight to that. */
const STRAIGHT_TO: Partial<Record<Schemas["Step"]["key"], string>> = {
  floors: "floors/new",
  "set-up": "set-up/new",
};

/** It asks for attention in a place of its own. */
const APART = "instruments";

/** Where the job stands, and what comes next. */
export function Overview() {
  const job = useJobSheet();
  const next =
    job.steps.find((step) => step.state === "next") ??
    job.steps.find((step) => step.state === "attention" && step.key !== APART);
  return (
    <Page
      title="Where the job stands"
      lead={job.crew}
      action={
        <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap" }}>
          <Button component={Link} to={`/jobs/${job.id}/take-along`} variant="outlined">
            What to take along
          </Button>
          <Button component={Link} to={`/jobs/${job.id}/happened`} variant="outlined">
            What happened
          </Button>
          {job.can_plan && (
            <Button component={Link} to={`/jobs/${job.id}/settings`} variant="outlined">
              Job settings
            </Button>
          )}
        </Stack>
      }
    >
      <Next job={job} next={next} />
      {job.set_ups[0] && (
        <StandingBar job={job} setUp={job.set_ups[0]} isOnTheWay={next?.key === "set-up"} />
      )}
      <Ahead job={job} />
      <Short job={job} />
      <Asking job={job} />
      {job.floors.map((floor) => (
        <Panel key={floor.id} title={floor.name}>
          <Counts floor={floor} />
          <Plan
            label={`Plan of ${floor.name}`}
            outlines={[outlineSpots(floor)]}
            lines={[...panelLines(floor), ...elementLines(job)]}
            pegs={planPegs(floor)}
            instruments={planInstruments(job.set_ups, job.set_ups[0]?.id ?? "")}
            isMetric={job.volume_unit === "m³"}
            height={440}
          />
          <Legend />
        </Panel>
      ))}
    </Page>
  );
}

/** The pours that are not made yet, each with GO or HOLD. */
function Ahead({ job }: { job: Schemas["JobSheet"] }) {
  const ahead = job.pours.filter((pour) => pour.state !== "poured");
  if (!ahead.length) return null;
  return (
    <Panel title="Pours ahead">
      {ahead.map((pour) => (
        <Stack
          key={pour.id}
          direction="row"
          sx={{ gap: 2, py: 0.5, alignItems: "center", flexWrap: "wrap" }}
        >
          <Verdict state={pour.state} />
          <Typography sx={{ flex: "1 1 200px" }}>
            <strong>{pour.name}</strong>, {shownTime(pour.pours_at)}
            {pour.holds > 0 && ` · ${pour.holds} ${pour.holds === 1 ? "hold" : "holds"}`}
          </Typography>
          <Button component={Link} to={`/jobs/${job.id}/pours/${pour.id}`} variant="outlined">
            Open the list
          </Button>
        </Stack>
      ))}
    </Panel>
  );
}

/** The evening before a pour: what is short of all that is to be taken along. */
function Short({ job }: { job: Schemas["JobSheet"] }) {
  const now = useNow();
  const isSoon = job.pours.some(({ state, pours_at }) => {
    const left = Date.parse(pours_at) - now;
    return state !== "poured" && left > 0 && left < SOON;
  });
  const short = useTakeAlong(job.id, isSoon).data?.items.filter((item) => item.short) ?? [];
  if (!isSoon || !short.length) return null;
  return (
    <Panel title="Short for the pour">
      {short.map((item) => (
        <Typography key={item.key}>
          <strong>{item.name}</strong>: {item.short}
        </Typography>
      ))}
    </Panel>
  );
}

/** A day and a half before a pour is the evening before it. */
const SOON = 36 * 3600 * 1000;

/** What asks for attention besides the next step. */
function Asking({ job }: { job: Schemas["JobSheet"] }) {
  const asking = job.steps.filter(
    (step) => step.state === "attention" && step.key === "instruments",
  );
  const doubtful = job.set_ups.slice(1).filter((setUp) => setUp.standing.in_doubt);
  if (!asking.length && !doubtful.length) return null;
  return (
    <Panel title="Asks for attention">
      <Stack spacing={1} sx={{ alignItems: "flex-start" }}>
        {asking.map((step) => (
          <Button
            key={step.key}
            component={Link}
            to={`/jobs/${job.id}/${step.key}`}
            variant="outlined"
          >
            {STEP_NAMES[step.key]}: {step.note}
          </Button>
        ))}
        {doubtful.map((setUp) => (
          <Button
            key={setUp.id}
            component={Link}
            to={`/jobs/${job.id}/set-up/${setUp.id}/way-out`}
            variant="outlined"
          >
            Set-up {setUp.number} was in doubt: the way out
          </Button>
        ))}
      </Stack>
    </Panel>
  );
}

function Next({ job, next }: { job: Schemas["JobSheet"]; next: Schemas["Step"] | undefined }) {
  const isBare = !job.floors.length && !job.elements.some(({ kind }) => kind !== "free");
  const key = next?.key ?? (isBare ? "floors" : "concrete");
  const shaken = key === "set-up" ? job.set_ups[0] : undefined;
  const what = shaken
    ? `Set-up ${shaken.number} is in doubt: clear it, or shoot again what it spoiled.`
    : TO_DO[key];
  return (
    <Stack
      direction="row"
      sx={{
        bgcolor: "peg",
        color: "#15191c",
        p: 2,
        gap: 2,
        flexWrap: "wrap",
        alignItems: "center",
      }}
    >
      <Box sx={{ flex: "1 1 240px" }}>
        <Typography variant="h3" component="h2">
          {next ? "Comes next" : isBare ? "Nothing is on the plan yet" : "All steps are done"}
        </Typography>
        <Typography sx={{ fontSize: "1.25rem", fontWeight: 600 }}>
          {next
            ? what
            : isBare
              ? "Put on it what you will pour, or go on with points."
              : "Volume and order stand under Concrete."}
        </Typography>
        <Typography>{next?.note}</Typography>
      </Box>
      <Button
        component={Link}
        to={`/jobs/${job.id}/${shaken ? `set-up/${shaken.id}/way-out` : (STRAIGHT_TO[key] ?? key)}`}
        variant="contained"
        size="large"
        sx={{ bgcolor: "#15191c", color: "#fff" }}
      >
        {shaken ? "The way out" : STEP_NAMES[key]}
      </Button>
    </Stack>
  );
}
