import Stack from "@mui/material/Stack";
import { type Schemas, api, told } from "../../api/client";
import { Choice, Entry, type Form, RecordButton, useForm } from "../../parts/form";
import { Panel } from "../../parts/Page";

/** A rod as it is typed. */
export type RodValues = {
  name: string;
  numbering: Schemas["NumberingEnum"];
  graduation: Schemas["GraduationEnum"];
  length: string;
  bubble: "yes" | "no";
  parts: "1" | "2" | "10";
};

const READ_PARTS = { "1": 1, "2": 2, "10": 10 } as const;

const EMPTY: RodValues = {
  name: "",
  numbering: "up",
  graduation: "ft-in/8",
  length: "",
  bubble: "yes",
  parts: "1",
};
const BUBBLES = [
  ["yes", "Yes"],
  ["no", "No: it leans more, and that counts in every U"],
] as const;
const PARTS = [
  ["1", "To a division"],
  ["2", "To half a division"],
  ["10", "To a tenth, by eye through the level"],
] as const;
const NUMBERINGS = [
  ["up", "Up from the foot (grade rod)"],
  ["down", "Down from the top (tape rule stuck on)"],
  ["centre-zero", "Both ways from a center zero"],
  ["plain", "No numbers: marked at the beam, then measured from its foot"],
] as const;

type FieldsProps = {
  form: Form<RodValues>;
  graduations: readonly Schemas["GraduationSheet"][];
};

export function RodFields({ form, graduations }: FieldsProps) {
  const scales = graduations.map(({ code, label }) => [code, label] as const);
  return (
    <>
      <Entry form={form} name="name" label="Name" />
      <Choice form={form} name="numbering" label="Numbers grow" options={NUMBERINGS} />
      <Choice form={form} name="graduation" label="Graduation" options={scales} />
      <Entry form={form} name="length" label="Length of its scale" />
      <Choice form={form} name="bubble" label="Has a bubble" options={BUBBLES} />
      <Choice form={form} name="parts" label="You read it" options={PARTS} />
    </>
  );
}

type Props = {
  crew: string;
  onAdded: () => void;
  graduations: readonly Schemas["GraduationSheet"][];
};

/** What a rod's two choices come to. */
export const readOf = ({ bubble, parts }: Pick<RodValues, "bubble" | "parts">) => ({
  has_bubble: bubble === "yes",
  read_parts: READ_PARTS[parts],
});

/** A new rod: which way its numbers run, its scale, its length. */
export function NewRod({ crew, graduations, onAdded }: Props) {
  const form = useForm({
    draft: `rod:${crew}`,
    onRecorded: onAdded,
    initial: EMPTY,
    send: ({ bubble, parts, ...body }) =>
      told(
        api.POST("/api/v1/crews/{crew}/rods", {
          params: { path: { crew } },
          body: { ...body, ...readOf({ bubble, parts }) },
        }),
      ),
  });
  return (
    <Panel title="Another rod">
      <Stack component="form" noValidate onSubmit={form.submit} spacing={2}>
        <RodFields form={form} graduations={graduations} />
        <RecordButton form={form} fields={["name", "length"]}>
          Add the rod
        </RecordButton>
      </Stack>
    </Panel>
  );
}
