import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { type Schemas, api, told } from "../../api/client";
import { useDelayed } from "../../parts/delayed";
import { Choice, Entry, useForm } from "../../parts/form";
import { shownTime } from "../../parts/time";
import { Changes } from "./Changes";
import { DoOrLeave } from "./DoOrLeave";

type Job = Schemas["JobSheet"];

/** What the job's heights are above, and how they are tied to a real elevation later. */
export function Datum({ job }: { job: Job }) {
  const [isOpen, setOpen] = useState(false);
  const last = job.ties[0];
  return (
    <Stack spacing={1.5}>
      <Typography>
        {last
          ? `Tied: ${last.benchmark} stands at ${last.real}. ${last.taken_by}, ${shownTime(last.recorded_at)}.`
          : "Heights are above what the first benchmark was given. Where that was assumed, a real elevation moves them all alike."}
      </Typography>
      {job.can_plan && !isOpen && (
        <Button variant="outlined" sx={{ alignSelf: "start" }} onClick={() => setOpen(true)}>
          Tie to a real elevation
        </Button>
      )}
      {isOpen && <Tie job={job} onDone={() => setOpen(false)} />}
    </Stack>
  );
}

function Tie({ job, onDone }: { job: Job; onDone: () => void }) {
  const form = useForm({
    draft: `tie:${job.id}`,
    initial: { benchmark: job.benchmarks[0]?.id ?? "", real: "" },
    send: ({ id, benchmark, real }) =>
      told(
        api.POST("/api/v1/jobs/{job}/ties", {
          params: { path: { job: job.id } },
          body: { id, benchmark, real },
        }),
      ),
    onRecorded: onDone,
  });
  const { draft, errors, isWaiting } = useTieDraft(job.id, form.values);
  const shown = form.problems.length ? form.problems : errors;
  return (
    <Stack component="form" noValidate onSubmit={form.submit} spacing={2}>
      <Choice
        form={form}
        name="benchmark"
        label="Benchmark"
        options={job.benchmarks.map(({ id, name, elevation }) => [
          id,
          `${name}, now ${elevation.text}`,
        ])}
      />
      <Entry
        form={{ ...form, problems: shown }}
        name="real"
        label="Its real elevation"
        hint="From a surveyor, or the drawings"
      />
      {draft && draft.heights.length > 0 && (
        <Stack spacing={0.5}>
          <Typography variant="h3">Every height moves {draft.moves}</Typography>
          <Changes
            rows={draft.heights.map(({ name, before, after }) => ({ what: name, before, after }))}
          />
          <Typography color="text.secondary">
            Nothing moves against anything else. What was typed and read stays as it is; papers that
            were made keep the heights they were made with.
          </Typography>
        </Stack>
      )}
      <DoOrLeave form={form} fields={["real"]} isWaiting={isWaiting} onLeave={onDone}>
        Tie every height to it
      </DoOrLeave>
    </Stack>
  );
}

function useTieDraft(job: string, values: { id: string; benchmark: string; real: string }) {
  const settled = useDelayed(values, 200);
  const { id, benchmark, real } = settled;
  const body = { id, benchmark, real };
  const query = useQuery({
    queryKey: ["tie-draft", job, body],
    queryFn: () =>
      told(api.POST("/api/v1/jobs/{job}/tie-draft", { params: { path: { job } }, body })),
    enabled: real.trim() !== "",
    gcTime: 0,
  });
  return {
    draft: query.data?.draft,
    errors: query.data?.errors ?? [],
    isWaiting: settled !== values || query.isFetching,
  };
}
