import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import TextField, { type TextFieldProps } from "@mui/material/TextField";
import type { Problem } from "../api/client";

type Props = {
  name: string;
  label: string;
  value: string;
  onChange: (value: string) => void;
  problems?: readonly Problem[];
  hint?: string;
} & Pick<TextFieldProps, "autoFocus" | "autoComplete" | "type" | "slotProps" | "multiline" | "sx">;

/** A typed field with its refusal in its own place, and ready answers where there are two. */
export function EntryField({ name, label, value, onChange, problems = [], hint, ...rest }: Props) {
  const own = problems.filter((problem) => problem.field === name);
  const offers = own.flatMap((problem) => problem.offers);
  return (
    <Stack spacing={1}>
      <TextField
        id={`field-${name}`}
        name={name}
        label={label}
        value={value}
        onChange={(event) => onChange(event.target.value)}
        error={own.length > 0}
        helperText={own.length ? own.map(inWords).join(" ") : hint}
        autoComplete="off"
        {...rest}
      />
      {offers.length > 0 && (
        <Stack direction="row" spacing={1} role="group" aria-label={`${label}: which one?`}>
          {offers.map((offer) => (
            <Button
              key={offer.text}
              variant="outlined"
              color="error"
              onClick={() => onChange(offer.text)}
            >
              {offer.label}
            </Button>
          ))}
        </Stack>
      )}
    </Stack>
  );
}

/** Say what was typed, why it can't be, and what would do. */
export function inWords(problem: Problem): string {
  const typed = problem.typed ? `“${problem.typed}”: ` : "";
  return `${typed}${problem.why} ${problem.accepts}`;
}
