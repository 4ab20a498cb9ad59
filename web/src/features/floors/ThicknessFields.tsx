import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import type { Problem } from "../../api/client";
import { EntryField } from "../../parts/EntryField";
import type { FloorForm, ThickenedForm } from "./form";

type Props = {
  form: FloorForm;
  change: (changed: Partial<FloorForm>) => void;
  problems: readonly Problem[];
};

const THICKENED = [
  ["edge", "Edge"],
  ["width", "Width in plan"],
  ["depth", "Depth of concrete"],
] as const;

/** Where the fields of taper, thickened edges and layers keep their refusals. */
export function thicknessFields(form: FloorForm): string[] {
  return [
    "taper_edge",
    "taper_to",
    ...form.thickened.flatMap((_, i) => THICKENED.map(([name]) => `thickened.${i}.${name}`)),
    ...form.layers.flatMap((_, i) => [`layers.${i}.nominal`, `layers.${i}.actual`]),
  ];
}

/** How a slab's thickness varies: a taper from one edge on, trenches along others. */
export function ThicknessFields({ form, change, problems }: Props) {
  const { thickened } = form;
  const isTapering = form.taper_edge !== "" || form.taper_to !== "";
  const put = (at: number, changed: Partial<ThickenedForm>) =>
    change({ thickened: thickened.map((one, i) => (i === at ? { ...one, ...changed } : one)) });
  return (
    <Stack spacing={2}>
      {!isTapering && thickened.length === 0 && (
        <Typography>The slab is as thick everywhere.</Typography>
      )}
      {isTapering && (
        <Stack direction={{ xs: "column", sm: "row" }} spacing={1} sx={BESIDE}>
          <EntryField
            name="taper_edge"
            label="Full thickness along edge"
            hint="Edge 1 runs from corner 1 to corner 2"
            value={form.taper_edge}
            onChange={(taper_edge) => change({ taper_edge })}
            problems={problems}
          />
          <EntryField
            name="taper_to"
            label="Thickness farthest from it"
            value={form.taper_to}
            onChange={(taper_to) => change({ taper_to })}
            problems={problems}
          />
          <Button onClick={() => change({ taper_edge: "", taper_to: "" })}>No taper</Button>
        </Stack>
      )}
      {thickened.map((one, i) => (
        <Stack key={i} direction={{ xs: "column", sm: "row" }} spacing={1} sx={BESIDE}>
          {THICKENED.map(([name, label]) => (
            <EntryField
              key={name}
              name={`thickened.${i}.${name}`}
              label={label}
              value={one[name]}
              onChange={(text) => put(i, { [name]: text })}
              problems={problems}
            />
          ))}
          <Button onClick={() => change({ thickened: thickened.filter((_, n) => n !== i) })}>
            Take it out
          </Button>
        </Stack>
      ))}
      <Stack direction="row" spacing={1} sx={{ flexWrap: "wrap", rowGap: 1 }}>
        {!isTapering && (
          <Button variant="outlined" onClick={() => change({ taper_edge: "1" })}>
            Let it taper
          </Button>
        )}
        <Button
          variant="outlined"
          onClick={() => change({ thickened: [...thickened, { edge: "", width: "", depth: "" }] })}
        >
          Thicken an edge
        </Button>
      </Stack>
    </Stack>
  );
}

const BESIDE = { borderLeft: 4, borderColor: "peg", pl: 1.5 };
