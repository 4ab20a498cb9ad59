import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { type Schemas, api, told } from "../../api/client";
import { floorQuery, useFloor } from "../../api/queries";
import { Overtaken } from "../../parts/Overtaken";
import { together } from "../../parts/together";
import { Choice, Entry, type Form, RecordButton, useForm } from "../../parts/form";
import { LayerRows } from "../../parts/LayerRows";
import { LevelFields } from "../../parts/LevelFields";
import { Loaded, Page, Panel } from "../../parts/Page";
import { Plan } from "../../parts/plan/Plan";
import { type Spot, spotOf, draggedTo } from "../../parts/plan/frame";
import { useJobSheet } from "../frame/useJobSheet";
import { TakeOut } from "../mend";
import { Figure } from "../../parts/Figure";
import { Grayed, usePreview } from "../../parts/preview";
import { Moves, movesAnything } from "./Moves";
import { PanelFields, panelFields } from "./PanelFields";
import { ShapeFields } from "./ShapeFields";
import { ThicknessFields, thicknessFields } from "./ThicknessFields";
import { type FloorForm, bodyOf, emptyFloor, typedFloor } from "./form";

/** The four entries a first lay-out needs, with what belongs to them. */
const FIRST = [
  "length",
  "width",
  "notch_length",
  "notch_width",
  "thickness",
  "level",
  "corners",
  "reference",
];

/** Lays out a floor, or changes one, with the drawing beside the form. */
export function FloorEditor() {
  const { floor = "" } = useParams();
  const job = useJobSheet();
  const query = useFloor(floor);
  if (!floor) return <Editor job={job} floor="" initial={emptyFloor(job)} />;
  return (
    <Loaded query={query}>
      {(sheet) => <Editor job={job} floor={floor} initial={typedFloor(sheet.typed)} />}
    </Loaded>
  );
}

type EditorProps = { job: Schemas["JobSheet"]; floor: string; initial: FloorForm };

function Editor({ job, floor, initial }: EditorProps) {
  const navigate = useNavigate();
  const client = useQueryClient();
  const isFirst = !floor && job.floors.length === 0;
  const form = useForm({
    draft: `floor:${job.id}:${floor}`,
    initial,
    send: (values) => {
      const body = bodyOf(values);
      return floor
        ? told(api.PUT("/api/v1/floors/{floor}", { params: { path: { floor } }, body }))
        : told(api.POST("/api/v1/jobs/{job}/floors", { params: { path: { job: job.id } }, body }));
    },
    onRecorded: () => navigate(isFirst ? `/jobs/${job.id}` : `/jobs/${job.id}/floors`),
  });
  const draft = useFloorDraft(job.id, floor, form.values);
  const moving = useMoves(floor, form.values);
  const moves = moving.data;
  const isMoving = moves !== undefined && movesAnything(moves);
  const live = { ...form, problems: together(form.problems, draft.data?.errors ?? []) };
  const dragged = (corner: number, to: Spot) =>
    form.change({ corners: draggedTo(form.values.corners, corner, to, job.style_kind) });
  const parts = { form: form.values, change: form.change, problems: live.problems };
  const [asked, setMore] = useState(floor !== "");
  const isMore = asked || form.problems.some(({ field }) => !FIRST.includes(field));
  return (
    <>
      <Stack component="form" noValidate onSubmit={form.submit}>
        <Page
          title={floor ? `Change ${initial.name}` : "Lay out a floor"}
          action={!floor && <FromADrawing job={job.id} />}
        >
          <Stack direction={{ xs: "column", md: "row" }} spacing={2} sx={{ alignItems: "stretch" }}>
            <Stack spacing={2} sx={{ flex: 1, minWidth: 0 }}>
              <Panel title="Outline, thickness and level">
                <Stack spacing={2}>
                  <ShapeFields {...parts} />
                  <Entry form={live} name="thickness" label="Slab thickness" />
                  <LevelFields
                    job={job}
                    floor={floor}
                    label="Finished level (top of slab)"
                    {...parts}
                  />
                </Stack>
              </Panel>
              {!isMore && (
                <Button variant="outlined" onClick={() => setMore(true)}>
                  More: name, least thickness, fall, stone, points
                </Button>
              )}
              {isMore && <MoreFields job={job} live={live} parts={parts} />}
              {isMoving && (
                <Grayed isOld={moving.isOld}>
                  <Moves moves={moves} />
                </Grayed>
              )}
              <Overtaken
                problems={form.problems}
                values={form.values}
                opened={form.values.opened}
                ask={async () =>
                  (await client.fetchQuery({ ...floorQuery(floor), staleTime: 0 })).typed
                }
                change={form.change}
              />
              <RecordButton
                form={form}
                fields={[
                  ...Object.keys(form.values),
                  ...cornerFields(form.values),
                  ...panelFields(form.values),
                  ...thicknessFields(form.values),
                ]}
              >
                {floor
                  ? isMoving
                    ? "Accept what moves"
                    : "Change the floor"
                  : "Lay out the floor"}
              </RecordButton>
            </Stack>
            <Stack
              sx={{
                flex: 1,
                minWidth: 0,
                width: { xs: "100%", md: "auto" },
                position: { md: "sticky" },
                top: 16,
                alignSelf: "start",
              }}
            >
              <DraftDrawing
                draft={draft.data?.draft}
                isMetric={job.volume_unit === "m³"}
                onDrag={form.values.shape === "corners" ? dragged : undefined}
              />
            </Stack>
          </Stack>
        </Page>
      </Stack>
      {floor && (
        <Box sx={{ px: { xs: 1.5, md: 3 }, pb: 3 }}>
          <TakeOut
            job={job.id}
            kind="floors"
            part={floor}
            onOut={() => navigate(`/jobs/${job.id}/floors`, { replace: true })}
          />
        </Box>
      )}
    </>
  );
}

