import Stack from "@mui/material/Stack";
import { type Schemas, api, told } from "../../api/client";
import { Choice, Entry, type Form, RecordButton, useForm } from "../../parts/form";
import { Panel } from "../../parts/Page";

/** An instrument as it is typed. */
export type InstrumentValues = Omit<Schemas["InstrumentInputRequest"], "id">;

const EMPTY: InstrumentValues = {
  name: "",
  kind: "rotary-laser",
  range: "",
  least_distance: "",
  specification: "",
  beam_class: "",
};
const KINDS = [
  ["rotary-laser", "Rotary laser"],
  ["line-laser", "Line laser"],
  ["optical-level", "Optical level"],
  ["water-level", "Water level"],
] as const;
const CLASSES = [
  ["", "Not known, or no laser"],
  ["1", "1"],
  ["2", "2"],
  ["3R", "3R"],
  ["3B", "3B"],
] as const;
const UNITS = "With its unit, such as 600 ft or 180 m; may be left empty";

export function InstrumentFields({ form }: { form: Form<InstrumentValues> }) {
  return (
    <>
      <Choice form={form} name="kind" label="Kind" options={KINDS} />
      <Entry form={form} name="name" label="Name" />
      <Entry form={form} name="range" label="Reaches" hint={UNITS} />
      <Entry form={form} name="least_distance" label="Receiver no nearer than" hint={UNITS} />
      <Entry
        form={form}
        name="specification"
        label="Specified accuracy"
        hint="As its data sheet says: 1.5 mm at 30 m, or 1/8 in at 100 ft"
      />
      <Choice form={form} name="beam_class" label="Beam class" options={CLASSES} />
    </>
  );
}

/** A new instrument, with its reach where the crew knows it. */
export function NewInstrument({ crew, onAdded }: { crew: string; onAdded: () => void }) {
  const form = useForm({
    draft: `instrument:${crew}`,
    onRecorded: onAdded,
    initial: EMPTY,
    send: (body) =>
      told(api.POST("/api/v1/crews/{crew}/instruments", { params: { path: { crew } }, body })),
  });
  return (
    <Panel title="Another instrument">
      <Stack component="form" noValidate onSubmit={form.submit} spacing={2}>
        <InstrumentFields form={form} />
        <RecordButton form={form} fields={["name", "range", "least_distance", "specification"]}>
          Add the instrument
        </RecordButton>
      </Stack>
    </Panel>
  );
}
