import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import type { Problem } from "../../api/client";
import { EntryField } from "../../parts/EntryField";
import type { ElementForm } from "./form";

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
