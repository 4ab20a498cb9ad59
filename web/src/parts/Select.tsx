import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";

type Props<Code extends string> = {
  label: string;
  value: Code;
  options: readonly (readonly [Code, string])[];
  onChange: (code: Code) => void;
};

/** One choice from codes and what they are called. */
export function Select<Code extends string>({ label, value, options, onChange }: Props<Code>) {
  return (
    <TextField
      select
      label={label}
      value={value}
      onChange={(event) => onChange(event.target.value as Code)}
    >
      {options.map(([code, text]) => (
        <MenuItem key={code} value={code}>
          {text}
        </MenuItem>
      ))}
    </TextField>
  );
}
