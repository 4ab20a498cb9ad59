import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import { useState } from "react";
import { type Schemas, api, told } from "../../api/client";
import { RecordButton, useForm } from "../../parts/form";
import { PlaceFields } from "../../parts/PlaceFields";
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
      <PlaceFields
        form={form}
        job={job}
        label="Plan: tap where the extra point goes"
        outlines={[outlineSpots(floor)]}
        pegs={planPegs(floor)}
      />
      <RecordButton form={form} fields={["x", "y"]}>
        Put the point there
      </RecordButton>
      <Button onClick={() => setOpen(false)}>Not now</Button>
    </Stack>
  );
}
