import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { type Schemas, api, told } from "../../api/client";
import { Entry, RecordButton, useForm } from "../../parts/form";
import { FaultList } from "./FaultList";
import { asSentBack } from "./faults";

type Props = { pour: string; line: Schemas["AskedLine"] };

/** Lifts a hold by name and with a reason, for the faults it lists and for no others. */
export function Lift({ pour, line }: Props) {
  const [isOpen, setOpen] = useState(false);
  const form = useForm({
    draft: `lift:${pour}:${line.question}`,
    initial: { reason: "" },
    send: ({ id, reason }, taken_at) =>
      told(
        api.POST("/api/v1/pours/{pour}/lifts", {
          params: { path: { pour } },
          body: {
            id,
            question: line.question,
            reason,
            faults: line.faults.map(asSentBack),
            taken_at,
          },
        }),
      ),
    onRecorded: () => setOpen(false),
  });
  if (!isOpen)
    return (
      <Button
        variant="outlined"
        color="error"
        aria-label={`Lift the hold: ${line.title}`}
        onClick={() => setOpen(true)}
      >
        Lift the hold
      </Button>
    );
  return (
    <Stack
      component="form"
      noValidate
      onSubmit={form.submit}
      spacing={1.5}
      sx={{ flexBasis: "100%", pl: { md: 9 } }}
    >
      <Typography>
        You lift {line.faults.length === 1 ? "this" : `these ${line.faults.length}`}, and nothing
        else. What is new, or worse by more than can be told apart, holds again. Your name, the time
        and the reason are kept for good.
      </Typography>
      <FaultList says={line.faults.map((fault) => fault.says)} />
      <Entry form={form} name="reason" label="Why it may go all the same" />
      <RecordButton form={form} fields={["reason"]}>
        Lift the hold
      </RecordButton>
      <Button onClick={() => setOpen(false)}>Leave it</Button>
    </Stack>
  );
}
