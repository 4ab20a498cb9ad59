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

type RodInput = Schemas["RodInputRequest"];

const EMPTY: Omit<RodInput, "id"> = {
  name: "",
  numbering: "up",
  graduation: "ft-in/8",
  length: "",
};
const NUMBERINGS = [
  ["up", "Up from the foot (grade rod)"],
  ["down", "Down from the top (tape rule stuck on)"],
  ["centre-zero", "Both ways from a center zero"],
] as const;

/** A new rod: which way its numbers run, its scale, its length. */
export function NewRod(props: {
  crew: string;
  graduations: readonly Schemas["GraduationSheet"][];
}) {
  const { values, set, clear } = useDraft(`rod:${props.crew}`, EMPTY);
  const add = useMutation({
    mutationFn: () =>
      told(
        api.POST("/api/v1/crews/{crew}/rods", {
          params: { path: { crew: props.crew } },
          body: values,
        }),
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
    <Panel title="Another rod">
      <Stack component="form" noValidate onSubmit={submit} spacing={2}>
        <EntryField
          name="name"
          label="Name"
          value={values.name}
          onChange={(name) => set({ name })}
          problems={problems}
        />
        <TextField
          select
          label="Numbers grow"
          value={values.numbering}
          onChange={(e) => set({ numbering: e.target.value as RodInput["numbering"] })}
        >
          {NUMBERINGS.map(([code, label]) => (
            <MenuItem key={code} value={code}>
              {label}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          select
          label="Graduation"
          value={values.graduation}
          onChange={(e) => set({ graduation: e.target.value as RodInput["graduation"] })}
        >
          {props.graduations.map(({ code, label }) => (
            <MenuItem key={code} value={code}>
              {label}
            </MenuItem>
          ))}
        </TextField>
        <EntryField
          name="length"
          label="Length of its scale"
          value={values.length}
          onChange={(length) => set({ length })}
          problems={problems}
        />
        <Problems problems={problems} fields={["name", "length"]} />
        <Button type="submit" variant="contained" loading={add.isPending}>
          Add the rod
        </Button>
      </Stack>
    </Panel>
  );
}
