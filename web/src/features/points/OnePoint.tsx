import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { type Schemas, api, told } from "../../api/client";
import { Entry, RecordButton, useForm } from "../../parts/form";
import { Panel } from "../../parts/Page";
import { Select } from "../../parts/Select";
import { TakeOut } from "../mend";
import { Pictures } from "../pictures";

type Job = Schemas["JobSheet"];
type Peg = Schemas["Peg"];
type Props = { job: Job; work: Schemas["Work"] };

/** What else one does with a point: wants it at a height, or keeps it as a benchmark. */
export function OnePoint({ job, work }: Props) {
  const [chosen, choose] = useState("");
  const [open, setOpen] = useState<"target" | "benchmark" | "">("");
  // What is recorded late closes its own form, not one that was opened since.
  const close = (done: typeof open) => setOpen((now) => (now === done ? "" : now));
  const peg = work.pegs.find((one) => one.id === chosen) ?? work.pegs[0];
  if (!peg || !job.can_record) return null;
  return (
    <Panel title="One of these points">
      <Stack spacing={2}>
        <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap", alignItems: "center" }}>
          <Stack sx={{ minWidth: 200 }}>
            <Select
              label="Point"
              value={peg.id}
              options={work.pegs.map(({ id, name }) => [id, name] as const)}
              onChange={choose}
            />
          </Stack>
          <Button variant="outlined" onClick={() => setOpen("target")}>
            Want it at a height
          </Button>
          {job.can_plan && peg.shot && !peg.shot.in_doubt && (
            <Button variant="outlined" onClick={() => setOpen("benchmark")}>
              Keep it as a benchmark
            </Button>
          )}
        </Stack>
        <Typography color="text.secondary">{heightOf(peg)}</Typography>
        <Pictures job={job.id} kind="point" about={peg.id} />
        {job.can_plan && open === "" && (
          <TakeOut key={peg.id} job={job.id} kind="points" part={peg.id} onOut={() => choose("")} />
        )}
        {open === "target" && <Target key={peg.id} peg={peg} onDone={() => close("target")} />}
        {open === "benchmark" && (
          <Benchmark key={peg.id} job={job} peg={peg} onDone={() => close("benchmark")} />
        )}
      </Stack>
    </Panel>
  );
}

function heightOf({ shot, target }: Peg): string {
  const wanted = target ? `wanted at ${target.text}` : "nothing wanted of it";
  if (!shot) return `Not shot, ${wanted}.`;
  return shot.in_doubt ? `In doubt, ${wanted}.` : `At ${shot.elevation.text}, ${wanted}.`;
}

function Target({ peg, onDone }: { peg: Peg; onDone: () => void }) {
  const form = useForm({
    draft: `aim:${peg.id}`,
    initial: { target: peg.target?.text ?? "" },
    send: ({ target }) =>
      told(
        api.PUT("/api/v1/points/{point}/target", {
          params: { path: { point: peg.id } },
          body: { target },
        }),
      ),
    onRecorded: onDone,
  });
  return (
    <Stack component="form" noValidate onSubmit={form.submit} spacing={1}>
      <Entry form={form} name="target" label={`${peg.name} is wanted at`} hint="Empty: nothing" />
      <RecordButton form={form} fields={["target"]}>
        Want it there
      </RecordButton>
    </Stack>
  );
}

function Benchmark({ job, peg, onDone }: { job: Job; peg: Peg; onDone: () => void }) {
  const form = useForm({
    draft: `keep-point:${peg.id}`,
    initial: { name: `BM${job.benchmarks.length + 1}` },
    send: ({ id, name }) =>
      told(
        api.POST("/api/v1/points/{point}/benchmark", {
          params: { path: { point: peg.id } },
          body: { id, name },
        }),
      ),
    onRecorded: onDone,
  });
  return (
    <Stack component="form" noValidate onSubmit={form.submit} spacing={1}>
      <Entry form={form} name="name" label="Benchmark" />
      <RecordButton form={form} fields={["name"]}>
        Keep it as a benchmark
      </RecordButton>
    </Stack>
  );
}