function FromADrawing({ job }: { job: string }) {
  return (
    <Button component={Link} to={`/jobs/${job}/drawings`} variant="outlined">
      From a drawing
    </Button>
  );
}

type MoreProps = {
  job: Schemas["JobSheet"];
  live: Form<FloorForm>;
  parts: {
    form: FloorForm;
    change: Form<FloorForm>["change"];
    problems: Form<FloorForm>["problems"];
  };
};

/** What has a usual figure, or may come later. */
function MoreFields({ job, live, parts }: MoreProps) {
  return (
    <>
      <Panel title="Name and limits">
        <Stack spacing={2}>
          <Entry form={live} name="name" label="Floor" hint="Left empty, it gets a number" />
          <Entry
            form={live}
            name="least_thickness"
            label="Least thickness"
            hint="Thinner than this is a hold; left empty, 1/2 in (12 mm) less than the slab"
          />
          <Entry
            form={live}
            name="tolerance"
            label="Stone is on within"
            hint="High or low; a usual figure, yours to change"
          />
        </Stack>
      </Panel>
      <Panel title="Where it is thicker or thinner">
        <ThicknessFields {...parts} />
      </Panel>
      <Panel title="Fall">
        <PanelFields job={job} {...parts} />
      </Panel>
      <Panel title="Under the slab">
        <Stack spacing={2}>
          <Typography>
            What lies between the slab and the stone, from the top down: insulation, sand, a
            barrier. What was measured counts.
          </Typography>
          <LayerRows
            layers={parts.form.layers}
            onChange={(layers) => parts.change({ layers })}
            problems={parts.problems}
          />
          <Entry
            form={live}
            name="stone_thickness"
            label="Stone thickness"
            hint="Gives the formation's level; leave it empty where nobody knows yet"
          />
          <Choice
            form={live}
            name="formation"
            label="The formation under it"
            options={[
              ["follow", "falls as the slab does"],
              ["level", "is level"],
            ]}
          />
        </Stack>
      </Panel>
      <Panel title="Points, marks and order">
        <Stack spacing={2}>
          <Entry
            form={live}
            name="grid_spacing"
            label="Shoot the stone every"
            hint="About so many shots, or a spacing such as 8 ft or 2.5 m"
          />
          <Entry form={live} name="mark_spacing" label="Wall marks at most apart" />
          <Entry form={live} name="waste" label="Waste, %" />
          <Entry form={live} name="order_step" label={`Supplier's step, ${job.volume_unit}`} />
        </Stack>
      </Panel>
    </>
  );
}

function cornerFields(form: FloorForm): string[] {
  return form.corners.flatMap((_, i) => [`corners.${i}.x`, `corners.${i}.y`]);
}

function useFloorDraft(job: string, floor: string, values: FloorForm & { id: string }) {
  const typed = { ...bodyOf(values), ...(floor ? { id: floor } : {}) };
  return usePreview(
    ["floor-draft", job],
    typed,
    (body) => told(api.POST("/api/v1/jobs/{job}/floor-draft", { params: { path: { job } }, body })),
    { pause: 200 },
  );
}

function useMoves(floor: string, values: FloorForm & { id: string }) {
  return usePreview(
    ["moves", floor],
    { ...bodyOf(values), id: floor },
    (body) => told(api.POST("/api/v1/floors/{floor}/moves", { params: { path: { floor } }, body })),
    { pause: 200, enabled: floor !== "" },
  );
}

type DrawingProps = {
  draft: Schemas["FloorDraftSheet"] | undefined;
  isMetric: boolean;
  /** A corner was dragged; only an outline of corners can be. */
  onDrag: ((corner: number, spot: Spot) => void) | undefined;
};

function DraftDrawing({ draft, isMetric, onDrag }: DrawingProps) {
  const pegs = (draft?.grid ?? []).map((place, i) => ({
    id: String(i),
    name: "",
    spot: spotOf(place),
    state: "not-shot" as const,
  }));
  return (
    <Panel title="As it is drawn">
      {draft?.outline.length ? (
        <Plan
          label="Plan of the floor as typed"
          outlines={[draft.outline.map(spotOf)]}
          lines={draft.panels.map((panel) => ({
            spots: panel.map(spotOf),
            isClosed: true,
            isFaint: true,
          }))}
          pegs={pegs}
          handles={draft.outline.map((place, id) => ({
            id,
            name: `corner ${id + 1}`,
            spot: spotOf(place),
          }))}
          onDrag={onDrag}
          isMetric={isMetric}
          height={340}
        />
      ) : (
        "Type the outline; it is drawn here to scale as you type."
      )}
      <Stack spacing={0.5} sx={{ mt: 1.5 }}>
        <Figure name="Top of slab" text={draft?.top_of_slab?.text ?? "not yet"} strong />
        <Figure name="Stone at" text={draft?.sub_base?.text ?? "not yet"} strong />
        {draft && new Set(draft.corner_levels.map((level) => level.metres)).size > 1 && (
          <Figure
            name="Top of slab at its corners"
            text={draft.corner_levels.map((level) => level.text).join(", ")}
          />
        )}
        {draft?.falls && <Figure name="Fall" text={draft.falls} />}
        {draft?.thickness && <Figure name="Thickness" text={draft.thickness} />}
        <Figure name="Area" text={draft?.area?.text ?? "not yet"} />
        <Figure name="Points to shoot" text={String(draft?.grid.length ?? 0)} />
      </Stack>
    </Panel>
  );
}
