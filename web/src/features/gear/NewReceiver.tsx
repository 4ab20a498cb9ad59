import Stack from "@mui/material/Stack";
import { type Schemas, api, told } from "../../api/client";
import { Choice, Entry, RecordButton, useForm } from "../../parts/form";
import { Panel } from "../../parts/Page";

const EMPTY: Omit<Schemas["ReceiverInputRequest"], "id"> = {
  name: "",
  fast_beep: "too-high",
  fine: "",
  coarse: "",
};
const BEEPS = [
  ["too-high", "The receiver is too high"],
  ["too-low", "The receiver is too low"],
] as const;
const BAND = "Half of its band, with its unit, such as 1 mm or 1/32 in";

/** A new receiver: what it sounds, and how wide its two settings are. */
export function NewReceiver({ crew }: { crew: string }) {
  const form = useForm({
    draft: `receiver:${crew}`,
    initial: EMPTY,
    send: (body) =>
      told(api.POST("/api/v1/crews/{crew}/receivers", { params: { path: { crew } }, body })),
  });
  return (
    <Panel title="Another receiver">
      <Stack component="form" noValidate onSubmit={form.submit} spacing={2}>
        <Entry form={form} name="name" label="Name" />
        <Choice form={form} name="fast_beep" label="A fast beep means" options={BEEPS} />
        <Entry form={form} name="fine" label="Fine setting, off center by" hint={BAND} />
        <Entry form={form} name="coarse" label="Coarse setting, off center by" hint={BAND} />
        <RecordButton form={form} fields={["name", "fine", "coarse"]}>
          Add the receiver
        </RecordButton>
      </Stack>
    </Panel>
  );
}
