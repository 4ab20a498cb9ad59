import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import { useState } from "react";
import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { useStage } from "../../api/queries";
import { Choose, useChosen } from "../../parts/Choose";
import { useKept } from "../../parts/drafts";
import { Empty, Loaded, Page } from "../../parts/Page";
import { OnDemand } from "../../parts/OnDemand";
import { Select } from "../../parts/Select";
import { useJobSheet } from "../frame/useJobSheet";
import { Shoot, usePass, workOf } from "../shoot";
import { Match, Moved } from "../stages";
import { Level } from "./Level";
import { NewPoint } from "./NewPoint";
import { OnePoint } from "./OnePoint";

type Job = Schemas["JobSheet"];
type Sheet = Schemas["StageSheet"];

/** Any point: named, shot, held against a height or against each other; no plan asks for it. */
export function Points() {
  const job = useJobSheet();
  const query = useStage(job.id, "points");
  return (
    <Loaded query={query}>
      {(sheet) => (sheet.works.length ? <Groups job={job} sheet={sheet} /> : <None job={job} />)}
    </Loaded>
  );
}

function HeightButton({ job }: { job: Job }) {
  return (
    <Button component={Link} to={`/jobs/${job.id}/height-now`} variant="contained">
      Height now
    </Button>
  );
}

function None({ job }: { job: Job }) {
  const [isOpen, setOpen] = useState(false);
  return (
    <Page title="Any point" lead="A sill, a ceiling, an old slab: no plan is needed.">
      <Empty
        action={
          <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap" }}>
            <HeightButton job={job} />
            {job.can_record && (
              <Button variant="outlined" onClick={() => setOpen(true)}>
                Name a point
              </Button>
            )}
          </Stack>
        }
      >
        No point yet. Work a height out now and keep it, or name a point to shoot.
      </Empty>
      {isOpen && <NewPoint job={job} groups={[]} onClose={() => setOpen(false)} />}
    </Page>
  );
}

function Groups({ job, sheet }: { job: Job; sheet: Sheet }) {
  const chosen = useChosen(job);
  const [pass, keepPass] = usePass(job.id);
  const [group, keepGroup] = useKept(`group:${job.id}`, "");
  const [isOpen, setOpen] = useState(false);
  const work = sheet.works.find((one) => one.id === group) ?? sheet.works[0];
  const { setUp } = chosen;
  if (!work) return null;
  const choose = (
    <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap" }}>
      {sheet.works.length > 1 && (
        <Stack sx={{ minWidth: 160 }}>
          <Select
            label="Group"
            value={work.id}
            options={sheet.works.map(({ id, name }) => [id, name] as const)}
            onChange={keepGroup}
          />
        </Stack>
      )}
      <Choose job={job} chosen={chosen} withFloor={false} />
      <HeightButton job={job} />
      {job.can_record && (
        <Button variant="outlined" onClick={() => setOpen(!isOpen)}>
          Another point
        </Button>
      )}
    </Stack>
  );
  const level = sheet.levels.find((one) => one.element === work.id);
  return (
    <>
      {isOpen && (
        <Stack sx={{ p: { xs: 1.5, md: 3 }, pb: 0 }}>
          <NewPoint
            job={job}
            groups={sheet.works}
            onClose={(made) => {
              setOpen(false);
              if (made) keepGroup(made);
            }}
          />
        </Stack>
      )}
      {setUp ? (
        <Shoot
          key={`${work.id} ${setUp.id} ${pass}`}
          job={job}
          work={workOf(work, [], job.floors)}
          setUp={setUp}
          pass={pass}
          keepPass={keepPass}
          title={`Any point, ${work.name}`}
          lead={`${work.counts.points} points; set-up ${setUp.number}, ${setUp.rod.name}`}
          choose={choose}
        />
      ) : (
        <Page title="Any point" action={choose}>
          {null}
        </Page>
      )}
      <Stack spacing={2} sx={{ px: { xs: 1.5, md: 3 }, pb: 3, pt: { xs: 2, md: 0 } }}>
        {level && <Level sheet={level} name={work.name} />}
        <OnDemand title="How these points moved over time" draft={`moved:${work.id}`}>
          {() => <Moved element={work.id} />}
        </OnDemand>
        <OnePoint key={work.id} job={job} work={work} />
        {setUp && <Match job={job} setUp={setUp} />}
      </Stack>
    </>
  );
}
