import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { Problem, Schemas } from "../../api/client";
import { CornerFields } from "../../parts/CornerFields";
import { EntryField } from "../../parts/EntryField";
import { Select } from "../../parts/Select";
import { type FloorForm, type PanelForm, emptyPanel } from "./form";

type Props = {
  job: Schemas["JobSheet"];
  form: FloorForm;
  change: (changed: Partial<FloorForm>) => void;
  problems: readonly Problem[];
};

const KINDS = [
  ["level", "level"],
  ["one", "level one way, falling the other"],
  ["two", "falling two ways"],
  ["point", "to a low point, such as a drain"],
] as const;

const WAYS = [
  ["right", "to the right"],
  ["left", "to the left"],
  ["away", "away from you"],
  ["near", "toward you"],
] as const;

/** Where the fields of panels keep their refusals. */
export function panelFields(form: FloorForm): string[] {
  return form.panels.flatMap((panel, i) => [
    ...["fall", "fall_across", "x", "y", "drop", "corners"].map((name) => `panels.${i}.${name}`),
    ...panel.corners.flatMap((_, n) => [
      `panels.${i}.corners.${n}.x`,
      `panels.${i}.corners.${n}.y`,
    ]),
  ]);
}

/** How the slab's top falls: not at all, all of it one way, or in panels. */
export function PanelFields({ job, form, change, problems }: Props) {
  const { panels } = form;
  const put = (at: number, changed: Partial<PanelForm>) =>
    change({ panels: panels.map((one, i) => (i === at ? { ...one, ...changed } : one)) });
  const add = () => change({ panels: [...panels, emptyPanel(job, panels.length + 1)] });
  return (
    <Stack spacing={2}>
      {panels.length === 0 && <Typography>The slab is level.</Typography>}
      {panels.map((panel, i) => (
        <OnePanel
          key={i}
          panel={panel}
          at={`panels.${i}`}
          isAlone={panels.length === 1}
          problems={problems}
          put={(changed) => put(i, changed)}
          drop={() => change({ panels: panels.filter((_, n) => n !== i) })}
        />
      ))}
      <Button variant="outlined" onClick={add}>
        {panels.length ? "Add a panel" : "Let it fall"}
      </Button>
    </Stack>
  );
}

type PanelProps = {
  panel: PanelForm;
  at: string;
  isAlone: boolean;
  problems: readonly Problem[];
  put: (changed: Partial<PanelForm>) => void;
  drop: () => void;
};

function OnePanel({ panel, at, isAlone, problems, put, drop }: PanelProps) {
  const entry = (name: "fall" | "fall_across" | "x" | "y" | "drop", label: string) => (
    <EntryField
      name={`${at}.${name}`}
      label={label}
      value={panel[name]}
      onChange={(text) => put({ [name]: text })}
      problems={problems}
    />
  );
  const isFalling = panel.kind !== "level";
  const isPoint = panel.kind === "point";
  return (
    <Stack spacing={1.5} sx={{ borderLeft: 4, borderColor: "peg", pl: 1.5 }}>
      {!isAlone && (
        <TextField
          label="Panel"
          value={panel.name}
          onChange={(event) => put({ name: event.target.value })}
        />
      )}
      <Select label="It is" value={panel.kind} options={KINDS} onChange={(kind) => put({ kind })} />
      {isFalling && (
        <Stack direction="row" spacing={1}>
          {entry("fall", "Fall: 1/4 in per ft, 1:60 or 1.5 %")}
          {!isPoint && (
            <Select
              label="Toward"
              value={panel.toward}
              options={WAYS}
              onChange={(toward) => put({ toward })}
            />
          )}
        </Stack>
      )}
      {panel.kind === "two" && (
        <Stack direction="row" spacing={1}>
          {entry("fall_across", "Fall across")}
          <Select
            label="Toward"
            value={panel.toward_across}
            options={WAYS}
            onChange={(toward_across) => put({ toward_across })}
          />
        </Stack>
      )}
      <Stack direction="row" spacing={1}>
        {entry("x", isPoint ? "Low point: right" : "Level at: right")}
        {entry("y", "Away")}
        {entry("drop", isPoint ? "Rim below level" : "Below level")}
      </Stack>
      {(!isAlone || panel.corners.length > 0) && (
        <CornerFields
          name={`${at}.corners`}
          corners={panel.corners}
          problems={problems}
          onChange={(corners) => put({ corners })}
        />
      )}
      <Button onClick={drop}>{isAlone ? "Make it level" : "Take this panel out"}</Button>
    </Stack>
  );
}
