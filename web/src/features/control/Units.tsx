import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { type Schemas, api, told } from "../../api/client";
import { useSession } from "../../api/queries";
import { Choice, useForm } from "../../parts/form";
import { Changes } from "./Changes";
import { DoOrLeave } from "./DoOrLeave";

type Job = Schemas["JobSheet"];
type Style = Schemas["UnitsInputRequest"]["style"];

/** The units the job is shown in, and how they are changed. */
export function Units({ job }: { job: Job }) {
  const [isOpen, setOpen] = useState(false);
  const styles = useSession().data?.styles ?? [];
  const shown = styles.find((style) => style.code === job.style);
  return (
    <Stack spacing={1.5}>
      <Typography>{shown ? `${shown.label}, such as ${shown.example}.` : ""}</Typography>
      {job.can_plan && !isOpen && (
        <Button variant="outlined" sx={{ alignSelf: "start" }} onClick={() => setOpen(true)}>
          Change the units
        </Button>
      )}
      {isOpen && (
        <Change
          job={job}
          styles={styles.map(({ code, label, example }) => [code, `${label}: ${example}`])}
          onDone={() => setOpen(false)}
        />
      )}
    </Stack>
  );
}

type ChangeProps = {
  job: Job;
  styles: readonly (readonly [string, string])[];
  onDone: () => void;
};

function Change({ job, styles, onDone }: ChangeProps) {
  const form = useForm({
    draft: `units:${job.id}`,
    initial: { style: job.style },
    send: ({ style }) =>
      told(
        api.PUT("/api/v1/jobs/{job}/units", {
          params: { path: { job: job.id } },
          body: { style: style as Style },
        }),
      ),
    onRecorded: onDone,
  });
  const { changes, isWaiting } = useUnitsDraft(job.id, form.values.style);
  return (
    <Stack component="form" noValidate onSubmit={form.submit} spacing={2}>
      <Choice form={form} name="style" label="Lengths are shown in" options={styles} />
      {changes.length > 0 && <Changes rows={changes} />}
      <Typography color="text.secondary">
        What was typed stays as typed and means what it meant. Concrete ordered in another unit is
        asked for again.
      </Typography>
      <DoOrLeave form={form} fields={["style"]} isWaiting={isWaiting} onLeave={onDone}>
        Show it in these
      </DoOrLeave>
    </Stack>
  );
}

function useUnitsDraft(job: string, style: string) {
  const query = useQuery({
    queryKey: ["units-draft", job, style],
    queryFn: () =>
      told(
        api.POST("/api/v1/jobs/{job}/units-draft", {
          params: { path: { job } },
          body: { style: style as Style },
        }),
      ),
    gcTime: 0,
  });
  return { changes: query.data?.changes ?? [], isWaiting: query.isFetching };
}
