import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useMutation, useQuery } from "@tanstack/react-query";
import { type Schemas, api, problemsOf, told } from "../../api/client";
import { queries } from "../../api/queries";
import { Panel } from "../../parts/Page";
import { Problems } from "../../parts/Problems";
import { shownTime } from "../../parts/time";

/** What is out of the plan, and the way back; nothing at all where nothing is. */
export function Retired({ job }: { job: string }) {
  const { data } = useQuery({
    queryKey: ["retired", job],
    queryFn: () => told(api.GET("/api/v1/jobs/{job}/retired", { params: { path: { job } } })),
  });
  if (!data || data.retired.length === 0) return null;
  return (
    <Panel title="Out of the plan">
      <Stack component="ul" spacing={1.5} sx={{ listStyle: "none", p: 0, m: 0 }}>
        {data.retired.map((one) => (
          <One key={one.id} job={job} one={one} canPlan={data.can_plan} />
        ))}
      </Stack>
    </Panel>
  );
}

type OneProps = { job: string; one: Schemas["RetiredSheet"]; canPlan: boolean };

function One({ job, one, canPlan }: OneProps) {
  const back = useMutation({
    mutationFn: () =>
      told(
        api.POST("/api/v1/jobs/{job}/plan/{kind}/{part}/back", {
          params: { path: { job, kind: one.kind, part: one.id } },
        }),
      ),
    onSuccess: () => queries.invalidateQueries(),
  });
  return (
    <Stack component="li" direction="row" sx={{ gap: 2, alignItems: "center" }}>
      <Stack sx={{ flex: 1, minWidth: 0 }}>
        <Typography sx={{ fontWeight: 700, overflowWrap: "anywhere" }}>
          {one.name}, {one.noun}
        </Typography>
        <Typography color="text.secondary" sx={{ overflowWrap: "anywhere" }}>
          {one.why}. {one.by}, {shownTime(one.at)}
        </Typography>
        <Problems problems={problemsOf(back.error)} />
      </Stack>
      {canPlan && (
        <Button variant="outlined" loading={back.isPending} onClick={() => back.mutate()}>
          Bring it back
        </Button>
      )}
    </Stack>
  );
}
