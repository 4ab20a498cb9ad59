import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { Panel } from "../../parts/Page";
import { shownDay } from "../../parts/time";
import { useOutbox } from "../line";

type Props = {
  due: readonly Schemas["DueInstrument"][];
  levelings: readonly Schemas["DueLeveling"][];
};

/** What is to be seen to before the work: instruments to check, and what waits to be sent. */
export function Due({ due, levelings }: Props) {
  const waiting = useOutbox().filter((one) => one.standing !== "sent").length;
  if (due.length + levelings.length === 0 && waiting === 0) return null;
  return (
    <Panel title="See to it">
      <Stack spacing={0.5}>
        {due.map((one) => (
          <Stack key={one.id} direction="row" sx={{ gap: 1, alignItems: "center" }}>
            <Box sx={{ flex: 1, minWidth: 0 }}>
              <Typography component="span" sx={{ fontWeight: 600 }}>
                {one.name}
              </Typography>
              <Typography component="span">: {one.text}</Typography>
            </Box>
            <Button component={Link} to={`/gear/${one.crew_id}/instruments/${one.id}`}>
              Check it
            </Button>
          </Stack>
        ))}
        {levelings.map((one) => (
          <Stack key={one.element} direction="row" sx={{ gap: 1, alignItems: "center" }}>
            <Box sx={{ flex: 1, minWidth: 0 }}>
              <Typography component="span" sx={{ fontWeight: 600 }}>
                {one.name}, {one.job_name}
              </Typography>
              <Typography component="span">: level it again, {shownDay(one.due_on)}</Typography>
            </Box>
            <Button component={Link} to={`/jobs/${one.job}`}>
              Open the job
            </Button>
          </Stack>
        ))}
        {waiting > 0 && (
          <Typography>
            {waiting === 1 ? "1 record waits" : `${waiting} records wait`} on this phone to be sent.
          </Typography>
        )}
      </Stack>
    </Panel>
  );
}
