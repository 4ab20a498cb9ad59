import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import Typography from "@mui/material/Typography";
import { useQuery } from "@tanstack/react-query";
import { type Schemas, api, newId, told } from "../../api/client";
import { queries } from "../../api/queries";
import { Panel } from "../../parts/Page";
import { Problems } from "../../parts/Problems";
import { Entry, RecordButton, useForm } from "../../parts/form";
import { WhatMoves } from "./WhatMoves";

type Props = {
  job: Schemas["JobSheet"];
  mark: Schemas["BenchmarkSheet"];
  onLeave: () => void;
  onOut: () => unknown;
};
type RetiredAs = "" | "destroyed" | "doubted";

const MEANS: Record<RetiredAs, string> = {
  "": "Say what became of it: what was read from it stands, or does not.",
  destroyed: "Gone, but good until now: what was read from it stands.",
  doubted: "It may have moved, nobody knows when: all that was read from it is in doubt.",
};

/** A benchmark that is read no more; what is in doubt with it is shown before. */
export function Retire({ job, mark, onLeave, onOut }: Props) {
  const form = useForm<{ why: string; retired_as: RetiredAs }>({
    draft: `retired:${mark.id}`,
    initial: { why: "", retired_as: "" },
    send: async ({ why, retired_as }) => {
      await told(
        api.POST("/api/v1/jobs/{job}/plan/{kind}/{part}/out", {
          params: { path: { job: job.id, kind: "benchmarks", part: mark.id } },
          body: { why, retired_as },
        }),
      );
      return { id: newId() };
    },
    onRecorded: async () => {
      await queries.invalidateQueries();
      onOut();
    },
  });
  const { retired_as } = form.values;
  const draft = useQuery({
    queryKey: ["retirement-draft", mark.id, retired_as],
    queryFn: () =>
      told(
        api.POST("/api/v1/jobs/{job}/benchmarks/{benchmark}/retirement-draft", {
          params: { path: { job: job.id, benchmark: mark.id } },
          body: { why: "", retired_as },
        }),
      ),
    enabled: retired_as !== "",
    gcTime: 0,
  });
  return (
    <Panel title="It is read no more">
      <Stack component="form" noValidate spacing={2} onSubmit={form.submit} sx={{ maxWidth: 640 }}>
        <ToggleButtonGroup
          exclusive
          value={retired_as}
          aria-label="What became of it"
          onChange={(_, chosen: RetiredAs | null) => form.change({ retired_as: chosen ?? "" })}
        >
          <ToggleButton value="destroyed">Destroyed</ToggleButton>
          <ToggleButton value="doubted">Doubted</ToggleButton>
        </ToggleButtonGroup>
        <Typography>{MEANS[retired_as]}</Typography>
        <Problems problems={form.problems.filter(({ field }) => field === "retired_as")} />
        {draft.data && <WhatMoves moves={draft.data} />}
        <Entry form={form} name="why" label="How it came about" />
        <Stack direction="row" spacing={1} sx={{ alignItems: "end" }}>
          <RecordButton form={form} fields={["why", "retired_as"]}>
            {`Retire ${mark.name}`}
          </RecordButton>
          <Button size="large" onClick={onLeave}>
            Leave it
          </Button>
        </Stack>
      </Stack>
    </Panel>
  );
}
