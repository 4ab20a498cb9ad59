import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useMutation, useQuery } from "@tanstack/react-query";
import { Link as RouterLink, useNavigate } from "react-router";
import { type Schemas, api, asForm, newId, problemsOf, sent, told } from "../../api/client";
import { Page, Panel } from "../../parts/Page";
import { Problems } from "../../parts/Problems";
import { shownTime } from "../../parts/time";
import { useJobSheet } from "../frame/useJobSheet";
import { OverTheLine } from "../line";

type Line = Schemas["DrawingLine"];

/** The drawings of a job: one more brought in, or an earlier one looked at again. */
export function Drawings() {
  const job = useJobSheet();
  const navigate = useNavigate();
  const { data } = useQuery({
    queryKey: ["drawings", job.id],
    queryFn: () =>
      told(api.GET("/api/v1/jobs/{job}/drawings", { params: { path: { job: job.id } } })),
  });
  const sending = useMutation({
    mutationFn: (file: File) =>
      told(
        api.POST("/api/v1/jobs/{job}/drawings-in", {
          params: { path: { job: job.id } },
          body: { id: newId(), file: sent(file) },
          bodySerializer: asForm,
        }),
      ),
    onSuccess: ({ id }) => navigate(`/jobs/${job.id}/drawings/${id}`),
  });
  return (
    <Page
      title="Drawings"
      lead="A plan as DXF, a survey as LandXML: looked at before it is placed."
    >
      <OverTheLine what="Drawings">
        {job.can_plan && (
          <Panel title="Bring one in">
            <Stack spacing={1.5} sx={{ alignItems: "start" }}>
              <Typography>
                Its layers and outlines are shown to scale first; you say what each is. A drawing
                that was changed shows what moved.
              </Typography>
              <Button
                component="label"
                role={undefined}
                variant="contained"
                loading={sending.isPending}
              >
                Choose a drawing
                <input
                  type="file"
                  hidden
                  accept=".dxf,.xml,.landxml"
                  aria-label="Choose a drawing"
                  onChange={(event) => {
                    const file = event.target.files?.[0];
                    if (file) sending.mutate(file);
                    event.target.value = "";
                  }}
                />
              </Button>
              <Problems problems={problemsOf(sending.error)} />
            </Stack>
          </Panel>
        )}
        {data && data.drawings.length > 0 && (
          <Panel title="Brought in">
            <Stack component="ul" spacing={1} sx={{ listStyle: "none", m: 0, p: 0 }}>
              {data.drawings.map((one) => (
                <li key={one.id}>
                  <Brought job={job.id} one={one} />
                </li>
              ))}
            </Stack>
          </Panel>
        )}
      </OverTheLine>
    </Page>
  );
}

function Brought({ job, one }: { job: string; one: Line }) {
  return (
    <Typography>
      <Link component={RouterLink} to={`/jobs/${job}/drawings/${one.id}`} sx={{ fontWeight: 700 }}>
        {one.file_name}
      </Link>
      , {one.brought_by}, {shownTime(one.brought_at)}.{" "}
      {one.placed
        ? `${one.placed} ${one.placed === 1 ? "part" : "parts"} of it on the plan.`
        : "Nothing of it is on the plan."}
    </Typography>
  );
}
