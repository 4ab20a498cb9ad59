import Box from "@mui/material/Box";
import { useState } from "react";
import type { Schemas } from "../../api/client";
import { useStage } from "../../api/queries";
import { Plan } from "../../parts/plan/Plan";
import type { Spot } from "../../parts/plan/frame";
import { planInstruments, planPegs } from "../../parts/plan/pegs";
import { useJobSheet } from "../frame/useJobSheet";
import { STEP_NAMES } from "../frame/Steps";
import type { Stage } from "../stages";
import { AddTo } from "./AddTo";
import { Everything } from "./Everything";
import { Layers } from "./Layers";
import { OpenElement } from "./OpenElement";
import { OpenFloor } from "./OpenFloor";
import { OpenPoint } from "./OpenPoint";
import { Section } from "./Section";
import { areasOf, controlsOf, layeredBy, layersOf } from "./onPlan";
import { useOpened } from "./useOpened";

/** Below the two strips on top of every screen, to the bottom of the window. */
const WHOLE = "calc(100dvh - 80px)";

const nameOf = (stage: Stage) => STEP_NAMES[stage];

/** The plan of the whole job; what is tapped on it is opened beside it. */
export function PlanScreen() {
  const job = useJobSheet();
  const opened = useOpened();
  const layers = layersOf(job, nameOf);
  const stage = layers.find((one) => one.stage === opened.stage)?.stage ?? "";
  const [ends, cut] = useState<readonly Spot[]>();
  return (
    <Box
      sx={{
        display: "grid",
        gridTemplateColumns: { xs: "minmax(0, 1fr)", md: "minmax(0, 1fr) 360px" },
        height: { md: WHOLE },
      }}
    >
      <Box
        sx={{
          display: "flex",
          flexDirection: "column",
          minHeight: 0,
          height: { xs: ends ? "84dvh" : "min(56dvh, 460px)", md: "auto" },
        }}
      >
        <Layers layers={layers} stage={stage} onChoose={(next) => opened.go({ stage: next })} />
        <Box sx={{ flex: 1, minHeight: 0 }}>
          <Drawn job={job} stage={stage} opened={opened} ends={ends} onEnd={cut} />
        </Box>
        {ends && <Section job={job} ends={ends} onClose={() => cut(undefined)} />}
      </Box>
      <Box
        component="aside"
        aria-label="Beside the plan"
        sx={{ overflowY: { md: "auto" }, borderLeft: { md: 1 }, borderColor: "divider" }}
      >
        <Beside job={job} stage={stage} opened={opened} onCut={() => cut([])} />
      </Box>
    </Box>
  );
}

type Props = { job: Schemas["JobSheet"]; stage: Stage | ""; opened: ReturnType<typeof useOpened> };
type DrawnProps = Props & {
  ends: readonly Spot[] | undefined;
  onEnd: (ends: readonly Spot[]) => void;
};

function Drawn({ job, stage, opened, ends, onEnd }: DrawnProps) {
  const query = useStage(job.id, stage);
  const layered = layeredBy(job, stage, query.data);
  const named = stage ? new Set([...layered.map(({ id }) => id), opened.part]) : undefined;
  return (
    <Plan
      label="Plan of the whole job"
      outlines={[]}
      areas={areasOf(job).map((area) => ({
        ...area,
        isFaint: area.tone !== "floor" && named !== undefined && !named.has(area.id),
      }))}
      chosen={opened.part}
      onPickArea={(part) => opened.go({ part, point: "" })}
      pegs={layered.flatMap((one) => planPegs(one))}
      current={opened.point}
      onPick={(point) =>
        opened.go({ part: layered.find((one) => has(one, point))?.id ?? "", point })
      }
      controls={controlsOf(job)}
      instruments={planInstruments(job.set_ups, job.set_ups[0]?.id ?? "")}
      isMetric={job.volume_unit === "m³"}
      track={ends ?? []}
      onPlace={ends && ((spot) => onEnd(ends.length === 1 ? [...ends, spot] : [spot]))}
      isFilling
    />
  );
}

const has = (one: { pegs: readonly Schemas["Peg"][] }, point: string) =>
  one.pegs.some((peg) => peg.id === point);

function Beside({ job, stage, opened, onCut }: Props & { onCut: () => void }) {
  const query = useStage(job.id, stage);
  const floor = job.floors.find((one) => one.id === opened.part);
  const element = job.elements.find((one) => one.id === opened.part);
  const layered = layeredBy(job, stage, query.data);
  const peg = layered.flatMap((one) => one.pegs).find((one) => one.id === opened.point);
  if (opened.isAdding && job.can_plan) return <AddTo job={job} onBack={() => opened.go({})} />;
  if (peg && stage) return <OpenPoint job={job} stage={stage} peg={peg} opened={opened} />;
  if (floor) return <OpenFloor job={job} floor={floor} opened={opened} />;
  if (element) return <OpenElement job={job} element={element} opened={opened} />;
  return <Everything job={job} opened={opened} onCut={onCut} />;
}
