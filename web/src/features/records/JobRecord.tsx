import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { type Schemas, api, asForm, sent, told } from "../../api/client";
import { Entry, RecordButton, useForm } from "../../parts/form";
import { Panel } from "../../parts/Page";
import { shownTime } from "../../parts/time";
import { FileForm } from "./FileForm";

type Props = { job: string; papers: readonly Schemas["PaperSheet"][] };

/** The job record: made beside the pages, kept, and compared with copies. */
export function JobRecord({ job, papers }: Props) {
  const form = useForm({
    draft: `record:${job}`,
    initial: {},
    send: ({ id }) =>
      told(api.POST("/api/v1/jobs/{job}/records", { params: { path: { job } }, body: { id } })),
  });
  return (
    <Panel title="Job record">
      <Stack spacing={2}>
        <Typography>
          Benchmarks, checks, every set-up with its notes and sums, struck readings with their
          reasons, maps, take-off, holds and who lifted them, notices: on numbered pages.
        </Typography>
        <form noValidate onSubmit={form.submit}>
          <RecordButton form={form} fields={[]}>
            Make the job record
          </RecordButton>
        </form>
        {papers.map((paper) => (
          <Stack
            key={paper.id}
            direction="row"
            sx={{ gap: 2, flexWrap: "wrap", alignItems: "center" }}
          >
            <Box sx={{ flex: "1 1 320px", minWidth: 0 }}>
              <Typography>
                {shownTime(paper.made_at)}, {paper.made_by}: {paper.pages} pages
              </Typography>
              <Typography variant="body2" color="text.secondary" sx={{ overflowWrap: "anywhere" }}>
                Digest {paper.digest}
              </Typography>
            </Box>
            <Button
              component="a"
              href={`/api/v1/records/${paper.id}/record.pdf`}
              variant="outlined"
            >
              Open the PDF
            </Button>
          </Stack>
        ))}
      </Stack>
    </Panel>
  );
}

/** Tells whether a copy is a record as it was made, by the file or by its printed digest. */
export function CompareCopy({ job }: { job: string }) {
  const [told_, setTold] = useState<Schemas["Compared"]>();
  const form = useForm({
    draft: `digest:${job}`,
    initial: { digest: "" },
    send: async ({ id, digest }) => {
      const body = { digest };
      setTold(
        await told(
          api.POST("/api/v1/jobs/{job}/records/digest", { params: { path: { job } }, body }),
        ),
      );
      return { id };
    },
  });
  return (
    <Panel title="Is this copy the one that was made?">
      <Stack spacing={2}>
        <FileForm
          choose="Choose the PDF"
          accept="application/pdf"
          onSent={setTold}
          send={(id, file) =>
            told(
              api.POST("/api/v1/jobs/{job}/records/copy", {
                params: { path: { job } },
                body: { id, file: sent(file) },
                bodySerializer: asForm,
              }),
            )
          }
        >
          Compare it
        </FileForm>
        <Stack component="form" noValidate onSubmit={form.submit} spacing={1.5}>
          <Entry form={form} name="digest" label="Or the digest at the foot of its pages" />
          <RecordButton form={form} fields={["digest"]}>
            Look the digest up
          </RecordButton>
        </Stack>
        {told_ && (
          <Typography role="status">
            <strong>{told_.sameness === "unknown" ? "NO" : "✓ yes"}</strong>: {told_.says}
          </Typography>
        )}
      </Stack>
    </Panel>
  );
}
