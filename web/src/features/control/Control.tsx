import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { api, told } from "../../api/client";
import { Entry, RecordButton, useForm } from "../../parts/form";
import { Page, Panel } from "../../parts/Page";
import { useJobSheet } from "../frame/useJobSheet";

const EMPTY = { name: "", elevation: "", description: "" };
const FIELDS = Object.keys(EMPTY);

/** The job's benchmarks; a new value is always a new one. */
export function Control() {
  const job = useJobSheet();
  return (
    <Page
      title="Control"
      lead="The fixed points every height is carried from. A benchmark is never changed: a new value is a new benchmark."
    >
      <Panel title="Benchmarks">
        <Stack component="ul" spacing={1} sx={{ listStyle: "none", p: 0, m: 0 }}>
          {job.benchmarks.map((benchmark) => (
            <Stack
              component="li"
              key={benchmark.id}
              direction="row"
              sx={{ gap: 2, alignItems: "baseline", flexWrap: "wrap" }}
            >
              <Typography variant="h3" component="span" sx={{ width: 72 }}>
                {benchmark.name}
              </Typography>
              <Typography component="span" sx={{ fontSize: "1.5rem", fontWeight: 600, width: 170 }}>
                {benchmark.elevation.text}
              </Typography>
              <Typography component="span" color="text.secondary">
                {benchmark.description}
              </Typography>
            </Stack>
          ))}
        </Stack>
      </Panel>
      {job.can_plan && <NewBenchmark job={job.id} />}
    </Page>
  );
}

function NewBenchmark({ job }: { job: string }) {
  const form = useForm({
    draft: `benchmark:${job}`,
    initial: EMPTY,
    send: (body) =>
      told(api.POST("/api/v1/jobs/{job}/benchmarks", { params: { path: { job } }, body })),
  });
  return (
    <Panel title="Another benchmark">
      <Stack component="form" noValidate onSubmit={form.submit} spacing={2} sx={{ maxWidth: 560 }}>
        <Entry form={form} name="name" label="Name" hint="Such as BM3" />
        <Entry form={form} name="elevation" label="Elevation" />
        <Entry form={form} name="description" label="What and where it is" />
        <RecordButton form={form} fields={FIELDS}>
          Add the benchmark
        </RecordButton>
      </Stack>
    </Panel>
  );
}
