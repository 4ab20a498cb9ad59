import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import type { Problem, Schemas } from "../api/client";
import { EntryField } from "./EntryField";

type Layer = Schemas["LayerTyped"];

const LAYER = {
  display: "grid",
  gap: 1,
  alignItems: "start",
  gridTemplateColumns: { xs: "1fr 1fr", sm: "2fr 1fr 1fr auto" },
};

type Props = {
  /** From the top down. */
  layers: readonly Layer[];
  onChange: (layers: Layer[]) => void;
  problems: readonly Problem[];
};

/** Layers one on another; a measured thickness wins over its nominal. */
export function LayerRows({ layers, onChange, problems }: Props) {
  const put = (at: number, changed: Partial<Layer>) =>
    onChange(layers.map((layer, i) => (i === at ? { ...layer, ...changed } : layer)));
  return (
    <Stack spacing={1.5}>
      {layers.map((layer, i) => (
        <Box key={i} sx={LAYER}>
          <TextField
            label={`Layer ${i + 1}`}
            value={layer.name}
            autoComplete="off"
            onChange={(event) => put(i, { name: event.target.value })}
          />
          <EntryField
            name={`layers.${i}.nominal`}
            label="Nominal"
            value={layer.nominal}
            onChange={(nominal) => put(i, { nominal })}
            problems={problems}
          />
          <EntryField
            name={`layers.${i}.actual`}
            label="Measured"
            value={layer.actual}
            onChange={(actual) => put(i, { actual })}
            problems={problems}
          />
          <Button
            aria-label={`Remove layer ${i + 1}`}
            onClick={() => onChange(layers.filter((_, n) => n !== i))}
          >
            Remove
          </Button>
        </Box>
      ))}
      <Button
        variant="outlined"
        onClick={() => onChange([...layers, { name: "", nominal: "", actual: "" }])}
      >
        Add a layer
      </Button>
    </Stack>
  );
}
