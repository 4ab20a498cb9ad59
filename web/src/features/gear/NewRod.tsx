import Stack from "@mui/material/Stack";
import { type Schemas, api, told } from "../../api/client";
import { Choice, Entry, RecordButton, useForm } from "../../parts/form";
import { Panel } from "../../parts/Page";

type Values = {
  name: string;
  numbering: Schemas["NumberingEnum"];
  graduation: Schemas["GraduationEnum"];
  length: string;
  bubble: "yes" | "no";
  halves: "yes" | "no";
};

const EMPTY: Values = {
  name: "",
  numbering: "up",
  graduation: "ft-in/8",
  length: "",
  bubble: "yes",
  halves: "no",
};
const BUBBLES = [
  ["yes", "Yes"],
  ["no", "No: it leans more, and that counts in every U"],
] as const;
const HALVES = [
  ["no", "To a division"],
  ["yes", "To half a division"],
] as const;
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
    send: ({ bubble, halves, ...body }) =>
      told(
        api.POST("/api/v1/crews/{crew}/rods", {
          params: { path: { crew } },
          body: { ...body, has_bubble: bubble === "yes", reads_halves: halves === "yes" },
        }),
      ),
  });
  const scales = graduations.map(({ code, label }) => [code, label] as const);
  return (
    <Panel title="Another rod">
      <Stack component="form" noValidate onSubmit={form.submit} spacing={2}>
        <Entry form={form} name="name" label="Name" />
        <Choice form={form} name="numbering" label="Numbers grow" options={NUMBERINGS} />
        <Choice form={form} name="graduation" label="Graduation" options={scales} />
        <Entry form={form} name="length" label="Length of its scale" />
        <Choice form={form} name="bubble" label="Has a bubble" options={BUBBLES} />
        <Choice form={form} name="halves" label="You read it" options={HALVES} />
        <RecordButton form={form} fields={["name", "length"]}>
          Add the rod
        </RecordButton>
      </Stack>
    </Panel>
  );
}
