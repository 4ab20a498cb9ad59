import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useMutation } from "@tanstack/react-query";
import type { FormEvent } from "react";
import { api, problemsOf, told } from "../../api/client";
import { forgetReadings } from "../../api/queries";
import { useDraft } from "../../parts/drafts";
import { EntryField } from "../../parts/EntryField";
import { Page, Panel } from "../../parts/Page";
import { Problems } from "../../parts/Problems";
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
  const { values, set, clear } = useDraft(`benchmark:${job}`, EMPTY);
  const add = useMutation({
    mutationFn: () =>
      told(api.POST("/api/v1/jobs/{job}/benchmarks", { params: { path: { job } }, body: values })),
    onSuccess: () => {
      clear();
      return forgetReadings();
    },
  });
  const problems = problemsOf(add.error);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    add.mutate();
  };
  return (
    <Panel title="Another benchmark">
      <Box component="form" noValidate onSubmit={submit}>
        <Stack spacing={2} sx={{ maxWidth: 560 }}>
          <EntryField
            name="name"
            label="Name"
            value={values.name}
            onChange={(name) => set({ name })}
            problems={problems}
            hint="Such as BM3"
          />
          <EntryField
            name="elevation"
            label="Elevation"
            value={values.elevation}
            onChange={(elevation) => set({ elevation })}
            problems={problems}
          />
          <EntryField
            name="description"
            label="What and where it is"
            value={values.description}
            onChange={(description) => set({ description })}
            problems={problems}
          />
          <Problems problems={problems} fields={FIELDS} />
          <Button type="submit" variant="contained" loading={add.isPending}>
            Add the benchmark
          </Button>
        </Stack>
      </Box>
    </Panel>
  );
}
