import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useMutation } from "@tanstack/react-query";
import { api, problemsOf, told } from "../../api/client";
import { forgetReadings } from "../../api/queries";
import { Panel } from "../../parts/Page";
import { Problems } from "../../parts/Problems";
import type { Lay, Sheet } from "./form";

/** What of the plan lies elsewhere in this drawing, and lets it follow. */
export function Moved({ sheet, lay }: { sheet: Sheet; lay: Lay }) {
  const moved = new Map(
    sheet.shown.flatMap(({ placed }) => (placed?.moved ? [[placed.change, placed] as const] : [])),
  );
  const follow = useMutation({
    mutationFn: () =>
      told(
        api.POST("/api/v1/drawings/{drawing}/following", {
          params: { path: { drawing: sheet.id } },
          body: { ...lay, changes: [...moved.keys()] },
        }),
      ),
    onSuccess: () => forgetReadings(),
  });
  if (!moved.size) return null;
  return (
    <Panel title="Moved since it was placed">
      <Stack spacing={1.5} sx={{ alignItems: "start" }}>
        {[...moved.values()].map(({ name, moved, change }) => (
          <Typography key={change}>
            <strong>{name}</strong>: {moved}
          </Typography>
        ))}
        <Button variant="contained" loading={follow.isPending} onClick={() => follow.mutate()}>
          Let the plan follow
        </Button>
        <Problems problems={problemsOf(follow.error)} />
      </Stack>
    </Panel>
  );
}
