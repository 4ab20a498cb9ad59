import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import type { Problem, Schemas } from "../../api/client";
import { EntryField } from "../../parts/EntryField";
import { KINDS } from "../../parts/kinds";
import { LevelFields } from "../../parts/LevelFields";
import { MeasureField } from "../../parts/MeasureField";
import { Panel } from "../../parts/Page";
import { Problems } from "../../parts/Problems";
import { LayerRows } from "../../parts/LayerRows";
import { StepRows } from "../elements/Rows";
import type { ElementForm } from "../elements/form";
import type { FloorForm } from "../floors/form";
import { FROM_DRAWING, type Part, type Shape, fieldsOfPart, measuresOf, nameOf } from "./form";

type Job = Schemas["JobSheet"];
type Props = {
  job: Job;
  part: Part;
  shapes: readonly Shape[];
  problems: readonly Problem[];
  change: (part: Part) => void;
  drop: () => void;
  show: () => void;
};

const TWO = {
  display: "grid",
  gap: 1.5,
  gridTemplateColumns: "repeat(auto-fit, minmax(160px, 1fr))",
};

/** A part of the plan as it is drawn, with what the drawing does not say. */
export function PartCard({ job, part, shapes, problems, change, drop, show }: Props) {
  const [first] = shapes;
  const many = part.shapes.length;
  return (
    <Panel title={`${nameOf(part.kind)}, as drawn`}>
      <Stack spacing={2}>
        <Stack direction="row" sx={{ gap: 1, alignItems: "center", flexWrap: "wrap" }}>
          <Typography sx={{ flex: 1, minWidth: 160 }}>
            {part.mesh
              ? `Set to the surface ${part.mesh}`
              : `${many > 1 ? `${many} shapes` : (first?.size ?? "?")} on layer ${first?.layer ?? "?"}`}
          </Typography>
          {!part.mesh && <Button onClick={show}>Show it</Button>}
          <Button onClick={drop}>Not this</Button>
        </Stack>
        {part.floor && (
          <SlabFields
            {...{ job, problems }}
            id={part.id}
            form={part.floor}
            change={(floor) => change({ ...part, floor })}
          />
        )}
        {part.element && (
          <DrawnElement
            {...{ job, problems }}
            form={part.element}
            hasLevel={!part.mesh}
            change={(element) => change({ ...part, element })}
          />
        )}
        <Problems problems={problems} fields={[...fieldsOfPart(part)]} />
      </Stack>
    </Panel>
  );
}

type SlabProps = {
  job: Job;
  id: string;
  form: FloorForm;
  problems: readonly Problem[];
  change: (form: FloorForm) => void;
};

function SlabFields({ job, id, form, problems, change }: SlabProps) {
  const set = (changed: Partial<FloorForm>) => change({ ...form, ...changed });
  return (
    <>
      <Box sx={TWO}>
        <EntryField
          name="name"
          label="Name"
          value={form.name}
          onChange={(name) => set({ name })}
          problems={problems}
        />
        <EntryField
          name="thickness"
          label="Slab thickness"
          value={form.thickness}
          onChange={(thickness) => set({ thickness })}
          problems={problems}
        />
      </Box>
      <LevelFields
        job={job}
        floor={id}
        label="Finished level (top of slab)"
        {...{ form, problems }}
        change={set}
      />
    </>
  );
}

type ElementProps = {
  job: Job;
  form: ElementForm;
  /** Whether its level is typed; a surface of the file gives it else. */
  hasLevel: boolean;
  problems: readonly Problem[];
  change: (form: ElementForm) => void;
};

function DrawnElement({ job, form, hasLevel, problems, change }: ElementProps) {
  const [isMore, setMore] = useState(false);
  const kind = KINDS[form.kind];
  const set = (changed: Partial<ElementForm>) => change({ ...form, ...changed });
  const measures = measuresOf(form.kind);
  // What has no usual figure is asked for; the rest is there when it is wanted.
  const asked = measures.filter(
    ({ name, usual, hint }) => FROM_DRAWING.includes(name) || !(usual ?? hint),
  );
  const shown = isMore ? measures : asked;
  const isHidden = measures.some(
    ({ name }) =>
      problems.some(({ field }) => field === name) && !shown.some((one) => one.name === name),
  );
  const all = isHidden ? measures : shown;
  return (
    <>
      <EntryField
        name="name"
        label="Name"
        value={form.name}
        onChange={(name) => set({ name })}
        problems={problems}
      />
      {kind.level && hasLevel && (
        <LevelFields
          job={job}
          floor=""
          label={kind.level}
          {...{ form, problems }}
          change={(changed) => set(changed)}
        />
      )}
      <Box sx={TWO}>
        {all.map((measure) => (
          <MeasureField
            key={measure.name}
            measure={
              FROM_DRAWING.includes(measure.name)
                ? { ...measure, hint: "Empty: as it is drawn" }
                : measure
            }
            value={form.measures[measure.name] ?? ""}
            onChange={(text) => set({ measures: { ...form.measures, [measure.name]: text } })}
            problems={problems}
          />
        ))}
      </Box>
      {isMore && kind.hasLayers && (
        <LayerRows
          layers={form.layers}
          onChange={(layers) => set({ layers })}
          problems={problems}
        />
      )}
      {isMore && kind.hasSteps && <StepRows {...{ job, form, problems }} change={set} />}
      {!isMore && all.length < measures.length && (
        <Button onClick={() => setMore(true)} sx={{ alignSelf: "start" }}>
          More of its measures
        </Button>
      )}
    </>
  );
}
