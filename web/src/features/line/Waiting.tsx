import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import type { Numbered } from "../../phone/held";
import { isKeptOff, letWorkAlone } from "../../phone/live";
import { RefusedRecord } from "./RefusedRecord";
import { asFile } from "./asFile";
import { ageInWords, useOutbox } from "./usePhone";
import { useTaken } from "./useTaken";

type Props = { isOpen: boolean; close: () => void };

/** What lies on this phone: each record on its way in words, and the jobs taken along. */
export function Waiting({ isOpen, close }: Props) {
  const waiting = useOutbox();
  const onTheWay = waiting.filter((one) => one.standing !== "sent");
  return (
    <Dialog open={isOpen} onClose={close} fullWidth maxWidth="sm">
      <DialogTitle>On this phone</DialogTitle>
      <DialogContent>
        <Stack spacing={2}>
          {onTheWay.length === 0 && <Typography>All that was recorded here is sent.</Typography>}
          {onTheWay.length > 0 && (
            <Stack component="ul" spacing={1} sx={{ listStyle: "none", p: 0, m: 0 }}>
              {onTheWay.map((one) => (
                <li key={one.seq}>
                  <Record one={one} />
                </li>
              ))}
            </Stack>
          )}
          <Along />
        </Stack>
      </DialogContent>
      <DialogActions sx={{ flexWrap: "wrap" }}>
        <Button disabled={onTheWay.length > 0} onClick={() => void letWorkAlone(isKeptOff())}>
          {isKeptOff() ? "Take jobs along on this device" : "Take nothing along here"}
        </Button>
        {onTheWay.length > 0 && (
          <Button onClick={() => asFile(onTheWay)}>Save them as a file</Button>
        )}
        <Button onClick={close} variant="contained">
          Close
        </Button>
      </DialogActions>
    </Dialog>
  );
}

const CLOCK = new Intl.DateTimeFormat(undefined, { hour: "2-digit", minute: "2-digit" });

function Record({ one }: { one: Numbered }) {
  const isRefused = one.standing === "refused";
  return (
    <Box sx={{ borderLeft: 6, borderColor: isRefused ? "error.main" : "peg", pl: 1.5 }}>
      <Typography sx={{ fontWeight: 600 }}>{one.words}</Typography>
      <Typography color="text.secondary" variant="body2">
        {CLOCK.format(one.at)} · {isRefused ? "refused" : "not sent yet"}
      </Typography>
      {isRefused && <RefusedRecord one={one} />}
    </Box>
  );
}

function Along() {
  const { jobs, used } = useTaken();
  return (
    <Box>
      <Typography variant="h3">Taken along</Typography>
      {jobs.length === 0 && (
        <Typography color="text.secondary">
          No job yet. Open one while there is a signal, and it is.
        </Typography>
      )}
      {jobs.map((job) => (
        <Typography key={job.key}>
          {job.name}{" "}
          <Box component="span" sx={{ color: "text.secondary" }}>
            {ageInWords(job)}
          </Box>
        </Typography>
      ))}
      {used && (
        <Typography color="text.secondary" variant="body2" sx={{ mt: 1 }}>
          {used} of this phone in all. It is only as safe as the lock of the phone; signing out
          takes the jobs off it.
        </Typography>
      )}
    </Box>
  );
}
