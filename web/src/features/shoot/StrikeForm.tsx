import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { type FormEvent, useState } from "react";
import { type Schemas, problemsOf } from "../../api/client";
import { EntryField } from "../../parts/EntryField";
import { Problems } from "../../parts/Problems";
import type { Shooting } from "./useShooting";

const USUAL = ["misread the rod", "rod not plumb", "wrong point", "stone was moved since"];

type Props = {
  isOpen: boolean;
  peg: Schemas["Peg"];
  shot: Schemas["PegShot"] | null | undefined;
  strike: Shooting["strike"];
  onClose: () => void;
};

/** Strikes a reading through, with a reason; it stays in the book. */
export function StrikeForm({ isOpen, peg, shot, strike, onClose }: Props) {
  const [reason, setReason] = useState("");
  const problems = problemsOf(strike.error);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (!shot) return;
    strike.mutate({ shot: shot.id, reason }, { onSuccess: onClose });
  };
  return (
    <Dialog open={isOpen} onClose={onClose} fullWidth maxWidth="xs">
      <form onSubmit={submit} noValidate>
        <DialogTitle>
          Strike {shot?.reading.rod} on {peg.name}
        </DialogTitle>
        <DialogContent>
          <Stack spacing={1.5}>
            <Typography>
              The reading stays in the book, struck through, with your reason.
            </Typography>
            {USUAL.map((usual) => (
              <Button
                key={usual}
                variant={usual === reason ? "contained" : "outlined"}
                onClick={() => setReason(usual)}
              >
                {usual}
              </Button>
            ))}
            <EntryField
              name="reason"
              label="Reason"
              value={reason}
              onChange={setReason}
              problems={problems}
            />
            <Problems problems={problems} fields={["reason"]} />
          </Stack>
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Keep the reading</Button>
          <Button type="submit" variant="contained" loading={strike.isPending}>
            Strike it
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
