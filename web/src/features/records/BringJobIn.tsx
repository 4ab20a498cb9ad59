import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { api, asForm, sent, told } from "../../api/client";
import { useJobsIn } from "../../api/queries";
import { Loaded, Panel } from "../../parts/Page";
import { FileForm } from "./FileForm";
import { Works } from "./Works";

/** Brings a whole job in from the file it was taken out to. */
export function BringJobIn({ crew, name }: { crew: string; name: string }) {
  const query = useJobsIn(crew);
  return (
    <Panel title={`Bring a job in, for ${name}`}>
      <Stack spacing={2}>
        <Typography>
          The file a job was taken out to, under its Records. It comes in whole, or not at all.
        </Typography>
        <FileForm
          choose="Choose a job's file"
          accept=".json,application/json"
          send={(id, file) =>
            told(
              api.POST("/api/v1/crews/{crew}/jobs-in/file", {
                params: { path: { crew } },
                body: { id, file: sent(file) },
                bodySerializer: asForm,
              }),
            )
          }
        >
          Bring it in
        </FileForm>
        <Loaded query={query}>{({ works }) => <Works works={works} withJob />}</Loaded>
      </Stack>
    </Panel>
  );
}
