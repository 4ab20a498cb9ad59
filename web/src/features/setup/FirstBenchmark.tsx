import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { Link } from "react-router";
import { api, told } from "../../api/client";
import { Entry, RecordButton, useForm } from "../../parts/form";
import { Empty, Page, Panel } from "../../parts/Page";
import type { Job } from "./useSetUpForm";

const ZERO = "Taken as zero; every height of the job is against it.";

/** Before a set-up there must be something to stand on: a point one knows, or one taken as zero. */
export function FirstBenchmark({ job }: { job: Job }) {
  const form = useForm({
    draft: `first-benchmark:${job.id}`,
    initial: { name: "", elevation: "" },
    send: ({ id, name, elevation }) =>
      told(
        api.POST("/api/v1/jobs/{job}/benchmarks", {
          params: { path: { job: job.id } },
          body: {
            id,
            name,
            elevation: elevation.trim() || "0",
            description: elevation.trim() ? "" : ZERO,
            x: "",
            y: "",
          },
        }),
      ),
  });
  if (!job.can_plan) return <NoBenchmark job={job} />;
  return (
    <Page
      title="Set up here"
      lead="The rod first stands on a point you know. Everything is carried from it."
    >
      <Panel title="The point you know">
        <Stack component="form" noValidate onSubmit={form.submit} spacing={2}>
          <Entry
            form={form}
            name="elevation"
            label="Its elevation"
            hint="Left empty, it is taken as zero; a real one may follow later"
          />
          <Entry
            form={form}
            name="name"
            label="What it is called"
            hint="A bolt, a nail, a sill. Left empty: BM1"
          />
          <RecordButton form={form} fields={["elevation", "name"]}>
            {form.values.elevation.trim() ? "Stand on it" : "Take it as zero"}
          </RecordButton>
        </Stack>
      </Panel>
    </Page>
  );
}

/** Who plans nothing still reads a height from a point of known elevation. */
function NoBenchmark({ job }: { job: Job }) {
  return (
    <Page title="Set up here">
      <Empty
        action={
          job.can_set_up && (
            <Button component={Link} to={`/jobs/${job.id}/height-now`} variant="contained">
              Stand on a point you know
            </Button>
          )
        }
      >
        <Typography component="span">
          This job has no benchmark yet. Your foreman adds one under Control; until then stand on a
          point you know, or take it as zero.
        </Typography>
      </Empty>
    </Page>
  );
}
