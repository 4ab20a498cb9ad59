import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import { Link } from "react-router";
import { useDay, useSession } from "../../api/queries";
import { Empty, Loaded, Page } from "../../parts/Page";
import { TopBar } from "../frame/TopBar";
import { Below } from "./Below";
import { Due } from "./Due";
import { HeightNowLink } from "./HeightNowLink";
import { JobList } from "./JobList";
import { PoursAhead } from "./PoursAhead";
import { WhoIsWhere } from "./WhoIsWhere";

/** The crew's day: where every job stands, what is poured soon, what is due, who is where. */
export function Jobs() {
  const session = useSession();
  const day = useDay();
  const crews = session.data?.crews ?? [];
  const newJob = crews.some((crew) => crew.can_plan) && (
    <Button component={Link} to="/jobs/new" variant="contained">
      New job
    </Button>
  );
  return (
    <>
      <TopBar />
      <Box component="main">
        <Page
          title="Jobs"
          lead={`${session.data?.name ?? ""}, what are we setting today?`}
          action={newJob}
        >
          <Box
            sx={{
              display: "grid",
              gap: 2,
              alignItems: "start",
              gridTemplateColumns: { xs: "minmax(0, 1fr)", md: "minmax(0, 1.7fr) minmax(0, 1fr)" },
            }}
          >
            <Stack spacing={1.5}>
              <HeightNowLink />
              <Loaded query={day}>
                {({ jobs, crews: own }) =>
                  jobs.length ? (
                    <JobList jobs={jobs} namesCrews={own.length > 1} />
                  ) : (
                    <Empty action={newJob}>
                      No jobs yet. Work a height out above and keep it, or open a job: a name is
                      enough to begin.
                    </Empty>
                  )
                }
              </Loaded>
            </Stack>
            {day.data && (
              <Stack spacing={2}>
                {day.data.pours.length > 0 && <PoursAhead pours={day.data.pours} />}
                <Due due={day.data.due} levelings={day.data.levelings} />
                {day.data.jobs.length > 0 && <WhoIsWhere day={day.data} />}
              </Stack>
            )}
          </Box>
          {day.data && <Below crews={crews} />}
        </Page>
      </Box>
    </>
  );
}
