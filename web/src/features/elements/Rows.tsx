import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import type { Problem } from "../../api/client";
import { EntryField } from "../../parts/EntryField";
import type { ElementForm } from "./form";

const LAYER = {
  display: "grid",
  gap: 1,
  alignItems: "start",
  gridTemplateColumns: { xs: "1fr 1fr", sm: "2fr 1fr 1fr auto" },
};

type Props = {
  form: ElementForm;
  change: (changed: Partial<ElementForm>) => void;
  problems: readonly Problem[];
};

/** The steps of a footing, in order along it. */
export function StepRows({ form, change, problems }: Props) {
  const { steps } = form;
  const put = (at: number, changed: Partial<(typeof steps)[number]>) =>
    change({ steps: steps.map((step, i) => (i === at ? { ...step, ...changed } : step)) });
  return (
    <Stack spacing={1.5}>
      {steps.map((step, i) => (
        <Stack key={i} direction="row" spacing={1} sx={{ alignItems: "flex-start" }}>
          <EntryField
            name={`steps.${i}.along`}
            label={`Step ${i + 1}: along`}
            value={step.along}
            onChange={(along) => put(i, { along })}
            problems={problems}
          />
          <EntryField
            name={`steps.${i}.drop`}
            label="Down by"
            value={step.drop}
            onChange={(drop) => put(i, { drop })}
            problems={problems}
          />
          <Button onClick={() => change({ steps: steps.filter((_, n) => n !== i) })}>Remove</Button>
        </Stack>
      ))}
      <Button
        variant="outlined"
        onClick={() => change({ steps: [...steps, { along: "", drop: "" }] })}
      >
        Add a step
      </Button>
    </Stack>
  );
}

/** The layers between the finished level and the pier; a measured one wins over its nominal. */
export function LayerRows({ form, change, problems }: Props) {
  const { layers } = form;
  const put = (at: number, changed: Partial<(typeof layers)[number]>) =>
    change({ layers: layers.map((layer, i) => (i === at ? { ...layer, ...changed } : layer)) });
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
            onClick={() => change({ layers: layers.filter((_, n) => n !== i) })}
          >
            Remove
          </Button>
        </Box>
      ))}
      <Button
        variant="outlined"
        onClick={() => change({ layers: [...layers, { name: "", nominal: "", actual: "" }] })}
      >
        Add a layer
      </Button>
    </Stack>
  );
}
