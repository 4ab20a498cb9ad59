import Box from "@mui/material/Box";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { STEP_NAMES } from "../frame/Steps";
import { TakeAlong, ageInWords, useTaken } from "../line";
import { Verdict } from "../pours";

type Job = Schemas["DayJob"];
type Stands = Schemas["GlanceSheet"];

/** A job: its name, and where it stands. */
export function JobRow({ job, namesCrew }: { job: Job; namesCrew: boolean }) {
  const { jobs } = useTaken();
  const age = ageInWords(jobs.find((taken) => taken.job === job.id));
  const about = [job.is_archived && "archived", job.place, namesCrew && job.crew, age];
  return (
    <Stack direction="row" sx={{ alignItems: "stretch" }}>
      <Box
        component={Link}
        to={`/jobs/${job.id}`}
        sx={{
          display: "flex",
          flexWrap: "wrap",
          columnGap: 2,
          alignItems: "center",
          flex: 1,
          minWidth: 0,
          bgcolor: "background.paper",
          color: "text.primary",
          textDecoration: "none",
          px: 1.5,
          py: 0.75,
          borderLeft: "8px solid",
          borderColor: "peg",
          "&:hover": { bgcolor: "slab" },
        }}
      >
        <Box sx={{ flex: "1.5 1 200px", minWidth: 0 }}>
          <Typography variant="h3" component="span" sx={{ display: "block" }}>
            {job.name}
          </Typography>
          <Typography color="text.secondary" component="span" variant="body2">
            {about.filter(Boolean).join(" · ")}
          </Typography>
        </Box>
        {!job.is_archived && <Standing stands={job.stands} />}
      </Box>
      {!age && !job.is_archived && <TakeAlong id={job.id} name={job.name} crew_id={job.crew_id} />}
    </Stack>
  );
}

function Standing({ stands }: { stands: Stands | null }) {
  if (!stands)
    return (
      <Typography component="span" color="text.secondary">
        looking…
      </Typography>
    );
  return (
    <Box component="span" sx={{ flex: "1 1 190px", minWidth: 0 }}>
      <Box component="span" sx={{ display: "flex", gap: 1, alignItems: "center" }}>
        {stands.verdict && <Verdict state={stands.verdict} isSmall />}
        <Typography component="span" sx={{ fontWeight: 600 }}>
          {stands.next
            ? `Next: ${STEP_NAMES[stands.next as keyof typeof STEP_NAMES]}`
            : "Nothing waits"}
        </Typography>
      </Box>
      <Typography component="span" variant="body2" sx={{ display: "block" }}>
        {details(stands).join(" · ")}
      </Typography>
    </Box>
  );
}

/** What is in doubt, what is left, and what holds it. */
function details({ doubted, left, why }: Stands): string[] {
  return [
    doubted ? `${doubted} in doubt` : "",
    left ? `${left} to shoot` : "",
    why[0] ? `${why[0]}${why.length > 1 ? `, and ${why.length - 1} more` : ""}` : "",
  ].filter(Boolean);
}
