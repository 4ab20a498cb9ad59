import Box from "@mui/material/Box";
import LinearProgress from "@mui/material/LinearProgress";
import Link from "@mui/material/Link";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { Link as RouterLink } from "react-router";
import type { Schemas } from "../../api/client";
import { Problems } from "../../parts/Problems";
import { shownTime } from "../../parts/time";

type Work = Schemas["WorkSheet"];

const STATE_WORDS: Record<Work["state"], string> = {
  waiting: "waiting",
  running: "at work",
  done: "✓ done",
  failed: "NOT done",
};

type Props = { works: readonly Work[]; withJob?: boolean };

/** Long works: each can be left, and goes on. */
export function Works({ works, withJob = false }: Props) {
  if (!works.length) return null;
  return (
    <Stack component="ul" spacing={1.5} sx={{ listStyle: "none", m: 0, p: 0 }} aria-live="polite">
      {works.map((work) => (
        <li key={work.id}>
          <One work={work} withJob={withJob} />
        </li>
      ))}
    </Stack>
  );
}

function One({ work, withJob }: { work: Work; withJob: boolean }) {
  const isOn = work.state === "waiting" || work.state === "running";
  const share = work.of ? (100 * work.done) / work.of : 0;
  return (
    <Box sx={{ borderLeft: 6, borderColor: work.state === "failed" ? "high" : "divider", pl: 1.5 }}>
      <Typography>
        <strong>{STATE_WORDS[work.state]}</strong>: {work.kind_text}
        {work.file_name && `, ${work.file_name}`}. {work.asked_by}, {shownTime(work.asked_at)}.{" "}
        {work.says}
        {withJob && work.job && (
          <>
            {" "}
            <Link component={RouterLink} to={`/jobs/${work.job}`}>
              Open the job
            </Link>
          </>
        )}
      </Typography>
      {isOn && (
        <Box sx={{ maxWidth: 420, pt: 0.5 }}>
          <LinearProgress
            aria-label={work.kind_text}
            variant={work.of ? "determinate" : "indeterminate"}
            value={share}
          />
          <Typography variant="body2" color="text.secondary">
            {work.of ? `${Math.floor(share)} %` : "in line"}; you can leave this page, it goes on.
          </Typography>
        </Box>
      )}
      <Problems problems={work.problems} />
    </Box>
  );
}
