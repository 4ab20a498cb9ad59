import MenuItem from "@mui/material/MenuItem";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import type { Schemas } from "../api/client";
import { useKept } from "./drafts";

type Job = Schemas["JobSheet"];

/** The floor and the set-up a screen is about, kept for the job on this device. */
export function useChosen(job: Job) {
  const [floorId, setFloor] = useKept(`floor:${job.id}`, "");
  const [setUpId, setSetUp] = useKept(`set-up:${job.id}`, "");
  const floor = job.floors.find((one) => one.id === floorId) ?? job.floors[0];
  const setUp = job.set_ups.find((one) => one.id === setUpId) ?? job.set_ups[0];
  return { floor, setUp, setFloor, setSetUp };
}

type Props = {
  job: Job;
  chosen: ReturnType<typeof useChosen>;
  withFloor?: boolean;
  withSetUp?: boolean;
};

/** Choose another floor or set-up, where there are several. */
export function Choose({ job, chosen, withFloor = true, withSetUp = true }: Props) {
  return (
    <Stack direction="row" spacing={1} sx={{ minWidth: 200 }}>
      {withFloor && job.floors.length > 1 && (
        <TextField
          select
          label="Floor"
          value={chosen.floor?.id ?? ""}
          onChange={(event) => chosen.setFloor(event.target.value)}
        >
          {job.floors.map(({ id, name }) => (
            <MenuItem key={id} value={id}>
              {name}
            </MenuItem>
          ))}
        </TextField>
      )}
      {withSetUp && job.set_ups.length > 1 && (
        <TextField
          select
          label="Set-up"
          value={chosen.setUp?.id ?? ""}
          onChange={(event) => chosen.setSetUp(event.target.value)}
        >
          {job.set_ups.map(({ id, number }) => (
            <MenuItem key={id} value={id}>
              Set-up {number}
            </MenuItem>
          ))}
        </TextField>
      )}
    </Stack>
  );
}
