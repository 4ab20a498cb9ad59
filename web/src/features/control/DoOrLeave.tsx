import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import type { ComponentProps } from "react";
import { RecordButton } from "../../parts/form";

type Props = ComponentProps<typeof RecordButton> & { onLeave: () => void };

/** The end of a form that was opened: do it, or leave everything as it is. */
export function DoOrLeave({ onLeave, ...record }: Props) {
  return (
    <Stack direction="row" spacing={1} sx={{ alignItems: "end" }}>
      <RecordButton {...record} />
      <Button size="large" onClick={onLeave}>
        Leave it
      </Button>
    </Stack>
  );
}
