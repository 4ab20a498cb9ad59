import Box from "@mui/material/Box";
import type { Schemas } from "../../api/client";
import { Remarks } from "./Remarks";

type Row = Schemas["BookRow"];

const SIGHTS: readonly (readonly [string, keyof Row])[] = [
  ["BS", "backsight"],
  ["IS", "intermediate"],
  ["FS", "foresight"],
];
const CHANGES: readonly (readonly [string, keyof Row])[] = [
  ["rise", "rise"],
  ["fall", "fall"],
  ["HI", "height_of_instrument"],
];

const LIST = {
  listStyle: "none",
  m: 0,
  p: 0,
  "& > li": {
    display: "grid",
    gridTemplateColumns: "minmax(56px, auto) 1fr auto",
    columnGap: 1.5,
    alignItems: "baseline",
    py: 1,
    borderBottom: 1,
    borderColor: "divider",
  },
  "& > li > strong": { fontSize: "1.1rem" },
  "& > li > p": { gridColumn: "1 / -1", m: 0, typography: "body2", color: "text.secondary" },
  "& > li > s": { color: "text.secondary" },
} as const;

/** The level notes in the hand: what was read and how high it lies, the rest in a line below. */
export function PhoneNotes({ rows }: { rows: readonly Row[] }) {
  return (
    <Box component="ol" aria-label="Level notes" sx={LIST}>
      {rows.map((row, i) => {
        const Said = row.struck ? "s" : "span";
        return (
          <li key={row.shot || `${row.point} ${i}`}>
            <strong>{row.point}</strong>
            <Said>{named(SIGHTS, row)}</Said>
            {row.struck ? <s>{row.elevation}</s> : <strong>{row.elevation}</strong>}
            <p>
              {named(CHANGES, row, ". ")}
              <Remarks row={row} />
            </p>
          </li>
        );
      })}
    </Box>
  );
}

function named(columns: typeof SIGHTS, row: Row, end = "") {
  const said = columns.filter(([, key]) => row[key]).map(([name, key]) => `${name} ${row[key]}`);
  return said.length ? said.join(", ") + end : "";
}
