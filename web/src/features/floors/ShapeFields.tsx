import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import Typography from "@mui/material/Typography";
import type { Problem } from "../../api/client";
import { EntryField, inWords } from "../../parts/EntryField";
import type { FloorForm } from "./form";

type Props = {
  form: FloorForm;
  change: (changed: Partial<FloorForm>) => void;
  problems: readonly Problem[];
};

/** The outline: a rectangle, an L, or corner by corner. */
export function ShapeFields({ form, change, problems }: Props) {
  return (
    <>
      <ToggleButtonGroup
        exclusive
        fullWidth
        value={form.shape}
        aria-label="Shape"
        onChange={(_, shape: FloorForm["shape"] | null) => shape && change({ shape })}
      >
        <ToggleButton value="rectangle">Rectangle</ToggleButton>
        <ToggleButton value="l-shape">L-shape</ToggleButton>
        <ToggleButton value="corners">Corners</ToggleButton>
      </ToggleButtonGroup>
      {form.shape === "corners" ? (
        <Corners form={form} change={change} problems={problems} />
      ) : (
        <Sides form={form} change={change} problems={problems} />
      )}
    </>
  );
}

const SIDES = [
  ["length", "Length, to the right"],
  ["width", "Width, away from you"],
] as const;
const NOTCH = [
  ["notch_length", "Missing corner: length"],
  ["notch_width", "Missing corner: width"],
] as const;

function Sides({ form, change, problems }: Props) {
  const fields = form.shape === "l-shape" ? [...SIDES, ...NOTCH] : SIDES;
  return fields.map(([name, label]) => (
    <EntryField
      key={name}
      name={name}
      label={label}
      value={form[name]}
      onChange={(text) => change({ [name]: text })}
      problems={problems}
    />
  ));
}

function Corners({ form, change, problems }: Props) {
  const { corners } = form;
  const setCorner = (index: number, part: { x?: string; y?: string }) =>
    change({
      corners: corners.map((corner, i) => (i === index ? { ...corner, ...part } : corner)),
    });
  const whole = problems.filter((problem) => problem.field === "corners");
  return (
    <Stack spacing={1.5}>
      <Typography color="text.secondary">
        Each corner in order around the floor, to the right and away from the first one.
      </Typography>
      {corners.map((corner, i) => (
        <Stack key={i} direction="row" spacing={1} sx={{ alignItems: "flex-start" }}>
          <EntryField
            name={`corners.${i}.x`}
            label={`${i + 1}: right`}
            value={corner.x}
            onChange={(x) => setCorner(i, { x })}
            problems={problems}
          />
          <EntryField
            name={`corners.${i}.y`}
            label={`${i + 1}: away`}
            value={corner.y}
            onChange={(y) => setCorner(i, { y })}
            problems={problems}
          />
          <Button
            aria-label={`Remove corner ${i + 1}`}
            disabled={corners.length <= 3}
            onClick={() => change({ corners: corners.filter((_, j) => j !== i) })}
          >
            Remove
          </Button>
        </Stack>
      ))}
      {whole.length > 0 && (
        <Typography color="error" role="alert">
          {whole.map(inWords).join(" ")}
        </Typography>
      )}
      <Button
        variant="outlined"
        onClick={() => change({ corners: [...corners, { x: "", y: "" }] })}
      >
        Add a corner
      </Button>
    </Stack>
  );
}
