import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, problemsOf, told } from "../../api/client";
import { Panel } from "../../parts/Page";
import { Problems } from "../../parts/Problems";
import { LinkToSend } from "./LinkToSend";

/** One's days on jobs and the crew's pours, in whatever calendar one keeps. */
export function Calendar() {
  const client = useQueryClient();
  const { data } = useQuery({
    queryKey: ["calendar"],
    queryFn: () => told(api.GET("/api/v1/calendar")),
  });
  const change = useMutation({
    mutationFn: (isWanted: boolean) =>
      told(isWanted ? api.POST("/api/v1/calendar") : api.POST("/api/v1/calendar/end")),
    onSuccess: (sheet) => client.setQueryData(["calendar"], sheet),
  });
  if (!data) return null;
  return (
    <Panel title="Your days in a calendar">
      <Stack spacing={1.5} sx={{ alignItems: "start" }}>
        <Typography>
          Your days on jobs and your crews&apos; pours, kept up to date, under an address that only
          you have. Whoever has it can read along.
        </Typography>
        {data.path && <LinkToSend path={data.path} what="Its address" />}
        <Problems problems={problemsOf(change.error)} />
        <Stack direction="row" spacing={1}>
          <Button variant="outlined" loading={change.isPending} onClick={() => change.mutate(true)}>
            {data.path ? "Give it another address" : "Make an address"}
          </Button>
          {data.path && <Button onClick={() => change.mutate(false)}>End it</Button>}
        </Stack>
      </Stack>
    </Panel>
  );
}
