import Stack from "@mui/material/Stack";
import { type Schemas, api, told } from "../../api/client";
import { Choice, Entry, RecordButton, useForm } from "../../parts/form";
import { Panel } from "../../parts/Page";

const EMPTY: Omit<Schemas["RodInputRequest"], "id"> = {
  name: "",
  numbering: "up",
  graduation: "ft-in/8",
  length: "",
};
const NUMBERINGS = [
  ["up", "Up from the foot (grade rod)"],
  ["down", "Down from the top (tape rule stuck on)"],
  ["centre-zero", "Both ways from a center zero"],
] as const;

type Props = { crew: string; graduations: readonly Schemas["GraduationSheet"][] };

/** A new rod: which way its numbers run, its scale, its length. */
export function NewRod({ crew, graduations }: Props) {
  const form = useForm({
    draft: `rod:${crew}`,
    initial: EMPTY,
    send: (body) =>
      told(api.POST("/api/v1/crews/{crew}/rods", { params: { path: { crew } }, body })),
  });
  const scales = graduations.map(({ code, label }) => [code, label] as const);
  return (
    <Panel title="Another rod">
      <Stack component="form" noValidate onSubmit={form.submit} spacing={2}>
        <Entry form={form} name="name" label="Name" />
        <Choice form={form} name="numbering" label="Numbers grow" options={NUMBERINGS} />
        <Choice form={form} name="graduation" label="Graduation" options={scales} />
        <Entry form={form} name="length" label="Length of its scale" />
        <RecordButton form={form} fields={["name", "length"]}>
          Add the rod
        </RecordButton>
      </Stack>
    </Panel>
  );
}
