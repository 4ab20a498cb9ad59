import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import type { Schemas } from "../../api/client";
import { EntryField } from "../../parts/EntryField";
import type { Form } from "../../parts/form";

type Extra = { benchmark: string; backsight: string };
type Values = { benchmark: string; extras: Extra[] };
type Props = { form: Form<Values>; job: Schemas["JobSheet"] };

/** More backsights on other benchmarks; the line is the mean of all. */
export function FurtherBacksights({ form, job }: Props) {
  const { extras, benchmark } = form.values;
  const used = [benchmark, ...extras.map((extra) => extra.benchmark)];
  const free = job.benchmarks.filter((one) => !used.includes(one.id));
  const change = (i: number, changed: Partial<Extra>) =>
    form.change({
      extras: extras.map((extra, at) => (at === i ? { ...extra, ...changed } : extra)),
    });
  return (
    <>
      {extras.map((extra, i) => (
        <Stack key={i} direction="row" spacing={1} sx={{ alignItems: "flex-start" }}>
          <TextField
            select
            label="And on"
            value={extra.benchmark}
            onChange={(event) => change(i, { benchmark: event.target.value })}
            sx={{ flex: 1 }}
          >
            {job.benchmarks
              .filter((one) => one.id === extra.benchmark || !used.includes(one.id))
              .map((one) => (
                <MenuItem key={one.id} value={one.id}>
                  {one.name}, {one.elevation.text}
                </MenuItem>
              ))}
          </TextField>
          <Stack sx={{ flex: 1 }}>
            <EntryField
              name={`extras.${i}`}
              label="it reads"
              value={extra.backsight}
              onChange={(backsight) => change(i, { backsight })}
              problems={form.problems}
            />
          </Stack>
          <Button onClick={() => form.change({ extras: extras.filter((_, at) => at !== i) })}>
            Leave out
          </Button>
        </Stack>
      ))}
      {free[0] && (
        <Button
          variant="outlined"
          onClick={() =>
            form.change({ extras: [...extras, { benchmark: free[0]?.id ?? "", backsight: "" }] })
          }
        >
          Another backsight
        </Button>
      )}
    </>
  );
}
