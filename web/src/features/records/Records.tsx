import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { type Schemas, api, asForm, sent, told } from "../../api/client";
import { useRecords } from "../../api/queries";
import { Loaded, Page, Panel } from "../../parts/Page";
import { Parts } from "../../parts/Parts";
import { Select } from "../../parts/Select";
import { useLine } from "../../phone/line";
import { Download, OverTheLine } from "../line";
import { useJobSheet } from "../frame/useJobSheet";
import { FileForm } from "./FileForm";
import { CompareCopy, JobRecord } from "./JobRecord";
import { PicturesOutAndIn } from "./PicturesOutAndIn";
import { Sheets } from "./Sheets";
import { Survey } from "./Survey";
import { Works } from "./Works";

/** Everything that goes out on paper or as a file, and everything that comes in. */
export function Records() {
  const job = useJobSheet();
  const query = useRecords(job.id);
  const isOnLine = useLine() === "good";
  return (
    <Page title="Records" lead="Out and in: papers, workbooks, points, the whole job.">
      <OverTheLine what="Papers, workbooks and files brought in">
        <Loaded query={query}>
          {({ papers, works, picture_parts, pictures_missing }) => (
            <>
              {works.length > 0 && (
                <Panel title="At work, and lately done">
                  <Works works={works} />
                </Panel>
              )}
              <Parts
                label="Parts of the records"
                parts={[
                  {
                    key: "record",
                    name: "Job record",
                    content: (
                      <Stack spacing={2} sx={{ maxWidth: 760 }}>
                        <JobRecord job={job.id} papers={papers} />
                        <CompareCopy job={job.id} />
                      </Stack>
                    ),
                  },
                  { key: "sheets", name: "Sheets and stakes", content: <Sheets job={job} /> },
                  {
                    key: "files",
                    name: "Files and pictures",
                    content: (
                      <Stack spacing={2} sx={{ maxWidth: 760 }}>
                        <Files job={job} />
                        <PicturesOutAndIn
                          job={job}
                          parts={picture_parts}
                          missing={pictures_missing}
                        />
                        {job.can_record && <ReadingsIn job={job} />}
                      </Stack>
                    ),
                  },
                  { key: "survey", name: "Survey", content: <Survey job={job} /> },
                ]}
              />
            </>
          )}
        </Loaded>
      </OverTheLine>
      {!isOnLine && <Survey job={job} isOutAlone />}
    </Page>
  );
}

const FILES = [
  ["take-off.xlsx", "Take-off, workbook"],
  ["readings.xlsx", "Readings, workbook"],
  ["job.json", "The whole job, one file"],
] as const;

function Files({ job }: { job: Schemas["JobSheet"] }) {
  return (
    <Panel title="Files">
      <Typography sx={{ mb: 1.5 }}>
        Heights and amounts in the workbooks are formulas that go on working. The whole job comes in
        again from its file, identical, from your list of jobs.
      </Typography>
      <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap" }}>
        {FILES.map(([file, name]) => (
          <Download key={file} path={`/api/v1/jobs/${job.id}/${file}`}>
            {name}
          </Download>
        ))}
      </Stack>
    </Panel>
  );
}

/** Readings out of a table, into a set-up's book. */
function ReadingsIn({ job }: { job: Schemas["JobSheet"] }) {
  const [chosen, setChosen] = useState("");
  const setUp = job.set_ups.find(({ id }) => id === chosen) ?? job.set_ups[0];
  if (!setUp) return null;
  return (
    <Panel title="Readings in">
      <FileForm
        choose="Choose readings, CSV"
        accept=".csv,.txt,text/csv"
        about={
          <>
            <Typography>
              Columns named surface, point and reading; pass and time where you have them.
            </Typography>
            <Select
              label="Read from"
              value={setUp.id}
              options={job.set_ups.map(({ id, number, known }) => [
                id,
                `set-up ${number}, on ${known}`,
              ])}
              onChange={setChosen}
            />
          </>
        }
        send={(id, file) =>
          told(
            api.POST("/api/v1/set-ups/{set_up}/readings-in", {
              params: { path: { set_up: setUp.id } },
              body: { id, file: sent(file) },
              bodySerializer: asForm,
            }),
          )
        }
      >
        Bring them in
      </FileForm>
    </Panel>
  );
}
