import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { type Schemas, api, asForm, sent, told } from "../../api/client";
import { Panel } from "../../parts/Page";
import { Download } from "../line";
import { FileForm } from "./FileForm";

type Props = { job: Schemas["JobSheet"]; parts: number; missing: number };

/** The job's pictures, out and in beside its file; nothing where it has none. */
export function PicturesOutAndIn({ job, parts, missing }: Props) {
  if (parts === 0 && missing === 0) return null;
  return (
    <Panel title="Pictures">
      <Stack spacing={1.5}>
        <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap" }}>
          {Array.from({ length: parts }, (_, at) => (
            <Download key={at} path={`/api/v1/jobs/${job.id}/pictures.zip?part=${at + 1}`}>
              {parts === 1 ? "The pictures, one zip" : `Pictures, zip ${at + 1} of ${parts}`}
            </Download>
          ))}
        </Stack>
        {missing > 0 && job.can_plan && (
          <FileForm
            choose="Choose the pictures, a zip"
            accept=".zip,application/zip"
            about={
              <Typography>
                {missing === 1 ? "1 picture is" : `${missing} pictures are`} not here yet: the zip
                was taken out beside the job&apos;s file.
              </Typography>
            }
            send={(id, file) =>
              told(
                api.POST("/api/v1/jobs/{job}/pictures-in", {
                  params: { path: { job: job.id } },
                  body: { id, file: sent(file) },
                  bodySerializer: asForm,
                }),
              )
            }
          >
            Bring them in
          </FileForm>
        )}
      </Stack>
    </Panel>
  );
}
