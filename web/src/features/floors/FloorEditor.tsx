import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import { useMutation, useQuery } from "@tanstack/react-query";
import type { FormEvent } from "react";
import { useNavigate, useParams } from "react-router";
import { type Schemas, api, problemsOf, told } from "../../api/client";
import { forgetReadings, useFloor } from "../../api/queries";
import { useDelayed } from "../../parts/delayed";
import { useDraft } from "../../parts/drafts";
import { EntryField } from "../../parts/EntryField";
import { Loaded, Page, Panel } from "../../parts/Page";
import { Plan } from "../../parts/plan/Plan";
import { spotOf } from "../../parts/plan/frame";
import { Problems } from "../../parts/Problems";
import { useJobSheet } from "../frame/useJobSheet";
import { Figure } from "./Floors";
import { LevelFields } from "./LevelFields";
import { ShapeFields } from "./ShapeFields";
import { type FloorForm, bodyOf, emptyFloor, typedFloor } from "./form";

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
  const { values, set, clear } = useDraft(`floor:${job.id}:${floor}`, initial);
  const draft = useFloorDraft(job.id, floor, values);
  const save = useMutation({
    mutationFn: () => {
      const body = bodyOf(values);
      return floor
        ? told(api.PUT("/api/v1/floors/{floor}", { params: { path: { floor } }, body }))
        : told(api.POST("/api/v1/jobs/{job}/floors", { params: { path: { job: job.id } }, body }));
    },
    onSuccess: async () => {
      clear();
      await forgetReadings();
      await navigate(`/jobs/${job.id}/floors`);
    },
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    save.mutate();
  };
  const refused = problemsOf(save.error);
  const live = (draft.data?.errors ?? []).filter(
    (problem) => problem.typed !== "" || problem.code === "bad-outline",
  );
  const problems = refused.length ? refused : live;
  const entry = (name: keyof FloorForm, label: string, hint?: string) => (
    <EntryField
      name={name}
      label={label}
      value={String(values[name])}
      onChange={(text) => {
        save.reset();
        set({ [name]: text });
      }}
      problems={problems}
      {...(hint ? { hint } : {})}
    />
  );
  const change = (changed: Partial<FloorForm>) => {
    save.reset();
    set(changed);
  };
  return (
    <Stack component="form" noValidate onSubmit={submit}>
      <Page title={floor ? `Change ${initial.name}` : "Lay out a floor"}>
        <Stack direction={{ xs: "column", md: "row" }} spacing={2} sx={{ alignItems: "stretch" }}>
          <Stack spacing={2} sx={{ flex: 1, minWidth: 0 }}>
            <Panel title="Outline">
              <Stack spacing={2}>
                {entry("name", "Floor")}
                <ShapeFields form={values} change={change} problems={problems} />
              </Stack>
            </Panel>
            <Panel title="Level and thickness">
              <Stack spacing={2}>
                <LevelFields
                  job={job}
                  floor={floor}
                  form={values}
                  change={change}
                  problems={problems}
                />
                {entry("thickness", "Slab thickness")}
                {entry("least_thickness", "Least thickness", "Thinner than this is a hold")}
                {entry(
                  "tolerance",
                  "Stone is on within",
                  "High or low; a usual figure, yours to change",
                )}
              </Stack>
            </Panel>
            <Panel title="Points, marks and order">
              <Stack spacing={2}>
                {entry("grid_spacing", "Shoot the stone every", "A usual figure, yours to change")}
                {entry("mark_spacing", "Wall marks at most apart")}
                {entry("waste", "Waste, %")}
                {entry("order_step", `Supplier's step, ${job.volume_unit}`)}
              </Stack>
            </Panel>
            <Problems
              problems={refused}
              fields={[...Object.keys(values), ...cornerFields(values)]}
            />
            <Button type="submit" variant="contained" size="large" loading={save.isPending}>
              {floor ? "Change the floor" : "Lay out the floor"}
            </Button>
          </Stack>
          <Stack
            sx={{ flex: 1, minWidth: 0, position: { md: "sticky" }, top: 16, alignSelf: "start" }}
          >
            <DraftDrawing draft={draft.data?.draft} isMetric={job.volume_unit === "m³"} />
          </Stack>
        </Stack>
      </Page>
    </Stack>
  );
}

function cornerFields(form: FloorForm): string[] {
  return form.corners.flatMap((_, i) => [`corners.${i}.x`, `corners.${i}.y`]);
}

function useFloorDraft(job: string, floor: string, values: FloorForm & { id: string }) {
  const settled = useDelayed(values, 200);
  const body = { ...bodyOf(settled), ...(floor ? { id: floor } : {}) };
  return useQuery({
    queryKey: ["floor-draft", job, body],
    queryFn: () =>
      told(api.POST("/api/v1/jobs/{job}/floor-draft", { params: { path: { job } }, body })),
    placeholderData: (before) => before,
    gcTime: 0,
  });
}

type DrawingProps = { draft: Schemas["FloorDraftSheet"] | undefined; isMetric: boolean };

function DraftDrawing({ draft, isMetric }: DrawingProps) {
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
          pegs={pegs}
          isMetric={isMetric}
          height={340}
        />
      ) : (
        "Type the outline; it is drawn here to scale as you type."
      )}
      <Stack spacing={0.5} sx={{ mt: 1.5 }}>
        <Figure name="Top of slab" text={draft?.top_of_slab?.text ?? "not yet"} strong />
        <Figure name="Stone (sub-base) at" text={draft?.sub_base?.text ?? "not yet"} strong />
        <Figure name="Area" text={draft?.area?.text ?? "not yet"} />
        <Figure name="Points to shoot" text={String(draft?.grid.length ?? 0)} />
      </Stack>
    </Panel>
  );
}
