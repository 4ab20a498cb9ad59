import Stack from "@mui/material/Stack";
import { type Schemas, api, told } from "../../api/client";
import { Choice, Entry, RecordButton, useForm } from "../../parts/form";
import { Panel } from "../../parts/Page";

const WHAT = [
  ["knocked", "It was dropped or knocked: its check is due at once"],
  ["away", "It was sent away for calibration: out until it is back and checked"],
] as const;

/** Notes that an instrument was dropped, knocked or sent away, which makes its check due at once. */
export function Dropped({ instrument }: { instrument: Schemas["InstrumentSheet"] }) {
  const form = useForm({
    draft: `knock:${instrument.id}`,
    initial: { note: "", what: "knocked" as "knocked" | "away" },
    send: ({ id, note, what }, happened_at) =>
      told(
        api.POST("/api/v1/instruments/{instrument}/knocks", {
          params: { path: { instrument: instrument.id } },
          body: { id, note, is_away: what === "away", happened_at },
        }),
      ),
  });
  const isAway = form.values.what === "away";
  return (
    <Panel title="Dropped, knocked or sent away?">
      <Stack component="form" noValidate onSubmit={form.submit} spacing={2}>
        <Choice form={form} name="what" label="What happened" options={WHAT} />
        <Entry form={form} name="note" label={isAway ? "Where to, and why" : "How it happened"} />
        <RecordButton form={form} fields={["note"]}>
          {isAway ? "It was sent away" : "It was dropped or knocked"}
        </RecordButton>
      </Stack>
    </Panel>
  );
}
