import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { Navigate, useNavigate, useParams } from "react-router";
import { type Schemas, api, newId, told } from "../../api/client";
import { Page, Panel } from "../../parts/Page";
import { PlaceFields } from "../../parts/PlaceFields";
import { Entry, RecordButton, useForm } from "../../parts/form";
import { outlineSpots } from "../../parts/plan/pegs";
import { useJobSheet } from "../frame/useJobSheet";
import { OverTheLine } from "../line";
import { Pictures } from "../pictures";
import { Correct } from "./Correct";
import { Retire } from "./Retire";

type Job = Schemas["JobSheet"];
type Mark = Schemas["BenchmarkSheet"];
type Open = "" | "describe" | "correct" | "retire";

/** One benchmark: what it stands at, and what is put right about it. */
export function Benchmark() {
  const job = useJobSheet();
  const navigate = useNavigate();
  const { benchmark } = useParams();
  const [open, setOpen] = useState<Open>("");
  const mark = job.benchmarks.find(({ id }) => id === benchmark);
  const control = `/jobs/${job.id}/control`;
  if (!mark) return <Navigate to={control} replace />;
  const close = () => setOpen("");
  return (
    <Page title={mark.name} lead={mark.description}>
      <Panel>
        <Typography sx={{ fontSize: "2rem", fontWeight: 700 }}>{mark.elevation.text}</Typography>
        {mark.corrections.map((one) => (
          <Typography key={one} color="text.secondary">
            {one}
          </Typography>
        ))}
        <Typography color="text.secondary">
          {mark.place ? "It stands on the plan." : "It is not on the plan."}
        </Typography>
        <Pictures job={job.id} kind="benchmark" about={mark.id} />
      </Panel>
      <OverTheLine what="What is put right of a benchmark">
        {open === "" && job.can_plan && (
          <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap" }}>
            <Button variant="outlined" onClick={() => setOpen("describe")}>
              Describe or place it better
            </Button>
            <Button variant="outlined" onClick={() => setOpen("correct")}>
              Its elevation was mistyped
            </Button>
            <Button variant="outlined" onClick={() => setOpen("retire")}>
              Destroyed, or doubted
            </Button>
          </Stack>
        )}
        {open === "describe" && <Describe job={job} mark={mark} onDone={close} />}
        {open === "correct" && <Correct job={job} mark={mark} onDone={close} />}
        {open === "retire" && (
          <Retire job={job} mark={mark} onLeave={close} onOut={() => navigate(control)} />
        )}
      </OverTheLine>
    </Page>
  );
}

function Describe({ job, mark, onDone }: { job: Job; mark: Mark; onDone: () => void }) {
  const form = useForm({
    draft: `described:${mark.id}`,
    initial: { description: mark.description, x: mark.x, y: mark.y },
    send: async ({ description, x, y }) => {
      await told(
        api.PUT("/api/v1/jobs/{job}/benchmarks/{benchmark}/described", {
          params: { path: { job: job.id, benchmark: mark.id } },
          body: { description, x, y },
        }),
      );
      return { id: newId() };
    },
    onRecorded: onDone,
  });
  return (
    <Panel title="What it is, and where">
      <Stack component="form" noValidate spacing={2} onSubmit={form.submit} sx={{ maxWidth: 640 }}>
        <Entry form={form} name="description" label="So that anyone finds it again" />
        <PlaceFields
          form={form}
          job={job}
          label="Plan: tap where the benchmark is"
          outlines={job.floors.map(outlineSpots)}
        />
        <Stack direction="row" spacing={1} sx={{ alignItems: "end" }}>
          <RecordButton form={form} fields={["description", "x", "y"]}>
            Keep
          </RecordButton>
          <Button size="large" onClick={onDone}>
            Leave it
          </Button>
        </Stack>
      </Stack>
    </Panel>
  );
}
