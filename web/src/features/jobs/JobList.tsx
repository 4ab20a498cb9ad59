import Box from "@mui/material/Box";
import FormControlLabel from "@mui/material/FormControlLabel";
import Stack from "@mui/material/Stack";
import Switch from "@mui/material/Switch";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import type { Schemas } from "../../api/client";
import { JobRow } from "./JobRow";
import { found } from "./search";

type Props = { jobs: readonly Schemas["DayJob"][]; namesCrews: boolean };

/** From this many jobs on, one is looked for by typing. */
const MANY = 5;

/** The jobs at hand, the newest first; the archived ones where they are asked for. */
export function JobList({ jobs, namesCrews }: Props) {
  const [sought, seek] = useState("");
  const [showsArchived, setShows] = useState(false);
  const archived = jobs.filter((job) => job.is_archived).length;
  const shown = found(jobs, sought).filter((job) => showsArchived || !job.is_archived);
  return (
    <Stack spacing={1}>
      {(jobs.length > MANY || archived > 0) && (
        <Stack direction="row" sx={{ gap: 2, alignItems: "center", flexWrap: "wrap" }}>
          {jobs.length > MANY && (
            <TextField
              type="search"
              size="small"
              label="Find a job"
              value={sought}
              onChange={(event) => seek(event.target.value)}
              sx={{ flex: "1 1 200px" }}
            />
          )}
          {archived > 0 && (
            <FormControlLabel
              control={<Switch checked={showsArchived} onChange={() => setShows(!showsArchived)} />}
              label={`Archived too (${archived})`}
            />
          )}
        </Stack>
      )}
      <Box component="ul" aria-label="Jobs" sx={{ listStyle: "none", p: 0, m: 0 }}>
        {shown.map((job) => (
          <Box component="li" key={job.id} sx={{ "& + &": { mt: 0.75 } }}>
            <JobRow job={job} namesCrew={namesCrews} />
          </Box>
        ))}
      </Box>
      {shown.length === 0 && (
        <Typography color="text.secondary">
          {sought ? `No job is called “${sought}”, or stands there.` : "All jobs are archived."}
        </Typography>
      )}
    </Stack>
  );
}
