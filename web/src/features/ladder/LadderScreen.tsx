import Alert from "@mui/material/Alert";
import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { api, told } from "../../api/client";
import { Choose, useChosen } from "../../parts/Choose";
import { Loaded, Page } from "../../parts/Page";
import { useJobSheet } from "../frame/useJobSheet";
import { Ladder } from "./Ladder";

/** Every height of a job in its order, with the beam across and what the rod shows at each. */
export function LadderScreen() {
  const job = useJobSheet();
  const chosen = useChosen(job);
  const setUp = chosen.setUp?.id;
  const query = useQuery({
    queryKey: ["ladder", job.id, setUp],
    queryFn: () =>
      told(
        api.GET("/api/v1/jobs/{job}/ladder", {
          params: { path: { job: job.id }, query: setUp ? { set_up: setUp } : {} },
        }),
      ),
  });
  return (
    <Page
      title="Heights"
      lead="Every level of the job in its order, the highest first."
      action={<Choose job={job} chosen={chosen} withFloor={false} />}
    >
      <Loaded query={query}>
        {(sheet) =>
          sheet.rungs.length === 0 ? (
            <Typography>
              No height yet.{" "}
              <Button component={Link} to={`/jobs/${job.id}/control`}>
                Add a benchmark
              </Button>
            </Typography>
          ) : (
            <>
              {sheet.beam?.in_doubt && (
                <Alert severity="warning">
                  Set-up {sheet.beam.number} is in doubt: what its rod shows here is not to be
                  trusted.
                </Alert>
              )}
              <Ladder sheet={sheet} />
            </>
          )
        }
      </Loaded>
    </Page>
  );
}
