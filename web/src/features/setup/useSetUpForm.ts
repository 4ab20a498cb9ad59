import { useNavigate, useSearchParams } from "react-router";
import { type Schemas, api, told } from "../../api/client";
import { type Keys, keepChoice, keptChoice } from "../../parts/drafts";
import { useForm } from "../../parts/form";
import { spotOf } from "../../parts/plan/frame";
import { usePreview } from "../../parts/preview";
import type { Sight } from "../../parts/sights";

export type Extra = { benchmark: string; backsight: string; sight: Sight };

const EMPTY = {
  instrument: "",
  receiver: "",
  rod: "",
  benchmark: "",
  backsight: "",
  sight: "standing" as Sight,
  x: "",
  y: "",
  distance: "",
  extras: [] as Extra[],
};
/** The fields that show their own refusals. */
export const FIELDS = [
  "instrument",
  "receiver",
  "rod",
  "benchmark",
  "backsight",
  "distance",
  "x",
  "y",
  "extras.0",
  "extras.1",
  "extras.2",
];

const KIT = ["instrument", "receiver", "rod"] as const;

export type Values = typeof EMPTY;
export type Job = Schemas["JobSheet"];
export type Gear = Schemas["GearSheet"];

/** What goes to the server: no receiver where the beam is read by eye. */
function bodyOf(gear: Gear, { receiver, ...values }: Values & Keys, taken_at: string) {
  const isByEye = isReadByEye(gear, values.instrument);
  return { ...values, receiver: isByEye ? null : receiver || null, taken_at };
}

/** A level is looked through, and water is looked at: neither has a receiver. */
export function isReadByEye(gear: Gear, instrument: string): boolean {
  const kind = gear.instruments.find((one) => one.id === instrument)?.kind;
  return kind === "optical-level" || kind === "water-level";
}

const keysOf = (rows: readonly { id: string }[]) => rows.map(({ id }) => id);

/** The set-up's form, kept on this device; asked for on a point, it stands on that. */
export function useSetUpForm(job: Job, gear: Gear) {
  const navigate = useNavigate();
  const [asked] = useSearchParams();
  const on = asked.get("on");
  const last = job.set_ups[0];
  const trusted =
    gear.instruments.find((one) => one.trust.state === "in-date") ?? gear.instruments[0];
  const likely = gear.rods.find(
    (rod) => rod.numbering === "up" && rod.graduation.kind === job.style_kind,
  );
  const chosen = (kind: string, there: readonly { id: string }[]) =>
    [job.kit[kind], keptChoice(`kit:${job.crew_id}:${kind}`)].find((key) =>
      there.some(({ id }) => id === key),
    );
  const form = useForm<Values>({
    draft: on ? `set-up:${job.id}:${on}` : `set-up:${job.id}`,
    initial: {
      ...EMPTY,
      instrument:
        last?.instrument_id ?? chosen("instrument", gear.instruments) ?? trusted?.id ?? "",
      rod: last?.rod.id ?? chosen("rod", gear.rods) ?? likely?.id ?? gear.rods[0]?.id ?? "",
      receiver:
        last?.receiver?.id ?? chosen("receiver", gear.receivers) ?? gear.receivers[0]?.id ?? "",
      benchmark: on ?? knownPoints(job)[0]?.id ?? "",
    },
    choices: {
      instrument: keysOf(gear.instruments),
      receiver: [...keysOf(gear.receivers), ""],
      rod: keysOf(gear.rods),
      benchmark: keysOf(knownPoints(job)),
    },
    send: (values, taken_at) =>
      told(
        api.POST("/api/v1/jobs/{job}/set-ups", {
          params: { path: { job: job.id } },
          body: bodyOf(gear, values, taken_at),
        }),
      ),
    onRecorded: () => {
      for (const kind of KIT) keepChoice(`kit:${job.crew_id}:${kind}`, form.values[kind]);
      return navigate(`/jobs/${job.id}/set-up`);
    },
  });
  return form;
}

/** What a set-up that is being typed gives so far. */
export function useSetUpDraft(job: string, gear: Gear, values: Values & Keys) {
  return usePreview(["set-up-draft", job], bodyOf(gear, values, "2000-01-01T00:00:00Z"), (body) =>
    told(api.POST("/api/v1/jobs/{job}/set-up-draft", { params: { path: { job } }, body })),
  );
}

/** The points a set-up can stand on: benchmarks, and turning points shot from earlier ones. */
export function knownPoints(job: Job) {
  return [...job.benchmarks, ...job.turning_points];
}

/** Where those are on the plan, as far as anybody said. */
export function knownSpots(job: Job) {
  return [
    ...job.benchmarks.flatMap(({ name, place }) =>
      place ? [{ name, spot: spotOf(place), isTurn: false }] : [],
    ),
    ...job.turning_points.map(({ name, place }) => ({ name, spot: spotOf(place), isTurn: true })),
  ];
}
