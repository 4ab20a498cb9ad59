import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import { useState } from "react";
import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { useStage } from "../../api/queries";
import { Choose, useChosen } from "../../parts/Choose";
import { keepChoice, pointKey, useKept } from "../../parts/drafts";
import { KINDS, kindsOf, type OwnStage } from "../../parts/kinds";
import { Needs } from "../../parts/Needs";
import { Empty, Loaded, Page } from "../../parts/Page";
import { Select } from "../../parts/Select";
import { useJobSheet } from "../frame/useJobSheet";
import { Shoot, usePass, workOf } from "../shoot";
import { Cautions } from "./Cautions";
import { StagePanels } from "./StagePanels";
import { STAGES } from "./stages";

type Job = Schemas["JobSheet"];

/** A stage of the work: one element at a time is shot, and below stands what it works out. */
export function StageScreen({ stage }: { stage: OwnStage }) {
  const job = useJobSheet();
  const query = useStage(job.id, stage);
  const words = STAGES[stage];
  if (!job.set_ups.length && job.stages.some((one) => one.stage === stage))
    return <Needs job={job} title={words.title} what="set-up" />;
  return (
    <Loaded query={query}>
      {(sheet) =>
        sheet.works.length ? (
          <Works job={job} sheet={sheet} stage={stage} />
        ) : (
          <Nothing job={job} stage={stage} />
        )
      }
    </Loaded>
  );
}

function Nothing({ job, stage }: { job: Job; stage: OwnStage }) {
  const words = STAGES[stage];
  return (
    <Page title={words.title}>
      <Empty
        action={
          job.can_plan && (
            <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap" }}>
              {kindsOf(stage).map((kind) => (
                <Button
                  key={kind}
                  component={Link}
                  to={`/jobs/${job.id}/elements/new/${kind}`}
                  variant="contained"
                >
                  {KINDS[kind].name}
                </Button>
              ))}
            </Stack>
          )
        }
      >
        {words.empty}
      </Empty>
    </Page>
  );
}

type WorksProps = { job: Job; sheet: Schemas["StageSheet"]; stage: OwnStage };

function Works({ job, sheet, stage }: WorksProps) {
  const chosen = useChosen(job);
  const [pass, keepPass] = usePass(job.id);
  const [element, keepElement] = useKept(`element:${job.id}:${stage}`, "");
  const work = sheet.works.find((one) => one.id === element) ?? sheet.works[0];
  const [jumps, setJumps] = useState(0);
  const { setUp } = chosen;
  if (!work || !setUp) return null;
  const words = STAGES[stage];
  const others = sheet.works.filter((one) => one !== work);
  const goTo = (point: string) => {
    const other = others.find((one) => one.pegs.some((peg) => peg.id === point));
    if (!other) return;
    keepChoice(pointKey(other.id, setUp.id, pass), point);
    keepElement(other.id);
  };
  const shoot = (point: string) => {
    keepChoice(pointKey(work.id, setUp.id, pass), point);
    setJumps(jumps + 1);
    window.scrollTo({ top: 0 });
  };
  const own = `/jobs/${job.id}/${stage}`;
  const heights = stage !== "layout" && (
    <>
      <Button component={Link} to={`${own}/heights/${work.id}`} variant="outlined">
        Heights
      </Button>
      <Button component={Link} to={`${own}/sheet/${work.id}`} variant="outlined">
        Clamp sheet
      </Button>
    </>
  );
  return (
    <>
      <Shoot
        key={`${work.id} ${setUp.id} ${pass} ${jumps}`}
        job={job}
        work={workOf(work, others, job.floors)}
        onOther={goTo}
        setUp={setUp}
        pass={pass}
        keepPass={keepPass}
        title={`${words.title}, ${work.name}`}
        lead={`${work.kind_text}, ${work.counts.points} points on ${work.surface}; set-up ${setUp.number}, ${setUp.rod.name}`}
        isGround={stage === "layout"}
        above={
          <Box sx={{ display: { xs: "none", md: "block" } }}>
            <Cautions stage={stage} cautions={words.cautions} />
          </Box>
        }
        choose={
          <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap" }}>
            {sheet.works.length > 1 && (
              <Stack sx={{ minWidth: 180 }}>
                <Select
                  label="Element"
                  value={work.id}
                  options={sheet.works.map(({ id, name }) => [id, name] as const)}
                  onChange={keepElement}
                />
              </Stack>
            )}
            <Choose job={job} chosen={chosen} withFloor={false} />
            {heights}
          </Stack>
        }
      />
      <Box sx={{ display: { md: "none" }, pt: 2 }}>
        <Cautions stage={stage} cautions={words.cautions} />
      </Box>
      <StagePanels {...{ job, sheet, stage, work, setUp }} onShoot={shoot} />
    </>
  );
}
