import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { useBackup, useJobs, useSession } from "../../api/queries";
import { Empty, Loaded, Page } from "../../parts/Page";
import { BringJobIn } from "../records";
import { OnThisPhone, OverTheLine, TakeAlong, ageInWords, useTaken } from "../line";
import { TopBar } from "../frame/TopBar";

/** The jobs of the person's crews. */
export function Jobs() {
  const session = useSession();
  const jobs = useJobs();
  const crews = session.data?.crews ?? [];
  const canPlan = crews.some((crew) => crew.can_plan);
  const newJob = canPlan && (
    <Button component={Link} to="/jobs/new" variant="contained">
      New job
    </Button>
  );
  return (
    <>
      <TopBar />
      <Box sx={{ maxWidth: 900 }}>
        <Box sx={{ p: { xs: 1.5, md: 3 }, pb: { xs: 0, md: 0 } }}>
          <HeightNowLink />
        </Box>
        <Page
          title="Jobs"
          lead={`${session.data?.name ?? ""}, what are we setting today?`}
          action={newJob}
        >
          <Loaded query={jobs}>
            {({ jobs: rows }) =>
              rows.length ? (
                <Stack component="ul" spacing={1} sx={{ listStyle: "none", p: 0, m: 0 }}>
                  {rows.map((job) => (
                    <li key={job.id}>
                      <JobRow {...job} />
                    </li>
                  ))}
                </Stack>
              ) : (
                <Empty action={newJob}>
                  No jobs yet. Work a height out above and keep it, or open a job: a name is enough
                  to begin.
                </Empty>
              )
            }
          </Loaded>
          <OverTheLine what="Bringing a job in">
            {crews
              .filter((crew) => crew.can_plan)
              .map((crew) => (
                <BringJobIn key={crew.id} crew={crew.id} name={crew.name} />
              ))}
          </OverTheLine>
          <Stack direction="row" spacing={1} useFlexGap sx={{ flexWrap: "wrap" }}>
            {crews.map((crew) => (
              <Button key={crew.id} component={Link} to={`/gear/${crew.id}`} variant="outlined">
                Gear of {crew.name}
              </Button>
            ))}
            <OnThisPhone />
          </Stack>
          <Backup isOwner={crews.some((crew) => crew.role === "Owner")} />
        </Page>
      </Box>
    </>
  );
}

/** Whether all this would survive its server; said to who would lose it. */
function Backup({ isOwner }: { isOwner: boolean }) {
  const { data } = useBackup(isOwner);
  if (!data) return null;
  if (!data.is_late) return <Typography color="text.secondary">{data.says}</Typography>;
  return <Alert severity="warning">{data.says}</Alert>;
}

/** The first thing of all: three numbers to a height, before anything else is asked. */
function HeightNowLink() {
  return (
    <Box
      component={Link}
      to="/height-now"
      sx={{
        display: "block",
        bgcolor: "text.primary",
        color: "background.paper",
        textDecoration: "none",
        p: 2,
        borderBottom: "8px solid",
        borderColor: "peg",
      }}
    >
      <Typography variant="h1" component="span" sx={{ display: "block" }}>
        Height now
      </Typography>
      <Typography component="span">
        What you stand on, what the rod reads there, what you want: where to clamp.
      </Typography>
    </Box>
  );
}

function JobRow(job: Schemas["JobRow"]) {
  const { jobs } = useTaken();
  const age = ageInWords(jobs.find((taken) => taken.job === job.id));
  return (
    <Stack direction="row" sx={{ alignItems: "stretch" }}>
      <JobLink {...job} about={[job.place, job.crew, age].filter(Boolean).join(" · ")} />
      {!age && <TakeAlong {...job} />}
    </Stack>
  );
}

function JobLink(job: { id: string; name: string; about: string }) {
  return (
    <Box
      component={Link}
      to={`/jobs/${job.id}`}
      sx={{
        display: "block",
        flex: 1,
        minWidth: 0,
        bgcolor: "background.paper",
        color: "text.primary",
        textDecoration: "none",
        p: 2,
        borderLeft: "10px solid",
        borderColor: "peg",
        "&:hover": { bgcolor: "slab" },
      }}
    >
      <Typography variant="h2" component="span" sx={{ display: "block" }}>
        {job.name}
      </Typography>
      <Typography color="text.secondary" component="span">
        {job.about}
      </Typography>
    </Box>
  );
}
