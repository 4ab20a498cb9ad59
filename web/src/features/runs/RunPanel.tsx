import Box from "@mui/material/Box";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import type { Schemas } from "../../api/client";
import { Panel } from "../../parts/Page";
import { Plan } from "../../parts/plan/Plan";
import { spotOf } from "../../parts/plan/frame";
import { outlineSpots } from "../../parts/plan/pegs";
import { AcceptRun } from "./AcceptRun";
import { Profile } from "./Profile";
import { RunNotes } from "./RunNotes";

type Props = { job: Schemas["JobSheet"]; run: Schemas["RunSheet"] };

/** One run: how it closes, in plan and profile, its notes, and what accepting it moves. */
export function RunPanel({ job, run }: Props) {
  const places = run.spots.flatMap((spot) =>
    spot.place ? [{ ...spot, spot: spotOf(spot.place) }] : [],
  );
  const isGood = run.is_allowed && !run.in_doubt;
  return (
    <Panel title={run.name}>
      <Stack spacing={2}>
        <Box>
          <Typography
            sx={{
              fontSize: "2rem",
              fontWeight: 700,
              lineHeight: 1.1,
              color: isGood ? "on" : "high",
            }}
          >
            Closes {run.misclosure}; {run.allowed} is allowed
          </Typography>
          <Typography>{run.advice}</Typography>
        </Box>
        <Stack direction={{ xs: "column", md: "row" }} spacing={2}>
          <Box sx={{ flex: 1, minWidth: 0 }}>
            <Plan
              label={`The run in plan, ${run.name}`}
              outlines={job.floors.map(outlineSpots)}
              instruments={places
                .filter((one) => one.kind === "set-up")
                .map(({ name, spot }) => ({ name, spot, isCurrent: true }))}
              controls={unique(places.filter((one) => one.kind !== "set-up")).map(
                ({ name, spot, kind }) => ({ name, spot, isTurn: kind === "turn" }),
              )}
              track={places.map((one) => one.spot)}
              isMetric={job.volume_unit === "m³"}
              height={300}
            />
          </Box>
          <Box sx={{ flex: 1, minWidth: 0 }}>
            <Profile spots={run.spots} lines={run.lines} />
          </Box>
        </Stack>
        <RunNotes run={run} />
        {!run.is_accepted && isGood && job.can_plan && <AcceptRun job={job} run={run} />}
      </Stack>
    </Panel>
  );
}

/** A run that comes back to its start has that point once. */
function unique<One extends { name: string }>(places: readonly One[]): readonly One[] {
  return places.filter((one, i) => places.findIndex(({ name }) => name === one.name) === i);
}
