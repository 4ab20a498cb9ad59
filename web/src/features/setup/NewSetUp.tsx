import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useMutation, useQuery } from "@tanstack/react-query";
import type { FormEvent } from "react";
import { Link, useNavigate } from "react-router";
import { type Schemas, api, problemsOf, told } from "../../api/client";
import { forgetReadings, useGear } from "../../api/queries";
import { useDelayed } from "../../parts/delayed";
import { useDraft } from "../../parts/drafts";
import { EntryField } from "../../parts/EntryField";
import { Keypad } from "../../parts/Keypad";
import { Empty, Loaded, Page, Panel } from "../../parts/Page";
import { Plan } from "../../parts/plan/Plan";
import { spotOf, typedFrom } from "../../parts/plan/frame";
import { outlineSpots } from "../../parts/plan/pegs";
import { Problems } from "../../parts/Problems";
import { useJobSheet } from "../frame/useJobSheet";
import { SightDrawing } from "./SightDrawing";

const EMPTY = {
  instrument: "",
  rod: "",
  benchmark: "",
  backsight: "",
  taped: "",
  side: "above" as "above" | "below",
  x: "",
  y: "",
};
const FIELDS = ["instrument", "rod", "benchmark", "backsight", "taped", "x", "y"];

type Values = typeof EMPTY;
type Job = Schemas["JobSheet"];

/** Sets up: what stands where, and the backsight; the line shows as it is typed. */
export function NewSetUp() {
  const job = useJobSheet();
  const gear = useGear(job.crew_id);
  return (
    <Loaded query={gear}>
      {(sheet) =>
        sheet.rods.length && sheet.instruments.length ? (
          <SetUpForm job={job} gear={sheet} />
        ) : (
          <Page title="Set up">
            <Empty
              action={
                <Button component={Link} to={`/gear/${job.crew_id}`} variant="contained">
                  Add gear
                </Button>
              }
            >
              The crew has no instrument or no rod yet.
            </Empty>
          </Page>
        )
      }
    </Loaded>
  );
}

function useSetUpForm(job: Job, gear: Schemas["GearSheet"]) {
  const navigate = useNavigate();
  const { values, set, clear } = useDraft(`set-up:${job.id}`, EMPTY);
  const last = job.set_ups[0];
  const likely = gear.rods.find(
    (rod) => rod.numbering === "up" && rod.graduation.kind === job.style_kind,
  );
  const chosen = {
    ...values,
    instrument: values.instrument || (last?.instrument_id ?? gear.instruments[0]?.id ?? ""),
    rod: values.rod || (last?.rod.id ?? likely?.id ?? gear.rods[0]?.id ?? ""),
    benchmark: values.benchmark || (job.benchmarks[0]?.id ?? ""),
  };
  const record = useMutation({
    mutationFn: () =>
      told(
        api.POST("/api/v1/jobs/{job}/set-ups", {
          params: { path: { job: job.id } },
          body: { ...chosen, taken_at: new Date().toISOString() },
        }),
      ),
    onSuccess: async () => {
      clear();
      await forgetReadings();
      await navigate(`/jobs/${job.id}/set-up`);
    },
  });
  const change = (changed: Partial<Values>) => {
    record.reset();
    set(changed);
  };
  return { chosen, change, record };
}

function useSetUpDraft(job: string, values: Values & { id: string }) {
  const body = { ...useDelayed(values), taken_at: "2000-01-01T00:00:00Z" };
  return useQuery({
    queryKey: ["set-up-draft", job, body],
    queryFn: () =>
      told(api.POST("/api/v1/jobs/{job}/set-up-draft", { params: { path: { job } }, body })),
    placeholderData: (before) => before,
    gcTime: 0,
  });
}

function SetUpForm({ job, gear }: { job: Job; gear: Schemas["GearSheet"] }) {
  const { chosen, change, record } = useSetUpForm(job, gear);
  const draft = useSetUpDraft(job.id, chosen).data;
  const line = draft?.draft.line ?? undefined;
  const refused = problemsOf(record.error);
  const live = (draft?.errors ?? []).filter((problem) => problem.typed !== "");
  const problems = refused.length ? refused : live;
  const rod = gear.rods.find((one) => one.id === chosen.rod);
  const benchmark = job.benchmarks.find((one) => one.id === chosen.benchmark);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    record.mutate();
  };
  if (!rod || !benchmark) return null;
  return (
    <Stack component="form" noValidate onSubmit={submit}>
      <Page title="Set up here">
        <Stack direction={{ xs: "column", md: "row" }} spacing={2}>
          <Stack spacing={2} sx={{ flex: 1, minWidth: 0 }}>
            <Panel title="What stands where">
              <GearFields job={job} gear={gear} values={chosen} change={change} />
              <PlaceFields
                {...{ job, change, problems }}
                values={chosen}
                place={draft?.draft.place ?? null}
              />
            </Panel>
          </Stack>
          <Stack spacing={2} sx={{ flex: 1, minWidth: 0 }}>
            <Panel title="Backsight">
              <Stack spacing={2}>
                <Result line={line} />
                <SightDrawing
                  rod={rod}
                  benchmark={`${benchmark.name} ${benchmark.elevation.text}`}
                  line={line}
                  height={220}
                />
                <EntryField
                  name="backsight"
                  label={`Reading on ${benchmark.name}`}
                  value={chosen.backsight}
                  onChange={(backsight) => change({ backsight })}
                  problems={problems}
                  hint={
                    rod.numbering === "centre-zero"
                      ? "Slide the rule until the benchmark reads 0, clamp it, type 0"
                      : `As the rod shows it: ${rod.graduation.label}`
                  }
                />
                <Keypad
                  rod={rod}
                  value={chosen.backsight}
                  onChange={(backsight) => change({ backsight })}
                />
                {rod.numbering !== "up" && (
                  <TapeFields values={chosen} change={change} problems={problems} />
                )}
                <Problems problems={problems} fields={FIELDS} />
                <Button type="submit" variant="contained" size="large" loading={record.isPending}>
                  Record the set-up
                </Button>
              </Stack>
            </Panel>
          </Stack>
        </Stack>
      </Page>
    </Stack>
  );
}

