import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import type { Schemas } from "../../api/client";
import { Panel } from "../../parts/Page";
import { OverTheLine } from "../line";
import { PutOnJob } from "./PutOnJob";
import { comingDays } from "./coming";

type Day = Schemas["DaySheet"];

/** Who is on which job, day by day; the foreman says it, everybody sees it. */
export function WhoIsWhere({ day }: { day: Day }) {
  const days = comingDays(new Date());
  const [chosen, choose] = useState(days[0]?.iso ?? "");
  const [isOpen, setOpen] = useState(false);
  const jobs = day.jobs.filter((job) => !job.is_archived);
  const plans = day.crews.filter((crew) => crew.can_plan).map(({ id }) => id);
  const mine = jobs.filter((job) => plans.includes(job.crew_id));
  return (
    <Panel title="Who is where">
      <Stack spacing={1.5}>
        <ToggleButtonGroup
          exclusive
          fullWidth
          size="small"
          value={chosen}
          aria-label="Day"
          onChange={(_, next: string | null) => next && choose(next)}
        >
          {days.map(({ iso, name, date }) => (
            <ToggleButton key={iso} value={iso} sx={{ px: 0.5, lineHeight: 1.2, minWidth: 0 }}>
              {name}
              <br />
              {date}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
        <Placed day={day} on={chosen} />
        {mine.length > 0 && !isOpen && (
          <Button sx={{ alignSelf: "start" }} onClick={() => setOpen(true)}>
            Put people on a job
          </Button>
        )}
        {isOpen && (
          <OverTheLine what="Who is where">
            <PutOnJob day={day} on={chosen} jobs={mine} onClose={() => setOpen(false)} />
          </OverTheLine>
        )}
      </Stack>
    </Panel>
  );
}

function Placed({ day, on }: { day: Day; on: string }) {
  const people = new Map(day.crews.flatMap(({ people }) => people.map((p) => [p.id, p.name])));
  const rows = day.jobs
    .map((job) => ({
      job,
      names: day.days
        .filter((one) => one.day === on && one.job === job.id)
        .map((one) => people.get(one.person) ?? "somebody who left"),
    }))
    .filter(({ names }) => names.length > 0);
  if (rows.length === 0) return <Typography color="text.secondary">Nobody yet.</Typography>;
  return (
    <Box component="ul" sx={{ listStyle: "none", p: 0, m: 0 }}>
      {rows.map(({ job, names }) => (
        <Typography component="li" key={job.id}>
          <strong>{job.name}</strong>: {names.join(", ")}
        </Typography>
      ))}
    </Box>
  );
}
