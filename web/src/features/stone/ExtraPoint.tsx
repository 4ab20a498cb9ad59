import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import { useState } from "react";
import { type Schemas, api, told } from "../../api/client";
import { Entry, RecordButton, useForm } from "../../parts/form";
import { Plan } from "../../parts/plan/Plan";
import { typedFrom } from "../../parts/plan/frame";
import { outlineSpots, planPegs } from "../../parts/plan/pegs";
import { useJobSheet } from "../frame/useJobSheet";

const EMPTY = { x: "", y: "" };

/** Puts an extra point on the floor: tapped on the plan, or typed. */
export function ExtraPoint({ floor }: { floor: Schemas["FloorPlan"] }) {
  const job = useJobSheet();
  const [isOpen, setOpen] = useState(false);
  const form = useForm({
    draft: `point:${floor.id}`,
    initial: EMPTY,
    send: (body) =>
      told(
        api.POST("/api/v1/floors/{floor}/points", { params: { path: { floor: floor.id } }, body }),
      ),
    onRecorded: () => setOpen(false),
  });
  if (!job.can_record) return null;
  if (!isOpen)
    return (
      <Button variant="outlined" onClick={() => setOpen(true)}>
        Add a point
      </Button>
    );
  return (
    <Stack component="form" noValidate onSubmit={form.submit} spacing={1.5}>
      <Plan
        label="Plan: tap where the extra point goes"
        outlines={[outlineSpots(floor)]}
        pegs={planPegs(floor)}
        isMetric={job.volume_unit === "m³"}
        onPlace={({ x, y }) =>
          form.change({ x: typedFrom(x, job.style_kind), y: typedFrom(y, job.style_kind) })
        }
        height={280}
      />
      <Stack direction="row" spacing={1}>
        <Entry form={form} name="x" label="To the right" />
        <Entry form={form} name="y" label="Away" />
      </Stack>
      <RecordButton form={form} fields={["x", "y"]}>
        Put the point there
      </RecordButton>
      <Button onClick={() => setOpen(false)}>Not now</Button>
    </Stack>
  );
}
