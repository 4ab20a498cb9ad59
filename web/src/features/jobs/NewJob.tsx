import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import { useMutation } from "@tanstack/react-query";
import type { FormEvent } from "react";
import { useNavigate } from "react-router";
import { api, newId, problemsOf, told } from "../../api/client";
import { forgetReadings, useSession } from "../../api/queries";
import { useDraft } from "../../parts/drafts";
import { EntryField } from "../../parts/EntryField";
import { Page, Panel } from "../../parts/Page";
import { Problems } from "../../parts/Problems";
import { TopBar } from "../frame/TopBar";

const EMPTY = {
  crew: "",
  name: "",
  place: "",
  style: "ft-in/8",
  benchmarkId: newId(),
  benchmark: "BM1",
  elevation: "",
  description: "",
};

/** A new job, with the benchmark everything is carried from. */
export function NewJob() {
  const session = useSession();
  const navigate = useNavigate();
  const crews = (session.data?.crews ?? []).filter((crew) => crew.can_plan);
  const { values, set, clear } = useDraft("job", EMPTY);
  const crew = values.crew || (crews[0]?.id ?? "");
  const create = useMutation({
    mutationFn: () =>
      told(
        api.POST("/api/v1/jobs", {
          body: {
            id: values.id,
            crew,
            name: values.name,
            place: values.place,
            style: values.style as "m",
            benchmark: {
              id: values.benchmarkId,
              name: values.benchmark,
              elevation: values.elevation,
              description: values.description,
            },
          },
        }),
      ),
    onSuccess: async (made) => {
      clear();
      await forgetReadings();
      await navigate(`/jobs/${made.id}`);
    },
  });
  const problems = problemsOf(create.error);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    create.mutate();
  };
  const entry = (name: string, label: string, key: keyof typeof EMPTY, hint?: string) => (
    <EntryField
      name={name}
      label={label}
      value={values[key]}
      onChange={(text) => set({ [key]: text })}
      problems={problems}
      {...(hint ? { hint } : {})}
    />
  );
  return (
    <>
      <TopBar />
      <Box component="form" noValidate onSubmit={submit} sx={{ maxWidth: 720 }}>
        <Page title="New job">
          <Panel title="The job">
            <Stack spacing={2}>
              {crews.length > 1 && (
                <TextField
                  select
                  label="Crew"
                  value={crew}
                  onChange={(e) => set({ crew: e.target.value })}
                >
                  {crews.map(({ id, name }) => (
                    <MenuItem key={id} value={id}>
                      {name}
                    </MenuItem>
                  ))}
                </TextField>
              )}
              {entry("name", "Job", "name")}
              {entry("place", "Place", "place", "Address, or how to find it")}
              <TextField
                select
                label="Lengths are shown in"
                value={values.style}
                onChange={(event) => set({ style: event.target.value })}
              >
                {(session.data?.styles ?? []).map(({ code, label, example }) => (
                  <MenuItem key={code} value={code}>
                    {label}: {example}
                  </MenuItem>
                ))}
              </TextField>
            </Stack>
          </Panel>
          <Panel title="First benchmark">
            <Stack spacing={2}>
              {entry("benchmark.name", "Benchmark", "benchmark")}
              {entry(
                "benchmark.elevation",
                "Elevation",
                "elevation",
                "From the drawings, or assumed; type it with its unit where it is not the job's",
              )}
              {entry(
                "benchmark.description",
                "What and where it is",
                "description",
                "A bolt, a nail, a sill: so that anyone finds it again",
              )}
            </Stack>
          </Panel>
          <Problems problems={problems} fields={FIELDS} />
          <Button type="submit" variant="contained" size="large" loading={create.isPending}>
            Open the job
          </Button>
        </Page>
      </Box>
    </>
  );
}

const FIELDS = ["name", "place", "benchmark.name", "benchmark.elevation", "benchmark.description"];
