import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import Typography from "@mui/material/Typography";
import useMediaQuery from "@mui/material/useMediaQuery";
import type { Theme } from "@mui/material/styles";
import { type ReactNode, useDeferredValue, useState } from "react";
import type { Schemas } from "../../api/client";
import { useKept } from "../../parts/drafts";
import { Panel } from "../../parts/Page";
import { Legend } from "../../parts/plan/Legend";
import { Plan } from "../../parts/plan/Plan";
import { type Pass, planInstruments, planPegs } from "../../parts/plan/pegs";
import { StandingBar } from "../standing";
import { KeysHelp } from "./KeysHelp";
import { PointList } from "./PointList";
import { ShootPanel } from "./ShootPanel";
import { useShooting } from "./useShooting";
import type { Work } from "./work";

/** What a screen leaves to the plan below its strips and above its legend. */
const PLAN = "max(320px, calc(100dvh - 460px))";

type Job = Schemas["JobSheet"];
type View = "shoot" | "plan" | "list";

type ShootProps = {
  job: Job;
  work: Work;
  setUp: Schemas["SetUpSheet"];
  pass: Pass;
  keepPass: (pass: string) => void;
  title: string;
  lead: string;
  choose: ReactNode;
  underPlan?: ReactNode;
  /** A point of another element was picked on the plan. */
  onOther?: (point: string) => void;
  /** What stands above the reading, such as a caution. */
  above?: ReactNode;
  /** Whether nothing is compared: the ground is only found out. */
  isGround?: boolean;
};

/** The pass shot on this device: the fine one counts. */
export function usePass(job: string): [Pass, (pass: string) => void] {
  const [kept, keep] = useKept(`pass:${job}`, "fine");
  return [kept === "coarse" ? "coarse" : "fine", keep];
}

/** Shoot from point to point; plan, list and rod side by side where there is room. */
export function Shoot(props: ShootProps) {
  const { job, work, setUp, pass, keepPass, choose, isGround = false } = props;
  const shooting = useShooting(work, setUp, pass);
  const [view, setView] = useState<View>("shoot");
  const [isHelpOpen, setHelpOpen] = useState(false);
  const isPhone = useMediaQuery((theme: Theme) => theme.breakpoints.down("md"));
  const shownOn = (own: View) => ({ xs: view === own ? "block" : "none", md: "block" });
  // A phone shows one of them: what it does not show is not drawn with every reading.
  // At a desk the drawing and the list follow what is to be shot, which is there first.
  const isFirstShown = useDeferredValue(true, false);
  const isDrawn = (own: View) => (isPhone ? view === own : isFirstShown);
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
      <Stack
        direction="row"
        sx={{
          display: { xs: "none", md: "flex" },
          px: 3,
          pt: 1.5,
          pb: 1,
          columnGap: 2,
          rowGap: 1,
          alignItems: "center",
          flexWrap: "wrap",
        }}
      >
        <Box sx={{ flex: "1 1 260px", minWidth: 0 }}>
          <Typography variant="h1">{props.title}</Typography>
          <Typography variant="body2" color="text.secondary" noWrap title={props.lead}>
            {props.lead}
          </Typography>
        </Box>
        <PassChoice {...{ pass, work, isGround, keepPass }} />
        {choose}
        <Button variant="outlined" onClick={() => setHelpOpen(true)}>
          Keys ( ? )
        </Button>
      </Stack>
      <Stack spacing={1} sx={{ px: { xs: 0, md: 3 }, pb: { xs: 0, md: 1.5 } }}>
        {props.above}
        <StandingBar job={job} setUp={setUp} isTight={isPhone} />
      </Stack>
      <Box
        sx={{
          display: "grid",
          gap: 2,
          gridTemplateColumns: { xs: "1fr", md: "minmax(0, 1fr) 224px 372px" },
          px: { xs: 0, md: 3 },
          pb: { md: 2 },
          alignItems: "start",
        }}
      >
        <Box sx={{ display: shownOn("plan") }}>
          {isDrawn("plan") && (
            <Panel>
              <Box sx={{ height: { xs: "60dvh", md: PLAN } }}>
                <Plan
                  label={`Plan of ${work.name}`}
                  outlines={work.outlines}
                  lines={work.lines}
                  pegs={planPegs(work, pass)}
                  others={work.others.flatMap((other) => planPegs(other, pass))}
                  onPickOther={props.onOther}
                  instruments={planInstruments(job.set_ups, setUp.id)}
                  current={shooting.current?.id}
                  onPick={pick}
                  isMetric={job.volume_unit === "m³"}
                  isFilling
                />
              </Box>
              <Legend isGround={isGround} />
              {props.underPlan}
            </Panel>
          )}
        </Box>
        <Box sx={{ display: shownOn("list") }}>
          <Stack spacing={1.5} sx={{ display: { md: "none" }, p: 1.5 }}>
            {choose}
            <PassChoice {...{ pass, work, isGround, keepPass }} />
          </Stack>
          {isDrawn("list") && (
            <PointList pegs={work.pegs} pass={pass} current={shooting.current?.id} onPick={pick} />
          )}
        </Box>
        <Box sx={{ display: shownOn("shoot") }}>
          <ShootPanel {...{ shooting, work, setUp }} canRecord={job.can_record} />
        </Box>
      </Box>
      <KeysHelp isOpen={isHelpOpen} onClose={() => setHelpOpen(false)} />
    </Box>
  );
}

type PassProps = {
  pass: Pass;
  work: Work;
  isGround: boolean;
  keepPass: (pass: string) => void;
};

/** The fine pass counts; the rough one, with the receiver's coarse setting, is kept apart. */
function PassChoice({ pass, work, isGround, keepPass }: PassProps) {
  return (
    <ToggleButtonGroup
      exclusive
      value={pass}
      aria-label="Pass"
      onChange={(_, next: string | null) => next && keepPass(next)}
      sx={{ bgcolor: "background.paper", alignSelf: "flex-start" }}
    >
      <ToggleButton value="fine">
        Fine pass{isGround ? "" : `, ±${work.tolerance.text}`}
      </ToggleButton>
      <ToggleButton value="coarse">
        Rough pass{isGround ? "" : `, ±${work.rough_tolerance.text}`}
      </ToggleButton>
    </ToggleButtonGroup>
  );
}
