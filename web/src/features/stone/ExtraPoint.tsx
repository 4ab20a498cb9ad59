import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import { useMutation } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { type Schemas, api, problemsOf, told } from "../../api/client";
import { forgetReadings } from "../../api/queries";
import { useDraft } from "../../parts/drafts";
import { EntryField } from "../../parts/EntryField";
import { Plan } from "../../parts/plan/Plan";
import { typedFrom } from "../../parts/plan/frame";
import { outlineSpots, planPegs } from "../../parts/plan/pegs";
import { Problems } from "../../parts/Problems";
import { useJobSheet } from "../frame/useJobSheet";

const EMPTY = { x: "", y: "" };

/** Puts an extra point on the floor: tapped on the plan, or typed. */
export function ExtraPoint({ floor }: { floor: Schemas["FloorPlan"] }) {
  const job = useJobSheet();
  const [isOpen, setOpen] = useState(false);
  const { values, set, clear } = useDraft(`point:${floor.id}`, EMPTY);
  const add = useMutation({
    mutationFn: () =>
      told(
        api.POST("/api/v1/floors/{floor}/points", {
          params: { path: { floor: floor.id } },
          body: values,
        }),
      ),
    onSuccess: async () => {
      clear();
      setOpen(false);
      await forgetReadings();
    },
  });
  if (!job.can_record) return null;
  if (!isOpen)
    return (
      <Button variant="outlined" onClick={() => setOpen(true)}>
        Add a point
      </Button>
    );
  const problems = problemsOf(add.error);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    add.mutate();
  };
  return (
    <Stack component="form" noValidate onSubmit={submit} spacing={1.5}>
      <Plan
        label="Plan: tap where the extra point goes"
        outlines={[outlineSpots(floor)]}
        pegs={planPegs(floor)}
        isMetric={job.volume_unit === "m³"}
        onPlace={({ x, y }) =>
          set({ x: typedFrom(x, job.style_kind), y: typedFrom(y, job.style_kind) })
        }
        height={280}
      />
      <Stack direction="row" spacing={1}>
        <EntryField
          name="x"
          label="To the right"
          value={values.x}
          onChange={(x) => set({ x })}
          problems={problems}
        />
        <EntryField
          name="y"
          label="Away"
          value={values.y}
          onChange={(y) => set({ y })}
          problems={problems}
        />
      </Stack>
      <Problems problems={problems} fields={["x", "y"]} />
      <Stack direction="row" spacing={1}>
        <Button type="submit" variant="contained" loading={add.isPending}>
          Put the point there
        </Button>
        <Button onClick={() => setOpen(false)}>Not now</Button>
      </Stack>
    </Stack>
  );
}
