import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { useGear } from "../../api/queries";
import { useIsAtRest } from "../../parts/delayed";
import { Choice, Entry, type Form, RecordButton } from "../../parts/form";
import { Keypad } from "../../parts/Keypad";
import { Empty, Loaded, Page, Panel } from "../../parts/Page";
import { PlaceFields } from "../../parts/PlaceFields";
import { Grayed } from "../../parts/preview";
import { spotOf } from "../../parts/plan/frame";
import { outlineSpots } from "../../parts/plan/pegs";
import { ASKED, type Sight, isTaped, sightOptions } from "../../parts/sights";
import { UsualKit } from "../gear";
import { useJobSheet } from "../frame/useJobSheet";
import { TrustMark, isTrusted } from "../instruments/TrustMark";
import { FirstBenchmark } from "./FirstBenchmark";
import { FurtherBacksights } from "./FurtherBacksights";
import { SettingUp } from "./SettingUp";
import { SightDrawing } from "./SightDrawing";
import {
  FIELDS,
  type Gear,
  type Job,
  type Values,
  isReadByEye,
  knownPoints,
  knownSpots,
  useSetUpDraft,
  useSetUpForm,
} from "./useSetUpForm";

/** Sets up: what stands where, and the backsight; the line shows as it is typed. */
export function NewSetUp() {
  const job = useJobSheet();
  const gear = useGear(job.crew_id);
  return (
    <Loaded query={gear}>
      {(sheet) =>
        !knownPoints(job).length ? (
          <FirstBenchmark job={job} />
        ) : sheet.rods.length && sheet.instruments.length ? (
          <SetUpForm job={job} gear={sheet} />
        ) : (
          <Page title="Set up">
            {sheet.rods.length ? (
              <Empty
                action={
                  <Button component={Link} to={`/gear/${job.crew_id}`} variant="contained">
                    Add the instrument
                  </Button>
                }
              >
                The crew has no instrument yet.
              </Empty>
            ) : (
              <UsualKit crew={job.crew_id} rods={sheet.usual_rods} canPlan={job.can_plan} />
            )}
          </Page>
        )
      }
    </Loaded>
  );
}

function SetUpForm({ job, gear }: { job: Job; gear: Gear }) {
  const form = useSetUpForm(job, gear);
  const { values } = form;
  const preview = useSetUpDraft(job.id, gear, values);
  const draft = preview.data;
  const line = draft?.draft.line ?? undefined;
  const place = draft?.draft.place;
  const isAtRest = useIsAtRest(JSON.stringify(values));
  const typedIn = isAtRest ? (draft?.errors ?? []).filter((one) => one.typed !== "") : [];
  const live = { ...form, problems: form.problems.length ? form.problems : typedIn };
  const rod = gear.rods.find((one) => one.id === values.rod);
  const known = knownPoints(job);
  const benchmark = known.find((one) => one.id === values.benchmark) ?? known[0];
  const instrument = gear.instruments.find((one) => one.id === values.instrument);
  if (!rod || !benchmark) return null;
  return (
    <Stack component="form" noValidate onSubmit={form.submit}>
      <Page title="Set up here">
        <Stack direction={{ xs: "column", md: "row" }} spacing={2}>
          <Stack spacing={2} sx={{ flex: 1, minWidth: 0 }}>
            <Panel title="What stands where">
              <GearFields job={job} gear={gear} form={live} />
              <Stack spacing={1.5} sx={{ mt: 2 }}>
                <Typography>
                  Tap the plan where the instrument stands, or type it from the first corner.
                </Typography>
                <PlaceFields
                  form={live}
                  job={job}
                  label="Plan: tap where the instrument stands"
                  outlines={job.floors.map(outlineSpots)}
                  instruments={
                    place
                      ? [
                          {
                            name: "here",
                            spot: spotOf(place),
                            isCurrent: true,
                            proves: draft.draft.proof?.metres ?? undefined,
                          },
                        ]
                      : []
                  }
                  controls={knownSpots(job)}
                />
                {draft?.draft.unseen && (
                  <Typography sx={{ fontWeight: 700, color: "high" }}>
                    From here these can&apos;t be seen: {draft.draft.unseen}
                  </Typography>
                )}
                {draft?.draft.proof && (
                  <Typography
                    sx={{ fontWeight: 700, color: draft.draft.proof.metres ? "on" : "high" }}
                  >
                    {draft.draft.proof.text}
                  </Typography>
                )}
              </Stack>
            </Panel>
            {instrument && <SettingUp key={instrument.kind} kind={instrument.kind} />}
          </Stack>
          <Stack spacing={2} sx={{ flex: 1, minWidth: 0 }}>
            <Panel title="Backsight">
              <Stack spacing={2}>
                <Grayed isOld={preview.isOld}>
                  <Result line={line} />
                </Grayed>
                <SightDrawing
                  rod={rod}
                  sight={values.sight}
                  benchmark={`${benchmark.name} ${benchmark.elevation.text}`}
                  line={line}
                  height={220}
                />
                <Choice form={live} name="sight" label="How it is read" options={sightOptions()} />
                <Entry
                  form={live}
                  name="backsight"
                  label={`On ${benchmark.name} ${ASKED[values.sight]}`}
                  hint={hintOf(rod, values.sight)}
                />
                <Keypad
                  rod={rod}
                  value={values.backsight}
                  onChange={(backsight) => form.change({ backsight })}
                />
                {draft?.draft.asks_distance && (
                  <Entry
                    form={live}
                    name="distance"
                    label={`Distance to ${benchmark.name}`}
                    hint="It is not on the plan; paced is near enough. Empty: 50 ft (15 m) is assumed"
                  />
                )}
                <FurtherBacksights form={live} job={job} />
                {draft?.draft.agreeing && (
                  <Typography
                    sx={{ fontWeight: 700, color: draft.draft.agreeing.is_good ? "on" : "high" }}
                  >
                    {draft.draft.agreeing.text}
                  </Typography>
                )}
                <RecordButton form={live} fields={FIELDS}>
                  Record the set-up
                </RecordButton>
              </Stack>
            </Panel>
          </Stack>
        </Stack>
      </Page>
    </Stack>
  );
}

