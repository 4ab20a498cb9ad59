import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import { useMutation } from "@tanstack/react-query";
import type { FormEvent } from "react";
import { type Schemas, api, problemsOf, told } from "../../api/client";
import { forgetReadings } from "../../api/queries";
import { useDraft } from "../../parts/drafts";
import { EntryField } from "../../parts/EntryField";
import { Panel } from "../../parts/Page";
import { Problems } from "../../parts/Problems";

type InstrumentInput = Schemas["InstrumentInputRequest"];

const EMPTY: Omit<InstrumentInput, "id"> = {
  name: "",
  kind: "rotary-laser",
  range: "",
  least_distance: "",
};
const KINDS = [
  ["rotary-laser", "Rotary laser"],
  ["line-laser", "Line laser"],
  ["optical-level", "Optical level"],
] as const;
const FIELDS = ["name", "range", "least_distance"] as const;
const LABELS = {
  name: "Name",
  range: "Reaches (may be empty)",
  least_distance: "Needs at least (may be empty)",
};

/** A new instrument, with its reach where the crew knows it. */
export function NewInstrument({ crew }: { crew: string }) {
  const { values, set, clear } = useDraft(`instrument:${crew}`, EMPTY);
  const add = useMutation({
    mutationFn: () =>
      told(
        api.POST("/api/v1/crews/{crew}/instruments", { params: { path: { crew } }, body: values }),
      ),
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
    <Panel title="Another instrument">
      <Stack component="form" noValidate onSubmit={submit} spacing={2}>
        <TextField
          select
          label="Kind"
          value={values.kind}
          onChange={(e) => set({ kind: e.target.value as InstrumentInput["kind"] })}
        >
          {KINDS.map(([code, label]) => (
            <MenuItem key={code} value={code}>
              {label}
            </MenuItem>
          ))}
        </TextField>
        {FIELDS.map((name) => (
          <EntryField
            key={name}
            name={name}
            label={LABELS[name]}
            value={values[name]}
            onChange={(text) => set({ [name]: text })}
            problems={problems}
            {...(name === "name" ? {} : { hint: "With its unit, such as 600 ft or 180 m" })}
          />
        ))}
        <Problems problems={problems} fields={FIELDS} />
        <Button type="submit" variant="contained" loading={add.isPending}>
          Add the instrument
        </Button>
      </Stack>
    </Panel>
  );
}
