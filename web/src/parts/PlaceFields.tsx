import Stack from "@mui/material/Stack";
import type { Schemas } from "../api/client";
import { Entry, type Form } from "./form";
import { Plan } from "./plan/Plan";
import type { PlanControl, PlanInstrument, PlanPeg } from "./plan/drawn";
import { type Spot, typedFrom } from "./plan/frame";

type Typed = { x: string; y: string };

type Props<Values extends Typed> = {
  form: Form<Values>;
  job: Pick<Schemas["JobSheet"], "style_kind" | "volume_unit">;
  label: string;
  outlines: readonly (readonly Spot[])[];
  pegs?: readonly PlanPeg[];
  instruments?: readonly PlanInstrument[];
  controls?: readonly PlanControl[];
};

/** A place on the plan: tapped, or typed from the first corner; the tap fills the entries. */
export function PlaceFields<Values extends Typed>(props: Props<Values>) {
  const { form, job, label, outlines, pegs = [], instruments = [], controls = [] } = props;
  const entries = form as unknown as Form<Typed>;
  return (
    <>
      <Plan
        {...{ label, outlines, pegs, instruments, controls }}
        isMetric={job.volume_unit === "m³"}
        onPlace={({ x, y }) =>
          entries.change({ x: typedFrom(x, job.style_kind), y: typedFrom(y, job.style_kind) })
        }
        height={280}
      />
      <Stack direction="row" spacing={1}>
        <Entry form={entries} name="x" label="To the right" />
        <Entry form={entries} name="y" label="Away" />
      </Stack>
    </>
  );
}
