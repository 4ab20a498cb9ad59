import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useMutation, useQuery } from "@tanstack/react-query";
import { type Schemas, api, told } from "../../api/client";
import { queries } from "../../api/queries";
import { Panel } from "../../parts/Page";
import { shownTime } from "../../parts/time";
import { useLine } from "../../phone/line";

/** The gear that is out of use, and the way back; nothing at all where there is none. */
export function RetiredGear({ crew, canPlan }: { crew: string; canPlan: boolean }) {
  const isOnline = useLine() === "good";
  const { data } = useQuery({
    queryKey: ["retired-gear", crew],
    queryFn: () =>
      told(api.GET("/api/v1/crews/{crew}/gear/retired", { params: { path: { crew } } })),
    enabled: isOnline,
  });
  if (!data || data.retired.length === 0) return null;
  return (
    <Panel title="Out of use">
      {data.retired.map((one) => (
        <One key={one.id} crew={crew} one={one} canPlan={canPlan} />
      ))}
    </Panel>
  );
}

type OneProps = { crew: string; one: Schemas["RetiredGear"]; canPlan: boolean };

function One({ crew, one, canPlan }: OneProps) {
  const back = useMutation({
    mutationFn: () =>
      told(
        api.POST("/api/v1/crews/{crew}/gear/{kind}/{gear}/back", {
          params: { path: { crew, kind: one.kind, gear: one.id } },
        }),
      ),
    onSuccess: () => queries.invalidateQueries(),
  });
  return (
    <Stack direction="row" sx={{ gap: 2, alignItems: "center", py: 0.75 }}>
      <Stack sx={{ flex: 1, minWidth: 0 }}>
        <Typography sx={{ fontWeight: 700 }}>{one.name}</Typography>
        <Typography color="text.secondary">
          {one.why}. {one.by}, {shownTime(one.at)}
        </Typography>
      </Stack>
      {canPlan && (
        <Button variant="outlined" loading={back.isPending} onClick={() => back.mutate()}>
          Use it again
        </Button>
      )}
    </Stack>
  );
}
