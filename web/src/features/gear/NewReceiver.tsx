import Stack from "@mui/material/Stack";
import { type Schemas, api, told } from "../../api/client";
import { Choice, Entry, type Form, RecordButton, useForm } from "../../parts/form";
import { Panel } from "../../parts/Page";

/** A receiver as it is typed. */
export type ReceiverValues = Omit<Schemas["ReceiverInputRequest"], "id">;

const EMPTY: ReceiverValues = {
  name: "",
  signal: "too-high",
  fine: "",
  coarse: "",
};
const SIGNALS = [
  ["too-high", "Beeps: fast means too high"],
  ["too-low", "Beeps: fast means too low"],
  ["nearer", "Beeps: faster the nearer the beam"],
  ["one-tone", "One tone: broken, then solid"],
  ["arrows", "Arrows alone, no sound"],
  ["lights", "Lights alone, no sound"],
] as const;
const BAND = "Half of its band, with its unit, such as 1 mm or 1/32 in";

export function ReceiverFields({ form }: { form: Form<ReceiverValues> }) {
  return (
    <>
      <Entry form={form} name="name" label="Name" />
      <Choice form={form} name="signal" label="It tells by" options={SIGNALS} />
      <Entry form={form} name="fine" label="Fine setting, off center by" hint={BAND} />
      <Entry form={form} name="coarse" label="Coarse setting, off center by" hint={BAND} />
    </>
  );
}

/** A new receiver: what it tells by, and how wide its two settings are. */
export function NewReceiver({ crew, onAdded }: { crew: string; onAdded: () => void }) {
  const form = useForm({
    draft: `receiver:${crew}`,
    onRecorded: onAdded,
    initial: EMPTY,
    send: (body) =>
      told(api.POST("/api/v1/crews/{crew}/receivers", { params: { path: { crew } }, body })),
  });
  return (
    <Panel title="Another receiver">
      <Stack component="form" noValidate onSubmit={form.submit} spacing={2}>
        <ReceiverFields form={form} />
        <RecordButton form={form} fields={["name", "fine", "coarse"]}>
          Add the receiver
        </RecordButton>
      </Stack>
    </Panel>
  );
}
