import MenuItem from "@mui/material/MenuItem";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import type { Problem, Schemas } from "../../api/client";
import { EntryField } from "../../parts/EntryField";
import type { FloorForm } from "./form";

type Props = {
  job: Schemas["JobSheet"];
  floor: string;
  form: FloorForm;
  change: (changed: Partial<FloorForm>) => void;
  problems: readonly Problem[];
};

const FROM = [
  ["benchmark", "An amount from a benchmark"],
  ["floor", "An amount from another floor"],
  ["elevation", "An elevation"],
] as const;

/** The finished level: an elevation, or an amount above or below something. */
export function LevelFields({ job, floor, form, change, problems }: Props) {
  const others = job.floors.filter((other) => other.id !== floor);
  const references = form.level_from === "benchmark" ? job.benchmarks : others;
  const chooseFrom = (level_from: FloorForm["level_from"]) => {
    const first = level_from === "benchmark" ? job.benchmarks[0] : others[0];
    change({ level_from, reference: first?.id ?? "" });
  };
  return (
    <>
      <TextField
        select
        label="Finished level is given as"
        value={form.level_from}
        onChange={(event) => chooseFrom(event.target.value as FloorForm["level_from"])}
      >
        {FROM.filter(([from]) => from !== "floor" || others.length > 0).map(([from, label]) => (
          <MenuItem key={from} value={from}>
            {label}
          </MenuItem>
        ))}
      </TextField>
      <EntryField
        name="level"
        label={form.level_from === "elevation" ? "Finished level (top of slab)" : "Amount"}
        value={form.level}
        onChange={(level) => change({ level })}
        problems={problems}
      />
      {form.level_from !== "elevation" && (
        <Stack direction="row" spacing={1}>
          <TextField
            select
            label="Which way"
            value={form.side}
            onChange={(event) => change({ side: event.target.value as FloorForm["side"] })}
          >
            <MenuItem value="above">above</MenuItem>
            <MenuItem value="below">below</MenuItem>
          </TextField>
          <TextField
            select
            label="Reference"
            value={form.reference}
            onChange={(event) => change({ reference: event.target.value })}
          >
            {references.map(({ id, name }) => (
              <MenuItem key={id} value={id}>
                {name}
              </MenuItem>
            ))}
          </TextField>
        </Stack>
      )}
    </>
  );
}
