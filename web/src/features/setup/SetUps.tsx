import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { Both } from "../../parts/BothTexts";
import { Empty, Page, Panel } from "../../parts/Page";
import { shownTime } from "../../parts/time";
import { useJobSheet } from "../frame/useJobSheet";
import { SightDrawing } from "./SightDrawing";

/** The set-ups of a job, the latest first. */
export function SetUps() {
  const job = useJobSheet();
  const add = job.can_plan && (
    <Button component={Link} to={`/jobs/${job.id}/set-up/new`} variant="contained">
      Set up here
    </Button>
  );
  return (
    <Page
      title="Set up"
      lead="Where the instrument stands, and the backsight that tells its line."
      action={add}
    >
      {job.set_ups.length === 0 && (
        <Empty action={add}>
          The instrument is not set up yet. Stand it where it sees the benchmark and the floor, and
          read the rod on the benchmark.
        </Empty>
      )}
      {job.set_ups.map((setUp) => (
        <SetUpPanel key={setUp.id} setUp={setUp} />
      ))}
    </Page>
  );
}

function SetUpPanel({ setUp }: { setUp: Schemas["SetUpSheet"] }) {
  const { line } = setUp;
  return (
    <Panel title={`Set-up ${setUp.number}`}>
      <Stack direction={{ xs: "column", md: "row" }} spacing={2}>
        <Stack sx={{ flex: 1 }} spacing={0.5}>
          <Typography color="text.secondary">{line.name}</Typography>
          <Typography sx={{ fontSize: "2.2rem", fontWeight: 700, lineHeight: 1.1 }}>
            <Both value={{ rod: line.constant.text, job: line.constant_on_rod }} />
          </Typography>
          <Typography sx={{ pt: 1 }}>
            {setUp.benchmark} at {setUp.benchmark_elevation.text}, backsight{" "}
            <strong>
              <Both value={line.backsight} />
            </strong>
          </Typography>
          <Typography>
            {setUp.instrument} · {setUp.rod.name}, {setUp.rod.numbering_text}
          </Typography>
          <Typography color="text.secondary">
            {shownTime(setUp.taken_at)}, {setUp.taken_by}
          </Typography>
        </Stack>
        <SightDrawing
          rod={setUp.rod}
          benchmark={`${setUp.benchmark} ${setUp.benchmark_elevation.text}`}
          line={line}
          height={200}
        />
      </Stack>
    </Panel>
  );
}