function isLaser(kind: string): boolean {
  return kind === "rotary-laser" || kind === "line-laser";
}

function hintOf(rod: Schemas["RodSheet"], sight: Sight): string {
  if (isTaped(sight)) return "Below the beam: tape down. Above it: tape up. Never a minus";
  if (rod.numbering === "plain")
    return "Mark it at the beam, then measure from its foot to the mark";
  return rod.numbering === "centre-zero"
    ? "Slide the rule until the benchmark reads 0, clamp it, type 0"
    : `As the rod shows it: ${rod.graduation.label}`;
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

type FieldsProps = { form: Form<Values> };

function GearFields({ form, gear, job }: FieldsProps & { job: Job; gear: Gear }) {
  const instruments = gear.instruments.map(({ id, name }) => [id, name] as const);
  const rods = gear.rods.map(
    ({ id, name, numbering_text }) => [id, `${name} (${numbering_text})`] as const,
  );
  const benchmarks = knownPoints(job).map(
    ({ id, name, elevation }) => [id, `${name}, ${elevation.text}`] as const,
  );
  const chosen = gear.instruments.find((one) => one.id === form.values.instrument);
  const receivers = [
    ...gear.receivers.map(({ id, name }) => [id, name] as const),
    ["", "None: read by eye"] as const,
  ];
  return (
    <Stack spacing={2}>
      <Choice form={form} name="instrument" label="Instrument" options={instruments} />
      {chosen && !isTrusted(chosen.trust) && (
        <Stack direction="row" sx={{ alignItems: "center", gap: 1 }}>
          <TrustMark trust={chosen.trust} />
          <Button component={Link} to={`/jobs/${job.id}/instruments/${chosen.id}`}>
            Check it
          </Button>
        </Stack>
      )}
      {chosen && isLaser(chosen.kind) && (
        <Typography sx={{ borderLeft: 6, borderColor: "peg", pl: 1.5 }}>
          {chosen.beam_class ? `Beam of ${chosen.beam_class}: set` : "Set"} it above or below eye
          level, and post the sign. Local rules come first.
        </Typography>
      )}
      {!isReadByEye(gear, form.values.instrument) && (
        <Choice form={form} name="receiver" label="Receiver" options={receivers} />
      )}
      <Choice form={form} name="rod" label="Rod" options={rods} />
      <Choice form={form} name="benchmark" label="Backsight on" options={benchmarks} />
    </Stack>
  );
}
