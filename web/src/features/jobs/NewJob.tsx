import Box from "@mui/material/Box";
import Stack from "@mui/material/Stack";
import { useNavigate } from "react-router";
import { type Schemas, api, told } from "../../api/client";
import { useSession } from "../../api/queries";
import type { Keys } from "../../parts/drafts";
import { Choice, Entry, RecordButton, useForm } from "../../parts/form";
import { Page, Panel } from "../../parts/Page";
import { TopBar } from "../frame/TopBar";

const EMPTY = {
  crew: "",
  name: "",
  place: "",
  style: "ft-in/8",
  benchmark: "BM1",
  elevation: "",
  description: "",
};
const FIELDS = ["name", "place", "benchmark.name", "benchmark.elevation", "benchmark.description"];

function bodyOf(values: typeof EMPTY & Keys): Schemas["JobInputRequest"] {
  return {
    id: values.id,
    crew: values.crew,
    name: values.name,
    place: values.place,
    style: values.style as Schemas["JobInputRequest"]["style"],
    benchmark: {
      id: values.partId,
      name: values.benchmark,
      elevation: values.elevation,
      description: values.description,
      x: "",
      y: "",
    },
  };
}

/** A new job, with the benchmark everything is carried from. */
export function NewJob() {
  const session = useSession();
  const navigate = useNavigate();
  const crews = (session.data?.crews ?? []).filter((crew) => crew.can_plan);
  const form = useForm({
    draft: "job",
    initial: { ...EMPTY, crew: crews[0]?.id ?? "" },
    send: (values) => told(api.POST("/api/v1/jobs", { body: bodyOf(values) })),
    onRecorded: ({ id }) => navigate(`/jobs/${id}`),
  });
  const styles = (session.data?.styles ?? []).map(
    ({ code, label, example }) => [code, `${label}: ${example}`] as const,
  );
  return (
    <>
      <TopBar />
      <Box component="form" noValidate onSubmit={form.submit} sx={{ maxWidth: 720 }}>
        <Page title="New job">
          <Panel title="The job">
            <Stack spacing={2}>
              {crews.length > 1 && (
                <Choice
                  form={form}
                  name="crew"
                  label="Crew"
                  options={crews.map(({ id, name }) => [id, name] as const)}
                />
              )}
              <Entry form={form} name="name" label="Job" />
              <Entry form={form} name="place" label="Place" hint="Address, or how to find it" />
              <Choice form={form} name="style" label="Lengths are shown in" options={styles} />
            </Stack>
          </Panel>
          <Panel title="First benchmark">
            <Stack spacing={2}>
              <Entry form={form} name="benchmark" field="benchmark.name" label="Benchmark" />
              <Entry
                form={form}
                name="elevation"
                field="benchmark.elevation"
                label="Elevation"
                hint="From the drawings, or assumed; with its unit where it is not the job's"
              />
              <Entry
                form={form}
                name="description"
                field="benchmark.description"
                label="What and where it is"
                hint="A bolt, a nail, a sill: so that anyone finds it again"
              />
            </Stack>
          </Panel>
          <RecordButton form={form} fields={FIELDS}>
            Open the job
          </RecordButton>
        </Page>
      </Box>
    </>
  );
}
