import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { usePours } from "../../api/queries";
import { OnDemand } from "../../parts/OnDemand";
import { Empty, Loaded, Page, Panel } from "../../parts/Page";
import { shownTime } from "../../parts/time";
import { useJobSheet } from "../frame/useJobSheet";
import { NewPour } from "./NewPour";
import { Verdict } from "./Verdict";

/** The pours of a job, each with go or hold. */
export function Pours() {
  const job = useJobSheet();
  const query = usePours(job.id);
  return (
    <Page title="Go or hold" lead="Each pour is worked out from what was shot and recorded.">
      <Loaded query={query}>
        {({ pours }) => (
          <>
            {pours.length === 0 && (
              <Empty>
                No pour is planned. Say what is poured and when; what holds it follows from the
                data.
              </Empty>
            )}
            {pours.map((pour) => (
              <Row key={pour.id} job={job.id} pour={pour} />
            ))}
            {job.can_plan && (
              <OnDemand
                title={pours.length ? "Plan another pour" : "Plan a pour"}
                draft={`pour:${job.id}`}
                isFirst={pours.length === 0}
              >
                {() => <NewPour job={job} />}
              </OnDemand>
            )}
          </>
        )}
      </Loaded>
    </Page>
  );
}

function Row({ job, pour }: { job: string; pour: Schemas["PourRow"] }) {
  return (
    <Panel title={pour.name}>
      <Stack direction="row" sx={{ gap: 2, alignItems: "center", flexWrap: "wrap" }}>
        <Verdict state={pour.state} />
        <Typography sx={{ flex: 1 }}>
          {shownTime(pour.pours_at)}: {pour.parts.join(", ")}
          {pour.holds > 0 && ` · ${pour.holds} ${pour.holds === 1 ? "hold" : "holds"}`}
        </Typography>
        <Button component={Link} to={`/jobs/${job}/pours/${pour.id}`} variant="contained">
          Open the list
        </Button>
      </Stack>
    </Panel>
  );
}
