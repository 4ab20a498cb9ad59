import Box from "@mui/material/Box";
import InputBase from "@mui/material/InputBase";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { type KeyboardEvent, type ReactNode, useEffect, useId, useRef } from "react";
import { OffersOf, inWords } from "../../parts/EntryField";
import type { Height } from "./useHeight";

/** Which entry: what one stands on, what is read there, a wanted height, or a reading on it. */
export type Field = "known" | "reading" | "job_name" | number | { at: number };

/** What is typed in an entry. */
export function typedIn({ values }: Height, field: Field): string {
  if (typeof field === "string") return values[field];
  const at = typeof field === "number" ? field : field.at;
  const point = values.points[at];
  return (typeof field === "number" ? point?.target : point?.reading) ?? "";
}

export function typeInto(height: Height, field: Field, text: string) {
  if (typeof field === "string") height.change({ [field]: text });
  else if (typeof field === "number") height.changePoint(field, { target: text });
  else height.changePoint(field.at, { reading: text });
}

function nameOf(field: Field): string {
  if (typeof field === "string") return field;
  return typeof field === "number" ? `points.${field}.target` : `points.${field.at}.reading`;
}

function isSame(one: Field, other: Field): boolean {
  return nameOf(one) === nameOf(other);
}

type Props = {
  height: Height;
  field: Field;
  here: Field;
  onGo: (field: Field) => void;
  label: string;
  hint?: string;
  next?: Field;
  isQuiet?: boolean;
  /** A key beside the entry. */
  end?: ReactNode;
};

/** One number in a row of its own: what is asked, what is typed, and what is wrong with it. */
export function NumberRow({ height, field, here, onGo, label, hint, next, isQuiet, end }: Props) {
  const id = useId();
  const input = useRef<HTMLInputElement>(null);
  const isHere = isSame(field, here);
  const isText = field === "job_name";
  useEffect(() => {
    if (isHere || isText) input.current?.focus({ preventScroll: true });
  }, [isHere, isText]);
  const name = nameOf(field);
  const own = height.problems.filter((problem) => problem.field === name);
  const type = (text: string) => typeInto(height, field, text);
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key !== "Enter") return;
    event.preventDefault();
    if (next !== undefined) onGo(next);
    else height.keep();
  };
  return (
    <Box>
      <Stack
        direction="row"
        onClick={() => onGo(field)}
        sx={{
          alignItems: "center",
          gap: 1,
          bgcolor: "background.paper",
          borderLeft: "8px solid",
          borderColor: own.length ? "error.main" : isHere ? "peg" : "divider",
          pl: 1.5,
        }}
      >
        <Typography
          component="label"
          htmlFor={id}
          sx={{ flex: 1, lineHeight: 1.15, color: isQuiet ? "text.secondary" : "text.primary" }}
        >
          {label}
          {hint && (isHere || isText) && (
            <Typography
              component="span"
              variant="body2"
              color="text.secondary"
              sx={{ display: "block" }}
            >
              {hint}
            </Typography>
          )}
        </Typography>
        <InputBase
          id={id}
          name={name}
          inputRef={input}
          value={typedIn(height, field)}
          onChange={(event) => type(event.target.value)}
          onFocus={() => onGo(field)}
          onKeyDown={onKeyDown}
          error={own.length > 0}
          sx={{
            flex: isText ? 2 : 1.5,
            fontSize: isQuiet ? "1.2rem" : "1.5rem",
            fontWeight: 700,
            height: 52,
            px: 1,
          }}
          slotProps={{
            input: { inputMode: isText ? "text" : "none", autoComplete: "off" },
          }}
        />
        {end}
      </Stack>
      {own.map((problem) => (
        <Typography key={problem.code} role="alert" color="error" sx={{ pl: 2.5 }}>
          {inWords(problem)}
        </Typography>
      ))}
      <OffersOf problems={own} onOffer={type} />
    </Box>
  );
}
