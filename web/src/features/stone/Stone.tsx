import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import useMediaQuery from "@mui/material/useMediaQuery";
import type { Theme } from "@mui/material/styles";
import { useState } from "react";
import type { Schemas } from "../../api/client";
import { Choose, useChosen } from "../../parts/Choose";
import { useKept } from "../../parts/drafts";
import { Needs } from "../../parts/Needs";
import { Page, Panel } from "../../parts/Page";
import { Legend } from "../../parts/plan/Legend";
import { Plan } from "../../parts/plan/Plan";
import { type Pass, outlineSpots, planInstruments, planPegs } from "../../parts/plan/pegs";
import { useJobSheet } from "../frame/useJobSheet";
import { StandingBar } from "../standing";
import { ExtraPoint } from "./ExtraPoint";
import { KeysHelp } from "./KeysHelp";
import { PointList } from "./PointList";
import { ShootPanel } from "./ShootPanel";
import { useShooting } from "./useShooting";

type Job = Schemas["JobSheet"];
type View = "shoot" | "plan" | "list";

/** Shoot the stone, point to point; plan, list and rod side by side where there is room. */
export function Stone() {
  const job = useJobSheet();
  const chosen = useChosen(job);
  const { floor, setUp } = chosen;
  const [kept, keepPass] = useKept(`pass:${job.id}`, "fine");
  const pass: Pass = kept === "coarse" ? "coarse" : "fine";
  if (!floor) return <Needs job={job} title="Shoot the stone" what="floor" />;
  if (!setUp) return <Needs job={job} title="Shoot the stone" what="set-up" />;
  return (
    <Shoot
      key={`${floor.id} ${setUp.id} ${pass}`}
      job={job}
      floor={floor}
      setUp={setUp}
      pass={pass}
      keepPass={keepPass}
      choose={<Choose job={job} chosen={chosen} />}
    />
  );
}

type ShootProps = {
  job: Job;
  floor: Schemas["FloorPlan"];
  setUp: Schemas["SetUpSheet"];
  pass: Pass;
  keepPass: (pass: string) => void;
  choose: React.ReactNode;
};

function Shoot({ job, floor, setUp, pass, keepPass, choose }: ShootProps) {
  const shooting = useShooting(floor, setUp.id, pass);
  const [view, setView] = useState<View>("shoot");
  const [isHelpOpen, setHelpOpen] = useState(false);
  const isPhone = useMediaQuery((theme: Theme) => theme.breakpoints.down("md"));
  const shownOn = (own: View) => ({ xs: view === own ? "block" : "none", md: "block" });
  const pick = (id: string) => {
    shooting.go(id);
    setView("shoot");
  };
  return (
    <Box
      onKeyDown={(event) => {
        if (event.key !== "?") return;
        event.preventDefault();
        setHelpOpen(true);
      }}
    >
      <Stack direction="row" sx={{ display: { md: "none" }, bgcolor: "background.paper" }}>
        <ToggleButtonGroup
          exclusive
          fullWidth
          value={view}
          aria-label="View"
          onChange={(_, next: View | null) => next && setView(next)}
        >
          <ToggleButton value="shoot">Shoot</ToggleButton>
          <ToggleButton value="plan">Plan</ToggleButton>
          <ToggleButton value="list">List</ToggleButton>
        </ToggleButtonGroup>
      </Stack>
      <Box sx={{ display: { xs: "none", md: "block" } }}>
        <Page
          title={`Shoot the stone, ${floor.name}`}
          lead={`Stone should be at ${floor.sub_base.text}; set-up ${setUp.number}, ${setUp.rod.name}`}
          action={
            <Stack direction="row" spacing={1}>
              {choose}
              <Button variant="outlined" onClick={() => setHelpOpen(true)}>
                Keys ( ? )
              </Button>
            </Stack>
          }
        >
          {null}
        </Page>
      </Box>
      <Stack spacing={1} sx={{ px: { xs: 0, md: 3 }, pb: { xs: 0, md: 2 } }}>
        <StandingBar job={job} setUp={setUp} isTight={isPhone} />
        <Box sx={{ display: { xs: "none", md: "block" } }}>
          <PassChoice {...{ pass, floor, keepPass }} />
        </Box>
      </Stack>
      <Box
        sx={{
          display: "grid",
          gap: 2,
          gridTemplateColumns: { xs: "1fr", md: "minmax(0, 1fr) 224px 372px" },
          px: { xs: 0, md: 3 },
          pb: { md: 3 },
          alignItems: "start",
        }}
      >
        <Box sx={{ display: shownOn("plan") }}>
          <Panel>
            <Plan
              label={`Plan of ${floor.name}`}
              outlines={[outlineSpots(floor)]}
              pegs={planPegs(floor, pass)}
              instruments={planInstruments(job.set_ups, setUp.id)}
              current={shooting.current?.id}
              onPick={pick}
              isMetric={job.volume_unit === "m³"}
              height={460}
            />
            <Legend />
            <ExtraPoint floor={floor} />
          </Panel>
        </Box>
        <Box sx={{ display: shownOn("list") }}>
          <Stack spacing={1.5} sx={{ display: { md: "none" }, p: 1.5 }}>
            {choose}
            <PassChoice {...{ pass, floor, keepPass }} />
          </Stack>
          <PointList pegs={floor.pegs} pass={pass} current={shooting.current?.id} onPick={pick} />
        </Box>
        <Box sx={{ display: shownOn("shoot") }}>
          <ShootPanel
            {...{ shooting, floor, setUp }}
            target={job.stone_targets.find(
              (one) => one.floor === floor.id && one.set_up === setUp.id,
            )}
            canRecord={job.can_record}
          />
        </Box>
      </Box>
      <KeysHelp isOpen={isHelpOpen} onClose={() => setHelpOpen(false)} />
    </Box>
  );
}

type PassProps = {
  pass: Pass;
  floor: Schemas["FloorPlan"];
  keepPass: (pass: string) => void;
};

/** The fine pass counts; the rough one, with the receiver's coarse setting, is kept apart. */
function PassChoice({ pass, floor, keepPass }: PassProps) {
  return (
    <ToggleButtonGroup
      exclusive
      value={pass}
      aria-label="Pass"
      onChange={(_, next: string | null) => next && keepPass(next)}
      sx={{ bgcolor: "background.paper", alignSelf: "flex-start" }}
    >
      <ToggleButton value="fine">Fine pass, ±{floor.tolerance.text}</ToggleButton>
      <ToggleButton value="coarse">Rough pass, ±{floor.rough_tolerance.text}</ToggleButton>
    </ToggleButtonGroup>
  );
}
