import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { Both } from "../../parts/BothTexts";
import { Empty, Page, Panel } from "../../parts/Page";
import { shownTime } from "../../parts/time";
import { useJobSheet } from "../frame/useJobSheet";
import { Pictures } from "../pictures";
import { Rereads, StandingBar } from "../standing";
import { Backsights } from "./Backsights";
import { SightDrawing } from "./SightDrawing";

/** The set-ups of a job, the latest first. */
export function SetUps() {
  const job = useJobSheet();
  const add = job.can_set_up && (
    <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap" }}>
      {job.can_plan && job.set_ups.length > 0 && (
        <Button component={Link} to={`/jobs/${job.id}/runs`} variant="outlined">
          Runs and turning points
        </Button>
      )}
      <Button component={Link} to={`/jobs/${job.id}/stand`} variant="outlined">
        Where to stand
      </Button>
      <Button component={Link} to={`/jobs/${job.id}/set-up/new`} variant="contained">
        Set up here
      </Button>
    </Stack>
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
      {job.set_ups.map((setUp, i) => (
        <SetUpPanel key={setUp.id} job={job} setUp={setUp} isCurrent={i === 0} />
      ))}
    </Page>
  );
}

type PanelProps = {
  job: Schemas["JobSheet"];
  setUp: Schemas["SetUpSheet"];
  isCurrent: boolean;
};

function SetUpPanel({ job, setUp, isCurrent }: PanelProps) {
  const { line, standing } = setUp;
  return (
    <Panel title={`Set-up ${setUp.number}`}>
      <Stack spacing={2}>
        {(isCurrent || standing.in_doubt) && <StandingBar job={job} setUp={setUp} />}
        <Stack direction={{ xs: "column", md: "row" }} spacing={2}>
          <Stack sx={{ flex: 1 }} spacing={0.5}>
            <Typography color="text.secondary">{line.name}</Typography>
            <Typography sx={{ fontSize: "2.2rem", fontWeight: 700, lineHeight: 1.1 }}>
              <Both value={{ rod: line.constant.text, job: line.constant_on_rod }} />
            </Typography>
            <Typography sx={{ pt: 1 }}>
              {setUp.known} at {setUp.known_elevation.text}
              {setUp.known_uncertainty && ` ${setUp.known_uncertainty}`}, backsight{" "}
              <strong>
                <Both value={line.backsight} />
              </strong>
            </Typography>
            {setUp.disagreement && (
              <Typography sx={setUp.backsights_agree ? {} : { color: "high", fontWeight: 700 }}>
                The backsights disagree by {setUp.disagreement};{" "}
                {setUp.backsights_agree
                  ? "the mean counts."
                  : "nothing read from here counts until one is struck."}
              </Typography>
            )}
            <Typography>
              {setUp.instrument} · {setUp.receiver ? setUp.receiver.name : "read by eye"} ·{" "}
              {setUp.rod.name}, {setUp.rod.numbering_text}
            </Typography>
            {setUp.proof && <Typography sx={{ fontWeight: 600 }}>{setUp.proof.text}</Typography>}
            <Typography color="text.secondary">
              {shownTime(setUp.taken_at)}, {setUp.taken_by}
            </Typography>
          </Stack>
          <SightDrawing
            sight={setUp.line.sight}
            rod={setUp.rod}
            benchmark={`${setUp.known} ${setUp.known_elevation.text}`}
            line={line}
            height={200}
          />
        </Stack>
        <Backsights setUp={setUp} canRecord={job.can_record} />
        <Pictures job={job.id} kind="set-up" about={setUp.id} />
        <Rereads setUp={setUp} canRecord={job.can_record} />
      </Stack>
    </Panel>
  );
}
