import MenuItem from "@mui/material/MenuItem";
import Box from "@mui/material/Box";
import TextField from "@mui/material/TextField";
import type { Problem, Schemas } from "../api/client";
import { EntryField } from "./EntryField";
import { Select } from "./Select";

type LevelForm = Pick<Schemas["FloorTyped"], "level_from" | "level" | "side" | "reference"> & {
  part?: Schemas["FloorPartEnum"];
};

type Props = {
  job: Schemas["JobSheet"];
  /** The floor whose level it is; empty for an element's. */
  floor: string;
  /** What the level is called. */
  label?: string;
  form: LevelForm;
  change: (changed: Partial<LevelForm>) => void;
  problems: readonly Problem[];
};

const BESIDE = {
  display: "grid",
  gap: 1,
  gridTemplateColumns: "repeat(auto-fit, minmax(110px, 1fr))",
};

const PARTS = [
  ["top", "top of slab, as it falls"],
  ["finished", "finished level, no fall"],
  ["underside", "underside of slab, on its layers"],
  ["sub-base", "stone"],
  ["sub-grade", "formation"],
] as const;

const FROM = [
  ["benchmark", "An amount from a benchmark"],
  ["floor", "An amount from a floor"],
  ["elevation", "An elevation"],
] as const;

/** The finished level: an elevation, or an amount above or below something. */
export function LevelFields(props: Props) {
  const { job, floor, label = "Finished level", form, change, problems } = props;
  const others = job.floors.filter((other) => other.id !== floor);
  const references = form.level_from === "benchmark" ? job.benchmarks : others;
  const chooseFrom = (level_from: LevelForm["level_from"]) => {
    const first = level_from === "benchmark" ? job.benchmarks[0] : others[0];
    // An amount of 0 is usual; an elevation of 0 is a height nobody gave.
    const isUntouched = form.level === "0" || form.level === "";
    const level = level_from === "elevation" ? "" : "0";
    change({ level_from, reference: first?.id ?? "", ...(isUntouched ? { level } : {}) });
  };
  return (
    <>
      <TextField
        select
        label={`${label} is given as`}
        value={form.level_from}
        onChange={(event) => chooseFrom(event.target.value as LevelForm["level_from"])}
      >
        {FROM.filter(([from]) => from !== "floor" || others.length > 0).map(([from, label]) => (
          <MenuItem key={from} value={from}>
            {label}
          </MenuItem>
        ))}
      </TextField>
      <EntryField
        name="level"
        label={form.level_from === "elevation" ? label : "Amount"}
        value={form.level}
        onChange={(level) => change({ level })}
        problems={problems}
      />
      {form.level_from !== "elevation" && (
        <Box sx={BESIDE}>
          <TextField
            select
            label="Which way"
            value={form.side}
            onChange={(event) => change({ side: event.target.value as LevelForm["side"] })}
          >
            <MenuItem value="above">above</MenuItem>
            <MenuItem value="below">below</MenuItem>
          </TextField>
          {form.part && form.level_from === "floor" && (
            <Select
              label="Its surface"
              value={form.part}
              options={PARTS}
              onChange={(part) => change({ part })}
            />
          )}
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
        </Box>
      )}
    </>
  );
}
