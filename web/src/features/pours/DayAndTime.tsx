import { EntryField } from "../../parts/EntryField";
import type { Form } from "../../parts/form";

type Moment = { day: string; time: string };

type Props = {
  form: { values: Moment; change: (changed: Partial<Moment>) => void } & Pick<
    Form<Moment>,
    "problems"
  >;
  /** What the API calls the moment: what is wrong with it stands under the day. */
  name: string;
  labels: [day: string, time: string];
};

/** A moment of a pour, as a day and a time of day. */
export function DayAndTime({ form, name, labels: [day, time] }: Props) {
  const { values, change, problems } = form;
  const shrunk = { inputLabel: { shrink: true } };
  return (
    <>
      <EntryField
        name={name}
        label={day}
        type="date"
        value={values.day}
        onChange={(typed) => change({ day: typed })}
        problems={problems}
        slotProps={shrunk}
      />
      <EntryField
        name="time"
        label={time}
        type="time"
        value={values.time}
        onChange={(typed) => change({ time: typed })}
        slotProps={shrunk}
      />
    </>
  );
}
