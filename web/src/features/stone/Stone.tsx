import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import { useState } from "react";
import type { Schemas } from "../../api/client";
import { Choose, useChosen } from "../../parts/Choose";
import { Needs } from "../../parts/Needs";
import { Page, Panel } from "../../parts/Page";
import { Legend } from "../../parts/plan/Legend";
import { Plan } from "../../parts/plan/Plan";
import { outlineSpots, planInstruments, planPegs } from "../../parts/plan/pegs";
import { useJobSheet } from "../frame/useJobSheet";
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
  if (!floor) return <Needs job={job} title="Shoot the stone" what="floor" />;
  if (!setUp) return <Needs job={job} title="Shoot the stone" what="set-up" />;
  return (
    <Shoot
      key={`${floor.id} ${setUp.id}`}
      job={job}
      floor={floor}
      setUp={setUp}
      choose={<Choose job={job} chosen={chosen} />}
    />
  );
}

type ShootProps = {
  job: Job;
  floor: Schemas["FloorPlan"];
  setUp: Schemas["SetUpSheet"];
  choose: React.ReactNode;
};

function Shoot({ job, floor, setUp, choose }: ShootProps) {
  const shooting = useShooting(floor, setUp.id);
  const [view, setView] = useState<View>("shoot");
  const [isHelpOpen, setHelpOpen] = useState(false);
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
              pegs={planPegs(floor)}
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
          <Box sx={{ display: { md: "none" }, p: 1.5 }}>{choose}</Box>
          <PointList pegs={floor.pegs} current={shooting.current?.id} onPick={pick} />
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
