import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { useNavigate } from "react-router";
import { type Schemas, api, told } from "../../api/client";
import { Panel } from "../../parts/Page";
import { Entry, RecordButton, useForm } from "../../parts/form";

/** The same plan once more, on another lot. */
export function CopyJob({ job }: { job: Schemas["JobSheet"] }) {
  const [isOpen, setOpen] = useState(false);
  const navigate = useNavigate();
  const form = useForm({
    draft: `copy:${job.id}`,
    initial: { name: "", place: "" },
    send: (body) =>
      told(api.POST("/api/v1/jobs/{job}/copies", { params: { path: { job: job.id } }, body })),
    onRecorded: ({ id }) => navigate(`/jobs/${id}`),
  });
  return (
    <Panel title="The same again?">
      <Stack component="form" noValidate spacing={2} onSubmit={form.submit}>
        <Typography>
          A copy has this job&apos;s plan, its limits, its gear and its prices; no benchmark and
          nothing that was recorded.
        </Typography>
        {isOpen ? (
          <>
            <Entry form={form} name="name" label="Name of the new job" />
            <Entry form={form} name="place" label="Where it is, may be left empty" />
            <RecordButton form={form} fields={["name", "place"]}>
              Begin the new job
            </RecordButton>
          </>
        ) : (
          <Button variant="outlined" sx={{ alignSelf: "start" }} onClick={() => setOpen(true)}>
            Copy as a new job
          </Button>
        )}
      </Stack>
    </Panel>
  );
}
