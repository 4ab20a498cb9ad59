import Box from "@mui/material/Box";
import ButtonBase from "@mui/material/ButtonBase";
import Stack from "@mui/material/Stack";
import { NARROW } from "../theme/theme";
import type { RodSheet } from "./rod/scale";

type Props = {
  rod: RodSheet;
  value: string;
  onChange: (value: string) => void;
  /** Whether a height is typed, which may lie higher or lower than what one stands on. */
  hasSides?: boolean;
};

type Key = {
  face: string;
  name?: string;
  press: (before: string) => string;
  /** Whether what is typed says this already; keys that are never so leave it out. */
  isOn?: (typed: string) => boolean;
};

const type = (text: string, face = text): Key => ({ face, press: (before) => before + text });

function fractionKey(fraction: string): Key {
  const press = (before: string) => {
    const bare = before.replace(/"$/, "").trimEnd();
    return `${bare}${bare ? " " : ""}${fraction}"`;
  };
  return { face: fraction, name: `${fraction} inch`, press };
}

const below: Key = {
  face: "below",
  name: "below zero",
  press: (before) => (before.startsWith("-") ? before.slice(1) : `-${before}`),
};

/** Says that a height lies to a side; pressed again, it says so no more. */
function sideKey(side: "higher" | "lower"): Key {
  const isOn = (typed: string) => typed.startsWith(side);
  const press = (before: string) => {
    const amount = before.replace(/^(higher|lower) */, "");
    return isOn(before) ? amount : `${side} ${amount}`;
  };
  return { face: side, press, isOn };
}

const SIDES = [sideKey("higher"), sideKey("lower")];

const clear: Key = { face: "clear", press: () => "" };

function columnsOf(rod: RodSheet): { digits: Key[]; fractions: Key[] } {
  const { kind, fractions } = rod.graduation;
  const sign = rod.numbering === "centre-zero";
  const left = kind === "ft-in" ? { ...type("' ", "ft"), name: "feet" } : type(".", ".");
  const right: Key =
    kind === "ft-in" || kind === "in"
      ? { face: "in", name: "inches", press: (before) => `${before.trimEnd()}"` }
      : clear;
  const digits = ["1", "2", "3", "4", "5", "6", "7", "8", "9"].map((digit) => type(digit));
  return {
    digits: [...digits, sign ? below : left, type("0"), right],
    fractions: fractions.length ? [...fractions.map(fractionKey), clear] : [],
  };
}

/** A device with a keyboard and a fine pointer needs no big keys. */
const HAS_A_KEYBOARD = "@media (hover: hover) and (pointer: fine) and (min-width: 900px)";

/** Big keys in the rod's own graduation, for one wet thumb; they make way where one types. */
export function Keypad({ rod, value, onChange, hasSides = false }: Props) {
  const { digits, fractions } = columnsOf(rod);
  const fine = fractions.length > 8;
  const typed = { value, onChange };
  return (
    <Stack
      spacing={0.75}
      sx={{ touchAction: "manipulation", [HAS_A_KEYBOARD]: { display: "none" } }}
    >
      {hasSides && <KeyGrid keys={SIDES} columns={2} grow={1} {...typed} soft />}
      <Stack direction="row" spacing={0.75}>
        <KeyGrid keys={digits} columns={3} grow={3} {...typed} />
        {fractions.length > 0 && (
          <KeyGrid keys={fractions} columns={fine ? 4 : 2} grow={fine ? 4 : 2} {...typed} soft />
        )}
      </Stack>
    </Stack>
  );
}

function KeyGrid(props: {
  keys: Key[];
  columns: number;
  grow: number;
  value: string;
  onChange: (value: string) => void;
  soft?: boolean;
}) {
  return (
    <Box
      sx={{
        flex: props.grow,
        display: "grid",
        gap: 0.75,
        gridTemplateColumns: `repeat(${props.columns}, 1fr)`,
        gridAutoRows: "minmax(52px, 1fr)",
      }}
    >
      {props.keys.map((key) => (
        <ButtonBase
          key={key.face}
          aria-label={key.name ?? key.face}
          aria-pressed={key.isOn?.(props.value)}
          onMouseDown={(event) => event.preventDefault()}
          onClick={() => props.onChange(key.press(props.value))}
          sx={{
            fontFamily: NARROW,
            fontSize: key.face.length > 3 ? "1rem" : "1.35rem",
            fontWeight: 700,
            bgcolor: props.soft ? "slab" : "background.paper",
            border: 1,
            borderColor: "divider",
            borderRadius: 1,
            "&:active, &[aria-pressed=true]": { bgcolor: "peg", color: "#15191c" },
          }}
        >
          {key.face}
        </ButtonBase>
      ))}
    </Box>
  );
}
