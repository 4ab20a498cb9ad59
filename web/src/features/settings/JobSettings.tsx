import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { type Schemas, api, newId, problemsOf, told } from "../../api/client";
import { forgetReadings, queries } from "../../api/queries";
import { Page, Panel } from "../../parts/Page";
import { Problems } from "../../parts/Problems";
import { Entry, RecordButton, useForm } from "../../parts/form";
import { useJobSheet } from "../frame/useJobSheet";
import { OverTheLine } from "../line";
import { CopyJob } from "./CopyJob";
import { Retired } from "./Retired";

type Job = Schemas["JobSheet"];
const at = (job: Job) => ({ params: { path: { job: job.id } } });

/** A job as a whole: what it is called, and whether it is done with. */
export function JobSettings() {
  const job = useJobSheet();
  return (
    <Page title="Job settings" lead={job.crew}>
      <OverTheLine what="A job's settings">
        <Stack spacing={2} sx={{ maxWidth: 720 }}>
          {!job.is_archived && <Name key={`${job.name} ${job.place}`} job={job} />}
          {job.can_plan && <CopyJob job={job} />}
          <DoneWith job={job} />
          <Never job={job} />
          <Retired job={job.id} />
        </Stack>
      </OverTheLine>
    </Page>
  );
}

function Name({ job }: { job: Job }) {
  const form = useForm({
    draft: `job-name:${job.id}`,
    initial: { name: job.name, place: job.place },
    send: async ({ name, place }) => {
      await told(api.PUT("/api/v1/jobs/{job}/name", { ...at(job), body: { name, place } }));
      return { id: newId() };
    },
    onRecorded: () => queries.invalidateQueries(),
  });
  return (
    <Panel title="Name and place">
      <Stack component="form" noValidate spacing={2} onSubmit={form.submit}>
        <Entry form={form} name="name" label="Name of the job" />
        <Entry form={form} name="place" label="Where it is, may be left empty" />
        <RecordButton form={form} fields={["name", "place"]}>
          Keep
        </RecordButton>
      </Stack>
    </Panel>
  );
}

function DoneWith({ job }: { job: Job }) {
  const archive = useMutation({
    mutationFn: () =>
      told(
        api.PUT("/api/v1/jobs/{job}/archived", {
          ...at(job),
          body: { is_archived: !job.is_archived },
        }),
      ),
    onSuccess: forgetReadings,
  });
  return (
    <Panel title={job.is_archived ? "Archived" : "Done with it?"}>
      <Stack spacing={2} sx={{ alignItems: "flex-start" }}>
        <Typography>
          {job.is_archived
            ? "All of it is here to read; nothing more is recorded in it."
            : "An archived job leaves the list and takes no more records. Nothing in it is lost, and it can be brought back."}
        </Typography>
        <Problems problems={problemsOf(archive.error)} />
        <Button variant="outlined" loading={archive.isPending} onClick={() => archive.mutate()}>
          {job.is_archived ? "Bring it back" : "Archive this job"}
        </Button>
      </Stack>
    </Panel>
  );
}

function Never({ job }: { job: Job }) {
  const [isSure, setSure] = useState(false);
  const navigate = useNavigate();
  const remove = useMutation({
    mutationFn: () => told(api.POST("/api/v1/jobs/{job}/deletion", at(job))),
    onSuccess: async () => {
      await navigate("/jobs", { replace: true });
      queries.removeQueries({ queryKey: ["job", job.id] });
      await forgetReadings();
    },
  });
  return (
    <Panel title="Opened by mistake?">
      <Stack spacing={2} sx={{ alignItems: "flex-start" }}>
        <Typography>
          A job can be deleted while nothing is planned or recorded in it. That it was there stays
          on record.
        </Typography>
        <Problems problems={problemsOf(remove.error)} />
        {isSure ? (
          <Stack direction="row" spacing={1}>
            <Button variant="contained" color="error" onClick={() => remove.mutate()}>
              Yes, delete it
            </Button>
            <Button onClick={() => setSure(false)}>No</Button>
          </Stack>
        ) : (
          <Button variant="outlined" color="error" onClick={() => setSure(true)}>
            Delete this job
          </Button>
        )}
      </Stack>
    </Panel>
  );
}
