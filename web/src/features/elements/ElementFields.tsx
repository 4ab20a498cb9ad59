import Box from "@mui/material/Box";
import Stack from "@mui/material/Stack";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import type { Problem, Schemas } from "../../api/client";
import { CornerFields } from "../../parts/CornerFields";
import { EntryField } from "../../parts/EntryField";
import { KINDS, type Measure, type Shape } from "../../parts/kinds";
import { sidesOf } from "../../parts/sides";
import { LevelFields } from "../../parts/LevelFields";
import { MeasureField } from "../../parts/MeasureField";
import { LayerRows } from "../../parts/LayerRows";
import { Panel } from "../../parts/Page";
import { Select } from "../../parts/Select";
import { StepRows } from "./Rows";

import { type ElementForm, SHAPE_NAMES } from "./form";

const TWO_COLUMNS = {
  display: "grid",
  gap: 2,
  gridTemplateColumns: { xs: "minmax(0, 1fr)", sm: "repeat(2, minmax(0, 1fr))" },
};

type Props = {
  job: Schemas["JobSheet"];
  form: ElementForm;
  change: (changed: Partial<ElementForm>) => void;
  problems: readonly Problem[];
};

/** Everything an element of its kind is typed by. */
export function ElementFields(props: Props) {
  const { job, form, change, problems } = props;
  const kind = KINDS[form.kind];
  return (
    <>
      <Panel title={kind.name}>
        <Stack spacing={2}>
          <EntryField
            name="name"
            label="Name"
            value={form.name}
            onChange={(name) => change({ name })}
            problems={problems}
            hint={`Left empty, it is ${kind.name} with a number`}
          />
          {kind.shapes.length > 0 && <ShapeChoice {...props} />}
        </Stack>
      </Panel>
      {kind.level && (
        <Panel title="Level">
          <Stack spacing={2}>
            <LevelFields job={job} floor="" label={kind.level} {...{ form, change, problems }} />
            <EntryField
              name="tolerance"
              label="On within"
              value={form.tolerance}
              onChange={(tolerance) => change({ tolerance })}
              problems={problems}
              hint="High or low; a usual figure, yours to change"
            />
          </Stack>
        </Panel>
      )}
      {kind.hasLayers && (
        <Panel title="Stack-up, from the finished level down">
          <LayerRows
            layers={props.form.layers}
            onChange={(layers) => props.change({ layers })}
            problems={props.problems}
          />
        </Panel>
      )}
      {kind.measures.length > 0 && (
        <Panel title="Measures">
          <Box sx={TWO_COLUMNS}>
            <Measures {...props} measures={kind.measures.filter((one) => !one.isFolded)} />
          </Box>
          <Folded {...props} measures={kind.measures.filter((one) => one.isFolded)} />
        </Panel>
      )}
      {kind.hasSteps && (
        <Panel title="Steps">
          <StepRows {...props} />
        </Panel>
      )}
    </>
  );
}

/** Measures that have a usual figure nobody needs to look at; open where one was refused. */
function Folded(props: Props & { measures: readonly Measure[] }) {
  const { measures, problems } = props;
  const isRefused = measures.some(({ name }) => problems.some(({ field }) => field === name));
  if (measures.length === 0) return null;
  return (
    <Box component="details" open={isRefused || undefined} sx={{ mt: 2 }}>
      <Box component="summary" sx={{ cursor: "pointer", minHeight: 48, fontWeight: 700 }}>
        More measures
      </Box>
      <Box sx={TWO_COLUMNS}>
        <Measures {...props} />
      </Box>
    </Box>
  );
}

function ShapeChoice(props: Props) {
  const { job, form, change, problems } = props;
  const shapes = KINDS[form.kind].shapes.filter((shape) => shape !== "floor" || job.floors.length);
  return (
    <>
      {shapes.length > 1 && (
        <ToggleButtonGroup
          exclusive
          fullWidth
          value={form.shape}
          aria-label="Shape"
          onChange={(_, shape: Shape | null) => shape && change({ shape })}
          sx={{ flexWrap: "wrap" }}
        >
          {shapes.map((shape) => (
            <ToggleButton key={shape} value={shape} sx={{ flex: "1 1 auto", width: "auto" }}>
              {SHAPE_NAMES[shape]}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
      )}
      {form.shape === "floor" && (
        <Select
          label="Which floor"
          value={form.outline_of}
          options={job.floors.map(({ id, name }) => [id, name] as const)}
          onChange={(outline_of) => change({ outline_of })}
        />
      )}
      {(form.shape === "line" || form.shape === "corners") && (
        <CornerFields
          name="corners"
          corners={form.corners}
          least={form.kind === "embeds" ? 1 : form.shape === "line" ? 2 : 3}
          what={form.kind === "embeds" ? "place" : "corner"}
          problems={problems}
          onChange={(corners) => change({ corners })}
        />
      )}
      <Box sx={TWO_COLUMNS}>
        <Measures {...props} measures={sidesOf(form.shape)} />
      </Box>
    </>
  );
}

function Measures(props: Props & { measures: readonly Measure[] }) {
  const { form, change, problems, measures } = props;
  return measures.map((measure) => (
    <MeasureField
      key={measure.name}
      measure={measure}
      value={form.measures[measure.name] ?? ""}
      onChange={(text) => change({ measures: { ...form.measures, [measure.name]: text } })}
      problems={problems}
    />
  ));
}
