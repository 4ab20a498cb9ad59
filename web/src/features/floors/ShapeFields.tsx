import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import type { Problem } from "../../api/client";
import { CornerFields } from "../../parts/CornerFields";
import { EntryField } from "../../parts/EntryField";
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
        <CornerFields
          name="corners"
          corners={form.corners}
          least={3}
          problems={problems}
          onChange={(corners) => change({ corners })}
        />
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
      autoFocus={name === "length" && form.length === ""}
    />
  ));
}
