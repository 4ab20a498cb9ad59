import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { type Schemas, api, told } from "../../api/client";
import { RecordButton, useForm } from "../../parts/form";
import { WhenAndTrucks } from "./WhenAndTrucks";
import { momentOf, typedMoment } from "./moment";

/** Puts a pour to another time; what was lifted for the old one holds again. */
export function Move({ pour }: { pour: Schemas["PourSheet"] }) {
  const [isOpen, setOpen] = useState(false);
  const form = useForm({
    draft: `move:${pour.id}:${pour.pours_at}`,
    initial: { ...typedMoment(pour.pours_at), truck: pour.truck, rate: pour.rate },
    send: ({ day, time, truck, rate }) =>
      told(
        api.PUT("/api/v1/pours/{pour}", {
          params: { path: { pour: pour.id } },
          body: { pours_at: momentOf(day, time), truck, rate },
        }),
      ),
    onRecorded: () => setOpen(false),
  });
  if (!isOpen)
    return (
      <Button variant="outlined" sx={{ mt: 1.5, ml: 1 }} onClick={() => setOpen(true)}>
        Move the pour
      </Button>
    );
  return (
    <Stack component="form" noValidate onSubmit={form.submit} spacing={2} sx={{ mt: 2 }}>
      <Typography>Holds that were lifted for the old time hold again.</Typography>
      <WhenAndTrucks form={form} unit={pour.unit} />
      <RecordButton form={form} fields={["pours_at", "truck", "rate"]}>
        Move it
      </RecordButton>
      <Button onClick={() => setOpen(false)}>Leave it</Button>
    </Stack>
  );
}
