import Box from "@mui/material/Box";
import { EntryField } from "../../parts/EntryField";
import type { Form } from "../../parts/form";
import { DayAndTime } from "./DayAndTime";

export type When = { day: string; time: string; truck: string; rate: string };

type Props = {
  form: { values: When; change: (changed: Partial<When>) => void } & Pick<Form<When>, "problems">;
  unit: string;
};

/** When a pour is, and how its trucks come. */
export function WhenAndTrucks({ form, unit }: Props) {
  const { values, change, problems } = form;
  return (
    <Box sx={FIELDS}>
      <DayAndTime form={form} name="pours_at" labels={["Day", "First truck at"]} />
      <EntryField
        name="truck"
        label={`A truck holds, ${unit}`}
        value={values.truck}
        onChange={(truck) => change({ truck })}
        problems={problems}
      />
      <EntryField
        name="rate"
        label={`The crew places, ${unit} an hour`}
        value={values.rate}
        onChange={(rate) => change({ rate })}
        problems={problems}
      />
    </Box>
  );
}

const FIELDS = {
  display: "grid",
  gap: 2,
  gridTemplateColumns: "repeat(auto-fit, minmax(160px, 1fr))",
};
