import type { Problem } from "../api/client";
import { EntryField } from "./EntryField";
import { Select } from "./Select";
import type { Measure } from "./kinds";

type Props = {
  measure: Measure;
  value: string;
  problems: readonly Problem[];
  onChange: (text: string) => void;
};

/** A measure of an element: typed, or chosen where there are only a few. */
export function MeasureField({ measure, value, problems, onChange }: Props) {
  const { name, label, hint, choices } = measure;
  if (choices)
    return (
      <Select
        label={label}
        value={value || (choices[0]?.[0] ?? "")}
        options={choices}
        onChange={onChange}
      />
    );
  return (
    <EntryField
      name={name}
      label={label}
      value={value}
      onChange={onChange}
      problems={problems}
      {...(hint ? { hint } : {})}
    />
  );
}
