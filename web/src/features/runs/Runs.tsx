import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { useRuns } from "../../api/queries";
import { Choose, useChosen } from "../../parts/Choose";
import { Needs } from "../../parts/Needs";
import { OnDemand } from "../../parts/OnDemand";
import { Empty, Loaded, Page, Panel } from "../../parts/Page";
import { useJobSheet } from "../frame/useJobSheet";
import { NewTurningPoint } from "./NewTurningPoint";
import { RunPanel } from "./RunPanel";

type Job = Schemas["JobSheet"];

/** Levels carried over turning points: shoot one, stand on it, close on a benchmark, spread. */
export function Runs() {
  const job = useJobSheet();
  const chosen = useChosen(job);
  const query = useRuns(job.id);
  const { setUp } = chosen;
  if (!setUp) return <Needs job={job} title="Runs" what="set-up" />;
  return (
    <Page
      title="Runs and turning points"
      lead="Shoot a firm point, move, stand the next set-up on it, and close on a benchmark."
      action={<Choose job={job} chosen={chosen} withFloor={false} />}
    >
      <Loaded query={query}>
        {({ runs, turning_points }) => (
          <>
            {runs.map((run) => (
              <RunPanel key={run.closing} job={job} run={run} />
            ))}
            {runs.length === 0 && (
              <Empty>
                No run is closed yet. From a set-up that stands on a turning point, read a benchmark
                again and choose “Close the run”.
              </Empty>
            )}
            <Stack direction={{ xs: "column", md: "row" }} spacing={2}>
              <TurningPoints job={job} points={turning_points} />
              {job.can_record && (
                <OnDemand
                  key={setUp.id}
                  title={`Shoot a turning point from set-up ${setUp.number}`}
                  draft={`turning-point:${setUp.id}`}
                  isFirst={turning_points.length === 0}
                >
                  {(close) => <NewTurningPoint job={job} setUp={setUp} onShot={close} />}
                </OnDemand>
              )}
            </Stack>
          </>
        )}
      </Loaded>
    </Page>
  );
}

type PointsProps = { job: Job; points: readonly Schemas["TurningPointSheet"][] };

function TurningPoints({ job, points }: PointsProps) {
  return (
    <Stack sx={{ flex: 1, minWidth: 0 }}>
      <Panel title="Turning points">
        {points.length === 0 && (
          <Typography color="text.secondary">
            None yet: something firm that can be read from two sides, such as a stake or a bolt.
          </Typography>
        )}
        {points.map((point) => (
          <Stack
            key={point.id}
            direction="row"
            sx={{ gap: 1, alignItems: "center", flexWrap: "wrap", minHeight: 56 }}
          >
            <Typography sx={{ flex: 1, minWidth: 220 }}>
              <strong>{point.name}</strong> {point.elevation.text} {point.uncertainty}
              <br />
              from set-up {point.set_up}
              {point.is_fixed ? ", fixed by its run" : ""}
              {point.in_doubt ? ", IN DOUBT" : ""}
            </Typography>
            {job.can_plan && (
              <Button
                component={Link}
                to={`/jobs/${job.id}/set-up/new?on=${point.id}`}
                variant={point.is_used ? "text" : "contained"}
              >
                Set up on {point.name}
              </Button>
            )}
          </Stack>
        ))}
      </Panel>
    </Stack>
  );
}
