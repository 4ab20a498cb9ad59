import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import { useState } from "react";
import type { Schemas } from "../../api/client";
import { OnDemand } from "../../parts/OnDemand";
import { Panel } from "../../parts/Page";
import { Figure } from "../../parts/Figure";
import { Boards } from "./Boards";
import { Match } from "./Match";
import { Moved } from "./Moved";
import { PierTops } from "./PierTops";
import { Schedule } from "./Schedule";
import { SpotCheck } from "./SpotCheck";
import { Square } from "./Square";
import { StringBetween } from "./StringBetween";
import { Strip } from "./Strip";
import { Thick } from "./Thick";
import type { Stage } from "./stages";

/** Where strings are pulled. */
const WITH_STRINGS: readonly Stage[] = ["layout", "forms", "marks", "points"];

/** What may be leveled again after weeks or years. */
const WATCHED: readonly Stage[] = ["points", "piers", "forms", "after"];

type Props = {
  job: Schemas["JobSheet"];
  sheet: Schemas["StageSheet"];
  stage: Stage;
  work: Schemas["Work"];
  setUp: Schemas["SetUpSheet"];
  onShoot: (point: string) => void;
};

/** What a stage works out from its shots, and what is on hold. */
export function StagePanels({ job, sheet, stage, work, setUp, onShoot }: Props) {
  const boards = sheet.boards.find((one) => one.element === work.id);
  const schedule = sheet.schedules.find((one) => one.element === work.id);
  const soil = sheet.soils.find((one) => one.element === work.id);
  const flat = sheet.flatness.find((one) => one.element === work.id);
  return (
    <Stack spacing={2} sx={{ px: { xs: 1.5, md: 3 }, pb: 3, pt: { xs: 2, md: 0 } }}>
      {sheet.holds.length > 0 && <Holds holds={sheet.holds} />}
      {work.again && <SpotCheck check={work.again} onShoot={onShoot} />}
      {boards && <Boards sheet={boards} />}
      {schedule && <Schedule job={job} sheet={schedule} setUp={setUp} stage={stage} />}
      {sheet.pier_tops.map((tops) => (
        <PierTops key={tops.floor} sheet={tops} canRecord={job.can_record} />
      ))}
      {flat && <Flat sheet={flat} />}
      {soil && (
        <Panel title="Soil of the dig">
          <Figure name="In the ground" text={soil.in_ground.text} />
          <Figure name="Loose, on the heap or the truck" text={soil.loose.text} strong />
          <Figure name="Dug from" text={soil.rests_on} />
        </Panel>
      )}
      {work.kind === "layer" && (
        <OnDemand title="How thick it came out" draft={`lift:${work.id}`}>
          {() => <Thick element={work.id} name={work.name} />}
        </OnDemand>
      )}
      {WATCHED.includes(stage) && (
        <OnDemand title="How its points moved over time" draft={`moved:${work.id}`}>
          {() => <Moved element={work.id} />}
        </OnDemand>
      )}
      {stage === "layout" && <Square job={job} />}
      {WITH_STRINGS.includes(stage) && (
        <OnDemand title="A string between two points" draft={`string:${job.id}`}>
          {() => <StringBetween job={job} pegs={sheet.works.flatMap(({ pegs }) => pegs)} />}
        </OnDemand>
      )}
      {stage === "forms" && (
        <>
          <Match job={job} setUp={setUp} />
          <Strip job={job} />
        </>
      )}
    </Stack>
  );
}

/** A finished surface: its range, its tilt apart from its bumps. */
function Flat({ sheet }: { sheet: Schemas["FlatnessSheet"] }) {
  if (sheet.why_none) return <Panel title="How flat it came out">{sheet.why_none}</Panel>;
  return (
    <Panel title="How flat it came out">
      <Figure name="Highest to lowest, against its design" text={sheet.range?.text ?? ""} strong />
      <Figure name="Tilt" text={sheet.tilt} />
      <Figure name="Bumps alone, highest to lowest" text={sheet.bumps?.text ?? ""} />
      {sheet.worst.length > 0 && (
        <Figure
          name="Worst bumps"
          text={sheet.worst.map((bump) => `${bump.point} ${bump.off}`).join(", ")}
        />
      )}
    </Panel>
  );
}

/** So many holds are read; more of them are asked for. */
const READ = 12;

function Holds({ holds }: { holds: readonly Schemas["Hold"][] }) {
  const [isWhole, setWhole] = useState(false);
  const more = isWhole ? 0 : Math.max(0, holds.length - READ);
  return (
    <Alert severity="error">
      <strong>On hold</strong>
      <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
        {holds.slice(0, holds.length - more).map((hold) => (
          <li key={hold.what}>
            <strong>{hold.what}.</strong> {hold.why}
          </li>
        ))}
      </Box>
      {more > 0 && <Button onClick={() => setWhole(true)}>Show {more} more</Button>}
    </Alert>
  );
}