function Result({ line }: { line: Schemas["LineSheet"] | undefined }) {
  return (
    <Stack aria-live="polite">
      <Typography color="text.secondary">{line?.name ?? "Type the backsight"}</Typography>
      <Typography sx={{ fontSize: "2.6rem", fontWeight: 700, lineHeight: 1.1 }}>
        {line?.constant.text ?? "…"}
      </Typography>
      {line?.constant_on_rod && (
        <Typography color="text.secondary">
          = {line.constant_on_rod} on the rod&apos;s scale
        </Typography>
      )}
      {line && line.kind !== "height-of-instrument" && (
        <Typography color="text.secondary">
          Not a height of instrument: with this rod it is only the constant readings are taken from.
          {line.beam ? ` The beam is at ${line.beam.text}.` : ""}
        </Typography>
      )}
    </Stack>
  );
}

type FieldsProps = { values: Values; change: (changed: Partial<Values>) => void };

function GearFields(props: FieldsProps & { job: Job; gear: Schemas["GearSheet"] }) {
  const { values, change, gear, job } = props;
  const choice = (
    key: "instrument" | "rod" | "benchmark",
    label: string,
    options: readonly { id: string; text: string }[],
  ) => (
    <TextField
      select
      label={label}
      value={values[key]}
      onChange={(e) => change({ [key]: e.target.value })}
    >
      {options.map(({ id, text }) => (
        <MenuItem key={id} value={id}>
          {text}
        </MenuItem>
      ))}
    </TextField>
  );
  return (
    <Stack spacing={2}>
      {choice(
        "instrument",
        "Instrument",
        gear.instruments.map(({ id, name }) => ({ id, text: name })),
      )}
      {choice(
        "rod",
        "Rod",
        gear.rods.map(({ id, name, numbering_text }) => ({
          id,
          text: `${name} (${numbering_text})`,
        })),
      )}
      {choice(
        "benchmark",
        "Benchmark",
        job.benchmarks.map(({ id, name, elevation }) => ({
          id,
          text: `${name}, ${elevation.text}`,
        })),
      )}
    </Stack>
  );
}

type WithProblems = FieldsProps & { problems: ReturnType<typeof problemsOf> };

function PlaceFields(props: WithProblems & { job: Job; place: Schemas["Place"] | null }) {
  const { job, values, change, problems, place } = props;
  return (
    <Stack spacing={1.5} sx={{ mt: 2 }}>
      <Typography>
        Tap the plan where the instrument stands, or type it from the first corner.
      </Typography>
      <Plan
        label="Plan: tap where the instrument stands"
        outlines={job.floors.map(outlineSpots)}
        instruments={place ? [{ name: "here", spot: spotOf(place), isCurrent: true }] : []}
        isMetric={job.volume_unit === "m³"}
        onPlace={({ x, y }) =>
          change({ x: typedFrom(x, job.style_kind), y: typedFrom(y, job.style_kind) })
        }
        height={260}
      />
      <Stack direction="row" spacing={1}>
        <EntryField
          name="x"
          label="To the right"
          value={values.x}
          onChange={(x) => change({ x })}
          problems={problems}
        />
        <EntryField
          name="y"
          label="Away"
          value={values.y}
          onChange={(y) => change({ y })}
          problems={problems}
        />
      </Stack>
    </Stack>
  );
}

function TapeFields({ values, change, problems }: WithProblems) {
  return (
    <Stack direction="row" spacing={1} sx={{ alignItems: "flex-start" }}>
      <EntryField
        name="taped"
        label="Tape: beam to benchmark"
        value={values.taped}
        onChange={(taped) => change({ taped })}
        problems={problems}
        hint="May be left empty; tells the beam's own height"
      />
      <TextField
        select
        label="The beam is"
        value={values.side}
        onChange={(event) => change({ side: event.target.value as Values["side"] })}
      >
        <MenuItem value="above">above it</MenuItem>
        <MenuItem value="below">below it</MenuItem>
      </TextField>
    </Stack>
  );
}
