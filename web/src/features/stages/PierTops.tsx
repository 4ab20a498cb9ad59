import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useMutation } from "@tanstack/react-query";
import { type Schemas, api, newId, problemsOf, told } from "../../api/client";
import { forgetReadings } from "../../api/queries";
import { Panel } from "../../parts/Page";
import { Problems } from "../../parts/Problems";

type Props = { sheet: Schemas["PierTops"]; canRecord: boolean };
type Top = Schemas["PierTop"];

/** Every pier top one floor meets: high or low against it, and each head ticked as locked. */
export function PierTops({ sheet, canRecord }: Props) {
  const lock = useMutation({
    mutationFn: (top: Top) =>
      told(
        api.POST("/api/v1/points/{point}/head-locks", {
          params: { path: { point: top.point } },
          body: { id: newId(), is_locked: !top.locked_by, taken_at: new Date().toISOString() },
        }),
      ),
    onSuccess: () => forgetReadings(),
  });
  return (
    <Panel title={sheet.floor ? `Pier tops under ${sheet.floor}` : "Pier tops"}>
      <Typography sx={{ fontWeight: 700 }}>{sheet.says}</Typography>
      <Stack component="ul" sx={{ listStyle: "none", p: 0, m: 0, mt: 1 }}>
        {sheet.tops.map((top) => (
          <Stack
            component="li"
            key={top.point}
            direction="row"
            sx={{
              gap: 1,
              py: 0.5,
              alignItems: "center",
              flexWrap: "wrap",
              borderTop: 1,
              borderColor: "divider",
            }}
          >
            <Typography sx={{ flex: "1 1 220px" }}>
              <strong>
                {top.row} {top.pier}
              </strong>
              , {top.says}
              {top.locked_by && `; head locked, ${top.locked_by}`}
            </Typography>
            {top.has_head && canRecord && (
              <Button
                variant={top.locked_by ? "text" : "outlined"}
                disabled={lock.isPending}
                aria-label={`${top.locked_by ? "Not locked after all" : "Head is locked"}: ${top.row} ${top.pier}`}
                onClick={() => lock.mutate(top)}
              >
                {top.locked_by ? "Not locked after all" : "Head is locked"}
              </Button>
            )}
          </Stack>
        ))}
      </Stack>
      <Problems problems={problemsOf(lock.error)} />
    </Panel>
  );
}
