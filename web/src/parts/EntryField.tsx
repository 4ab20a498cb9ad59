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
      <OffersOf problems={own} label={`${label}: which one?`} onOffer={onChange} />
    </Stack>
  );
}

type OffersProps = {
  problems: readonly Problem[];
  label?: string;
  onOffer: (text: string) => void;
};

/** The ready answers of refusals, one tap each. */
export function OffersOf({ problems, label = "Which one?", onOffer }: OffersProps) {
  const offers = problems.flatMap((problem) => problem.offers);
  if (!offers.length) return null;
  return (
    <Stack direction="row" spacing={1} role="group" aria-label={label}>
      {offers.map((offer) => (
        <Button
          key={offer.text}
          variant="outlined"
          color="error"
          onClick={() => onOffer(offer.text)}
        >
          {offer.label}
        </Button>
      ))}
    </Stack>
  );
}

/** Say what was typed, why it can't be, and what would do. */
export function inWords(problem: Problem): string {
  const typed = problem.typed ? `“${problem.typed}”: ` : "";
  return `${typed}${problem.why} ${problem.accepts}`;
}
