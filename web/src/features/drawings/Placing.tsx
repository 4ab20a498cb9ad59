import Alert from "@mui/material/Alert";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { type ReactNode, useState } from "react";
import { useNavigate } from "react-router";
import { type Schemas, api, told } from "../../api/client";
import { RecordButton, useForm } from "../../parts/form";
import { Page, Panel } from "../../parts/Page";
import { Select } from "../../parts/Select";
import { DrawingPlan } from "./DrawingPlan";
import { LeftOut } from "./LeftOut";
import { Moved } from "./Moved";
import { PartCard } from "./PartCard";
import { ShapeList } from "./ShapeList";
import {
  DRAWN_AS,
  type DrawnAs,
  type Lay,
  type PlacingForm,
  type Sheet,
  nameOf,
  newPart,
  partOn,
  placingBody,
  problemsOfPart,
  suggested,
  withDrawn,
} from "./form";

type Job = Schemas["JobSheet"];
type Props = {
  job: Job;
  sheet: Sheet;
  lay: Lay;
  layIt: ReactNode;
  /** A point of the drawing is known on the site. */
  onKnown: (handle: string, corner: number) => void;
};

/** A drawing to scale, and beside it what of it comes on the plan. */
export function Placing({ job, sheet, lay, layIt, onKnown }: Props) {
  const navigate = useNavigate();
  const [isFirst] = useState(job.floors.length === 0);
  const [chosen, choose] = useState<readonly string[]>([]);
  const form = useForm<PlacingForm>({
    draft: `placing:${sheet.id}`,
    initial: { parts: job.can_plan ? suggested(job, sheet) : [], marks: [] },
    send: (values) =>
      told(
        api.POST("/api/v1/drawings/{drawing}/placing", {
          params: { path: { drawing: sheet.id } },
          body: placingBody(lay, values),
        }),
      ),
    onRecorded: () => navigate(isFirst ? `/jobs/${job.id}` : `/jobs/${job.id}/floors`),
  });
  const { parts, marks } = form.values;
  const toggle = (handle: string) =>
    choose((now) =>
      now.includes(handle) ? now.filter((one) => one !== handle) : [...now, handle],
    );
  const seen = withDrawn(job, parts);
  return (
    <Page title={sheet.file_name} lead={leadOf(sheet)}>
      <Stack direction={{ xs: "column", md: "row" }} spacing={2} sx={{ alignItems: "stretch" }}>
        <Stack
          spacing={2}
          sx={{
            flex: 3,
            minWidth: 0,
            position: { md: "sticky" },
            top: 16,
            alignSelf: "start",
            width: "100%",
          }}
        >
          <DrawingPlan
            sheet={sheet}
            chosen={chosen}
            assigned={parts.flatMap(({ shapes }) => shapes)}
            onToggle={toggle}
            isMetric={job.volume_unit === "m³"}
          />
          <Chosen
            {...{ job, sheet, chosen }}
            onKnown={onKnown}
            onClear={() => choose([])}
            onMake={(kind) => {
              const shapes = sheet.shown.filter(({ handle }) => chosen.includes(handle));
              form.change({ parts: [...parts, newPart(job, kind, shapes, parts)] });
              choose([]);
            }}
          />
          <ShapeList sheet={sheet} chosen={chosen} onToggle={toggle} />
          <LeftOut sheet={sheet} />
        </Stack>
        <Stack
          component="form"
          noValidate
          onSubmit={form.submit}
          spacing={2}
          sx={{ flex: 2, minWidth: 0, width: "100%" }}
        >
          {job.can_plan && <Moved sheet={sheet} lay={lay} />}
          {layIt}
          {sheet.another_zero && (
            <Alert severity="warning">
              {sheet.another_zero} Its heights can&apos;t be taken over as they are.
            </Alert>
          )}
          {parts.map((part, at) => (
            <PartCard
              key={part.id}
              job={seen}
              part={part}
              shapes={sheet.shown.filter(({ handle }) => part.shapes.includes(handle))}
              problems={problemsOfPart(form.problems, at)}
              change={(now) =>
                form.change({ parts: parts.map((one, i) => (i === at ? now : one)) })
              }
              drop={() => form.change({ parts: parts.filter((_, i) => i !== at) })}
              show={() => choose(part.shapes)}
            />
          ))}
          {job.can_plan && (
            <Meshes
              sheet={sheet}
              onMake={(kind, mesh) =>
                form.change({ parts: [...parts, partOn(job, kind, mesh, parts)] })
              }
            />
          )}
          <Benchmarks {...{ job, sheet, marks }} onChange={(now) => form.change({ marks: now })} />
          {job.can_plan && parts.length + marks.length > 0 && (
            <RecordButton
              form={form}
              fields={form.problems
                .map(({ field }) => field)
                .filter((one) => /^parts\.\d/.test(one))}
            >
              Put it on the plan
            </RecordButton>
          )}
        </Stack>
      </Stack>
    </Page>
  );
}

