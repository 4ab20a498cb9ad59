import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import Stack from "@mui/material/Stack";
import TextField, { type TextFieldProps } from "@mui/material/TextField";
import { useMutation } from "@tanstack/react-query";
import type { FormEvent, ReactNode } from "react";
import { type Problem, type Schemas, problemsOf } from "../api/client";
import { forgetReadings } from "../api/queries";
import { type Keys, useDraft } from "./drafts";
import { EntryField, inWords } from "./EntryField";
import { Problems } from "./Problems";

type Typed<Values> = Values & Keys;

/** What a form draws itself from: what is typed, what was refused, and how to change it. */
export type Form<Values> = {
  values: Typed<Values>;
  change: (changed: Partial<Values>) => void;
  problems: readonly Problem[];
  submit: (event: FormEvent) => void;
  isSending: boolean;
};

type Options<Values> = {
  /** Where the draft is kept on this device. */
  draft: string;
  initial: Values;
  /** What can be chosen, for fields that are a choice; a draft of anything else is let go. */
  choices?: Partial<Record<keyof Values, readonly string[]>>;
  /** Send it; `at` is when it was first sent. */
  send: (values: Typed<Values>, at: string) => Promise<Schemas["Recorded"]>;
  onRecorded?: (recorded: Schemas["Recorded"]) => void | Promise<void>;
};

/** A form whose draft survives an error, a reload or a dropped line until it is recorded. */
export function useForm<Values extends object>(options: Options<Values>): Form<Values> {
  const { values: kept, set, sending, clear } = useDraft(options.draft, options.initial);
  const values = stillOffered(kept, options);
  const record = useMutation({
    mutationFn: () => options.send(values, sending()),
    onSuccess: async (recorded) => {
      clear();
      await forgetReadings();
      await options.onRecorded?.(recorded);
    },
  });
  return {
    values,
    change: (changed) => {
      record.reset();
      set(changed);
    },
    problems: problemsOf(record.error),
    submit: (event) => {
      event.preventDefault();
      record.mutate();
    },
    isSending: record.isPending,
  };
}

/** What is typed, but for choices that are not to be had any more: those are as at the start. */
function stillOffered<Values extends object>(
  kept: Typed<Values>,
  { initial, choices = {} }: Options<Values>,
): Typed<Values> {
  const gone = (Object.keys(choices) as (keyof Values)[]).filter(
    (name) => !choices[name]?.includes(String(kept[name])),
  );
  if (!gone.length) return kept;
  return { ...kept, ...Object.fromEntries(gone.map((name) => [name, initial[name]])) };
}

type Entries<Values> = {
  [Name in keyof Values]: Values[Name] extends string ? Name : never;
}[keyof Values] &
  string;

/** A form as its entries need it: one whose draft is kept, or one that is kept nowhere. */
type Typing<Values> = {
  values: Values;
  change: (changed: Partial<Values>) => void;
  problems: readonly Problem[];
};

type EntryProps<Values> = {
  form: Typing<Values>;
  name: Entries<Values>;
  label: string;
  /** The field's name in refusals, where it is not the form's own. */
  field?: string;
  hint?: string;
} & Pick<TextFieldProps, "autoFocus" | "autoComplete" | "type">;

/** One typed entry of a form. */
export function Entry<Values>({ form, name, field, hint, ...rest }: EntryProps<Values>) {
  return (
    <EntryField
      name={field ?? name}
      value={String(form.values[name])}
      onChange={(text) => form.change({ [name]: text } as unknown as Partial<Values>)}
      problems={form.problems}
      {...(hint ? { hint } : {})}
      {...rest}
    />
  );
}

type ChoiceProps<Values> = {
  form: Pick<Form<Values>, "values" | "change"> & { problems?: readonly Problem[] };
  name: Entries<Values>;
  label: string;
  options: readonly (readonly [string, string])[];
};

/** One choice of a form, from codes and what they are called. */
export function Choice<Values>({ form, name, label, options }: ChoiceProps<Values>) {
  const own = (form.problems ?? []).filter(({ field }) => field === name);
  return (
    <TextField
      select
      label={label}
      value={String(form.values[name])}
      error={own.length > 0}
      helperText={own.map(inWords).join(" ")}
      onChange={(event) =>
        form.change({ [name]: event.target.value } as unknown as Partial<Values>)
      }
    >
      {options.map(([code, text]) => (
        <MenuItem key={code} value={code}>
          {text}
        </MenuItem>
      ))}
    </TextField>
  );
}

type RecordProps = {
  form: Pick<Form<object>, "problems" | "isSending">;
  /** The fields that show their own refusals. */
  fields: readonly string[];
  /** Whether what it would do is still being worked out: nobody accepts what was not shown. */
  isWaiting?: boolean;
  children: ReactNode;
};

/** The end of a form: what belongs to no field, and the button that records it. */
export function RecordButton({ form, fields, isWaiting = false, children }: RecordProps) {
  return (
    <Stack spacing={2}>
      <Problems problems={form.problems} fields={fields} />
      <Button
        type="submit"
        variant="contained"
        size="large"
        disabled={isWaiting}
        loading={form.isSending}
      >
        {children}
      </Button>
    </Stack>
  );
}
