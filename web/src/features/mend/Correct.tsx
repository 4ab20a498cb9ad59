import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import { useQuery } from "@tanstack/react-query";
import { type Schemas, api, problemsOf, told } from "../../api/client";
import { Panel } from "../../parts/Page";
import { useDelayed } from "../../parts/delayed";
import { Entry, type Form, RecordButton, useForm } from "../../parts/form";
import { together } from "../../parts/together";
import { WhatMoves } from "./WhatMoves";

type Props = { job: Schemas["JobSheet"]; mark: Schemas["BenchmarkSheet"]; onDone: () => void };

/** The elevation it should have had: what moves is shown before it is accepted. */
export function Correct({ job, mark, onDone }: Props) {
  const path = { job: job.id, benchmark: mark.id };
  const form: Form<{ elevation: string; reason: string }> = useForm({
    draft: `corrected:${mark.id}`,
    initial: { elevation: "", reason: "" },
    send: ({ id, elevation, reason }) =>
      told(
        api.POST("/api/v1/jobs/{job}/benchmarks/{benchmark}/corrections", {
          params: { path },
          body: { id, elevation, reason, accepted: draft.data?.accepted ?? "not shown" },
        }),
      ),
    onRecorded: onDone,
  });
  const elevation = useDelayed(form.values.elevation, 250);
  const draft = useQuery({
    queryKey: ["correction-draft", mark.id, elevation],
    queryFn: () =>
      told(
        api.POST("/api/v1/jobs/{job}/benchmarks/{benchmark}/correction-draft", {
          params: { path },
          body: { elevation },
        }),
      ),
    enabled: elevation.trim() !== "",
    retry: false,
    gcTime: 0,
  });
  const live = { ...form, problems: together(form.problems, problemsOf(draft.error)) };
  const isShown = draft.data !== undefined && elevation === form.values.elevation;
  return (
    <Panel title="Its right elevation">
      <Stack component="form" noValidate spacing={2} onSubmit={form.submit} sx={{ maxWidth: 640 }}>
        <Entry
          form={live}
          name="elevation"
          label="Elevation"
          hint={`It stands at ${mark.elevation.text} now`}
        />
        {isShown && <WhatMoves moves={draft.data.moves} />}
        {isShown && (
          <Entry form={live} name="reason" label="What went wrong" hint="It stays on record" />
        )}
        <Stack direction="row" spacing={1} sx={{ alignItems: "end" }}>
          {(isShown || form.problems.length > 0) && (
            <RecordButton form={form} fields={["elevation", "reason"]}>
              Accept what moves
            </RecordButton>
          )}
          <Button size="large" onClick={onDone}>
            Leave it
          </Button>
        </Stack>
      </Stack>
    </Panel>
  );
}
