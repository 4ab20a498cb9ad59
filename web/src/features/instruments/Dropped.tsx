import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { type Schemas, api, told } from "../../api/client";
import { Entry, RecordButton, useForm } from "../../parts/form";
import { Panel } from "../../parts/Page";

/** Notes that an instrument was dropped or knocked, which makes its check due at once. */
export function Dropped({ instrument }: { instrument: Schemas["InstrumentSheet"] }) {
  const form = useForm({
    draft: `knock:${instrument.id}`,
    initial: { note: "" },
    send: ({ id, note }, happened_at) =>
      told(
        api.POST("/api/v1/instruments/{instrument}/knocks", {
          params: { path: { instrument: instrument.id } },
          body: { id, note, happened_at },
        }),
      ),
  });
  return (
    <Panel title="Dropped or knocked?">
      <Stack component="form" noValidate onSubmit={form.submit} spacing={2}>
        <Typography>Say so: its check is then due at once.</Typography>
        <Entry form={form} name="note" label="What happened" />
        <RecordButton form={form} fields={["note"]}>
          It was dropped or knocked
        </RecordButton>
      </Stack>
    </Panel>
  );
}