function leadOf({ shapes, shown, marks, meshes }: Sheet): string {
  const parts = [
    shapes > shown.length ? `the ${shown.length} largest of ${shapes} shapes` : `${shapes} shapes`,
    marks.length ? `${marks.length} points and texts` : "",
    meshes.length ? `${meshes.length} surfaces` : "",
  ];
  return `${parts.filter(Boolean).join(", ")}. Tap what you need and say what it is.`;
}

type ChosenProps = {
  job: Job;
  sheet: Sheet;
  chosen: readonly string[];
  onMake: (kind: DrawnAs) => void;
  onKnown: (handle: string, corner: number) => void;
  onClear: () => void;
};

/** What is chosen on the plan: what it is, or where it is known. */
function Chosen({ job, sheet, chosen, onMake, onKnown, onClear }: ChosenProps) {
  const shapes = sheet.shown.filter(({ handle }) => chosen.includes(handle));
  const marks = sheet.marks.filter(({ handle }) => chosen.includes(handle));
  const [first] = shapes;
  if (!first && !marks.length) return null;
  const kind = first?.meant ?? "slab";
  const [mark] = marks;
  return (
    <Panel
      title={first ? (shapes.length > 1 ? `${shapes.length} shapes` : first.size) : mark?.text}
    >
      <Stack spacing={1.5}>
        {first && (
          <Typography>
            Layer {first.layer}
            {first.height && `, drawn at ${first.height}`}
          </Typography>
        )}
        {first && job.can_plan && <Make key={chosen.join()} kind={kind} onMake={onMake} />}
        <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap" }}>
          {mark && <Button onClick={() => onKnown(mark.handle, 0)}>I know where it is</Button>}
          {shapes.length === 1 &&
            first?.spots
              .slice(0, MOST_CORNERS)
              .map((_, corner) => (
                <Button key={corner} onClick={() => onKnown(first.handle, corner)}>
                  {first.is_round ? "I know its middle" : `I know corner ${corner + 1}`}
                </Button>
              ))
              .slice(0, first.is_round ? 1 : MOST_CORNERS)}
          <Button onClick={onClear}>Choose nothing</Button>
        </Stack>
      </Stack>
    </Panel>
  );
}

const MOST_CORNERS = 8;

function Make({ kind, onMake }: { kind: DrawnAs; onMake: (kind: DrawnAs) => void }) {
  const [as, setAs] = useState(kind);
  return (
    <Stack direction="row" spacing={1}>
      <Stack sx={{ flex: 1 }}>
        <Select
          label="It is"
          value={as}
          options={DRAWN_AS.map((one) => [one, nameOf(one)] as const)}
          onChange={setAs}
        />
      </Stack>
      <Button variant="outlined" onClick={() => onMake(as)}>
        Take it
      </Button>
    </Stack>
  );
}

type MeshesProps = { sheet: Sheet; onMake: (kind: DrawnAs, mesh: string) => void };

/** Surfaces of the file: what is dug to one, or finished to one. */
function Meshes({ sheet, onMake }: MeshesProps) {
  if (!sheet.meshes.length) return null;
  return (
    <Panel title="Surfaces">
      <Stack spacing={1.5}>
        {sheet.meshes.map(({ name, triangles, lowest, highest }) => (
          <Stack key={name} spacing={1}>
            <Typography>
              <strong>{name}</strong>: {triangles} triangles, from {lowest} to {highest}
            </Typography>
            <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap" }}>
              <Button variant="outlined" onClick={() => onMake("excavation", name)}>
                Dig to it (formation)
              </Button>
              <Button variant="outlined" onClick={() => onMake("finished", name)}>
                Finish to it (design)
              </Button>
            </Stack>
          </Stack>
        ))}
      </Stack>
    </Panel>
  );
}

type MarksProps = {
  job: Job;
  sheet: Sheet;
  marks: readonly string[];
  onChange: (marks: string[]) => void;
};

/** Points with a name and a height, that can become benchmarks. */
function Benchmarks({ job, sheet, marks, onChange }: MarksProps) {
  const taken = new Set(job.benchmarks.map(({ name }) => name));
  const points = sheet.marks.filter(({ is_text, text, height }) => !is_text && text && height);
  if (!points.length || !job.can_plan) return null;
  return (
    <Panel title="Points that are benchmarks">
      <Stack>
        {points.slice(0, MOST_POINTS).map(({ handle, text, height }) => {
          const isHere = taken.has(text.split(" ")[0] ?? "");
          return (
            <FormControlLabel
              key={handle}
              sx={{ minHeight: 48 }}
              disabled={isHere}
              label={`${text}, at ${height}${isHere ? ": in the job already" : ""}`}
              control={
                <Checkbox
                  checked={marks.includes(handle)}
                  onChange={(_, isOn) =>
                    onChange(isOn ? [...marks, handle] : marks.filter((one) => one !== handle))
                  }
                />
              }
            />
          );
        })}
        {points.length > MOST_POINTS && (
          <Alert severity="info">
            The first {MOST_POINTS} of {points.length} are listed; bring the rest in as CSV.
          </Alert>
        )}
      </Stack>
    </Panel>
  );
}

const MOST_POINTS = 60;
